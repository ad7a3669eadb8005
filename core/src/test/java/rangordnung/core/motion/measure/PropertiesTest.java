package rangordnung.core.motion.measure;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;
import static rangordnung.core.motion.measure.Clips.BUILD;
import static rangordnung.core.motion.measure.Clips.WHOLE;

import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;
import rangordnung.core.body.Side;
import rangordnung.core.body.Sided;
import rangordnung.core.motion.signal.Axis;
import rangordnung.core.motion.signal.Landmark;
import rangordnung.core.motion.signal.Motion;
import rangordnung.core.motion.signal.Posture;
import rangordnung.core.motion.signal.Repetition;
import rangordnung.core.motion.simulated.Camera;
import rangordnung.core.motion.simulated.Faults;
import rangordnung.core.motion.simulated.Faults.Phases;
import rangordnung.core.motion.simulated.Script;
import rangordnung.core.motion.simulated.SimulatedAthlete;

class PropertiesTest {

    private static final Set<Measure> SIGNED = Set.of(Measure.PELVIC_SHIFT, Measure.PELVIC_OBLIQUITY);

    /** Elsewhere what noise adds is taken off, which is known from noise of either side's own. */
    private static final Set<Repetition.Moment> INSTANT = Set.of(Repetition.Moment.STANDING, Repetition.Moment.BOTTOM);

    private static Motion lopsided(Motion.Plane plane) {
        Faults faults = Faults.NONE
                .withKneeIn(new Sided<>(new Phases(5, 10, 0), new Phases(0, 30, 10)))
                .withHeelRise(new Sided<>(2.0, 1.0))
                .withPelvis(8, -3);
        return Camera.exact(plane, 30)
                .withNoise(0.002, 9)
                .film(Clips.athlete(Script.squat(BUILD, 1).with(faults)));
    }

    private static List<Measurement.Value> values(Motion motion) {
        return Clips.squat(motion).repetitions().get(0).measurements().stream()
                .flatMap(m -> m instanceof Measurement.Value v ? Stream.of(v) : Stream.empty())
                .toList();
    }

    private static Measurement.Value same(
            List<Measurement.Value> among, Measure measure, Optional<Side> side, Repetition.Moment moment) {
        return among.stream()
                .filter(v -> v.measure() == measure && v.side().equals(side) && v.moment() == moment)
                .findFirst()
                .orElseThrow();
    }

    /** Exact, by mathematics: mirroring left and right swaps every sided measure and negates every signed one. */
    @ParameterizedTest
    @EnumSource(
            value = Motion.Plane.class,
            names = {"FRONT", "SPACE"})
    void a_mirrored_athlete_has_sides_exchanged(Motion.Plane plane) {
        Motion motion = lopsided(plane);
        List<Measurement.Value> here = values(motion);
        List<Measurement.Value> there =
                values(Clips.changed(motion, at -> new Clips.At(at.landmark().mirrored(), at.x(), -at.y(), at.z())));
        assertThat(there).hasSameSizeAs(here);
        for (Measurement.Value v : here) {
            Measurement.Value other = same(there, v.measure(), v.side().map(Side::opposite), v.moment());
            assertThat(other.value())
                    .as("%s", v)
                    .isCloseTo(
                            SIGNED.contains(v.measure()) ? -v.value() : v.value(),
                            within(INSTANT.contains(v.moment()) ? 0.02 : 0.02 + v.sem()));
            assertThat(other.sem())
                    .as("%s", v)
                    .isCloseTo(v.sem(), within(0.02 + (INSTANT.contains(v.moment()) ? 0.4 : 1) * v.sem()));
        }
    }

    /** Translating a clip changes nothing; scaling one changes no angle, no ratio and no time. */
    @ParameterizedTest
    @EnumSource(Motion.Plane.class)
    void moved_and_enlarged(Motion.Plane plane) {
        Motion motion = lopsided(plane);
        List<Measurement.Value> here = values(motion);
        List<Measurement.Value> moved = values(
                Clips.changed(motion, at -> new Clips.At(at.landmark(), at.x() + 1.5, at.y() - 0.7, at.z() + 0.3)));
        for (Measurement.Value v : here) {
            assertThat(same(moved, v.measure(), v.side(), v.moment()).value())
                    .as("%s", v)
                    .isCloseTo(v.value(), within(0.02));
        }
        List<Measurement.Value> larger =
                values(Clips.changed(motion, at -> new Clips.At(at.landmark(), 3 * at.x(), 3 * at.y(), 3 * at.z())));
        // In the view from the front the length of the foot comes from the athlete's height, so offsets are no ratios
        // of what is seen.
        here.stream()
                .filter(v -> !v.measure().unit().equals("centimetres")
                        && !v.measure().id().startsWith("heel-up")
                        && !(plane == Motion.Plane.FRONT && v.measure().unit().contains("foot")))
                .forEach(v -> assertThat(
                                same(larger, v.measure(), v.side(), v.moment()).value())
                        .as("%s", v)
                        .isCloseTo(v.value(), within(0.02)));
    }

