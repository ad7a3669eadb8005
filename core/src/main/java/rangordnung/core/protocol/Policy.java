package rangordnung.core.protocol;

import java.util.Optional;
import java.util.Set;
import rangordnung.core.Ordered;
import rangordnung.core.Refusal;

/**
 * The view that a school takes on one question, with its reason. All are common practice without a source.
 *
 * @param value     names the view, for example {@code PARALLEL}
 * @param name      what it is called
 * @param reason    why the school holds it
 * @param target    the number it aims at, where it has one
 * @param tolerance how far around the target is still within it
 * @param setUp     what it asks for in the set-up of a test
 * @param words     what may be said to the athlete about it
 * @param retest    the retest that it asks for first
 * @param hides     measures that are of no concern under it
 */
public record Policy(
        String value,
        Optional<Text> name,
        Text reason,
        Optional<Threshold> target,
        Optional<Threshold> tolerance,
        Optional<Text> setUp,
        Optional<Text> words,
        Optional<String> retest,
        Set<String> hides) {

    public Policy {
        Refusal.present(value, "value");
        Refusal.present(reason, "reason");
        name = name == null ? Optional.empty() : name;
        target = target == null ? Optional.empty() : target;
        tolerance = tolerance == null ? Optional.empty() : tolerance;
        setUp = setUp == null ? Optional.empty() : setUp;
        words = words == null ? Optional.empty() : words;
        retest = retest == null ? Optional.empty() : retest;
        hides = hides == null ? Set.of() : Ordered.copy(hides);
    }

    Policy aimingAt(Threshold other) {
        return new Policy(value, name, reason, Optional.of(other), tolerance, setUp, words, retest, hides);
    }

    /** The same with what its question knows of the view: an older version did not carry it. */
    Policy as(Policy known) {
        return new Policy(
                value,
                name.or(known::name),
                reason,
                target,
                tolerance,
                known.setUp(),
                known.words(),
                known.retest(),
                known.hides());
    }
}
