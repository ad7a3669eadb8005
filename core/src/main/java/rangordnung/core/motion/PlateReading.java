package rangordnung.core.motion;

import java.util.Arrays;
import java.util.stream.IntStream;
import rangordnung.core.Refusal;

/**
 * How much somebody sways, from the centre of pressure on a force or pressure plate
 * (Prieto et al. 1996, IEEE Trans Biomed Eng 43; from memory).
 *
 * @param seconds     length of the reading
 * @param pathLength  of the centre of pressure, centimetres
 * @param velocity    path length / time, centimetres per second
 * @param ellipseArea of the 95 % confidence ellipse, square centimetres
 */
public record PlateReading(double seconds, double pathLength, double velocity, double ellipseArea) {

    /** F distribution at 95 % with 2 and many degrees of freedom. */
    private static final double F = 3.0;

    private static final int FEWEST = 20;

    /**
     * Reads a recording of a plate.
     *
     * @param x     forward, centimetres
     * @param y     to the athlete's left, centimetres
     * @param rate  samples per second
     * @param rules low-pass
     */
    public static PlateReading of(double[] x, double[] y, double rate, MotionRules rules) {
        if (x.length != y.length || x.length < FEWEST) {
            throw Refusal.contradiction("A plate's reading needs at least " + FEWEST
                    + " samples with both directions, not " + Math.min(x.length, y.length));
        }
        LowPass filter = new LowPass(rate, Math.min(rules.plateCutoff().value(), rate / 5));
        double[] forward = filter.apply(x);
        double[] sideways = filter.apply(y);
        double path = IntStream.range(1, x.length)
                .mapToDouble(i -> Math.hypot(forward[i] - forward[i - 1], sideways[i] - sideways[i - 1]))
                .sum();
        double seconds = (x.length - 1) / rate;
        double determinant = covariance(forward, forward) * covariance(sideways, sideways)
                - Math.pow(covariance(forward, sideways), 2);
        return new PlateReading(seconds, path, path / seconds, 2 * Math.PI * F * Math.sqrt(Math.max(0, determinant)));
    }

    private static double covariance(double[] a, double[] b) {
        double meanA = Arrays.stream(a).average().orElse(0);
        double meanB = Arrays.stream(b).average().orElse(0);
        return IntStream.range(0, a.length)
                        .mapToDouble(i -> (a[i] - meanA) * (b[i] - meanB))
                        .sum()
                / (a.length - 1);
    }
}
