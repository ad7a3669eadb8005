package rangordnung.core.placement;

import java.util.Optional;

/**
 * What is known of an athlete beside the screens.
 *
 * @param stature    metres
 * @param experience with training; new where nobody has said
 * @param aim        of training
 */
public record Profile(Optional<Double> stature, Experience experience, Aim aim) {

    /** Nobody has said anything: no band, no bar. */
    public static final Profile UNKNOWN = new Profile(Optional.empty(), Experience.NEW, Aim.GENERAL);

    /** How much somebody has trained. */
    public enum Experience {
        NEW,
        TRAINED,
        /** Lifts: the lead has said so. */
        LIFTS
    }

    /** What somebody trains for. */
    public enum Aim {
        GENERAL,
        FIELD_SPORT,
        LIFTING
    }
}
