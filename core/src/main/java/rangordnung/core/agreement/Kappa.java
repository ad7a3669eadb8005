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
public record Kappa(int pairs, double agreement, Optional<Double> kappa, Optional<Double> weighted) {

    /** Words for a kappa (Landis and Koch 1977, Biometrics 33; value from memory); a convention, no evidence. */
    public enum Strength {
        POOR,
        SLIGHT,
        FAIR,
        MODERATE,
        SUBSTANTIAL,
        ALMOST_PERFECT
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
        return new Kappa(pairs.size(), agreement, weighted(table, false), weighted(table, true));
    }

    private static Optional<Double> weighted(double[][] table, boolean linear) {
        int k = table.length;
        double[] rows = new double[k];
        double[] columns = new double[k];
        for (int i = 0; i < k; i++) {
            for (int j = 0; j < k; j++) {
                rows[i] += table[i][j];
                columns[j] += table[i][j];
            }
        }
        double observed = 0;
        double expected = 0;
        for (int i = 0; i < k; i++) {
            for (int j = 0; j < k; j++) {
                double weight = linear ? 1 - Math.abs(i - j) / (k - 1.0) : i == j ? 1 : 0;
                observed += weight * table[i][j];
                expected += weight * rows[i] * columns[j];
            }
        }
        return 1 - expected < 1e-12 ? Optional.empty() : Optional.of((observed - expected) / (1 - expected));
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
