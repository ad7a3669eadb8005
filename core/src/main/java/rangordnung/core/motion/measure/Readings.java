package rangordnung.core.motion.measure;

import java.util.LinkedHashSet;
import java.util.List;
import java.util.Set;
import rangordnung.core.body.Side;
import rangordnung.core.motion.signal.Axis;
import rangordnung.core.motion.signal.Landmark;
import rangordnung.core.motion.signal.Landmark.Point;
import rangordnung.core.motion.signal.Motion;
import rangordnung.core.motion.signal.MotionRules;
import rangordnung.core.motion.signal.Posture;
import rangordnung.core.motion.signal.Tracks;

/**
 * Formulas read in the frames of a clip, each value with its noise.
 *
 * <p>The standard error of a value is propagated from the noise of the landmarks that it needs: the square root of the
 * sum of (∂value/∂coordinate · standard deviation of the coordinate)². That deviation is what the low-pass leaves of the
 * scatter it took out; for a single image it is the noise of marking.
 */
final class Readings {

    private final Motion motion;
    private final MotionRules rules;
    private final Tracks tracks;
    private final List<Side> marked;

    /** @param marked legs whose length tells how far a marked point may be off */
    Readings(Motion motion, MotionRules rules, List<Side> marked) {
        this.motion = motion;
        this.rules = rules;
        this.tracks = new Tracks(motion, rules);
        this.marked = marked;
    }

    MotionRules rules() {
        return rules;
    }

    int frames() {
        return motion.frames();
    }

    double rate() {
        return motion.rate();
    }

    /** Cut-off of the low-pass at this rate, hertz. */
    double cutoff() {
        return rules.cutoffAt(rate());
    }

    Posture posture(int frame) {
        return (landmark, axis) -> tracks.at(landmark, axis, frame);
    }

    /** Value of a formula; not a number where a landmark that it needs is lost. */
    double value(Formula formula, int frame) {
        return formula.of(posture(frame));
    }

    private record Coordinate(Landmark landmark, Axis axis) {}

    private Set<Coordinate> used(Formula formula, int frame) {
        Set<Coordinate> used = new LinkedHashSet<>();
        formula.of((landmark, axis) -> {
            used.add(new Coordinate(landmark, axis));
            return tracks.at(landmark, axis, frame);
        });
        return used;
    }

    /** Standard error of a formula's value in a frame, from the noise of each coordinate that it uses. */
    double sem(Formula formula, int frame) {
        double variance = 0;
        Posture here = posture(frame);
        for (Coordinate c : used(formula, frame)) {
            double sd = tracks.filtered() ? tracks.sd(c.landmark(), c.axis()) : markingNoise();
            if (sd > 0) {
                double change = formula.of(nudged(here, c, sd)) - formula.of(nudged(here, c, -sd));
                if (!Double.isNaN(change)) {
                    variance += change * change / 4;
                }
            }
        }
        return Math.sqrt(variance);
    }

    /** Noise of a marked point in units of the source. */
    private double markingNoise() {
        Motion.Plane plane = motion.plane();
        double leg = marked.stream()
                .mapToDouble(s -> value(Formula.length(Point.HIP, Point.KNEE, s, plane), 0)
                        + value(Formula.length(Point.KNEE, Point.ANKLE, s, plane), 0))
                .max()
                .orElse(Double.NaN);
        return Double.isNaN(leg) ? 0 : leg * rules.markingNoise().value() / 100;
    }

    private static Posture nudged(Posture p, Coordinate c, double by) {
        return (landmark, axis) -> p.at(landmark, axis) + (landmark == c.landmark() && axis == c.axis() ? by : 0);
    }

    /** Lowest confidence of the landmarks that a formula uses. */
    double confidence(Formula formula, int frame) {
        return used(formula, frame).stream()
                .filter(c -> !Double.isNaN(tracks.at(c.landmark(), c.axis(), frame)))
                .mapToDouble(c -> tracks.confidence(c.landmark(), frame))
                .min()
                .orElse(0);
    }

    /** Why a formula has no value: a landmark that is never there, or one that is lost here. */
    Measurement.Reason missing(Formula formula, int frame) {
        return used(formula, frame).stream().allMatch(c -> motion.landmarks().contains(c.landmark()))
                ? Measurement.Reason.LANDMARK_LOST
                : Measurement.Reason.LANDMARK_MISSING;
    }
}
