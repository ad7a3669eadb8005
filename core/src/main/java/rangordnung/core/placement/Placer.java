package rangordnung.core.placement;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.EnumSet;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import rangordnung.core.body.Side;
import rangordnung.core.certainty.CertaintyRules;
import rangordnung.core.judgement.CriterionResult;
import rangordnung.core.judgement.Finding;
import rangordnung.core.judgement.MovementIndex;
import rangordnung.core.judgement.ScreenResult;
import rangordnung.core.judgement.TestResult;
import rangordnung.core.ladder.Exercise;
import rangordnung.core.ladder.Focus;
import rangordnung.core.ladder.Ladders;
import rangordnung.core.link.Link;
import rangordnung.core.link.LinkReport;
import rangordnung.core.link.LinkRules;
import rangordnung.core.link.Links;
import rangordnung.core.protocol.DepthStatus;
import rangordnung.core.protocol.Grade;
import rangordnung.core.protocol.Protocol;
import rangordnung.core.protocol.Rules;
import rangordnung.core.safety.Clearance;

/**
 * Proposes focus and rung from what the screen can show.
 *
 * <p>The focus follows from the limiting link in the order of treatment: pain, foot, ankle, hip, sides, trunk
 * (common practice, no source). The rung follows from the worst grade, and from the screen before: up one step
 * at a time, down at once on a marked fault twice running (house convention).
 */
public final class Placer {

    private final Ladders ladders;
    private final PlacementRules rules;
    private final Rules judgement;
    private final Links links;

    public Placer(
            Ladders ladders, PlacementRules rules, LinkRules linkRules, CertaintyRules certainty, Protocol protocol) {
        this.ladders = ladders;
        this.rules = rules;
        this.judgement = protocol.rules();
        this.links = new Links(protocol, linkRules, certainty);
    }

    /**
     * The proposal after the last of several screens.
     *
     * @param screens   results of the same athlete under one protocol, oldest first, at least one
     * @param clearance whether the athlete may take part now
     */
    public Proposal propose(List<ScreenResult> screens, Clearance clearance) {
        Optional<Before> before = Optional.empty();
        for (ScreenResult screen : screens.subList(0, screens.size() - 1)) {
            if (decide(screen, Clearance.CLEARED, before) instanceof Decided.At at) {
                before =
                        Optional.of(new Before(at.place(), screen.worstHeading().orElse(Grade.NONE), screen.stopped()));
            }
        }
        ScreenResult last = screens.get(screens.size() - 1);
        Decided decided = decide(last, clearance, before);
        if (decided instanceof Decided.Nowhere nowhere) {
            return new Proposal.Open(nowhere.reason());
        }
        Decided.At at = (Decided.At) decided;
        List<Proposal.Mover> all =
                at.place().focus() == Focus.PROTECT ? List.of() : movers(last, clearance, before, at.place());
        return new Proposal.Placed(
                at.place().focus(),
                at.place().rung(),
                at.link(),
                at.reasons(),
                at.second(),
                shown(all),
                all.stream().anyMatch(m -> borderline(m, at.place())));
    }

    /** What the screen before led to. */
    private record Before(Proposal.Place place, Grade worstHeading, boolean pain) {}

    private sealed interface Decided {
        record At(Proposal.Place place, Optional<Link> link, List<Reason> reasons, Optional<Proposal.Place> second)
                implements Decided {}

        record Nowhere(MovementIndex.Reason reason) implements Decided {}
    }

    /** A rule of the order with the findings that make it stand. */
    private record Indicated(PlacementRules.Treatment rule, List<Reason.FaultSeen> evidence) {
        Grade worst() {
            return evidence.stream().map(Reason.FaultSeen::grade).reduce(Grade.NONE, Grade::worse);
        }
    }

