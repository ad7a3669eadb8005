package rangordnung.core.motion.measure;

import java.util.stream.IntStream;
import org.hipparchus.distribution.continuous.FDistribution;
import org.hipparchus.stat.StatUtils;
import org.hipparchus.stat.correlation.Covariance;
import rangordnung.core.Refusal;
import rangordnung.core.motion.signal.LowPass;
import rangordnung.core.motion.signal.MotionRules;

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

    private static final double COVERED = 0.95;

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
        double determinant = StatUtils.variance(forward) * StatUtils.variance(sideways)
                - Math.pow(new Covariance().covariance(forward, sideways), 2);
        double f = new FDistribution(2, x.length - 2).inverseCumulativeProbability(COVERED);
        return new PlateReading(seconds, path, path / seconds, 2 * Math.PI * f * Math.sqrt(Math.max(0, determinant)));
    }
}
