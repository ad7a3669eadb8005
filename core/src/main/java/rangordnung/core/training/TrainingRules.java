package rangordnung.core.training;

import java.util.EnumMap;
import java.util.Map;
import java.util.Set;
import rangordnung.core.ladder.Ladders;
import rangordnung.core.protocol.InvalidProtocol;
import rangordnung.core.protocol.Threshold;

/**
 * The numbers of a block, as data with their labels.
 *
 * @param lengths     of the parts, in minutes
 * @param drills      ladders that are trained as preparation
 * @param preparation the exercise of whom no lasting work prepares
 * @param close       the exercise that everybody closes with
 * @param rise        share by which a week may exceed the mean of those before
 * @param meanWeeks   so many weeks before count for that mean
 * @param layOff      weeks without training after which one begins anew
 * @param soreShare   share of the sets that is left with a sore tendon
 * @param secondsARepetition how long a slow repetition takes, so that holds can be held against it
 * @param ownedChance how sure a rung must be owned in a session
 * @param eye         noise of a grade that is seen by eye
 * @param usualMass   kilograms of somebody whose mass nobody knows, to weigh a load against
 */
public record TrainingRules(
        int version,
        Map<Part, Threshold> lengths,
        Set<String> drills,
        String preparation,
        String close,
        Threshold rise,
        Threshold meanWeeks,
        Threshold layOff,
        Threshold soreShare,
        Threshold secondsARepetition,
        Threshold ownedChance,
        Threshold eye,
        Threshold usualMass) {

    /** The same, once every name in it is known. */
    public TrainingRules checked(Ladders ladders) {
        drills.forEach(ladders::required);
        for (String exercise : new String[] {preparation, close}) {
            if (ladders.exercise(exercise).isEmpty()) {
                throw new InvalidProtocol("There is no exercise " + exercise);
            }
        }
        for (Part part : Part.values()) {
            if (!lengths.containsKey(part)) {
                throw new InvalidProtocol("Nobody says how long " + part + " takes");
            }
        }
        return this;
    }

    /** How many minutes each part takes. */
    public Map<Part, Integer> minutes() {
        Map<Part, Integer> minutes = new EnumMap<>(Part.class);
        lengths.forEach((part, length) -> minutes.put(part, (int) length.value()));
        return minutes;
    }
}
