package rangordnung.core.judgement;

import java.util.Optional;
import rangordnung.core.body.Side;
import rangordnung.core.protocol.Grade;
import rangordnung.core.protocol.View;
import rangordnung.core.safety.PainReport;
import java.util.UUID;

/** What was seen, measured or said. A fact is never changed; another fact may supersede it. */
public sealed interface Fact {

    /** The trial that the fact belongs to, if it belongs to one. */
    default Optional<UUID> ofTrial() {
        return Optional.empty();
    }

    /** Check-in at the hall. */
    record Attended(Attendance attendance) implements Fact {}

    /** A trial begins: one performance of a test under one set of conditions, seen from one or more views. */
    record TrialOpened(UUID trial, String test, Conditions conditions) implements Fact {
        @Override
        public Optional<UUID> ofTrial() {
            return Optional.of(trial);
        }
    }

    /**
     * A grade chosen by eye: it shows in the majority of the repetitions.
     *
     * @param side    the graded side, or the direction of a directed criterion; empty for the whole body
     * @param variant way of showing; empty means the usual one
     * @param worst   the worst single repetition, where it was worse
     */
    record Marked(UUID trial, String criterion, Optional<Side> side, Grade grade, Optional<String> variant, Optional<Grade> worst)
            implements Fact {
        @Override
        public Optional<UUID> ofTrial() {
            return Optional.of(trial);
        }
    }

    /** The rater could not tell. */
    record CouldNotTell(UUID trial, String criterion, Optional<Side> side) implements Fact {
        @Override
        public Optional<UUID> ofTrial() {
            return Optional.of(trial);
        }
    }

    /**
     * A measured value of one repetition.
     *
     * @param measure    as named by the criterion's anchor
     * @param value      in the anchor's unit, sign as the measure defines
     * @param confidence lowest confidence of the landmarks it needs, 0 to 1
     */
    record Measured(UUID trial, String criterion, Optional<Side> side, String measure, int repetition, double value, double confidence)
            implements Fact {
        @Override
        public Optional<UUID> ofTrial() {
            return Optional.of(trial);
        }
    }

    /** A view was seen to its end: what was looked at and not marked in it showed no fault. */
    record ViewClosed(UUID trial, View view, int repetitions) implements Fact {
        @Override
        public Optional<UUID> ofTrial() {
            return Optional.of(trial);
        }
    }

    /** Something that spoils or weakens a trial. */
    record TrialFlagged(UUID trial, Flag flag) implements Fact {
        @Override
        public Optional<UUID> ofTrial() {
            return Optional.of(trial);
        }
    }

    /** The athlete says that something hurts, in a trial or outside one. */
    record PainReported(Optional<UUID> trial, PainReport report) implements Fact {
        @Override
        public Optional<UUID> ofTrial() {
            return trial;
        }
    }

    /** Takes back the fact that it supersedes. */
    record Withdrawn() implements Fact {}

    /** Why a trial is not read like the others. */
    enum Flag {
        /** A word beyond the allowed ones was given. */
        CUED,
        /** The athlete performed instead of squatting. */
        REHEARSED
    }
}
