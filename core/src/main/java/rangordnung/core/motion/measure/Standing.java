package rangordnung.core.motion.measure;

import java.util.Arrays;
import java.util.HashMap;
import java.util.Map;
import java.util.stream.IntStream;
import org.hipparchus.stat.StatUtils;
import rangordnung.core.motion.signal.Repetition;
import rangordnung.core.motion.signal.Repetitions;

/** How the athlete stood before a repetition; a held stance is all standing. */
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

    /** Median of a formula; not a number where there is none. */
    double median(Formula formula, Repetition repetition) {
        double[] values = Arrays.stream(frames(repetition))
                .mapToDouble(f -> readings.value(formula, f))
                .filter(v -> !Double.isNaN(v))
                .toArray();
        return values.length == 0 ? Double.NaN : StatUtils.percentile(values, 50);
    }

    /** Standard error of that median: filtered frames are not independent, two per cut-off period are. */
    double sem(Formula formula, Repetition repetition) {
        int[] stood = frames(repetition);
        if (stood.length == 0) {
            return 0;
        }
        double independent = Math.max(1, stood.length / readings.rate() * 2 * readings.cutoff());
        return readings.sem(formula, stood[stood.length / 2]) * Math.sqrt(Math.PI / 2 / independent);
    }

    /** Frames of the last second of standing before a repetition; of a clip without repetitions its last second upright. */
    private int[] frames(Repetition repetition) {
        return frames.computeIfAbsent(repetition.start(), start -> {
            boolean all = hold || readings.frames() == 1;
            int from = hold || repetitions.complete().isEmpty() ? readings.frames() - 1 : start;
            double upright = repetitions.standingHeight()
                    * (1
                            - readings.rules().upright().value()
                                    / 100
                                    * readings.rules().startDrop().value()
                                    / 100);
            return IntStream.iterate(from, f -> f >= 0, f -> f - 1)
                    .filter(f -> all || hip[f] >= upright)
                    .limit(hold ? readings.frames() : Math.max(1, Math.round(readings.rate())))
                    .sorted()
                    .toArray();
        });
    }
}
