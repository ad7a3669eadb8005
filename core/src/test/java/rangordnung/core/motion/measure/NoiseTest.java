package rangordnung.core.motion.measure;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;
import static rangordnung.core.motion.measure.Clips.BUILD;

import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.ConcurrentHashMap;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;
import rangordnung.core.body.Side;
import rangordnung.core.body.Sided;
import rangordnung.core.motion.signal.Motion;
import rangordnung.core.motion.signal.Repetition;
import rangordnung.core.motion.simulated.Camera;
import rangordnung.core.motion.simulated.Faults;
import rangordnung.core.motion.simulated.Faults.Phases;
import rangordnung.core.motion.simulated.Script;
import rangordnung.core.motion.simulated.SimulatedAthlete;

/**
 * With noise on every landmark, what is measured lies within 1.96 standard errors of what is measured without noise in
 * about 95 of 100 cases, for every measure, in 1,000 seeded runs.
 */
class NoiseTest {

    private static final int RUNS = 1000;
    /** Standard deviation of each coordinate, metres. */
    private static final double NOISE = 0.006;
    /** Largest values near the limit of foreshortening and the beginning of a tuck have errors that are not quite normal. */
    private static final double LEAST = 0.90;

    private record Key(Measure measure, Optional<Side> side, Repetition.Moment moment) {}

    @ParameterizedTest
    @EnumSource(
            value = Motion.Plane.class,
            names = {"FRONT", "SIDE"})
    void the_stated_interval_holds(Motion.Plane plane) {
        Faults faults = Faults.NONE
                .withKneeIn(new Sided<>(new Phases(5, 15, 5), new Phases(10, 30, 20)))
                .withHeelRise(new Sided<>(2.0, 0.0))
                .withPelvis(8, 3)
                .withTuck(10, 15);
        SimulatedAthlete athlete =
                Clips.athlete(Script.squat(BUILD, 1).with(faults).with(new Script.Tempo(1, 1.2, 0.5, 1.0)));
        Map<Key, Double> truth = new LinkedHashMap<>();
        values(Camera.exact(plane, 30).film(athlete)).forEach(v -> truth.put(key(v), v.value()));
        Map<Key, Integer> inside = new ConcurrentHashMap<>();
        Map<Key, Integer> seen = new ConcurrentHashMap<>();
        IntStream.range(0, RUNS).parallel().forEach(run -> values(
                        Camera.exact(plane, 30).withNoise(NOISE, run).film(athlete))
                .filter(v -> truth.containsKey(key(v)))
                .forEach(v -> {
                    seen.merge(key(v), 1, Integer::sum);
                    inside.merge(
                            key(v), Math.abs(v.value() - truth.get(key(v))) <= 1.96 * v.sem() ? 1 : 0, Integer::sum);
                }));
        Map<Key, Double> share = new LinkedHashMap<>();
        inside.forEach((key, count) -> share.put(key, (double) count / seen.get(key)));
        assertThat(share)
                .allSatisfy((key, held) -> assertThat(held).as("%s", key).isGreaterThanOrEqualTo(LEAST));
        assertThat(share.values().stream()
                        .mapToDouble(Double::doubleValue)
                        .average()
                        .orElse(0))
                .as("all measures together")
                .isGreaterThanOrEqualTo(0.94);
    }

    @Test
    void the_largest_of_many_is_expected_above_the_truth() {
        // Expected largest of 1, 2, 5 and 10 normal deviates: 0, 0.56, 1.16, 1.54 (value from memory).
        assertThat(RepetitionAnalysis.expectedLargest(1)).isCloseTo(0, within(1e-9));
        assertThat(RepetitionAnalysis.expectedLargest(2)).isCloseTo(0.56, within(0.04));
        assertThat(RepetitionAnalysis.expectedLargest(5)).isCloseTo(1.16, within(0.03));
        assertThat(RepetitionAnalysis.expectedLargest(10)).isCloseTo(1.54, within(0.03));
    }

    private static Key key(Measurement.Value v) {
        return new Key(v.measure(), v.side(), v.moment());
    }

    private static Stream<Measurement.Value> values(Motion motion) {
        return Clips.squat(motion).repetitions().get(0).measurements().stream()
                .flatMap(m -> m instanceof Measurement.Value v ? Stream.of(v) : Stream.empty());
    }
}
