package rangordnung.core.link;

import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import rangordnung.core.judgement.ScreenResult;
import rangordnung.core.protocol.Family;
import rangordnung.core.protocol.Protocol;
import rangordnung.core.protocol.Retest;
import rangordnung.core.protocol.TestDefinition;

/** Which trial would tell links apart. */
record Separators(Protocol protocol, LinkRules rules) {

    /** The trial whose possible outcomes move the first two links apart the most. */
    Optional<LinkReport.Separator> between(
            List<LinkReport.RankedLink> ranked, ScreenResult screen, List<Outcome> outcomes, Fault fault) {
        List<Link> open = ranked.stream()
                .filter(l -> l.standing() != LinkReport.Support.AGAINST)
                .map(LinkReport.RankedLink::link)
                .toList();
        if (open.size() < 2) {
            return Optional.empty();
        }
        Link one = open.get(0);
        Link other = open.get(1);
        Map<LinkReport.Separator, Double> power = new LinkedHashMap<>();
        wallTestToDo(screen, fault)
                .ifPresent(test -> power.put(
                        new LinkReport.Separator(false, test, one, other),
                        Math.max(
                                apart(
                                        rules.says(LinkRules.Rule.WALL_TEST_LIMITED)
                                                .evidence(),
                                        one,
                                        other),
                                apart(rules.says(LinkRules.Rule.WALL_TEST_FINE).evidence(), one, other))));
        for (Retest retest : Retests.fitting(protocol, fault.test().test(), fault.family())) {
            boolean done = outcomes.stream()
                    .anyMatch(o -> o.retest().id().equals(retest.id())
                            && fault.of(o)
                            && o.doubts().isEmpty());
            if (!done) {
                rules.retest(retest.id())
                        .ifPresent(says -> power.put(
                                new LinkReport.Separator(true, retest.id(), one, other),
                                Math.max(
                                        apart(says.helped(), one, other),
                                        Math.max(
                                                apart(says.worse(), one, other),
                                                apart(says.unchanged(), one, other)))));
            }
        }
        return power.entrySet().stream()
                .filter(e -> e.getValue() > 0)
                .reduce((best, next) -> next.getValue() > best.getValue() ? next : best)
                .map(Map.Entry::getKey);
    }

    private Optional<String> wallTestToDo(ScreenResult screen, Fault fault) {
        return AnkleTest.wall(screen, fault, rules.standsFrom()).isPresent()
                ? Optional.empty()
                : protocol.tests().stream()
                        .filter(t -> t.criteria().stream().anyMatch(c -> c.family() == Family.ANKLE))
                        .map(TestDefinition::id)
                        .findFirst();
    }

    private static double apart(List<LinkRules.Says> says, Link one, Link other) {
        return Math.abs(weight(says, one) - weight(says, other));
    }

    private static double weight(List<LinkRules.Says> says, Link link) {
        return says.stream()
                .filter(s -> s.link() == link)
                .mapToDouble(LinkRules.Says::weight)
                .sum();
    }
}
