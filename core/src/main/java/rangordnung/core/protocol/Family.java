package rangordnung.core.protocol;

/** The families of faults; the first four head every report. */
public enum Family {
    KNEE_LINE,
    HEEL_LIFT,
    DEPTH,
    SHIFT,
    TRUNK_AND_LOW_BACK,
    ARCH_AND_FOOT,
    FRONT_LEG_LOAD,
    TIMING,
    BALANCE,
    ANKLE,
    ARMS_AND_HEAD,
    /** Personal targets; never a fault. */
    SET_UP;

    /** Whether it is one of the four heading faults. */
    public boolean heading() {
        return ordinal() <= SHIFT.ordinal();
    }
}
