package rangordnung.core.placement;

import java.util.List;
import java.util.Optional;
import rangordnung.core.ladder.Focus;

/**
 * A group that could be opened: a focus with neighbouring rungs of its ladder, each member on their own.
 *
 * @param rungs from easy to hard
 * @param years of age of its members; any where the lead has not asked for it
 */
public record Offer(Focus focus, List<String> rungs, Optional<Years> years) {

    /** Full years of age, both ends within; without an end above, whoever is older. */
    public record Years(int from, Optional<Integer> to) {

        boolean hold(int age) {
            return age >= from && to.map(last -> age <= last).orElse(true);
        }
    }

    boolean holds(Proposal.Place place) {
        return place.focus() == focus && place.rung().filter(rungs::contains).isPresent();
    }
}
