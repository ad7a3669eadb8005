package rangordnung.core.motion.simulated;

import java.util.Map;
import rangordnung.core.Refusal;
import rangordnung.core.body.ArmPosition;
import rangordnung.core.body.BodyModel;
import rangordnung.core.body.Build;
import rangordnung.core.body.Side;
import rangordnung.core.body.Sided;
import rangordnung.core.motion.signal.Landmark;
import rangordnung.core.motion.signal.Landmark.Point;
import rangordnung.core.protocol.Threshold;

/**
 * Performs a script: segments keep their lengths, feet stay where they stand, and the mass centre stays over the feet
 * unless a fault says otherwise.
 *
 * <p>In a squat shin and thigh move from standing to the bottom along one course, and the trunk is what balance asks
 * for. In a lunge the pelvis moves, the legs follow, and the trunk shares the weight between the feet.
 */
public final class SimulatedAthlete {

    private final Script script;
    private final PoseRules poses;
    private final Build build;
    private final BodyModel body;
    private final BodyModel.Pose standing;
    private final BodyModel.Pose bottom;
    private final double lungeAngle;

    public SimulatedAthlete(Script script, PoseRules poses) {
        this.script = script;
        this.poses = poses;
        this.build = script.build();
        double plate = Math.min(BodyModel.HIGHEST_PLATE, script.faults().largestHeelRise() / 100);
        this.body = new BodyModel(build, script.limits(), script.arms(), script.load(), plate);
        this.standing =
                body.at(90).orElseThrow(() -> Refusal.contradiction("Such a body does not stand over its feet"));
        double deepest = body.deepest().thigh();
        this.bottom = body.at(Math.max(script.depth(), deepest)).orElse(body.deepest());
        this.lungeAngle = solveLunge();
    }

    /** Angle of front shin and trunk at the bottom of a lunge, degrees. */
    public double lungeAngle() {
        return lungeAngle;
    }

    /** Posture of legs and trunk at the bottom of a clean squat. */
    public BodyModel.Pose bottom() {
        return bottom;
    }

    /** Whether the body cannot get as deep as it was told to. */
    public boolean endsEarly() {
        return bottom.thigh() > script.depth() + 0.01;
    }

    public Script script() {
        return script;
    }

    /** Places of all landmarks, in metres, at a time in seconds. */
    Map<Landmark, Point3> at(double time) {
        ScriptMoment moment = ScriptMoment.of(script, time);
        return switch (script.exercise()) {
            case SQUAT -> squat(moment);
            case SPLIT_SQUAT, FORWARD_LUNGE, REVERSE_LUNGE -> lunge(moment);
            case SINGLE_LEG_STANCE -> stance(time);
        };
    }

    private Map<Landmark, Point3> squat(ScriptMoment moment) {
        double s = moment.depth();
        Faults faults = script.faults();
        Skeleton skeleton = new Skeleton(build);
        double half = script.stance() / 2;
        double toAnkle = Build.ANKLE_ALONG_FOOT * build.foot();
        for (Side side : Side.values()) {
            double out = script.turnOut().get(side) + s * faults.turnsOut();
            double turned = Math.toRadians(out);
            Point3 heel = new Point3(
                    -toAnkle * Math.cos(turned), Skeleton.outward(side) * (half - toAnkle * Math.sin(turned)), 0);
            double rise = s * faults.heelRise().get(side) / 100;
            skeleton.foot(
                    side,
                    heel,
                    out,
                    Math.toDegrees(Math.asin(Math.min(1, rise / (Build.BALL_ALONG_FOOT * build.foot())))),
                    0);
        }
        double shin = ScriptMoment.between(standing.shin(), bottom.shin(), s);
        double thigh = ScriptMoment.between(90, bottom.thigh(), s);
        double trunk = body.trunk(shin, thigh).orElse(bottom.trunk());
        double across = s
                * faults.drift()
                / 100
                * (skeleton.at(Point.ANKLE, Side.LEFT).y()
                        - skeleton.at(Point.ANKLE, Side.RIGHT).y());
        Sided<Double> knees = Sided.each(side -> kneeAcross(skeleton, side, moment));
        skeleton.hips(pelvis(skeleton, knees, shin, thigh).plus(0, across, 0), s * faults.obliquity());
        for (Side side : Side.values()) {
            double toe = skeleton.at(Point.SECOND_TOE, side).y();
            skeleton.knee(
                    side, ScriptMoment.between(skeleton.straight(side), toe, Math.sqrt(s)) + knees.get(side) - toe);
        }
        double lean = trunk + s * faults.trunk() + (moment.down() ? 0 : 4 * s * (1 - s) * faults.hipsFirst());
        skeleton.upperBody(lean, script.arms(), s * faults.armsFall());
        skeleton.hipBones(pelvisTilt(lean, thigh));
        return skeleton.places();
    }

