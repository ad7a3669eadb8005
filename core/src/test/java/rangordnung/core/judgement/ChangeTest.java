package rangordnung.core.judgement;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class ChangeTest {

    /** SEM 5 on both sides: 1.96 × √2 × 5 = 13.86 (Weir 2005; value from memory). */
    @ParameterizedTest
    @CsvSource({
        "70, 83.8, true, WITHIN_NOISE", "70, 83.9, true, IMPROVED", "83.9, 70, true, WORSE",
        "70, 83.9, false, WORSE", "83.9, 70, false, IMPROVED", "70, 70, true, WITHIN_NOISE"
    })
    void a_change_is_named_only_beyond_the_noise(
            double before, double now, boolean moreIsBetter, Change.Verdict verdict) {
        assertThat(Change.between(new Estimate(before, 5), new Estimate(now, 5), 1.96, moreIsBetter)
                        .verdict())
                .isEqualTo(verdict);
    }
}
