package rangordnung.core.protocol;

/** The part of a repetition in which a fault shows most. */
public enum Phase {
    /** The foot meets the floor, after a step or a jump. */
    LANDING,
    DESCENT,
    BOTTOM,
    ASCENT
}
