package rangordnung.core.motion.measure;

import java.util.Arrays;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import org.hipparchus.distribution.continuous.NormalDistribution;
import rangordnung.core.motion.signal.Repetition;
import rangordnung.core.motion.signal.Repetition.Moment;

/** Values that measures of single frames have for a repetition, each in the way that its measure declares. */
final class RepetitionAnalysis {

    private static final NormalDistribution NORMAL = new NormalDistribution();

    private final ClipAnalysis clip;
    private final Readings readings;
    private final Repetition repetition;

    RepetitionAnalysis(ClipAnalysis clip, Repetition repetition) {
        this.clip = clip;
        this.readings = clip.readings();
        this.repetition = repetition;
    }

    /** The values that stand for the repetition; a single image or a held stance has no phases. */
    List<Measurement> measurements(FrameMeasure measure) {
        return switch (measure.measure().taken().way()) {
            case AT_THE_BOTTOM -> List.of(clip.hold() ? held(measure) : atTheBottom(measure));
            case WHILE_STANDING -> List.of(standing(measure));
            case LARGEST -> List.of(largest(measure, Moment.REPETITION));
            case LARGEST_OF_EACH_PHASE ->
                Stream.concat(
                                Stream.of(atTheBottom(measure)),
                                (clip.still() || clip.hold()
                                                ? Stream.of(Moment.REPETITION)
                                                : Stream.of(
                                                        Moment.DESCENT,
                                                        Moment.BOTTOM_PHASE,
                                                        Moment.ASCENT,
                                                        Moment.REPETITION))
                                        .map(moment -> largest(measure, moment)))
                        .toList();
            case EVENT -> throw new IllegalArgumentException(measure.measure() + " takes a whole repetition");
        };
    }

    private Measurement atTheBottom(FrameMeasure measure) {
        return clip.read(measure, Moment.BOTTOM, repetition.bottom(), repetition);
    }

    /** In a held stance the median stands for the whole of it. */
    private Measurement held(FrameMeasure measure) {
        Measurement found = atTheBottom(measure);
        double median = clip.standing().median(measure.inUnit(), repetition);
        return found instanceof Measurement.Value v && !measure.againstStanding() && !Double.isNaN(median)
                ? v.with(median, clip.standing().sem(measure.inUnit(), repetition))
                : found;
    }

    private Measurement standing(FrameMeasure measure) {
        if (clip.still()) {
            return ClipAnalysis.none(measure, Moment.STANDING, Measurement.Reason.NO_STANDING);
        }
        double value = clip.standing().median(measure.inUnit(), repetition);
        return Double.isNaN(value)
                ? ClipAnalysis.none(measure, Moment.STANDING, clip.missing(measure, repetition.start()))
                : new Measurement.Value(
                        measure.measure(),
                        measure.side(),
                        Moment.STANDING,
                        value,
                        Math.hypot(clip.standing().sem(measure.inUnit(), repetition), clip.scaleError(measure, value)),
                        readings.confidence(measure.formula(), repetition.start()),
                        repetition.start());
    }

    /**
     * The largest value of a moment. Readings that noise blurs more are trusted less: the one whose value less its error is
     * largest is taken; what noise alone adds to the largest of so many independent readings near it is taken off.
     */
    private Measurement largest(FrameMeasure measure, Moment moment) {
        Formula formula = measure.inUnit();
        int[] frames = IntStream.rangeClosed(repetition.from(moment), repetition.to(moment))
                .filter(f -> measure.assessable(readings.posture(f)) && !Double.isNaN(readings.value(formula, f)))
                .toArray();
        double[] values = Arrays.stream(frames)
                .mapToDouble(f -> readings.value(formula, f))
                .toArray();
        double[] sems = errors(formula, frames);
        int top = IntStream.range(0, frames.length)
                .boxed()
                .max(Comparator.comparingDouble(i -> values[i] - sems[i]))
                .orElse(-1);
        Measurement found = clip.read(measure, moment, top < 0 ? repetition.bottom() : frames[top], repetition);
        if (!(found instanceof Measurement.Value v) || top < 0) {
            return found;
        }
        return edge(measure, frames[top])
                .map(e -> v.with(v.value() + e.beyond(), Math.hypot(v.sem(), e.sem())))
                .orElseGet(() -> v.with(
                        v.value() - sems[top] * excessOfLargest(readings, values, values[top], sems[top]), v.sem()));
    }

    /**
     * What the limit to foreshortening makes of a value at the last frame within it.
     *
     * @param beyond change of the value from that frame to the moment at which the limit is reached
     * @param sem    change of the value over the time by which noise moves that moment
     */
    private record Edge(double beyond, double sem) {}

    private Optional<Edge> edge(FrameMeasure measure, int frame) {
        for (FrameMeasure.Bound bound : measure.bounds()) {
            double length = readings.value(bound.length(), frame);
            for (int next : new int[] {frame - 1, frame + 1}) {
                if (next >= repetition.start() && next <= repetition.end()) {
                    double change = readings.value(bound.length(), next) - length;
                    if (length + change < bound.least()) {
                        double perFrame =
                                readings.value(measure.inUnit(), next) - readings.value(measure.inUnit(), frame);
                        return Optional.of(new Edge(
                                perFrame * (bound.least() - length) / change,
                                Math.abs(perFrame * readings.sem(bound.length(), frame) / change)));
                    }
                }
            }
        }
        return Optional.empty();
    }

    /** Error in each frame; it changes slowly, so it is computed once in each period of the low-pass. */
    private double[] errors(Formula formula, int[] frames) {
        int step = (int) Math.max(1, Math.round(readings.rate() / readings.cutoff()));
        double[] sems = new double[frames.length];
        for (int i = 0; i < frames.length; i++) {
            sems[i] = i % step == 0 ? readings.sem(formula, frames[i]) : sems[i - 1];
        }
        return sems;
    }

    /** How many standard errors the largest of the readings that compete lies above the truth, on average. */
    static double excessOfLargest(Readings readings, double[] values, double top, double sem) {
        double least = top - readings.rules().competing().value() * sem;
        long near = Arrays.stream(values).filter(v -> v >= least).count();
        double independent =
                near / readings.rate() * readings.rules().readingsPerPeriod().value() * readings.cutoff();
        return expectedLargest(Math.max(1, independent));
    }

    /** Expected largest of m independent standard normal deviates: Φ⁻¹((m − 0.375) / (m + 0.25)) (Blom 1958; from memory). */
    static double expectedLargest(double m) {
        return NORMAL.inverseCumulativeProbability((m - 0.375) / (m + 0.25));
    }
}
