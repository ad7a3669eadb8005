package rangordnung.core.body;

import java.util.ArrayList;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalDouble;
import rangordnung.core.Refusal;

/**
 * Sagittal linkage foot, shank, thigh, trunk with the feet flat, balanced over midfoot: how deep a body can sink, what
 * ends it and how far the trunk leans.
 *
 * <p>Angles in degrees: shin and trunk from the vertical, forward positive; thigh from the horizontal, hip above knee
 * positive, 0 parallel. With knee x = shank · sin(shin) and hip x = knee x − thigh · cos(thigh), balance is one equation
 * in the trunk angle: a · sin(trunk) + b · cos(trunk) = c.
 *
 * @param build  segment lengths
 * @param limits how far the joints go
 * @param arms   where the arms are
 * @param load   what is carried
 * @param plate  height of the plate under the heels, in metres
 */
public record BodyModel(Build build, Limits limits, ArmPosition arms, BodyLoad load, double plate) {

    /** Highest plate that is proposed, in metres (house convention). */
    public static final double HIGHEST_PLATE = 0.10;

    /** Thigh angles between which it is searched, the step of the search and where it ends, degrees. */
    private static final double STANDING = 90;

    private static final double DEEPEST = -45;
    private static final double STEP = 0.25;
    private static final double EXACT = 0.001;
    /** No shin leans further back than this while the athlete stands. */
    private static final double BACKWARD_SHIN = -15;

    private static final int HALVINGS = 40;
    private static final double CENTIMETRE = 0.01;
    /** Share of the larger gain from which two joints end the depth together (house convention). */
    private static final double TOGETHER = 0.5;

    public BodyModel {
        if (!(plate >= 0 && plate <= HIGHEST_PLATE)) {
            throw Refusal.outOfRange("plate", plate * 100, 0, HIGHEST_PLATE * 100, "cm");
        }
    }

    /**
     * How far the joints go, in degrees.
     *
     * @param shin  largest shin angle with the heel on the floor
     * @param hip   largest hip flexion before the pelvis tucks; 90 with the thigh parallel and the trunk upright
     * @param trunk largest lean of the trunk that is accepted
     */
    public record Limits(double shin, double hip, double trunk) {

        /** Start values (house convention): a free hip and a trunk that may lean to 65 degrees. */
        public static final double HIP = 130;

        public static final double TRUNK = 65;
        public static final double MOST_SHIN = 60;
        public static final double LEAST_HIP = 60;
        public static final double MOST_HIP = 160;

        public Limits {
            range("ankle", shin, 0, MOST_SHIN);
            range("hip", hip, LEAST_HIP, MOST_HIP);
            range("trunk", trunk, 10, 90);
        }

        private static void range(String name, double degrees, double least, double most) {
            if (!(degrees >= least && degrees <= most)) {
                throw Refusal.outOfRange(name, degrees, least, most, "degrees");
            }
        }
    }

    /** What ends the descent. */
    public enum Limit {
        /** Nothing within the range of the model. */
        NONE,
        /** A free ankle would give the most: the shin can go no further forward, so the trunk leans or the body falls back. */
        ANKLE,
        /** A free hip would give the most: it can flex no further without a tuck. */
        HIP,
        /** Both end it: a free one gives at least half of what the other does, or only both at once lead deeper. */
        ANKLE_AND_HIP,
        /** Neither a free ankle nor a free hip leads deeper. */
        BALANCE
    }

    /**
     * How much deeper the thigh comes, in degrees, with one more degree of a joint or one more centimetre of plate.
     */
    public record Gains(double ankle, double hip, double plate) {}

    /**
     * A balanced posture.
     *
     * @param hipFlexion 90 + trunk − thigh, degrees
     */
    public record Pose(double shin, double thigh, double trunk, double hipFlexion) {}

    /**
     * Changes that are tried, each in the step that is asked about first, and what counts as the same.
     *
     * @param ankle     degrees
     * @param hip       degrees
     * @param plate     metres
     * @param weight    in stretched arms, share of the body's mass
     * @param samePlate metres
     * @param sameDepth degrees
     */
    public record Steps(double ankle, double hip, double plate, double weight, double samePlate, double sameDepth) {}

    /** Something that may be changed, one at a time. */
    public enum ChangeOf {
        ANKLE_FREER,
        HIP_FREER,
        PLATE_HIGHER,
        ARMS_FORWARD,
        WEIGHT_IN_FRONT
    }

    /**
     * What the body can do.
     *
     * @param deepest the lowest balanced posture on the way down
     * @param limit   what ends the way down
     * @param reaches whether the target is reached
     * @param atTarget the posture at the target, where it is reached
     * @param plate   height of the smallest plate for the target in metres; 0 where none is needed; empty where none suffices
     * @param gains   what one more degree or centimetre would give
     * @param changes thigh angle of the deepest posture after one change each
     */
    public record Answer(
            Pose deepest,
            Limit limit,
            boolean reaches,
            Optional<Pose> atTarget,
            Optional<Double> plate,
            Gains gains,
            Map<ChangeOf, Double> changes) {}

