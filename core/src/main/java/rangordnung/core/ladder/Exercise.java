package rangordnung.core.ladder;

import java.util.List;
import java.util.Optional;
import java.util.Set;
import rangordnung.core.protocol.Family;
import rangordnung.core.protocol.Label;
import rangordnung.core.protocol.TestDefinition;
import rangordnung.core.protocol.Text;

/**
 * One exercise; a ladder names it as a rung.
 *
 * @param id           stable and unique
 * @param figure       how it is drawn
 * @param kit          what it needs and how that is sized
 * @param setUp        how it is set up
 * @param cue          the one main cue
 * @param alternatives cues that may take its place, never beside it
 * @param helps        families of faults it is for
 * @param notFor       when it must not be given
 * @param breathing    the breathing line
 * @param label        where the exercise comes from
 */
public record Exercise(
        String id,
        Text name,
        TestDefinition.Pattern pattern,
        Figure figure,
        List<Kit> kit,
        List<Text> setUp,
        Text cue,
        List<Text> alternatives,
        Set<Family> helps,
        Set<Contraindication> notFor,
        Dose dose,
        Text breathing,
        Label label) {

    /**
     * A piece of kit and the rule for its size.
     *
     * @param size what the size follows from, where it can be computed
     */
    public record Kit(String item, Optional<SizedBy> size, Text dimension, Label label) {
        public Kit {
            size = size == null ? Optional.empty() : size;
        }
    }

    /** What the size of a piece of kit follows from. */
    public enum SizedBy {
        /** The smallest plate with which the body model reaches the depth target. */
        HEEL_PLATE,
        BOX_BELOW_KNEE,
        REAR_FOOT_BOX,
        RACK_MID_DELTOID
    }

    /** Sets times an amount. */
    public record Dose(int setsFrom, int setsTo, int amountFrom, int amountTo, Unit unit, Label label) {}

    /** What is counted in a set. */
    public enum Unit {
        REPETITIONS,
        REPETITIONS_A_SIDE,
        SECONDS_A_SIDE,
        BREATHS
    }

    /** A posture to draw. */
    public enum Figure {
        STANDING,
        SQUAT,
        CHAIR,
        SPLIT,
        ONE_LEG
    }

    /** When an exercise or an aid must not be given. */
    public enum Contraindication {
        TUCK,
        MARKED_FAULT,
        NO_SPOTTER,
        /** Nobody has said that the athlete lifts. */
        NOT_LIFTING,
        /** For those who train for lifting. */
        OTHER_AIM,
        BEGINNER,
        /** The school works without bands, or only with the experienced. */
        BANDS_NOT_USED
    }
}
