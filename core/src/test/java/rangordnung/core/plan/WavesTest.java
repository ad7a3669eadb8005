package rangordnung.core.plan;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Two classes one after the other at one station of a minute, counted by hand: three athletes, then two. */
class WavesTest {

    private static final int LESSON = 2700;

    private static final Waves WAVES =
            Waves.of(new HallPlan(5, 2, List.of(new HallPlan.Station("squat", 1, 60)), 1, 0, 300, LESSON, List.of()));

    @Test
    void the_second_class_begins_with_its_lesson() {
        assertThat(WAVES.each().finish()).isEqualTo(180);
        assertThat(WAVES.lessons()).isEqualTo(1);
        assertThat(WAVES.finish()).isEqualTo(LESSON + 120);
    }

    @ParameterizedTest
    @CsvSource({"0, 0", "59, 0", "60, 1", "180, 3", "2000, 3", "2759, 3", "2760, 4", "2820, 5", "9999, 5"})
    void so_many_visits_are_over_after_so_many_seconds(long seconds, int visits) {
        assertThat(WAVES.visitsAfter(seconds)).isEqualTo(visits);
    }

    @Test
    void a_class_that_does_not_fit_one_lesson_takes_the_next_as_well() {
        Waves whole = Waves.of(
                new HallPlan(50, 1, List.of(new HallPlan.Station("squat", 1, 60)), 1, 0, 300, LESSON, List.of()));
        // 50 minutes of work in lessons of 40 usable minutes: 40 tests, the set-up of the next lesson, and 10 more
        assertThat(whole.lessons()).isEqualTo(2);
        assertThat(whole.visitsAfter(2400)).isEqualTo(40);
        assertThat(whole.visitsAfter(LESSON + 59)).isEqualTo(40);
        assertThat(whole.visitsAfter(LESSON + 60)).isEqualTo(41);
        assertThat(whole.finish()).isEqualTo(LESSON + 600);
    }
}
