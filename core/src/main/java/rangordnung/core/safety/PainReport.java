package rangordnung.core.safety;

import java.util.Optional;
import java.util.Set;
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

    /** Where it hurts; coarse on purpose. */
    public enum Region { FOOT_OR_ANKLE, BELOW_KNEECAP, KNEE, ABOVE_KNEECAP, HIP_OR_GROIN, BACK, SHOULDER_OR_NECK, ELSEWHERE }

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
    }

    public PainReport {
        if (intensity < 0 || intensity > 10) {
            throw new IllegalArgumentException("Pain is told from 0 to 10, not " + intensity);
        }
        side = side == null ? Optional.empty() : side;
        signs = signs == null ? Set.of() : Set.copyOf(signs);
    }
}
