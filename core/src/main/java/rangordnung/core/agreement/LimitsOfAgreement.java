package rangordnung.core.agreement;

import java.util.List;

/**
 * LimitsOfAgreement of agreement of two raters on measured values: mean difference ± coverage × standard deviation of the
 * differences (Bland and Altman 1986, Lancet; formula from memory).
 *
 * @param pairs how many were measured by both
 * @param bias  mean of first minus second
 * @param low   lower limit
 * @param high  upper limit
 */
public record LimitsOfAgreement(int pairs, double bias, double low, double high) {

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
        return new LimitsOfAgreement(pairs.size(), bias, bias - coverage * deviation, bias + coverage * deviation);
    }
}
