package rangordnung.core.judgement;

import java.util.ArrayList;
import java.util.EnumSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Stream;
import rangordnung.core.body.Side;
import rangordnung.core.protocol.Family;
import rangordnung.core.protocol.Rules;
import rangordnung.core.protocol.Threshold;

/**
 * The movement index of a screen: 100 × (1 − √(Σ w d² / Σ w)) over all assessable criteria of all counting tests at once,
 * rounded to one decimal, or the reason why there is none. Each side of a two-sided criterion counts half. The square makes one
 * severe fault weigh as much as nine slight ones (house convention).
 */
public sealed interface MovementIndex {

    /** The smallest change that matters, in points: about one slight main fault (house convention). */
    double WORTHWHILE = 10;

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
        TOO_INCOMPLETE,
        /** One of the main faults could not be told in any test. */
        MAIN_FAULT_UNSEEN
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
        List<Part> parts = parts(tests);
        if (!mainFaultsSeen(tests, parts)) {
            return new Unknown(Reason.MAIN_FAULT_UNSEEN, completeness);
        }
        Estimate figure = figure(parts);
        double value = Math.round(10 * figure.value()) / 10.0;
        double sem = figure.sem();
        double reach = rules.coverage().value() * sem;
        return new Known(
                value,
                sem,
                Math.max(0, value - reach),
                Math.min(100, value + reach),
                completeness,
                List.of(rules.minimumCompleteness(), rules.gradedMarkSem(), rules.coverage()));
    }

    /** The index of some places, with its noise. */
    private static Estimate figure(List<Part> parts) {
        double weights = 0;
        double squares = 0;
        double variance = 0;
        for (Part part : parts) {
            double d = part.graded().deviation();
            double s = part.graded().sem();
            weights += part.weight();
            squares += part.weight() * d * d;
            variance += part.weight() * part.weight() * (4 * d * d * s * s + 2 * s * s * s * s);
        }
        double mean = squares / weights;
        double noise = Math.sqrt(variance) / weights;
        return new Estimate(100 * (1 - Math.sqrt(mean)), 100 * (Math.sqrt(mean + noise) - Math.sqrt(mean)));
    }

    /**
     * The change of the index from one screen to a later one, in points, over the places that both have seen under the same conditions;
     * empty where they are less than an index needs.
     */
    static Optional<Change> change(List<TestResult> before, List<TestResult> now, Rules rules) {
        List<TestResult> alike = now.stream()
                .filter(n -> before.stream().anyMatch(b -> b.alike(n)))
                .toList();
        List<Part> then = parts(before);
        List<Part> both = parts(alike).stream()
                .filter(p -> then.stream().anyMatch(p::samePlace))
                .toList();
        double seen = both.stream().mapToDouble(Part::weight).sum();
        double all = now.stream()
                .mapToDouble(t -> t.test().weight().value() * t.weight())
                .sum();
        if (100 * seen < rules.minimumCompleteness().value() * all || !mainFaultsSeen(now, both)) {
            return Optional.empty();
        }
        List<Part> earlier =
                then.stream().filter(p -> both.stream().anyMatch(p::samePlace)).toList();
        return Optional.of(
                Change.between(figure(earlier), figure(both), rules.coverage().value(), WORTHWHILE, true));
    }

    /** A place that counts in the index: a criterion on one side, or on the whole body. */
    record Part(TestResult test, CriterionResult result, Optional<Side> side, double weight, Finding.Graded graded) {

        private boolean samePlace(Part other) {
            return test.test().id().equals(other.test.test().id())
                    && result.criterion().id().equals(other.result.criterion().id())
                    && side.equals(other.side);
        }
    }

    /** Every assessable place of the counting tests. */
    static List<Part> parts(List<TestResult> tests) {
        List<Part> parts = new ArrayList<>();
        for (TestResult test : tests) {
            for (CriterionResult result : test.criteria()) {
                double weight = test.test().weight().value()
                        * result.criterion().weight().value();
                result.spots().forEach(side -> result.at(side)
                        .ifPresent(graded -> parts.add(
                                new Part(test, result, side, side.isPresent() ? weight / 2 : weight, graded))));
            }
        }
        return parts;
    }

    /** Whether each main fault that the tests judge was assessable in at least one of them. */
    private static boolean mainFaultsSeen(List<TestResult> tests, List<Part> parts) {
        Set<Family> asked = EnumSet.noneOf(Family.class);
        tests.forEach(t -> t.criteria().forEach(c -> asked.add(c.criterion().family())));
        asked.removeIf(f -> !f.heading());
        parts.forEach(p -> asked.remove(p.result().criterion().family()));
        return asked.isEmpty();
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
