package rangordnung.core.motion.measure;

import java.util.List;
import java.util.Optional;
import java.util.Set;
import rangordnung.core.body.Side;
import rangordnung.core.motion.signal.Landmark;
import rangordnung.core.motion.signal.Motion;
import rangordnung.core.motion.signal.Repetition;
import rangordnung.core.motion.view.ClipFinding;

/**
 * What a clip says.
 *
 * @param repetitions   complete ones, in order
 * @param incomplete    begun before the clip or not ended in it; not measured
 * @param metresPerUnit scale of the coordinates, where it is known
 * @param scaleFromBody whether the scale was taken from the athlete's height
 * @param sides         legs that whole-body measures of the sagittal plane were read at
 * @param landmarks     what was seen at all
 * @param findings      what is not as it should be, and what became of it; nothing is measured where one is refused
 * @param still         whether it is a single picture, read as the bottom of one repetition
 */
public record ClipReport(
        Motion.Plane plane,
        double rate,
        int frames,
        List<Repeated> repetitions,
        int incomplete,
        Optional<Double> metresPerUnit,
        boolean scaleFromBody,
        List<Side> sides,
        Set<Landmark> landmarks,
        List<ClipFinding> findings,
        boolean still) {

    /** A repetition and what was measured in it. */
    public record Repeated(Repetition events, List<Measurement> measurements) {

        /** The value of a measure, if it has one. */
        public Optional<Measurement.Value> value(Measure measure, Optional<Side> side, Repetition.Moment moment) {
            return measurements.stream()
                    .filter(m -> m.measure() == measure && m.side().equals(side) && m.moment() == moment)
                    .flatMap(m -> m instanceof Measurement.Value v
                            ? java.util.stream.Stream.of(v)
                            : java.util.stream.Stream.empty())
                    .findFirst();
        }
    }
}
