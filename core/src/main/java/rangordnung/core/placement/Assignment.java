package rangordnung.core.placement;

import com.google.ortools.sat.BoolVar;
import com.google.ortools.sat.CpModel;
import com.google.ortools.sat.LinearExpr;
import com.google.ortools.sat.LinearExprBuilder;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import rangordnung.core.Refusal;
import rangordnung.core.ladder.Focus;
import rangordnung.core.ladder.Ladders;
import rangordnung.core.solve.Solver;

/**
 * Which groups to open and who goes where, at the least expected cost: proven, or with how far from it at most (CP-SAT). Whoever
 * is held back stays out of every group.
 */
public final class Assignment {

    /** Costs are put to the solver in hundredths (house convention). */
    private static final double HUNDREDTHS = 100;

    /** Most groups that one hall can open (house convention). */
    public static final int MOST_GROUPS = 24;

    public static final int MOST_IN_A_GROUP = 600;

    private final ExpectedCost cost;
    private final Ladders ladders;
    private final double moved;

    public Assignment(Ladders ladders, PlacementRules.Costs costs) {
        this.cost = new ExpectedCost(ladders, costs);
        this.ladders = ladders;
        this.moved = costs.moved().value();
    }

    /**
     * What the hall allows.
     *
     * @param groups   how many can be open at once
     * @param smallest how many athletes a group has at least
     * @param largest  how many at most
     */
    public record Hall(int groups, int smallest, int largest) {
        public Hall {
            Refusal.within(groups, 1, MOST_GROUPS, "", "groups");
            Refusal.within(smallest, 1, MOST_IN_A_GROUP, "", "smallest");
            Refusal.within(largest, 1, MOST_IN_A_GROUP, "", "largest");
            if (smallest > largest) {
                throw Refusal.contradiction(
                        "A group cannot have at least " + smallest + " and at most " + largest + " athletes.");
            }
        }
    }

    /**
     * An athlete to be assigned.
     *
     * @param locked  where the athlete stays, whatever it costs
     * @param present where the athlete stands now; another place costs a little more, so that small changes do not shuffle all
     */
    public record Candidate(
            UUID athlete,
            Proposal.Placed proposal,
            Optional<Proposal.Place> locked,
            Optional<Proposal.Place> present) {}

    /** An athlete's seat in a group and what it is expected to cost. */
    public record Seat(UUID athlete, double cost) {}

    /** A group that is opened, with its members in the order in which they were given. */
    public record Opened(Proposal.Place place, List<Seat> seats) {}

    /** What came of it. */
    public sealed interface Result {}

    /**
     * Groups that can be opened.
     *
     * @param cost      of all seats together
     * @param leastCost no assignment costs less
     * @param out       held back: in no group
     */
    public record Formed(List<Opened> groups, double cost, double leastCost, boolean proven, List<UUID> out)
            implements Result {}

    /** Nothing fits. */
    public record Impossible(Because because) implements Result {}

    /** The limit that is in the way. */
    public enum Because {
        /** All groups together hold fewer than are to be assigned. */
        TOO_FEW_SEATS,
        /** Somebody fits into none of the groups. */
        NO_PLACE_FOR_SOMEBODY,
        /** Each limit alone could be kept, all together cannot. */
        LIMITS_TOGETHER,
        /** Neither an assignment nor a proof within the effort. */
        UNKNOWN
    }

    /**
     * The groups of a roster.
     *
     * @param effort in units of the solver's own clock
     */
    public Result form(List<Candidate> all, Hall hall, double effort) {
        List<Candidate> assigned = all.stream().filter(c -> !heldBack(c)).toList();
        List<UUID> out = all.stream()
                .filter(Assignment::heldBack)
                .map(Candidate::athlete)
                .toList();
        if (assigned.isEmpty()) {
            return new Formed(List.of(), 0, 0, true, out);
        }
        if (assigned.size() > hall.groups() * hall.largest()) {
            return new Impossible(Because.TOO_FEW_SEATS);
        }
        List<Proposal.Place> places = places(assigned);
        return new Model(assigned, places, hall).solved(effort, out);
    }

    /** Whether somebody stands in Protect now, by the proposal or by what the lead has decided. */
    private static boolean heldBack(Candidate candidate) {
        return candidate
                        .locked()
                        .or(candidate::present)
                        .orElse(candidate.proposal().place())
                        .focus()
                == Focus.PROTECT;
    }

    /** Where somebody stays: locked, or placed by whoever cleared them, so that there is no other place to weigh. */
    private static Optional<Proposal.Place> stays(Candidate candidate) {
        return candidate
                .locked()
                .or(() -> candidate.proposal().focus() == Focus.PROTECT ? candidate.present() : Optional.empty());
    }

