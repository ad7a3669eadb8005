package rangordnung.core.judgement;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Optional;
import java.util.UUID;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.EnumSource;
import org.junit.jupiter.params.provider.ValueSource;
import rangordnung.core.Rater;
import rangordnung.core.StandardFloor;
import rangordnung.core.body.Side;
import rangordnung.core.protocol.Conditions;
import rangordnung.core.protocol.DepthStatus;
import rangordnung.core.protocol.Grade;
import rangordnung.core.protocol.Phase;
import rangordnung.core.protocol.Protocol;
import rangordnung.core.protocol.View;
import rangordnung.core.record.Attendance;
import rangordnung.core.record.Book;
import rangordnung.core.record.Entry;
import rangordnung.core.record.Fact;
import tools.jackson.databind.node.ObjectNode;

class JudgeTest {

    private static Finding finding(ScreenResult result, String criterion, Side side) {
        return result.tests()
                .get(0)
                .criterion(criterion)
                .orElseThrow()
                .findings()
                .get(side);
    }

    private static Grade grade(ScreenResult result, String criterion, Side side) {
        return finding(result, criterion, side).graded().orElseThrow().grade();
    }

    private static Protocol school(String policy, String value) {
        return StandardFloor.protocol(p -> ((ObjectNode) p.at("/policies/" + policy)).put("value", value));
    }

    @Test
    void what_was_looked_at_and_not_marked_is_clean() {
        ScreenResult result = Rater.seen().judged();

        assertThat(result.criteria().flatMap(c -> c.worse().stream()))
                .hasSize(11)
                .containsOnly(Grade.NONE);
        assertThat(((MovementIndex.Known) result.index()).value()).isEqualTo(100.0);
        assertThat(finding(result, "head", Side.LEFT).origin().rule()).isEqualTo(Origin.Rule.CLEAN_IN_CLOSED_VIEW);
    }

    @Test
    void a_mark_is_graded_on_its_side_with_its_trial_and_fact_as_origin() {
        Rater book = Rater.seen("knee-line L MARKED");
        Finding.Graded left =
                finding(book.judged(), "knee-line", Side.LEFT).graded().orElseThrow();

        assertThat(left.grade()).isEqualTo(Grade.MARKED);
        assertThat(left.variant()).contains("inward");
        assertThat(left.origin().trial()).contains(book.trialId());
        assertThat(left.origin().facts()).containsExactly(book.entries().get(1).id());
        assertThat(left.origin().thresholds())
                .containsExactly(StandardFloor.PROTOCOL.rules().gradedMarkSem());
        assertThat(grade(book.judged(), "knee-line", Side.RIGHT)).isEqualTo(Grade.NONE);
        assertThat(book.judged().tests().get(0).worseSide()).contains(Side.LEFT);
    }

    @Test
    void the_worst_single_repetition_and_the_phase_stand_beside_the_grade() {
        Rater book = Rater.squat().worst("arch", Side.RIGHT, Grade.SLIGHT, Grade.SEVERE, Phase.ASCENT);

        assertThat(finding(book.judged(), "arch", Side.RIGHT).graded().orElseThrow())
                .returns(Grade.SLIGHT, Finding.Graded::grade)
                .returns(Grade.SEVERE, Finding.Graded::worst)
                .returns(Optional.of(Phase.ASCENT), Finding.Graded::phase);
    }

