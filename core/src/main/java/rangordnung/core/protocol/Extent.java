package rangordnung.core.protocol;

/** How a criterion relates to left and right. */
public enum Extent {
    /** Graded on each side. */
    SIDED,
    /** One grade for the whole body. */
    WHOLE,
    /** One grade for the whole body, toward one side. */
    DIRECTED
}
