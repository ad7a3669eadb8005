package rangordnung.core.judgement;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import rangordnung.core.Rater;
import rangordnung.core.StandardFloor;
import rangordnung.core.body.Side;
import rangordnung.core.body.Sided;
import rangordnung.core.protocol.Grade;
import rangordnung.core.protocol.Protocol;
import rangordnung.core.protocol.View;
import rangordnung.core.record.Fact;

class GaugeTest {

    private static final Protocol BALANCE =
            StandardFloor.of("timed-stance", "reach", "error-count", "wall-test", "scales-squat", "scales-split");
    private static final Optional<Side> LEFT = Optional.of(Side.LEFT);
    private static final Optional<Side> RIGHT = Optional.of(Side.RIGHT);

    private static CriterionResult result(ScreenResult screen, String criterion) {
        return screen.criteria()
                .filter(c -> c.criterion().id().equals(criterion))
                .findFirst()
                .orElseThrow();
    }

    private static Reading reading(Rater book, String criterion, Side side) {
        return result(book.judged(BALANCE), criterion).readings().get(side).orElseThrow();
    }

    private static double figure(Reading reading, String id) {
        return reading.figures().stream()
                .filter(f -> f.figure().equals(id))
                .findFirst()
                .orElseThrow()
                .value();
    }

    private static boolean flagged(Reading reading, String id) {
        return reading.figures().stream()
                .filter(f -> f.figure().equals(id))
                .findFirst()
                .orElseThrow()
                .flagged();
    }

    /** Best and mean of three trials (Springer et al. 2007, J Geriatr Phys Ther 30; from memory). */
    @Test
    void a_timed_stance_keeps_all_trials_and_tells_best_and_mean() {
        Rater book = Rater.of(BALANCE, "timed-stance").gauged("eyes-closed", LEFT, "eyes-closed", 4, 9.5, 6);
        Reading closed = reading(book, "eyes-closed", Side.LEFT);

        assertThat(closed.parts().get(0).counting()).containsExactly(4.0, 9.5, 6.0);
        assertThat(figure(closed, "hold-best")).isEqualTo(9.5);
        assertThat(figure(closed, "hold-mean")).isEqualTo(6.5);
        assertThat(closed.value()).contains(6.5);
        assertThat(result(book.judged(BALANCE), "eyes-closed").findings().right())
                .isInstanceOf(Finding.NotAssessable.class);
    }

    /** Anchors: wall distance 12.7 to 4.7 cm, eyes closed 4.6 to 1 s (house convention); the battery says best at the wall and mean of the stance. */
    @ParameterizedTest
    @CsvSource({"wall-test, wall, wall-distance, 12.7, 0", "timed-stance, eyes-closed, eyes-closed, 10.0667, 0"})
    void what_is_made_of_the_attempts_the_protocol_says(
            String test, String criterion, String part, double value, double deviation) {
        Rater book = Rater.of(BALANCE, test).gauged(criterion, LEFT, part, 9.0, 12.7, 8.5);
        assertThat(reading(book, criterion, Side.LEFT).value().orElseThrow()).isCloseTo(value, within(1e-3));
        assertThat(result(book.judged(BALANCE), criterion)
                        .at(LEFT)
                        .orElseThrow()
                        .deviation())
                .isCloseTo(deviation, within(1e-9));
    }

    /** 100 × (best anterior + best posteromedial + best posterolateral) / (3 × leg length) (Plisky et al. 2006; from memory). */
    @ParameterizedTest
    @CsvSource({
        "66, 95, 91, 88, 95.45, false",
        "60, 90, 88, 88, 90.15, true",
        "60, 90, 88, 85, 93.33, true",
        "94, 94, 94, 100, 94, false"
    })
    void a_reach_is_told_in_leg_lengths(
            double anterior, double medial, double lateral, double leg, double composite, boolean flagged) {
        Reading reading = reading(
                Rater.of(BALANCE, "reach")
                        .leg(Side.LEFT, leg)
                        .gauged("reach", LEFT, "anterior", anterior - 3, anterior, anterior - 1)
                        .gauged("reach", LEFT, "posteromedial", medial)
                        .gauged("reach", LEFT, "posterolateral", lateral),
                "reach",
                Side.LEFT);

        assertThat(reading.value().orElseThrow()).isCloseTo(composite, within(0.01));
        assertThat(figure(reading, "normalised-anterior")).isCloseTo(100 * anterior / leg, within(1e-9));
        assertThat(flagged(reading, "composite")).isEqualTo(flagged);
    }

