package rangordnung.core.agreement;

import java.util.List;
import org.hipparchus.distribution.continuous.TDistribution;

/**
 * Limits of agreement of two raters on measured values: mean difference ± coverage × standard deviation of the
 * differences (Bland and Altman 1986, Lancet; their intervals Bland and Altman 1999, Stat Methods Med Res 8; formulas from memory).
 *
 * @param pairs how many were measured by both
 * @param bias  mean of first minus second
 * @param low   lower limit
 * @param high  upper limit
 */
public record LimitsOfAgreement(int pairs, Interval bias, Interval low, Interval high) {

    /**
     * The limits over pairs.
     *
     * @param pairs    first and second value, at least two
     * @param coverage normal quantile, 1.96 for 95 %
     */
    public static LimitsOfAgreement of(List<double[]> pairs, double coverage) {
        if (pairs.size() < 2) {
            throw new IllegalArgumentException("Limits of agreement need at least two pairs");
        }
        double bias = pairs.stream().mapToDouble(p -> p[0] - p[1]).average().orElseThrow();
        double squares =
                pairs.stream().mapToDouble(p -> Math.pow(p[0] - p[1] - bias, 2)).sum();
        double deviation = Math.sqrt(squares / (pairs.size() - 1));
        int n = pairs.size();
        double t = new TDistribution(n - 1.0).inverseCumulativeProbability(0.975);
        double ofBias = t * deviation / Math.sqrt(n);
        double ofLimit = t * deviation * Math.sqrt(1.0 / n + coverage * coverage / (2.0 * (n - 1)));
        return new LimitsOfAgreement(
                n,
                around(bias, ofBias),
                around(bias - coverage * deviation, ofLimit),
                around(bias + coverage * deviation, ofLimit));
    }

    private static Interval around(double value, double reach) {
        return new Interval(value, value - reach, value + reach);
    }
}