    /** Where a kneecap is meant to be across: over the second toe, less what the fault takes it inward. */
    private double kneeAcross(Skeleton skeleton, Side side, ScriptMoment moment) {
        Faults faults = script.faults();
        double inward = faults.kneeIn().get(side).at(moment.depth(), moment.down())
                + moment.depth()
                        * faults.wobble()
                        * Math.sin(2 * Math.PI * poses.wobbles().value() * moment.time());
        return skeleton.at(Point.SECOND_TOE, side).y() - Skeleton.outward(side) * inward / 100 * build.foot();
    }

    /** Middle of the hips above the ankles with shin and thigh at their angles, each as much shorter as it points sideways. */
    private Point3 pelvis(Skeleton skeleton, Sided<Double> knees, double shin, double thigh) {
        double hipHalf = build.hipSpacing() / 2;
        Sided<Point3> each = Sided.each(side -> {
            Point3 ankle = skeleton.at(Point.ANKLE, side);
            double shank = shortened(build.shank(), knees.get(side) - ankle.y());
            double femur = shortened(build.thigh(), Skeleton.outward(side) * hipHalf - knees.get(side));
            return new Point3(
                    ankle.x() + shank * sin(shin) - femur * cos(thigh),
                    0,
                    ankle.z() + shank * cos(shin) + femur * sin(thigh));
        });
        return each.join((left, right) -> left.toward(right, 0.5));
    }

    private static double shortened(double length, double sideways) {
        return Math.sqrt(Math.max(0, length * length - sideways * sideways));
    }

    /** The pelvis moves with the trunk until it tucks; from there it turns backward against it. */
    private double pelvisTilt(double lean, double thigh) {
        Faults faults = script.faults();
        double onset = faults.tuckOnset();
        double share = onset <= bottom.thigh() ? 0 : Math.max(0, (onset - thigh) / (onset - bottom.thigh()));
        return poses.pelvicTilt().value() + lean - share * faults.tuck();
    }

