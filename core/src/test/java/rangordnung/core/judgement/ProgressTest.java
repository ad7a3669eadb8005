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
import rangordnung.core.Book;
import rangordnung.core.StandardFloor;
import rangordnung.core.body.Side;
import rangordnung.core.protocol.Protocol;
import rangordnung.core.protocol.TestDefinition;
import rangordnung.core.protocol.View;
import rangordnung.core.safety.Clearance;

class ProgressTest {

    private static final Protocol FLOOR = StandardFloor.shipped("standard-floor.3");
    private static final TestDefinition SQUAT = FLOOR.test("overhead-squat").orElseThrow();
    private static final TestDefinition LUNGE = FLOOR.test("split-squat").orElseThrow();

    private static Book lunge() {
        return Book.of(FLOOR, "split-squat");
    }

    private static Book closed(Book book, View view, Side side) {
        return book.add(new Fact.ViewClosed(book.trialId(), view, 5, Optional.of(side)));
    }

    private static Arguments line(String what, Book book, TestDefinition test, Progress.State state) {
        return Arguments.of(what, book, List.of(test), Clearance.CLEARED, false, state);
    }

    static Stream<Arguments> books() {
        Book retest = Book.of(FLOOR, "overhead-squat");
        retest.trial("overhead-squat", SQUAT.standard(), Optional.of(new Fact.RetestOf("heels-up", retest.trialId()))).close(View.FRONT).close(View.SIDE);
        return Stream.of(
                line("nothing was written", new Book(), SQUAT, Progress.State.WAITING),
                line("another station has begun", lunge(), SQUAT, Progress.State.WAITING),
                line("this one has begun", lunge(), LUNGE, Progress.State.STARTED),
                line("one view was seen", lunge().close(View.FRONT), LUNGE, Progress.State.STARTED),
                line("both views were seen of both legs", lunge().close(View.FRONT).close(View.SIDE), LUNGE, Progress.State.DONE),
                line("both views of one leg", closed(closed(lunge(), View.FRONT, Side.LEFT), View.SIDE, Side.LEFT), LUNGE, Progress.State.STARTED),
                line("each leg by itself", closed(closed(closed(lunge(), View.FRONT, Side.LEFT), View.FRONT, Side.RIGHT).close(View.SIDE), View.SIDE, Side.LEFT), LUNGE, Progress.State.DONE),
                line("only the retest was whole", retest, SQUAT, Progress.State.STARTED),
                line("a view was taken back", Book.of(FLOOR, "overhead-squat").close(View.FRONT).close(View.SIDE).supersedeLast(Optional.empty()), SQUAT, Progress.State.STARTED),
                line("absent", new Book().attends(Attendance.ABSENT), SQUAT, Progress.State.ABSENT),
                line("unwell", new Book().attends(Attendance.UNWELL), SQUAT, Progress.State.EXCUSED),
                line("absent, then there after all", new Book().attends(Attendance.ABSENT).attends(Attendance.PRESENT), SQUAT, Progress.State.WAITING),
                line("pain stops, whatever was seen before", Book.of(FLOOR, "overhead-squat").close(View.FRONT).close(View.SIDE).pain(6), SQUAT, Progress.State.STOPPED),
                line("known pain goes on", Book.of(FLOOR, "overhead-squat").pain(2), SQUAT, Progress.State.STARTED),
                Arguments.of("not cleared", new Book(), List.of(SQUAT), Clearance.NOT_CLEARED, false, Progress.State.EXCUSED),
                Arguments.of("two tests here, one done", lunge().close(View.FRONT).close(View.SIDE), List.of(LUNGE, SQUAT), Clearance.CLEARED, false, Progress.State.STARTED),
                Arguments.of("at the door", new Book(), List.of(), Clearance.CLEARED, true, Progress.State.WAITING),
                Arguments.of("through the door", new Book().attends(Attendance.PRESENT), List.of(), Clearance.CLEARED, true, Progress.State.DONE));
    }

    @ParameterizedTest(name = "{0}")
    @MethodSource("books")
    void an_athlete_is_where_the_book_says_in_whatever_order_it_arrived(
            String what, Book book, List<TestDefinition> tests, Clearance clearance, boolean checkIn, Progress.State state) {
        List<Entry> arrived = new ArrayList<>(book.entries());
        Collections.reverse(arrived);

        assertThat(Progress.of(FLOOR, tests, clearance, book.entries(), checkIn)).isEqualTo(state);
        assertThat(Progress.of(FLOOR, tests, clearance, arrived, checkIn)).isEqualTo(state);
    }
}
