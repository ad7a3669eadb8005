package rangordnung.core.protocol;

/** What became of the depth of a squat; never a number alone (common practice, no source). */
public enum DepthStatus {
    PARALLEL_REACHED,
    BELOW_PARALLEL,
    ABOVE_PARALLEL,
    PERSONAL_CEILING_REACHED,
    ENDED_BY_TUCK,
    ENDED_BY_HEEL_LIFT,
    LIMITED_BY_PAIN,
    PARTIAL_ON_PURPOSE,
    NOT_ASSESSABLE
}
