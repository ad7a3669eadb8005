package rangordnung.core.record;

/** Check-in. Absent is never zero. */
public enum Attendance {
    PRESENT,
    ABSENT,
    EXCUSED,
    UNWELL
}
