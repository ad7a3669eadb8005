package rangordnung.core.motion.measure;

import java.util.Arrays;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.IntStream;
import rangordnung.core.motion.signal.MotionRules;
import rangordnung.core.motion.signal.Noise;
import rangordnung.core.motion.signal.Repetition;
import rangordnung.core.motion.signal.Repetition.Moment;

/**
 * The values of repetitions with what noise makes of them. It is tried on a few repetitions, evenly over the clip; the others
 * take it from the nearest of these.
 */
final class TriedNoise {

    private final ClipAnalysis clip;
    private final List<Readings> doubts;
    private final List<Repetition> chosen;
    private final Map<Integer, List<Optional<Spread>>> spreads = new HashMap<>();

    TriedNoise(ClipAnalysis clip, List<Repetition> repetitions) {
        this.clip = clip;
        this.doubts = clip.doubts();
        int few = Math.min(repetitions.size(), (int)
                clip.readings().rules().triedRepetitions().value());
        this.chosen = IntStream.range(0, few)
                .mapToObj(i -> repetitions.get((2 * i + 1) * repetitions.size() / (2 * few)))
                .toList();
    }

    /** What was seen of a repetition, less what noise adds, with its standard errors. */
    List<Measurement> upon(Repetition repetition) {
        List<Measurement> seen = clip.measurements(clip.readings(), repetition);
        if (!clip.noise().any() && doubts.isEmpty()) {
            return seen;
        }
        Repetition nearest = chosen.stream()
                .min(Comparator.comparingInt(r -> Math.abs(r.number() - repetition.number())))
                .orElse(repetition);
        return IntStream.range(0, seen.size())
                .mapToObj(i -> seen.get(i) instanceof Measurement.Value value
                        ? with(
                                value,
                                spreads(nearest)
                                        .get(i)
                                        .or(() -> spreads(repetition).get(i))
                                        .orElseThrow())
                        : seen.get(i))
                .toList();
    }

    private List<Optional<Spread>> spreads(Repetition repetition) {
        return spreads.computeIfAbsent(repetition.number(), n -> tried(repetition));
    }

    /** Of each value that was seen. */
    private List<Optional<Spread>> tried(Repetition repetition) {
        List<Measurement> seen = clip.measurements(clip.readings(), repetition);
        boolean noisy = clip.noise().any();
        List<List<Measurement>> more = noisy ? noisy(repetition, Noise.NUMBERS, 1) : List.of();
        List<List<Measurement>> most = noisy ? noisy(repetition, Noise.NUMBERS / 2, Math.sqrt(3)) : List.of();
        List<List<Measurement>> elsewhere = doubts.stream()
                .map(doubt -> clip.measurements(doubt, repetition))
                .toList();
        return IntStream.range(0, seen.size())
                .mapToObj(i -> seen.get(i) instanceof Measurement.Value value
                        ? Optional.of((noisy ? Spread.of(value.value(), values(more, i), values(most, i)) : Spread.NONE)
                                .or(away(value.value(), values(elsewhere, i))))
                        : Optional.<Spread>empty())
                .toList();
    }

    /** How far a value is off when the camera stands elsewhere, all that may be so together. */
    private static double away(double value, double[] elsewhere) {
        return Math.sqrt(Arrays.stream(elsewhere)
                .filter(Double::isFinite)
                .map(v -> (v - value) * (v - value))
                .sum());
    }

    private List<List<Measurement>> noisy(Repetition repetition, int numbers, double times) {
        return IntStream.range(0, numbers)
                .mapToObj(number -> clip.measurements(clip.readings().with(clip.noise(), number, times), repetition))
                .toList();
    }

    private static double[] values(List<List<Measurement>> each, int which) {
        return each.stream()
                .mapToDouble(all -> all.get(which) instanceof Measurement.Value v ? v.value() : Double.NaN)
                .toArray();
    }

    private Measurement with(Measurement.Value value, Spread spread) {
        MotionRules rules = clip.readings().rules();
        double most = value.measure() == Measure.TUCK_ONSET ? rules.onsetKnown().value() : Double.MAX_VALUE;
        if (spread.sem() > most) {
            return new Measurement.NotAssessable(
                    value.measure(), value.side(), value.moment(), Measurement.Reason.TOO_NOISY);
        }
        double grown =
                value.moment() != Moment.BOTTOM && value.measure().taken().growsWithNoise() ? spread.grown() : 0;
        double unsure = grown * rules.growthKnown().value() / 100;
        return value.with(value.value() - grown, Math.hypot(Math.hypot(value.sem(), spread.sem()), unsure));
    }
}
