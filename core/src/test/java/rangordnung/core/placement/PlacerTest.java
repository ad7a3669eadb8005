package rangordnung.core.placement;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.Collections;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.MethodSource;
import rangordnung.core.RandomScreens;
import rangordnung.core.Rater;
import rangordnung.core.StandardFloor;
import rangordnung.core.body.Side;
import rangordnung.core.judgement.MovementIndex;
import rangordnung.core.judgement.ScreenResult;
import rangordnung.core.ladder.Exercise;
import rangordnung.core.ladder.Focus;
import rangordnung.core.protocol.Grade;
import rangordnung.core.record.Attendance;
import rangordnung.core.safety.Clearance;
import rangordnung.core.safety.PainReport;

class PlacerTest {

    private static final Placer PLACER = new Placer(
            StandardFloor.LADDERS,
            StandardFloor.RULES,
            StandardFloor.LINKS,
            StandardFloor.CERTAINTY,
            StandardFloor.PROTOCOL);

    private static Proposal.Placed placed(String... screens) {
        List<ScreenResult> results =
                Arrays.stream(screens).map(s -> Rater.seen(marks(s)).judged()).toList();
        return (Proposal.Placed) PLACER.propose(results, Clearance.CLEARED);
    }

    private static String[] marks(String screen) {
        return screen.isBlank() ? new String[0] : screen.split(" \\+ ");
    }

    /** The order of treatment is common practice without a source; the rungs are house convention. */
    @ParameterizedTest
    @CsvSource(
            nullValues = "-",
            value = {
                "'', LOAD, bodyweight-squat, -",
                "head - SEVERE, LOAD, bodyweight-squat, -",
                "knee-line L SLIGHT, KNEE_CONTROL, bodyweight-squat, -",
                "knee-line L MARKED, KNEE_CONTROL, box-squat, -",
                "knee-line R SEVERE, KNEE_CONTROL, chair-sit-stand, -",
                "knee-line R SEVERE + arch R SLIGHT, KNEE_CONTROL, chair-sit-stand, FOOT_AND_ANKLE",
                "knee-line R MARKED + arch R MARKED, FOOT_AND_ANKLE, squat-on-inner-wedge, KNEE_CONTROL",
                "heels L MARKED, FOOT_AND_ANKLE, ball-of-foot-on-step, -",
                "drift R MARKED + depth - SLIGHT, EVEN_SIDES, other-side-overloaded, DEPTH_AND_SPINE",
                "drop L SEVERE, EVEN_SIDES, into-the-shift, -",
                "depth - MARKED, DEPTH_AND_SPINE, box-squat, -",
                "low-back - MARKED, DEPTH_AND_SPINE, bodyweight-squat-heels-up, -",
                "knee-line L SLIGHT + depth - MARKED, DEPTH_AND_SPINE, box-squat, KNEE_CONTROL",
                "knee-line L MARKED + depth - MARKED, KNEE_CONTROL, box-squat, DEPTH_AND_SPINE"
            })
    void focus_follows_the_order_of_treatment_and_rung_the_grade(String marks, Focus focus, String rung, Focus second) {
        Proposal.Placed placed = placed(marks);

        assertThat(placed.place()).isEqualTo(new Proposal.Place(focus, Optional.of(rung)));
        assertThat(placed.second().map(Proposal.Place::focus)).isEqualTo(Optional.ofNullable(second));
        assertThat(placed.reasons()).isNotEmpty();
    }

