package rangordnung.core.record;

import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import rangordnung.core.Ordered;
import rangordnung.core.Refusal;
import rangordnung.core.body.Side;
import rangordnung.core.body.Sided;
import rangordnung.core.protocol.Conditions;
import rangordnung.core.protocol.Grade;
import rangordnung.core.protocol.Phase;
import rangordnung.core.protocol.Source;
import rangordnung.core.protocol.View;
import rangordnung.core.safety.PainReport;

/** What was seen, measured or said. A fact is never changed; another fact may supersede it. */
public sealed interface Fact {

    /** The trial that the fact belongs to, if it belongs to one. */
    default Optional<UUID> ofTrial() {
        return Optional.empty();
    }

    /** Check-in at the hall. */
    record Attended(Attendance attendance) implements Fact {
        public Attended {
            Refusal.present(attendance, "attendance");
        }
    }

    /**
     * What was asked before the start and answered with yes. Medical answers are not kept; they lead to an athlete
     * who is not cleared.
     *
     * @param injury  where the injury was, once that was asked
     * @param cleared false where a medical question was answered with yes
     * @param film  whether filming is allowed
     * @param touch whether touching is allowed
     */
    record Asked(Set<Background> yes, Optional<Injury> injury, boolean cleared, boolean film, boolean touch)
            implements Fact {
        public Asked {
            Refusal.present(injury, "injury");
            yes = Ordered.copy(Refusal.each(yes, "yes"));
        }
    }

    /** The length of a leg from the front hip-bone point to the inner ankle bone. */
    record LegMeasured(Side side, double centimetres) implements Fact {

        /** Shortest and longest leg that is believed, in centimetres (house convention). */
        private static final double SHORTEST = 30;

        private static final double LONGEST = 140;

        public LegMeasured {
            Refusal.present(side, "side");
            Refusal.within(centimetres, SHORTEST, LONGEST, "cm", "centimetres");
        }
    }

    /**
     * A trial begins: one performance of a test under one set of conditions, seen from one or more views.
     *
     * @param retest the retest that it is, where one thing was changed on purpose
     */
    record TrialOpened(UUID trial, String test, Conditions conditions, Optional<RetestOf> retest) implements Fact {
        public TrialOpened {
            Refusal.present(trial, "trial");
            Refusal.name(test, "test");
            Refusal.present(conditions, "conditions");
            Refusal.present(retest, "retest");
        }

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
     * @param phase   in which it shows most, where that was said
     */
    record Marked(
            UUID trial,
            String criterion,
            Optional<Side> side,
            Grade grade,
            Optional<String> variant,
            Optional<Grade> worst,
            Optional<Phase> phase)
            implements Fact {
        public Marked {
            Refusal.present(trial, "trial");
            Refusal.name(criterion, "criterion");
            Refusal.present(side, "side");
            Refusal.present(grade, "grade");
            Refusal.present(variant, "variant").ifPresent(v -> Refusal.name(v, "variant"));
            Refusal.present(worst, "worst");
            Refusal.present(phase, "phase");
        }

        /** A grade and nothing more. */
        public static Marked of(UUID trial, String criterion, Optional<Side> side, Grade grade) {
            return new Marked(trial, criterion, side, grade, Optional.empty(), Optional.empty(), Optional.empty());
        }

        @Override
        public Optional<UUID> ofTrial() {
            return Optional.of(trial);
        }
    }

    /** The rater could not tell. */
    record CouldNotTell(UUID trial, String criterion, Optional<Side> side) implements Fact {
        public CouldNotTell {
            Refusal.present(trial, "trial");
            Refusal.name(criterion, "criterion");
            Refusal.present(side, "side");
        }

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
     * @param confidence lowest confidence of the landmarks it needs, 0 to 1; 1 for what was measured by hand
     * @param ending     why the attempt ended, where the gauge tells several
     * @param taken      how it was taken; empty for what was measured by hand
     */
    record Measured(
            UUID trial,
            String criterion,
            Optional<Side> side,
            String measure,
            int repetition,
            double value,
            double confidence,
            Optional<String> ending,
            Optional<Taken> taken)
            implements Fact {

        /** The largest number that any measure can be, in any unit, and the most repetitions of a clip (house convention). */
        private static final double LARGEST = 100_000;

        private static final int MOST_REPETITIONS = 1000;

        public Measured {
            Refusal.present(trial, "trial");
            Refusal.name(criterion, "criterion");
            Refusal.present(side, "side");
            Refusal.name(measure, "measure");
            Refusal.within(repetition, 1, MOST_REPETITIONS, "", "repetition");
            Refusal.within(value, -LARGEST, LARGEST, "", "value");
            Refusal.within(confidence, 0, 1, "", "confidence");
            Refusal.present(ending, "ending").ifPresent(e -> Refusal.name(e, "ending"));
            Refusal.present(taken, "taken");
        }

        @Override
        public Optional<UUID> ofTrial() {
            return Optional.of(trial);
        }
    }

    /**
     * A view was seen to its end: what was looked at and not marked in it showed no fault.
     *
     * @param side the working leg, where each leg is seen by itself; empty means both
     */
    record ViewClosed(UUID trial, View view, int repetitions, Optional<Side> side) implements Fact {

        /** Most repetitions that one view takes (house convention). */
        private static final int MOST_REPETITIONS = 20;

        public ViewClosed {
            Refusal.present(trial, "trial");
            Refusal.present(view, "view");
            Refusal.within(repetitions, 1, MOST_REPETITIONS, "", "repetitions");
            Refusal.present(side, "side");
        }

