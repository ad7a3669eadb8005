package rangordnung.core.motion.measure;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Optional;
import java.util.stream.DoubleStream;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import rangordnung.core.StandardFloor;
import rangordnung.core.body.Side;
import rangordnung.core.motion.signal.Motion;
import rangordnung.core.motion.signal.Repetition.Moment;
import rangordnung.core.motion.simulated.Camera;
import rangordnung.core.motion.simulated.GradePictures;
import rangordnung.core.motion.simulated.SimulatedAthlete;
import rangordnung.core.protocol.Criterion;
import rangordnung.core.protocol.Grade;
import rangordnung.core.protocol.Protocol;
import rangordnung.core.protocol.Source;
import rangordnung.core.protocol.TestDefinition;

/** What a picture of a grade shows is measured as that grade. */
class GradePicturesTest {

    private static final Protocol PROTOCOL = StandardFloor.shipped("standard-floor.6");
    private static final GradePictures PICTURES = new GradePictures(PROTOCOL, StandardFloor.POSES);

    @ParameterizedTest
    @CsvSource({
        "knee-line, KNEE_OFFSET, LEFT, BOTTOM",
        "turn-out, TURN_OUT_CHANGE, LEFT, REPETITION",
        "drift, PELVIC_SHIFT, , BOTTOM",
        "heels, HEEL_RISE, LEFT, BOTTOM_PHASE",
        "depth, THIGH_ANGLE, , BOTTOM",
        "trunk, TRUNK_MINUS_SHIN, , BOTTOM",
        "arms, ARM_LINE, , BOTTOM"
    })
    void a_picture_shows_its_grade(String id, Measure measure, Side side, Moment moment) {
        TestDefinition test = PROTOCOL.test("overhead-squat").orElseThrow();
        Criterion criterion = test.criterion(id).orElseThrow();
        GradePictures.Pictures pictures = PICTURES.of(test, criterion).orElseThrow();
        assertThat(pictures.grades()).extracting(GradePictures.Picture::grade).containsExactly(Grade.values());
        for (GradePictures.Picture picture : pictures.grades()) {
            SimulatedAthlete athlete = new SimulatedAthlete(picture.script(), StandardFloor.POSES);
            Motion film = Camera.exact(Motion.Plane.SPACE, 60).film(athlete);
            ClipReport report = new ClipAnalysis(
                            film, Subject.squat(Optional.of(picture.script().build()), Source.SIMULATED), Clips.RULES)
                    .report();
            double value = Math.abs(Clips.value(report, measure, Optional.ofNullable(side), moment));
            double target = pictures.anchor().target(PROTOCOL.school()).orElse(0.0);
            assertThat(Grade.of(
                            pictures.anchor().deviation(value - target),
                            PROTOCOL.rules().gradeCutPoints()))
                    .as("%s %s: %s", id, picture.grade(), value)
                    .isEqualTo(picture.grade());
        }
    }

    /** In every test of the battery each picture is as bad as the one before, or worse. */
    @ParameterizedTest
    @CsvSource({"overhead-squat", "split-squat"})
    void pictures_grow_from_grade_to_grade(String id) {
        TestDefinition test = PROTOCOL.test(id).orElseThrow();
        List<GradePictures.Pictures> all = test.criteria().stream()
                .flatMap(c -> PICTURES.of(test, c).stream())
                .toList();
        assertThat(all).hasSizeGreaterThan(2);
        for (GradePictures.Pictures pictures : all) {
            assertThat(pictures.grades().stream()
                            .flatMapToDouble(
                                    p -> DoubleStream.of(pictures.anchor().offset(p.value())))
                            .toArray())
                    .isSorted();
        }
    }
}