    /** Side difference forward above 4 cm (Plisky et al. 2006; from memory); at the wall from 1.7 cm on (two readings of 0.6 cm). */
    @ParameterizedTest
    @CsvSource({
        "reach, anterior, anterior-difference, 64, 60, false", "reach, anterior, anterior-difference, 60, 64.1, true",
        "wall, wall-distance, wall-difference, 11.6, 10, false", "wall, wall-distance, wall-difference, 10, 11.8, true"
    })
    void sides_that_differ_are_flagged(
            String criterion, String part, String figure, double left, double right, boolean flagged) {
        Rater book = Rater.of(BALANCE, criterion.equals("wall") ? "wall-test" : "reach")
                .gauged(criterion, LEFT, part, left)
                .gauged(criterion, RIGHT, part, right);

        assertThat(figure(reading(book, criterion, Side.LEFT), figure)).isCloseTo(left - right, within(1e-9));
        assertThat(flagged(reading(book, criterion, Side.RIGHT), figure)).isEqualTo(flagged);
    }

    @Test
    void a_reach_that_does_not_count_is_kept_and_left_out() {
        Rater book = Rater.of(BALANCE, "reach")
                .leg(Side.LEFT, 90)
                .ended("reach", Side.LEFT, "anterior", 1, 70, "foot")
                .ended("reach", Side.LEFT, "anterior", 2, 60, "valid")
                .gauged("reach", LEFT, "posteromedial", 90)
                .gauged("reach", LEFT, "posterolateral", 90);

        assertThat(reading(book, "reach", Side.LEFT).part("anterior").orElseThrow())
                .returns(1, Reading.PartReading::notCounted)
                .returns(Optional.of(60.0), Reading.PartReading::best);
    }

    @Test
    void without_a_part_or_a_leg_there_is_no_value_and_never_zero() {
        Rater parts = Rater.of(BALANCE, "reach").leg(Side.LEFT, 90).gauged("reach", LEFT, "anterior", 60);
        Rater leg = Rater.of(BALANCE, "reach")
                .gauged("reach", LEFT, "anterior", 60)
                .gauged("reach", LEFT, "posteromedial", 90)
                .gauged("reach", LEFT, "posterolateral", 90);

        assertThat(reason(parts.judged(BALANCE))).isEqualTo(Finding.Reason.PARTS_MISSING);
        assertThat(reason(leg.judged(BALANCE))).isEqualTo(Finding.Reason.LEG_LENGTH_MISSING);
        assertThat(result(
                                new Judge(BALANCE)
                                        .judge(
                                                leg.book(),
                                                new Particulars(Optional.of(90.0), Optional.empty(), Map.of())),
                                "reach")
                        .at(LEFT))
                .as("the roster knows the leg")
                .isPresent();
    }

    private static Finding.Reason reason(ScreenResult screen) {
        return ((Finding.NotAssessable) result(screen, "reach").findings().left()).reason();
    }

    /** Sum over six stances, 0 to 60 (Riemann and Guskiewicz 2000; from memory). */
    @Test
    void errors_are_summed_over_six_stances() {
        Rater book = Rater.of(BALANCE, "error-count");
        String[] stances = {"double-firm", "single-firm", "tandem-firm", "double-foam", "single-foam", "tandem-foam"};
        for (int i = 0; i < stances.length; i++) {
            assertThat(result(book.judged(BALANCE), "errors").at(Optional.empty()))
                    .as("not whole before " + stances[i])
                    .isEmpty();
            book.gauged("errors", Optional.empty(), stances[i], i);
        }
        book.gauged("errors", Optional.empty(), "single-foam.hands", 3)
                .gauged("errors", Optional.empty(), "tandem-foam.step", 1)
                .gauged("errors", Optional.empty(), "tandem-foam.hands", 2);
        assertThat(reading(book, "errors", Side.LEFT).value())
                .as("telling kinds apart counts nothing twice")
                .contains(15.0);
        assertThat(reading(book, "errors", Side.LEFT).kinds())
                .containsExactly(new Reading.Kind("hands", 5), new Reading.Kind("step", 1));
        assertThat(result(book.judged(BALANCE), "errors")
                        .at(Optional.empty())
                        .orElseThrow()
                        .grade())
                .isEqualTo(Grade.NONE);
    }

