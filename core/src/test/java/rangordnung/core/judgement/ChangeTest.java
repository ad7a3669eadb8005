package rangordnung.core.judgement;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class ChangeTest {

    /** SEM 5 on both sides: 1.96 × √2 × 5 = 13.86 (Weir 2005; value from memory). */
    @ParameterizedTest
    @CsvSource({
        "70, 83.8, true, CANNOT_TELL", "70, 83.9, true, IMPROVED", "83.9, 70, true, WORSE",
        "70, 83.9, false, WORSE", "83.9, 70, false, IMPROVED", "70, 70, true, CANNOT_TELL"
    })
    void a_change_is_named_only_beyond_the_noise(
            double before, double now, boolean moreIsBetter, Change.Verdict verdict) {
        assertThat(Change.between(new Estimate(before, 5), new Estimate(now, 5), 1.96, 10, moreIsBetter)
                        .verdict())
                .isEqualTo(verdict);
    }

    /** House convention: the same only where the whole 90 % interval lies within what matters. */
    @ParameterizedTest
    @CsvSource({"50, 52, 2, SAME", "50, 52, 5, CANNOT_TELL", "50, 55, 1, IMPROVED", "50, 56, 2.2, CANNOT_TELL"})
    void the_same_is_said_only_where_it_is_shown(double before, double now, double sem, Change.Verdict verdict) {
        Change change = Change.between(new Estimate(before, sem), new Estimate(now, sem), 1.96, 10, true);
        assertThat(change.verdict()).isEqualTo(verdict);
        assertThat(change.high() - change.low()).isCloseTo(2 * 1.645 * Math.sqrt(2) * sem, within(1e-9));
    }
}
