package rangordnung.server.measuring;

import java.util.EnumSet;
import java.util.List;
import java.util.Set;
import java.util.stream.IntStream;
import rangordnung.core.motion.signal.Axis;
import rangordnung.core.motion.signal.Landmark;
import rangordnung.core.motion.signal.Motion;
import rangordnung.core.motion.simulated.Camera;
import rangordnung.core.motion.simulated.SimulatedAthlete;

/**
 * A simulated athlete as a figure is drawn from it.
 *
 * @param rate frames a second
 */
public record Film(Motion.Plane plane, int frames, double rate, List<Path> paths) {

    private static final double MILLIMETRES = 1000;

    private static final Set<Landmark.Point> DRAWN = EnumSet.of(
            Landmark.Point.EAR,
            Landmark.Point.SHOULDER,
            Landmark.Point.ELBOW,
            Landmark.Point.WRIST,
            Landmark.Point.FRONT_HIP_BONE,
            Landmark.Point.REAR_HIP_BONE,
            Landmark.Point.HIP,
            Landmark.Point.KNEE,
            Landmark.Point.ANKLE,
            Landmark.Point.HEEL,
            Landmark.Point.SECOND_TOE);

    /** A landmark through a film: across and up, in millimetres. */
    public record Path(Landmark landmark, int[] across, int[] up) {}

    /** Without noise, small enough for a phone to keep. */
    public static Film of(SimulatedAthlete athlete, Motion.Plane plane, double rate) {
        Motion motion = Camera.exact(plane, rate).film(athlete);
        Axis across = plane == Motion.Plane.FRONT ? Axis.Y : Axis.X;
        return new Film(
                plane,
                motion.frames(),
                rate,
                motion.landmarks().stream()
                        .filter(l -> DRAWN.contains(l.point()))
                        .map(l -> new Path(l, along(motion, l, across), along(motion, l, Axis.Z)))
                        .toList());
    }

    private static int[] along(Motion motion, Landmark landmark, Axis axis) {
        return IntStream.range(0, motion.frames())
                .map(f -> (int) Math.round(motion.at(landmark, axis, f) * MILLIMETRES))
                .toArray();
    }
}
