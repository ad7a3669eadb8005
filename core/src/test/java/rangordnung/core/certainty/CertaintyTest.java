package rangordnung.core.certainty;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.util.List;
import java.util.Random;
import org.assertj.core.data.Offset;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.EnumSource;
import rangordnung.core.Refusal;
import rangordnung.core.StandardFloor;
import rangordnung.core.protocol.Grade;

/** The figures are the house's own, computed from the definitions by hand (house convention). */
class CertaintyTest {

    private static final CertaintyRules RULES = StandardFloor.CERTAINTY;
    private static final double NOISE = 0.5;
    private static final Offset<Double> EXACT = within(1e-4);
    private static final Offset<Double> THREE = within(5e-4);

    private static Likelihood eye(Grade grade) {
        return Likelihood.byEye(grade, NOISE);
    }

    private static GradeChances after(Grade mark) {
        return eye(mark).chances();
    }

    @ParameterizedTest
    @CsvSource({"NONE, 0.8402, 0.1584, 0.0013, 0.0000", "SLIGHT, 0.1575, 0.6836, 0.1575, 0.0014"})
    void a_mark_by_eye_leaves_its_neighbours_possible(
            Grade mark, double none, double slight, double marked, double severe) {
        GradeChances chances = after(mark);
        assertThat(chances.none()).isCloseTo(none, EXACT);
        assertThat(chances.slight()).isCloseTo(slight, EXACT);
        assertThat(chances.marked()).isCloseTo(marked, EXACT);
        assertThat(chances.severe()).isCloseTo(severe, EXACT);
        assertThat(chances.atLeast(Grade.SLIGHT)).isCloseTo(slight + marked + severe, EXACT);
    }

    @Test
    void two_looks_that_differ_by_a_grade_leave_both() {
        GradeChances chances = eye(Grade.SLIGHT).and(eye(Grade.MARKED)).chances();
        assertThat(List.of(chances.none(), chances.slight(), chances.marked(), chances.severe()))
                .usingElementComparator((a, b) -> Math.abs(a - b) < 5e-4 ? 0 : 1)
                .containsExactly(0.001, 0.499, 0.499, 0.001);
    }

    @ParameterizedTest
    @EnumSource(Grade.class)
    void a_measured_value_far_outside_is_surely_the_outer_grade_and_one_on_a_grade_is_that_grade(Grade grade) {
        assertThat(Likelihood.measured(grade.deviation(), 0.05).chances().of(grade))
                .isGreaterThan(0.99);
        assertThat(Likelihood.measured(40, 0.02).chances().severe()).isEqualTo(1);
        assertThat(Likelihood.measured(-40, 0.02).chances().none()).isEqualTo(1);
    }

    @Test
    void looks_can_be_multiplied_without_end_and_in_any_order() {
        Random random = new Random(12);
        Likelihood forward = Likelihood.NOTHING;
        Likelihood backward = Likelihood.NOTHING;
        Likelihood[] looks = new Likelihood[400];
        for (int i = 0; i < looks.length; i++) {
            looks[i] = eye(Grade.values()[random.nextInt(2)]);
            forward = forward.and(looks[i]);
        }
        for (int i = looks.length - 1; i >= 0; i--) {
            backward = backward.and(looks[i]);
        }
        assertThat(forward.chances().slight()).isCloseTo(backward.chances().slight(), within(1e-9));
        assertThat(forward.chances().atLeast(Grade.NONE)).isCloseTo(1, within(1e-12));
    }

    @Test
    void half_a_look_twice_is_one_look_and_no_look_says_nothing() {
        Likelihood half = eye(Grade.MARKED).weakened(0.5);
        assertThat(half.and(half).chances().marked())
                .isCloseTo(after(Grade.MARKED).marked(), EXACT);
        assertThat(eye(Grade.MARKED).weakened(0)).isEqualTo(Likelihood.NOTHING);
        assertThat(eye(Grade.MARKED).and(Likelihood.NOTHING)).isEqualTo(eye(Grade.MARKED));
    }

    @Test
    void noise_that_is_no_noise_is_refused() {
        assertThatThrownBy(() -> Likelihood.byEye(Grade.NONE, 0)).isInstanceOf(Refusal.class);
        assertThatThrownBy(() -> Likelihood.measured(0.5, Double.NaN)).isInstanceOf(Refusal.class);
        assertThatThrownBy(() -> new Response(0.8, 0.3)).isInstanceOf(Refusal.class);
    }

