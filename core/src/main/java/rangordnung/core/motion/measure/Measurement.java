package rangordnung.core.motion.measure;

import java.util.Optional;
import rangordnung.core.body.Side;
import rangordnung.core.motion.signal.Repetition;

/** What measuring made of one measure in one repetition. */
public sealed interface Measurement {

    Measure measure();

    /** The side, of a measure that has sides; the working leg where legs work one after the other. */
    Optional<Side> side();

    Repetition.Moment moment();

    /**
     * A number.
     *
     * @param value      in the unit of the measure
     * @param sem        its standard error, from the noise of the landmarks, in the same unit
     * @param confidence lowest confidence of the landmarks that it needs, 0 to 1
     * @param frame      where it was taken
     */
    record Value(
            Measure measure,
            Optional<Side> side,
            Repetition.Moment moment,
            double value,
            double sem,
            double confidence,
            int frame)
            implements Measurement {

        Value with(double otherValue, double otherSem) {
            return new Value(measure, side, moment, otherValue, otherSem, confidence, frame);
        }
    }

    /** No number. */
    record NotAssessable(Measure measure, Optional<Side> side, Repetition.Moment moment, Reason reason)
            implements Measurement {}

    /** Why there is no number. */
    enum Reason {
        /** A landmark that it needs was never marked. */
        LANDMARK_MISSING,
        /** A landmark that it needs was lost for too long. */
        LANDMARK_LOST,
        /** The picture has no scale. */
        NO_SCALE,
        /** The length of the foot is not known. */
        NO_FOOT_LENGTH,
        /** The segment points at the camera. */
        POINTS_AT_CAMERA,
        /** There is no standing before it. */
        NO_STANDING,
        /** Nothing says how many frames there are in a second. */
        NO_RATE,
        /** It takes more frames a second. */
        TOO_FEW_FRAMES,
        /** With noise like that of the landmarks it may well not be there at all. */
        TOO_NOISY,
        /** It did not happen. */
        NOT_REACHED
    }
}
