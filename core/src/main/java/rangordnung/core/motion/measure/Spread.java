package rangordnung.core.motion.measure;

import java.util.Arrays;
import org.hipparchus.stat.StatUtils;

/**
 * What noise makes of a value.
 *
 * <p>The value is read again with more noise of the kind that is in it. How those readings scatter is its standard error. A
 * largest value, a path or a share also grows with the noise: by how much is told from what one and three more times the
 * variance add, drawn out to no noise at all (SIMEX; Cook and Stefanski 1994, J Am Stat Assoc 89; from memory).
 *
 * @param grown what noise adds to the value on average
 * @param sem   standard error; without an end where it is not sure that there is a value at all
 */
record Spread(double grown, double sem) {

    /** Of what has no noise. */
    static final Spread NONE = new Spread(0, 0);

    /**
     * An interval from the scatter of 32 pairs is wider than one from a known scatter, 2.040 / 1.960 (Student's t, 31 degrees of
     * freedom), and the noise itself is known from a few seconds only (house convention).
     */
    private static final double FEW = 1.04 * 1.04;

    /** Least share of readings that have a value at all (house convention). */
    private static final double ENOUGH = 0.9;

    /** With another error, which has nothing to do with it. */
    Spread or(double other) {
        return new Spread(grown, Math.hypot(sem, other));
    }

    /**
     * Compares a value with what more noise makes of it.
     *
     * @param value as it was seen
     * @param more  with the noise there is once more, so with √2 of it; values that are not numbers are left out
     * @param most  with √3 times the noise once more, so with twice of it
     * @return without an end where too few have a value
     */
    static Spread of(double value, double[] more, double[] most) {
        double[] near = known(more);
        double[] far = known(most);
        if (near.length < ENOUGH * more.length || far.length < ENOUGH * most.length) {
            return new Spread(0, Double.POSITIVE_INFINITY);
        }
        double mean = StatUtils.mean(near);
        double sem = FEW * Math.sqrt(StatUtils.variance(near));
        double once = mean - value;
        double twice = StatUtils.mean(far) - value;
        return new Spread(grown(once, twice, sem / Math.sqrt(near.length)), sem);
    }

    private static double[] known(double[] values) {
        return Arrays.stream(values).filter(Double::isFinite).toArray();
    }

    /**
     * By how much a value that grows as a + b·sᵖ has grown at s = 1, where p is from 1 (the noise itself) to 2 (its variance).
     *
     * @param once  what it grows from s = 1 to √2
     * @param twice what it grows from s = 1 to 2
     * @param sure  how far either may be off: growth within it is none
     */
    static double grown(double once, double twice, double sure) {
        if (Math.abs(twice) <= 2 * sure) {
            return 0;
        }
        double ratio = once == 0 ? 3 : twice / once;
        double power = Math.min(2, Math.max(1, 2 * Math.log(Math.max(1.1, ratio - 1)) / Math.log(2)));
        return twice / (Math.pow(2, power) - 1);
    }
}