    /** Heels up and its like: P(helps | link) 0.8 against 0.2; inner forefoot up: P(worsens | link) 0.7 against 0.05. */
    @ParameterizedTest
    @CsvSource({
        "MARKED, 0.8, 0.2, 0, 0, 3.362, 1.364, 0.421, 0.284",
        "SLIGHT, 0.8, 0.2, 0, 0, 1.935, 0.579, 0.310, 0.256",
        "SLIGHT, 0, 0, 0.7, 0.05, 0.342, 0.452, 1.434, 7.250",
        "SEVERE, 0, 0, 0.7, 0.05, 0.318, 0.355, 0.772, 1.096"
    })
    void a_retest_counts_by_how_far_it_moves(
            Grade before,
            double helps,
            double helpsWithout,
            double worsens,
            double worsensWithout,
            double none,
            double slight,
            double marked,
            double severe) {
        double[] expected = {none, slight, marked, severe};
        for (Grade reading : Grade.values()) {
            Evidence evidence = Evidence.ofRetest(
                    after(before),
                    eye(reading),
                    new Response(helps, worsens),
                    new Response(helpsWithout, worsensWithout),
                    RULES);
            assertThat(evidence.ratio())
                    .as("%s then %s", before, reading)
                    .isCloseTo(expected[reading.ordinal()], THREE);
        }
    }

    @ParameterizedTest
    @CsvSource({
        "0.5, 0.8, 0.2, 0, 0, SLIGHT, 0.0846",
        "0.5, 0.8, 0.2, 0, 0, MARKED, 0.1346",
        "0.5, 0.8, 0.2, 0, 0, SEVERE, 0.1703",
        "0.3, 0, 0, 0.7, 0.05, NONE, 0.2027",
        "0.3, 0, 0, 0.7, 0.05, SLIGHT, 0.1533",
        "0.3, 0, 0, 0.7, 0.05, MARKED, 0.0833",
        "0.3, 0, 0, 0.7, 0.05, SEVERE, 0.0054"
    })
    void a_trial_is_worth_the_doubt_it_takes_away(
            double chance,
            double helps,
            double helpsWithout,
            double worsens,
            double worsensWithout,
            Grade before,
            double bits) {
        assertThat(Gain.ofRetest(
                        chance,
                        after(before),
                        new Response(helps, worsens),
                        new Response(helpsWithout, worsensWithout),
                        NOISE))
                .isCloseTo(bits, EXACT);
    }

    @Test
    void a_trial_that_tells_all_takes_all_doubt_away_and_one_that_tells_nothing_none() {
        assertThat(Gain.ofTwo(0.5, 1, 0)).isCloseTo(1, within(1e-12));
        assertThat(Gain.ofTwo(0.3, 0.4, 0.4)).isCloseTo(0, within(1e-12));
        assertThat(Gain.ofTwo(1, 0.9, 0.1)).isEqualTo(0);
    }

    @ParameterizedTest
    @CsvSource({
        "1.99, LITTLE",
        "2.01, FOR",
        "4.01, CLEARLY_FOR",
        "0.51, LITTLE",
        "0.49, AGAINST",
        "0.24, CLEARLY_AGAINST"
    })
    void evidence_has_words(double ratio, Evidence.Words words) {
        assertThat(new Evidence(ratio).words(RULES)).isEqualTo(words);
    }

    @Test
    void chances_move_with_the_evidence_and_no_trial_counts_more_than_it_may() {
        assertThat(Evidence.chance(0.5, List.of(new Evidence(4), new Evidence(0.25))))
                .isCloseTo(0.5, within(1e-12));
        assertThat(Evidence.chance(0.8, List.of())).isCloseTo(0.8, within(1e-12));
        assertThat(Evidence.ofChance(1, RULES).ratio()).isEqualTo(20);
        assertThat(Evidence.ofChance(0, RULES).ratio()).isEqualTo(0.05);
        assertThat(Evidence.ofChance(0.9, RULES).ofTheOther(RULES).ratio()).isCloseTo(1 / 9.0, EXACT);
        assertThat(Evidence.ofChance(0.01, RULES).ofTheOther(RULES).ratio()).isEqualTo(2);
        assertThat(RULES.shortOf(12.7, 11.5, 0.6)).isCloseTo(0.9772, EXACT);
    }

    /** Half of those who train fall by a step or more, each possible fall being equally likely; arithmetic from the definition. */
    @Test
    void what_weeks_do_to_a_grade_adds_up() {
        GradeChances severe = new Response(0.5, 0.1).on(new GradeChances(0, 0, 0, 1));
        assertThat(severe.severe()).isCloseTo(0.5, within(1e-12));
        assertThat(severe.none()).isCloseTo(0.5 / 3, within(1e-12));
        assertThat(severe.doubt()).isCloseTo(0.5, within(1e-12));
        GradeChances slight = new Response(0.5, 0.1).on(new GradeChances(0, 1, 0, 0));
        assertThat(slight.none()).isCloseTo(0.5, within(1e-12));
        assertThat(slight.marked()).isCloseTo(0.05, within(1e-12));
        assertThat(slight.none() + slight.slight() + slight.marked() + slight.severe())
                .isCloseTo(1, within(1e-12));
    }
}
