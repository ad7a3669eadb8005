package rangordnung.core.placement;

import java.util.ArrayList;
import java.util.EnumSet;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Stream;
import rangordnung.core.certainty.GradeChances;
import rangordnung.core.judgement.CriterionResult;
import rangordnung.core.judgement.Finding;
import rangordnung.core.judgement.ScreenResult;
import rangordnung.core.judgement.TestResult;
import rangordnung.core.ladder.Ladders;
import rangordnung.core.protocol.Family;
import rangordnung.core.protocol.Grade;
import rangordnung.core.protocol.Protocol;

/**
 * Where an athlete stands on the ladder of each pattern, by the faults of that pattern; and how a rung moves from one screen
 * to the next: up one step at a time, down at once on a marked fault twice running (house convention).
 */
final class Rungs {

    private final Ladders ladders;
    private final PlacementRules rules;
    private final Protocol protocol;

    Rungs(Ladders ladders, PlacementRules rules, Protocol protocol) {
        this.ladders = ladders;
        this.rules = rules;
        this.protocol = protocol;
    }

    /**
     * What a rung was given for.
     *
     * @param owned whether the rung is owned
     * @param marked whether a marked fault was seen
     */
    record At(String ladder, String rung, boolean owned, boolean marked) {}

    /** Where the athlete stands on one ladder, with what the next screen needs to know of it. */
    record Found(Proposal.Stand stand, At at) {}

    /** Where the athlete stands on the ladder of each pattern. */
    List<Found> patterns(ScreenResult screen, Bounds bounds, List<At> before, boolean sore) {
        return rules.patterns().stream()
                .map(pattern -> pattern(
                        pattern,
                        screen,
                        bounds,
                        before.stream()
                                .filter(b -> b.ladder().equals(pattern.ladder()))
                                .findFirst(),
                        sore))
                .toList();
    }

    private Found pattern(
            PlacementRules.PatternLadder pattern,
            ScreenResult screen,
            Bounds bounds,
            Optional<At> before,
            boolean sore) {
        Ladders.Ladder ladder = ladders.required(pattern.ladder());
        List<Finding.Graded> graded = deciding(pattern, screen)
                .flatMap(c -> c.spots().flatMap(spot -> c.at(spot).stream()))
                .toList();
        List<Reason> reasons = new ArrayList<>();
        if (graded.isEmpty()) {
            // Nothing was seen this time: what was reached before is kept.
            String start = before.map(At::rung).orElse(pattern.untested());
            if (before.isEmpty()) {
                reasons.add(new Reason.Untested(start));
            }
            String rung = sore(ladder, start, pattern.sore(), sore, reasons);
            return new Found(
                    new Proposal.Stand(ladder.id(), rung, false, Optional.empty(), reasons),
                    new At(ladder.id(), rung, false, false));
        }
        Grade worst = graded.stream().map(Finding.Graded::grade).reduce(Grade.NONE, Grade::worse);
        Optional<Double> owned = owned(pattern, screen);
        boolean marked = worst.atLeast(rules.ownedBelow());
        At now = new At(ladder.id(), pattern.rung(worst), sure(owned), marked);
        reasons.add(new Reason.RungByGrade(worst, now.rung()));
        String moved = moved(ladder, now, before, reasons);
        String rung = sore(ladder, bounds.allowed(ladders, ladder, moved, reasons), pattern.sore(), sore, reasons);
        return new Found(
                new Proposal.Stand(ladder.id(), rung, true, owned, reasons),
                new At(ladder.id(), rung, now.owned(), marked));
    }

    private static String sore(Ladders.Ladder ladder, String rung, String highest, boolean sore, List<Reason> reasons) {
        String allowed = sore ? ladder.easier(rung, highest) : rung;
        if (!allowed.equals(rung)) {
            reasons.add(new Reason.Sore(rung, allowed));
        }
        return allowed;
    }

    private boolean sure(Optional<Double> owned) {
        return owned.filter(chance -> chance >= rules.ownedChance().value()).isPresent();
    }

    /** Whether faults are so slight that a rung is owned. */
    boolean owned(List<GradeChances> faults) {
        return faults.stream().mapToDouble(this::slight).reduce(1, (a, b) -> a * b)
                >= rules.ownedChance().value();
    }

    /** The rung in the light of the screen before. */
    String moved(Ladders.Ladder ladder, At now, Optional<At> last, List<Reason> reasons) {
        Optional<Integer> from = last.flatMap(l -> ladder.position(l.rung()));
        if (last.isEmpty() || from.isEmpty()) {
            return now.rung();
        }
        At before = last.get();
        int to = ladder.rungs().indexOf(now.rung());
        String above = ladder.above(before.rung());
        if (to > from.get()) {
            reasons.add(new Reason.OneStepUp(before.rung(), now.rung(), above));
            return above;
        }
        if (now.owned() && before.owned() && !above.equals(before.rung())) {
            reasons.add(new Reason.OwnedTwice(before.rung(), above));
            return above;
        }
        if (to < from.get()) {
            boolean twice = now.marked() && before.marked();
            reasons.add(
                    twice
                            ? new Reason.DownAfterTwice(before.rung(), now.rung())
                            : new Reason.HeldOnce(before.rung(), now.rung()));
            return twice ? now.rung() : before.rung();
        }
        return now.rung();
    }

    private Stream<CriterionResult> deciding(PlacementRules.PatternLadder pattern, ScreenResult screen) {
        return tests(pattern, screen).flatMap(t -> t.criteria().stream()).filter(c -> pattern.families()
                .contains(c.criterion().family()));
    }

    private static Stream<TestResult> tests(PlacementRules.PatternLadder pattern, ScreenResult screen) {
        return screen.tests().stream()
                .filter(t -> pattern.patterns().contains(t.test().pattern()));
    }

    /**
     * The chance that all main faults of a pattern are slight at most. One fault that shows in several tests is one fault, so that
     * the worst view of it decides.
     *
     * @return empty where one of them was not seen in any test: what was not seen is not owned
     */
    private Optional<Double> owned(PlacementRules.PatternLadder pattern, ScreenResult screen) {
        Map<String, Double> worst = new HashMap<>();
        Set<Family> seen = EnumSet.noneOf(Family.class);
        deciding(pattern, screen)
                .forEach(c -> c.spots().forEach(spot -> c.at(spot).ifPresent(g -> {
                    seen.add(c.criterion().family());
                    worst.merge(c.criterion().id() + spot, slight(g.likelihood().chances()), Math::min);
                })));
        return seen.containsAll(families(pattern))
                ? Optional.of(worst.values().stream().reduce(1.0, (one, other) -> one * other))
                : Optional.empty();
    }

    /** The families that the protocol's tests of a pattern look at. */
    private List<Family> families(PlacementRules.PatternLadder pattern) {
        return protocol.tests().stream()
                .filter(t -> t.counts() && pattern.patterns().contains(t.pattern()))
                .flatMap(t -> t.criteria().stream())
                .map(c -> c.family())
                .filter(pattern.families()::contains)
                .distinct()
                .toList();
    }

    private double slight(GradeChances chances) {
        return 1 - chances.atLeast(rules.ownedBelow());
    }
}
