package rangordnung.core.placement;

import java.util.Optional;
import rangordnung.core.ladder.Ladders;

/**
 * What a group costs an athlete, over the chances of each focus: whoever is surely of another focus costs all of it, a coin flip
 * half. The rung costs as it does for one athlete ({@link Fit}).
 */
final class ExpectedCost {

    private final Ladders ladders;
    private final PlacementRules.Costs costs;

    ExpectedCost(Ladders ladders, PlacementRules.Costs costs) {
        this.ladders = ladders;
        this.costs = costs;
    }

    /** The cost; empty where the place is impossible or first needs a word on who cleared the athlete. */
    Optional<Double> of(Proposal.Placed proposal, Proposal.Place place) {
        return Fit.of(proposal, place, ladders, costs) instanceof Fit.Possible possible && !possible.needsClearance()
                ? Optional.of(rungs(possible) + focus(proposal, place, possible))
                : Optional.empty();
    }

    private static double rungs(Fit.Possible fit) {
        return fit.parts().stream()
                .filter(p -> p.why() == Fit.Why.TOO_EASY || p.why() == Fit.Why.TOO_HARD)
                .mapToDouble(Fit.Part::cost)
                .sum();
    }

    private double focus(Proposal.Placed proposal, Proposal.Place place, Fit.Possible fit) {
        double asProposed = fit.cost() - rungs(fit);
        return proposal.chances().stream()
                .mapToDouble(c -> c.chance()
                        * (c.focus() == proposal.focus()
                                ? asProposed
                                : c.focus() == place.focus()
                                        ? 0
                                        : costs.otherFocus().value()))
                .sum();
    }
}
