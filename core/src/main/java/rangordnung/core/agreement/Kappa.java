package rangordnung.core.agreement;

import java.util.List;
import java.util.Optional;

/**
 * Agreement of two raters on ordered categories.
 *
 * @param pairs     how many were rated by both
 * @param agreement share of pairs in which both chose the same, 0 to 1
 * @param kappa     Cohen's kappa; empty where chance alone would agree always
 * @param weighted  kappa with linear weights, so that neighbouring grades count less than distant ones
 */
public record Kappa(int pairs, double agreement, Optional<Interval> kappa, Optional<Interval> weighted) {

    /** Words for a kappa (Landis and Koch 1977, Biometrics 33; value from memory); a convention, no evidence. */
    public enum Strength {
        POOR,
        SLIGHT,
        FAIR,
        MODERATE,
        SUBSTANTIAL,
        ALMOST_PERFECT
    }

    /** Below so many pairs agreement is not told in words (house convention). */
    private static final int FEW = 20;

    /** Whether so many pairs are enough to say anything. */
    public static boolean enough(int pairs) {
        return pairs >= FEW;
    }

    /** A pair of categories, from 0 on. */
    public record Pair(int first, int second) {}

    /**
     * Agreement over pairs: (observed − expected) / (1 − expected), with the expected from both raters' margins
     * (Cohen 1960; linear weights 1 − |i − j| / (k − 1), Cohen 1968; both from memory).
     *
     * @param categories how many categories there are, at least two
     * @throws IllegalArgumentException without a pair, or with a category that is not one of them
     */
    public static Kappa of(List<Pair> pairs, int categories) {
        if (pairs.isEmpty() || categories < 2) {
            throw new IllegalArgumentException("Agreement needs at least one pair and two categories");
        }
        double[][] table = new double[categories][categories];
        for (Pair pair : pairs) {
            if (pair.first() < 0 || pair.second() < 0 || pair.first() >= categories || pair.second() >= categories) {
                throw new IllegalArgumentException("A category lies outside 0 to " + (categories - 1) + ": " + pair);
            }
            table[pair.first()][pair.second()] += 1.0 / pairs.size();
        }
        double agreement = 0;
        for (int i = 0; i < categories; i++) {
            agreement += table[i][i];
        }
        return new Kappa(
                pairs.size(), agreement, weighted(table, pairs.size(), false), weighted(table, pairs.size(), true));
    }

    /** With its interval from the large-sample variance (Fleiss, Cohen and Everitt 1969, Psychological Bulletin 72; from memory). */
    private static Optional<Interval> weighted(double[][] table, int pairs, boolean linear) {
        int k = table.length;
        double[] rows = new double[k];
        double[] columns = new double[k];
        for (int i = 0; i < k; i++) {
            for (int j = 0; j < k; j++) {
                rows[i] += table[i][j];
                columns[j] += table[i][j];
            }
        }
        double[][] weights = new double[k][k];
        double[] ofRow = new double[k];
        double[] ofColumn = new double[k];
        double observed = 0;
        double expected = 0;
        for (int i = 0; i < k; i++) {
            for (int j = 0; j < k; j++) {
                weights[i][j] = linear ? 1 - Math.abs(i - j) / (k - 1.0) : i == j ? 1 : 0;
                ofRow[i] += weights[i][j] * columns[j];
                ofColumn[j] += weights[i][j] * rows[i];
                observed += weights[i][j] * table[i][j];
                expected += weights[i][j] * rows[i] * columns[j];
            }
        }
        double left = 1 - expected;
        if (left < 1e-12) {
            return Optional.empty();
        }
        double squares = 0;
        for (int i = 0; i < k; i++) {
            for (int j = 0; j < k; j++) {
                double moves = weights[i][j] * left - (ofRow[i] + ofColumn[j]) * (1 - observed);
                squares += table[i][j] * moves * moves;
            }
        }
        double mean = observed * expected - 2 * expected + observed;
        double variance = Math.max(0, squares - mean * mean) / (pairs * Math.pow(left, 4));
        return Optional.of(Interval.of((observed - expected) / left, Math.sqrt(variance), -1, 1));
    }

    /** The word for a kappa. */
    public static Strength strength(double kappa) {
        // a kappa of 0.6 is not above 0.60 because its last bit says so
        double shown = Math.round(kappa * 1e9) / 1e9;
        return shown < 0
                ? Strength.POOR
                : shown <= 0.20
                        ? Strength.SLIGHT
                        : shown <= 0.40
                                ? Strength.FAIR
                                : shown <= 0.60
                                        ? Strength.MODERATE
                                        : shown <= 0.80 ? Strength.SUBSTANTIAL : Strength.ALMOST_PERFECT;
    }
}
