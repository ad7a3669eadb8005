package rangordnung.core.placement;

import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Stream;
import rangordnung.core.body.Side;
import rangordnung.core.certainty.GradeChances;
import rangordnung.core.judgement.CriterionResult;
import rangordnung.core.judgement.Finding;
import rangordnung.core.judgement.Reading;
import rangordnung.core.judgement.ScreenResult;
import rangordnung.core.judgement.TestResult;
import rangordnung.core.ladder.Focus;
import rangordnung.core.link.Link;
import rangordnung.core.link.LinkReport;
import rangordnung.core.link.LinkRules;
import rangordnung.core.protocol.Family;
import rangordnung.core.protocol.Gauge;
import rangordnung.core.protocol.Grade;

/** Which treatments a screen calls for, in the order in which they are worked on. */
final class Indications {

    private final PlacementRules rules;
    private final LinkRules links;

    Indications(PlacementRules rules, LinkRules links) {
        this.rules = rules;
        this.links = links;
    }

    /**
     * A treatment with what calls for it.
     *
     * @param told     whether trials tell its link apart
     * @param next     the trial that would tell most
     * @param evidence the faults
     * @param seen     the chance of each true grade of each of them
     */
    record Indicated(
            PlacementRules.Treatment treatment,
            boolean told,
            Optional<LinkReport.NextTrial> next,
            List<Reason> evidence,
            Grade worst,
            List<GradeChances> seen) {

        /** The sides that the work is for. */
        List<Side> sides() {
            return evidence.stream()
                    .flatMap(reason -> side(reason).stream())
                    .distinct()
                    .sorted()
                    .toList();
        }

        /** The side with the worse fault, where one is worse. */
        Optional<Side> worse() {
            List<Side> worse = evidence.stream()
                    .filter(reason -> !(reason instanceof Reason.FaultSeen fault) || fault.grade() == worst)
                    .flatMap(reason -> side(reason).stream())
                    .distinct()
                    .toList();
            return worse.size() == 1 ? Optional.of(worse.get(0)) : Optional.empty();
        }

        private static Optional<Side> side(Reason reason) {
            return reason instanceof Reason.FaultSeen fault
                    ? fault.side()
                    : reason instanceof Reason.SidesDiffer differ ? Optional.of(differ.weaker()) : Optional.empty();
        }

        Indicated and(Indicated other) {
            return new Indicated(
                    treatment,
                    told || other.told,
                    next.or(other::next),
                    Stream.concat(evidence.stream(), other.evidence.stream())
                            .distinct()
                            .toList(),
                    Grade.worse(worst, other.worst),
                    Stream.concat(seen.stream(), other.seen.stream()).toList());
        }
    }

    /** What a screen calls for, what is worked on first in front; a slight fault never comes before a marked one. */
    List<Indicated> of(ScreenResult screen, LinkReport report) {
        Map<String, Indicated> all = new LinkedHashMap<>();
        report.explanations().forEach(e -> decided(screen, e).ifPresent(i -> all.merge(key(i), i, Indicated::and)));
        if (all.isEmpty()) {
            differences(screen).forEach(i -> all.merge(key(i), i, Indicated::and));
        }
        return all.values().stream()
                .sorted(Comparator.comparing((Indicated i) -> rank(i.treatment(), i.worst())))
                .toList();
    }

    private static String key(Indicated indicated) {
        return indicated.treatment().fault() + "/" + indicated.treatment().link();
    }

    /** Where a treatment stands in the order; smaller comes first. */
    int rank(PlacementRules.Treatment treatment, Grade worst) {
        int kind = 0;
        while (!links.faults().get(kind).id().equals(treatment.fault())) {
            kind++;
        }
        int last = rules.last().contains(treatment.fault()) ? 1 : 0;
        int unmarked = worst.atLeast(Grade.MARKED) ? 0 : 1;
        return ((unmarked * 2 + last) * Link.values().length + links.order().indexOf(treatment.link()))
                        * links.faults().size()
                + kind;
    }

    /**
     * The treatment of a fault: that of the first link in the order that leads; where none does, that of the likeliest link if a
     * trial spoke for it, else the fault's own first aid, unless that is unlikely.
     */
    private Optional<Indicated> decided(ScreenResult screen, LinkReport.Explanation explanation) {
        if (explanation.links().isEmpty()) {
            return Optional.empty();
        }
        Optional<LinkReport.RankedLink> leads = links.order().stream()
                .flatMap(link -> explanation.link(link).stream())
                .filter(l -> l.standing().leads() && !l.trials().isEmpty())
                .findFirst();
        Link usual = rules.firstAid(explanation.kind());
        LinkReport.RankedLink likeliest = explanation.links().get(0);
        LinkReport.RankedLink deciding = leads.or(() -> Optional.of(likeliest).filter(l -> l.chance() > l.prior()))
                .or(() -> explanation.link(usual).filter(l -> l.standing() != LinkReport.Standing.UNLIKELY))
                .orElse(likeliest);
        return rules.treatment(explanation.kind(), deciding.link())
                .map(treatment -> new Indicated(
                        treatment,
                        leads.isPresent(),
                        explanation.next(),
                        List.of(seen(screen, explanation)),
                        explanation.grade(),
                        List.of(explanation.seen())));
    }

