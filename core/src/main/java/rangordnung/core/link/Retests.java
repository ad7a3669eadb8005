package rangordnung.core.link;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import rangordnung.core.protocol.Conditions;
import rangordnung.core.protocol.Family;
import rangordnung.core.protocol.Protocol;
import rangordnung.core.protocol.Retest;
import rangordnung.core.protocol.School;
import rangordnung.core.protocol.TestDefinition;

/** Which retests are worth doing while the athlete still stands there. */
public final class Retests {

    private Retests() {}

    /** Retests that can explain a family of faults in a test, as the protocol orders them. */
    static List<Retest> fitting(Protocol protocol, TestDefinition test, Family family) {
        return protocol.retests().stream()
                .filter(r -> r.families().contains(family))
                .filter(r -> r.patterns().isEmpty() || r.patterns().contains(test.pattern()))
                .filter(r -> r.otherTest().filter(test.id()::equals).isEmpty())
                .filter(r -> r.aid().isEmpty()
                        || test.standard().aids().stream()
                                .map(Conditions.Aid::kind)
                                .noneMatch(r.aid().get()::equals))
                .toList();
    }

    /**
     * The order in which a station offers the retests of a family of faults: what the school asks for after a heel lift
     * first, then by how far their outcomes move the candidate links apart; those for experienced athletes last.
     */
    public static List<Retest> offered(Protocol protocol, LinkRules rules, TestDefinition test, Family family) {
        List<Retest> fitting = new ArrayList<>(fitting(protocol, test, family));
        Optional<String> asked = protocol.school().afterHeelLift();
        Set<Link> candidates = Set.copyOf(rules.candidates(family));
        fitting.sort(
                Comparator.comparing((Retest r) -> family != Family.HEEL_LIFT || !asked.equals(Optional.of(r.id())))
                        .thenComparing(Retest::experienced)
                        .thenComparing(r -> -power(rules, r, candidates)));
        return fitting;
    }

    private static double power(LinkRules rules, Retest retest, Set<Link> candidates) {
        return rules.retest(retest.id())
                .map(says -> List.of(says.helped(), says.worse(), says.unchanged()).stream()
                        .mapToDouble(list -> list.stream()
                                .filter(s -> candidates.contains(s.link()))
                                .mapToDouble(s -> Math.abs(s.weight()))
                                .sum())
                        .max()
                        .orElse(0))
                .orElse(0.0);
    }

    /** Whether bands are offered to experienced athletes only. */
    public static boolean experiencedOnly(Protocol protocol, Retest retest) {
        return retest.experienced() && protocol.school().bands() == School.Bands.CUE_ONLY_EXPERIENCED;
    }
}
