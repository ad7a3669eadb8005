package rangordnung.core.motion.measure;

import java.util.LinkedHashSet;
import java.util.Set;
import rangordnung.core.motion.signal.Axis;
import rangordnung.core.motion.signal.Landmark;
import rangordnung.core.motion.signal.Motion;
import rangordnung.core.motion.signal.MotionRules;
import rangordnung.core.motion.signal.Noise;
import rangordnung.core.motion.signal.Paths;
import rangordnung.core.motion.signal.Posture;
import rangordnung.core.motion.signal.Tracks;

/** Formulas read in the frames of a clip: as it was seen, or as it might have been with more noise of its kind. */
final class Readings {

    /** What is added to a coordinate. */
    @FunctionalInterface
    private interface Added {
        double to(Landmark landmark, Axis axis, int frame);
    }

    /** Frames that are read in a period of the low-pass (house convention). */
    private static final double READ_PER_PERIOD = 8;

    private final Motion motion;
    private final MotionRules rules;
    private final Tracks tracks;
    private final Paths paths;
    private final Added added;
    private final boolean noisy;

    private Readings(Motion motion, MotionRules rules, Tracks tracks, Paths paths, Added added, boolean noisy) {
        this.motion = motion;
        this.rules = rules;
        this.tracks = tracks;
        this.paths = paths;
        this.added = added;
        this.noisy = noisy;
    }

    static Readings seen(Motion motion, MotionRules rules, Tracks tracks) {
        return new Readings(motion, rules, tracks, tracks, (landmark, axis, frame) -> 0, false);
    }

    /** The same clip as it would be seen from elsewhere. */
    Readings along(Paths otherPaths) {
        return new Readings(motion, rules, tracks, otherPaths, added, noisy);
    }

    Tracks tracks() {
        return tracks;
    }

    /**
     * The same clip with noise upon it.
     *
     * @param times its standard deviation, as a multiple of what it has
     */
    Readings with(Noise noise, int number, double times) {
        return new Readings(
                motion,
                rules,
                tracks,
                paths,
                (landmark, axis, frame) -> times * noise.of(number, landmark, axis, frame),
                true);
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

    /** Frames from which low-passed paths are known: at a high rate those between them say nothing of their own. */
    int step() {
        return (int) Math.max(1, rate() / (READ_PER_PERIOD * cutoff()));
    }

    /** Cut-off of the low-pass at this rate, hertz. */
    double cutoff() {
        return rules.cutoffAt(rate());
    }

    Posture posture(int frame) {
        return (landmark, axis) -> paths.at(landmark, axis, frame) + added.to(landmark, axis, frame);
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

    /** Lowest confidence of the landmarks that a formula uses; noise does not change it. */
    double confidence(Formula formula, int frame) {
        if (noisy) {
            return 1;
        }
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
