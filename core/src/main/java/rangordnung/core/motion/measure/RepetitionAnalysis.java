package rangordnung.core.motion.measure;

import java.util.List;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import rangordnung.core.motion.signal.Repetition;
import rangordnung.core.motion.signal.Repetition.Moment;

/** Values that measures of single frames have for a repetition, each in the way that its measure declares. */
final class RepetitionAnalysis {

    private final ClipAnalysis clip;
    private final Readings readings;
    private final Repetition repetition;

    RepetitionAnalysis(ClipAnalysis clip, Readings readings, Repetition repetition) {
        this.clip = clip;
        this.readings = readings;
        this.repetition = repetition;
    }

    /** The values that stand for the repetition; a single image or a held stance has no phases. */
    List<Measurement> measurements(FrameMeasure measure) {
        return switch (measure.measure().taken().way()) {
            case AT_THE_BOTTOM -> List.of(clip.hold() ? held(measure) : atTheBottom(measure));
            case WHILE_STANDING -> List.of(standing(measure));
            case LARGEST -> List.of(largest(measure, Moment.REPETITION));
            case MEDIAN_OF_THE_BOTTOM_PHASE -> List.of(medianOfTheBottomPhase(measure));
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
        return clip.read(readings, measure, Moment.BOTTOM, repetition.bottom(), repetition);
    }

    /** In a held stance the median stands for the whole of it. */
    private Measurement held(FrameMeasure measure) {
        Measurement found = atTheBottom(measure);
        double median = standingMedian(measure);
        return found instanceof Measurement.Value v && !measure.againstStanding() && !Double.isNaN(median)
                ? v.with(median, v.sem())
                : found;
    }

    private double standingMedian(FrameMeasure measure) {
        return clip.standing().median(readings, measure.inUnit(), repetition);
    }

    private Measurement standing(FrameMeasure measure) {
        if (clip.still()) {
            return ClipAnalysis.none(measure, Moment.STANDING, Measurement.Reason.NO_STANDING);
        }
        double value = standingMedian(measure);
        return Double.isNaN(value)
                ? ClipAnalysis.none(measure, Moment.STANDING, clip.missing(measure, repetition.start()))
                : new Measurement.Value(
                        measure.measure(),
                        measure.side(),
                        Moment.STANDING,
                        value,
                        clip.scaleError(measure, value),
                        readings.confidence(measure.formula(), repetition.start()),
                        repetition.start());
    }

    /** A stance has no bottom: there the largest value stands for the whole of it. */
    private Measurement medianOfTheBottomPhase(FrameMeasure measure) {
        if (clip.hold()) {
            return largest(measure, measure.measure().told());
        }
        Measurement found = clip.read(readings, measure, measure.measure().told(), repetition.bottom(), repetition);
        if (!(found instanceof Measurement.Value v) || clip.still()) {
            return found;
        }
        double median = Standing.median(
                IntStream.rangeClosed(repetition.from(Moment.BOTTOM_PHASE), repetition.to(Moment.BOTTOM_PHASE)),
                readings,
                measure.inUnit());
        return v.with(v.value() + median - readings.value(measure.inUnit(), repetition.bottom()), v.sem());
    }

    /** The largest value of a moment, among the frames in which it says anything. */
    private Measurement largest(FrameMeasure measure, Moment moment) {
        Formula formula = measure.inUnit();
        int top = repetition.bottom();
        double most = Double.NEGATIVE_INFINITY;
        for (int f = repetition.from(moment); f <= repetition.to(moment); f += readings.step()) {
            double value = measure.assessable(readings.posture(f)) ? readings.value(formula, f) : Double.NaN;
            if (value > most) {
                most = value;
                top = f;
            }
        }
        Measurement found = clip.read(readings, measure, moment, top, repetition);
        return found instanceof Measurement.Value v ? v.with(v.value() + beyond(measure, top), v.sem()) : found;
    }

    /** Change of a value from the last frame within the limit to foreshortening until the moment at which it is reached. */
    private double beyond(FrameMeasure measure, int frame) {
        for (FrameMeasure.Bound bound : measure.bounds()) {
            double length = readings.value(bound.length(), frame);
            for (int next : new int[] {frame - 1, frame + 1}) {
                if (next >= repetition.start() && next <= repetition.end()) {
                    double change = readings.value(bound.length(), next) - length;
                    if (length + change < bound.least()) {
                        double perFrame =
                                readings.value(measure.inUnit(), next) - readings.value(measure.inUnit(), frame);
                        return perFrame * (bound.least() - length) / change;
                    }
                }
            }
        }
        return 0;
    }
}
