package rangordnung.core.judgement;

import java.util.List;
import java.util.Optional;
import rangordnung.core.protocol.Threshold;
import rangordnung.core.record.Attendance;
import rangordnung.core.record.Entry;

/** Why whatever was not seen was not seen: stopped, absent or excused, or nothing of that kind. */
record Absence(Optional<Attendance> attendance, Optional<Entry> stop, Threshold painStopsFrom) {

    Optional<Finding> finding() {
        if (stop.isPresent()) {
            Entry pain = stop.get();
            return Optional.of(new Finding.Stopped(new Origin(
                    Origin.Rule.PAIN_STOPS, pain.fact().ofTrial(), List.of(pain.id()), List.of(painStopsFrom))));
        }
        Origin checkIn = Origin.of(Origin.Rule.CHECK_IN);
        return attendance.flatMap(a -> Optional.<Finding>ofNullable(
                switch (a) {
                    case ABSENT -> new Finding.Absent(checkIn);
                    case EXCUSED, UNWELL -> new Finding.Excused(checkIn);
                    case PRESENT -> null;
                }));
    }
}
