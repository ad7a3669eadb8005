package rangordnung.core.motion.measure;

import static rangordnung.core.motion.signal.Landmark.Point.ANKLE;
import static rangordnung.core.motion.signal.Landmark.Point.BIG_TOE;
import static rangordnung.core.motion.signal.Landmark.Point.EAR;
import static rangordnung.core.motion.signal.Landmark.Point.ELBOW;
import static rangordnung.core.motion.signal.Landmark.Point.FRONT_HIP_BONE;
import static rangordnung.core.motion.signal.Landmark.Point.HEEL;
import static rangordnung.core.motion.signal.Landmark.Point.HIP;
import static rangordnung.core.motion.signal.Landmark.Point.HIP_CREASE;
import static rangordnung.core.motion.signal.Landmark.Point.KNEE;
import static rangordnung.core.motion.signal.Landmark.Point.LOW_BACK;
import static rangordnung.core.motion.signal.Landmark.Point.REAR_HIP_BONE;
import static rangordnung.core.motion.signal.Landmark.Point.SECOND_TOE;
import static rangordnung.core.motion.signal.Landmark.Point.SHOULDER;
import static rangordnung.core.motion.signal.Landmark.Point.WRIST;

import java.util.List;
import java.util.function.Function;
import rangordnung.core.body.Build;
import rangordnung.core.body.Segment;
import rangordnung.core.body.Side;
import rangordnung.core.motion.signal.Axis;
import rangordnung.core.motion.signal.Landmark;
import rangordnung.core.motion.signal.Motion;
import rangordnung.core.motion.signal.Posture;
import rangordnung.core.protocol.School.KneeReference;

/** A number that one posture gives; not a number where a landmark that it needs is lost. */
@FunctionalInterface
interface Formula {

    double of(Posture p);

    /** A coordinate itself, in units of the source. */
    static Formula at(Landmark landmark, Axis axis) {
        return p -> p.at(landmark, axis);
    }

    /** 180° minus the hip-knee-ankle angle in the frontal plane, medial positive. */
    static Formula fppa(Side side) {
        return p -> {
            double thigh = Math.atan2(p.outward(KNEE, side) - p.outward(HIP, side), p.z(HIP, side) - p.z(KNEE, side));
            double shank =
                    Math.atan2(p.outward(ANKLE, side) - p.outward(KNEE, side), p.z(KNEE, side) - p.z(ANKLE, side));
            return wrapped(Math.toDegrees(shank - thigh));
        };
    }

    /** Distance of the kneecap from the reference line, medial positive, in units of the source. */
    static Formula kneeOffset(Side side, KneeReference reference) {
        return p -> {
            double line =
                    switch (reference) {
                        case SECOND_THIRD_TOE -> p.outward(SECOND_TOE, side);
                        case BIG_TOE -> p.outward(BIG_TOE, side);
                        case BIG_TOE_OUTER_BORDER -> (p.outward(BIG_TOE, side) + p.outward(SECOND_TOE, side)) / 2;
                        case FOOT_AXIS -> (p.outward(ANKLE, side) + p.outward(SECOND_TOE, side)) / 2;
                        case HIP_ANKLE_LINE -> {
                            double down = (p.z(HIP, side) - p.z(KNEE, side)) / (p.z(HIP, side) - p.z(ANKLE, side));
                            yield p.outward(HIP, side) + down * (p.outward(ANKLE, side) - p.outward(HIP, side));
                        }
                    };
            return line - p.outward(KNEE, side);
        };
    }

    static Formula kneeSeparation() {
        return p -> (p.y(KNEE, Side.LEFT) - p.y(KNEE, Side.RIGHT)) / (p.y(ANKLE, Side.LEFT) - p.y(ANKLE, Side.RIGHT));
    }

    static Formula abduction(Side side) {
        return p -> Math.toDegrees(
                Math.atan2(p.outward(ANKLE, side) - p.outward(HIP, side), p.z(HIP, side) - p.z(ANKLE, side)));
    }

    static Formula turnOut(Side side) {
        return p -> Math.toDegrees(Math.atan2(
                p.outward(SECOND_TOE, side) - p.outward(HEEL, side), p.x(SECOND_TOE, side) - p.x(HEEL, side)));
    }

