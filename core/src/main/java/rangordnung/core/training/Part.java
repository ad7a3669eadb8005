package rangordnung.core.training;

/** The parts of a session, in the order in which they are trained where nothing speaks against it (common practice, no source). */
public enum Part {
    /** Drills for foot, ankle or hip, or the lasting work that is none of the patterns. */
    PREPARATION,
    /** The exercise of the group. */
    MAIN,
    /** Another pattern of both legs. */
    SECOND,
    /** Single-leg work or balance. */
    SINGLE_LEG,
    CLOSE;

    /** Whether groups that train at once may do it at different times. */
    boolean moves() {
        return this == MAIN || this == SECOND || this == SINGLE_LEG;
    }
}
