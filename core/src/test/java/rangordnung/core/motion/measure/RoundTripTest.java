package rangordnung.core.motion.measure;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;
import static rangordnung.core.motion.measure.Clips.BUILD;
import static rangordnung.core.motion.measure.Clips.LEFT;
import static rangordnung.core.motion.measure.Clips.RIGHT;
import static rangordnung.core.motion.measure.Clips.WHOLE;
import static rangordnung.core.motion.measure.Clips.film;
import static rangordnung.core.motion.measure.Clips.squat;
import static rangordnung.core.motion.measure.Clips.value;

import java.util.Optional;
import org.assertj.core.data.Offset;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.EnumSource;
import rangordnung.core.StandardFloor;
import rangordnung.core.body.BodyModel;
import rangordnung.core.body.Side;
import rangordnung.core.body.Sided;
import rangordnung.core.motion.signal.Motion;
import rangordnung.core.motion.signal.Repetition.Moment;
import rangordnung.core.motion.simulated.Faults;
import rangordnung.core.motion.simulated.Faults.Phases;
import rangordnung.core.motion.simulated.Script;
import rangordnung.core.protocol.School.KneeReference;
import rangordnung.core.protocol.Source;
import rangordnung.core.protocol.TestDefinition.Pattern;

/** What a simulated athlete was told to do is measured again: within 0.1 degrees and 1 millimetre. */
class RoundTripTest {

    private static final Offset<Double> DEGREES = within(0.1);
    /** One millimetre, in centimetres and in percent of a foot of 26.6 cm. */
    private static final Offset<Double> CENTIMETRES = within(0.1);

    private static final Offset<Double> PERCENT_OF_FOOT = within(100 * 0.001 / BUILD.foot());

    @ParameterizedTest
    @EnumSource(
            value = Motion.Plane.class,
            names = {"SIDE", "SPACE"})
    void the_sagittal_angles_of_a_clean_squat(Motion.Plane plane) {
        Script script = Script.squat(BUILD, 3);
        BodyModel.Pose told = Clips.athlete(script).bottom();
        ClipReport report = squat(film(script, plane));
        assertThat(report.repetitions()).hasSize(3);
        assertThat(report.incomplete()).isZero();
        assertThat(value(report, Measure.THIGH_ANGLE, WHOLE, Moment.BOTTOM)).isCloseTo(told.thigh(), DEGREES);
        assertThat(value(report, Measure.SHIN_ANGLE, WHOLE, Moment.BOTTOM)).isCloseTo(told.shin(), DEGREES);
        assertThat(value(report, Measure.TRUNK_LEAN, WHOLE, Moment.BOTTOM)).isCloseTo(told.trunk(), DEGREES);
        assertThat(value(report, Measure.TRUNK_MINUS_SHIN, WHOLE, Moment.BOTTOM))
                .isCloseTo(told.trunk() - told.shin(), DEGREES);
        assertThat(value(report, Measure.HIP_FLEXION, WHOLE, Moment.BOTTOM)).isCloseTo(told.hipFlexion(), DEGREES);
        assertThat(value(report, Measure.DEPTH_OFFSET, WHOLE, Moment.BOTTOM))
                .isCloseTo(100 * BUILD.thigh() * Math.sin(Math.toRadians(told.thigh())), CENTIMETRES);
        assertThat(value(report, Measure.LOAD_OVER_FOOT, WHOLE, Moment.BOTTOM)).isCloseTo(0.5, within(0.004));
        assertThat(value(report, Measure.HEEL_RISE, LEFT, Moment.BOTTOM_PHASE)).isCloseTo(0, CENTIMETRES);
        assertThat(value(report, Measure.HEEL_UP_SHARE, LEFT, Moment.REPETITION))
                .isZero();
    }

    /** Events lie where the hip has dropped by 5 %, so parts are shorter than told; what is added to a part is added to its time. */
    @Test
    void the_tempo_is_that_of_the_script() {
        ClipReport quick =
                squat(film(Script.squat(BUILD, 2).with(new Script.Tempo(1, 1.5, 0.5, 1.2)), Motion.Plane.SIDE));
        ClipReport slow = squat(film(Script.squat(BUILD, 2).with(new Script.Tempo(1, 3, 1.5, 2.4)), Motion.Plane.SIDE));
        assertThat(value(slow, Measure.TEMPO_PAUSE, WHOLE, Moment.BOTTOM_PHASE))
                .isGreaterThan(1.5)
                .isLessThan(2.6);
        assertThat(value(slow, Measure.TEMPO_DESCENT, WHOLE, Moment.DESCENT))
                .isCloseTo(2 * value(quick, Measure.TEMPO_DESCENT, WHOLE, Moment.DESCENT), within(0.04));
        assertThat(value(slow, Measure.TEMPO_ASCENT, WHOLE, Moment.ASCENT))
                .isCloseTo(2 * value(quick, Measure.TEMPO_ASCENT, WHOLE, Moment.ASCENT), within(0.04));
    }