    /** Distance of the heels across, in units of the source. */
    static Formula heelDistance() {
        return p -> Math.abs(p.y(HEEL, Side.LEFT) - p.y(HEEL, Side.RIGHT));
    }

    /** Distance of the heels over that of a pair of joints. */
    static Formula heelsOver(Landmark.Point joint) {
        return p -> heelDistance().of(p) / Math.abs(p.y(joint, Side.LEFT) - p.y(joint, Side.RIGHT));
    }

    static Formula ankleDistance() {
        return p -> Math.abs(p.y(ANKLE, Side.LEFT) - p.y(ANKLE, Side.RIGHT));
    }

    /** Pelvis midpoint minus ankle midpoint over the ankle distance, in percent. */
    static Formula pelvisOverFeet() {
        return p -> 100 * (middle(p, HIP) - middle(p, ANKLE)) / ankleDistance().of(p);
    }

    private static double middle(Posture p, Landmark.Point point) {
        return (p.y(point, Side.LEFT) + p.y(point, Side.RIGHT)) / 2;
    }

    static Formula obliquity() {
        return p -> Math.toDegrees(
                Math.atan2(p.z(HIP, Side.LEFT) - p.z(HIP, Side.RIGHT), p.y(HIP, Side.LEFT) - p.y(HIP, Side.RIGHT)));
    }

    static Formula thigh(Side side) {
        return p -> Math.toDegrees(Math.atan2(p.z(HIP, side) - p.z(KNEE, side), p.x(KNEE, side) - p.x(HIP, side)));
    }

    static Formula shin(Side side) {
        return p -> Math.toDegrees(Math.atan2(p.x(KNEE, side) - p.x(ANKLE, side), p.z(KNEE, side) - p.z(ANKLE, side)));
    }

    /** 90° + trunk − thigh. */
    static Formula hipFlexion(Side side) {
        return p -> 90 + trunk(side).of(p) - thigh(side).of(p);
    }

    /** 90° − thigh + shin. */
    static Formula kneeFlexion(Side side) {
        return p -> 90 - thigh(side).of(p) + shin(side).of(p);
    }

    static Formula trunk(Side side) {
        return p ->
                Math.toDegrees(Math.atan2(p.x(SHOULDER, side) - p.x(HIP, side), p.z(SHOULDER, side) - p.z(HIP, side)));
    }

    /** In units of the source. */
    static Formula depthOffset(Side side) {
        return p -> p.z(p.first(side, Axis.Z, HIP_CREASE, HIP), side) - p.z(KNEE, side);
    }

    /** In units of the source. */
    static Formula kneePastToe(Side side) {
        return p -> p.x(KNEE, side) - p.x(p.first(side, Axis.X, SECOND_TOE, BIG_TOE), side);
    }

    static Formula heelHeight(Side side) {
        return p -> p.z(HEEL, side);
    }

    /** Tilt of the pelvis, forward positive: front hip bone below the rear one, or the low back in front of the hip. */
    static Formula pelvis(Side side) {
        return p -> {
            double bones = Math.toDegrees(Math.atan2(
                    p.z(REAR_HIP_BONE, side) - p.z(FRONT_HIP_BONE, side),
                    p.x(FRONT_HIP_BONE, side) - p.x(REAR_HIP_BONE, side)));
            return Double.isNaN(bones)
                    ? Math.toDegrees(
                            Math.atan2(p.x(LOW_BACK, side) - p.x(HIP, side), p.z(LOW_BACK, side) - p.z(HIP, side)))
                    : bones;
        };
    }

    static Formula armLine(Side side) {
        return p -> wrapped(Math.toDegrees(
                        Math.atan2(p.x(WRIST, side) - p.x(SHOULDER, side), p.z(WRIST, side) - p.z(SHOULDER, side)))
                - trunk(side).of(p));
    }

    /** In units of the source. */
    static Formula headForward(Side side) {
        return p -> p.x(EAR, side) - p.x(SHOULDER, side);
    }

    /** Rear knee above the toes of its foot, in units of the source. */
    static Formula rearKnee(Side rear) {
        return p -> p.z(KNEE, rear) - p.z(p.first(rear, Axis.Z, SECOND_TOE, BIG_TOE), rear);
    }

    static Formula loadOverFoot(List<Side> sides) {
        return p -> {
            double heel = mean(p, HEEL, sides);
            return (massCentre(sides).of(p) - heel)
                    / (sides.stream().mapToDouble(s -> toe(p, s)).average().orElse(Double.NaN) - heel);
        };
    }

