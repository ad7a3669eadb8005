package rangordnung.core.training;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import rangordnung.core.ShippedData;
import rangordnung.core.StandardFloor;
import rangordnung.core.protocol.TestDefinition.Pattern;

/** Flags of load history, week by week (house convention: a fifth above the mean of three weeks, two weeks off). */
class LoadHistoryTest {

    private static final LocalDate MONDAY = LocalDate.of(2026, 11, 30);
    private static final LoadHistory HISTORY = new LoadHistory(
            StandardFloor.LADDERS, StandardFloor.shipped(ShippedData.TRAINING, TrainingRules.class), Optional.of(50.0));

    /** One session a week of so many repetitions; written with a blank between weeks. */
    private static List<LoadHistory.Entry> weeks(String repetitions) {
        List<LoadHistory.Entry> all = new ArrayList<>();
        String[] each = repetitions.split(" ");
        for (int w = 0; w < each.length; w++) {
            int done = Integer.parseInt(each[w]);
            if (done > 0) {
                all.add(new LoadHistory.Entry(MONDAY.plusWeeks(w).plusDays(w % 5), "bodyweight-squat", 16, done, 0));
            }
        }
        return all;
    }

    @ParameterizedTest
    @CsvSource({
        "16 18 20, ''",
        "16 18 21, '2 RISE 24'",
        "20 20 20 24, ''",
        "20 20 20 25, '3 RISE 25'",
        "20 0 20, ''",
        "20 0 25, '2 RISE 25'",
        "20 0 0 20, '3 RETURN 0'",
        "20 0 0 16, ''",
        "20 20 0 0 0 25, '5 RETURN 25'",
        "20, ''",
    })
    void a_week_is_flagged_where_it_rises_or_returns(String done, String expected) {
        List<LoadHistory.Flag> flags = HISTORY.flags(HISTORY.lines(weeks(done)));
        assertThat(flags.stream()
                        .map(f -> (f.monday().toEpochDay() - MONDAY.toEpochDay()) / 7 + " " + f.sign() + " "
                                + Math.round(100 * f.share())))
                .isEqualTo(expected.isEmpty() ? List.of() : Arrays.asList(expected.split(", ")));
    }

    @Test
    void kilograms_count_as_the_share_by_which_they_make_the_body_heavier_and_patterns_stand_apart() {
        List<LoadHistory.Line> lines = HISTORY.lines(List.of(
                new LoadHistory.Entry(MONDAY, "goblet-squat", 20, 20, 10),
                new LoadHistory.Entry(MONDAY.plusDays(3), "goblet-squat", 20, 10, 0),
                new LoadHistory.Entry(MONDAY, "split-squat-hold", 30, 30, 0),
                new LoadHistory.Entry(MONDAY, "handstand", 30, 30, 0)));
        assertThat(lines)
                .containsExactly(
                        new LoadHistory.Line(Pattern.SQUAT, List.of(new LoadHistory.Week(MONDAY, 44, 34))),
                        new LoadHistory.Line(Pattern.LUNGE, List.of(new LoadHistory.Week(MONDAY, 10, 10))));
    }
}
