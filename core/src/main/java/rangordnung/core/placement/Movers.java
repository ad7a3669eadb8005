package rangordnung.core.placement;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;
import rangordnung.core.body.Side;
import rangordnung.core.judgement.CriterionResult;
import rangordnung.core.judgement.Finding;
import rangordnung.core.judgement.ScreenResult;
import rangordnung.core.judgement.TestResult;
import rangordnung.core.ladder.Focus;
import rangordnung.core.protocol.Grade;
import rangordnung.core.protocol.Rules;

/**
 * What would lead to another place: the whole evidence of this one gone, or any single finding one grade or wholly better, or
 * one grade worse.
 *
 * @param placing where a screen would lead
 */
record Movers(PlacementRules rules, Rules judgement, Function<ScreenResult, Optional<Proposal.Place>> placing) {

    List<Proposal.Mover> of(ScreenResult screen, Proposal.Placed now) {
        List<Proposal.Mover> movers = new ArrayList<>();
        for (List<Proposal.GradeChange> changes : asked(screen, now)) {
            ScreenResult changed = screen;
            for (Proposal.GradeChange change : changes) {
                changed = changed.withGrade(
                        change.test(), change.criterion(), change.side().orElse(Side.LEFT), change.to(), judgement);
            }
            placing.apply(changed)
                    .filter(place -> !place.equals(now.place()))
                    .ifPresent(place -> movers.add(new Proposal.Mover(changes, place)));
        }
        return movers;
    }

    private List<List<Proposal.GradeChange>> asked(ScreenResult screen, Proposal.Placed now) {
        List<Proposal.GradeChange> evidence = new ArrayList<>();
        List<List<Proposal.GradeChange>> asked = new ArrayList<>();
        for (TestResult test : screen.tests()) {
            for (CriterionResult result : test.criteria()) {
                result.spots().forEach(side -> result.at(side).ifPresent(graded -> {
                    for (Grade to : changes(graded)) {
                        asked.add(List.of(new Proposal.GradeChange(
                                test.test().id(), result.criterion().id(), side, graded.grade(), to)));
                    }
                    if (graded.grade().atLeast(rules.standsFrom()) && evidence(now, test, result, side)) {
                        evidence.add(new Proposal.GradeChange(
                                test.test().id(), result.criterion().id(), side, graded.grade(), Grade.NONE));
                    }
                }));
            }
        }
        if (!evidence.isEmpty()) {
            asked.add(evidence);
        }
        return asked;
    }

    private static boolean evidence(Proposal.Placed now, TestResult test, CriterionResult result, Optional<Side> side) {
        return now.reasons().stream()
                .anyMatch(r -> r instanceof Reason.FaultSeen fault
                        && fault.test().equals(test.test().id())
                        && fault.criterion().equals(result.criterion().id())
                        && fault.side().equals(side.or(result::direction)));
    }

    private static Set<Grade> changes(Finding.Graded graded) {
        Set<Grade> to = new LinkedHashSet<>(
                List.of(graded.grade().lower(), Grade.NONE, graded.grade().higher()));
        to.remove(graded.grade());
        return to;
    }

    /** What is told: improvements first, each place once, with the smallest change that leads there. */
    static List<Proposal.Mover> shown(List<Proposal.Mover> movers) {
        Set<Proposal.Place> places = new LinkedHashSet<>();
        return movers.stream()
                .sorted(Comparator.comparing(
                                (Proposal.Mover m) -> !m.changes().get(0).better())
                        .thenComparing(m -> m.changes().stream()
                                .mapToInt(Proposal.GradeChange::size)
                                .sum()))
                .filter(m -> places.add(m.leadsTo()))
                .toList();
    }

    /** Whether the mark of one fault decides the focus: it may well be one grade off, and then something else would be worked on. */
    boolean decides(ScreenResult screen, Proposal.Mover mover, Focus now) {
        Proposal.GradeChange change = mover.changes().get(0);
        return mover.changes().size() == 1
                && change.size() == 1
                && change.from().atLeast(rules.standsFrom())
                && mover.leadsTo().focus() != now
                && screen.tests().stream()
                        .filter(t -> t.test().id().equals(change.test()))
                        .flatMap(t -> t.criterion(change.criterion()).stream())
                        .flatMap(c -> c.at(change.side()).stream())
                        .anyMatch(g -> g.likelihood().chances().of(change.to())
                                >= rules.oneMark().value());
    }
}
