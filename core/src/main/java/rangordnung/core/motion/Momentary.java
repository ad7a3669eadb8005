package rangordnung.core.motion;

import java.util.Optional;
import rangordnung.core.body.Side;

/**
 * A measure that a single posture gives.
 *
 * @param factor   from the formula's unit to the measure's
 * @param scaled   whether the factor rests on a scale that was taken from the athlete's height
 * @param standing whether it is told against its value in standing
 * @param bounds   formulas of segment lengths that must not be foreshortened, with their standing lengths
 */
record Momentary(
        Measure measure,
        Optional<Side> side,
        Formula formula,
        double factor,
        boolean scaled,
        boolean standing,
        java.util.List<Bound> bounds) {

    /** A length that must be seen at least in part. */
    record Bound(Formula length, double least) {}

    Formula inUnit() {
        return formula.times(factor);
    }

    boolean assessable(Posture p) {
        return bounds.stream().allMatch(b -> !(b.length().of(p) < b.least()));
    }
}