    static Formula frontShare(Side front) {
        return p -> {
            Side rear = front.opposite();
            double ball = p.x(HEEL, rear) + Build.BALL_ALONG_FOOT * (toe(p, rear) - p.x(HEEL, rear));
            double midfoot = p.x(HEEL, front) + Build.MIDFOOT * (toe(p, front) - p.x(HEEL, front));
            return 100 * (massCentre(List.of(Side.values())).of(p) - ball) / (midfoot - ball);
        };
    }

    private static double toe(Posture p, Side side) {
        return p.x(p.first(side, Axis.X, SECOND_TOE, BIG_TOE), side);
    }

    private static double mean(Posture p, Landmark.Point point, List<Side> sides) {
        return sides.stream().mapToDouble(s -> p.x(point, s)).average().orElse(Double.NaN);
    }

    /** Whole-body mass centre, forward coordinate; each side that is given stands for its share (Winter 2009; value from memory). */
    static Formula massCentre(List<Side> sides) {
        return p -> sides.stream()
                .mapToDouble(side -> {
                    double foot = p.x(HEEL, side) + Segment.FOOT.centre() * (toe(p, side) - p.x(HEEL, side));
                    double shank = along(p, KNEE, ANKLE, side, Segment.SHANK.centre());
                    double thigh = along(p, HIP, KNEE, side, Segment.THIGH.centre());
                    double trunk = along(p, HIP, SHOULDER, side, Segment.TRUNK_HEAD_NECK.centre());
                    double upperArm = along(p, SHOULDER, ELBOW, side, Segment.UPPER_ARM.centre());
                    double forearm = along(p, ELBOW, WRIST, side, Segment.FOREARM.centre());
                    double hand = along(p, ELBOW, WRIST, side, 1 + Segment.HAND.centre() * HAND_OVER_FOREARM);
                    return Segment.FOOT.wholeMass() * foot
                            + Segment.SHANK.wholeMass() * shank
                            + Segment.THIGH.wholeMass() * thigh
                            + Segment.TRUNK_HEAD_NECK.wholeMass() * trunk
                            + Segment.UPPER_ARM.wholeMass() * upperArm
                            + Segment.FOREARM.wholeMass() * forearm
                            + Segment.HAND.wholeMass() * hand;
                })
                .average()
                .orElse(Double.NaN);
    }

    /** Length of the hand over that of the forearm, 0.108 / 0.146 of stature (Drillis and Contini 1966; value from memory). */
    double HAND_OVER_FOREARM = 0.108 / 0.146;

    private static double along(Posture p, Landmark.Point from, Landmark.Point to, Side side, double share) {
        return p.x(from, side) + share * (p.x(to, side) - p.x(from, side));
    }

    /** Length of a segment as the plane shows it, in units of the source. */
    static Formula length(Landmark.Point from, Landmark.Point to, Side side, Motion.Plane plane) {
        return p -> {
            double across =
                    plane == Motion.Plane.FRONT ? p.y(from, side) - p.y(to, side) : p.x(from, side) - p.x(to, side);
            double sideways = plane == Motion.Plane.SPACE ? p.y(from, side) - p.y(to, side) : 0;
            return Math.hypot(Math.hypot(across, sideways), p.z(from, side) - p.z(to, side));
        };
    }

    /** Length of a segment as it is seen from the front. */
    static Formula frontalLength(Landmark.Point from, Landmark.Point to, Side side) {
        return length(from, to, side, Motion.Plane.FRONT);
    }

    /** The mean of a formula over some sides. */
    static Formula mean(List<Side> sides, Function<Side, Formula> formula) {
        Formula[] each = sides.stream().map(formula).toArray(Formula[]::new);
        return p -> {
            double sum = 0;
            for (Formula one : each) {
                sum += one.of(p);
            }
            return sum / each.length;
        };
    }

    default Formula times(double factor) {
        return p -> factor * of(p);
    }

    default Formula plus(Formula other) {
        return p -> of(p) + other.of(p);
    }

    default Formula minus(Formula other) {
        return p -> of(p) - other.of(p);
    }

    private static double wrapped(double degrees) {
        return degrees > 180 ? degrees - 360 : degrees <= -180 ? degrees + 360 : degrees;
    }
}
