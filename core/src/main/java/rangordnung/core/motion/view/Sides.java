package rangordnung.core.motion.view;

import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import rangordnung.core.body.Side;
import rangordnung.core.motion.signal.Axis;
import rangordnung.core.motion.signal.Landmark;
import rangordnung.core.motion.signal.Landmark.Point;
import rangordnung.core.motion.signal.Motion;
import rangordnung.core.motion.signal.MotionRules;
import rangordnung.core.protocol.TestDefinition.Pattern;

/**
 * Which side is which: a clip with left and right where they belong, as far as that can be told.
 *
 * @param motion  with both sides exchanged back where they change places for a few frames
 * @param finding if there is one
 */
public record Sides(Motion motion, Optional<ClipFinding> finding) {

    /** Points that lie on their own side whatever somebody does, and those that do so in a squat. */
    private static final List<Point> TRUNK = List.of(Point.SHOULDER, Point.HIP);

    private static final List<Point> LEGS = List.of(Point.KNEE, Point.ANKLE, Point.HEEL, Point.SECOND_TOE);

    /** Percent of the frames above which exchanged names are told (house convention). */
    private static final double TOLD = 0.5;
    /** How far a leg jumps when its name changes, as a share of the distance of both, at least (house convention). */
    private static final double JUMPS = 0.5;
    /** Longest time, in seconds, after which names that jumped have jumped back (house convention). */
    private static final double LONGEST = 2;
    /** Least distance of the legs, as a share of the height of the hip, for names to be told apart (house convention). */
    private static final double APART = 0.06;

    /** Tells them; in space and from the front left is on the left, from the side names do not jump from leg to leg. */
    public static Sides of(Motion motion, Pattern pattern, MotionRules rules) {
        boolean[] trunk =
                motion.plane() == Motion.Plane.SIDE ? new boolean[motion.frames()] : reversed(motion, TRUNK, rules);
        boolean[] legs = pattern != Pattern.SQUAT
                ? trunk
                : motion.plane() == Motion.Plane.SIDE ? jumped(motion, rules) : reversed(motion, LEGS, rules);
        double share = Math.max(share(trunk), share(legs));
        double most = motion.plane() == Motion.Plane.SIDE
                ? 50
                : rules.camera().swapped().value();
        if (share > 100 - most) {
            return new Sides(
                    motion,
                    Optional.of(
                            new ClipFinding(ClipFinding.Kind.SIDES_REVERSED, ClipFinding.Outcome.REFUSED, share, 0)));
        }
        if (share > most) {
            return new Sides(
                    motion,
                    Optional.of(
                            new ClipFinding(ClipFinding.Kind.SIDES_SWAPPED, ClipFinding.Outcome.REFUSED, share, 0)));
        }
        if (share == 0) {
            return new Sides(motion, Optional.empty());
        }
        return new Sides(
                exchanged(motion, trunk, legs),
                share < TOLD
                        ? Optional.empty()
                        : Optional.of(new ClipFinding(
                                ClipFinding.Kind.SIDES_SWAPPED, ClipFinding.Outcome.CORRECTED, share, 0)));
    }

    private static double share(boolean[] frames) {
        return 100.0 * IntStream.range(0, frames.length).filter(f -> frames[f]).count() / frames.length;
    }

    /** Frames in which most of the pairs have left on the right. */
    private static boolean[] reversed(Motion motion, List<Point> points, MotionRules rules) {
        boolean[] reversed = new boolean[motion.frames()];
        for (int f = 0; f < reversed.length; f++) {
            int votes = 0;
            for (Point point : points) {
                double apart = apart(motion, point, Axis.Y, f, rules);
                votes += Double.isNaN(apart) || apart == 0 ? 0 : apart < 0 ? 1 : -1;
            }
            reversed[f] = votes > 0;
        }
        return reversed;
    }

    /** Left less right; not a number where either was not seen. */
    private static double apart(Motion motion, Point point, Axis axis, int frame, MotionRules rules) {
        return at(motion, Landmark.of(point, Side.LEFT), axis, frame, rules)
                - at(motion, Landmark.of(point, Side.RIGHT), axis, frame, rules);
    }

    private static double at(Motion motion, Landmark landmark, Axis axis, int frame, MotionRules rules) {
        return motion.confidence(landmark, frame) >= rules.landmarkConfidence().value()
                ? motion.at(landmark, axis, frame)
                : Double.NaN;
    }

    /** Frames between which the names of the legs jump from one leg to the other and back. */
    private static boolean[] jumped(Motion motion, MotionRules rules) {
        boolean[] exchanged = new boolean[motion.frames()];
        double tall = Stream.of(Side.values())
                .mapToDouble(side -> motion.at(Landmark.of(Point.HIP, side), Axis.Z, 0)
                        - motion.at(Landmark.of(Point.ANKLE, side), Axis.Z, 0))
                .filter(Double::isFinite)
                .max()
                .orElse(Double.NaN);
        int longest = (int) (LONGEST * motion.rate());
        int from = -1;
        for (int f = 1; f < exchanged.length; f++) {
            if (!jumps(motion, f, APART * tall, rules)) {
                continue;
            }
            if (from >= 0 && f - from <= longest) {
                Arrays.fill(exchanged, from, f, true);
                from = -1;
            } else {
                from = f;
            }
        }
        return exchanged;
    }

    /** Whether most points of the legs lie where those of the other one lay a frame before. */
    private static boolean jumps(Motion motion, int frame, double least, MotionRules rules) {
        int votes = 0;
        for (Point point : LEGS) {
            double before = apart(motion, point, Axis.X, frame - 1, rules);
            double now = apart(motion, point, Axis.X, frame, rules);
            if (Math.abs(before) > least && Math.abs(now) > least) {
                votes += Math.abs(now + before) < JUMPS * Math.abs(before) && now * before < 0 ? 1 : -1;
            }
        }
        return votes > 0;
    }

    private static Motion exchanged(Motion motion, boolean[] trunk, boolean[] legs) {
        Motion.Builder builder = Motion.builder(motion.plane(), motion.rate(), motion.metresPerUnit());
        for (int f = 0; f < motion.frames(); f++) {
            builder.frame();
            for (Landmark landmark : motion.landmarks()) {
                boolean change = (LEGS.contains(landmark.point()) ? legs : trunk)[f];
                builder.set(
                        change ? landmark.mirrored() : landmark,
                        motion.at(landmark, Axis.X, f),
                        motion.at(landmark, Axis.Y, f),
                        motion.at(landmark, Axis.Z, f),
                        motion.confidence(landmark, f));
            }
        }
        return builder.build().withTiming(motion.timing());
    }
}
