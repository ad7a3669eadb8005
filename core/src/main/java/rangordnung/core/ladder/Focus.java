package rangordnung.core.ladder;

/** What a group works on, in the order of treatment when several apply (common practice, no source). */
public enum Focus {
    /** Pain or no clearance: no group exercise beyond what a clinician allows. */
    PROTECT,
    FOOT,
    ANKLE,
    KNEE_CONTROL,
    EVEN_SIDES,
    DEPTH_AND_SPINE,
    STEADY,
    /** The pattern is owned; ready to add weight. */
    LOAD
}
