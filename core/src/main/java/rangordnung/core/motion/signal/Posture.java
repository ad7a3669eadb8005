package rangordnung.core.motion.signal;

import rangordnung.core.body.Side;

/** Where the landmarks are at one moment. */
public interface Posture {

    /** Coordinate in units of the source; not a number where it is lost. */
    double at(Landmark landmark, Axis axis);

    default double x(Landmark.Point point, Side side) {
        return at(Landmark.of(point, side), Axis.X);
    }

    default double y(Landmark.Point point, Side side) {
        return at(Landmark.of(point, side), Axis.Y);
    }

    default double z(Landmark.Point point, Side side) {
        return at(Landmark.of(point, side), Axis.Z);
    }

    /** Distance outward from the middle of the body: y to the left for the left side, to the right for the right one. */
    default double outward(Landmark.Point point, Side side) {
        return side == Side.LEFT ? y(point, side) : -y(point, side);
    }

    /** The first of some points that is there. */
    default Landmark.Point first(Side side, Axis axis, Landmark.Point... points) {
        for (Landmark.Point point : points) {
            if (!Double.isNaN(at(Landmark.of(point, side), axis))) {
                return point;
            }
        }
        return points[points.length - 1];
    }
}