    @ParameterizedTest
    @CsvSource({"0, 0, 0, 0", "20, 0, 3, 0", "0, 35, -6, 4", "30, 30, 10, -5", "-15, 12, -12, 2"})
    void what_is_seen_from_the_front(double left, double right, double drift, double obliquity) {
        Faults faults = Faults.NONE
                .withKneeIn(new Sided<>(new Phases(0, left, 0), new Phases(0, right, 0)))
                .withPelvis(drift, obliquity);
        for (Motion.Plane plane : new Motion.Plane[] {Motion.Plane.FRONT, Motion.Plane.SPACE}) {
            ClipReport report = squat(film(Script.squat(BUILD, 1).with(faults), plane));
            assertThat(value(report, Measure.KNEE_OFFSET, LEFT, Moment.BOTTOM))
                    .as("%s", plane)
                    .isCloseTo(left, PERCENT_OF_FOOT);
            assertThat(value(report, Measure.KNEE_OFFSET, RIGHT, Moment.BOTTOM)).isCloseTo(right, PERCENT_OF_FOOT);
            assertThat(value(report, Measure.PELVIC_SHIFT, WHOLE, Moment.BOTTOM))
                    .isCloseTo(drift, within(0.1));
            assertThat(value(report, Measure.PELVIC_OBLIQUITY, WHOLE, Moment.BOTTOM))
                    .isCloseTo(obliquity, DEGREES);
            assertThat(value(report, Measure.STANCE_WIDTH, WHOLE, Moment.STANDING))
                    .isCloseTo(100 * BUILD.hipSpacing(), CENTIMETRES);
            assertThat(value(report, Measure.STANCE_OVER_HIPS, WHOLE, Moment.STANDING))
                    .isCloseTo(1, within(0.004));
            assertThat(value(report, Measure.STANCE_OVER_SHOULDERS, WHOLE, Moment.STANDING))
                    .isCloseTo(BUILD.hipSpacing() / BUILD.shoulderWidth(), within(0.004));
            assertThat(value(report, Measure.KNEE_SEPARATION, WHOLE, Moment.BOTTOM))
                    .isCloseTo(1 - (left + right) / 100 * BUILD.foot() / BUILD.hipSpacing(), within(0.004));
        }
    }

    /** Knee in by an amount in the middle of the descent or of the ascent shows in its phase. */
    @Test
    void a_knee_shows_its_phase() {
        Faults faults = Faults.NONE.withKneeIn(new Sided<>(new Phases(25, 0, 0), new Phases(0, 0, 30)));
        ClipReport report = squat(film(Script.squat(BUILD, 1).with(faults), Motion.Plane.FRONT));
        assertThat(value(report, Measure.KNEE_OFFSET, LEFT, Moment.DESCENT)).isCloseTo(25, within(0.5));
        assertThat(value(report, Measure.KNEE_OFFSET, LEFT, Moment.ASCENT)).isLessThan(2);
        assertThat(value(report, Measure.KNEE_OFFSET, RIGHT, Moment.ASCENT)).isCloseTo(30, within(0.5));
        assertThat(value(report, Measure.KNEE_OFFSET, RIGHT, Moment.DESCENT)).isLessThan(2);
    }

    @ParameterizedTest
    @CsvSource({"0.6, 0", "3, 1.5", "4, 4"})
    void heels(double left, double right) {
        ClipReport report = squat(film(
                Script.squat(BUILD, 1).with(Faults.NONE.withHeelRise(new Sided<>(left, right))), Motion.Plane.SPACE));
        assertThat(value(report, Measure.HEEL_RISE, LEFT, Moment.BOTTOM_PHASE)).isCloseTo(left, CENTIMETRES);
        assertThat(value(report, Measure.HEEL_RISE, RIGHT, Moment.BOTTOM_PHASE)).isCloseTo(right, CENTIMETRES);
        assertThat(value(report, Measure.HEEL_UP_SHARE, LEFT, Moment.REPETITION))
                .isGreaterThan(right < left && right > 0 ? 0.4 : 0.2);
    }