    private Decided decide(ScreenResult screen, Clearance clearance, Optional<Before> before) {
        LinkReport report = links.report(screen);
        boolean loadHistory = report.loadHistory();
        boolean refer = links.refers(screen);
        if (screen.stopped() || refer || loadHistory || clearance == Clearance.NOT_CLEARED) {
            List<Reason> reasons = new ArrayList<>();
            if (screen.stopped()) {
                reasons.add(new Reason.PainStopped());
            }
            if (clearance == Clearance.NOT_CLEARED) {
                reasons.add(new Reason.NotCleared());
            }
            if (refer) {
                reasons.add(new Reason.Refer());
            }
            if (loadHistory) {
                reasons.add(new Reason.LoadHistory());
            }
            return new Decided.At(
                    new Proposal.Place(Focus.PROTECT, Optional.empty()),
                    Optional.of(loadHistory && reasons.size() == 1 ? Link.LOAD_HISTORY : Link.PAIN),
                    reasons,
                    Optional.empty());
        }
        List<Indicated> standing = standing(screen, report);
        if (standing.isEmpty() && screen.index() instanceof MovementIndex.Unknown unknown) {
            return new Decided.Nowhere(unknown.reason());
        }
        return standing.isEmpty() ? owned(screen, before) : first(screen, standing, before);
    }

    private Decided owned(ScreenResult screen, Optional<Before> before) {
        List<Reason> reasons = new ArrayList<>(List.of(new Reason.NoFault()));
        String rung = rung(screen, Focus.LOAD, Optional.empty(), Grade.NONE, before, reasons);
        return new Decided.At(
                new Proposal.Place(Focus.LOAD, Optional.of(rung)), Optional.empty(), reasons, Optional.empty());
    }

    private Decided first(ScreenResult screen, List<Indicated> standing, Optional<Before> before) {
        Indicated first = standing.get(0);
        Set<Focus> focuses = EnumSet.noneOf(Focus.class);
        standing.forEach(s -> focuses.add(s.rule().focus()));
        List<Reason> reasons = new ArrayList<>(first.evidence());
        reasons.add(new Reason.FirstInOrder(
                first.rule().focus(),
                List.copyOf(focuses),
                first.rule().link(),
                first.rule().label()));
        String rung =
                rung(screen, first.rule().focus(), Optional.of(first.rule().link()), first.worst(), before, reasons);
        Optional<Proposal.Place> second = standing.stream()
                .filter(s -> s.rule().focus() != first.rule().focus())
                .findFirst()
                .map(s -> new Proposal.Place(
                        s.rule().focus(),
                        Optional.of(rung(
                                screen,
                                s.rule().focus(),
                                Optional.of(s.rule().link()),
                                s.worst(),
                                before,
                                new ArrayList<>()))));
        return new Decided.At(
                new Proposal.Place(first.rule().focus(), Optional.of(rung)),
                Optional.of(first.rule().link()),
                reasons,
                second);
    }

    /** What stands, first what is treated first; but a slight fault never comes before a marked one. */
    private List<Indicated> standing(ScreenResult screen, LinkReport report) {
        return rules.order().stream()
                .map(rule -> new Indicated(rule, evidence(screen, report, rule)))
                .filter(s -> !s.evidence().isEmpty())
                .sorted(Comparator.comparing(s -> !s.worst().atLeast(Grade.MARKED)))
                .toList();
    }

    private List<Reason.FaultSeen> evidence(ScreenResult screen, LinkReport report, PlacementRules.Treatment rule) {
        List<Reason.FaultSeen> faults = new ArrayList<>();
        for (TestResult test : screen.tests()) {
            for (CriterionResult result : test.criteria()) {
                if (rule.criteria().contains(result.criterion().id())
                        || rule.families().contains(result.criterion().family())) {
                    result.spots().forEach(side -> result.at(side)
                            .filter(g -> g.grade().atLeast(rules.standsFrom()))
                            .filter(g -> leadsHere(rule, report, test, result, side))
                            .ifPresent(g -> faults.add(new Reason.FaultSeen(
                                    test.test().id(),
                                    result.criterion().id(),
                                    side.or(result::direction),
                                    g.grade(),
                                    g.variant()))));
                }
            }
        }
        return faults;
    }

