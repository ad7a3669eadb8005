package rangordnung.core.judgement;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import rangordnung.core.Rater;
import rangordnung.core.StandardFloor;
import rangordnung.core.protocol.Conditions;
import rangordnung.core.protocol.Protocol;
import rangordnung.core.protocol.View;
import rangordnung.core.record.Attendance;

/** Like is held against like (common practice, no source). */
class CourseTest {

    private static final Protocol FLOOR = StandardFloor.of("overhead-squat", "split-squat");

    private static Rater squat(Conditions conditions, String mark) {
        return new Rater()
                .trial("overhead-squat", conditions, Optional.empty())
                .mark(mark)
                .close(View.FRONT)
                .close(View.SIDE);
    }

    private static Course kneeLine(ScreenResult... screens) {
        return Course.of(List.of(screens), FLOOR.rules()).stream()
                .filter(c -> c.criterion().equals("knee-line"))
                .findFirst()
                .orElseThrow();
    }

    private static ScreenResult knee(Conditions conditions, String grade) {
        return squat(conditions, "knee-line L " + grade).judged(FLOOR);
    }

    @Test
    void the_last_is_held_against_the_one_before_it_that_was_done_alike() {
        Conditions standard = FLOOR.test("overhead-squat").orElseThrow().standard();
        Conditions wider = standard.withStance(Optional.of(60.0), standard.turnOut());
        Conditions narrow = standard.withStance(Optional.of(40.0), standard.turnOut());
        Course course = kneeLine(
                knee(narrow, "SEVERE"),
                knee(wider, "NONE"),
                new Rater().attends(Attendance.ABSENT).judged(FLOOR),
                knee(narrow, "SLIGHT"));
        assertThat(course.sided()).isTrue();
        assertThat(course.points()).extracting(Course.Point::screen).containsExactly(0, 1, 3);
        assertThat(course.points()).extracting(Course.Point::alike).containsExactly(true, false, true);
        assertThat(course.changes().left())
                .as("not against the one in between, which stood wider")
                .get()
                .returns(Change.Verdict.IMPROVED, Change::verdict);
        Course.Seen last = course.points().get(2).grades().left().orElseThrow();
        assertThat(last.value()).isBetween(last.low(), last.high());
        assertThat(kneeLine(knee(wider, "SEVERE"), knee(narrow, "NONE"))
                        .changes()
                        .left())
                .isEmpty();
    }

    /** An index of other tests than the last time has not changed: only what both have seen is compared. */
    @Test
    void an_index_is_compared_over_what_both_have_seen() {
        Conditions standard = FLOOR.test("overhead-squat").orElseThrow().standard();
        ScreenResult then = squat(standard, "knee-line L SEVERE").judged(FLOOR);
        ScreenResult now = squat(standard, "knee-line L SEVERE")
                .trial(FLOOR, "split-squat")
                .mark("knee-line L SEVERE")
                .close(View.FRONT)
                .close(View.SIDE)
                .judged(FLOOR);
        assertThat(MovementIndex.change(now.tests(), now.tests(), FLOOR.rules()))
                .get()
                .returns(0.0, Change::difference);
        assertThat(MovementIndex.change(then.tests(), now.tests(), FLOOR.rules()))
                .as("one test of two is less than an index needs")
                .isEmpty();
    }
}
