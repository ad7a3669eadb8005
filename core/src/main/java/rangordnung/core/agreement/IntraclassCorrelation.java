package rangordnung.core.agreement;

import java.util.Arrays;
import java.util.List;

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
        double agreement,
        double consistency,
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
                (bms - ems) / (bms + (k - 1) * ems + k * (jms - ems) / n),
                (bms - ems) / (bms + (k - 1) * ems),
                (bms - wms) / bms,
                (bms - ems) / (bms + (jms - ems) / n),
                (bms - ems) / bms);
    }
}
