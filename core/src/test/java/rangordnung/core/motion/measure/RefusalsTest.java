package rangordnung.core.motion.measure;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.Optional;
import java.util.stream.Stream;
import org.assertj.core.api.ThrowableAssert.ThrowingCallable;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.Arguments;
import org.junit.jupiter.params.provider.MethodSource;
import rangordnung.core.Refusal;
import rangordnung.core.body.BodyLoad;
import rangordnung.core.body.BodyModel;
import rangordnung.core.body.Build;
import rangordnung.core.motion.signal.Axis;
import rangordnung.core.motion.signal.Landmark;
import rangordnung.core.motion.signal.Motion;
import rangordnung.core.motion.simulated.Script;

/** What cannot be is refused in words that say what is possible; what was not seen is kept as not seen. */
class RefusalsTest {

    private static final Build BUILD = Build.ofStature(1.75);

    static Stream<Arguments> what_cannot_be_is_refused_in_words() {
        return Stream.of(
                refused(
                        () -> Motion.builder(Motion.Plane.SIDE, 0, Optional.empty()),
                        "rate” must be from 1 to 1000 frames per second"),
                refused(
                        () -> Motion.builder(Motion.Plane.SIDE, Double.NaN, Optional.empty()),
                        "rate” must be from 1 to 1000 frames per second"),
                refused(() -> Motion.builder(Motion.Plane.SIDE, 30, Optional.of(0.0)), "unit of length"),
                refused(
                        () -> Motion.builder(Motion.Plane.SIDE, 30, Optional.empty())
                                .build(),
                        "no frame"),
                refused(() -> Script.squat(BUILD, 0), "repetitions” must be from 1 to 50"),
                refused(() -> Script.squat(BUILD, 1).withFeet(3, 0), "stance” must be from 5 to 120 cm, not 300"),
                refused(() -> Script.squat(BUILD, 1).withDepth(90), "depth” must be from -40 to 80 degrees"),
                refused(() -> new Script.Tempo(1, 0, 0, 1), "at least 0.3 seconds"),
                refused(() -> new BodyLoad(BodyLoad.Place.FRONT, -1), "load” must be from 0 to 5 times"),
                refused(() -> new BodyModel.Limits(35, 30, 65), "hip” must be from 60 to 160 degrees"));
    }

    private static Arguments refused(ThrowingCallable attempt, String words) {
        return Arguments.of(attempt, words);
    }

    @ParameterizedTest
    @MethodSource
    void what_cannot_be_is_refused_in_words(ThrowingCallable attempt, String words) {
        assertThatThrownBy(attempt).isInstanceOf(Refusal.class).hasMessageContaining(words);
    }

    @Test
    void what_was_not_seen_has_no_place_and_no_confidence() {
        Motion motion = Motion.builder(Motion.Plane.FRONT, 30, Optional.empty())
                .frame()
                .set(Landmark.LEFT_KNEE, 9, 1, 2, 0.8)
                .set(Landmark.LEFT_HIP, 0, Double.NaN, 2, 0.8)
                .frame()
                .set(Landmark.LEFT_KNEE, 9, 1, 2, 0)
                .frame()
                .set(Landmark.LEFT_KNEE, 9, 3, 4, 7)
                .build();
        assertThat(motion.landmarks()).containsExactly(Landmark.LEFT_KNEE);
        assertThat(motion.at(Landmark.LEFT_KNEE, Axis.Y, 0)).isEqualTo(1);
        assertThat(motion.at(Landmark.LEFT_KNEE, Axis.X, 0))
                .as("the front does not show it")
                .isNaN();
        assertThat(motion.at(Landmark.LEFT_KNEE, Axis.Z, 1)).isNaN();
        assertThat(motion.confidence(Landmark.LEFT_KNEE, 1)).isZero();
        assertThat(motion.confidence(Landmark.LEFT_KNEE, 2)).isEqualTo(1);
        assertThat(motion.confidence(Landmark.LEFT_HIP, 0)).isZero();
    }

    /** Mirrored twice is as before, and each landmark is found by its point and side (exact). */
    @Test
    void landmarks_know_their_other_side() {
        for (Landmark landmark : Landmark.values()) {
            assertThat(landmark.mirrored().mirrored()).isEqualTo(landmark);
            assertThat(landmark.mirrored().point()).isEqualTo(landmark.point());
            landmark.side().ifPresent(side -> assertThat(landmark)
                    .isEqualTo(Landmark.of(landmark.point(), side))
                    .isNotEqualTo(landmark.mirrored()));
        }
    }
}