    /**
     * The trunk angle that keeps the common mass centre over midfoot.
     *
     * @return degrees; empty where no trunk angle balances the body
     */
    public OptionalDouble trunk(double shin, double thigh) {
        double lean = lean(shin, thigh);
        return Double.isFinite(lean) ? OptionalDouble.of(lean) : OptionalDouble.empty();
    }

    /** The same; infinitely back where the body falls forward whatever the trunk does, infinitely forward where it falls back. */
    private double lean(double shin, double thigh) {
        double kneeX = build.shank() * sin(shin);
        double hipX = kneeX - build.thigh() * cos(thigh);
        double footX = (Build.MIDFOOT - Build.ANKLE_ALONG_FOOT) * build.foot();
        double fixed = Segment.FOOT.wholeMass() * footX
                + Segment.SHANK.wholeMass() * kneeX * (1 - Segment.SHANK.centre())
                + Segment.THIGH.wholeMass() * (hipX + Segment.THIGH.centre() * (kneeX - hipX))
                + (Segment.TRUNK_HEAD_NECK.wholeMass() + armMass() + load.share()) * hipX;
        double withSine = Segment.TRUNK_HEAD_NECK.wholeMass() * Segment.TRUNK_HEAD_NECK.centre() * build.trunk()
                + armMass() * build.trunk();
        double withCosine = 0;
        if (arms == ArmPosition.FORWARD || load.place() == BodyLoad.Place.IN_FRONT) {
            fixed += armMoment();
        } else if (arms == ArmPosition.OVERHEAD) {
            withSine += armMoment();
        }
        if (load.place() == BodyLoad.Place.IN_FRONT) {
            withSine += load.share() * build.trunk();
            fixed += load.share() * hand();
        } else {
            withSine += load.share() * load.place().along(build.trunk());
            withCosine += load.share() * load.place().forward();
        }
        return angle(withSine, withCosine, (1 + load.share()) * footX - fixed);
    }

    /** Solves a · sin(t) + b · cos(t) = c for the angle nearest to upright, in degrees. */
    private static double angle(double a, double b, double c) {
        double size = Math.hypot(a, b);
        return Math.abs(c) > size
                ? Math.copySign(Double.POSITIVE_INFINITY, c)
                : Math.toDegrees(Math.asin(c / size) - Math.atan2(b, a));
    }

    private static double armMass() {
        return Segment.UPPER_ARM.wholeMass() + Segment.FOREARM.wholeMass() + Segment.HAND.wholeMass();
    }

    /** Mass times distance from the shoulder of stretched arms. */
    private double armMoment() {
        return Segment.UPPER_ARM.wholeMass() * Segment.UPPER_ARM.centre() * build.upperArm()
                + Segment.FOREARM.wholeMass() * (build.upperArm() + Segment.FOREARM.centre() * build.forearm())
                + Segment.HAND.wholeMass() * hand();
    }

    /** Distance of the hand's mass centre from the shoulder. */
    private double hand() {
        return build.upperArm() + build.forearm() + Segment.HAND.centre() * build.hand();
    }

    /** Largest shin angle: the ankle's and what the plate adds, in degrees. */
    public double largestShin() {
        return limits.shin() + Math.toDegrees(Math.asin(Math.min(1, plate / (Build.BALL_ALONG_FOOT * build.foot()))));
    }

    /**
     * The most upright balanced posture at a depth: the shin as far forward as it may, but not so far that the trunk
     * would lean back.
     *
     * @return empty where the depth is out of reach
     */
    public Optional<Pose> at(double thigh) {
        return balanced(thigh).filter(p -> p.trunk() <= limits.trunk() && p.hipFlexion() <= limits.hip());
    }

    private Optional<Pose> balanced(double thigh) {
        double shin = largestShin();
        if (lean(shin, thigh) < 0) {
            double least = BACKWARD_SHIN;
            for (int i = 0; i < HALVINGS; i++) {
                double middle = (least + shin) / 2;
                if (lean(middle, thigh) < 0) {
                    shin = middle;
                } else {
                    least = middle;
                }
            }
            shin = least;
        }
        double trunk = lean(shin, thigh);
        return Double.isFinite(trunk)
                ? Optional.of(new Pose(shin, thigh, trunk, 90 + trunk - thigh))
                : Optional.empty();
    }

    /** The lowest posture that can be reached from standing without leaving a limit on the way. */
    public Pose deepest() {
        double reached = STANDING;
        while (reached > DEEPEST && at(reached - STEP).isPresent()) {
            reached -= STEP;
        }
        double out = reached - STEP;
        while (reached - out > EXACT && reached > DEEPEST) {
            double middle = (reached + out) / 2;
            if (at(middle).isPresent()) {
                reached = middle;
            } else {
                out = middle;
            }
        }
        double found = reached;
        return at(found)
                .orElseThrow(() -> Refusal.contradiction(
                        "With these lengths and limits the body does not even stand over its feet."));
    }

    /** Whether a depth can be reached, as a thigh angle in degrees. */
    public boolean reaches(double target) {
        return deepest().thigh() <= target + EXACT;
    }

