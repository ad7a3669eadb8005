package rangordnung.core.motion.simulated;

import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import rangordnung.core.Refusal;
import rangordnung.core.body.Side;
import rangordnung.core.motion.signal.Landmark;
import rangordnung.core.motion.signal.Motion;

/**
 * What a camera sees of a simulated athlete, for a film to be drawn from it.
 *
 * @param rate     frames per second
 * @param distance of the camera, metres; empty means that nothing is seen larger for being near
 * @param ahead    where the athlete looks
 * @param paths    of the landmarks
 */
public record Scene(double rate, int frames, Optional<Double> distance, Ahead ahead, List<Path> paths) {

    /** A direction: to the picture's right and toward the camera, together of length one. */
    public record Ahead(double across, double toward) {}

    /** A landmark through a film: to the picture's right, toward the camera and up, in metres at the athlete's middle. */
    public record Path(Landmark landmark, double[] across, double[] toward, double[] up) {}

    private static final double MILLIMETRES = 1000;

    /**
     * Looks at a performance from the front or from a side.
     *
     * @throws Refusal in space, where there is no picture
     */
    public static Scene of(Camera camera, SimulatedAthlete athlete) {
        if (camera.plane() == Motion.Plane.SPACE) {
            throw Refusal.contradiction("A film is taken from the front or from a side");
        }
        // Who is seen from the left looks to the picture's left.
        double right = camera.plane() == Motion.Plane.SIDE && camera.near() == Side.LEFT ? -1 : 1;
        int frames = (int) Math.floor(athlete.script().seconds() * camera.rate()) + 1;
        Map<Landmark, Path> paths = new EnumMap<>(Landmark.class);
        for (int f = 0; f < frames; f++) {
            int frame = f;
            athlete.at(f / camera.rate()).forEach((landmark, place) -> {
                Path path = paths.computeIfAbsent(
                        landmark, l -> new Path(l, new double[frames], new double[frames], new double[frames]));
                Point3 seen = camera.onPicture(place);
                path.across()[frame] = rounded(right * seen.x());
                path.toward()[frame] = rounded(seen.y());
                path.up()[frame] = rounded(seen.z());
            });
        }
        Point3 here = camera.beside(new Point3(0, 0, 0));
        Point3 forward = camera.beside(new Point3(1, 0, 0));
        return new Scene(
                camera.rate(),
                frames,
                camera.stand().distance(),
                new Ahead(right * (forward.x() - here.x()), forward.y() - here.y()),
                List.copyOf(paths.values()));
    }

    private static double rounded(double metres) {
        return Math.rint(metres * MILLIMETRES) / MILLIMETRES;
    }
}
