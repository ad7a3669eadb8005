package rangordnung.core.motion.view;

import rangordnung.core.body.Build;
import rangordnung.core.body.Side;
import rangordnung.core.body.Sided;
import rangordnung.core.motion.signal.Axis;
import rangordnung.core.motion.signal.Landmark;
import rangordnung.core.motion.signal.Landmark.Point;
import rangordnung.core.motion.signal.Posture;
import rangordnung.core.protocol.TestDefinition.Pattern;

/**
 * A posture as a camera would see it that stood square, level and far away. From the front what a picture does not show, how far
 * forward each landmark is, comes from how much shorter a segment is seen than in standing; from the side, how far to the left,
 * from the athlete's proportions.
 */
final class SquaredPosture implements Posture {

    private static final int ROUNDS = 3;
    /** Share of its length squared by which a segment may be seen shorter in standing, by noise and by a bent knee (house convention). */
    private static final double STANDS_BENT = 0.01;

    private final Posture seen;
    private final Sight sight;
    private final StandingBody body;
    private final double cosYaw;
    private final double sinYaw;
    private final double cosRoll;
    private final double sinRoll;
    /** How far along the line of sight, in metres: forward from the front, to the left from the side. */
    private final double[][] along = new double[Point.values().length][2];

    SquaredPosture(Posture seen, Sight sight, StandingBody body) {
        this.seen = seen;
        this.sight = sight;
        this.body = body;
        this.cosYaw = Math.cos(Math.toRadians(sight.yaw()));
        this.sinYaw = Math.sin(Math.toRadians(sight.yaw()));
        this.cosRoll = Math.cos(Math.toRadians(sight.roll()));
        this.sinRoll = Math.sin(Math.toRadians(sight.roll()));
        if (sight.front()) {
            forward();
        } else {
            left();
        }
    }

    /** In metres from the middle between the feet, or above the floor. */
    private double metres(Landmark landmark, Axis axis) {
        double across = seen.at(landmark, sight.front() ? Axis.Y : Axis.X) - body.middle();
        double up = seen.at(landmark, Axis.Z) - body.floor();
        double level = body.metres() * (across * cosRoll + up * sinRoll);
        double high = body.metres() * (up * cosRoll - across * sinRoll);
        double deep = depth(landmark);
        double larger = 1;
        double aside = (level - deep * sinYaw) / cosYaw;
        for (int i = 0; i < ROUNDS && Double.isFinite(sight.distance()); i++) {
            double nearer = sight.toward() * (deep * cosYaw - aside * sinYaw);
            larger = sight.distance() / (sight.distance() - nearer);
            aside = (level / larger - deep * sinYaw) / cosYaw;
        }
        return axis == Axis.Z ? sight.height() + (high - sight.height()) / larger : aside;
    }

    double depth(Landmark landmark) {
        return along[landmark.point().ordinal()][
                landmark.side().orElse(Side.LEFT).ordinal()];
    }

    @Override
    public double at(Landmark landmark, Axis axis) {
        if (axis != Axis.Z && axis != (sight.front() ? Axis.Y : Axis.X)) {
            return Double.NaN;
        }
        double value = metres(landmark, axis) / body.metres();
        return value + (axis == Axis.Z ? body.floor() : body.middle());
    }

    private void put(Point point, Side side, double depth) {
        along[point.ordinal()][side.ordinal()] = Double.isNaN(depth) ? 0 : depth;
    }

    private double get(Point point, Side side) {
        return along[point.ordinal()][side.ordinal()];
    }

    private void forward() {
        boolean both = sight.pattern() == Pattern.SQUAT;
        for (Side side : Side.values()) {
            if (both || side == sight.working()) {
                feet(side);
                put(Point.KNEE, side, beyond(Point.ANKLE, Point.KNEE, side, body.shank(), 1));
                put(Point.HIP, side, beyond(Point.KNEE, Point.HIP, side, body.thigh(), -1));
            }
        }
        double hips =
                both ? (get(Point.HIP, Side.LEFT) + get(Point.HIP, Side.RIGHT)) / 2 : get(Point.HIP, sight.working());
        for (Side side : Side.values()) {
            put(Point.HIP, side, hips);
        }
        if (!both) {
            Side other = sight.working().opposite();
            put(Point.KNEE, other, beyond(Point.HIP, Point.KNEE, other, body.thigh(), -1));
            put(Point.ANKLE, other, beyond(Point.KNEE, Point.ANKLE, other, body.shank(), -1));
        }
        Sided<Double> shoulder = Sided.each(side -> beyond(Point.HIP, Point.SHOULDER, side, body.trunk(), 1));
        double shoulders = StandingBody.mean(shoulder);
        for (Side side : Side.values()) {
            for (Point point : Point.values()) {
                switch (point) {
                    case SHOULDER, HEAD, EAR, ELBOW, WRIST -> put(point, side, shoulders);
                    case LOW_BACK, HIP_CREASE, FRONT_HIP_BONE, REAR_HIP_BONE -> put(point, side, hips);
                    default -> {}
                }
            }
        }
    }

    private void feet(Side side) {
        double foot = body.build().foot();
        put(Point.ANKLE, side, 0);
        put(Point.HEEL, side, -Build.ANKLE_ALONG_FOOT * foot);
        for (Point toe : new Point[] {Point.SECOND_TOE, Point.BIG_TOE, Point.LITTLE_TOE}) {
            put(toe, side, (1 - Build.ANKLE_ALONG_FOOT) * foot);
        }
    }

    /** How far forward the end of a segment is: the further, the shorter the segment is seen. */
    private double beyond(Point from, Point to, Side side, Sided<Double> length, int forward) {
        double start = get(from, side);
        double whole = length.get(side);
        Landmark end = Landmark.of(to, side);
        Landmark begin = Landmark.of(from, side);
        for (int i = 0; i < ROUNDS; i++) {
            double aside = metres(end, Axis.Y) - metres(begin, Axis.Y);
            double up = metres(end, Axis.Z) - metres(begin, Axis.Z);
            double rest = whole * whole * (1 - STANDS_BENT) - aside * aside - up * up;
            put(to, side, start + forward * Math.sqrt(Math.max(0, rest)));
        }
        return Double.isNaN(whole) ? Double.NaN : get(to, side);
    }

    private void left() {
        double hips = body.build().hipSpacing() / 2;
        double shoulders = body.build().shoulderWidth() / 2;
        for (Side side : Side.values()) {
            for (Point point : Point.values()) {
                double outward =
                        switch (point) {
                            case SHOULDER, ELBOW, WRIST -> shoulders;
                            case EAR, HIP, HIP_CREASE, FRONT_HIP_BONE, REAR_HIP_BONE -> hips;
                            case HEAD, LOW_BACK -> 0;
                            case KNEE, ANKLE, HEEL, SECOND_TOE, BIG_TOE, LITTLE_TOE ->
                                sight.pattern() == Pattern.SQUAT ? body.halfFeet() : hips;
                        };
                put(point, side, side == Side.LEFT ? outward : -outward);
            }
        }
    }
}
