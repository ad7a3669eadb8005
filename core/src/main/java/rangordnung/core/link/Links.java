package rangordnung.core.link;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import rangordnung.core.certainty.CertaintyRules;
import rangordnung.core.certainty.Evidence;
import rangordnung.core.judgement.CriterionResult;
import rangordnung.core.judgement.ScreenResult;
import rangordnung.core.judgement.TestResult;
import rangordnung.core.protocol.Criterion;
import rangordnung.core.protocol.Protocol;
import rangordnung.core.record.Fact;
import rangordnung.core.safety.Clearance;
import rangordnung.core.safety.PainReport;

/** Weighs what speaks for and against each link that may limit an athlete. */
public final class Links {

    private final Protocol protocol;
    private final LinkRules rules;
    private final CertaintyRules certainty;

    public Links(Protocol protocol, LinkRules rules, CertaintyRules certainty) {
        this.protocol = protocol;
        this.rules = rules;
        this.certainty = certainty;
    }

    /** The report of one screen. */
    public LinkReport report(ScreenResult screen) {
        return report(screen, true);
    }

    /**
     * What a main fault may come from that nobody has seen yet, by its usual shares.
     *
     * @return the kind of the fault and its links; empty where nothing is said of it
     */
    public Optional<LinkRules.FaultKind> unseen(Criterion criterion) {
        return rules.kind(criterion, Optional.empty());
    }

    /** The same without the trials that would tell more: those take most of the time. */
    public LinkReport sofar(ScreenResult screen) {
        return report(screen, false);
    }

    private LinkReport report(ScreenResult screen, boolean next) {
        List<Outcome> outcomes = outcomes(screen);
        List<LinkReport.Explanation> explanations = new ArrayList<>();
        for (TestResult test : screen.tests()) {
            for (CriterionResult result : test.criteria()) {
                result.spots().forEach(spot -> result.at(spot)
                        .filter(g -> g.grade().atLeast(rules.standsFrom()))
                        .map(g -> new Fault(test, result, spot, g))
                        .ifPresent(
                                fault -> explain(screen, outcomes, fault, next).ifPresent(explanations::add)));
            }
        }
        List<Link> first = rules.order().stream()
                .filter(link -> explanations.stream()
                        .flatMap(e -> e.link(link).stream())
                        .anyMatch(l -> l.standing().leads()))
                .toList();
        return new LinkReport(outcomes, explanations, first, loadHistory(screen));
    }

    /**
     * Whether a clinician should be seen before this pattern is trained: for what was said of pain, or since a fault was seen in
     * which pain or an old injury comes first. A clearance answers for the injury, and not for pain.
     */
    public boolean refers(ScreenResult screen, Clearance clearance) {
        boolean injured = injuredBelow(screen) && clearance != Clearance.CLEARED;
        return screen.refer()
                || (hurtsNow(screen) || injured) && screen.criteria().anyMatch(this::painFirst);
    }

    private boolean painFirst(CriterionResult result) {
        return result.spots()
                .flatMap(spot -> result.at(spot).stream())
                .anyMatch(g -> g.grade().atLeast(rules.standsFrom())
                        && rules.kind(result.criterion(), g.variant())
                                .filter(LinkRules.FaultKind::painFirst)
                                .isPresent());
    }

    private List<Outcome> outcomes(ScreenResult screen) {
        List<Outcome> outcomes = new ArrayList<>();
        List<TestResult> known = new ArrayList<>(screen.tests());
        known.addAll(screen.looks());
        Looks looks = new Looks(screen, certainty);
        for (TestResult again : screen.retests()) {
            again.trial().flatMap(TestResult.Trial::retest).ifPresent(named -> protocol.retest(named.retest())
                    .ifPresent(retest -> known.stream()
                            .filter(t -> t.trial()
                                    .filter(x -> x.id().equals(named.baseline()))
                                    .isPresent())
                            .findFirst()
                            .ifPresent(baseline -> outcomes.add(Outcome.of(
                                    retest,
                                    baseline,
                                    again,
                                    protocol.rules().coverage().value(),
                                    looks)))));
        }
        return outcomes;
    }

