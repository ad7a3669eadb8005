package rangordnung.core.motion.view;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.ToDoubleFunction;
import rangordnung.core.body.Side;
import rangordnung.core.body.Sided;
import rangordnung.core.motion.signal.Axis;
import rangordnung.core.motion.signal.Landmark;
import rangordnung.core.motion.signal.Landmark.Point;
import rangordnung.core.motion.signal.MotionRules.CameraRules;
import rangordnung.core.motion.signal.Posture;
import rangordnung.core.protocol.TestDefinition.Pattern;

/**
 * From where a camera looked, as the athlete's own body tells it.
 *
 * <p>From the front: feet point straight ahead on average; from standing to the bottom the knees go forward and the hips and the
 * trunk move along the line of sight, which a camera beside it sees as a move aside. From the side: both shoulders, hips and feet
 * are equally far forward. Everybody stands upright, with both feet on a level floor.
 *
 * @param sight with yaw and roll
 * @param yaw   degrees and how sure
 * @param roll  degrees and how sure
 */
record CameraFit(Sight sight, Evidence yaw, Evidence roll) {

    private static final int ROUNDS = 4;
    /** Least move along the line of sight that says anything, metres (house convention). */
    private static final double LEAST_MOVE = 0.08;
    /** Nearer to one another than this, in metres, points give no line (house convention). */
    private static final double LEAST_WIDTH = 0.05;

    /**
     * Turns a camera until what it saw agrees best with the body.
     *
     * @param stands posture in standing, as seen
     * @param bottom at the bottom of the repetitions, as seen; empty without any
     * @param marks  metres by which a landmark may lie beside its place
     */
    static CameraFit of(
            Sight square,
            StandingBody body,
            Posture stands,
            Optional<Posture> bottom,
            double marks,
            CameraRules rules) {
        Sight sight = square;
        Evidence yaw = Evidence.of(List.of());
        Evidence roll = Evidence.of(List.of());
        for (int round = 0; round < ROUNDS; round++) {
            Signs signs = new Signs(sight, body, stands, bottom, marks, rules);
            yaw = Evidence.of(signs.yaw());
            roll = Evidence.of(signs.roll());
            sight = sight.turned(yaw.value(), roll.value());
        }
        return new CameraFit(sight, yaw, roll);
    }

    /** What the body says of the camera when it is seen as by one that stands so. */
    private static final class Signs {

        private final Sight sight;
        private final StandingBody body;
        private final SquaredPosture stands;
        private final Optional<SquaredPosture> bottom;
        private final double marks;
        private final CameraRules rules;
        private final Axis across;

        Signs(
                Sight sight,
                StandingBody body,
                Posture stands,
                Optional<Posture> bottom,
                double marks,
                CameraRules rules) {
            this.sight = sight;
            this.body = body;
            this.stands = new SquaredPosture(stands, sight, body);
            this.bottom = bottom.map(b -> new SquaredPosture(b, sight, body));
            this.marks = marks;
            this.rules = rules;
            this.across = sight.front() ? Axis.Y : Axis.X;
        }

        /** Yaws, each the one that stands so and what is left over. */
        List<Evidence.Sign> yaw() {
            List<Evidence.Sign> signs = new ArrayList<>();
            if (sight.front()) {
                feetPoint(signs);
                if (sight.pattern() == Pattern.SQUAT) {
                    bottom.ifPresent(low -> {
                        moved(
                                signs,
                                low,
                                Point.KNEE,
                                Point.ANKLE,
                                rules.kneesAside().value());
                        moved(signs, low, Point.HIP, Point.ANKLE, rules.drifts().value());
                        moved(
                                signs,
                                low,
                                Point.SHOULDER,
                                Point.HIP,
                                rules.leansAside().value());
                    });
                }
            } else if (sight.pattern() == Pattern.SQUAT) {
                level(
                        signs,
                        Point.SHOULDER,
                        body.build().shoulderWidth(),
                        rules.bodyTurned().value());
                level(
                        signs,
                        Point.HIP,
                        body.build().hipSpacing(),
                        rules.bodyTurned().value());
                double feet = 2 * body.halfFeet();
                double uneven = Math.toDegrees(rules.feetUneven().value() / 100 / feet);
                level(signs, Point.ANKLE, feet, uneven);
            }
            return signs;
        }

        private void feetPoint(List<Evidence.Sign> signs) {
            double foot = body.build().foot();
            Sided<Double> turned = Sided.each(side -> metres(Landmark.of(Point.SECOND_TOE, side), stands, across)
                    - metres(Landmark.of(Point.HEEL, side), stands, across));
            double both = (turned.left() + turned.right()) / 2;
            if (Double.isFinite(both)) {
                double each = Math.hypot(rules.footTurned().value(), Math.toDegrees(Math.sqrt(2) * marks / foot));
                add(signs, both / foot, each / Math.sqrt(2));
            }
        }