    /** At a stature of 1.75 m 12.7 cm at the wall are 39.1° of the shin: geometry with the knee 5.5 cm deep (house convention). */
    @Test
    void a_wall_distance_is_told_as_an_angle_too_and_the_pass_mark_stands_beside_it() {
        Rater book = Rater.of(BALANCE, "wall-test").mark("wall L MARKED").mark("wall R NONE");
        assertThat(result(book.judged(BALANCE), "wall").at(LEFT).orElseThrow().grade())
                .isEqualTo(Grade.MARKED);
        assertThat(result(book.judged(BALANCE), "wall").at(RIGHT).orElseThrow().grade())
                .isEqualTo(Grade.NONE);

        book.gauged("wall", LEFT, "wall-distance", 12.7);
        ScreenResult known = new Judge(BALANCE)
                .judge(book.book(), new Particulars(Optional.empty(), Optional.of(1.75), java.util.Map.of()));
        assertThat(figure(result(known, "wall").readings().left().orElseThrow(), "ankle-angle"))
                .isCloseTo(39.1, within(0.05));
        assertThat(reading(book, "wall", Side.LEFT).figures())
                .as("without a stature there is no angle")
                .noneMatch(f -> f.figure().equals("ankle-angle"));
        assertThat(result(book.judged(BALANCE), "wall").at(LEFT).orElseThrow().grade())
                .as("the tape counts before the mark")
                .isEqualTo(Grade.NONE);
    }

    @ParameterizedTest
    @CsvSource({"30, 30, NONE, -", "36, 24, SLIGHT, LEFT", "22, 38, MARKED, RIGHT"})
    void two_scales_tell_which_leg_carries_more(double left, double right, Grade grade, String direction) {
        CriterionResult lean = result(
                Rater.of(BALANCE, "scales-squat")
                        .gauged("load-lean", Optional.empty(), "left-scale", left)
                        .gauged("load-lean", Optional.empty(), "right-scale", right)
                        .judged(BALANCE),
                "load-lean");

        assertThat(lean.worse()).contains(grade);
        assertThat(lean.direction().map(Side::name).orElse("-")).isEqualTo(direction);
    }

    /** The front leg carries at least 80 % (common practice, no source). */
    @ParameterizedTest
    @CsvSource({"64, 16, NONE", "40, 16, SLIGHT", "30, 30, SEVERE"})
    void two_scales_tell_the_share_of_the_front_leg(double front, double rear, Grade grade) {
        assertThat(result(
                                Rater.of(BALANCE, "scales-split")
                                        .gauged("load-front", LEFT, "front-scale", front)
                                        .gauged("load-front", LEFT, "rear-scale", rear)
                                        .judged(BALANCE),
                                "load-front")
                        .at(LEFT)
                        .orElseThrow()
                        .grade())
                .isEqualTo(grade);
    }

    @Test
    void each_leg_is_closed_by_itself() {
        Protocol lunge = StandardFloor.of("split-squat");
        Rater book = Rater.of(lunge, "split-squat").mark("knee-line L MARKED");
        book.add(new Fact.ViewClosed(book.trialId(), View.FRONT, 5, LEFT));
        CriterionResult knee = result(book.judged(lunge), "rotation");

        assertThat(knee.at(LEFT).orElseThrow().grade()).isEqualTo(Grade.NONE);
        assertThat(knee.at(RIGHT)).as("the right leg was not in front yet").isEmpty();
        assertThat(book.judged(lunge).tests().get(0).trial().orElseThrow().complete())
                .isFalse();
    }

    @Test
    void set_up_tests_decide_targets_and_leave_the_index_alone() {
        Protocol personal = StandardFloor.of("own-stance-squat", "personal-set-up");
        Rater book = Rater.of(personal, "own-stance-squat").close(View.FRONT).close(View.SIDE);
        MovementIndex before = book.judged(personal).index();
        book.trial(personal, "personal-set-up")
                .gauged("jump-width", Optional.empty(), "stance-width", 38)
                .gauged("jump-turn-out", LEFT, "turn-out", 30)
                .gauged("jump-turn-out", RIGHT, "turn-out", 12)
                .gauged("knee-hug", LEFT, "outside-under", 2)
                .gauged("knee-hug", LEFT, "middle-under", 0)
                .gauged("knee-to-armpit", LEFT, "knee-to-armpit", 0)
                .gauged("rock-back", Optional.empty(), "rock-back-ceiling", 15);
        ScreenResult screen = book.judged(personal);

        assertThat(screen.index()).isEqualTo(before);
        assertThat(screen.personal().stanceCentimetres()).contains(38.0);
        assertThat(screen.personal().turnOut().left()).contains(30.0);
        assertThat(screen.personal().turnOut().right())
                .as("left and right may differ")
                .contains(12.0);
        assertThat(screen.personal().hipDirections().left()).containsExactly("outside-under");
        assertThat(screen.personal().hipRoomEnds().left()).contains(true);
        assertThat(screen.personal().depthCeiling()).contains(15.0);
    }

