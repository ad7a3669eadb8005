package rangordnung.core.link;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.EnumSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import rangordnung.core.body.Side;
import rangordnung.core.certainty.Likelihood;
import rangordnung.core.judgement.Change;
import rangordnung.core.judgement.CriterionResult;
import rangordnung.core.judgement.Finding;
import rangordnung.core.judgement.TestResult;
import rangordnung.core.protocol.Conditions;
import rangordnung.core.protocol.DepthStatus;
import rangordnung.core.protocol.Family;
import rangordnung.core.protocol.Grade;
import rangordnung.core.protocol.Retest;

/**
 * A retest held against its baseline: what changed in each criterion, against the noise.
 *
 * @param retest   which one
 * @param trial    the trial of the retest
 * @param baseline the trial it is held against
 * @param test     the test of that trial
 * @param changes  criteria that both could be read in
 * @param doubts   what makes it weaker evidence
 */
public record Outcome(
        Retest retest, UUID trial, UUID baseline, String test, List<CriterionChange> changes, Set<Doubt> doubts) {

    /** What a retest says of a fault. */
    public enum Verdict {
        HELPED,
        WORSE,
        WITHIN_NOISE
    }

    /** Why a retest is weaker evidence. */
    public enum Doubt {
        /** More was changed than the retest asks for. */
        TWO_CHANGES,
        /** What the retest asks for was not changed. */
        NOT_CHANGED,
        /** One side was treated since the baseline. */
        ONE_SIDE_TREATED,
        /** Another word than the allowed ones was given, or the athlete performed. */
        FLAGGED
    }

    /**
     * The change of one criterion on one side, in deviation 0 to 1.
     *
     * @param side of a criterion that has sides
     * @param seen how well the retest fits each true grade
     */
    public record CriterionChange(
            String criterion,
            Optional<Side> side,
            Grade before,
            Grade now,
            Change change,
            Verdict verdict,
            Likelihood seen) {}

    /** The outcome of a retest trial against the result of its baseline. */
    static Outcome of(Retest retest, TestResult baseline, TestResult again, double coverage, Looks looks) {
        List<CriterionChange> changes = new ArrayList<>();
        for (CriterionResult before : baseline.criteria()) {
            again.criterion(before.criterion().id())
                    .ifPresent(now -> before.spots().forEach(side -> change(before, again, now, side, coverage, looks)
                            .ifPresent(changes::add)));
        }
        return new Outcome(
                retest,
                again.trial().orElseThrow().id(),
                baseline.trial().orElseThrow().id(),
                baseline.test().id(),
                List.copyOf(changes),
                doubts(
                        retest,
                        baseline.trial().orElseThrow().conditions(),
                        again.trial().orElseThrow().conditions(),
                        !baseline.flags().isEmpty() || !again.flags().isEmpty()));
    }

    private static Optional<CriterionChange> change(
            CriterionResult before,
            TestResult again,
            CriterionResult now,
            Optional<Side> side,
            double coverage,
            Looks looks) {
        Side at = side.orElse(Side.LEFT);
        Optional<Finding.Graded> first = readable(before.findings().get(at));
        Optional<Finding.Graded> second = now.findings().get(at).graded();
        Likelihood seen = looks.one(again, now.criterion().id(), side);
        if (before.criterion().family() == Family.HEEL_LIFT
                && again.trial().orElseThrow().conditions().heelsRaisedOnPurpose()) {
            // Under a plate the heels tell nothing; what counts is whether the depth they had ended is reached now.
            second = depth(again);
            seen = second.map(Finding.Graded::likelihood).orElse(Likelihood.NOTHING);
        }
        if (first.isEmpty() || second.isEmpty()) {
            return Optional.empty();
        }
        Change change = Change.between(
                first.get().estimate(), second.get().estimate(), coverage, Grade.SLIGHT.deviation(), false);
        Verdict verdict =
                switch (change.verdict()) {
                    case IMPROVED -> Verdict.HELPED;
                    case WORSE -> Verdict.WORSE;
                    case SAME, CANNOT_TELL -> Verdict.WITHIN_NOISE;
                };
        return Optional.of(new CriterionChange(
                before.criterion().id(), side, first.get().grade(), second.get().grade(), change, verdict, seen));
    }

    /** A grade, also one that the heels had made uninterpretable by itself: the retest is there to tell. */
    private static Optional<Finding.Graded> readable(Finding finding) {
        return finding instanceof Finding.NotAssessable not && not.reason() == Finding.Reason.HEELS_UP
                ? not.seen()
                : finding.graded();
    }

    private static Optional<Finding.Graded> depth(TestResult again) {
        return again.criteria().stream()
                .filter(c -> c.criterion().family() == Family.DEPTH)
                .findFirst()
                .flatMap(c -> c.findings().left().graded())
                .filter(g -> again.depth()
                        .filter(d -> d != DepthStatus.NOT_ASSESSABLE)
                        .isPresent());
    }

    /**
     * What makes a retest weaker evidence.
     *
     * @param before  conditions of the baseline
     * @param now     conditions of the retest
     * @param flagged whether one of the two trials was cued or practised
     */
    public static Set<Doubt> doubts(Retest retest, Conditions before, Conditions now, boolean flagged) {
        Set<Doubt> doubts = EnumSet.noneOf(Doubt.class);
        Set<Conditions.Dimension> changed = before.differences(now);
        if (changed.remove(Conditions.Dimension.TREATED_SIDE)
                || now.treatedSide().isPresent()) {
            doubts.add(Doubt.ONE_SIDE_TREATED);
        }
        Set<Conditions.Dimension> asked = retest.changes();
        if (retest.otherTest().isEmpty()) {
            if (!asked.containsAll(changed) || added(before, now) > 1) {
                doubts.add(Doubt.TWO_CHANGES);
            }
            if (changed.stream().noneMatch(asked::contains)) {
                doubts.add(Doubt.NOT_CHANGED);
            }
        } else if (changed.contains(Conditions.Dimension.SHOES) || changed.contains(Conditions.Dimension.LOAD)) {
            doubts.add(Doubt.TWO_CHANGES);
        }
        if (flagged) {
            doubts.add(Doubt.FLAGGED);
        }
        return doubts;
    }

    private static long added(Conditions before, Conditions now) {
        return now.aids().stream()
                .map(Conditions.Aid::kind)
                .distinct()
                .filter(kind -> before.aids().stream().noneMatch(a -> a.kind() == kind))
                .count();
    }

    /** What it says of a criterion; the clearest change of both sides. */
    public Optional<CriterionChange> of(String criterion, Optional<Side> side) {
        return changes.stream()
                .filter(c -> c.criterion().equals(criterion)
                        && (side.isEmpty() || c.side().isEmpty() || c.side().equals(side)))
                .max(Comparator.comparingDouble(c -> Math.abs(c.change().difference())));
    }
}
