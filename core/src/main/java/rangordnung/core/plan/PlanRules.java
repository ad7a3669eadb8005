package rangordnung.core.plan;

import java.util.Optional;
import rangordnung.core.protocol.Criterion;
import rangordnung.core.protocol.TestDefinition;
import rangordnung.core.protocol.Threshold;

/**
 * The numbers of a hall to begin with, as data with their labels; a lead changes what their hall shows otherwise.
 *
 * @param door     seconds for one athlete to be checked in
 * @param together seconds for one athlete at a test of both legs together
 * @param each     at a test of each leg
 * @param measured at a test that is measured by hand
 * @param walking  seconds from one station to the next
 * @param setUp    seconds before the first athlete
 * @param lesson   seconds
 */
public record PlanRules(
        int version,
        Threshold door,
        Threshold together,
        Threshold each,
        Threshold measured,
        Threshold walking,
        Threshold setUp,
        Threshold lesson) {

    /** Seconds that one athlete takes at a test. */
    public int seconds(TestDefinition test) {
        boolean byHand = test.criteria().stream().map(Criterion::gauge).anyMatch(Optional::isPresent);
        Threshold seconds = byHand ? measured : test.legs() == TestDefinition.Legs.EACH ? each : together;
        return (int) seconds.value();
    }
}
