package rangordnung.core.safety;

/** Whether an athlete may take part; no medical history stands behind it. */
public enum Clearance {
    NOT_ASKED,
    CLEARED,
    NOT_CLEARED
}
