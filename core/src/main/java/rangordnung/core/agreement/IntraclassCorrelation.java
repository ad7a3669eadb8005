package rangordnung.core.agreement;

import java.util.Arrays;
import java.util.List;
import org.hipparchus.distribution.continuous.FDistribution;

/**
 * Intraclass correlations of measured values, from the mean squares of a two-way table of targets and judges
 * (Shrout and Fleiss 1979, Psychological Bulletin 86; formulas from memory).
 *
 * @param targets      rows
 * @param judges       columns
 * @param oneWay       ICC(1,1)
 * @param agreement    ICC(2,1): judges are a sample, their mean differences count
 * @param consistency  ICC(3,1): judges are fixed, their mean differences do not count
 * @param oneWayMean   ICC(1,k)
 * @param agreementMean ICC(2,k)
 * @param consistencyMean ICC(3,k)
 */
public record IntraclassCorrelation(
        int targets,
        int judges,
        double oneWay,
        Interval agreement,
        Interval consistency,
        double oneWayMean,
        double agreementMean,
        double consistencyMean) {

    /**
     * The correlations of a table.
     *
     * @param table one row a target, one value a judge; at least two of each, all rows alike
     * @throws IllegalArgumentException where the table is too small, uneven, or all its values are equal
     */
    public static IntraclassCorrelation of(List<double[]> table) {
        int n = table.size();
        int k = n == 0 ? 0 : table.get(0).length;
        if (n < 2 || k < 2 || table.stream().anyMatch(row -> row.length != k)) {
            throw new IllegalArgumentException(
                    "Intraclass correlation needs at least two targets and two judges, and a value for each");
        }
        double grand = table.stream().flatMapToDouble(Arrays::stream).average().orElseThrow();
        double total = 0;
        double between = 0;
        double[] columns = new double[k];
        for (double[] row : table) {
            double mean = Arrays.stream(row).average().orElseThrow();
            between += k * (mean - grand) * (mean - grand);
            for (int j = 0; j < k; j++) {
                total += (row[j] - grand) * (row[j] - grand);
                columns[j] += row[j] / n;
            }
        }
        double judges = 0;
        for (double column : columns) {
            judges += n * (column - grand) * (column - grand);
        }
        if (total == 0) {
            throw new IllegalArgumentException("All values are equal; there is nothing to correlate");
        }
        double bms = between / (n - 1);
        double jms = judges / (k - 1);
        double ems = (total - between - judges) / ((n - 1.0) * (k - 1));
        double wms = (total - between) / (n * (k - 1.0));
        return new IntraclassCorrelation(
                n,
                k,
                (bms - wms) / (bms + (k - 1) * wms),
                agreement(n, k, bms, jms, ems),
                consistency(n, k, bms, ems),
                (bms - wms) / bms,
                (bms - ems) / (bms + (jms - ems) / n),
                (bms - ems) / bms);
    }

    /** ICC(3,1) with its interval from F. */
    private static Interval consistency(int n, int k, double bms, double ems) {
        double value = (bms - ems) / (bms + (k - 1) * ems);
        double free = (n - 1.0) * (k - 1);
        if (ems <= 0) {
            return new Interval(value, value, value);
        }
        double low = bms / ems / quantile(n - 1.0, free);
        double high = bms / ems * quantile(free, n - 1.0);
        return new Interval(value, (low - 1) / (low + k - 1), (high - 1) / (high + k - 1));
    }

    /** ICC(2,1) with its interval, the degrees of freedom by Satterthwaite. */
    private static Interval agreement(int n, int k, double bms, double jms, double ems) {
        double value = (bms - ems) / (bms + (k - 1) * ems + k * (jms - ems) / n);
        double a = k * value / (n * (1 - value));
        double b = 1 + k * value * (n - 1) / (n * (1 - value));
        double free = Math.pow(a * jms + b * ems, 2)
                / (Math.pow(a * jms, 2) / (k - 1) + Math.pow(b * ems, 2) / ((n - 1.0) * (k - 1)));
        if (!(free > 0 && free < Double.POSITIVE_INFINITY)) {
            return new Interval(value, value, value);
        }
        double noise = k * jms + ((double) k * n - k - n) * ems;
        double low = quantile(n - 1.0, free);
        double high = quantile(free, n - 1.0);
        return new Interval(
                value,
                n * (bms - low * ems) / (low * noise + n * bms),
                n * (high * bms - ems) / (noise + n * high * bms));
    }

    private static double quantile(double numerator, double denominator) {
        return new FDistribution(numerator, denominator).inverseCumulativeProbability(0.975);
    }
}