    /** By the links that lead; else by the rule's own criteria, and where those are unlikely by the most likely link. */
    private boolean leadsHere(
            PlacementRules.Treatment rule,
            LinkReport report,
            TestResult test,
            CriterionResult result,
            Optional<Side> side) {
        boolean usual = rule.criteria().contains(result.criterion().id());
        Optional<Side> shown = side.or(result::direction);
        Optional<LinkReport.Explanation> explanation = report.explanations().stream()
                .filter(e -> e.test().equals(test.test().id())
                        && e.criterion().equals(result.criterion().id())
                        && e.side().equals(shown))
                .findFirst();
        return explanation
                .map(e -> {
                    boolean supported =
                            e.links().stream().anyMatch(l -> l.standing().leads());
                    boolean here = e.standing().contains(rule.link());
                    return supported
                            ? here
                                    && (usual
                                            || rule.families()
                                                    .contains(result.criterion().family()))
                            : usual
                                    ? here || e.standing().isEmpty()
                                    : e.links().get(0).link() == rule.link()
                                            && rule.families()
                                                    .contains(result.criterion().family())
                                            && usualAgainst(e, result);
                })
                .orElse(usual);
    }

    /** Evidence speaks against every link that the fault usually leads to. */
    private boolean usualAgainst(LinkReport.Explanation explanation, CriterionResult result) {
        return rules.order().stream()
                .filter(o -> o.criteria().contains(result.criterion().id()))
                .allMatch(o -> explanation
                        .link(o.link())
                        .filter(l -> l.standing() == LinkReport.Standing.UNLIKELY)
                        .isPresent());
    }

    private String rung(
            ScreenResult screen,
            Focus focus,
            Optional<Link> link,
            Grade evidence,
            Optional<Before> before,
            List<Reason> reasons) {
        PlacementRules.EntryRung entry = rules.entry(focus, link);
        Grade heading = screen.worstHeading().orElse(Grade.NONE);
        Grade deciding = entry.gradedBy() == PlacementRules.GradedBy.EVIDENCE ? evidence : heading;
        String wanted = entry.rung(deciding);
        reasons.add(new Reason.RungByGrade(deciding, wanted, entry.gradedBy()));
        String rung =
                before.map(b -> progress(focus, b, heading, wanted, reasons)).orElse(wanted);
        return allowed(screen, ladders.ladderOf(focus).orElseThrow(), rung, reasons);
    }

    /** The rung, or the next easier one that may be given with what was seen: contraindications bind. */
    private String allowed(ScreenResult screen, Ladders.Ladder ladder, String rung, List<Reason> reasons) {
        int at = ladder.position(rung).orElseThrow();
        Optional<Exercise.Contraindication> why = against(screen, ladder.rungs().get(at));
        if (why.isEmpty()) {
            return rung;
        }
        int easier = at;
        while (easier > 0 && against(screen, ladder.rungs().get(easier)).isPresent()) {
            easier--;
        }
        String allowed = ladder.rungs().get(easier).id();
        reasons.add(new Reason.Bound(rung, allowed, why.get()));
        return allowed;
    }

    private Optional<Exercise.Contraindication> against(ScreenResult screen, Exercise exercise) {
        return exercise.notFor().stream()
                .filter(c -> switch (c) {
                    case MARKED_FAULT ->
                        screen.worstHeading()
                                .filter(g -> g.atLeast(Grade.MARKED))
                                .isPresent();
                    case TUCK -> tucks(screen);
                    case NO_SPOTTER -> false; // the hall's, not the athlete's
                })
                .findFirst();
    }

    /** Whether the pelvis was seen to tuck under, which ends the depth or is the way in which the low back loses its shape. */
    private boolean tucks(ScreenResult screen) {
        return screen.tests().stream().anyMatch(t -> t.depth().equals(Optional.of(DepthStatus.ENDED_BY_TUCK)));
    }

