package rangordnung.core.placement;

/**
 * What may limit the pattern, as far as one test without retests can tell; never one cause as certain.
 */
public enum Link {
    PAIN,
    FOOT,
    ANKLE_OR_PROPORTIONS,
    HIP_ABDUCTORS_OR_COORDINATION,
    ASYMMETRY,
    HIP_ROOM_OR_STRENGTH,
    TRUNK_CONTROL,
    NONE_SEEN
}
