package rangordnung.core.motion.simulated;

import java.util.EnumMap;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.SplittableRandom;
import org.jspecify.annotations.Nullable;
import rangordnung.core.body.Side;
import rangordnung.core.motion.signal.Landmark;
import rangordnung.core.motion.signal.Motion;

/**
 * Sees a simulated athlete: from the front, from a side or in space, with noise.
 *
 * @param plane          where it stands
 * @param rate           frames per second
 * @param pixelsPerMetre scale of its picture; empty where it gives metres
 * @param near           the side that it sees from the side
 * @param seed           of the noise
 */
public record Camera(
        Motion.Plane plane,
        double rate,
        Optional<Double> pixelsPerMetre,
        Stand stand,
        Side near,
        Flaws flaws,
        long seed) {

    /**
     * How it stands.
     *
     * @param distance metres to the athlete; empty means so far that nothing is foreshortened by perspective
     * @param height   of the lens above the floor, metres
     * @param roll     degrees by which it is tilted
     * @param yaw      degrees by which it stands beside the athlete's front or side: the athlete's forward leads to the left of a
     *                 picture from the front, the athlete's left leads forward in one from the side
     */
    public record Stand(Optional<Double> distance, double height, double roll, double yaw) {

        static final Stand SQUARE = new Stand(Optional.empty(), 1, 0, 0);
    }

    /**
     * What its landmarks lack.
     *
     * @param noise   standard deviation of each coordinate, metres
     * @param lasting seconds after which that noise has forgotten most of what it was; 0 for noise that is new in each frame
     * @param beside  standard deviation by which each landmark lies beside its place all the time, metres
     * @param lost    share of the landmarks that it loses sight of, 0 to 1
     */
    public record Flaws(double noise, double lasting, double beside, double lost) {

        static final Flaws NONE = new Flaws(0, 0, 0, 0);
    }

    /** Confidence of landmarks that are seen, that lie on the far side, and that are lost (house convention). */
    private static final double SEEN = 0.95;

    private static final double FAR_SIDE = 0.75;
    private static final double LOST = 0.2;

    /** Without noise, in metres. */
    public static Camera exact(Motion.Plane plane, double rate) {
        return new Camera(plane, rate, Optional.empty(), Stand.SQUARE, Side.LEFT, Flaws.NONE, 1);
    }

    public Camera withNoise(double metres, long changed) {
        return withJitter(metres, 0, changed);
    }

    /** Noise that wanders, as that of a pose network does: correlated in time by exp(−t / seconds). */
    public Camera withJitter(double metres, double seconds, long changed) {
        return new Camera(
                plane,
                rate,
                pixelsPerMetre,
                stand,
                near,
                new Flaws(metres, seconds, flaws.beside(), flaws.lost()),
                changed);
    }

    public Camera withScale(double pixels) {
        return new Camera(plane, rate, Optional.of(pixels), stand, near, flaws, seed);
    }

    public Camera at(Stand place) {
        return new Camera(plane, rate, pixelsPerMetre, place, near, flaws, seed);
    }

    public Camera from(Side side) {
        return new Camera(plane, rate, pixelsPerMetre, stand, side, flaws, seed);
    }

    public Camera losing(double share) {
        return with(new Flaws(flaws.noise(), flaws.lasting(), flaws.beside(), share));
    }

    /** Landmarks that lie beside their place all the time, as those of a pose network do. */
    public Camera beside(double metres) {
        return with(new Flaws(flaws.noise(), flaws.lasting(), metres, flaws.lost()));
    }

    private Camera with(Flaws changed) {
        return new Camera(plane, rate, pixelsPerMetre, stand, near, changed, seed);
    }

    /** The whole performance. */
    public Motion film(SimulatedAthlete athlete) {
        Motion.Builder motion =
                Motion.builder(plane, rate, pixelsPerMetre.isPresent() ? Optional.empty() : Optional.of(1.0));
        SplittableRandom random = new SplittableRandom(seed);
        SplittableRandom places = new SplittableRandom(-1 - seed);
        Map<Landmark, double[]> wandering = new EnumMap<>(Landmark.class);
        Map<Landmark, double[]> offsets = new EnumMap<>(Landmark.class);
        for (Landmark landmark : Landmark.values()) {
            offsets.put(landmark, new double[] {
                flaws.beside() * places.nextGaussian(),
                flaws.beside() * places.nextGaussian(),
                flaws.beside() * places.nextGaussian()
            });
        }
        int frames = (int) Math.floor(athlete.script().seconds() * rate) + 1;
        for (int f = 0; f < frames; f++) {
            take(motion.frame(), athlete.at(f / rate), random, wandering, offsets);
        }
        return motion.build();
    }

    private void take(
            Motion.Builder motion,
            Map<Landmark, Point3> places,
            SplittableRandom random,
            Map<Landmark, double[]> wandering,
            Map<Landmark, double[]> offsets) {
        double scale = pixelsPerMetre.orElse(1.0);
        places.forEach((landmark, place) -> {
            Point3 seen = plane == Motion.Plane.SPACE ? place : onPicture(place);
            double x = seen.x();
            double y = plane == Motion.Plane.SPACE ? seen.y() : seen.x();
            boolean far = plane == Motion.Plane.SIDE
                    && landmark.side().filter(s -> s != near).isPresent();
            double confidence = flaws.lost() > 0 && random.nextDouble() < flaws.lost() ? LOST : far ? FAR_SIDE : SEEN;
            double[] jitter = wandering.compute(landmark, (l, before) -> noise(before, random));
            double[] fixed = Objects.requireNonNull(offsets.get(landmark));
            motion.set(
                    landmark,
                    scale * (x + jitter[0] + fixed[0]),
                    scale * (y + jitter[1] + fixed[1]),
                    scale * (seen.z() + jitter[2] + fixed[2]),
                    confidence);
        });
    }

    /** The next of a first-order autoregressive process with the standard deviation of the noise. */
    private double[] noise(double @Nullable [] before, SplittableRandom random) {
        double kept = before == null || flaws.lasting() == 0 ? 0 : Math.exp(-1 / (rate * flaws.lasting()));
        double[] next = new double[3];
        for (int i = 0; flaws.noise() > 0 && i < next.length; i++) {
            next[i] = (before == null ? 0 : kept * before[i])
                    + Math.sqrt(1 - kept * kept) * flaws.noise() * random.nextGaussian();
        }
        return next;
    }

    /**
     * A place in the picture, in metres at the athlete's middle: across, toward the camera, up. A pinhole at the lens's height
     * sees what is nearer larger.
     */
    Point3 onPicture(Point3 place) {
        Point3 seen = beside(place);
        double share = stand.distance().map(d -> d / (d - seen.y())).orElse(1.0);
        double up = stand.height() + (seen.z() - stand.height()) * share;
        double roll = Math.toRadians(stand.roll());
        return new Point3(
                seen.x() * share * Math.cos(roll) - up * Math.sin(roll),
                seen.y(),
                seen.x() * share * Math.sin(roll) + up * Math.cos(roll));
    }

    /** A place as it lies before the camera: across, toward it, up. */
    Point3 beside(Point3 place) {
        boolean front = plane == Motion.Plane.FRONT;
        double yaw = Math.toRadians(stand.yaw());
        double along = front ? place.y() : place.x();
        double away = front ? place.x() : place.y();
        return new Point3(
                along * Math.cos(yaw) + away * Math.sin(yaw),
                (front ? 1 : Skeleton.outward(near)) * (away * Math.cos(yaw) - along * Math.sin(yaw)),
                place.z());
    }
}