    /**
     * What the body can do, against a depth.
     *
     * @param target thigh angle to be reached, degrees
     * @param steps  which changes are tried
     */
    public Answer answer(double target, Steps steps) {
        Pose deepest = deepest();
        boolean reaches = reaches(target);
        Map<ChangeOf, Double> changes = new EnumMap<>(ChangeOf.class);
        changed(steps)
                .forEach((change, model) -> changes.put(change, model.deepest().thigh()));
        return new Answer(
                deepest,
                limit(deepest, steps),
                reaches,
                reaches ? at(Math.max(target, deepest.thigh())) : Optional.empty(),
                smallestPlate(target, steps),
                gains(deepest),
                changes);
    }

    private Limit limit(Pose deepest, Steps steps) {
        if (deepest.thigh() <= DEEPEST + EXACT) {
            return Limit.NONE;
        }
        double ankle = deeper(deepest, Limits.MOST_SHIN, limits.hip());
        double hip = deeper(deepest, limits.shin(), Limits.MOST_HIP);
        double most = Math.max(ankle, hip);
        if (most < steps.sameDepth()) {
            return deeper(deepest, Limits.MOST_SHIN, Limits.MOST_HIP) < steps.sameDepth()
                    ? Limit.BALANCE
                    : Limit.ANKLE_AND_HIP;
        }
        if (Math.min(ankle, hip) >= TOGETHER * most) {
            return Limit.ANKLE_AND_HIP;
        }
        return ankle > hip ? Limit.ANKLE : Limit.HIP;
    }

    /** How much deeper other limits lead, in degrees of the thigh. */
    private double deeper(Pose deepest, double shin, double hip) {
        return deepest.thigh()
                - with(new Limits(shin, hip, limits.trunk())).deepest().thigh();
    }

    private Gains gains(Pose deepest) {
        double thicker = Math.min(HIGHEST_PLATE, plate + CENTIMETRE);
        return new Gains(
                deeper(deepest, Math.min(Limits.MOST_SHIN, limits.shin() + 1), limits.hip()),
                deeper(deepest, limits.shin(), Math.min(Limits.MOST_HIP, limits.hip() + 1)),
                deepest.thigh() - withPlate(thicker).deepest().thigh());
    }

    private Optional<Double> smallestPlate(double target, Steps steps) {
        if (withPlate(0).reaches(target)) {
            return Optional.of(0.0);
        }
        if (!withPlate(HIGHEST_PLATE).reaches(target)) {
            return Optional.empty();
        }
        double low = 0;
        double high = HIGHEST_PLATE;
        while (high - low > steps.samePlate()) {
            double middle = (low + high) / 2;
            if (withPlate(middle).reaches(target)) {
                high = middle;
            } else {
                low = middle;
            }
        }
        return Optional.of(high);
    }

    private Map<ChangeOf, BodyModel> changed(Steps steps) {
        double higher = plate + steps.plate();
        Map<ChangeOf, BodyModel> all = new EnumMap<>(ChangeOf.class);
        all.put(
                ChangeOf.ANKLE_FREER,
                with(new Limits(
                        Math.min(Limits.MOST_SHIN, limits.shin() + steps.ankle()), limits.hip(), limits.trunk())));
        all.put(
                ChangeOf.HIP_FREER,
                with(new Limits(limits.shin(), Math.min(Limits.MOST_HIP, limits.hip() + steps.hip()), limits.trunk())));
        if (higher <= HIGHEST_PLATE) {
            all.put(ChangeOf.PLATE_HIGHER, withPlate(higher));
        }
        if (load.place() == BodyLoad.Place.NONE) {
            if (arms != ArmPosition.FORWARD) {
                all.put(ChangeOf.ARMS_FORWARD, new BodyModel(build, limits, ArmPosition.FORWARD, load, plate));
            }
            all.put(
                    ChangeOf.WEIGHT_IN_FRONT,
                    new BodyModel(
                            build,
                            limits,
                            ArmPosition.FORWARD,
                            new BodyLoad(BodyLoad.Place.IN_FRONT, steps.weight()),
                            plate));
        }
        return all;
    }

    public BodyModel with(Limits changed) {
        return new BodyModel(build, changed, arms, load, plate);
    }

    public BodyModel with(Build changed) {
        return new BodyModel(changed, limits, arms, load, plate);
    }

    public BodyModel withPlate(double metres) {
        return new BodyModel(build, limits, arms, load, metres);
    }

    /** Postures on the way from standing to the deepest, for drawing. */
    public List<Pose> descent(int steps) {
        double deepest = deepest().thigh();
        List<Pose> all = new ArrayList<>();
        for (int i = 0; i <= steps; i++) {
            at(STANDING + (deepest - STANDING) * i / steps).ifPresent(all::add);
        }
        return all;
    }

    private static double sin(double degrees) {
        return Math.sin(Math.toRadians(degrees));
    }

    private static double cos(double degrees) {
        return Math.cos(Math.toRadians(degrees));
    }
}