    private static Reason seen(ScreenResult screen, LinkReport.Explanation explanation) {
        Optional<Finding.Graded> finding = screen.tests().stream()
                .filter(t -> t.test().id().equals(explanation.test()))
                .flatMap(t -> t.criterion(explanation.criterion()).stream())
                .flatMap(c -> c.findings().get(explanation.side().orElse(Side.LEFT)).graded().stream())
                .findFirst();
        return new Reason.FaultSeen(
                explanation.test(),
                explanation.criterion(),
                explanation.side(),
                explanation.grade(),
                finding.flatMap(Finding.Graded::variant),
                finding.flatMap(Finding.Graded::phase));
    }

    /** Differences between the sides that are flagged while no fault stands: nobody is ready for load with one. */
    private Stream<Indicated> differences(ScreenResult screen) {
        return screen.tests().stream().flatMap(test -> test.criteria().stream()
                .flatMap(result -> differs(result).stream().flatMap(weaker -> treatment(result).stream()
                        .map(treatment -> new Indicated(
                                treatment,
                                false,
                                Optional.empty(),
                                List.of(differ(test, result, weaker)),
                                Grade.NONE,
                                List.of())))));
    }

    private static Reason differ(TestResult test, CriterionResult result, Side weaker) {
        return new Reason.SidesDiffer(test.test().id(), result.criterion().id(), weaker);
    }

    private Optional<PlacementRules.Treatment> treatment(CriterionResult result) {
        Link link = result.criterion().family() == Family.BALANCE ? Link.ASYMMETRY : Link.ANKLE;
        return links.faults().stream()
                .filter(f -> f.families().contains(result.criterion().family()))
                .findFirst()
                .flatMap(kind -> rules.treatment(kind.id(), link));
    }

    /** The weaker side, where a figure of the difference is flagged. */
    private static Optional<Side> differs(CriterionResult result) {
        return result.criterion().gauge().stream()
                .flatMap(g -> g.figures().stream())
                .filter(f -> f.kind() == Gauge.FigureKind.SIDE_DIFFERENCE)
                .flatMap(f -> Stream.of(Side.values())
                        .flatMap(side -> result.readings().get(side).stream())
                        .flatMap(r -> r.figures().stream())
                        .filter(v -> v.figure().equals(f.id()) && v.flagged()))
                .findFirst()
                .map(Reading.FigureValue::value)
                .map(leftMinusRight -> leftMinusRight < 0 ? Side.LEFT : Side.RIGHT);
    }

    /** How each fault of a report may turn out: for each treatment that it may call for, the chance; the rest is no fault. */
    List<Map<Integer, Share>> chances(LinkReport report) {
        return report.explanations().stream()
                .map(e -> chances(e.kind(), e.seen(), e.limits()))
                .toList();
    }

    /**
     * How one fault may turn out. Of several links that limit, the first in the order of treatment is worked on; where none does, the
     * fault's first aid is.
     *
     * @param seen   the chance of each true grade
     * @param limits the chance of each link that it limits; several may
     */
    Map<Integer, Share> chances(String kind, GradeChances seen, Map<Link, Double> limits) {
        Map<Integer, Share> one = new LinkedHashMap<>();
        double marked = seen.atLeast(Grade.MARKED);
        double slight = seen.atLeast(rules.standsFrom()) - marked;
        double left = 1;
        for (Link link : links.order()) {
            double first = left * limits.getOrDefault(link, 0.0);
            left -= first;
            share(one, kind, link, first, marked, slight);
        }
        share(one, kind, rules.firstAid(kind), left, marked, slight);
        return one;
    }

    private void share(Map<Integer, Share> one, String kind, Link link, double share, double marked, double slight) {
        rules.treatment(kind, link).filter(t -> share > 0).ifPresent(treatment -> {
            one.merge(rank(treatment, Grade.MARKED), new Share(treatment.focus(), share * marked), Share::and);
            one.merge(rank(treatment, Grade.SLIGHT), new Share(treatment.focus(), share * slight), Share::and);
        });
    }

    /** A chance that belongs to a focus. */
    record Share(Focus focus, double chance) {

        Share and(Share other) {
            return new Share(focus, chance + other.chance);
        }
    }
}
