package rangordnung.core.body;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/**
 * A body model whose values are known only so well: lengths, the distance at the wall that its ankle comes from, and its hip.
 *
 * @param model       with the values as they were read
 * @param lengthNoise standard error of a segment, as a share of it
 * @param wallNoise   standard error of the toe-to-wall distance, metres
 * @param hipNoise    standard error of the hip limit, degrees; 0 where it is an assumption and no measurement
 */
public record UncertainBody(BodyModel model, double lengthNoise, double wallNoise, double hipNoise) {

    /** Where the noise of a value is tried: mean and ± √3 standard deviations, which carry a sixth of the weight each. */
    private static final double[] SPREAD = {-Math.sqrt(3), 0, Math.sqrt(3)};

    private static final double[] WEIGHTS = {1 / 6.0, 2 / 3.0, 1 / 6.0};

    /** A body that it may be, with its share of the chance. */
    public record Draw(BodyModel model, double weight) {}

    /** Bodies that stand for all that it may be; their weights add up to 1. */
    public List<Draw> draws() {
        List<Draw> draws = new ArrayList<>();
        Build known = model.build();
        BodyModel.Limits limits = model.limits();
        double metres = new WallDistance(known).distance(limits.shin());
        for (int i = 0; i < SPREAD.length; i++) {
            for (int j = 0; j < SPREAD.length; j++) {
                for (int k = 0; k < SPREAD.length; k++) {
                    double longer = 1 + SPREAD[i] * lengthNoise;
                    Build build = known.with(
                            Optional.of(known.shank() / longer), Optional.of(known.thigh() * longer), Optional.empty());
                    double shin = new WallDistance(known).shin(metres + SPREAD[j] * wallNoise);
                    double hip = limits.hip() + SPREAD[k] * hipNoise;
                    BodyModel.Limits drawn = new BodyModel.Limits(
                            Math.max(0, Math.min(BodyModel.Limits.MOST_SHIN, shin)),
                            Math.max(BodyModel.Limits.LEAST_HIP, Math.min(BodyModel.Limits.MOST_HIP, hip)),
                            limits.trunk());
                    draws.add(new Draw(model.with(build).with(drawn), WEIGHTS[i] * WEIGHTS[j] * WEIGHTS[k]));
                }
            }
        }
        return draws;
    }

    /**
     * The chance that a depth is reached, 0 to 1.
     *
     * @param target thigh angle, degrees above parallel
     */
    public double reaches(double target) {
        return draws().stream()
                .filter(d -> d.model().reaches(target))
                .mapToDouble(Draw::weight)
                .sum();
    }
}
