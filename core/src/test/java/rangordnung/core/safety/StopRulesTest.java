package rangordnung.core.safety;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import rangordnung.core.StandardFloor;
import rangordnung.core.safety.PainReport.Region;
import rangordnung.core.safety.PainReport.Sign;

class StopRulesTest {

    /** House convention, conservative. */
    @ParameterizedTest
    @CsvSource(
            nullValues = "-",
            value = {
                "0, -, RECORD_AND_GO_ON", "3, -, RECORD_AND_GO_ON", "4, -, STOP", "10, -, STOP",
                        "1, NEW_OR_SHARP, STOP",
                "0, GIVING_WAY, STOP", "0, NUMBNESS, STOP", "0, DIZZINESS, STOP", "0, CHEST_PAIN, STOP",
                        "0, UNWELL, STOP",
                "2, SWELLING, RECORD_AND_GO_ON", "2, AT_REST_OR_NIGHT, RECORD_AND_GO_ON",
                        "2, BEYOND_TWO_WEEKS, RECORD_AND_GO_ON"
            })
    void pain_stops_the_screen(int intensity, Sign sign, StopRules.Consequence action) {
        assertThat(StopRules.action(report(intensity, sign), StandardFloor.PROTOCOL.rules()))
                .isEqualTo(action);
    }

    @ParameterizedTest
    @CsvSource(
            nullValues = "-",
            value = {
                "-, false",
                "SWELLING, true",
                "AT_REST_OR_NIGHT, true",
                "BEYOND_TWO_WEEKS, true",
                "GIVING_WAY, false"
            })
    void some_pain_belongs_to_a_clinician_before_the_pattern_is_trained(Sign sign, boolean refer) {
        assertThat(StopRules.refer(List.of(report(2, sign)))).isEqualTo(refer);
        assertThat(StopRules.refer(List.of())).isFalse();
    }

    private static PainReport report(int intensity, Sign sign) {
        return new PainReport(Region.KNEE, Optional.empty(), intensity, sign == null ? Set.of() : Set.of(sign));
    }
}