    /** Where somebody would stand by the proposal, as the second choice, or by a decision; in a fixed order. */
    private List<Proposal.Place> places(List<Candidate> candidates) {
        return candidates.stream()
                .flatMap(c -> Stream.of(
                                Optional.of(c.proposal().place()), c.proposal().second(), c.locked(), c.present())
                        .flatMap(Optional::stream))
                .filter(p -> p.focus() != Focus.PROTECT)
                .distinct()
                .sorted(Comparator.comparing(Proposal.Place::focus).thenComparing(p -> p.rung()
                        .flatMap(r -> ladders.ladderOf(p.focus()).flatMap(l -> l.position(r)))
                        .orElse(0)))
                .toList();
    }

    private Optional<Double> cost(Candidate candidate, Proposal.Place place) {
        return stays(candidate)
                .map(there -> there.equals(place) ? Optional.of(0.0) : Optional.<Double>empty())
                .orElseGet(() -> cost.of(candidate.proposal(), place).map(costs -> costs + moved(candidate, place)));
    }

    private double moved(Candidate candidate, Proposal.Place place) {
        return candidate.present().filter(p -> !p.equals(place)).isPresent() ? moved : 0;
    }

    /** A seat that somebody may take, and what it costs. */
    private record Possible(BoolVar taken, double cost) {}

    /** One question to the solver. */
    private final class Model {

        private final List<Candidate> candidates;
        private final List<Proposal.Place> places;
        private final CpModel model = Solver.model();
        /** Of each candidate, by place, the seats that are possible. */
        private final List<Map<Integer, Possible>> seats = new ArrayList<>();

        private final BoolVar[] open;

        Model(List<Candidate> candidates, List<Proposal.Place> places, Hall hall) {
            this.candidates = candidates;
            this.places = places;
            this.open = IntStream.range(0, places.size())
                    .mapToObj(g -> model.newBoolVar(""))
                    .toArray(BoolVar[]::new);
            LinearExprBuilder sum = LinearExpr.newBuilder();
            for (Candidate candidate : candidates) {
                Map<Integer, Possible> own = new LinkedHashMap<>();
                for (int g = 0; g < places.size(); g++) {
                    Optional<Double> costs = cost(candidate, places.get(g));
                    if (costs.isPresent()) {
                        BoolVar seat = model.newBoolVar("");
                        model.addImplication(seat, open[g]);
                        sum.addTerm(seat, Math.round(costs.get() * HUNDREDTHS));
                        own.put(g, new Possible(seat, costs.get()));
                    }
                }
                model.addExactlyOne(own.values().stream().map(Possible::taken).toArray(BoolVar[]::new));
                seats.add(own);
            }
            for (int g = 0; g < places.size(); g++) {
                int at = g;
                LinearExpr size = LinearExpr.sum(seats.stream()
                        .filter(own -> own.containsKey(at))
                        .map(own -> own.get(at).taken())
                        .toArray(BoolVar[]::new));
                model.addLessOrEqual(size, LinearExpr.term(open[g], hall.largest()));
                model.addGreaterOrEqual(size, LinearExpr.term(open[g], hall.smallest()));
            }
            model.addLessOrEqual(LinearExpr.sum(open), hall.groups());
            model.minimize(sum);
        }

        Result solved(double effort, List<UUID> out) {
            if (seats.stream().anyMatch(Map::isEmpty)) {
                return new Impossible(Because.NO_PLACE_FOR_SOMEBODY);
            }
            Solver solver = new Solver(effort);
            return switch (solver.solve(model)) {
                case PROVEN -> formed(solver, true, out);
                case FOUND -> formed(solver, false, out);
                case IMPOSSIBLE -> new Impossible(Because.LIMITS_TOGETHER);
                case UNKNOWN -> new Impossible(Because.UNKNOWN);
            };
        }

        private Formed formed(Solver solver, boolean proven, List<UUID> out) {
            List<Opened> groups = new ArrayList<>();
            double all = 0;
            for (int g = 0; g < places.size(); g++) {
                List<Seat> own = new ArrayList<>();
                for (int c = 0; c < candidates.size(); c++) {
                    Possible seat = seats.get(c).get(g);
                    if (seat != null && solver.answer().booleanValue(seat.taken())) {
                        own.add(new Seat(candidates.get(c).athlete(), seat.cost()));
                        all += seat.cost();
                    }
                }
                if (!own.isEmpty()) {
                    groups.add(new Opened(places.get(g), own));
                }
            }
            double least = solver.answer().bestObjectiveBound() / HUNDREDTHS;
            return new Formed(groups, all, Math.min(least, all), proven, out);
        }
    }
}
