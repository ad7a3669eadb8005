package rangordnung.core.link;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import rangordnung.core.certainty.CertaintyRules;
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
        return protocol.retests().stream().filter(r -> fits(r, test, family)).toList();
    }

    /** Whether a retest can explain a family of faults in a test. */
    static boolean fits(Retest retest, TestDefinition test, Family family) {
        return retest.families().contains(family)
                && (retest.patterns().isEmpty() || retest.patterns().contains(test.pattern()))
                && retest.otherTest().filter(test.id()::equals).isEmpty()
                && (retest.aid().isEmpty()
                        || test.standard().aids().stream()
                                .map(Conditions.Aid::kind)
                                .noneMatch(retest.aid().get()::equals));
    }

    /**
     * The order in which a station offers the retests of a family of faults: what the school asks for after a heel lift
     * first, then by how much each is expected to tell for the time it takes; those for experienced athletes last.
     */
    public static List<Retest> offered(
            Protocol protocol, LinkRules rules, CertaintyRules certainty, TestDefinition test, Family family) {
        List<Retest> fitting = new ArrayList<>(fitting(protocol, test, family));
        Optional<String> asked = protocol.school().afterHeelLift();
        NextTrials next = new NextTrials(protocol, rules, certainty);
        fitting.sort(
                Comparator.comparing((Retest r) -> family != Family.HEEL_LIFT || !asked.equals(Optional.of(r.id())))
                        .thenComparing(Retest::experienced)
                        .thenComparing(r -> -next.beforehand(r, test, family)));
        return fitting;
    }

    /** Whether bands are offered to experienced athletes only. */
    public static boolean experiencedOnly(Protocol protocol, Retest retest) {
        return retest.experienced() && protocol.school().bands() == School.Bands.CUE_ONLY_EXPERIENCED;
    }
}