    @ParameterizedTest
    @CsvSource({"0, 15, 0", "8, 20, 8", "15, 10, 15"})
    void a_tuck_is_told_by_its_onset_and_by_what_comes_before_the_target(
            double rotation, double onset, double expected) {
        Faults faults = Faults.NONE.withTuck(rotation, onset);
        ClipAnalysis clip = new ClipAnalysis(
                film(Script.squat(BUILD, 1).with(faults), Motion.Plane.SIDE),
                new Subject(
                        Optional.of(BUILD),
                        Pattern.SQUAT,
                        WHOLE,
                        KneeReference.SECOND_THIRD_TOE,
                        -3,
                        WHOLE,
                        Source.SIMULATED),
                Clips.RULES);
        ClipReport report = clip.report();
        assertThat(value(report, Measure.TUCK_BEFORE_TARGET, WHOLE, Moment.DESCENT))
                .isCloseTo(expected, within(0.3));
        if (rotation > 0) {
            assertThat(value(report, Measure.TUCK_ONSET, WHOLE, Moment.DESCENT)).isCloseTo(onset, within(2.0));
        }
    }

    @Test
    void hips_that_shoot_up_first() {
        ClipReport clean = squat(film(Script.squat(BUILD, 1), Motion.Plane.SIDE));
        ClipReport faulty =
                squat(film(Script.squat(BUILD, 1).with(Faults.NONE.withTrunk(0, 25, 0)), Motion.Plane.SIDE));
        assertThat(value(clean, Measure.HIPS_FIRST, WHOLE, Moment.ASCENT))
                .isLessThan(Clips.RULES.hipsFirstFrom().value());
        assertThat(value(faulty, Measure.HIPS_FIRST, WHOLE, Moment.ASCENT))
                .isGreaterThan(Clips.RULES.hipsFirstFrom().value());
    }

    @ParameterizedTest
    @CsvSource({"0", "12"})
    void arms_overhead_and_in_front_of_their_line(double fall) {
        Script script = Script.squat(BUILD, 1)
                .withArms(rangordnung.core.body.ArmPosition.OVERHEAD)
                .with(Faults.NONE.withTrunk(0, 0, fall));
        assertThat(value(squat(film(script, Motion.Plane.SIDE)), Measure.ARM_LINE, WHOLE, Moment.BOTTOM))
                .isCloseTo(fall, DEGREES);
    }

    @ParameterizedTest
    @CsvSource({"0.33, 0, 0", "0.45, 15, 0", "0.40, 10, 8"})
    void feet_seen_in_space(double stance, double turnOut, double turnsFurther) {
        Script script =
                Script.squat(BUILD, 1).withFeet(stance, turnOut).with(Faults.NONE.withTurningFeet(turnsFurther));
        ClipReport report = squat(film(script, Motion.Plane.SPACE));
        for (Optional<Side> side : java.util.List.of(LEFT, RIGHT)) {
            assertThat(value(report, Measure.TURN_OUT, side, Moment.STANDING)).isCloseTo(turnOut, DEGREES);
            assertThat(value(report, Measure.TURN_OUT_CHANGE, side, Moment.REPETITION))
                    .isCloseTo(turnsFurther, DEGREES);
        }
    }

    /** Expected abduction from stance: asin((stance − hip distance) / (2 · leg)). */
    @Test
    void abduction_follows_the_stance() {
        double stance = BUILD.hipSpacing() + 2 * 0.148;
        ClipReport report = squat(film(Script.squat(BUILD, 1).withFeet(stance, 0), Motion.Plane.FRONT));
        double expected = Math.toDegrees(Math.asin((stance - BUILD.hipSpacing()) / (2 * BUILD.leg())));
        assertThat(value(report, Measure.HIP_ABDUCTION, LEFT, Moment.STANDING)).isCloseTo(expected, within(0.5));
    }

