package rangordnung.core.judgement;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Optional;
import java.util.stream.LongStream;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import rangordnung.core.Rater;
import rangordnung.core.ShippedData;
import rangordnung.core.StandardFloor;
import rangordnung.core.body.Side;
import rangordnung.core.motion.measure.ClipAnalysis;
import rangordnung.core.motion.measure.ClipReport;
import rangordnung.core.motion.measure.Subject;
import rangordnung.core.motion.signal.Motion;
import rangordnung.core.motion.signal.MotionRules;
import rangordnung.core.motion.simulated.Camera;
import rangordnung.core.motion.simulated.Drill;
import rangordnung.core.motion.simulated.Script;
import rangordnung.core.motion.simulated.SimulatedAthlete;
import rangordnung.core.protocol.Extent;
import rangordnung.core.protocol.Grade;
import rangordnung.core.protocol.Protocol;
import rangordnung.core.protocol.Source;
import rangordnung.core.protocol.TestDefinition;

/** What a drill says that its athletes show is what the product measures on them. */
class DrillTest {

    private static final MotionRules RULES = StandardFloor.shipped(ShippedData.MOTION, MotionRules.class);

    private static Drill drill(Protocol protocol, String test, long seed) {
        return Drill.of(protocol, StandardFloor.POSES, protocol.test(test).orElseThrow(), seed)
                .orElseThrow();
    }

    @ParameterizedTest
    @CsvSource({
        "standard-floor.6, overhead-squat",
        "standard-floor.6, split-squat",
        "training-stance.5, own-stance-squat",
        "personal.5, own-stance-squat",
        "running-field.5, own-stance-squat",
        "quick-lesson.5, sit-to-stand"
    })
    void every_athlete_is_measured_as_what_is_known_of_them(String recipe, String test) {
        Protocol protocol = StandardFloor.shipped(recipe);
        for (long seed = 1; seed <= 6; seed++) {
            for (Drill.Performer athlete : drill(protocol, test, seed).athletes()) {
                TestResult measured = measured(protocol, test, athlete);
                for (Drill.Known known : athlete.known()) {
                    assertThat(grade(protocol, measured, known))
                            .as("seed %d: %s among %s", seed, known, faults(athlete))
                            .isEqualTo(known.grade());
                }
            }
        }
    }

    private static List<Drill.Known> faults(Drill.Performer athlete) {
        return athlete.known().stream().filter(k -> k.grade() != Grade.NONE).toList();
    }

    private static TestResult measured(Protocol protocol, String test, Drill.Performer athlete) {
        TestDefinition definition = protocol.test(test).orElseThrow();
        Rater book = Rater.of(protocol, test);
        for (Script script : athlete.scripts()) {
            Motion film = Camera.exact(Motion.Plane.SPACE, 60).film(new SimulatedAthlete(script, StandardFloor.POSES));
            boolean each = definition.legs() == TestDefinition.Legs.EACH;
            Subject subject = new Subject(
                    Optional.of(script.build()),
                    definition.pattern(),
                    each ? Optional.of(script.working()) : Optional.empty(),
                    protocol.school().kneeReference(),
                    0,
                    Optional.empty(),
                    Source.SIMULATED);
            ClipReport report = new ClipAnalysis(film, subject, RULES).report();
            MeasuredFacts.of(
                            definition,
                            report,
                            book.trialId(),
                            Source.SIMULATED,
                            each ? Optional.of(script.working()) : Optional.empty())
                    .forEach(book::add);
        }
        return new Judge(protocol)
                .judge(book.book()).tests().stream()
                        .filter(t -> t.test().id().equals(test))
                        .findFirst()
                        .orElseThrow();
    }

    /** By the deviation alone: how many grades a source can tell apart is of no concern to what is performed. */
    private static Grade grade(Protocol protocol, TestResult measured, Drill.Known known) {
        CriterionResult result = measured.criterion(known.criterion()).orElseThrow();
        Finding finding = result.findings().get(known.side().orElse(Side.LEFT));
        Finding.Graded graded = finding instanceof Finding.NotAssessable not
                ? not.seen().orElseThrow(() -> new AssertionError(known + ": " + not))
                : finding.graded().orElseThrow(() -> new AssertionError(known + ": " + finding));
        Grade grade = Grade.of(graded.deviation(), protocol.rules().gradeCutPoints());
        boolean elsewhere = result.criterion().extent() == Extent.DIRECTED
                && !result.direction().equals(known.side());
        return elsewhere ? Grade.NONE : grade;
    }

    @Test
    void a_seed_always_gives_the_same_athletes_and_seeds_differ() {
        Protocol protocol = StandardFloor.shipped("standard-floor.6");
        assertThat(drill(protocol, "overhead-squat", 7)).isEqualTo(drill(protocol, "overhead-squat", 7));
        assertThat(LongStream.range(0, 20)
                        .mapToObj(seed -> drill(protocol, "overhead-squat", seed))
                        .distinct())
                .hasSize(20);
    }

    @Test
    void one_athlete_is_clean_and_every_fault_comes_up() {
        Protocol protocol = StandardFloor.shipped("standard-floor.6");
        List<Drill> drills = LongStream.range(0, 12)
                .mapToObj(seed -> drill(protocol, "overhead-squat", seed))
                .toList();
        assertThat(drills).allSatisfy(d -> assertThat(d.athletes()).hasSize(6).anyMatch(a -> faults(a)
                .isEmpty()));
        assertThat(drills.stream()
                        .flatMap(d -> d.athletes().stream())
                        .flatMap(a -> faults(a).stream())
                        .map(Drill.Known::criterion))
                .containsAll(drills.get(0).test().criteria().stream()
                        .map(c -> c.id())
                        .toList());
    }

    @Test
    void a_test_that_a_skeleton_does_not_show_has_no_drill() {
        Protocol protocol = StandardFloor.shipped("standard-floor.6");
        assertThat(Stream.of("timed-stance", "wall-test")
                        .map(t -> Drill.of(
                                protocol, StandardFloor.POSES, protocol.test(t).orElseThrow(), 1)))
                .allMatch(Optional::isEmpty);
    }
}
