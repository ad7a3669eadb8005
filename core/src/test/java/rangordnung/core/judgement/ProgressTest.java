package rangordnung.core.judgement;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.Arguments;
import org.junit.jupiter.params.provider.MethodSource;
import rangordnung.core.Rater;
import rangordnung.core.StandardFloor;
import rangordnung.core.body.Side;
import rangordnung.core.protocol.Protocol;
import rangordnung.core.protocol.TestDefinition;
import rangordnung.core.protocol.View;
import rangordnung.core.record.Attendance;
import rangordnung.core.record.Book;
import rangordnung.core.record.Entry;
import rangordnung.core.record.Fact;
import rangordnung.core.safety.Clearance;

class ProgressTest {

    private static final Protocol FLOOR = StandardFloor.shipped("standard-floor.6");
    private static final TestDefinition SQUAT = FLOOR.test("overhead-squat").orElseThrow();
    private static final TestDefinition LUNGE = FLOOR.test("split-squat").orElseThrow();

    private static Rater lunge() {
        return Rater.of(FLOOR, "split-squat");
    }

    private static Rater closed(Rater book, View view, Side side) {
        return book.add(new Fact.ViewClosed(book.trialId(), view, 5, Optional.of(side)));
    }

    private static Arguments line(String what, Rater book, TestDefinition test, Progress.State state) {
        return Arguments.of(what, book, List.of(test), Clearance.CLEARED, false, state);
    }

    static Stream<Arguments> books() {
        Rater retest = Rater.of(FLOOR, "overhead-squat");
        retest.trial("overhead-squat", SQUAT.standard(), Optional.of(new Fact.RetestOf("heels-up", retest.trialId())))
                .close(View.FRONT)
                .close(View.SIDE);
        return Stream.of(
                line("nothing was written", new Rater(), SQUAT, Progress.State.WAITING),
                line("another station has begun", lunge(), SQUAT, Progress.State.WAITING),
                line("this one has begun", lunge(), LUNGE, Progress.State.STARTED),
                line("one view was seen", lunge().close(View.FRONT), LUNGE, Progress.State.STARTED),
                line(
                        "both views were seen of both legs",
                        lunge().close(View.FRONT).close(View.SIDE),
                        LUNGE,
                        Progress.State.DONE),
                line(
                        "both views of one leg",
                        closed(closed(lunge(), View.FRONT, Side.LEFT), View.SIDE, Side.LEFT),
                        LUNGE,
                        Progress.State.STARTED),
                line(
                        "each leg by itself",
                        closed(
                                closed(closed(lunge(), View.FRONT, Side.LEFT), View.FRONT, Side.RIGHT)
                                        .close(View.SIDE),
                                View.SIDE,
                                Side.LEFT),
                        LUNGE,
                        Progress.State.DONE),
                line("only the retest was whole", retest, SQUAT, Progress.State.STARTED),
                line(
                        "a view was taken back",
                        Rater.of(FLOOR, "overhead-squat")
                                .close(View.FRONT)
                                .close(View.SIDE)
                                .supersedeLast(Optional.empty()),
                        SQUAT,
                        Progress.State.STARTED),
                line("absent", new Rater().attends(Attendance.ABSENT), SQUAT, Progress.State.ABSENT),
                line("unwell", new Rater().attends(Attendance.UNWELL), SQUAT, Progress.State.EXCUSED),
                line(
                        "absent, then there after all",
                        new Rater().attends(Attendance.ABSENT).attends(Attendance.PRESENT),
                        SQUAT,
                        Progress.State.WAITING),
                line(
                        "pain stops, whatever was seen before",
                        Rater.of(FLOOR, "overhead-squat")
                                .close(View.FRONT)
                                .close(View.SIDE)
                                .pain(6),
                        SQUAT,
                        Progress.State.STOPPED),
                line("known pain goes on", Rater.of(FLOOR, "overhead-squat").pain(2), SQUAT, Progress.State.STARTED),
                Arguments.of(
                        "not cleared",
                        new Rater(),
                        List.of(SQUAT),
                        Clearance.NOT_CLEARED,
                        false,
                        Progress.State.EXCUSED),
                Arguments.of(
                        "two tests here, one done",
                        lunge().close(View.FRONT).close(View.SIDE),
                        List.of(LUNGE, SQUAT),
                        Clearance.CLEARED,
                        false,
                        Progress.State.STARTED),
                Arguments.of("at the door", new Rater(), List.of(), Clearance.CLEARED, true, Progress.State.WAITING),
                Arguments.of(
                        "through the door",
                        new Rater().attends(Attendance.PRESENT),
                        List.of(),
                        Clearance.CLEARED,
                        true,
                        Progress.State.DONE));
    }

    @ParameterizedTest(name = "{0}")
    @MethodSource("books")
    void an_athlete_is_where_the_book_says_in_whatever_order_it_arrived(
            String what,
            Rater book,
            List<TestDefinition> tests,
            Clearance clearance,
            boolean checkIn,
            Progress.State state) {
        List<Entry> arrived = new ArrayList<>(book.entries());
        Collections.reverse(arrived);

        assertThat(Progress.of(FLOOR, tests, clearance, book.book(), checkIn)).isEqualTo(state);
        assertThat(Progress.of(FLOOR, tests, clearance, Book.of(arrived), checkIn))
                .isEqualTo(state);
    }
}
