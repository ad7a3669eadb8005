package rangordnung.core.body;

import java.util.Optional;

/**
 * Where the feet stand in training: as chosen or found out, else from the athlete's lengths. It is a start: what suits is seen.
 *
 * @param heels     distance of the heels, metres
 * @param turnOut   of each foot, degrees
 * @param split     length of a split stance from ankle to ankle, metres
 * @param splitSore the same with a still shin, for a sore knee: longer
 */
public record TrainingStance(double heels, Sided<Double> turnOut, double split, double splitSore) {

    /** How far shin and trunk lean forward in a split, and the rear shin from the floor, degrees (house convention). */
    private static final double LEAN = 15;

    private static final double REAR_SHIN = 20;

    /** What is known of an athlete's own stance, in metres and degrees. */
    public record Own(Optional<Double> heels, Sided<Optional<Double>> turnOut, Optional<Double> split) {

        public static final Own UNKNOWN = new Own(Optional.empty(), Sided.both(Optional.empty()), Optional.empty());
    }

    /**
     * The stance of a body. Where nothing else is known, the heels stand at shoulder width, as most people train, the turn-out
     * matches the abduction of the hips, and front shin and trunk are parallel in a split (common practice, no source).
     */
    public static TrainingStance of(Build build, Own own) {
        double heels = own.heels().orElse(build.shoulderWidth());
        double matching = Math.max(0, abduction(build, heels));
        double split = own.split().orElseGet(() -> split(build, LEAN));
        return new TrainingStance(
                heels,
                own.turnOut().map(known -> known.orElse(matching)),
                split,
                split + split(build, 0) - split(build, LEAN));
    }

    /** How far each thigh stands out in a stance, degrees; inward is negative. */
    private static double abduction(Build build, double heels) {
        double sine = (heels - build.hipSpacing()) / (2 * build.leg());
        return Math.toDegrees(Math.asin(Math.max(-1, Math.min(1, sine))));
    }

    /** Front thigh level, rear thigh upright below the hip, rear shin low: from the front ankle back to the rear one. */
    private static double split(Build build, double lean) {
        return build.thigh()
                - build.shank() * Math.sin(Math.toRadians(lean))
                + build.shank() * Math.cos(Math.toRadians(REAR_SHIN));
    }
}