    /** The rung in the light of the screen before, where that one was on the same ladder. */
    private String progress(Focus focus, Before before, Grade heading, String wanted, List<Reason> reasons) {
        Ladders.Ladder ladder = ladders.ladderOf(focus).orElseThrow();
        Optional<Integer> from = ladders.ladderOf(before.place().focus())
                .filter(ladder::equals)
                .flatMap(l -> before.place().rung())
                .flatMap(ladder::position);
        Optional<Integer> to = ladder.position(wanted);
        if (from.isEmpty() || to.isEmpty()) {
            return wanted;
        }
        String last = ladder.rungs().get(from.get()).id();
        String above = ladder.rungs()
                .get(Math.min(from.get() + 1, ladder.rungs().size() - 1))
                .id();
        boolean ownedTwice = !heading.atLeast(rules.ownedBelow())
                && !before.worstHeading().atLeast(rules.ownedBelow())
                && !before.pain();
        if (to.get() > from.get()) {
            reasons.add(new Reason.OneStepUp(last, wanted, above));
            return above;
        }
        if (ownedTwice) {
            reasons.add(new Reason.OwnedTwice(last, above));
            return above;
        }
        if (to.get() < from.get()) {
            boolean twice =
                    heading.atLeast(rules.ownedBelow()) && before.worstHeading().atLeast(rules.ownedBelow());
            reasons.add(twice ? new Reason.DownAfterTwice(last, wanted) : new Reason.HeldOnce(last, wanted));
            return twice ? wanted : last;
        }
        return wanted;
    }

    /**
     * What would lead to another place: the whole evidence of this one gone, or any single finding one grade or
     * wholly better, or one grade worse.
     */
    private List<Proposal.Mover> movers(
            ScreenResult screen, Clearance clearance, Optional<Before> before, Proposal.Place now) {
        List<Proposal.GradeChange> evidence = new ArrayList<>();
        List<List<Proposal.GradeChange>> asked = new ArrayList<>();
        asked.add(evidence);
        for (TestResult test : screen.tests()) {
            for (CriterionResult result : test.criteria()) {
                result.spots().forEach(side -> result.at(side).ifPresent(graded -> {
                    for (Grade to : changes(graded)) {
                        asked.add(List.of(new Proposal.GradeChange(
                                test.test().id(), result.criterion().id(), side, graded.grade(), to)));
                    }
                    if (graded.grade().atLeast(rules.standsFrom()) && treatedBy(now.focus(), result)) {
                        evidence.add(new Proposal.GradeChange(
                                test.test().id(), result.criterion().id(), side, graded.grade(), Grade.NONE));
                    }
                }));
            }
        }
        List<Proposal.Mover> movers = new ArrayList<>();
        for (List<Proposal.GradeChange> changes : asked) {
            ScreenResult changed = screen;
            for (Proposal.GradeChange change : changes) {
                changed = changed.withGrade(
                        change.test(), change.criterion(), change.side().orElse(Side.LEFT), change.to(), judgement);
            }
            if (decide(changed, clearance, before) instanceof Decided.At at
                    && !at.place().equals(now)) {
                movers.add(new Proposal.Mover(changes, at.place()));
            }
        }
        return movers;
    }

    private boolean treatedBy(Focus focus, CriterionResult result) {
        return rules.order().stream()
                .anyMatch(o -> o.focus() == focus
                        && o.criteria().contains(result.criterion().id()));
    }

    private static Set<Grade> changes(Finding.Graded graded) {
        Set<Grade> to = new LinkedHashSet<>(
                List.of(graded.grade().lower(), Grade.NONE, graded.grade().higher()));
        to.remove(graded.grade());
        return to;
    }

    /** What is told: improvements first, each place once, with the smallest change that leads there. */
    private static List<Proposal.Mover> shown(List<Proposal.Mover> movers) {
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

    /** One slight mark decides the focus: without it the athlete would stand elsewhere. */
    private static boolean borderline(Proposal.Mover mover, Proposal.Place now) {
        Proposal.GradeChange change = mover.changes().get(0);
        return mover.changes().size() == 1
                && change.from() == Grade.SLIGHT
                && change.better()
                && mover.leadsTo().focus() != now.focus();
    }
}