    /** A stance under the hip joints asks for no turn-out where it matches the thighs (common practice). */
    @Test
    void targets_at_a_station_are_the_athletes_own_only_where_the_school_asks_for_them() {
        Rater book = Rater.of(StandardFloor.of("own-stance-squat", "personal-set-up"), "personal-set-up")
                .gauged("jump-width", Optional.empty(), "stance-width", 38)
                .gauged("jump-turn-out", LEFT, "turn-out", 30)
                .gauged("knee-hug", LEFT, "outside-under", 2)
                .gauged("knee-to-armpit", LEFT, "knee-to-armpit", 0)
                .gauged("rock-back", Optional.empty(), "rock-back-ceiling", 15);
        Particulars tall = new Particulars(Optional.empty(), Optional.of(1.8), Map.of());

        PersonalTargets own = targets(
                book,
                tall,
                Map.of("stanceWidth", "PERSONAL", "turnOut", "PERSONAL", "depthTarget", "PERSONAL_CEILING"));
        assertThat(own.heels()).contains(38.0);
        assertThat(own.turnOut()).isEqualTo(new Sided<>(Optional.of(30.0), Optional.<Double>empty()));
        assertThat(own.depth()).contains(15.0);
        assertThat(own.hipDirections().left()).containsExactly("outside-under");
        assertThat(own.hipEnds()).isEqualTo(new Sided<>(true, false));

        PersonalTargets standard = targets(
                book, tall, Map.of("stanceWidth", "HIP_JOINT", "turnOut", "PARALLEL", "depthTarget", "PARALLEL"));
        assertThat(standard.heels().orElseThrow()).isCloseTo(18.9, within(0.001));
        assertThat(standard.turnOut()).isEqualTo(Sided.both(Optional.<Double>empty()));
        assertThat(standard.depth()).isEmpty();
        assertThat(standard.hipEnds()).isEqualTo(Sided.both(false));

        PersonalTargets matching = targets(book, tall, Map.of("stanceWidth", "SHOULDER", "turnOut", "MATCH_ABDUCTION"));
        assertThat(matching.turnOut().left().orElseThrow()).isCloseTo(9.0, within(0.1));

        book.add(new Fact.StanceChosen(
                Optional.of(45.0),
                new Sided<>(Optional.empty(), Optional.of(18.0)),
                Optional.empty(),
                Optional.empty()));
        PersonalTargets chosen = targets(book, tall, Map.of("stanceWidth", "PERSONAL", "turnOut", "PERSONAL"));
        assertThat(chosen.heels()).contains(45.0);
        assertThat(chosen.turnOut()).isEqualTo(new Sided<>(Optional.of(30.0), Optional.of(18.0)));
    }

    private static PersonalTargets targets(Rater book, Particulars athlete, Map<String, String> views) {
        return new Judge(StandardFloor.of(views, "own-stance-squat", "personal-set-up")).targets(book.book(), athlete);
    }

    @Test
    void two_raters_keep_both_trials_and_the_lead_settles_which_counts() {
        UUID one = UUID.randomUUID();
        UUID other = UUID.randomUUID();
        Rater book = new Rater()
                .by(one)
                .trial(StandardFloor.PROTOCOL, "overhead-squat")
                .mark("knee-line L SEVERE")
                .close(View.FRONT)
                .close(View.SIDE);
        book.by(other)
                .trial(StandardFloor.PROTOCOL, "overhead-squat")
                .close(View.FRONT)
                .close(View.SIDE);

        ScreenResult open = book.judged();
        assertThat(open.tests().get(0).criterion("knee-line").orElseThrow().worse())
                .contains(Grade.SEVERE);
        assertThat(open.second())
                .singleElement()
                .satisfies(t -> assertThat(t.trial().orElseThrow().rater()).contains(other));
        ScreenResult settled = new Judge(StandardFloor.PROTOCOL)
                .judge(
                        book.book(),
                        new Particulars(Optional.empty(), Optional.empty(), Map.of("overhead-squat", book.trialId())));
        assertThat(settled.tests().get(0).criterion("knee-line").orElseThrow().worse())
                .contains(Grade.NONE);
    }

    /** By school: what starts the descent is a fault in one and a note in another. */
    @ParameterizedTest
    @CsvSource({
        "standard-floor.6, overhead-squat, knees-first, NONE",
        "training-stance.5, own-stance-squat, knees-first, MARKED",
        "training-stance.5, own-stance-squat, hips-only, NONE",
        "running-field.5, own-stance-squat, hips-only, MARKED"
    })
    void the_start_of_the_descent_is_a_matter_of_school(String recipe, String test, String variant, Grade grade) {
        Protocol protocol = StandardFloor.shipped(recipe);
        assertThat(result(
                                Rater.of(protocol, test)
                                        .mark("descent - MARKED " + variant)
                                        .close(View.FRONT)
                                        .close(View.SIDE)
                                        .judged(protocol),
                                "descent")
                        .worse())
                .contains(grade);
    }
}
