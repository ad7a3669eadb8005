package rangordnung.core.judgement;

import java.util.List;
import java.util.stream.Stream;
import rangordnung.core.protocol.Rules;
import rangordnung.core.protocol.Threshold;

/**
 * The movement index of a screen: 100 × (1 − weighted mean of the test deviations), rounded to one decimal, or
 * the reason why there is none.
 */
public sealed interface MovementIndex {

    /** Share of the weight that was assessable, 0 to 1. */
    double completeness();

    /**
     * An index that can be told.
     *
     * @param value      0 to 100, one decimal
     * @param sem        standard error in index points, from the noise of each input
     * @param low        lower end of the interval, not below 0
     * @param high       upper end of the interval, not above 100
     * @param thresholds the numbers behind it
     */
    record Known(double value, double sem, double low, double high, double completeness, List<Threshold> thresholds)
            implements MovementIndex {

        public Estimate estimate() {
            return new Estimate(value, sem);
        }
    }

    /** There is no index. */
    record Unknown(Reason reason, double completeness) implements MovementIndex {}

    /** Why there is no index. */
    enum Reason {
        NOT_TESTED,
        ABSENT,
        EXCUSED,
        STOPPED,
        FLAGGED_TRIALS,
        TOO_INCOMPLETE
    }

    /** The index of a screen's tests. */
    static MovementIndex of(List<TestResult> tests, Rules rules) {
        double weight =
                tests.stream().mapToDouble(t -> t.test().weight().value()).sum();
        double completeness = tests.stream()
                        .mapToDouble(t -> t.test().weight().value() * t.completeness())
                        .sum()
                / weight;
        if (tests.stream().anyMatch(t -> !t.flags().isEmpty())) {
            // a test that was only done with help would otherwise raise the index by being left out
            return new Unknown(Reason.FLAGGED_TRIALS, completeness);
        }
        if (completeness * 100 < rules.minimumCompleteness().value()) {
            return new Unknown(reason(tests), completeness);
        }
        WeightedMean mean = new WeightedMean();
        tests.forEach(
                t -> t.deviation().ifPresent(d -> mean.add(t.test().weight().value(), d)));
        return mean.mean()
                .<MovementIndex>map(d -> {
                    double value = Math.round(1000 * (1 - d.value())) / 10.0;
                    double sem = 100 * d.sem();
                    double reach = rules.coverage().value() * sem;
                    return new Known(
                            value,
                            sem,
                            Math.max(0, value - reach),
                            Math.min(100, value + reach),
                            completeness,
                            List.of(rules.minimumCompleteness(), rules.gradedMarkSem(), rules.coverage()));
                })
                .orElseGet(() -> new Unknown(reason(tests), completeness));
    }

    private static Reason reason(List<TestResult> tests) {
        List<Finding> findings = tests.stream()
                .flatMap(t -> t.criteria().stream())
                .flatMap(c -> Stream.of(c.findings().left(), c.findings().right()))
                .toList();
        if (findings.stream().anyMatch(Finding.Stopped.class::isInstance)) {
            return Reason.STOPPED;
        }
        if (findings.stream().anyMatch(Finding.Absent.class::isInstance)) {
            return Reason.ABSENT;
        }
        if (findings.stream().anyMatch(Finding.Excused.class::isInstance)) {
            return Reason.EXCUSED;
        }
        if (findings.stream().allMatch(Finding.NotTested.class::isInstance)) {
            return Reason.NOT_TESTED;
        }
        return Reason.TOO_INCOMPLETE;
    }
}
