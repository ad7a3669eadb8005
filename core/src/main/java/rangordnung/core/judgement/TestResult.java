package rangordnung.core.judgement;

import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import rangordnung.core.body.Side;
import rangordnung.core.body.Sided;
import rangordnung.core.protocol.Conditions;
import rangordnung.core.protocol.DepthStatus;
import rangordnung.core.protocol.Grade;
import rangordnung.core.protocol.TestDefinition;
import rangordnung.core.record.Fact;

/**
 * One test of one athlete.
 *
 * @param trial      the trial that was judged
 * @param criteria   in the order of the protocol
 * @param deviations per side: weighted mean over what was assessable, 0 to 1
 * @param worseSide  the side that counts; empty when both are equal or neither was assessable
 * @param depth      what became of the depth, where the test has it
 * @param voided     whether a heel lift made part of it not assessable
 */
public record TestResult(
        TestDefinition test,
        Optional<Trial> trial,
        List<CriterionResult> criteria,
        Sided<Optional<Estimate>> deviations,
        Optional<Side> worseSide,
        Optional<DepthStatus> depth,
        boolean voided) {

    /**
     * The trial behind a result.
     *
     * @param conditions what it was done under
     * @param retest     the retest that it is, where it is one
     * @param rater      who judged it, where that is known
     * @param flags      what weakens it
     * @param complete   whether every required view was seen
     */
    public record Trial(
            UUID id,
            Conditions conditions,
            Optional<Fact.RetestOf> retest,
            Optional<UUID> rater,
            Set<Fact.Flag> flags,
            boolean complete) {}

    /** Who judged the trial, where that is known. */
    public Optional<UUID> rater() {
        return trial.flatMap(Trial::rater);
    }

    /** What weakens the trial. */
    public Set<Fact.Flag> flags() {
        return trial.map(Trial::flags).orElse(Set.of());
    }

    static TestResult of(
            TestDefinition test,
            Optional<Trial> trial,
            List<CriterionResult> criteria,
            Optional<DepthStatus> depth,
            boolean voided) {
        Sided<Optional<Estimate>> deviations = Sided.each(side -> deviation(criteria, side));
        return new TestResult(test, trial, List.copyOf(criteria), deviations, worse(deviations), depth, voided);
    }

    private static Optional<Estimate> deviation(List<CriterionResult> criteria, Side side) {
        WeightedMean mean = new WeightedMean();
        for (CriterionResult result : criteria) {
            result.findings()
                    .get(side)
                    .graded()
                    .ifPresent(g -> mean.add(result.criterion().weight().value(), g.estimate()));
        }
        return mean.mean();
    }

    private static Optional<Side> worse(Sided<Optional<Estimate>> deviations) {
        double left = deviations.left().map(Estimate::value).orElse(-1.0);
        double right = deviations.right().map(Estimate::value).orElse(-1.0);
        return left == right ? Optional.empty() : Optional.of(left > right ? Side.LEFT : Side.RIGHT);
    }

    /** The deviation that counts: that of the worse side; where both are equal, with the noise of the less certain one. */
    public Optional<Estimate> deviation() {
        return worseSide.map(deviations::get).orElseGet(() -> deviations.left().flatMap(left -> deviations
                .right()
                .map(right -> new Estimate(left.value(), Math.max(left.sem(), right.sem())))));
    }

    /** Whether both are the same test, done under the same conditions. */
    boolean alike(TestResult other) {
        return test.id().equals(other.test.id())
                && trial.flatMap(mine -> other.trial().filter(theirs -> mine.conditions()
                                .differences(theirs.conditions())
                                .isEmpty()))
                        .isPresent();
    }

    /** Weight of all criteria. */
    double weight() {
        return criteria.stream()
                .mapToDouble(c -> c.criterion().weight().value())
                .sum();
    }

    /** Share of the weight that was assessable, 0 to 1. */
    public double completeness() {
        return criteria.stream()
                        .mapToDouble(c -> c.criterion().weight().value() * c.assessable())
                        .sum()
                / weight();
    }

    public Optional<CriterionResult> criterion(String id) {
        return criteria.stream().filter(c -> c.criterion().id().equals(id)).findFirst();
    }

    /** The same with more noise in every grade. */
    TestResult withNoise(double factor) {
        return of(test, trial, criteria.stream().map(c -> c.withNoise(factor)).toList(), depth, voided);
    }

    /** The same with one grade replaced, for asking what would happen if. */
    public TestResult withGrade(String criterion, Side side, Grade grade) {
        return of(
                test,
                trial,
                criteria.stream()
                        .map(c -> c.criterion().id().equals(criterion) ? c.withGrade(side, grade) : c)
                        .toList(),
                depth,
                voided);
    }
}