    private Map<Landmark, Point3> lunge(ScriptMoment moment) {
        Side front = script.working();
        Side rear = front.opposite();
        Faults faults = script.faults();
        boolean stepping = script.exercise() != Script.Exercise.SPLIT_SQUAT;
        double step = stepping ? ScriptMoment.smooth(Math.min(1, moment.depth() / whole(poses.stepping()))) : 1;
        double s = stepping
                ? ScriptMoment.smooth((moment.depth() - whole(poses.stepping())) / (1 - whole(poses.stepping())))
                : moment.depth();
        double half = script.stance() / 2;
        double toAnkle = Build.ANKLE_ALONG_FOOT * build.foot();
        Point3 low = low(lungeAngle);
        double stride = stride(low);
        Point3 tall = new Point3(-stride / 2, 0, tallHeight(stride));
        Point3 upright = new Point3(
                script.exercise() == Script.Exercise.FORWARD_LUNGE ? -stride : 0,
                0,
                build.ankleHeight() + whole(poses.nearlyStraight()) * build.leg());
        Point3 pelvis = upright.toward(tall, step).toward(low, s);
        Skeleton skeleton = new Skeleton(build);
        double swing = whole(poses.stepHeight()) * 4 * step * (1 - step);
        double rise = s * faults.heelRise().get(front) / 100;
        double rearHeel = -stride - Build.BALL_ALONG_FOOT * build.foot();
        switch (script.exercise()) {
            case FORWARD_LUNGE -> {
                double frontHeel = ScriptMoment.between(-stride - toAnkle, -toAnkle, step);
                place(skeleton, front, frontHeel, half, pitch(rise), swing);
                double toBack = -stride - toAnkle;
                place(
                        skeleton,
                        rear,
                        ScriptMoment.between(toBack, rearHeel, step),
                        half,
                        step * poses.rearPitch().value(),
                        0);
            }
            case REVERSE_LUNGE -> {
                place(skeleton, front, -toAnkle, half, pitch(rise), 0);
                double lifted = build.shank() * whole(poses.liftedTo());
                place(
                        skeleton,
                        rear,
                        ScriptMoment.between(-toAnkle - whole(poses.liftedBehind()), rearHeel, step),
                        half,
                        step * poses.rearPitch().value(),
                        (1 - step) * lifted + swing);
            }
            default -> {
                place(skeleton, front, -toAnkle, half, pitch(rise), 0);
                place(skeleton, rear, rearHeel, half, poses.rearPitch().value(), 0);
            }
        }
        double across = s * faults.drift() / 100 * script.stance();
        skeleton.hips(pelvis.plus(0, across, 0), s * faults.obliquity());
        for (Side side : Side.values()) {
            double straight = skeleton.straight(side);
            double inward = side == front
                    ? faults.kneeIn().get(front).at(s, moment.down())
                            + s
                                    * faults.wobble()
                                    * Math.sin(2 * Math.PI * poses.wobbles().value() * moment.time())
                    : 0;
            double line = ScriptMoment.between(
                    straight, skeleton.at(Point.SECOND_TOE, side).y(), s);
            skeleton.knee(side, line - Skeleton.outward(side) * inward / 100 * build.foot());
        }
        double lean = ScriptMoment.between(poses.tallLean().value(), lungeAngle, s)
                + s * faults.trunk()
                + (moment.down() ? 0 : 4 * s * (1 - s) * faults.hipsFirst());
        skeleton.upperBody(lean, script.arms(), s * faults.armsFall());
        skeleton.hipBones(poses.pelvicTilt().value() + lean);
        return skeleton.places();
    }

    private void place(Skeleton skeleton, Side side, double heelX, double half, double pitch, double up) {
        skeleton.foot(side, new Point3(heelX, Skeleton.outward(side) * half, 0), 0, pitch, up);
    }

    private double pitch(double rise) {
        return Math.toDegrees(Math.asin(Math.min(1, rise / (Build.BALL_ALONG_FOOT * build.foot()))));
    }

    /** Distance of the rear ball behind the front ankle for which the rear knee hovers below the hip at the bottom. */
    private double stride(Point3 low) {
        double p = Math.toRadians(poses.rearPitch().value());
        double behind = (Build.BALL_ALONG_FOOT - Build.ANKLE_ALONG_FOOT) * build.foot();
        double ankleUp = behind * Math.sin(p) + build.ankleHeight() * Math.cos(p);
        double ankleBehindBall = behind * Math.cos(p) - build.ankleHeight() * Math.sin(p);
        double kneeZ = Math.max(whole(poses.hover()), low.z() - build.thigh());
        double thighBack = shortened(build.thigh(), low.z() - kneeZ);
        double shankBack = shortened(build.shank(), ankleUp - kneeZ);
        return -(low.x() - thighBack - shankBack) - ankleBehindBall;
    }

    /** Height of the hips with both legs nearly straight in a stride. */
    private double tallHeight(double stride) {
        return build.ankleHeight() + shortened(whole(poses.nearlyStraight()) * build.leg(), stride / 2);
    }

