package rangordnung.core.link;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import rangordnung.core.judgement.CriterionResult;
import rangordnung.core.judgement.ScreenResult;
import rangordnung.core.judgement.TestResult;
import rangordnung.core.protocol.Protocol;

/** Weighs what speaks for and against each link that may limit an athlete. */
public final class Links {

    private final Protocol protocol;
    private final LinkRules rules;

    public Links(Protocol protocol, LinkRules rules) {
        this.protocol = protocol;
        this.rules = rules;
    }

    /** The report of one screen. */
    public LinkReport report(ScreenResult screen) {
        List<Outcome> outcomes = outcomes(screen);
        List<LinkReport.Explanation> explanations = new ArrayList<>();
        for (TestResult test : screen.tests()) {
            for (CriterionResult result : test.criteria()) {
                result.spots().forEach(spot -> result.at(spot)
                        .filter(g -> g.grade().atLeast(rules.standsFrom()))
                        .map(g -> new Fault(test, result, spot, g))
                        .ifPresent(fault -> explain(screen, outcomes, fault).ifPresent(explanations::add)));
            }
        }
        List<LinkReport.Evidence> general = FaultEvidence.loadHistory(screen)
                ? List.copyOf(rules.evidence(
                                LinkRules.Rule.KNEECAP_PAIN_AFTER_LOAD_CHANGE, Optional.empty(), Optional.empty())
                        .values())
                : List.of();
        List<Link> treated = rules.order().stream()
                .filter(link -> explanations.stream().anyMatch(e -> e.standing().contains(link)))
                .toList();
        return new LinkReport(outcomes, explanations, treated, general);
    }

    private List<Outcome> outcomes(ScreenResult screen) {
        List<Outcome> outcomes = new ArrayList<>();
        List<TestResult> known = new ArrayList<>(screen.tests());
        known.addAll(screen.second());
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
                                    protocol.rules().coverage().value())))));
        }
        return outcomes;
    }

    private Optional<LinkReport.Explanation> explain(ScreenResult screen, List<Outcome> outcomes, Fault fault) {
        List<Link> candidates = new ArrayList<>(rules.candidates(fault.family()));
        if (candidates.isEmpty()) {
            return Optional.empty();
        }
        if (FaultEvidence.loadHistory(screen)) {
            candidates.add(Link.LOAD_HISTORY);
        }
        Map<Link, List<LinkReport.Evidence>> evidence =
                new FaultEvidence(protocol, rules, screen, outcomes, fault).all();
        List<LinkReport.RankedLink> ranked = candidates.stream()
                .map(link -> ranked(link, evidence.getOrDefault(link, List.of())))
                .sorted(Comparator.comparingDouble(LinkReport.RankedLink::score)
                        .reversed()
                        .thenComparingInt(l -> rules.order().indexOf(l.link())))
                .toList();
        return Optional.of(new LinkReport.Explanation(
                fault.test().test().id(),
                fault.criterion(),
                fault.side().or(fault.result()::direction),
                fault.graded().grade(),
                ranked,
                new Separators(protocol, rules).between(ranked, screen, outcomes, fault)));
    }

    private LinkReport.RankedLink ranked(Link link, List<LinkReport.Evidence> evidence) {
        double score =
                evidence.stream().mapToDouble(LinkReport.Evidence::weight).sum();
        LinkReport.Support standing = score >= rules.supportedFrom().value()
                ? LinkReport.Support.SUPPORTED
                : score <= rules.againstFrom().value() ? LinkReport.Support.AGAINST : LinkReport.Support.OPEN;
        return new LinkReport.RankedLink(link, score, standing, evidence);
    }
}
