package rangordnung.core.motion.view;

import java.util.Arrays;
import java.util.List;
import org.hipparchus.stat.StatUtils;

/**
 * What several signs say of one angle, none of which is sure: a sign that contradicts the others counts less, as if its errors had
 * a t distribution (Lange et al. 1989, J Am Stat Assoc 84; from memory).
 *
 * @param value degrees; 0 without any sign
 * @param sem   standard error, larger where the signs contradict one another; without an end where there is none
 */
record Evidence(double value, double sem) {

    /**
     * One sign.
     *
     * @param value degrees
     * @param sd    by which it may be off, degrees
     */
    record Sign(double value, double sd) {}

    private static final Evidence NONE = new Evidence(0, Double.POSITIVE_INFINITY);

    /** Degrees of freedom of the t distribution (house convention). */
    private static final double FREEDOM = 4;

    private static final int ROUNDS = 30;

    static Evidence of(List<Sign> signs) {
        double[] values = signs.stream().mapToDouble(Sign::value).toArray();
        double[] precision =
                signs.stream().mapToDouble(s -> 1 / (s.sd() * s.sd())).toArray();
        if (values.length == 0) {
            return NONE;
        }
        double value = StatUtils.percentile(values, 50);
        double[] weights = precision;
        for (int round = 0; round < ROUNDS; round++) {
            double centre = value;
            weights = new double[values.length];
            for (int i = 0; i < values.length; i++) {
                double off = (values[i] - centre) * (values[i] - centre) * precision[i];
                weights[i] = precision[i] * (FREEDOM + 1) / (FREEDOM + off);
            }
            value = mean(values, weights);
        }
        double known = Arrays.stream(precision).sum();
        double scatter = 0;
        for (int i = 0; i < values.length; i++) {
            scatter += weights[i] * (values[i] - value) * (values[i] - value);
        }
        double disagreement = values.length < 2
                ? 0
                : scatter / (values.length - 1) / Arrays.stream(weights).sum();
        return new Evidence(value, Math.sqrt(Math.max(1 / known, disagreement)));
    }

    private static double mean(double[] values, double[] weights) {
        double sum = 0;
        double all = 0;
        for (int i = 0; i < values.length; i++) {
            sum += weights[i] * values[i];
            all += weights[i];
        }
        return sum / all;
    }
}