    @Test
    void pain_and_missing_clearance_come_before_everything() {
        ScreenResult hurt = Rater.squat().mark("arch L SEVERE").pain(5).judged();
        ScreenResult shifted = Rater.squat()
                .pain(2)
                .mark("drift L SLIGHT")
                .close(rangordnung.core.protocol.View.FRONT)
                .judged();
        ScreenResult swollen = Rater.squat().pain(1, PainReport.Sign.SWELLING).judged();

        for (ScreenResult result : List.of(hurt, shifted, swollen)) {
            assertThat(PLACER.propose(List.of(result), Clearance.CLEARED))
                    .isInstanceOfSatisfying(Proposal.Placed.class, p -> {
                        assertThat(p.focus()).isEqualTo(Focus.PROTECT);
                        assertThat(p.rung()).isEmpty();
                        assertThat(p.movers()).isEmpty();
                    });
        }
        assertThat(((Proposal.Placed) PLACER.propose(List.of(Rater.seen().judged()), Clearance.NOT_CLEARED)).focus())
                .isEqualTo(Focus.PROTECT);
    }

    @Test
    void without_enough_seen_nothing_is_proposed() {
        assertThat(PLACER.propose(List.of(new Rater().attends(Attendance.ABSENT).judged()), Clearance.CLEARED))
                .isEqualTo(new Proposal.Open(MovementIndex.Reason.ABSENT));
        assertThat(PLACER.propose(
                        List.of(Rater.squat()
                                .close(rangordnung.core.protocol.View.FRONT)
                                .judged()),
                        Clearance.CLEARED))
                .isEqualTo(new Proposal.Open(MovementIndex.Reason.TOO_INCOMPLETE));
    }

    /** House convention: one step at a time up; down on a marked fault twice running. */
    @ParameterizedTest
    @CsvSource({
        "'', '', goblet-squat-heels-up, OwnedTwice",
        "knee-line L SEVERE, knee-line L SLIGHT, supported-sink, OneStepUp",
        "knee-line L SLIGHT, knee-line L MARKED, bodyweight-squat, HeldOnce",
        "knee-line L MARKED, knee-line L SEVERE, chair-sit-stand, DownAfterTwice",
        "knee-line L MARKED, knee-line L MARKED, box-squat, RungByGrade",
        "knee-line L SEVERE, arch L SLIGHT, wall-drill, RungByGrade"
    })
    void the_rung_moves_one_step_up_and_not_down_at_the_first_slip(
            String before, String now, String rung, String reason) {
        Proposal.Placed placed = placed(before, now);

        assertThat(placed.rung()).contains(rung);
        assertThat(placed.reasons().get(placed.reasons().size() - 1).getClass().getSimpleName())
                .isEqualTo(reason);
    }

    /** A valgus that was marked once never stays loaded, however well the athlete did before. */
    @ParameterizedTest
    @MethodSource("screens")
    void no_rung_is_given_that_what_was_seen_forbids(List<String> marks) {
        List<ScreenResult> history =
                new ArrayList<>(Collections.nCopies(7, Rater.seen().judged()));
        history.add(Rater.seen(marks.toArray(String[]::new)).judged());
        if (PLACER.propose(history, Clearance.CLEARED) instanceof Proposal.Placed placed
                && placed.focus() != Focus.PROTECT) {
            Exercise exercise = StandardFloor.LADDERS.ladderOf(placed.focus()).orElseThrow().rungs().stream()
                    .filter(r -> placed.rung().equals(Optional.of(r.id())))
                    .findFirst()
                    .orElseThrow();
            ScreenResult last = history.get(history.size() - 1);
            if (last.worstHeading().filter(g -> g.atLeast(Grade.MARKED)).isPresent()) {
                assertThat(exercise.notFor()).doesNotContain(Exercise.Contraindication.MARKED_FAULT);
            }
        }
    }

    static List<List<String>> screens() {
        return RandomScreens.some();
    }

