package rangordnung.core.certainty;

import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.random.RandomGenerator;
import java.util.random.RandomGeneratorFactory;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import org.hipparchus.distribution.continuous.NormalDistribution;

/**
 * Draws of the true movement indices of a roster, from what was seen. Before anything is seen of an athlete, a true grade is as
 * likely as the roster's own share of it (expectation and maximisation over the looks). Findings of one rater on one athlete
 * share an error (Gaussian copula).
 */
public final class IndexDraws {

    private static final int STEPS = 60;
    private static final double SAME = 1e-6;
    /** Beyond these a threshold of the normal distribution is never crossed. */
    private static final double FAR = 9;

    private static final NormalDistribution NORMAL = new NormalDistribution();
    private static final RandomGeneratorFactory<RandomGenerator> RANDOM = RandomGeneratorFactory.of("L64X128MixRandom");

    private IndexDraws() {}

    /**
     * One criterion on one side, as it was seen.
     *
     * @param criterion shares its roster's grades with all others of the same name
     * @param weight    in the index
     * @param rater     whose error it shares
     */
    public record Seen(String criterion, double weight, Likelihood likelihood, String rater) {}

    /** What was seen of one athlete. */
    public record Athlete(List<Seen> seen) {}

    /**
     * Draws of each athlete's true index, 0 to 100; the same athletes in the same order give the same draws.
     *
     * @return by athlete in the order given, {@code rules.draws()} each
     */
    public static float[][] of(List<Athlete> athletes, RankingRules rules) {
        Map<String, double[]> shares = shares(athletes, rules);
        float[][] draws = new float[athletes.size()][];
        IntStream.range(0, athletes.size()).parallel().forEach(i -> draws[i] = draw(i, athletes.get(i), shares, rules));
        return draws;
    }

    /** The share of each true grade in the roster, by criterion. */
    static Map<String, double[]> shares(List<Athlete> athletes, RankingRules rules) {
        boolean few = athletes.size() < rules.evenBelow().value();
        Map<String, List<Likelihood>> byCriterion = athletes.stream()
                .flatMap(a -> a.seen().stream())
                .collect(Collectors.groupingBy(
                        Seen::criterion, Collectors.mapping(Seen::likelihood, Collectors.toList())));
        return byCriterion.entrySet().parallelStream()
                .collect(Collectors.toMap(Map.Entry::getKey, e -> few ? filled(0.25) : share(e.getValue(), rules)));
    }

    private static double[] share(List<Likelihood> looks, RankingRules rules) {
        double[] share = filled(0.25);
        double moved = 1;
        for (int step = 0; step < STEPS && moved > SAME; step++) {
            double[] counts = filled(rules.pseudoCount().value());
            for (Likelihood look : looks) {
                double[] after = after(share, look);
                for (int g = 0; g < 4; g++) {
                    counts[g] += after[g];
                }
            }
            double[] now = normalised(counts);
            moved = 0;
            for (int g = 0; g < 4; g++) {
                moved = Math.max(moved, Math.abs(now[g] - share[g]));
            }
            share = now;
        }
        return share;
    }

    private static double[] filled(double value) {
        return new double[] {value, value, value, value};
    }

    private static double[] after(double[] share, Likelihood likelihood) {
        double[] all = new double[4];
        for (int g = 0; g < 4; g++) {
            all[g] = share[g] * likelihood.at(g);
        }
        return normalised(all);
    }

    private static double[] normalised(double[] values) {
        double sum = values[0] + values[1] + values[2] + values[3];
        return new double[] {values[0] / sum, values[1] / sum, values[2] / sum, values[3] / sum};
    }

    private static float[] draw(int number, Athlete athlete, Map<String, double[]> shares, RankingRules rules) {
        int n = athlete.seen().size();
        double[] thresholds = new double[3 * n];
        double[] squares = new double[4 * n];
        int[] rater = new int[n];
        Map<String, Integer> raters = new HashMap<>();
        double all = 0;
        for (int i = 0; i < n; i++) {
            Seen seen = athlete.seen().get(i);
            double[] at = thresholds(after(Objects.requireNonNull(shares.get(seen.criterion())), seen.likelihood()));
            System.arraycopy(at, 0, thresholds, 3 * i, 3);
            for (int grade = 0; grade < 4; grade++) {
                // a grade is a third of a deviation, which counts by its square
                squares[4 * i + grade] = seen.weight() / 9 * grade * grade;
            }
            all += seen.weight();
            rater[i] = raters.computeIfAbsent(seen.rater(), r -> raters.size());
        }
        RandomGenerator random = RANDOM.create(((long) rules.seed().value()) + number);
        double together = Math.sqrt(rules.shared().value());
        double apart = Math.sqrt(1 - rules.shared().value());
        double[] errors = new double[raters.size()];
        float[] draws = new float[(int) rules.draws().value()];
        for (int d = 0; d < draws.length; d++) {
            for (int r = 0; r < errors.length; r++) {
                errors[r] = together * random.nextGaussian();
            }
            double sum = 0;
            for (int i = 0; i < n; i++) {
                double z = errors[rater[i]] + apart * random.nextGaussian();
                int grade = (z < thresholds[3 * i] ? 0 : 1)
                        + (z < thresholds[3 * i + 1] ? 0 : 1)
                        + (z < thresholds[3 * i + 2] ? 0 : 1);
                sum += squares[4 * i + grade];
            }
            draws[d] = (float) (100 * (1 - Math.sqrt(sum / all)));
        }
        return draws;
    }

    /** Where a normal value passes from one grade to the next. */
    private static double[] thresholds(double[] chances) {
        double[] at = new double[3];
        double below = 0;
        for (int g = 0; g < 3; g++) {
            below += chances[g];
            at[g] = below <= 0 ? -FAR : below >= 1 ? FAR : NORMAL.inverseCumulativeProbability(below);
        }
        return at;
    }
}
