package rangordnung.core.motion.signal;

/** A direction in space, as the athlete stands. */
public enum Axis {
    /** Forward. */
    X,
    /** To the athlete's left. */
    Y,
    /** Up. */
    Z
}
