package rangordnung.core.body;

import java.util.Optional;

/**
 * Where the feet stand in training, from an athlete's lengths. It is a start: what suits is seen.
 *
 * @param heels     distance of the heels, metres
 * @param turnOut   of each foot, degrees: it matches the abduction of the hips (common practice, no source)
 * @param split     length of a split stance from ankle to ankle in which front shin and trunk are parallel, metres
 * @param splitSore the same with a still shin, for a sore knee: longer
 */
public record TrainingStance(double heels, double turnOut, double split, double splitSore) {

    /** Distance of the hip joints as a share of stature (house convention). */
    private static final double HIP_JOINTS = 0.105;

    /** How far shin and trunk lean forward in a split, and the rear shin from the floor, degrees (house convention). */
    private static final double LEAN = 15;

    private static final double REAR_SHIN = 20;

    /**
     * The stance of a body.
     *
     * @param stature metres
     * @param own     distance of the heels that the set-up tests have found, metres; else they stand under the hip joints
     */
    public static TrainingStance of(Build build, double stature, Optional<Double> own) {
        double joints = HIP_JOINTS * stature;
        double heels = own.orElse(joints);
        double sine = (heels - joints) / (2 * build.leg());
        double turnOut = Math.toDegrees(Math.asin(Math.max(-1, Math.min(1, sine))));
        return new TrainingStance(heels, Math.max(0, turnOut), split(build, LEAN), split(build, 0));
    }

    /** Front thigh level, rear thigh upright below the hip, rear shin low: from the front ankle back to the rear one. */
    private static double split(Build build, double lean) {
        return build.thigh()
                - build.shank() * Math.sin(Math.toRadians(lean))
                + build.shank() * Math.cos(Math.toRadians(REAR_SHIN));
    }
}