    private Optional<LinkReport.Explanation> explain(
            ScreenResult screen, List<Outcome> outcomes, Fault fault, boolean next) {
        return rules.kind(fault.result().criterion(), fault.graded().variant())
                .map(kind -> explain(screen, outcomes, fault, kind, next));
    }

    private LinkReport.Explanation explain(
            ScreenResult screen, List<Outcome> outcomes, Fault fault, LinkRules.FaultKind kind, boolean next) {
        FaultEvidence evidence = new FaultEvidence(protocol, rules, certainty, screen, outcomes, fault);
        Map<Link, List<LinkReport.Said>> said = evidence.all();
        boolean painFirst = kind.painFirst() && hurtsBelow(screen);
        List<LinkReport.RankedLink> ranked = kind.candidates().stream()
                .filter(c -> !c.oneSided() || evidence.oneSided())
                .map(c -> ranked(c, said.getOrDefault(c.link(), List.of()), evidence))
                .sorted(Comparator.comparingDouble(LinkReport.RankedLink::chance)
                        .reversed()
                        .thenComparingInt(l -> rules.order().indexOf(l.link())))
                .toList();
        return new LinkReport.Explanation(
                fault.test().test().id(),
                fault.criterion(),
                fault.side().or(fault.result()::direction),
                fault.graded().grade(),
                kind.id(),
                evidence.before(),
                painFirst,
                ranked,
                next
                        ? new NextTrials(protocol, rules, certainty)
                                .worthIt(
                                        fault,
                                        ranked,
                                        evidence,
                                        painFirst,
                                        AnkleTest.wall(screen, fault.sides()).isPresent())
                        : List.of());
    }

    private LinkReport.RankedLink ranked(
            LinkRules.Candidate candidate, List<LinkReport.Said> said, FaultEvidence evidence) {
        double chance = Evidence.chance(
                candidate.prior(),
                said.stream().map(s -> new Evidence(s.ratio())).toList());
        boolean confirmed = rules.confirming(candidate.link()).stream().allMatch(evidence::seen);
        return new LinkReport.RankedLink(
                candidate.link(),
                candidate.prior(),
                chance,
                standing(chance, confirmed && !said.isEmpty()),
                said.stream()
                        .sorted(Comparator.comparing(s -> new Evidence(s.ratio())))
                        .toList());
    }

    /** Without a trial nothing is likely, however usual it is. */
    private LinkReport.Standing standing(double chance, boolean confirmed) {
        return chance >= certainty.likely().value() && confirmed
                ? LinkReport.Standing.LIKELY
                : chance >= certainty.leading().value()
                        ? LinkReport.Standing.LEADING
                        : chance >= certainty.open().value() ? LinkReport.Standing.OPEN : LinkReport.Standing.UNLIKELY;
    }

    /** Pain or an old injury where a drift may come from: leg, hip or back. */
    private static boolean hurtsBelow(ScreenResult screen) {
        return injuredBelow(screen) || hurtsNow(screen);
    }

    private static boolean hurtsNow(ScreenResult screen) {
        return screen.pains().stream().anyMatch(p -> p.region().bearsWeight());
    }

    /** An injury of which nobody has said where it was may have been there. */
    private static boolean injuredBelow(ScreenResult screen) {
        return screen.background().contains(Fact.Background.INJURY_IN_TWELVE_MONTHS)
                && screen.injury().map(i -> i.region().bearsWeight()).orElse(true);
    }

    /** Pain at the kneecap after a change of load: the load is cut, and the form is not blamed. */
    private static boolean loadHistory(ScreenResult screen) {
        return screen.pains().stream()
                        .anyMatch(p -> p.region() == PainReport.Region.ABOVE_KNEECAP
                                || p.region() == PainReport.Region.BELOW_KNEECAP)
                && (screen.background().contains(Fact.Background.LAY_OFF)
                        || screen.background().contains(Fact.Background.SHARP_RISE_IN_TRAINING));
    }
}
