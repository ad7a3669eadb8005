package rangordnung.core.placement;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import rangordnung.core.ladder.Focus;
import rangordnung.core.ladder.Ladders;

/**
 * What it costs to place an athlete elsewhere than proposed (house convention): another focus, a rung too easy or
 * too hard. More than the allowed rungs too hard is impossible, and so is any place for whoever was stopped for pain today;
 * a referral or a missing clearance is answered by whoever cleared the athlete.
 */
public sealed interface Fit {

    /**
     * A place that can be had at a cost.
     *
     * @param parts          what adds up to the cost
     * @param needsClearance whether it has to be said who cleared the athlete, and when
     */
    record Possible(double cost, List<Part> parts, boolean needsClearance) implements Fit {}

    record Impossible(Because because) implements Fit {}

    /** Part of a cost. */
    record Part(Why why, int rungs, double cost) {}

    enum Why {
        SECOND_FOCUS,
        OTHER_FOCUS,
        TOO_EASY,
        TOO_HARD
    }

    enum Because {
        /** Pain stopped the screen today. */
        STOPPED_TODAY,
        TOO_HARD,
        NO_SUCH_RUNG
    }

    /**
     * The fit of a place to a proposal. Where nothing could be proposed yet, any existing place is free.
     *
     * @param proposal what was computed for the athlete
     * @param place    where the athlete would go
     */
    static Fit of(Proposal proposal, Proposal.Place place, Ladders ladders, PlacementRules.Costs costs) {
        Optional<Ladders.Ladder> ladder = ladders.ladderOf(place.focus());
        Optional<Integer> to = ladder.flatMap(l -> place.rung().flatMap(l::position));
        if (ladder.isPresent() != place.rung().isPresent() || place.rung().isPresent() && to.isEmpty()) {
            return new Impossible(Because.NO_SUCH_RUNG);
        }
        return proposal instanceof Proposal.Placed placed
                ? of(placed, place, ladder, to, ladders, costs)
                : new Possible(0, List.of(), false);
    }

    private static Fit of(
            Proposal.Placed proposal,
            Proposal.Place place,
            Optional<Ladders.Ladder> ladder,
            Optional<Integer> to,
            Ladders ladders,
            PlacementRules.Costs costs) {
        boolean outOfProtect = proposal.focus() == Focus.PROTECT && place.focus() != Focus.PROTECT;
        if (outOfProtect) {
            return proposal.stopped() ? new Impossible(Because.STOPPED_TODAY) : new Possible(0, List.of(), true);
        }
        List<Part> parts = new ArrayList<>();
        boolean second = proposal.second().map(s -> s.focus() == place.focus()).orElse(false);
        if (place.focus() != proposal.focus()) {
            parts.add(
                    second
                            ? new Part(Why.SECOND_FOCUS, 0, costs.secondFocus().value())
                            : new Part(Why.OTHER_FOCUS, 0, costs.otherFocus().value()));
        }
        Optional<Integer> own = ownRung(proposal, place.focus(), ladder, ladders);
        if (own.isPresent() && to.isPresent()) {
            int harder = to.get() - own.get();
            if (harder > costs.hardestAbove().value()) {
                return new Impossible(Because.TOO_HARD);
            }
            if (harder > 0) {
                parts.add(new Part(
                        Why.TOO_HARD, harder, harder * costs.rungTooHard().value()));
            } else if (harder < 0) {
                parts.add(new Part(
                        Why.TOO_EASY, -harder, -harder * costs.rungTooEasy().value()));
            }
        }
        return new Possible(parts.stream().mapToDouble(Part::cost).sum(), List.copyOf(parts), false);
    }

    /** The rung that would suit the athlete on the place's ladder, where the proposal knows one. */
    private static Optional<Integer> ownRung(
            Proposal.Placed proposal, Focus focus, Optional<Ladders.Ladder> ladder, Ladders ladders) {
        Optional<String> rung = ladder.equals(ladders.ladderOf(proposal.focus()))
                ? proposal.rung()
                : proposal.second().filter(s -> s.focus() == focus).flatMap(Proposal.Place::rung);
        return ladder.flatMap(l -> rung.flatMap(l::position));
    }
}