    /** Exact, by mathematics: collinear points give 0, a right angle gives 90, inward positive. */
    @Test
    void the_frontal_angle_of_known_triangles() {
        assertThat(fppa(0.1, 0.1, 0.1, 0.9, 0.5, 0.1)).isCloseTo(0, within(1e-9));
        assertThat(fppa(0.5, 0.1, 0.5, 0.9, 0.5, 0.1)).isCloseTo(90, within(1e-9));
        assertThat(fppa(0.1, 0.5, 0.1, 0.9, 0.5, 0.1)).isCloseTo(-90, within(1e-9));
    }

    private static double fppa(double hip, double knee, double ankle, double hipZ, double kneeZ, double ankleZ) {
        Posture p = (landmark, axis) -> switch (landmark.point()) {
            case HIP -> axis == Axis.Y ? hip : hipZ;
            case KNEE -> axis == Axis.Y ? knee : kneeZ;
            case ANKLE -> axis == Axis.Y ? ankle : ankleZ;
            default -> Double.NaN;
        };
        return Formula.fppa(Side.LEFT).of(p);
    }

    @Test
    void what_is_lost_is_not_assessable_and_never_zero() {
        Motion motion = lopsided(Motion.Plane.SIDE);
        Motion.Builder without = Motion.builder(motion.plane(), motion.rate(), motion.metresPerUnit());
        for (int f = 0; f < motion.frames(); f++) {
            without.frame();
            for (Landmark l : motion.landmarks()) {
                boolean lost = l.point() == Landmark.Point.WRIST || l == Landmark.LEFT_SHOULDER && f > 40;
                without.set(l, motion.at(l, Axis.X, f), 0, motion.at(l, Axis.Z, f), lost ? 0.3 : 0.9);
            }
        }
        List<Measurement> read =
                Clips.squat(without.build()).repetitions().get(0).measurements();
        assertThat(read)
                .filteredOn(m -> m.measure() == Measure.TRUNK_LEAN)
                .singleElement()
                .isInstanceOfSatisfying(Measurement.NotAssessable.class, n -> assertThat(n.reason())
                        .isEqualTo(Measurement.Reason.LANDMARK_LOST));
        assertThat(read)
                .filteredOn(m -> m.measure() == Measure.ARM_LINE)
                .allMatch(m -> m instanceof Measurement.NotAssessable);
        assertThat(read)
                .filteredOn(m -> m.measure() == Measure.THIGH_ANGLE)
                .allMatch(m -> m instanceof Measurement.Value);
    }

    @Test
    void short_losses_of_sight_change_little() {
        SimulatedAthlete athlete = Clips.athlete(Script.squat(BUILD, 1));
        double whole = Clips.value(
                Clips.squat(Camera.exact(Motion.Plane.SIDE, 60).film(athlete)),
                Measure.THIGH_ANGLE,
                WHOLE,
                Repetition.Moment.BOTTOM);
        Measurement.Value holed = Clips.squat(
                        Camera.exact(Motion.Plane.SIDE, 60).losing(0.1).film(athlete))
                .repetitions()
                .get(0)
                .value(Measure.THIGH_ANGLE, WHOLE, Repetition.Moment.BOTTOM)
                .orElseThrow();
        assertThat(holed.value()).isCloseTo(whole, within(0.2));
        assertThat(holed.confidence()).isGreaterThanOrEqualTo(0.5);
    }

    @Test
    void a_single_picture_gives_what_one_posture_gives() {
        Motion film = Clips.film(Script.squat(BUILD, 1), Motion.Plane.SIDE);
        int bottom = Clips.squat(film).repetitions().get(0).events().bottom();
        Motion.Builder still =
                Motion.builder(Motion.Plane.SIDE, 30, Optional.empty()).frame();
        film.landmarks().forEach(l -> still.set(l, film.at(l, Axis.X, bottom), 0, film.at(l, Axis.Z, bottom), 1));
        ClipReport report = Clips.squat(still.build());
        assertThat(report.still()).isTrue();
        Measurement.Value thigh = report.repetitions()
                .get(0)
                .value(Measure.THIGH_ANGLE, WHOLE, Repetition.Moment.BOTTOM)
                .orElseThrow();
        assertThat(thigh.value())
                .isCloseTo(
                        Clips.value(Clips.squat(film), Measure.THIGH_ANGLE, WHOLE, Repetition.Moment.BOTTOM),
                        within(0.1));
        assertThat(thigh.sem()).isBetween(0.2, 2.0);
        assertThat(report.repetitions().get(0).measurements())
                .filteredOn(m -> m.measure() == Measure.HEEL_RISE)
                .allMatch(
                        m -> m instanceof Measurement.NotAssessable n && n.reason() == Measurement.Reason.NO_STANDING);
    }
}
