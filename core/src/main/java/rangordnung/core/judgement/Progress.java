package rangordnung.core.judgement;

import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import rangordnung.core.protocol.Protocol;
import rangordnung.core.protocol.TestDefinition;
import rangordnung.core.record.Attendance;
import rangordnung.core.record.Book;
import rangordnung.core.record.Fact;
import rangordnung.core.safety.Clearance;
import rangordnung.core.safety.StopRules;

/** How far an athlete is, at one station or in the hall. */
public final class Progress {

    private Progress() {}

    /** Where an athlete is in a queue. */
    public enum State {
        WAITING,
        STARTED,
        DONE,
        STOPPED,
        ABSENT,
        EXCUSED
    }

    /**
     * The state by what stands in the book.
     *
     * @param tests   what is to be done
     * @param checkIn whether checking in is to be done
     */
    public static State of(
            Protocol protocol, List<TestDefinition> tests, Clearance clearance, Book book, boolean checkIn) {
        boolean stopped = book.facts(Fact.PainReported.class)
                .anyMatch(pain -> StopRules.action(pain.report(), protocol.rules()) == StopRules.Consequence.STOP);
        if (stopped) {
            return State.STOPPED;
        }
        Optional<Attendance> attendance = attendance(book);
        if (attendance.filter(a -> a == Attendance.ABSENT).isPresent()) {
            return State.ABSENT;
        }
        if (clearance == Clearance.NOT_CLEARED
                || attendance.filter(a -> a != Attendance.PRESENT).isPresent()) {
            return State.EXCUSED;
        }
        boolean checkedIn = !checkIn || attendance.isPresent();
        if (checkedIn && tests.stream().allMatch(t -> done(t, book))) {
            return State.DONE;
        }
        Set<String> ids = tests.stream().map(TestDefinition::id).collect(Collectors.toSet());
        return book.facts(Fact.TrialOpened.class).anyMatch(opened -> ids.contains(opened.test()))
                ? State.STARTED
                : State.WAITING;
    }

    /** The last thing that was said at check-in. */
    public static Optional<Attendance> attendance(Book book) {
        return book.last(Fact.Attended.class).map(Fact.Attended::attendance);
    }

    /** A test is done once one trial of it that is no retest was seen whole. */
    private static boolean done(TestDefinition test, Book book) {
        return TrialBook.of(test, book).stream().anyMatch(t -> t.retest().isEmpty() && t.complete(test));
    }
}