    /** Hips at the bottom of a lunge, above the front ankle at the origin. */
    private Point3 low(double shin) {
        return new Point3(
                build.shank() * sin(shin) - build.thigh() * cos(script.depth()),
                0,
                build.ankleHeight() + build.shank() * cos(shin) + build.thigh() * sin(script.depth()));
    }

    /** Angle of front shin and trunk, parallel to each other, that puts the set share on the front leg. */
    private double solveLunge() {
        double least = 0;
        double most = 45;
        for (int i = 0; i < 40; i++) {
            double middle = (least + most) / 2;
            Point3 hips = low(middle);
            Skeleton skeleton = new Skeleton(build);
            double half = script.stance() / 2;
            place(skeleton, Side.LEFT, -Build.ANKLE_ALONG_FOOT * build.foot(), half, 0, 0);
            place(
                    skeleton,
                    Side.RIGHT,
                    -stride(hips) - Build.BALL_ALONG_FOOT * build.foot(),
                    half,
                    poses.rearPitch().value(),
                    0);
            skeleton.hips(hips, 0);
            for (Side side : Side.values()) {
                skeleton.knee(side, skeleton.straight(side));
            }
            skeleton.upperBody(middle, script.arms(), 0);
            if (share(skeleton, Side.LEFT) < poses.lungeShare().value()) {
                least = middle;
            } else {
                most = middle;
            }
        }
        return least;
    }

    private double share(Skeleton skeleton, Side front) {
        Side rear = front.opposite();
        double ball = skeleton.at(Point.HEEL, rear)
                .toward(skeleton.at(Point.SECOND_TOE, rear), Build.BALL_ALONG_FOOT)
                .x();
        double midfoot = skeleton.at(Point.HEEL, front)
                .toward(skeleton.at(Point.SECOND_TOE, front), Build.MIDFOOT)
                .x();
        return 100 * (skeleton.massCentre() - ball) / (midfoot - ball);
    }

    private Map<Landmark, Point3> stance(double time) {
        Side foot = script.working();
        Side lifted = foot.opposite();
        Skeleton skeleton = new Skeleton(build);
        double toAnkle = Build.ANKLE_ALONG_FOOT * build.foot();
        double y = Skeleton.outward(foot) * build.hipSpacing() / 2;
        skeleton.foot(foot, new Point3(-toAnkle, y, 0), script.turnOut().get(foot), 0, 0);
        skeleton.foot(
                lifted,
                new Point3(-toAnkle - whole(poses.stanceBehind()), -y, 0),
                0,
                poses.stancePitch().value(),
                build.shank() * whole(poses.stanceLift()));
        Point3 sway = Sway.at(time, script.sway());
        Point3 pelvis = new Point3(
                whole(poses.stanceForward()) + sway.x(),
                y * whole(poses.stanceAside()) + sway.y(),
                build.ankleHeight() + whole(poses.nearlyStraight()) * build.leg() - whole(poses.stanceLow()));
        skeleton.hips(pelvis, script.faults().obliquity());
        double inward = script.faults().kneeIn().get(foot).bottom() / 100 * build.foot();
        skeleton.knee(foot, skeleton.straight(foot) - Skeleton.outward(foot) * inward);
        skeleton.knee(lifted, skeleton.straight(lifted));
        skeleton.upperBody(poses.tallLean().value() + script.faults().trunk(), ArmPosition.HANGING, 0);
        skeleton.hipBones(poses.pelvicTilt().value());
        return skeleton.places();
    }

    /** Metres of centimetres, or a share of percent. */
    private static double whole(Threshold hundredths) {
        return hundredths.value() / 100;
    }

    private static double sin(double degrees) {
        return Math.sin(Math.toRadians(degrees));
    }

    private static double cos(double degrees) {
        return Math.cos(Math.toRadians(degrees));
    }
}
