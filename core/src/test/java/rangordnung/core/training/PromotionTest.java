package rangordnung.core.training;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import rangordnung.core.ShippedData;
import rangordnung.core.StandardFloor;
import rangordnung.core.ladder.Exercise.Contraindication;
import rangordnung.core.ladder.Ladders;
import rangordnung.core.placement.Bounds;
import rangordnung.core.protocol.Grade;
import rangordnung.core.protocol.TestDefinition.Pattern;
import rangordnung.core.record.Attendance;
import rangordnung.core.safety.PainReport;

/** Up, stay, down or refer after sessions: the ladder rules of common practice with the numbers of the house. */
class PromotionTest {

    private static final Promotion PROMOTION = new Promotion(
            StandardFloor.LADDERS,
            StandardFloor.shipped(ShippedData.TRAINING, TrainingRules.class),
            StandardFloor.PROTOCOL.rules());
    private static final Ladders.Ladder SQUAT = StandardFloor.LADDERS.required("squat");
    private static final Bounds BEGINS = new Bounds(List.of(Contraindication.NOT_LIFTING), List.of());

    /** Sessions written {@code LOOK} or {@code LOOK/pain} or {@code LOOK!} where less was done than prescribed; {@code -} without a look. */
    private static List<Promotion.Held> sessions(String written) {
        List<Promotion.Held> all = new ArrayList<>();
        for (String one : written.isEmpty() ? new String[0] : written.split(" ")) {
            String[] part = one.replace("!", "").split("/");
            all.add(new Promotion.Held(
                    LocalDate.of(2026, 12, 1 + all.size()),
                    Part.MAIN,
                    16,
                    new SessionRecord(
                            Optional.of(Attendance.PRESENT),
                            Optional.of(List.of(new TrainingFact.Done(
                                    Part.MAIN, "box-squat", 2, one.contains("!") ? 6 : 8, Optional.empty()))),
                            part[0].equals("-") ? Optional.empty() : Optional.of(Grade.valueOf(part[0])),
                            part.length > 1 ? List.of(pain(Integer.parseInt(part[1]))) : List.of())));
        }
        return all;
    }

    private static PainReport pain(int intensity) {
        return new PainReport(PainReport.Region.KNEE, Optional.empty(), intensity, Set.of());
    }

    private static Promotion.Proposed proposed(String rung, Bounds bounds, int known, String sessions) {
        return proposed(rung, bounds, known, Optional.empty(), sessions);
    }

    private static Promotion.Proposed proposed(
            String rung, Bounds bounds, int known, Optional<LocalDate> cleared, String sessions) {
        return PROMOTION.of(
                SQUAT, rung, bounds, known == 0 ? List.of() : List.of(pain(known)), cleared, false, sessions(sessions));
    }

    @ParameterizedTest
    @CsvSource({
        "box-squat, 0, NONE SLIGHT, UP, OWNED_TWICE, bodyweight-squat",
        "box-squat, 0, MARKED NONE - SLIGHT, UP, OWNED_TWICE, bodyweight-squat",
        "box-squat, 0, NONE, STAY, TOO_FEW_LOOKS, box-squat",
        "box-squat, 0, - -, STAY, TOO_FEW_LOOKS, box-squat",
        "box-squat, 0, '', STAY, TOO_FEW_LOOKS, box-squat",
        "box-squat, 0, NONE MARKED, STAY, NOT_OWNED, box-squat",
        "box-squat, 0, NONE NONE!, STAY, NOT_OWNED, box-squat",
        "box-squat, 0, MARKED SEVERE, DOWN, MARKED_TWICE, supported-sink",
        "chair-sit-stand, 0, MARKED MARKED, STAY, MARKED_TWICE, chair-sit-stand",
        "box-squat, 0, NONE NONE/2, DOWN, NEW_PAIN, supported-sink",
        "box-squat, 2, NONE NONE/2, STAY, SORE, box-squat",
        "box-squat, 1, NONE NONE/3, DOWN, NEW_PAIN, supported-sink",
        "box-squat, 0, NONE/5 NONE NONE, REFER, STOPPED, box-squat",
        "goblet-squat, 0, NONE NONE, STAY, BOUND, goblet-squat",
    })
    void the_rung_moves_by_what_was_seen_twice(
            String rung, int known, String sessions, Promotion.Verdict verdict, Promotion.Because because, String to) {
        Promotion.Proposed proposed = proposed(rung, BEGINS, known, sessions);
        assertThat(proposed.verdict()).isEqualTo(verdict);
        assertThat(proposed.because()).isEqualTo(because);
        assertThat(proposed.to()).isEqualTo(to);
    }

    /** A referral stands until somebody has cleared the athlete, and comes again with the next pain that stops. */
    @ParameterizedTest
    @CsvSource({"NONE NONE/5, 1, REFER", "NONE NONE/5, 2, UP", "NONE/5 NONE NONE, 1, UP", "NONE/5 NONE NONE/5, 1, REFER"
    })
    void a_clearance_answers_pain_until_its_day(String sessions, int day, Promotion.Verdict verdict) {
        Optional<LocalDate> cleared = Optional.of(LocalDate.of(2026, 12, day));
        assertThat(proposed("box-squat", BEGINS, 0, cleared, sessions).verdict())
                .isEqualTo(verdict);
    }

    /** What was seen forbids what it forbids, whatever the sessions say. */
    @Test
    void nobody_goes_up_to_what_is_not_for_them() {
        Bounds marked = new Bounds(List.of(), List.of(Pattern.SQUAT));
        assertThat(proposed("bodyweight-squat", marked, 0, "NONE NONE").because())
                .isEqualTo(Promotion.Because.BOUND);
        assertThat(proposed("bodyweight-squat", Bounds.NONE, 0, "NONE NONE").to())
                .isEqualTo("goblet-squat");
        assertThat(proposed("goblet-squat", Bounds.NONE, 0, "NONE NONE").because())
                .as("nobody spots at the rack")
                .isEqualTo(Promotion.Because.BOUND);
    }

    /** A normal error of half a grade: 0.999, 0.841, 0.159. */
    @Test
    void evidence_says_how_sure_a_session_is() {
        assertThat(proposed("box-squat", BEGINS, 0, "NONE SLIGHT MARKED").evidence())
                .extracting(s -> s.owned().orElseThrow())
                .satisfiesExactly(
                        c -> assertThat(c).isCloseTo(0.1587, within(1e-4)),
                        c -> assertThat(c).isCloseTo(0.8413, within(1e-4)),
                        c -> assertThat(c).isCloseTo(0.9987, within(1e-4)));
    }
}
