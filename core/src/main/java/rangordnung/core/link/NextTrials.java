package rangordnung.core.link;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import rangordnung.core.certainty.CertaintyRules;
import rangordnung.core.certainty.Gain;
import rangordnung.core.certainty.GradeChances;
import rangordnung.core.certainty.Likelihood;
import rangordnung.core.protocol.Family;
import rangordnung.core.protocol.Grade;
import rangordnung.core.protocol.Protocol;
import rangordnung.core.protocol.Retest;
import rangordnung.core.protocol.Rules;
import rangordnung.core.protocol.TestDefinition;

/** Which trial would tell most of a fault's links, for the time it takes. */
record NextTrials(Protocol protocol, LinkRules rules, CertaintyRules certainty) {

    /** Those that are worth it, the one that tells most for its time first; none that a caution forbids. */
    List<LinkReport.NextTrial> worthIt(
            Fault fault,
            List<LinkReport.RankedLink> links,
            FaultEvidence evidence,
            boolean painFirst,
            boolean wallDone) {
        if (painFirst) {
            return List.of(); // asked about and seen by a clinician first
        }
        Map<Link, Double> chances =
                links.stream().collect(Collectors.toMap(LinkReport.RankedLink::link, LinkReport.RankedLink::chance));
        List<LinkReport.NextTrial> all = new ArrayList<>();
        for (Retest retest : Retests.fitting(protocol, fault.test().test(), fault.family())) {
            if (!evidence.seen(retest.id()) && !Retests.experiencedOnly(protocol, retest)) {
                retest(retest, fault.family(), chances, evidence.before()).ifPresent(all::add);
            }
        }
        if (!wallDone) {
            AnkleTest.testOf(protocol.tests().stream())
                    .flatMap(id -> wall(id, chances))
                    .ifPresent(all::add);
        }
        return all.stream()
                .filter(t -> t.bits() >= certainty.leastGain().value())
                .sorted(Comparator.comparingDouble(LinkReport.NextTrial::perSecond)
                        .reversed())
                .toList();
    }

    private Optional<LinkReport.NextTrial> retest(
            Retest retest, Family family, Map<Link, Double> chances, GradeChances before) {
        return rules.says(retest.id(), family)
                .map(says -> new LinkReport.NextTrial(
                        true,
                        retest.id(),
                        bits(says, chances, before),
                        says.seconds().value()));
    }

    private double bits(LinkRules.RetestSays says, Map<Link, Double> chances, GradeChances before) {
        return says.says().stream()
                .filter(s -> chances.containsKey(s.link()))
                .mapToDouble(s -> Gain.ofRetest(
                        chances.getOrDefault(s.link(), 0.0), before, s.with(), s.without(), noise(protocol.rules())))
                .sum();
    }

    private Optional<LinkReport.NextTrial> wall(String id, Map<Link, Double> chances) {
        return Optional.ofNullable(chances.get(Link.ANKLE))
                .map(chance -> new LinkReport.NextTrial(
                        false,
                        id,
                        Gain.ofTwo(
                                chance,
                                certainty.notYet().value(),
                                certainty.touches().value()),
                        rules.wallSeconds().value()));
    }

    private static double noise(Rules rules) {
        return rules.gradedMarkSem().value();
    }

    /** How much a retest tells of a fault of a family, a second, before anything else is known of a marked one. */
    double beforehand(Retest retest, TestDefinition test, Family family) {
        Map<Link, Double> priors = test.criteria().stream()
                .filter(c -> c.family() == family)
                .findFirst()
                .flatMap(c -> rules.kind(c, Optional.empty()))
                .map(kind -> kind.candidates().stream()
                        .collect(Collectors.toMap(LinkRules.Candidate::link, LinkRules.Candidate::prior)))
                .orElse(Map.of());
        GradeChances marked =
                Likelihood.byEye(Grade.MARKED, noise(protocol.rules())).chances();
        return retest(retest, family, priors, marked)
                .map(LinkReport.NextTrial::perSecond)
                .orElse(0.0);
    }
}