        /** Middle of two points against that of two others, from standing to the bottom: aside over forward. */
        private void moved(
                List<Evidence.Sign> signs, SquaredPosture low, Point point, Point against, double centimetres) {
            double aside = apart(low, point, against, across) - apart(stands, point, against, across);
            double forward = deep(low, point, against) - deep(stands, point, against);
            if (Math.abs(forward) >= LEAST_MOVE && Double.isFinite(aside)) {
                add(signs, aside / forward, Math.toDegrees(centimetres / 100 / Math.abs(forward)));
            }
        }

        /** Left and right of a pair are equally far forward. */
        private void level(List<Evidence.Sign> signs, Point point, double width, double degrees) {
            double ahead = metres(Landmark.of(point, Side.LEFT), stands, across)
                    - metres(Landmark.of(point, Side.RIGHT), stands, across);
            if (Double.isFinite(ahead)) {
                add(signs, ahead / width, Math.hypot(degrees, Math.toDegrees(Math.sqrt(2) * marks / width)));
            }
        }

        private void add(List<Evidence.Sign> signs, double sine, double sd) {
            signs.add(new Evidence.Sign(sight.yaw() + Math.toDegrees(Math.asin(Math.max(-1, Math.min(1, sine)))), sd));
        }

        /** Rolls, each the one that stands so and what is left over. */
        List<Evidence.Sign> roll() {
            List<Evidence.Sign> signs = new ArrayList<>();
            signs.add(new Evidence.Sign(0, rules.heldLevel().value()));
            double tall = middle(stands, Point.SHOULDER, Axis.Z) - middle(stands, Point.ANKLE, Axis.Z);
            double lean = Math.toDegrees(Math.atan2(apart(stands, Point.SHOULDER, Point.ANKLE, across), tall));
            if (Double.isFinite(lean)) {
                signs.add(
                        sight.front()
                                ? new Evidence.Sign(
                                        sight.roll() - lean, rules.standsAside().value())
                                : new Evidence.Sign(
                                        sight.roll()
                                                - lean
                                                + rules.standsForward().value(),
                                        rules.standsUpright().value()));
            }
            if (!sight.front()) {
                solesLie(signs);
            } else if (sight.pattern() == Pattern.SQUAT) {
                line(signs, Point.ANKLE, marks);
                line(signs, Point.SHOULDER, marks + rules.shouldersUneven().value() / 100);
            }
            return signs;
        }

        /** Heels and toes lie on the floor. */
        private void solesLie(List<Evidence.Sign> signs) {
            double length = apart(stands, Point.SECOND_TOE, Point.HEEL, across);
            double up = apart(stands, Point.SECOND_TOE, Point.HEEL, Axis.Z);
            if (length >= LEAST_WIDTH && Double.isFinite(up)) {
                signs.add(new Evidence.Sign(
                        sight.roll() + Math.toDegrees(Math.atan2(up, length)),
                        Math.toDegrees(Math.sqrt(2) * marks / length)));
            }
        }

        /** Left and right of a pair are equally high. */
        private void line(List<Evidence.Sign> signs, Point point, double metres) {
            Landmark left = Landmark.of(point, Side.LEFT);
            Landmark right = Landmark.of(point, Side.RIGHT);
            double width = metres(left, stands, across) - metres(right, stands, across);
            double higher = metres(left, stands, Axis.Z) - metres(right, stands, Axis.Z);
            if (width >= LEAST_WIDTH && Double.isFinite(higher)) {
                signs.add(new Evidence.Sign(
                        sight.roll() + Math.toDegrees(Math.atan2(higher, width)),
                        Math.toDegrees(Math.sqrt(2) * metres / width)));
            }
        }

        private double metres(Landmark landmark, Posture posture, Axis axis) {
            return body.metres() * posture.at(landmark, axis);
        }

        private double middle(Posture posture, Point point, Axis axis) {
            return mean(point, landmark -> metres(landmark, posture, axis));
        }

        private double apart(Posture posture, Point point, Point against, Axis axis) {
            return middle(posture, point, axis) - middle(posture, against, axis);
        }

        private static double deep(SquaredPosture posture, Point point, Point against) {
            return mean(point, posture::depth) - mean(against, posture::depth);
        }

        private static double mean(Point point, ToDoubleFunction<Landmark> of) {
            return StandingBody.mean(Sided.each(side -> of.applyAsDouble(Landmark.of(point, side))));
        }
    }
}