    @ParameterizedTest
    @CsvSource({
        "SLIGHT, VOID_AND_CHAIR, false",
        "MARKED, VOID_AND_CHAIR, true",
        "SEVERE, VOID_AND_CHAIR, true",
        "MARKED, VOID_AND_HEELS_UP, true",
        "SEVERE, GRADE_ONLY, false"
    })
    void an_unplanned_heel_lift_voids_what_stands_above_it_by_school(Grade lift, String policy, boolean voids) {
        ScreenResult result = Rater.seen("knee-line R SEVERE", "arch L SLIGHT", "heels L " + lift)
                .judged(school("heelLift", policy));
        Finding knee = finding(result, "knee-line", Side.RIGHT);

        assertThat(knee.graded().isEmpty()).isEqualTo(voids);
        assertThat(grade(result, "heels", Side.LEFT)).isEqualTo(lift);
        assertThat(grade(result, "arch", Side.LEFT)).isEqualTo(Grade.SLIGHT);
        assertThat(result.tests().get(0).voided()).isEqualTo(voids);
        if (voids) {
            assertThat(knee).isInstanceOfSatisfying(Finding.NotAssessable.class, n -> {
                assertThat(n.reason()).isEqualTo(Finding.Reason.HEELS_UP);
                assertThat(n.seen().orElseThrow().grade()).isEqualTo(Grade.SEVERE);
            });
            assertThat(result.tests().get(0).depth()).contains(DepthStatus.ENDED_BY_HEEL_LIFT);
            assertThat(result.index()).isInstanceOf(MovementIndex.Unknown.class);
        }
    }

    @Test
    void a_slight_heel_lift_voids_nothing_and_makes_what_stands_above_it_less_certain() {
        ScreenResult lifted = Rater.seen("heels R SLIGHT").judged();
        ScreenResult flat = Rater.seen().judged();

        assertThat(finding(lifted, "depth", Side.LEFT).graded().orElseThrow().sem())
                .isEqualTo(1.5
                        * finding(flat, "depth", Side.LEFT)
                                .graded()
                                .orElseThrow()
                                .sem());
        assertThat(finding(lifted, "arch", Side.LEFT).graded())
                .isEqualTo(finding(lifted, "arch", Side.RIGHT).graded());
    }

    @Test
    void a_planned_plate_is_a_condition_and_not_a_baseline() {
        Conditions plate = Conditions.STANDARD.withAids(List.of(Conditions.Aid.of(Conditions.Kind.HEEL_PLATE, 2)));
        Rater book = Rater.seen("knee-line L MARKED")
                .trial(plate)
                .mark("heels L SEVERE")
                .close(View.FRONT)
                .close(View.SIDE);

        assertThat(grade(book.judged(), "knee-line", Side.LEFT)).isEqualTo(Grade.MARKED);
        assertThat(grade(book.judged(), "heels", Side.LEFT)).isEqualTo(Grade.NONE);
    }

    @Test
    void five_states_without_a_value_stay_five() {
        Optional<Side> left = Optional.of(Side.LEFT);
        assertThat(finding(Rater.squat().unclear("arch", left).judged(), "arch", Side.LEFT))
                .isInstanceOf(Finding.NotAssessable.class);
        assertThat(finding(new Rater().judged(), "arch", Side.LEFT)).isInstanceOf(Finding.NotTested.class);
        assertThat(finding(new Rater().attends(Attendance.ABSENT).judged(), "arch", Side.LEFT))
                .isInstanceOf(Finding.Absent.class);
        assertThat(finding(new Rater().attends(Attendance.UNWELL).judged(), "arch", Side.LEFT))
                .isInstanceOf(Finding.Excused.class);
        assertThat(finding(Rater.squat().pain(5).judged(), "arch", Side.LEFT)).isInstanceOf(Finding.Stopped.class);
    }

    @Test
    void a_pain_stop_keeps_what_was_seen_and_stops_the_rest() {
        ScreenResult result = Rater.squat()
                .mark("knee-line L SLIGHT")
                .close(View.FRONT)
                .pain(6)
                .judged();

        assertThat(grade(result, "knee-line", Side.LEFT)).isEqualTo(Grade.SLIGHT);
        assertThat(finding(result, "heels", Side.LEFT)).isInstanceOf(Finding.Stopped.class);
        assertThat(result.tests().get(0).depth()).contains(DepthStatus.LIMITED_BY_PAIN);
        assertThat(result.index()).isInstanceOfSatisfying(MovementIndex.Unknown.class, u -> assertThat(u.reason())
                .isEqualTo(MovementIndex.Reason.STOPPED));
    }

