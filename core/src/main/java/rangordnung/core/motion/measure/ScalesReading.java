package rangordnung.core.motion.measure;

import java.util.Arrays;
import java.util.stream.IntStream;
import org.hipparchus.stat.StatUtils;
import rangordnung.core.Refusal;
import rangordnung.core.motion.signal.MotionRules;

/**
 * How the load is split between two scales, while somebody stands on both.
 *
 * @param first    median of the first scale, kilograms
 * @param second   median of the second scale, kilograms
 * @param share    of the first in both, percent: median over the steady samples
 * @param sem      standard error of that median, percent points
 * @param seconds  of the steady samples
 */
public record ScalesReading(double first, double second, double share, double sem, double seconds) {

    private static final int FEWEST = 5;

    /**
     * Reads a recording of two scales.
     *
     * @param first  kilograms
     * @param second kilograms
     * @param rate   samples per second
     * @param rules  how far the sum may be from its median for a sample to be steady
     */
    public static ScalesReading of(double[] first, double[] second, double rate, MotionRules rules) {
        if (first.length != second.length || first.length < FEWEST) {
            throw Refusal.contradiction("A reading of two scales needs at least " + FEWEST + " samples of both, not "
                    + Math.min(first.length, second.length));
        }
        double[] sums = IntStream.range(0, first.length)
                .mapToDouble(i -> first[i] + second[i])
                .toArray();
        double[] loaded = Arrays.stream(sums).filter(s -> s > 0).toArray();
        if (loaded.length < FEWEST) {
            throw Refusal.contradiction("Nobody stood on these scales");
        }
        double usual = StatUtils.percentile(loaded, 50);
        int[] steady = IntStream.range(0, sums.length)
                .filter(i ->
                        Math.abs(sums[i] - usual) <= usual * rules.steadyLoad().value() / 100)
                .toArray();
        double[] shares =
                Arrays.stream(steady).mapToDouble(i -> 100 * first[i] / sums[i]).toArray();
        if (shares.length < FEWEST) {
            throw Refusal.contradiction(
                    "Nobody stood still on these scales: fewer than " + FEWEST + " samples have a steady sum");
        }
        double share = StatUtils.percentile(shares, 50);
        double spread = 1.4826
                * StatUtils.percentile(
                        Arrays.stream(shares).map(s -> Math.abs(s - share)).toArray(), 50);
        return new ScalesReading(
                StatUtils.percentile(
                        Arrays.stream(steady).mapToDouble(i -> first[i]).toArray(), 50),
                StatUtils.percentile(
                        Arrays.stream(steady).mapToDouble(i -> second[i]).toArray(), 50),
                share,
                spread * Math.sqrt(Math.PI / 2 / shares.length),
                shares.length / rate);
    }
}
