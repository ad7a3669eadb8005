package rangordnung.core.placement;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import rangordnung.core.kit.Allotment;
import rangordnung.core.kit.Need;
import rangordnung.core.ladder.Exercise;
import rangordnung.core.ladder.Focus;
import rangordnung.core.ladder.Ladders;

/**
 * What a group costs an athlete, over the chances of each focus: whoever is surely of another focus costs all of it, a coin flip
 * half. The rung costs as it does for one athlete ({@link Fit}); within the rungs of the group everybody trains on their own.
 */
final class Seating {

    private final Ladders ladders;
    private final PlacementRules.Costs costs;
    private final GroupLimits limits;
    private final Optional<Allotment> allotment;

    Seating(Ladders ladders, PlacementRules.Costs costs, GroupLimits limits) {
        this.ladders = ladders;
        this.costs = costs;
        this.limits = limits;
        this.allotment = limits.inventory().map(i -> new Allotment(ladders, i));
    }

    /** What comes of an athlete in a group. */
    sealed interface Seat {}

    /**
     * @param rung  on which the athlete trains there
     * @param parts what adds up to the cost, each as it is expected
     */
    record Possible(String rung, double cost, List<Fit.Part> parts, List<Need> needs) implements Seat {}

    record Barred(Fit.Impossible why) implements Seat {}

    Seat of(Assignment.Candidate candidate, Offer offer) {
        Optional<Proposal.Place> stays = stays(candidate);
        if (stays.isPresent()) {
            return offer.holds(stays.get())
                    ? new Possible(
                            stays.get().rung().orElseThrow(),
                            0,
                            List.of(),
                            needs(candidate, stays.get().rung().orElseThrow()).stream()
                                    .filter(this::there)
                                    .toList())
                    : barred(Fit.Because.LOCKED);
        }
        if (offer.years()
                .filter(y -> candidate.age().filter(age -> !y.hold(age)).isPresent())
                .isPresent()) {
            return barred(Fit.Because.OTHER_AGE);
        }
        String rung = rung(candidate.proposal(), offer);
        Proposal.Place place = new Proposal.Place(offer.focus(), Optional.of(rung));
        Fit fit = Fit.of(candidate.proposal(), place, ladders, costs);
        if (fit instanceof Fit.Impossible impossible) {
            return new Barred(impossible);
        }
        Fit.Possible possible = (Fit.Possible) fit;
        if (possible.needsClearance()) {
            return barred(Fit.Because.NOT_CLEARED);
        }
        if (unspotted(rung)) {
            return new Barred(new Fit.Impossible(
                    Fit.Because.CONTRAINDICATED, Optional.of(Exercise.Contraindication.NO_SPOTTER), Optional.empty()));
        }
        List<Need> needs = needs(candidate, rung);
        Optional<Need> missing = needs.stream().filter(n -> !there(n)).findFirst();
        if (missing.isPresent()) {
            return new Barred(new Fit.Impossible(Fit.Because.NO_KIT, Optional.empty(), missing));
        }
        List<Fit.Part> parts = parts(candidate, place, possible);
        return new Possible(rung, parts.stream().mapToDouble(Fit.Part::cost).sum(), parts, needs);
    }

    private static Barred barred(Fit.Because because) {
        return new Barred(new Fit.Impossible(because));
    }

    /** Where somebody stays: locked, or placed by whoever cleared them, so that there is no other place to weigh. */
    private static Optional<Proposal.Place> stays(Assignment.Candidate candidate) {
        return candidate
                .locked()
                .or(() -> candidate.proposal().focus() == Focus.PROTECT ? candidate.present() : Optional.empty());
    }

    /** The athlete's own rung, or the nearest to it that the group has; its easiest where none is known. */
    private String rung(Proposal.Placed proposal, Offer offer) {
        Ladders.Ladder ladder = ladders.ladderOf(offer.focus()).orElseThrow();
        int low = ladder.position(offer.rungs().get(0)).orElseThrow();
        int own = Fit.ownRung(proposal, offer.focus(), Optional.of(ladder), ladders)
                .orElse(low);
        int high = low + offer.rungs().size() - 1;
        return ladder.rungs().get(Math.max(low, Math.min(high, own)));
    }

    private boolean unspotted(String rung) {
        return limits.inventory().filter(i -> !i.spotter()).isPresent()
                && ladders.exercise(rung)
                        .filter(e -> e.notFor().contains(Exercise.Contraindication.NO_SPOTTER))
                        .isPresent();
    }

    private List<Need> needs(Assignment.Candidate candidate, String rung) {
        return ladders.exercise(rung).stream()
                .flatMap(e -> e.kit().stream())
                .map(k -> Need.of(
                        ladders,
                        k.item(),
                        k.size(),
                        k.size()
                                .flatMap(by -> Optional.ofNullable(
                                        candidate.proposal().sizes().get(by)))
                                .map(Proposal.Size::centimetres)))
                .toList();
    }

    private boolean there(Need need) {
        return allotment.map(a -> a.there(need)).orElse(true);
    }

    /** What must hold so that kit suffices for everybody. */
    List<Allotment.Limit> limits(List<Need> needs) {
        return allotment.map(a -> a.limits(needs)).orElse(List.of());
    }

    boolean binds(Allotment.Limit limit, Need need) {
        return allotment.filter(a -> a.binds(limit, need)).isPresent();
    }

    private List<Fit.Part> parts(Assignment.Candidate candidate, Proposal.Place place, Fit.Possible fit) {
        List<Fit.Part> parts = new ArrayList<>();
        focus(candidate.proposal(), place, fit).ifPresent(parts::add);
        fit.parts().stream().filter(Seating::ofRung).forEach(parts::add);
        if (candidate.present().filter(p -> !p.equals(place)).isPresent()) {
            parts.add(new Fit.Part(Fit.Why.MOVED, 0, costs.moved().value()));
        }
        return parts;
    }

    private static boolean ofRung(Fit.Part part) {
        return part.why() == Fit.Why.TOO_EASY || part.why() == Fit.Why.TOO_HARD;
    }

    /** What the focus costs: as proposed in as many cases as that is right, else nothing where it is the right one and all where not. */
    private Optional<Fit.Part> focus(Proposal.Placed proposal, Proposal.Place place, Fit.Possible fit) {
        Optional<Fit.Part> asProposed =
                fit.parts().stream().filter(p -> !ofRung(p)).findFirst();
        double cost = proposal.chances().stream()
                .mapToDouble(c -> c.chance()
                        * (c.focus() == proposal.focus()
                                ? asProposed.map(Fit.Part::cost).orElse(0.0)
                                : c.focus() == place.focus()
                                        ? 0
                                        : costs.otherFocus().value()))
                .sum();
        return cost > 0
                ? Optional.of(new Fit.Part(asProposed.map(Fit.Part::why).orElse(Fit.Why.UNSURE_FOCUS), 0, cost))
                : Optional.empty();
    }
}
