package rangordnung.core.motion.simulated;

import java.util.EnumMap;
import java.util.Map;
import java.util.Objects;
import rangordnung.core.body.ArmPosition;
import rangordnung.core.body.Build;
import rangordnung.core.body.Segment;
import rangordnung.core.body.Side;
import rangordnung.core.motion.signal.Landmark;
import rangordnung.core.motion.signal.Landmark.Point;

/** The places of all landmarks at one moment. */
final class Skeleton {

    /** Half the distance of front and rear hip-bone point, in metres; their middle above the hip joints (house convention). */
    private static final double HALF_PELVIS = 0.08;
    /** Ear and head above the shoulders, and half the width of the head and of the toes, as shares of stature (house convention). */
    private static final double EAR = 0.115;

    private static final double HEAD = 0.13;
    private static final double HALF_HEAD = 0.045;
    private static final double TOES = 0.02;

    /** Distance of the front hip-bone points as a share of stature (house convention). */
    private static final double HIP_BONES = 0.135;

    private final Build build;
    private final Map<Landmark, Point3> places = new EnumMap<>(Landmark.class);

    Skeleton(Build build) {
        this.build = build;
    }

    Map<Landmark, Point3> places() {
        return places;
    }

    Point3 at(Point point, Side side) {
        return Objects.requireNonNull(places.get(Landmark.of(point, side)));
    }

    private void put(Point point, Side side, Point3 place) {
        places.put(Landmark.of(point, side), place);
    }

    static double outward(Side side) {
        return side == Side.LEFT ? 1 : -1;
    }

    /**
     * A foot standing on its sole or on its ball.
     *
     * @param heel    place of the heel while the sole is on the floor
     * @param turnOut degrees outward
     * @param pitch   degrees by which the heel is up, turned about the ball
     * @param up      height of the ball above the floor
     */
    void foot(Side side, Point3 heel, double turnOut, double pitch, double up) {
        double out = Math.toRadians(turnOut);
        double p = Math.toRadians(pitch);
        double toBall = Build.BALL_ALONG_FOOT * build.foot();
        put(Point.HEEL, side, onFoot(side, heel, out, toBall - toBall * Math.cos(p), up + toBall * Math.sin(p)));
        double behind = toBall - Build.ANKLE_ALONG_FOOT * build.foot();
        put(
                Point.ANKLE,
                side,
                onFoot(
                        side,
                        heel,
                        out,
                        toBall - behind * Math.cos(p) + build.ankleHeight() * Math.sin(p),
                        up + behind * Math.sin(p) + build.ankleHeight() * Math.cos(p)));
        Point3 toe = onFoot(side, heel, out, build.foot(), up);
        double stature = stature();
        put(Point.SECOND_TOE, side, toe);
        put(Point.BIG_TOE, side, toe.plus(0, -outward(side) * TOES * stature / 2, 0));
        put(Point.LITTLE_TOE, side, toe.plus(-0.04 * stature / 2, outward(side) * TOES * stature, 0));
    }

    /** The stature of somebody with such a trunk. */
    private double stature() {
        return build.trunk() / 0.288;
    }

    private static Point3 onFoot(Side side, Point3 heel, double out, double along, double up) {
        return new Point3(heel.x() + along * Math.cos(out), heel.y() + outward(side) * along * Math.sin(out), up);
    }

    /** Hip joints on both sides of the middle of the pelvis; the left one higher by an angle. */
    void hips(Point3 middle, double obliquity) {
        double o = Math.toRadians(obliquity);
        for (Side side : Side.values()) {
            double half = outward(side) * build.hipSpacing() / 2;
            put(Point.HIP, side, middle.plus(0, half * Math.cos(o), half * Math.sin(o)));
        }
    }

    /** Front and rear hip-bone points on a line tilted forward by an angle. */
    void hipBones(double tilt) {
        double t = Math.toRadians(tilt);
        for (Side side : Side.values()) {
            Point3 middle = at(Point.HIP, side).plus(0, 0, HALF_PELVIS);
            double aside = outward(side) * (HIP_BONES * stature() - build.hipSpacing()) / 2;
            put(Point.FRONT_HIP_BONE, side, middle.plus(HALF_PELVIS * Math.cos(t), aside, -HALF_PELVIS * Math.sin(t)));
            put(Point.REAR_HIP_BONE, side, middle.plus(-HALF_PELVIS * Math.cos(t), 0, HALF_PELVIS * Math.sin(t)));
        }
    }

