package rangordnung.core.placement;

import java.util.List;
import rangordnung.core.Refusal;
import rangordnung.core.ladder.Ladders;
import rangordnung.core.protocol.Label;
import rangordnung.core.protocol.Threshold;

/**
 * How cues are taught, as data with their labels.
 *
 * @param repetitions    of one cue, before the next
 * @param contradictions exercises whose cues ask for opposite things, so that nobody hears both
 */
public record TeachingRules(int version, Threshold repetitions, List<Contradiction> contradictions) {

    /** Two exercises whose cues contradict each other. */
    public record Contradiction(String one, String other, Label label) {

        boolean of(String some, String another) {
            return one.equals(some) && other.equals(another) || one.equals(another) && other.equals(some);
        }
    }

    /** The same, once every exercise that it names is known. */
    public TeachingRules checked(Ladders ladders) {
        for (Contradiction pair : contradictions) {
            for (String id : List.of(pair.one(), pair.other())) {
                if (ladders.exercise(id).isEmpty()) {
                    throw Refusal.text(
                            "contradictions", "name the exercise “" + id + "”, which the ladders do not have");
                }
            }
        }
        return this;
    }
}
