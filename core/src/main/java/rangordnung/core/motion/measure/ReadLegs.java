package rangordnung.core.motion.measure;

import java.util.List;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import rangordnung.core.body.Side;
import rangordnung.core.motion.signal.Landmark;
import rangordnung.core.motion.signal.Landmark.Point;
import rangordnung.core.motion.signal.Motion;
import rangordnung.core.motion.signal.Posture;
import rangordnung.core.protocol.School.KneeReference;
import rangordnung.core.protocol.TestDefinition.Pattern;

/**
 * Which legs are read.
 *
 * @param sides         legs that the sagittal plane is read at: the working one, the one toward the camera, or both
 * @param feet          legs that have measures of their own
 * @param hips          legs that the path of the hip is read from
 * @param kneeReference line that the kneecap is held against
 */
record ReadLegs(List<Side> sides, List<Side> feet, List<Side> hips, KneeReference kneeReference) {

    private static final List<Side> BOTH = List.of(Side.values());

    static ReadLegs of(Motion motion, Subject subject) {
        List<Side> sides = sides(motion, subject);
        return new ReadLegs(
                sides,
                subject.pattern() == Pattern.SQUAT ? BOTH : sides,
                motion.plane() == Motion.Plane.SIDE || subject.pattern() == Pattern.LUNGE ? sides : BOTH,
                subject.kneeReference());
    }

    private static List<Side> sides(Motion motion, Subject subject) {
        if (subject.pattern() != Pattern.SQUAT && subject.working().isPresent()) {
            return List.of(subject.working().get());
        }
        if (motion.plane() != Motion.Plane.SIDE) {
            return BOTH;
        }
        if (subject.near().isPresent()) {
            return List.of(subject.near().get());
        }
        double left = confidence(motion, Side.LEFT);
        double right = confidence(motion, Side.RIGHT);
        return left == right ? BOTH : List.of(left > right ? Side.LEFT : Side.RIGHT);
    }

    /** Mean confidence of a leg. */
    private static double confidence(Motion motion, Side side) {
        return Stream.of(Point.HIP, Point.KNEE, Point.ANKLE)
                .mapToDouble(p -> IntStream.range(0, motion.frames())
                        .mapToDouble(f -> motion.confidence(Landmark.of(p, side), f))
                        .average()
                        .orElse(0))
                .average()
                .orElse(0);
    }

    /** Height of the hips above the lower ankle, in units of the source: in a step the other one is in the air. */
    double hipHeight(Posture p) {
        double left = p.z(Point.ANKLE, Side.LEFT);
        double right = p.z(Point.ANKLE, Side.RIGHT);
        double ankle = Double.isNaN(left) ? right : Double.isNaN(right) ? left : Math.min(left, right);
        double hip = 0;
        for (Side side : hips) {
            hip += p.z(Point.HIP, side);
        }
        return hip / hips.size() - ankle;
    }

    /** Sides on which a measure is read; the leg itself stands in for a measure of the whole body. */
    List<Side> of(Measure.Extent extent) {
        return extent == Measure.Extent.SIDED ? feet : sides.subList(0, 1);
    }
}
