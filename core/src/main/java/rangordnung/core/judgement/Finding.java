package rangordnung.core.judgement;

import java.util.Optional;
import rangordnung.core.certainty.Likelihood;
import rangordnung.core.protocol.Grade;
import rangordnung.core.protocol.Phase;

/** What is known of one criterion on one side: a grade, or one of five different reasons for having none. */
public sealed interface Finding {

    /** How the finding came about. */
    Origin origin();

    /** The grade, if there is one that may be interpreted. */
    default Optional<Graded> graded() {
        return Optional.empty();
    }

    /**
     * A grade that may be interpreted.
     *
     * @param deviation 0 to 1
     * @param offset    the deviation of what was measured, also beyond 0 and 1; empty where it was graded by eye
     * @param sem       standard error of the deviation
     * @param worst     worst single repetition
     * @param variant   way of showing
     * @param phase     in which it shows most, where the rater said so
     */
    record Graded(
            Grade grade,
            double deviation,
            Optional<Double> offset,
            double sem,
            Grade worst,
            Optional<String> variant,
            Optional<Phase> phase,
            Origin origin)
            implements Finding {

        @Override
        public Optional<Graded> graded() {
            return Optional.of(this);
        }

        /** The deviation with its noise. */
        public Estimate estimate() {
            return new Estimate(deviation, sem);
        }

        /** How well it fits each true grade. */
        public Likelihood likelihood() {
            return offset.map(measured -> Likelihood.measured(measured, sem))
                    .orElseGet(() -> Likelihood.byEye(grade, sem * Grade.SEVERE.ordinal()));
        }

        /** The same with more noise; what it was seen as stays. */
        Graded withNoise(double factor) {
            return new Graded(grade, deviation, offset, sem * factor, worst, variant, phase, origin);
        }
    }

    /**
     * Looked at, but it cannot be told.
     *
     * @param seen what was marked all the same; kept, never interpreted
     */
    record NotAssessable(Reason reason, Optional<Graded> seen, Origin origin) implements Finding {}

    /** Nobody has looked yet. */
    record NotTested(Origin origin) implements Finding {}

    /** The athlete was not there. */
    record Absent(Origin origin) implements Finding {}

    /** The athlete was there and took no part. */
    record Excused(Origin origin) implements Finding {}

    /** The screen was stopped before this could be seen. */
    record Stopped(Origin origin) implements Finding {}

    /** Why something cannot be told. */
    enum Reason {
        HEELS_UP,
        CUED,
        REHEARSED,
        MISSING_VIEW,
        LOW_CONFIDENCE,
        RATER_COULD_NOT_TELL,
        PARTIAL_ON_PURPOSE,
        /** Some part was not measured. */
        PARTS_MISSING,
        /** The value is told in leg lengths, and no leg was measured. */
        LEG_LENGTH_MISSING,
        /** The school holds it against the athlete's own value, and nobody has found that out. */
        PERSONAL_TARGET_MISSING
    }
}