    @Test
    void whoever_had_been_loaded_steps_back_at_a_marked_fault_and_hears_why() {
        List<ScreenResult> history =
                new ArrayList<>(Collections.nCopies(7, Rater.seen().judged()));
        Proposal.Placed loaded = (Proposal.Placed) PLACER.propose(history, Clearance.CLEARED);
        history.add(Rater.seen("knee-line L MARKED").judged());
        Proposal.Placed back = (Proposal.Placed) PLACER.propose(history, Clearance.CLEARED);
        assertThat(loaded.rung()).contains("back-squat-low-bar");
        assertThat(back.rung()).contains("bodyweight-squat");
        assertThat(back.reasons())
                .contains(new Reason.Bound(
                        "back-squat-low-bar", "bodyweight-squat", Exercise.Contraindication.MARKED_FAULT));
    }

    @Test
    void one_slight_mark_that_decides_is_called_borderline() {
        assertThat(placed("arch L SLIGHT").borderline()).isTrue();
        assertThat(placed("arch L SLIGHT + arch R SLIGHT").borderline()).isFalse();
        assertThat(placed("arch L MARKED").borderline()).isFalse();
        assertThat(placed("").borderline()).isFalse();
    }

    @Test
    void the_whole_evidence_gone_leads_on() {
        assertThat(placed("arch L SLIGHT + arch R MARKED + knee-line L SLIGHT").movers())
                .anySatisfy(m -> assertThat(m.leadsTo().focus()).isEqualTo(Focus.KNEE_CONTROL));
    }

    @ParameterizedTest
    @MethodSource("screens")
    void every_mover_keeps_its_word(List<String> marks) {
        ScreenResult screen = Rater.seen(marks.toArray(String[]::new)).judged();
        Proposal.Placed now = (Proposal.Placed) PLACER.propose(List.of(screen), Clearance.CLEARED);

        assertThat(now.movers()).isNotEmpty();
        for (Proposal.Mover mover : now.movers()) {
            ScreenResult changed = screen;
            for (Proposal.GradeChange change : mover.changes()) {
                changed = changed.withGrade(
                        change.test(),
                        change.criterion(),
                        change.side().orElse(Side.LEFT),
                        change.to(),
                        StandardFloor.PROTOCOL.rules());
            }
            assertThat(((Proposal.Placed) PLACER.propose(List.of(changed), Clearance.CLEARED)).place())
                    .isEqualTo(mover.leadsTo())
                    .isNotEqualTo(now.place());
        }
    }

    /** House convention: second focus 2, other focus 5, too easy 1 a rung, too hard 3 a rung and one rung at most. */
    @ParameterizedTest
    @CsvSource(
            nullValues = "-",
            value = {
                "KNEE_CONTROL, box-squat, 0",
                "KNEE_CONTROL, chair-sit-stand, 2",
                "KNEE_CONTROL, bodyweight-squat-heels-up, 3",
                "KNEE_CONTROL, goblet-squat, -",
                "DEPTH_AND_SPINE, box-squat, 2",
                "EVEN_SIDES, aid-away, 5",
                "LOAD, box-squat, 5",
                "PROTECT, -, 5",
                "KNEE_CONTROL, no-such-rung, -",
                "KNEE_CONTROL, -, -"
            })
    void a_move_has_a_cost(Focus focus, String rung, Double cost) {
        Proposal.Placed placed = placed("knee-line L MARKED + depth - MARKED");
        Fit fit = Fit.of(
                placed,
                new Proposal.Place(focus, Optional.ofNullable(rung)),
                StandardFloor.LADDERS,
                StandardFloor.RULES.costs());

        assertThat(fit instanceof Fit.Possible possible ? possible.cost() : null)
                .isEqualTo(cost);
    }

    @Test
    void nobody_is_moved_out_of_protect() {
        Proposal.Placed hurt =
                (Proposal.Placed) PLACER.propose(List.of(Rater.squat().pain(7).judged()), Clearance.CLEARED);

        assertThat(Fit.of(
                        hurt,
                        new Proposal.Place(Focus.LOAD, Optional.of("bodyweight-squat")),
                        StandardFloor.LADDERS,
                        StandardFloor.RULES.costs()))
                .isEqualTo(new Fit.Impossible(Fit.Because.PROTECTED));
    }
}
