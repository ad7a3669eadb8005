package rangordnung.core.agreement;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import rangordnung.core.protocol.Grade;

/**
 * Agreement over several criteria: the mean of what each criterion says, since pooling raw pairs would take the differences
 * between criteria for agreement. Its interval is a jackknife over the athletes, who are
 * what was drawn (Tukey 1958, Ann Math Stat 29; from memory).
 *
 * @param pairs    how many grades were compared
 * @param percent  of them that are the same, 0 to 100
 * @param weighted mean weighted kappa; empty where no criterion has one
 */
public record Pooled(int pairs, double percent, Optional<Interval> weighted) {

    /**
     * Agreement of two raters.
     *
     * @param athletes the comparisons of each athlete, at least one in all
     */
    public static Pooled of(List<List<Comparison>> athletes) {
        List<Comparison> all = athletes.stream().flatMap(List::stream).toList();
        Map<String, List<Comparison>> criteria = byCriterion(all);
        double percent = 100
                * criteria.values().stream()
                        .mapToDouble(c -> kappa(c).agreement())
                        .average()
                        .orElse(0);
        return new Pooled(
                all.size(), percent, weighted(all).map(value -> Interval.of(value, error(athletes, value), -1, 1)));
    }

    private static double error(List<List<Comparison>> athletes, double value) {
        int n = athletes.size();
        double squares = 0;
        for (int out = 0; out < n; out++) {
            List<Comparison> rest = new ArrayList<>();
            for (int i = 0; i < n; i++) {
                if (i != out) {
                    rest.addAll(athletes.get(i));
                }
            }
            double without = weighted(rest).orElse(value);
            squares += (without - value) * (without - value);
        }
        return Math.sqrt(squares * (n - 1) / n);
    }

    private static Optional<Double> weighted(List<Comparison> all) {
        List<Double> kappas = byCriterion(all).values().stream()
                .flatMap(c -> kappa(c).weighted().stream())
                .map(Interval::value)
                .toList();
        return kappas.isEmpty()
                ? Optional.empty()
                : Optional.of(kappas.stream().mapToDouble(k -> k).sum() / kappas.size());
    }

    private static Map<String, List<Comparison>> byCriterion(List<Comparison> all) {
        return all.stream().collect(Collectors.groupingBy(Comparison::criterion));
    }

    /** Agreement on one criterion. */
    public static Kappa kappa(List<Comparison> compared) {
        return Kappa.of(
                compared.stream()
                        .map(c -> new Kappa.Pair(c.first().ordinal(), c.second().ordinal()))
                        .toList(),
                Grade.values().length);
    }
}
