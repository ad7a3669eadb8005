package rangordnung.core.motion.measure;

import java.util.List;
import java.util.Optional;
import rangordnung.core.body.Side;
import rangordnung.core.motion.signal.Posture;

/**
 * A measure that a single frame gives.
 *
 * @param factor from the formula's unit to the measure's; not a number where the scale is not known
 * @param scaled whether the factor rests on a scale that was taken from the athlete's height
 * @param bounds lengths of segments that must not be foreshortened
 */
record FrameMeasure(
        Measure measure, Optional<Side> side, Formula formula, double factor, boolean scaled, List<Bound> bounds) {

    /** A length that must be seen at least in part. */
    record Bound(Formula length, double least) {}

    Formula inUnit() {
        return formula.times(factor);
    }

    boolean againstStanding() {
        return measure.taken().has(Declaration.Trait.AGAINST_STANDING);
    }

    boolean assessable(Posture p) {
        for (Bound bound : bounds) {
            if (bound.length().of(p) < bound.least()) {
                return false;
            }
        }
        return true;
    }
}
