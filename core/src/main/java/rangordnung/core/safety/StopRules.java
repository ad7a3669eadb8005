package rangordnung.core.safety;

import java.util.List;
import rangordnung.core.protocol.Rules;

/**
 * When a screen stops (house convention, conservative): new or sharp pain, pain from the protocol's limit on,
 * giving way, numbness, dizziness, chest pain, unwell. Known and stable pain below the limit is recorded and
 * the athlete may go on with what does not raise it.
 */
public final class StopRules {

    private StopRules() {}

    /** What follows from a pain report. */
    public enum Consequence {
        STOP,
        RECORD_AND_GO_ON
    }

    /** Whether the report stops this athlete's screen. */
    public static Consequence action(PainReport report, Rules rules) {
        boolean stops = report.intensity() >= rules.painStopsFrom().value()
                || report.signs().stream().anyMatch(PainReport.Sign::stops);
        return stops ? Consequence.STOP : Consequence.RECORD_AND_GO_ON;
    }

    /**
     * Whether a clinician should be seen before this pattern is trained, whatever was seen of it: pain at rest or at night,
     * swelling, or pain beyond two weeks (house convention).
     */
    public static boolean refer(List<PainReport> reports) {
        return reports.stream().flatMap(r -> r.signs().stream()).anyMatch(sign -> switch (sign) {
            case SWELLING, AT_REST_OR_NIGHT, BEYOND_TWO_WEEKS -> true;
            default -> false;
        });
    }
}
