package rangordnung.core.link;

import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import rangordnung.core.body.Side;
import rangordnung.core.protocol.Battery;
import rangordnung.core.protocol.Family;
import rangordnung.core.protocol.Grade;
import rangordnung.core.protocol.InvalidProtocol;
import rangordnung.core.protocol.Label;
import rangordnung.core.protocol.Retest;
import rangordnung.core.protocol.Threshold;

/**
 * What speaks for which link and how much, as data.
 *
 * @param order          which link is treated first when several stand
 * @param standsFrom     the grade from which a fault is explained
 * @param supportedFrom  score from which a link is supported
 * @param againstFrom    score from which, downward, evidence speaks against it
 * @param doubtfulFactor weight of evidence from a doubtful retest
 * @param candidates     the links that a family of faults may come from
 * @param retests        what the outcome of a retest says
 * @param rules          what everything else says
 */
public record LinkRules(
        int version,
        List<Link> order,
        Label orderLabel,
        Grade standsFrom,
        Threshold supportedFrom,
        Threshold againstFrom,
        Threshold doubtfulFactor,
        List<Candidates> candidates,
        List<RetestSays> retests,
        List<RuleSays> rules) {

    /** The links that a family of faults may come from. */
    public record Candidates(Family family, List<Link> links, Label label) {}

    /** Weight for a link; below zero speaks against it. */
    public record Says(Link link, double weight, Label label) {}

    /** What a retest says when it helped, made worse, or changed nothing beyond the noise. */
    public record RetestSays(String retest, List<Says> helped, List<Says> worse, List<Says> unchanged) {

        List<Says> of(Outcome.Verdict verdict) {
            return switch (verdict) {
                case HELPED -> helped;
                case WORSE -> worse;
                case WITHIN_NOISE -> unchanged;
            };
        }
    }

    /**
     * What a finding beside a retest's own outcome says.
     *
     * @param retests that it rests on, in the order in which the rule names them
     */
    public record RuleSays(Rule rule, List<String> retests, List<Says> evidence) {
        public RuleSays {
            retests = retests == null ? List.of() : List.copyOf(retests);
            if (retests.size() != rule.retests) {
                throw new InvalidProtocol("The rule " + rule + " rests on " + rule.retests + " retests");
            }
        }
    }

    /** Findings beside the retests that speak for or against a link. */
    public enum Rule {
        WALL_TEST_LIMITED,
        WALL_TEST_FINE,
        WALL_TEST_FINE_HEELS_UP_HELPS(1),
        NEITHER_INNER_HEEL_NOR_FOREFOOT(2),
        HIP_ROOM_ENDS_EARLY,
        HIP_ROOM_FREE,
        STATIC_CLEAN_STEPPING_FAULTY(1),
        CHAIR_CLEAN_SQUAT_FAULTY(1),
        SHIFT_WITH_PAIN_OR_OLD_INJURY,
        SHIFT_WITHOUT_PAIN,
        SIDES_DIFFER,
        KNEECAP_PAIN_AFTER_LOAD_CHANGE,
        ARCH_SINKS,
        /** These lengths do not get there with this ankle, average ones would. */
        BODY_MODEL_LENGTHS,
        /** Not even average lengths get there with this ankle. */
        BODY_MODEL_ANKLE,
        /** These lengths get there with this ankle. */
        BODY_MODEL_IN_REACH;

        private final int retests;

        Rule() {
            this(0);
        }

        Rule(int retests) {
            this.retests = retests;
        }
    }

    public LinkRules {
        for (Link link : Link.values()) {
            if (!order.contains(link)) {
                throw new InvalidProtocol("The order of treatment misses " + link);
            }
        }
        for (Rule rule : Rule.values()) {
            if (rules.stream().noneMatch(r -> r.rule() == rule)) {
                throw new InvalidProtocol("Nothing is said of the rule " + rule);
            }
        }
    }

    /** The same, once every retest that it names is one of the battery. */
    public LinkRules checked(Battery battery) {
        Set<String> known = battery.retests().stream().map(Retest::id).collect(Collectors.toSet());
        Stream.concat(retests.stream().map(RetestSays::retest), rules.stream().flatMap(r -> r.retests().stream()))
                .filter(id -> !known.contains(id))
                .findFirst()
                .ifPresent(id -> {
                    throw new InvalidProtocol("The rules of links name the retest " + id + ", which the battery lacks");
                });
        return this;
    }

    List<Link> candidates(Family family) {
        return candidates.stream()
                .filter(c -> c.family() == family)
                .findFirst()
                .map(Candidates::links)
                .orElse(List.of());
    }

    Optional<RetestSays> retest(String id) {
        return retests.stream().filter(r -> r.retest().equals(id)).findFirst();
    }

    RuleSays says(Rule rule) {
        return rules.stream().filter(r -> r.rule() == rule).findFirst().orElseThrow();
    }

    /** The lines of evidence of a rule, by link. */
    Map<Link, LinkReport.Evidence> evidence(Rule rule, Optional<UUID> trial, Optional<Side> side) {
        Map<Link, LinkReport.Evidence> lines = new EnumMap<>(Link.class);
        says(rule)
                .evidence()
                .forEach(says -> lines.put(
                        says.link(),
                        new LinkReport.Evidence(
                                new LinkReport.EvidenceSource.ByRule(rule),
                                says.weight(),
                                trial,
                                Optional.empty(),
                                Optional.empty(),
                                false,
                                side)));
        return lines;
    }
}
