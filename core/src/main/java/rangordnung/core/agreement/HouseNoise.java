package rangordnung.core.agreement;

import java.util.List;
import java.util.Optional;
import rangordnung.core.protocol.Grade;

/**
 * The noise of the house's own eyes: that of the protocol, drawn toward what second looks show,
 * σ² = (ν₀σ₀² + Σe²/2) / (ν₀ + n) (house convention; a scaled inverse chi-squared prior).
 *
 * @param looks    how many places were looked at twice
 * @param protocol standard error that the protocol takes, in grades
 * @param own      the same with the house's own looks
 */
public record HouseNoise(int looks, double protocol, double own) {

    /** So many looks does the protocol's own figure weigh (house convention). */
    private static final double PRIOR = 20;

    /**
     * From comparisons of grades that were chosen by eye.
     *
     * @return empty without any
     */
    public static Optional<HouseNoise> of(List<Comparison> compared, double protocol) {
        List<Comparison> byEye =
                compared.stream().filter(c -> c.values().isEmpty()).toList();
        if (byEye.isEmpty()) {
            return Optional.empty();
        }
        return Optional.of(drawn(byEye, protocol, 2));
    }

    /** From grades by eye against true ones, so that the whole of a difference is the rater's. */
    public static HouseNoise againstTruth(List<Comparison> compared, double protocol) {
        return drawn(compared, protocol, 1);
    }

    private static HouseNoise drawn(List<Comparison> compared, double protocol, int eyes) {
        double squares = compared.stream()
                .mapToDouble(c -> Math.pow(c.apart(), 2) / eyes)
                .sum();
        double own = Math.sqrt((PRIOR * protocol * protocol + squares) / (PRIOR + compared.size()));
        return new HouseNoise(compared.size(), protocol, Math.min(own, Grade.SEVERE.ordinal()));
    }
}
