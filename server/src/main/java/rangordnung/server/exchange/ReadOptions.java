package rangordnung.server.exchange;

import java.util.Map;
import java.util.Optional;
import rangordnung.core.motion.signal.Landmark;
import rangordnung.core.motion.signal.Motion;
import rangordnung.core.motion.signal.MotionRules;

/**
 * How a file of landmarks is to be read.
 *
 * @param plane   what it shows; a picture shows one plane, a file of points in space may be read as any
 * @param facing  which way the athlete looks in a picture
 * @param mapping by name in the file, its landmark; names that are not in it are guessed where it is empty, else left out
 * @param rate    frames per second, where the file does not say
 * @param rules   of measuring: confidence of a keypoint that was labelled though hidden, how uneven times may be
 */
public record ReadOptions(
        Motion.Plane plane, Facing facing, Map<String, Landmark> mapping, Optional<Double> rate, MotionRules rules) {

    /** Frames per second of a file that says nothing and of which nothing is said (house convention). */
    static final double USUAL_RATE = 30;

    /** Which way the athlete looks in a picture. */
    public enum Facing {
        TOWARD,
        AWAY,
        RIGHT,
        LEFT
    }

    Optional<Landmark> landmark(String name) {
        return mapping.isEmpty() ? LandmarkNames.guess(name) : Optional.ofNullable(mapping.get(name));
    }
}