        @Override
        public Optional<UUID> ofTrial() {
            return Optional.of(trial);
        }
    }

    /**
     * Something that spoils or weakens a trial.
     *
     * @param words the cue that was given, where it was noted
     */
    record TrialFlagged(UUID trial, Flag flag, Optional<String> words) implements Fact {

        /** Longest cue that is noted, in characters (house convention). */
        private static final int LONGEST_CUE = 200;

        public TrialFlagged {
            Refusal.present(trial, "trial");
            Refusal.present(flag, "flag");
            Refusal.present(words, "words").ifPresent(w -> Refusal.words(w, LONGEST_CUE, "words"));
        }

        @Override
        public Optional<UUID> ofTrial() {
            return Optional.of(trial);
        }
    }

    /** The athlete says that something hurts, in a trial or outside one. */
    record PainReported(Optional<UUID> trial, PainReport report) implements Fact {
        public PainReported {
            Refusal.present(trial, "trial");
            Refusal.present(report, "report");
        }

        @Override
        public Optional<UUID> ofTrial() {
            return trial;
        }
    }

    /** Undo: the fact that it supersedes was never written, and what that one had corrected stands again. */
    record Withdrawn() implements Fact {}

    /** Remove: what the fact that it supersedes says is said no more, nor what that one had corrected. */
    record Removed() implements Fact {}

    /**
     * How a value was taken.
     *
     * @param sem its standard error from the noise of what it was computed from, in the unit of the value
     */
    record Taken(Source source, double sem) {
        public Taken {
            Refusal.present(source, "source");
            Refusal.within(sem, 0, Measured.LARGEST, "", "sem");
        }
    }

    /**
     * Segment lengths and hip limit that were measured on the athlete, for the body model; what is empty was not measured.
     *
     * @param shank ankle joint to knee joint, centimetres
     * @param thigh knee joint to hip joint, centimetres
     * @param trunk hip joint to shoulder joint, centimetres
     * @param hip   largest hip flexion before the pelvis tucks, degrees
     */
    record BodyMeasured(Optional<Double> shank, Optional<Double> thigh, Optional<Double> trunk, Optional<Double> hip)
            implements Fact {

        /** Segments and hips that are believed (house convention). */
        private static final double SHORTEST = 10;

        private static final double LONGEST = 100;
        private static final double STIFFEST = 60;
        private static final double ROOMIEST = 160;

        public BodyMeasured {
            Refusal.within(shank, SHORTEST, LONGEST, "cm", "shank");
            Refusal.within(thigh, SHORTEST, LONGEST, "cm", "thigh");
            Refusal.within(trunk, SHORTEST, LONGEST, "cm", "trunk");
            Refusal.within(hip, STIFFEST, ROOMIEST, "degrees", "hip");
        }
    }

    /**
     * The stance that somebody has chosen for an athlete to train in; what is empty is as the set-up tests or the lengths say.
     *
     * @param heels   distance of the heels, centimetres
     * @param turnOut degrees outward of each foot
     * @param split   length of a split stance from ankle to ankle, centimetres
     * @param rearBox height of the box under the rear foot, centimetres
     */
    record StanceChosen(
            Optional<Double> heels, Sided<Optional<Double>> turnOut, Optional<Double> split, Optional<Double> rearBox)
            implements Fact {

        /** Lowest and highest box under a rear foot (common practice, no source). */
        private static final double LOWEST_BOX = 15;

        private static final double HIGHEST_BOX = 51;

        public StanceChosen {
            Refusal.within(rearBox, LOWEST_BOX, HIGHEST_BOX, "cm", "rearBox");
            Refusal.within(heels, 0, Conditions.WIDEST, "cm", "heels");
            Refusal.present(turnOut, "turnOut")
                    .map(t -> Refusal.within(t, -Conditions.MOST_TURNED, Conditions.MOST_TURNED, "degrees", "turnOut"));
            Refusal.within(split, 0, Conditions.WIDEST, "cm", "split");
        }
    }

    /**
     * A cue that was taught, for as many repetitions as one cue gets; it is no trial and is not ranked.
     *
     * @param exercise whose cue it is
     * @param which    0 is its main cue, from 1 on one that takes its place
     * @param effect   what it did, as seen at once
     */
    record CueTried(String exercise, int which, Effect effect) implements Fact {

        /** Most cues that one exercise has (house convention). */
        private static final int MOST = 20;

        /** What a cue did. */
        public enum Effect {
            BETTER,
            SAME,
            WORSE
        }

        public CueTried {
            Refusal.name(exercise, "exercise");
            Refusal.within(which, 0, MOST, "", "which");
            Refusal.present(effect, "effect");
        }
    }

    /** A retest and the trial that it is held against. */
    record RetestOf(String retest, UUID baseline) {
        public RetestOf {
            Refusal.name(retest, "retest");
            Refusal.present(baseline, "baseline");
        }
    }

    /** Where an injury was; nothing else of it is kept, however old it is. */
    record Injury(PainReport.Region region, Optional<Side> side) {
        public Injury {
            Refusal.present(region, "region");
            Refusal.present(side, "side");
        }
    }

    /** What a coach asks before the start, as far as an answer of yes may be kept. */
    enum Background {
        INJURY_IN_TWELVE_MONTHS,
        LAY_OFF,
        SHARP_RISE_IN_TRAINING
    }

    /** Why a trial is not read like the others. */
    enum Flag {
        /** A word beyond the allowed ones was given. */
        CUED,
        /** The athlete performed instead of squatting. */
        REHEARSED
    }
}
