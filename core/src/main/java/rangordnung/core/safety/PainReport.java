package rangordnung.core.safety;

import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Stream;
import rangordnung.core.Ordered;
import rangordnung.core.Refusal;
import rangordnung.core.body.Side;

/**
 * What an athlete says hurts.
 *
 * @param region    where, coarsely
 * @param side      the athlete's side, where there is one
 * @param intensity 0 to 10, as the athlete says
 * @param signs     what comes with it
 */
public record PainReport(Region region, Optional<Side> side, int intensity, Set<Sign> signs) {

    /** The worst pain that can be told. */
    public static final int MOST = 10;

    /** Where it hurts; coarse on purpose. */
    public enum Region {
        FOOT_OR_ANKLE,
        BELOW_KNEECAP,
        KNEE,
        ABOVE_KNEECAP,
        HIP_OR_GROIN,
        BACK,
        SHOULDER_OR_NECK,
        ELSEWHERE;

        /** Whether it is leg, hip or back, where pain may make somebody lean away. */
        public boolean bearsWeight() {
            return this != SHOULDER_OR_NECK && this != ELSEWHERE;
        }
    }

    /** What comes with pain, or instead of it. */
    public enum Sign {
        NEW_OR_SHARP(true),
        GIVING_WAY(true),
        NUMBNESS(true),
        DIZZINESS(true),
        CHEST_PAIN(true),
        UNWELL(true),
        SWELLING(false),
        AT_REST_OR_NIGHT(false),
        BEYOND_TWO_WEEKS(false);

        private final boolean stops;

        Sign(boolean stops) {
            this.stops = stops;
        }

        /** Whether the sign alone stops the screen. */
        public boolean stops() {
            return stops;
        }

        /** All that do. */
        public static List<Sign> stopping() {
            return Stream.of(values()).filter(Sign::stops).toList();
        }
    }

    public PainReport {
        Refusal.present(region, "region");
        Refusal.present(side, "side");
        Refusal.within(intensity, 0, MOST, "", "intensity");
        signs = Ordered.copy(Refusal.each(signs, "signs"));
    }
}
