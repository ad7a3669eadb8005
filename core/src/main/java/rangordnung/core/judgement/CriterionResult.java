package rangordnung.core.judgement;

import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;
import rangordnung.core.body.Side;
import rangordnung.core.body.Sided;
import rangordnung.core.protocol.Criterion;
import rangordnung.core.protocol.Extent;
import rangordnung.core.protocol.Grade;
import rangordnung.core.protocol.Source;

/**
 * One criterion of one trial. What has no side of its own stands on both, with the same finding.
 *
 * @param direction for a directed criterion with a fault: the side it goes to
 * @param readings  what was measured by hand
 * @param told      what landmarks and devices measured in it, whether it is judged or only told
 * @param byEye     what was seen by eye, where a measured value counts and says otherwise beyond the noise of both
 */
public record CriterionResult(
        Criterion criterion,
        Sided<Finding> findings,
        Optional<Side> direction,
        Sided<Optional<Reading>> readings,
        List<Told> told,
        Sided<Optional<Grade>> byEye) {

    /**
     * A measure by its value.
     *
     * @param value       median over the repetitions, in the unit of the measure
     * @param repetitions in how many it was read
     */
    public record Told(String measure, Optional<Side> side, double value, int repetitions, Source source) {}

    static final Sided<Optional<Reading>> NO_READINGS = Sided.both(Optional.empty());

    static final Sided<Optional<Grade>> AS_MEASURED = Sided.both(Optional.empty());

    /** The places that have a grade of their own: two sides, or one for the whole body. */
    public Stream<Optional<Side>> spots() {
        return criterion.extent() == Extent.SIDED
                ? Stream.of(Optional.of(Side.LEFT), Optional.of(Side.RIGHT))
                : Stream.of(Optional.empty());
    }

    /** The grade at a place. */
    public Optional<Finding.Graded> at(Optional<Side> side) {
        return findings.get(side.orElse(Side.LEFT)).graded();
    }

    /** The worse grade of both sides, where at least one has a grade. */
    public Optional<Grade> worse() {
        return Stream.of(findings.left(), findings.right())
                .flatMap(f -> f.graded().stream())
                .map(Finding.Graded::grade)
                .reduce(Grade::worse);
    }

    /** Share of the criterion's weight that was assessable: 0, ½ or 1. */
    double assessable() {
        return findings.<Double>map(f -> f.graded().isPresent() ? 0.5 : 0.0).join(Double::sum);
    }

    /** The same with more noise in every grade. */
    CriterionResult withNoise(double factor) {
        return new CriterionResult(
                criterion,
                findings.map(
                        f -> f.graded().<Finding>map(g -> g.withNoise(factor)).orElse(f)),
                direction,
                readings,
                told,
                byEye);
    }

    /** The same with one side's grade replaced, for asking what would happen if. */
    public CriterionResult withGrade(Side side, Grade grade) {
        Sided<Finding> changed = Sided.each(s -> s == side || criterion.extent() != Extent.SIDED
                ? findings.get(s)
                        .graded()
                        .<Finding>map(g -> new Finding.Graded(
                                grade,
                                grade.deviation(),
                                Optional.empty(),
                                g.sem(),
                                grade,
                                g.variant(),
                                g.phase(),
                                g.origin()))
                        .orElse(findings.get(s))
                : findings.get(s));
        return new CriterionResult(criterion, changed, direction, readings, told, byEye);
    }
}
