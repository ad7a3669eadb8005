package rangordnung.core.judgement;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import rangordnung.core.Rater;
import rangordnung.core.ShippedData;
import rangordnung.core.StandardFloor;
import rangordnung.core.body.Build;
import rangordnung.core.body.Side;
import rangordnung.core.body.Sided;
import rangordnung.core.motion.measure.ClipAnalysis;
import rangordnung.core.motion.measure.ClipReport;
import rangordnung.core.motion.measure.Subject;
import rangordnung.core.motion.signal.Axis;
import rangordnung.core.motion.signal.Motion;
import rangordnung.core.motion.signal.MotionRules;
import rangordnung.core.motion.simulated.Camera;
import rangordnung.core.motion.simulated.Faults;
import rangordnung.core.motion.simulated.Script;
import rangordnung.core.motion.simulated.SimulatedAthlete;
import rangordnung.core.protocol.Battery;
import rangordnung.core.protocol.Grade;
import rangordnung.core.protocol.InvalidProtocol;
import rangordnung.core.protocol.Label;
import rangordnung.core.protocol.Protocol;
import rangordnung.core.protocol.Rules;
import rangordnung.core.protocol.School.KneeReference;
import rangordnung.core.protocol.Source;
import rangordnung.core.protocol.TestDefinition;
import rangordnung.core.protocol.Text;
import rangordnung.core.protocol.Threshold;
import rangordnung.core.record.Fact;

/** What landmarks and devices gave, judged: anchors (house convention), targets of schools, noise of sources. */
class MeasuredTest {

    private static final Optional<Side> WHOLE = Optional.empty();
    private static final MotionRules RULES = StandardFloor.shipped(ShippedData.MOTION, MotionRules.class);

    private static Protocol under(String policy, String value) {
        return StandardFloor.BATTERY.protocol(new Battery.Recipe(
                "some",
                1,
                new Text("Some", "Einige"),
                new Text("Some", "Einige"),
                List.of(new Battery.Chosen("overhead-squat", Optional.empty())),
                Map.of(policy, value)));
    }

    private static Finding.Graded graded(Protocol protocol, Rater book, String criterion) {
        return new Judge(protocol)
                .judge(book.book())
                .tests()
                .get(0)
                .criterion(criterion)
                .orElseThrow()
                .at(WHOLE)
                .orElseThrow();
    }

    /** Depth: 3 degrees above the target are tolerated, 33 are the limit. */
    @ParameterizedTest
    @CsvSource({
        "PARALLEL, 3, 0",
        "PARALLEL, 18, 0.5",
        "PARALLEL, 33, 1",
        "PARALLEL, -10, 0",
        "BELOW_PARALLEL, -5, 0",
        "BELOW_PARALLEL, 10, 0.5"
    })
    void a_depth_is_held_against_the_target_of_its_school(String target, double thigh, double deviation) {
        Protocol protocol = under("depthTarget", target);
        Rater book = Rater.of(protocol, "overhead-squat")
                .taken(Source.SIMULATED, 0.5, "depth", WHOLE, "thigh-angle", thigh, thigh, thigh);
        assertThat(graded(protocol, book, "depth").deviation()).isCloseTo(deviation, within(1e-9));
    }

    /** The athlete's own depth is where the tail tucks in the rock-back, in degrees of the thigh above parallel; without it nothing is judged. */
    @ParameterizedTest
    @CsvSource({"20, 20, 0", "20, 38, 0.5", "-5, 10, 0.4", ", 20, "})
    void a_depth_is_held_against_the_athletes_own_where_the_school_says_so(
            Double ceiling, double thigh, Double deviation) {
        Protocol protocol = StandardFloor.BATTERY.protocol(new Battery.Recipe(
                "some",
                1,
                new Text("Some", "Einige"),
                new Text("Some", "Einige"),
                List.of(
                        new Battery.Chosen("overhead-squat", Optional.empty()),
                        new Battery.Chosen("personal-set-up", Optional.empty())),
                Map.of("depthTarget", "PERSONAL_CEILING")));
        Rater book = Rater.of(protocol, "overhead-squat")
                .taken(Source.SIMULATED, 0.5, "depth", WHOLE, "thigh-angle", thigh, thigh, thigh);
        if (ceiling != null) {
            book.trial(protocol, "personal-set-up").gauged("rock-back", WHOLE, "rock-back-ceiling", ceiling);
            assertThat(graded(protocol, book, "depth").deviation()).isCloseTo(deviation, within(1e-9));
        } else {
            assertThat(new Judge(protocol)
                            .judge(book.book())
                            .tests()
                            .get(0)
                            .criterion("depth")
                            .orElseThrow()
                            .findings()
                            .left())
                    .isInstanceOfSatisfying(Finding.NotAssessable.class, f -> assertThat(f.reason())
                            .isEqualTo(Finding.Reason.PERSONAL_TARGET_MISSING));
        }
        Finding.Graded reached =
                graded(protocol, Rater.of(protocol, "overhead-squat").mark("depth - SLIGHT personal-ceiling"), "depth");
        assertThat(reached.grade())
                .as("own ceiling reached is what the school asks for")
                .isEqualTo(Grade.NONE);
    }

