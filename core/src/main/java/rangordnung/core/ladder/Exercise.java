package rangordnung.core.ladder;

import java.util.List;
import java.util.Set;
import rangordnung.core.protocol.Family;
import rangordnung.core.protocol.Label;
import rangordnung.core.protocol.TestDefinition;
import rangordnung.core.protocol.Text;

/**
 * One exercise, which is one rung of a ladder.
 *
 * @param id           stable, unique in its ladder
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
        List<Kit> kit,
        List<Text> setUp,
        Text cue,
        List<Text> alternatives,
        Set<Family> helps,
        Set<Contraindication> notFor,
        Dose dose,
        Text breathing,
        Label label) {

    /** A piece of kit and the rule for its size. */
    public record Kit(String item, Text dimension, Label label) {}

    /** Sets times an amount, such as repetitions or seconds a side. */
    public record Dose(int setsFrom, int setsTo, int amountFrom, int amountTo, String unit, Label label) {}

    /** When an exercise must not be given. */
    public enum Contraindication {
        TUCK,
        MARKED_FAULT,
        NO_SPOTTER
    }
}
