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
 * @param distance       metres to the athlete; empty means so far that nothing is foreshortened by perspective
 * @param height         of the lens above the floor, metres
 * @param roll           degrees by which it is tilted
 * @param near           the side that it sees from the side
 * @param noise          standard deviation of each coordinate, metres
 * @param lasting        seconds after which that noise has forgotten most of what it was; 0 for noise that is new in each frame
 * @param beside         standard deviation by which each landmark lies beside its place all the time, metres
 * @param lost           share of the landmarks that it loses sight of, 0 to 1
 * @param seed           of the noise
 */
public record Camera(
        Motion.Plane plane,
        double rate,
        Optional<Double> pixelsPerMetre,
        Optional<Double> distance,
        double height,
        double roll,
        Side near,
        double noise,
        double lasting,
        double beside,
        double lost,
        long seed) {

    /** Confidence of landmarks that are seen, that lie on the far side, and that are lost (house convention). */
    private static final double SEEN = 0.95;

    private static final double FAR_SIDE = 0.75;
    private static final double LOST = 0.2;

    /** Without noise, in metres. */
    public static Camera exact(Motion.Plane plane, double rate) {
        return new Camera(plane, rate, Optional.empty(), Optional.empty(), 1, 0, Side.LEFT, 0, 0, 0, 0, 1);
    }

    public Camera withNoise(double metres, long changed) {
        return withJitter(metres, 0, changed);
    }

    /** Noise that wanders, as that of a pose network does: correlated in time by exp(−t / seconds). */
    public Camera withJitter(double metres, double seconds, long changed) {
        return new Camera(
                plane, rate, pixelsPerMetre, distance, height, roll, near, metres, seconds, beside, lost, changed);
    }

    public Camera withScale(double pixels) {
        return new Camera(
                plane, rate, Optional.of(pixels), distance, height, roll, near, noise, lasting, beside, lost, seed);
    }

    public Camera at(double metres, double tilt) {
        return new Camera(
                plane,
                rate,
                pixelsPerMetre,
                Optional.of(metres),
                height,
                tilt,
                near,
                noise,
                lasting,
                beside,
                lost,
                seed);
    }

    public Camera losing(double share) {
        return new Camera(
                plane, rate, pixelsPerMetre, distance, height, roll, near, noise, lasting, beside, share, seed);
    }

    /** Landmarks that lie beside their place all the time, as those of a pose network do. */
    public Camera beside(double metres) {
        return new Camera(
                plane, rate, pixelsPerMetre, distance, height, roll, near, noise, lasting, metres, lost, seed);
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
                beside * places.nextGaussian(), beside * places.nextGaussian(), beside * places.nextGaussian()
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
        double tilt = Math.toRadians(roll);
        places.forEach((landmark, place) -> {
            Point3 seen = projected(place);
            double across = plane == Motion.Plane.FRONT ? seen.y() : seen.x();
            double turned = across * Math.cos(tilt) - seen.z() * Math.sin(tilt);
            double up = across * Math.sin(tilt) + seen.z() * Math.cos(tilt);
            double x = plane == Motion.Plane.SPACE ? seen.x() : turned;
            double y = plane == Motion.Plane.SPACE ? seen.y() : turned;
            boolean far = plane == Motion.Plane.SIDE
                    && landmark.side().filter(s -> s != near).isPresent();
            double confidence = lost > 0 && random.nextDouble() < lost ? LOST : far ? FAR_SIDE : SEEN;
            double[] jitter = wandering.compute(landmark, (l, before) -> noise(before, random));
            double[] fixed = Objects.requireNonNull(offsets.get(landmark));
            motion.set(
                    landmark,
                    scale * (x + jitter[0] + fixed[0]),
                    scale * (y + jitter[1] + fixed[1]),
                    scale * ((plane == Motion.Plane.SPACE ? seen.z() : up) + jitter[2] + fixed[2]),
                    confidence);
        });
    }

    /** The next of a first-order autoregressive process with the standard deviation of the noise. */
    private double[] noise(double @Nullable [] before, SplittableRandom random) {
        double kept = before == null || lasting == 0 ? 0 : Math.exp(-1 / (rate * lasting));
        double[] next = new double[3];
        for (int i = 0; noise > 0 && i < next.length; i++) {
            next[i] = (before == null ? 0 : kept * before[i])
                    + Math.sqrt(1 - kept * kept) * noise * random.nextGaussian();
        }
        return next;
    }

    /** Through a pinhole at the lens's height, scaled so that the athlete's middle keeps its size. */
    private Point3 projected(Point3 place) {
        if (distance.isEmpty() || plane == Motion.Plane.SPACE) {
            return place;
        }
        double toward = plane == Motion.Plane.FRONT ? place.x() : Skeleton.outward(near) * place.y();
        double share = distance.get() / (distance.get() - toward);
        return new Point3(place.x() * share, place.y() * share, height + (place.z() - height) * share);
    }
}
