package rangordnung.core.motion.measure;

import java.util.HashMap;
import java.util.Map;
import java.util.Optional;
import java.util.stream.IntStream;
import org.hipparchus.stat.StatUtils;
import rangordnung.core.motion.signal.Repetition;
import rangordnung.core.motion.signal.Repetitions;
import rangordnung.core.motion.signal.Span;

/** When the athlete stood before a repetition; a held stance is all standing. */
final class Standing {

    private final Readings readings;
    private final Repetitions repetitions;
    private final double[] hip;
    private final boolean hold;
    private final Map<Integer, int[]> frames = new HashMap<>();

    Standing(Readings readings, Repetitions repetitions, double[] hip, boolean hold) {
        this.readings = readings;
        this.repetitions = repetitions;
        this.hip = hip;
        this.hold = hold;
    }

    /** When somebody stood before the first repetition. */
    int[] frames() {
        return frames(
                repetitions.complete().isEmpty()
                        ? new Repetition(0, 0, 0, 0, 0, 0)
                        : repetitions.complete().get(0));
    }

    /** Median of a formula in these readings or others of the same clip; not a number where there is none. */
    double median(Readings read, Formula formula, Repetition repetition) {
        int[] stood = frames(repetition);
        return median(
                IntStream.iterate(0, i -> i < stood.length, i -> i + read.step())
                        .map(i -> stood[i]),
                read,
                formula);
    }

    /** Median of a formula over frames; not a number where there is none. */
    static double median(IntStream frames, Readings readings, Formula formula) {
        double[] values = frames.mapToDouble(f -> readings.value(formula, f))
                .filter(v -> !Double.isNaN(v))
                .toArray();
        return values.length == 0 ? Double.NaN : StatUtils.percentile(values, 50);
    }

    /** Frames of the last second of quiet standing before a repetition, or of half of one (house convention); else of its last second upright. */
    private int[] frames(Repetition repetition) {
        return frames.computeIfAbsent(repetition.start(), start -> {
            if (hold || readings.frames() == 1) {
                return IntStream.range(0, readings.frames()).toArray();
            }
            int second = Math.max(1, (int) Math.round(readings.rate()));
            int until = repetitions.complete().isEmpty() ? readings.frames() : start;
            Optional<Span> quiet = repetitions.quiet().stream()
                    .filter(s -> s.to() < until && s.frames() >= second / 2)
                    .reduce((earlier, later) -> later);
            if (quiet.isPresent()) {
                return IntStream.rangeClosed(quiet.get().from(), quiet.get().to())
                        .skip(Math.max(0, quiet.get().frames() - second))
                        .toArray();
            }
            double upright = repetitions.upright(readings.rules());
            return IntStream.iterate(until - 1, f -> f >= 0, f -> f - 1)
                    .filter(f -> hip[f] >= upright)
                    .limit(second)
                    .sorted()
                    .toArray();
        });
    }
}