    @Test
    void of_one_repetition_the_value_written_last_stands_and_unsure_ones_add_no_noise() {
        Protocol protocol = under("depthTarget", "PARALLEL");
        Rater book = Rater.of(protocol, "overhead-squat")
                .taken(Source.SIMULATED, 0.5, "depth", WHOLE, "thigh-angle", 33, 33, 33)
                .taken(Source.SIMULATED, 0.5, "depth", WHOLE, "thigh-angle", 18, 18, 18);
        book.add(new Fact.Measured(
                book.trialId(),
                "depth",
                WHOLE,
                "thigh-angle",
                4,
                33,
                0.2,
                Optional.empty(),
                Optional.of(new Fact.Taken(Source.POSE, 20))));
        assertThat(graded(protocol, book, "depth").deviation()).isEqualTo(0.5);
        assertThat(graded(protocol, book, "depth").sem()).isCloseTo(0.1, within(1e-9));
    }

    /** The SEM of the measure is 3 of 30 degrees; a network doubles it, and landmarks that are noisier than that say so themselves. */
    @ParameterizedTest
    @CsvSource({
        "SIMULATED, 0.5, 0.1, SLIGHT",
        "LANDMARK_FILE, 0.5, 0.1, SLIGHT",
        "MARKED, 0.5, 0.125, SLIGHT",
        "POSE, 0.5, 0.2, SLIGHT",
        "LANDMARK_FILE, 6, 0.2, SLIGHT",
        "POSE, 9, 0.3, NONE"
    })
    void noise_is_that_of_the_measure_its_source_or_its_landmarks(
            Source source, double sem, double expected, Grade grade) {
        Protocol protocol = under("depthTarget", "PARALLEL");
        Rater book = Rater.of(protocol, "overhead-squat").taken(source, sem, "depth", WHOLE, "thigh-angle", 10, 12, 14);
        Finding.Graded graded = graded(protocol, book, "depth");
        assertThat(graded.sem()).isCloseTo(expected, within(1e-9));
        assertThat(graded.grade()).as("noise of 9 degrees may feign 12").isEqualTo(grade);
        assertThat(graded.origin().thresholds()).extracting(Threshold::unit).contains("degrees");
    }

    /** Points of a pose network wander by 10 mm for 0.15 s, and lie as far beside their place (house convention). */
    @ParameterizedTest
    @CsvSource({"30, 0, 100, 0, 2", "120, 0, 50, 0, 1", "30, 4, 25, 20, 25"})
    void a_heel_that_never_moves_is_hardly_ever_graded_and_one_that_does_is(
            double rate, double centimetres, int clips, int least, int most) {
        Protocol protocol = under("heelLift", "VOID_AND_CHAIR");
        Build build = Build.ofStature(1.75);
        SimulatedAthlete athlete = new SimulatedAthlete(
                Script.squat(build, 3)
                        .with(Faults.NONE.withHeelRise(Sided.both(centimetres)))
                        .with(new Script.Tempo(1.2, 1.2, 0.5, 1.0)),
                StandardFloor.POSES);
        long graded = IntStream.range(0, clips)
                .parallel()
                .filter(seed -> {
                    Motion film = Camera.exact(Motion.Plane.SIDE, rate)
                            .withJitter(0.01, 0.15, seed)
                            .beside(0.01)
                            .film(athlete);
                    Rater book = Rater.of(protocol, "overhead-squat");
                    MeasuredFacts.of(
                                    protocol.tests().get(0),
                                    new ClipAnalysis(film, Subject.squat(Optional.of(build), Source.POSE), RULES)
                                            .report(),
                                    book.trialId(),
                                    Source.POSE,
                                    WHOLE)
                            .forEach(book::add);
                    return Stream.of(Side.values()).anyMatch(side -> new Judge(protocol)
                            .judge(book.book())
                            .tests()
                            .get(0)
                            .criterion("heels")
                            .orElseThrow()
                            .at(Optional.of(side))
                            .filter(g -> g.grade() != Grade.NONE)
                            .isPresent());
                })
                .count();
        assertThat(graded).isBetween((long) least, (long) most);
    }

    @Test
    void what_is_only_told_is_told_and_changes_no_grade() {
        Protocol protocol = under("depthTarget", "PARALLEL");
        Rater book = Rater.of(protocol, "overhead-squat")
                .taken(Source.SIMULATED, 0.1, "trunk", WHOLE, "knee-past-toe", 5, 7, 6)
                .taken(Source.SIMULATED, 0.1, "trunk", WHOLE, "trunk-minus-shin", 2, 2, 2);
        CriterionResult trunk = new Judge(protocol)
                .judge(book.book())
                .tests()
                .get(0)
                .criterion("trunk")
                .orElseThrow();
        assertThat(trunk.at(WHOLE).orElseThrow().grade()).isEqualTo(Grade.NONE);
        assertThat(trunk.told()).contains(new CriterionResult.Told("knee-past-toe", WHOLE, 6, 3, Source.SIMULATED));
    }

