package rangordnung.core.link;

/** What may limit a pattern. */
public enum Link {
    PAIN,
    LOAD_HISTORY,
    FOOT,
    ANKLE,
    PROPORTIONS,
    ABDUCTORS,
    HIP_ROOM,
    ASYMMETRY,
    TRUNK,
    COORDINATION,
    STEP_LENGTH,
    TURN_OUT_AND_STANCE,
    STRENGTH_OR_CONFIDENCE
}
