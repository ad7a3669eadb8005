package rangordnung.core.body;

import java.util.Optional;
import rangordnung.core.Refusal;

/**
 * Lengths of an athlete's segments, in metres.
 *
 * @param shank       ankle joint to knee joint
 * @param thigh       knee joint to hip joint
 * @param trunk       hip joint to shoulder joint
 * @param foot        heel to toe
 * @param ankleHeight ankle joint above the sole
 * @param hipSpacing  between both hip joints
 * @param shoulderWidth between both shoulder joints
 */
public record Build(
        double shank,
        double thigh,
        double trunk,
        double foot,
        double ankleHeight,
        double upperArm,
        double forearm,
        double hand,
        double hipSpacing,
        double shoulderWidth) {

    /** Distance of the hip joints as a share of stature; the hips as a whole are broader (house convention). */
    private static final double HIP_JOINTS = 0.105;
    /** Ankle joint in front of the heel, as a share of the foot (house convention). */
    public static final double ANKLE_ALONG_FOOT = 0.25;
    /** Where the weight is balanced, as a share of the foot from the heel (house convention). */
    public static final double MIDFOOT = 0.5;
    /** Ball of the foot from the heel, as a share of the foot (house convention). */
    public static final double BALL_ALONG_FOOT = 0.72;
    /** Shortest and tallest stature that is taken, in metres (house convention). */
    public static final double SHORTEST = 0.8;

    public static final double TALLEST = 2.5;
    /** Shortest and longest segment that can be measured on somebody of such a stature, in metres (house convention). */
    private static final double SHORTEST_SEGMENT = 0.1;

    private static final double LONGEST_SEGMENT = 1.0;

    public Build {
        possible("shank", shank);
        possible("thigh", thigh);
        possible("trunk", trunk);
    }

    private static void possible(String name, double metres) {
        if (!(metres >= SHORTEST_SEGMENT && metres <= LONGEST_SEGMENT)) {
            throw Refusal.outOfRange(name, Math.round(metres * 1000) / 10.0, 10, 100, "cm");
        }
    }

    /**
     * Average lengths of somebody of a stature
     * (Drillis and Contini 1966 in Winter 2009, Biomechanics and Motor Control of Human Movement; value from memory).
     *
     * @param metres stature, 0.8 to 2.5
     */
    public static Build ofStature(double metres) {
        if (!(metres >= SHORTEST && metres <= TALLEST)) {
            throw Refusal.outOfRange("stature", (double) Math.round(metres * 100), 80, 250, "cm");
        }
        return new Build(
                0.246 * metres,
                0.245 * metres,
                0.288 * metres,
                0.152 * metres,
                0.039 * metres,
                0.186 * metres,
                0.146 * metres,
                0.108 * metres,
                HIP_JOINTS * metres,
                0.259 * metres);
    }

    /** The same body with segments that were measured, in metres. */
    public Build with(Optional<Double> measuredShank, Optional<Double> measuredThigh, Optional<Double> measuredTrunk) {
        return new Build(
                measuredShank.orElse(shank),
                measuredThigh.orElse(thigh),
                measuredTrunk.orElse(trunk),
                foot,
                ankleHeight,
                upperArm,
                forearm,
                hand,
                hipSpacing,
                shoulderWidth);
    }

    /** Hip joint above the floor in upright stance, in metres. */
    public double hipHeight() {
        return ankleHeight + shank + thigh;
    }

    /** Leg length from hip joint to ankle joint, in metres. */
    public double leg() {
        return shank + thigh;
    }
}