    /**
     * The knee between hip and ankle, at a place across: of the two on the circle of possible ones the one further
     * forward. A leg that cannot reach is stretched, one that cannot bend so far aside bends as far as it can.
     */
    void knee(Side side, double y) {
        Point3 hip = at(Point.HIP, side);
        Point3 ankle = at(Point.ANKLE, side);
        Point3 line = ankle.minus(hip);
        double distance = line.size();
        Point3 along = line.times(1 / distance);
        double fromHip =
                (build.thigh() * build.thigh() - build.shank() * build.shank() + distance * distance) / (2 * distance);
        double radius = Math.sqrt(Math.max(0, build.thigh() * build.thigh() - fromHip * fromHip));
        Point3 centre = hip.plus(along.times(fromHip));
        Point3 across = along.cross(new Point3(0, 1, 0));
        Point3 forward = across.times((across.x() < 0 ? -1 : 1) / across.size());
        Point3 sideways = forward.cross(along);
        Point3 left = sideways.times(sideways.y() < 0 ? -1 : 1);
        double sine = radius == 0 ? 0 : Math.max(-1, Math.min(1, (y - centre.y()) / (radius * left.y())));
        put(
                Point.KNEE,
                side,
                centre.plus(left.times(radius * sine)).plus(forward.times(radius * Math.sqrt(1 - sine * sine))));
    }

    /** Where the knee stands across when the leg is straight. */
    double straight(Side side) {
        double share = build.thigh() / build.leg();
        return at(Point.HIP, side).toward(at(Point.ANKLE, side), share).y();
    }

    /** Trunk, head and arms upon the pelvis; angles in degrees. */
    void upperBody(double lean, ArmPosition arms, double armsFall) {
        double t = Math.toRadians(lean);
        double stature = build.trunk() / 0.288;
        Point3 pelvis = at(Point.HIP, Side.LEFT).toward(at(Point.HIP, Side.RIGHT), 0.5);
        double armAngle =
                switch (arms) {
                    case HANGING -> Math.PI;
                    case FORWARD -> Math.PI / 2;
                    case OVERHEAD -> t + Math.toRadians(armsFall);
                };
        for (Side side : Side.values()) {
            Point3 shoulder = pelvis.plus(
                    build.trunk() * Math.sin(t),
                    outward(side) * build.shoulderWidth() / 2,
                    build.trunk() * Math.cos(t));
            Point3 arm = new Point3(Math.sin(armAngle), 0, Math.cos(armAngle));
            put(Point.SHOULDER, side, shoulder);
            put(Point.ELBOW, side, shoulder.plus(arm.times(build.upperArm())));
            put(Point.WRIST, side, shoulder.plus(arm.times(build.upperArm() + build.forearm())));
            put(
                    Point.EAR,
                    side,
                    new Point3(
                            shoulder.x(),
                            outward(side) * HALF_HEAD * stature + pelvis.y(),
                            shoulder.z() + EAR * stature));
        }
        places.put(
                Landmark.HEAD,
                at(Point.SHOULDER, Side.LEFT)
                        .toward(at(Point.SHOULDER, Side.RIGHT), 0.5)
                        .plus(0, 0, HEAD * stature));
    }

    /** Forward place of the whole mass (Winter 2009; value from memory). */
    double massCentre() {
        double sum = 0;
        for (Side side : Side.values()) {
            Point3 heel = at(Point.HEEL, side);
            Point3 shoulder = at(Point.SHOULDER, side);
            Point3 wrist = at(Point.WRIST, side);
            Point3 elbow = at(Point.ELBOW, side);
            double hand = wrist.x() + (wrist.x() - elbow.x()) / build.forearm() * Segment.HAND.centre() * build.hand();
            sum += Segment.FOOT.mass()
                            * heel.toward(at(Point.SECOND_TOE, side), Segment.FOOT.centre())
                                    .x()
                    + Segment.SHANK.mass()
                            * at(Point.KNEE, side)
                                    .toward(at(Point.ANKLE, side), Segment.SHANK.centre())
                                    .x()
                    + Segment.THIGH.mass()
                            * at(Point.HIP, side)
                                    .toward(at(Point.KNEE, side), Segment.THIGH.centre())
                                    .x()
                    + Segment.TRUNK_HEAD_NECK.mass()
                            / 2
                            * at(Point.HIP, side)
                                    .toward(shoulder, Segment.TRUNK_HEAD_NECK.centre())
                                    .x()
                    + Segment.UPPER_ARM.mass()
                            * shoulder.toward(elbow, Segment.UPPER_ARM.centre()).x()
                    + Segment.FOREARM.mass()
                            * elbow.toward(wrist, Segment.FOREARM.centre()).x()
                    + Segment.HAND.mass() * hand;
        }
        return sum;
    }
}
