package rangordnung.core.protocol;

/** How a measured value was taken. */
public enum Source {
    /** With a watch, a tape, by counting. */
    BY_HAND,
    /** From two scales. */
    SCALES,
    /** From a force or pressure plate. */
    PLATE,
    /** From a file of landmarks or markers. */
    LANDMARK_FILE,
    /** From landmarks that somebody marked in a picture. */
    MARKED,
    /** From landmarks that a network found in a film. */
    POSE,
    /** From a simulated athlete. */
    SIMULATED
}
