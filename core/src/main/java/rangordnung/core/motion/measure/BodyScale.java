package rangordnung.core.motion.measure;

import java.util.List;
import java.util.Optional;
import java.util.function.ToDoubleFunction;
import rangordnung.core.body.Build;
import rangordnung.core.body.Side;
import rangordnung.core.motion.signal.Landmark.Point;
import rangordnung.core.motion.signal.Motion;

/**
 * What a unit of the source is.
 *
 * @param metresPerUnit empty where neither the source nor the athlete's height tells it
 * @param fromBody      whether it was taken from the athlete's height
 * @param foot          length of the foot in units of the source: as seen in standing, else from the athlete's height;
 *                      not a number where neither is known
 */
record BodyScale(Optional<Double> metresPerUnit, boolean fromBody, double foot) {

    /** @param standing median of a formula in standing */
    static BodyScale of(Motion motion, Subject subject, List<Side> sides, ToDoubleFunction<Formula> standing) {
        Optional<Double> ofBody = motion.metresPerUnit().isPresent()
                ? Optional.empty()
                : subject.build().flatMap(b -> ofBody(b, motion.plane(), sides, standing));
        Optional<Double> metres = motion.metresPerUnit().or(() -> ofBody);
        double seen = motion.plane() == Motion.Plane.FRONT
                ? Double.NaN
                : standing.applyAsDouble(
                        Formula.mean(sides, s -> Formula.length(Point.HEEL, Point.SECOND_TOE, s, motion.plane())));
        double foot = Double.isNaN(seen)
                ? subject.build().flatMap(b -> metres.map(m -> b.foot() / m)).orElse(Double.NaN)
                : seen;
        return new BodyScale(metres, ofBody.isPresent(), foot);
    }

    /** The athlete's shank, thigh and trunk over what is seen of them in standing. */
    private static Optional<Double> ofBody(
            Build build, Motion.Plane plane, List<Side> sides, ToDoubleFunction<Formula> standing) {
        double seen = standing.applyAsDouble(Formula.mean(sides, s -> Formula.length(Point.HIP, Point.KNEE, s, plane)
                .plus(Formula.length(Point.KNEE, Point.ANKLE, s, plane))
                .plus(Formula.length(Point.SHOULDER, Point.HIP, s, plane))));
        return seen > 0 ? Optional.of((build.leg() + build.trunk()) / seen) : Optional.empty();
    }

    /** From a formula's unit to the measure's; not a number where it is not known. */
    double factor(Declaration.Scale scale) {
        return switch (scale) {
            case NONE -> 1;
            case CENTIMETRES -> metresPerUnit.map(m -> 100 * m).orElse(Double.NaN);
            case PERCENT_OF_FOOT -> 100 / foot;
        };
    }

    /** Whether that factor is as uncertain as the athlete's proportions. */
    boolean uncertain(Declaration.Scale scale, Motion.Plane plane) {
        return fromBody
                && (scale == Declaration.Scale.CENTIMETRES
                        || scale == Declaration.Scale.PERCENT_OF_FOOT && plane == Motion.Plane.FRONT);
    }
}
