package rangordnung.server.measuring;

import jakarta.validation.constraints.NotNull;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import rangordnung.core.motion.signal.Axis;
import rangordnung.core.motion.signal.FrameTimes;
import rangordnung.core.motion.signal.Landmark;
import rangordnung.core.motion.signal.Motion;
import rangordnung.core.motion.signal.MotionRules;
import rangordnung.server.platform.Code;
import rangordnung.server.platform.Problem;

/**
 * Landmarks over time as they travel between browser and server.
 *
 * @param plane         what the camera saw
 * @param rate          frames per second
 * @param metresPerUnit scale of the coordinates, where it is known
 * @param times         seconds at which the frames were taken, where they may not be in step
 * @param timing        what is known of the times of a clip that is in step; all of them where it is empty
 * @param paths         of each landmark
 */
record Clip(
        @NotNull Motion.Plane plane,
        double rate,
        Optional<Double> metresPerUnit,
        int frames,
        Optional<double[]> times,
        Optional<Motion.Timing> timing,
        @NotNull List<Path> paths) {

    /** Most frames that a screen shows: two minutes at 60 frames per second (house convention). */
    static final int MOST_FRAMES = 7_200;

    /**
     * One landmark; an axis that the plane does not show is empty, a frame in which it was not seen has confidence 0.
     */
    record Path(
            @NotNull Landmark landmark,
            @NotNull double[] x,
            @NotNull double[] y,
            @NotNull double[] z,
            @NotNull double[] confidence) {}

    static Clip of(Motion motion) {
        if (motion.frames() > MOST_FRAMES) {
            throw Problem.invalid(
                    Code.CLIP_TOO_LONG,
                    "The clip has " + motion.frames() + " frames; at most " + MOST_FRAMES + " are shown. Cut it.",
                    "file");
        }
        List<Path> paths = new ArrayList<>();
        for (Landmark landmark : motion.landmarks()) {
            double[] confidence = new double[motion.frames()];
            for (int f = 0; f < confidence.length; f++) {
                confidence[f] = rounded(motion.confidence(landmark, f), 1000);
            }
            paths.add(new Path(
                    landmark,
                    along(motion, landmark, Axis.X),
                    along(motion, landmark, Axis.Y),
                    along(motion, landmark, Axis.Z),
                    confidence));
        }
        return new Clip(
                motion.plane(),
                motion.rate(),
                motion.metresPerUnit(),
                motion.frames(),
                Optional.empty(),
                Optional.of(motion.timing()).filter(t -> !t.equals(Motion.Timing.KNOWN)),
                paths);
    }

    private static double[] along(Motion motion, Landmark landmark, Axis axis) {
        boolean shown = motion.plane() == Motion.Plane.SPACE
                || axis == Axis.Z
                || axis == (motion.plane() == Motion.Plane.FRONT ? Axis.Y : Axis.X);
        double[] values = new double[shown ? motion.frames() : 0];
        for (int f = 0; f < values.length; f++) {
            double value = motion.at(landmark, axis, f);
            values[f] = Double.isNaN(value) ? 0 : rounded(value, 1e6);
        }
        return values;
    }

    static double rounded(double value, double parts) {
        return Math.rint(value * parts) / parts;
    }

    /** The clip as it was taken. */
    Motion motion() {
        if (frames < 1 || frames > MOST_FRAMES) {
            throw Problem.invalid(
                    Code.CLIP_TOO_LONG, "A clip has 1 to " + MOST_FRAMES + " frames, not " + frames + ".", "frames");
        }
        for (Path path : paths) {
            if (path.confidence().length != frames
                    || wrong(path.x(), Axis.X)
                    || wrong(path.y(), Axis.Y)
                    || wrong(path.z(), Axis.Z)) {
                throw Problem.invalid(
                        Code.UNEVEN_CLIP,
                        "The path of " + path.landmark() + " does not have " + frames + " frames.",
                        "paths");
            }
        }
        Motion.Builder motion = Motion.builder(plane, rate, metresPerUnit);
        for (int f = 0; f < frames; f++) {
            motion.frame();
            for (Path path : paths) {
                motion.set(path.landmark(), at(path.x(), f), at(path.y(), f), at(path.z(), f), path.confidence()[f]);
            }
        }
        return motion.build().withTiming(timing.orElse(Motion.Timing.KNOWN));
    }

    /** The clip with its frames in step. */
    Motion inStep(MotionRules rules) {
        Motion taken = motion();
        if (times.isEmpty() || frames < 2) {
            return taken;
        }
        if (times.get().length != frames) {
            throw Problem.invalid(
                    Code.UNEVEN_CLIP, "There are not as many times as frames, which are " + frames + ".", "times");
        }
        return FrameTimes.of(times.get(), rules).even(taken, rules);
    }

    private boolean wrong(double[] values, Axis axis) {
        boolean needed = plane == Motion.Plane.SPACE
                || axis == Axis.Z
                || axis == (plane == Motion.Plane.FRONT ? Axis.Y : Axis.X);
        return needed && values.length != frames;
    }

    private static double at(double[] values, int frame) {
        return frame < values.length ? values[frame] : 0;
    }
}
