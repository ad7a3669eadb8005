package rangordnung.core.link;

/** What may limit a pattern. */
public enum Link {
    PAIN,
    LOAD_HISTORY,
    FOOT,
    ANKLE,
    PROPORTIONS,
    ABDUCTORS,
    COORDINATION,
    ASYMMETRY,
    HIP_ROOM,
    TRUNK,
    STRENGTH_OR_FEAR
}