    @ParameterizedTest
    @CsvSource({"SPLIT_SQUAT, LEFT, 0", "SPLIT_SQUAT, RIGHT, 20", "FORWARD_LUNGE, RIGHT, 0", "REVERSE_LUNGE, LEFT, 15"})
    void lunges(Script.Exercise exercise, Side front, double kneeIn) {
        Faults faults = Faults.NONE.withKneeIn(Sided.both(new Phases(0, kneeIn, 0)));
        Script script =
                Script.squat(BUILD, 2).with(exercise, front).withDepth(2).with(faults);
        Subject subject = new Subject(
                Optional.of(BUILD),
                Pattern.LUNGE,
                Optional.of(front),
                KneeReference.SECOND_THIRD_TOE,
                0,
                WHOLE,
                Source.SIMULATED);
        ClipReport report = new ClipAnalysis(film(script, Motion.Plane.SPACE), subject, Clips.RULES).report();
        assertThat(report.repetitions()).hasSize(2);
        assertThat(value(report, Measure.KNEE_OFFSET, Optional.of(front), Moment.BOTTOM))
                .isCloseTo(kneeIn, PERCENT_OF_FOOT);
        assertThat(value(report, Measure.FRONT_LEG_SHARE, Optional.of(front), Moment.BOTTOM))
                .isCloseTo(StandardFloor.POSES.lungeShare().value(), within(0.3));
        assertThat(value(report, Measure.HEEL_RISE, Optional.of(front), Moment.BOTTOM_PHASE))
                .isCloseTo(0, within(0.1));
        if (kneeIn == 0) {
            assertThat(value(report, Measure.THIGH_ANGLE, WHOLE, Moment.BOTTOM)).isCloseTo(2, DEGREES);
            assertThat(value(report, Measure.SHIN_ANGLE, WHOLE, Moment.BOTTOM))
                    .isCloseTo(Clips.athlete(script).lungeAngle(), DEGREES);
            assertThat(value(report, Measure.TRUNK_MINUS_SHIN, WHOLE, Moment.BOTTOM))
                    .isCloseTo(0, DEGREES);
        }
    }

    /** A held stance is one repetition; its median stands for it, however much it sways. */
    @ParameterizedTest
    @CsvSource({"LEFT, 0, 0", "RIGHT, 4, 20", "LEFT, -6, 10"})
    void a_single_leg_stance(Side foot, double obliquity, double kneeIn) {
        Faults faults = Faults.NONE.withPelvis(0, obliquity).withKneeIn(Sided.both(new Phases(0, kneeIn, 0)));
        Script script = Script.squat(BUILD, 1)
                .with(Script.Exercise.SINGLE_LEG_STANCE, foot)
                .withSway(0.015)
                .with(faults);
        Subject subject = new Subject(
                Optional.of(BUILD),
                Pattern.BALANCE,
                Optional.of(foot),
                KneeReference.HIP_ANKLE_LINE,
                0,
                WHOLE,
                Source.SIMULATED);
        ClipReport report = new ClipAnalysis(film(script, Motion.Plane.FRONT), subject, Clips.RULES).report();
        assertThat(report.repetitions()).hasSize(1);
        assertThat(value(report, Measure.PELVIC_OBLIQUITY, WHOLE, Moment.BOTTOM))
                .isCloseTo(obliquity, DEGREES);
        assertThat(value(report, Measure.KNEE_OFFSET, Optional.of(foot), Moment.REPETITION))
                .isCloseTo(kneeIn, within(1.0));
    }

    /** A picture of unknown scale gets it from the athlete's height. */
    @Test
    void a_picture_in_pixels() {
        Script script = Script.squat(BUILD, 1).with(Faults.NONE.withHeelRise(Sided.both(2.0)));
        Motion motion = rangordnung.core.motion.simulated.Camera.exact(Motion.Plane.SIDE, 30)
                .withScale(400)
                .film(Clips.athlete(script));
        ClipReport report = squat(motion);
        assertThat(report.scaleFromBody()).isTrue();
        assertThat(report.metresPerUnit().orElseThrow()).isCloseTo(1 / 400.0, within(0.02 / 400));
        Measurement.Value rise = report.repetitions()
                .get(0)
                .value(Measure.HEEL_RISE, LEFT, Moment.BOTTOM_PHASE)
                .orElseThrow();
        assertThat(rise.value()).isCloseTo(2, CENTIMETRES);
        assertThat(rise.sem()).isGreaterThanOrEqualTo(0.04 * rise.value() - 1e-9);
        ClipReport unknown =
                new ClipAnalysis(motion, Subject.squat(Optional.empty(), Source.SIMULATED), Clips.RULES).report();
        assertThat(unknown.repetitions().get(0).measurements()).anySatisfy(m -> {
            assertThat(m.measure()).isEqualTo(Measure.HEEL_RISE);
            assertThat(m).isInstanceOfSatisfying(Measurement.NotAssessable.class, n -> assertThat(n.reason())
                    .isEqualTo(Measurement.Reason.NO_SCALE));
        });
        assertThat(value(unknown, Measure.THIGH_ANGLE, WHOLE, Moment.BOTTOM))
                .isCloseTo(value(report, Measure.THIGH_ANGLE, WHOLE, Moment.BOTTOM), DEGREES);
    }
}