    @Test
    void one_missing_view_is_not_clean() {
        ScreenResult result = Rater.squat().close(View.FRONT).judged();

        assertThat(finding(result, "depth", Side.LEFT))
                .isInstanceOfSatisfying(Finding.NotAssessable.class, n -> assertThat(n.reason())
                        .isEqualTo(Finding.Reason.MISSING_VIEW));
        assertThat(result.index().completeness()).isEqualTo(8.0 / 16);
    }

    @ParameterizedTest
    @EnumSource(Fact.Flag.class)
    void flagged_trials_are_kept_but_never_ranked_with_clean_ones(Fact.Flag flag) {
        Rater book = Rater.seen("depth - MARKED").flag(flag);

        assertThat(finding(book.judged(), "depth", Side.LEFT))
                .isInstanceOfSatisfying(
                        Finding.NotAssessable.class,
                        n -> assertThat(n.seen().orElseThrow().grade()).isEqualTo(Grade.MARKED));
        assertThat(book.judged().index()).isInstanceOf(MovementIndex.Unknown.class);
        ScreenResult again = book.trial(Conditions.STANDARD)
                .close(View.FRONT)
                .close(View.SIDE)
                .judged();
        assertThat(((MovementIndex.Known) again.index()).value()).isEqualTo(100.0);
    }

    @Test
    void another_raters_later_look_is_a_second_one_and_the_first_raters_own_later_trial_counts() {
        UUID first = UUID.randomUUID();
        Rater book = new Rater()
                .by(first)
                .trial(Conditions.STANDARD)
                .mark("knee-line L SEVERE")
                .close(View.FRONT)
                .close(View.SIDE)
                .by(UUID.randomUUID())
                .trial(Conditions.STANDARD)
                .close(View.FRONT)
                .close(View.SIDE);
        assertThat(book.judged().tests().get(0).trial().orElseThrow().rater()).contains(first);
        assertThat(book.judged().second()).hasSize(1);

        book.by(first)
                .trial(Conditions.STANDARD)
                .mark("knee-line L SLIGHT")
                .close(View.FRONT)
                .close(View.SIDE);
        assertThat(book.judged().tests().get(0).trial().orElseThrow().id()).isEqualTo(book.trialId());
    }

    @Test
    void a_correction_supersedes_and_an_undo_takes_back_and_order_of_arrival_does_not_matter() {
        Rater corrected = Rater.squat().mark("arch L SEVERE");
        corrected.supersedeLast(
                Optional.of(Fact.Marked.of(corrected.trialId(), "arch", Optional.of(Side.LEFT), Grade.SLIGHT)));
        assertThat(grade(corrected.judged(), "arch", Side.LEFT)).isEqualTo(Grade.SLIGHT);

        Rater undone = Rater.squat()
                .mark("arch L SEVERE")
                .supersedeLast(Optional.empty())
                .close(View.FRONT);
        assertThat(grade(undone.judged(), "arch", Side.LEFT)).isEqualTo(Grade.NONE);

        Rater restored = corrected.supersedeLast(Optional.empty());
        assertThat(grade(restored.judged(), "arch", Side.LEFT))
                .as("the correction is taken back")
                .isEqualTo(Grade.SEVERE);

        List<Entry> shuffled = new java.util.ArrayList<>(undone.entries());
        java.util.Collections.reverse(shuffled);
        assertThat(new Judge(StandardFloor.PROTOCOL).judge(Book.of(shuffled))).isEqualTo(undone.judged());
    }

    @Test
    void a_measured_value_is_the_median_of_its_repetitions_against_the_anchors() {
        Optional<Side> left = Optional.of(Side.LEFT);
        ScreenResult result = Rater.squat()
                .measured("knee-line", left, "fppa", 0.9, 3, 10.5, 18, 10.5, 4)
                .judged();
        Finding.Graded knee = finding(result, "knee-line", Side.LEFT).graded().orElseThrow();

        assertThat(knee.deviation()).isEqualTo(0.5);
        assertThat(knee.grade()).isEqualTo(Grade.MARKED);
        assertThat(knee.worst()).isEqualTo(Grade.SEVERE);
        assertThat(knee.sem()).isEqualTo(3.0 / 15);
        assertThat(finding(
                        Rater.squat()
                                .measured("knee-line", left, "fppa", 0.49, 18)
                                .judged(),
                        "knee-line",
                        Side.LEFT))
                .isInstanceOfSatisfying(Finding.NotAssessable.class, n -> assertThat(n.reason())
                        .isEqualTo(Finding.Reason.LOW_CONFIDENCE));
    }

