package rangordnung.core.body;

/** Where the arms are held, as far as it moves the mass centre. */
public enum ArmPosition {
    /** Vertical, at the sides. */
    HANGING,
    /** Horizontal, in front. */
    FORWARD,
    /** In line with the trunk, above the head. */
    OVERHEAD
}
