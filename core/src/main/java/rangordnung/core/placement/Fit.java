package rangordnung.core.placement;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import rangordnung.core.kit.Need;
import rangordnung.core.ladder.Exercise;
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

    /**
     * A place that cannot be had.
     *
     * @param against what forbids its exercise
     * @param need    the kit that is not there
     */
    record Impossible(Because because, Optional<Exercise.Contraindication> against, Optional<Need> need)
            implements Fit {
        Impossible(Because because) {
            this(because, Optional.empty(), Optional.empty());
        }
    }

    /** Part of a cost. */
    record Part(Why why, int rungs, double cost) {}

    enum Why {
        /** The proposed focus, which may not be the first to work on. */
        UNSURE_FOCUS,
        SECOND_FOCUS,
        /** Another focus that trains on the same ladder: the same exercise, so that it costs what a second focus does. */
        SAME_LADDER,
        OTHER_FOCUS,
        TOO_EASY,
        TOO_HARD,
        /** Away from where the athlete stands now. */
        MOVED
    }

    enum Because {
        /** Pain stopped the screen today. */
        STOPPED_TODAY,
        TOO_HARD,
        NO_SUCH_RUNG,
        CONTRAINDICATED,
        /** The hall has no kit that will do. */
        NO_KIT,
        /** The group is for another age. */
        OTHER_AGE,
        /** The lead has locked the athlete elsewhere. */
        LOCKED,
        /** First somebody has to say who cleared the athlete. */
        NOT_CLEARED
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
        Optional<Exercise.Contraindication> against = place.rung()
                .flatMap(ladders::exercise)
                .flatMap(exercise -> proposal.bounds().against(exercise));
        if (against.isPresent()) {
            return new Impossible(Because.CONTRAINDICATED, against, Optional.empty());
        }
        List<Part> parts = new ArrayList<>();
        if (place.focus() != proposal.focus()) {
            parts.add(otherFocus(proposal, place.focus(), ladder, ladders, costs));
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

    private static Part otherFocus(
            Proposal.Placed proposal,
            Focus focus,
            Optional<Ladders.Ladder> ladder,
            Ladders ladders,
            PlacementRules.Costs costs) {
        if (proposal.second().filter(s -> s.focus() == focus).isPresent()) {
            return new Part(Why.SECOND_FOCUS, 0, costs.secondFocus().value());
        }
        return ladder.isPresent() && ladder.equals(ladders.ladderOf(proposal.focus()))
                ? new Part(Why.SAME_LADDER, 0, costs.secondFocus().value())
                : new Part(Why.OTHER_FOCUS, 0, costs.otherFocus().value());
    }

    /** The rung that would suit the athlete on the ladder of a focus, counted from 0, where the proposal knows one. */
    static Optional<Integer> ownRung(
            Proposal.Placed proposal, Focus focus, Optional<Ladders.Ladder> ladder, Ladders ladders) {
        Optional<String> rung = ladder.equals(ladders.ladderOf(proposal.focus()))
                ? proposal.rung()
                : proposal.second()
                        .filter(s -> s.focus() == focus)
                        .flatMap(Proposal.Place::rung)
                        .or(() -> ladder.flatMap(l -> stand(proposal, l.id())));
        return ladder.flatMap(l -> rung.flatMap(l::position));
    }

    private static Optional<String> stand(Proposal.Placed proposal, String ladder) {
        return proposal.rungs().stream()
                .filter(stand -> stand.ladder().equals(ladder))
                .map(Proposal.Stand::rung)
                .findFirst();
    }
}
