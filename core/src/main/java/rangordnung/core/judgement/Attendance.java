package rangordnung.core.judgement;

/** Check-in. Absent is never zero. */
public enum Attendance {
    PRESENT,
    ABSENT,
    EXCUSED,
    UNWELL
}
