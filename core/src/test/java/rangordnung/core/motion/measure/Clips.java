package rangordnung.core.motion.measure;

import java.util.Optional;
import java.util.function.UnaryOperator;
import rangordnung.core.ShippedData;
import rangordnung.core.StandardFloor;
import rangordnung.core.body.Build;
import rangordnung.core.body.Side;
import rangordnung.core.motion.signal.Axis;
import rangordnung.core.motion.signal.Landmark;
import rangordnung.core.motion.signal.Motion;
import rangordnung.core.motion.signal.MotionRules;
import rangordnung.core.motion.signal.Repetition.Moment;
import rangordnung.core.motion.simulated.Camera;
import rangordnung.core.motion.simulated.Script;
import rangordnung.core.motion.simulated.SimulatedAthlete;
import rangordnung.core.protocol.Source;

/** Clips for tests, and what they say. */
final class Clips {

    static final MotionRules RULES = StandardFloor.shipped(ShippedData.MOTION, MotionRules.class);
    static final Build BUILD = Build.ofStature(1.75);
    static final Optional<Side> WHOLE = Optional.empty();
    static final Optional<Side> LEFT = Optional.of(Side.LEFT);
    static final Optional<Side> RIGHT = Optional.of(Side.RIGHT);

    private Clips() {}

    static SimulatedAthlete athlete(Script script) {
        return new SimulatedAthlete(script, StandardFloor.POSES);
    }

    static Motion film(Script script, Motion.Plane plane) {
        return Camera.exact(plane, 60).film(athlete(script));
    }

    static ClipReport squat(Motion motion) {
        return new ClipAnalysis(motion, Subject.squat(Optional.of(BUILD), Source.SIMULATED), RULES).report();
    }

    static double value(ClipReport report, Measure measure, Optional<Side> side, Moment moment) {
        return report.repetitions()
                .get(0)
                .value(measure, side, moment)
                .orElseThrow(() -> new AssertionError("No " + measure + " " + side + " " + moment + " in "
                        + report.repetitions().get(0).measurements()))
                .value();
    }

    /** Coordinates of a landmark as they are, to be changed. */
    record At(Landmark landmark, double x, double y, double z) {}

    /** The same clip with every landmark changed. */
    static Motion changed(Motion motion, UnaryOperator<At> change) {
        return changed(motion, motion.plane(), change);
    }

    /** The same clip with every landmark changed, read in another plane. */
    static Motion changed(Motion motion, Motion.Plane plane, UnaryOperator<At> change) {
        Motion.Builder builder = Motion.builder(plane, motion.rate(), motion.metresPerUnit());
        for (int f = 0; f < motion.frames(); f++) {
            builder.frame();
            for (Landmark l : motion.landmarks()) {
                At at = change.apply(
                        new At(l, motion.at(l, Axis.X, f), motion.at(l, Axis.Y, f), motion.at(l, Axis.Z, f)));
                builder.set(at.landmark(), at.x(), at.y(), at.z(), motion.confidence(l, f));
            }
        }
        return builder.build();
    }
}