    /** A single marked picture says what a test can take of it: one value of each, at the moment that it shows. */
    @Test
    void a_picture_is_judged_like_one_repetition() {
        Protocol protocol = under("depthTarget", "PARALLEL");
        Build build = Build.ofStature(1.75);
        SimulatedAthlete athlete = new SimulatedAthlete(
                Script.squat(build, 1).with(Faults.NONE.withKneeIn(Sided.both(new Faults.Phases(0, 30, 0)))),
                StandardFloor.POSES);
        Motion film = Camera.exact(Motion.Plane.FRONT, 30).film(athlete);
        Motion.Builder picture =
                Motion.builder(Motion.Plane.FRONT, 30, Optional.of(1.0)).frame();
        int bottom = (int) Math.round(30 * 3.4);
        film.landmarks().forEach(l -> picture.set(l, 0, film.at(l, Axis.Y, bottom), film.at(l, Axis.Z, bottom), 1));
        ClipReport report =
                new ClipAnalysis(picture.build(), Subject.squat(Optional.of(build), Source.SIMULATED), RULES).report();
        Rater book = Rater.of(protocol, "overhead-squat");
        MeasuredFacts.of(protocol.tests().get(0), report, book.trialId(), Source.MARKED, WHOLE)
                .forEach(book::add);
        CriterionResult knee = new Judge(protocol)
                .judge(book.book())
                .tests()
                .get(0)
                .criterion("knee-line")
                .orElseThrow();
        assertThat(knee.at(Optional.of(Side.LEFT)).orElseThrow().deviation()).isCloseTo((30 - 5) / 40.0, within(0.02));
    }

    @Test
    void no_source_makes_a_value_more_certain() {
        Rules rules = StandardFloor.BATTERY.rules();
        Rules.SourceNoise less =
                new Rules.SourceNoise(Source.POSE, new Threshold(0.5, "factor", Label.HC, Optional.empty()));
        assertThatThrownBy(() -> new Rules(
                        rules.gradeCutPoints(),
                        rules.heelLiftVoidsFrom(),
                        rules.slightHeelLiftNoise(),
                        rules.gradedMarkSem(),
                        rules.landmarkConfidence(),
                        rules.minimumCompleteness(),
                        rules.percentilesFrom(),
                        rules.coverage(),
                        rules.painStopsFrom(),
                        List.of(less)))
                .isInstanceOf(InvalidProtocol.class);
    }

    /** From a filmed lunge each value lands on the working leg; the rear heel, which is meant to be up, never becomes a fault. */
    @ParameterizedTest
    @CsvSource({"LEFT", "RIGHT"})
    void a_lunge_is_judged_at_its_working_leg_only(Side front) {
        Protocol protocol = StandardFloor.of("split-squat");
        TestDefinition test = protocol.tests().get(0);
        Build build = Build.ofStature(1.75);
        Script script = Script.squat(build, 3)
                .with(Script.Exercise.SPLIT_SQUAT, front)
                .withDepth(2)
                .with(Faults.NONE.withKneeIn(Sided.both(new Faults.Phases(0, 30, 0))));
        ClipReport report = new ClipAnalysis(
                        Camera.exact(Motion.Plane.SPACE, 60).film(new SimulatedAthlete(script, StandardFloor.POSES)),
                        new Subject(
                                Optional.of(build),
                                test.pattern(),
                                Optional.of(front),
                                KneeReference.SECOND_THIRD_TOE,
                                0,
                                WHOLE,
                                Source.SIMULATED),
                        RULES)
                .report();
        Rater book = Rater.of(protocol, "split-squat");
        UUID trial = book.trialId();
        MeasuredFacts.of(test, report, trial, Source.SIMULATED, Optional.of(front))
                .forEach(book::add);
        TestResult result = new Judge(protocol).judge(book.book()).tests().get(0);
        assertThat(result.criterion("front-load")
                        .orElseThrow()
                        .at(Optional.of(front))
                        .orElseThrow()
                        .grade())
                .isEqualTo(Grade.NONE);
        assertThat(result.criterion("front-heel")
                        .orElseThrow()
                        .at(Optional.of(front))
                        .orElseThrow()
                        .grade())
                .isEqualTo(Grade.NONE);
        assertThat(result.criterion("knee-line")
                        .orElseThrow()
                        .at(Optional.of(front))
                        .orElseThrow()
                        .grade())
                .isNotEqualTo(Grade.NONE);
        assertThat(result.criterion("front-heel").orElseThrow().at(Optional.of(front.opposite())))
                .isEmpty();
    }
}