    /** Two standard errors of a grade by eye are 0.25 of a deviation, of three degrees of FPPA 0.4. */
    @ParameterizedTest
    @CsvSource(
            nullValues = "-",
            value = {
                "-, 18, NONE", // nothing marked in a view that was seen: severe by measure
                "-, 4, -",
                "SLIGHT, 18, SLIGHT",
                "MARKED, 18, -",
                "SEVERE, 3, SEVERE",
                "SLIGHT, 3, -"
            })
    void eye_and_measure_that_differ_beyond_their_noise_are_both_said(String marked, double fppa, Grade otherwise) {
        Rater rater = marked == null ? Rater.seen() : Rater.seen("knee-line L " + marked);
        CriterionResult knee = rater.measured("knee-line", Optional.of(Side.LEFT), "fppa", 0.9, fppa, fppa, fppa)
                .judged()
                .tests()
                .get(0)
                .criterion("knee-line")
                .orElseThrow();
        assertThat(knee.byEye().left()).isEqualTo(Optional.ofNullable(otherwise));
        assertThat(knee.byEye().right()).as("was not measured").isEmpty();
    }

    @ParameterizedTest
    @ValueSource(doubles = {14, -14})
    void drift_keeps_its_direction(double shift) {
        CriterionResult drift = Rater.squat()
                .measured("drift", Optional.empty(), "pelvic-shift", 1, shift)
                .judged()
                .tests()
                .get(0)
                .criterion("drift")
                .orElseThrow();

        assertThat(drift.worse()).contains(Grade.MARKED);
        assertThat(drift.direction()).contains(shift > 0 ? Side.LEFT : Side.RIGHT);
        assertThat(Rater.seen("drift R SLIGHT")
                        .judged()
                        .tests()
                        .get(0)
                        .criterion("drift")
                        .orElseThrow()
                        .direction())
                .contains(Side.RIGHT);
    }

    @ParameterizedTest
    @CsvSource({
        "depth - NONE, PARALLEL_REACHED",
        "depth - SLIGHT, ABOVE_PARALLEL",
        "depth - MARKED ended-by-tuck, ENDED_BY_TUCK",
        "depth - SLIGHT personal-ceiling, PERSONAL_CEILING_REACHED",
        "depth - SEVERE partial-on-purpose, PARTIAL_ON_PURPOSE"
    })
    void depth_has_a_status_and_not_only_a_grade(String mark, DepthStatus status) {
        assertThat(Rater.seen(mark).judged().tests().get(0).depth()).contains(status);
    }

    @Test
    void an_arch_that_is_flat_at_rest_is_noted_and_not_judged() {
        assertThat(finding(Rater.seen("arch L SEVERE flat-at-rest").judged(), "arch", Side.LEFT)
                        .graded()
                        .orElseThrow())
                .returns(Grade.NONE, Finding.Graded::grade)
                .returns(Optional.of("flat-at-rest"), Finding.Graded::variant);
    }

    @ParameterizedTest
    @CsvSource({"inward, STRICT, MARKED", "inward, TOLERATE_ONE_GRADE, SLIGHT", "outward, TOLERATE_ONE_GRADE, MARKED"})
    void one_school_tolerates_a_grade_of_inward_knee_overhead(String variant, String policy, Grade grade) {
        assertThat(grade(
                        Rater.seen("knee-line L MARKED " + variant).judged(school("overheadKnee", policy)),
                        "knee-line",
                        Side.LEFT))
                .isEqualTo(grade);
    }
}
