package rangordnung.core.placement;

import com.google.ortools.sat.BoolVar;
import com.google.ortools.sat.CpModel;
import com.google.ortools.sat.IntVar;
import com.google.ortools.sat.LinearArgument;
import com.google.ortools.sat.LinearExpr;
import com.google.ortools.sat.LinearExprBuilder;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import rangordnung.core.kit.Allotment;
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

    private final Ladders ladders;
    private final PlacementRules.Costs costs;

    public Assignment(Ladders ladders, PlacementRules.Costs costs) {
        this.ladders = ladders;
        this.costs = costs;
    }

    /**
     * An athlete to be assigned.
     *
     * @param locked  where the athlete stays, whatever it costs
     * @param present where the athlete stands now; another place costs a little more, so that small changes do not shuffle all
     * @param age     in full years
     */
    public record Candidate(
            UUID athlete,
            Proposal.Placed proposal,
            Optional<Proposal.Place> locked,
            Optional<Proposal.Place> present,
            Optional<Integer> age) {}

    /**
     * An athlete in a group.
     *
     * @param rung  on which the athlete trains there
     * @param parts what adds up to the cost that is expected
     */
    public record Member(UUID athlete, String rung, double cost, List<Fit.Part> parts) {}

    /** A group that is opened, with its members from the easiest rung to the hardest, then in the order in which they were given. */
    public record Opened(Offer offer, List<Member> members) {}

    /** How much of the kit that limits is in use, in athletes. */
    public record KitUse(Limit.Kit kit, int used, int most) {}

    /** What came of it. */
    public sealed interface Result {}

    /**
     * Groups that can be opened.
     *
     * @param cost      of all members together
     * @param leastCost no assignment costs less
     * @param out       held back: in no group
     */
    public record Formed(
            List<Opened> groups, double cost, double leastCost, boolean proven, List<UUID> out, List<KitUse> kit)
            implements Result {}

    /**
     * Nothing fits.
     *
     * @param who fits into none of the groups, where that is the reason
     */
    public record Impossible(Because because, List<UUID> who) implements Result {}

    /** The limit that is in the way. */
    public enum Because {
        /** All groups together hold fewer than are to be assigned. */
        TOO_FEW_SEATS,
        /** Those who lead groups see fewer than are to be assigned. */
        TOO_FEW_SUPERVISORS,
        /** Somebody fits into none of the groups. */
        NO_PLACE_FOR_SOMEBODY,
        /** Each limit alone could be kept, all together cannot. */
        LIMITS_TOGETHER,
        /** Neither an assignment nor a proof within the effort. */
        UNKNOWN
    }

    /** What a possible group is for one athlete, or why it is none. */
    public sealed interface Weighed {
        /**
         * A seat that can be had.
         *
         * @param rung on which the athlete would train there
         */
        record Possible(String rung, double cost, List<Fit.Part> parts) implements Weighed {}

        record Barred(Fit.Impossible why) implements Weighed {}
    }

    /**
     * The groups of a roster.
     *
     * @param effort in units of the solver's own clock
     */
    public Result form(List<Candidate> all, GroupLimits limits, double effort) {
        List<Candidate> assigned = all.stream().filter(c -> !heldBack(c)).toList();
        List<UUID> out = all.stream()
                .filter(Assignment::heldBack)
                .map(Candidate::athlete)
                .toList();
        if (assigned.isEmpty()) {
            return new Formed(List.of(), 0, 0, true, out, List.of());
        }
        if (limits.seen().filter(most -> assigned.size() > most).isPresent()) {
            return new Impossible(Because.TOO_FEW_SUPERVISORS, List.of());
        }
        if (assigned.size() > limits.open() * limits.largest()) {
            return new Impossible(Because.TOO_FEW_SEATS, List.of());
        }
        return new Model(assigned, offers(assigned, limits), limits).solved(effort, out);
    }

    /** What each of some groups would be for one athlete: the cost before a move is made, and why somebody is not there. */
    public List<Weighed> weigh(Candidate candidate, List<Offer> offers, GroupLimits limits) {
        Seating seating = new Seating(ladders, costs, limits);
        return offers.stream()
                .map(offer -> heldBack(candidate)
                        ? new Weighed.Barred(new Fit.Impossible(
                                candidate.proposal().stopped() ? Fit.Because.STOPPED_TODAY : Fit.Because.NOT_CLEARED))
                        : weighed(seating.of(candidate, offer)))
                .toList();
    }

    private static Weighed weighed(Seating.Seat seat) {
        return seat instanceof Seating.Possible possible
                ? new Weighed.Possible(possible.rung(), possible.cost(), possible.parts())
                : new Weighed.Barred(((Seating.Barred) seat).why());
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

    /** Neighbouring rungs among which somebody would stand by the proposal, as the second choice, or by a decision. */
    private List<Offer> offers(List<Candidate> candidates, GroupLimits limits) {
        Set<Proposal.Place> wanted = candidates.stream()
                .flatMap(c -> Stream.of(
                                Optional.of(c.proposal().place()), c.proposal().second(), c.locked(), c.present())
                        .flatMap(Optional::stream))
                .collect(Collectors.toSet());
        return Stream.of(Focus.values())
                .flatMap(focus -> ladders.ladderOf(focus).stream()
                        .flatMap(l -> stretches(l, limits.rungs()).stream())
                        .flatMap(rungs -> limits.bands().stream().map(years -> new Offer(focus, rungs, years))))
                .filter(offer -> wanted.stream().anyMatch(offer::holds))
                .toList();
    }

    private static List<List<String>> stretches(Ladders.Ladder ladder, int rungs) {
        int length = Math.min(rungs, ladder.rungs().size());
        return IntStream.rangeClosed(0, ladder.rungs().size() - length)
                .mapToObj(from -> ladder.rungs().subList(from, from + length))
                .toList();
    }

    /** A seat that somebody may take. */
    private record Open(BoolVar taken, Seating.Possible seat) {}

    /** One question to the solver. */
    private final class Model {

        private final List<Candidate> candidates;
        private final List<Offer> offers;
        private final GroupLimits limits;
        private final List<Allotment.Limit> kit;
        private final Seating seating;
        private final CpModel model = Solver.model();
        /** Of each candidate, by offer, the seats that are possible. */
        private final List<Map<Integer, Open>> seats = new ArrayList<>();
        /** How many groups of each offer are open. */
        private final IntVar[] open;

        Model(List<Candidate> candidates, List<Offer> offers, GroupLimits limits) {
            this.candidates = candidates;
            this.offers = offers;
            this.limits = limits;
            this.seating = new Seating(ladders, costs, limits);
            this.open = new IntVar[offers.size()];
            seat();
            size();
            this.kit = seating.limits(
                    everySeat().flatMap(o -> o.seat().needs().stream()).toList());
            equip();
            wish();
        }

        private Stream<Open> everySeat() {
            return seats.stream().flatMap(own -> own.values().stream());
        }

        private void seat() {
            LinearExprBuilder sum = LinearExpr.newBuilder();
            for (Candidate candidate : candidates) {
                Map<Integer, Open> own = new LinkedHashMap<>();
                for (int g = 0; g < offers.size(); g++) {
                    if (seating.of(candidate, offers.get(g)) instanceof Seating.Possible possible) {
                        BoolVar taken = model.newBoolVar("");
                        sum.addTerm(taken, Math.round(possible.cost() * HUNDREDTHS));
                        own.put(g, new Open(taken, possible));
                    }
                }
                model.addExactlyOne(own.values().stream().map(Open::taken).toArray(BoolVar[]::new));
                seats.add(own);
            }
            model.minimize(sum);
        }

        private List<BoolVar> taken(int g) {
            return seats.stream()
                    .filter(own -> own.containsKey(g))
                    .map(own -> own.get(g).taken())
                    .toList();
        }

        private void size() {
            for (int g = 0; g < offers.size(); g++) {
                List<BoolVar> own = taken(g);
                int most = Math.min(limits.open(), (own.size() + limits.largest() - 1) / limits.largest());
                open[g] = most <= 1 ? model.newBoolVar("") : model.newIntVar(0, most, "");
                for (BoolVar seat : own) {
                    if (open[g] instanceof BoolVar one) {
                        model.addImplication(seat, one);
                    } else {
                        model.addLessOrEqual(seat, open[g]);
                    }
                }
                LinearExpr size = LinearExpr.sum(own.toArray(BoolVar[]::new));
                model.addLessOrEqual(size, LinearExpr.term(open[g], limits.largest()));
                model.addGreaterOrEqual(size, LinearExpr.term(open[g], limits.smallest()));
            }
            model.addLessOrEqual(LinearExpr.sum(open), limits.open());
        }

        private void equip() {
            for (Allotment.Limit limit : kit) {
                LinearExprBuilder used = LinearExpr.newBuilder();
                everySeat().forEach(o -> used.addTerm(o.taken(), needed(o, limit)));
                model.addLessOrEqual(used, limit.most());
            }
        }

        private int needed(Open seat, Allotment.Limit limit) {
            return (int) seat.seat().needs().stream()
                    .filter(n -> seating.binds(limit, n))
                    .count();
        }

        private void wish() {
            for (List<Map<Integer, Open>> friends : of(limits.together())) {
                for (int i = 1; i < friends.size(); i++) {
                    for (int g = 0; g < offers.size(); g++) {
                        model.addEquality(taken(friends.get(i - 1), g), taken(friends.get(i), g));
                    }
                }
            }
            for (List<Map<Integer, Open>> rivals : of(limits.apart())) {
                for (int g = 0; g < offers.size(); g++) {
                    int at = g;
                    model.addLessOrEqual(
                            LinearExpr.sum(
                                    rivals.stream().map(r -> taken(r, at)).toArray(LinearArgument[]::new)),
                            open[g]);
                }
            }
        }

        private LinearArgument taken(Map<Integer, Open> own, int g) {
            Open seat = own.get(g);
            return seat == null ? LinearExpr.constant(0) : seat.taken();
        }

        /** The seats of those whom wishes name, as far as they are to be assigned. */
        private List<List<Map<Integer, Open>>> of(List<List<UUID>> wishes) {
            return wishes.stream()
                    .map(wish -> IntStream.range(0, candidates.size())
                            .filter(c -> wish.contains(candidates.get(c).athlete()))
                            .mapToObj(seats::get)
                            .toList())
                    .toList();
        }

        Result solved(double effort, List<UUID> out) {
            List<UUID> nowhere = IntStream.range(0, candidates.size())
                    .filter(c -> seats.get(c).isEmpty())
                    .mapToObj(c -> candidates.get(c).athlete())
                    .toList();
            if (!nowhere.isEmpty()) {
                return new Impossible(Because.NO_PLACE_FOR_SOMEBODY, nowhere);
            }
            Solver solver = new Solver(effort);
            return switch (solver.solve(model)) {
                case PROVEN -> formed(solver, true, out);
                case FOUND -> formed(solver, false, out);
                case IMPOSSIBLE -> new Impossible(Because.LIMITS_TOGETHER, List.of());
                case UNKNOWN -> new Impossible(Because.UNKNOWN, List.of());
            };
        }

        private Result formed(Solver solver, boolean proven, List<UUID> out) {
            List<Opened> groups = new ArrayList<>();
            double all = 0;
            for (int g = 0; g < offers.size(); g++) {
                Offer offer = offers.get(g);
                List<Member> own = new ArrayList<>();
                for (int c = 0; c < candidates.size(); c++) {
                    Open seat = seats.get(c).get(g);
                    if (seat != null && solver.answer().booleanValue(seat.taken())) {
                        own.add(new Member(
                                candidates.get(c).athlete(),
                                seat.seat().rung(),
                                seat.seat().cost(),
                                seat.seat().parts()));
                        all += seat.seat().cost();
                    }
                }
                own.sort(Comparator.comparingInt(m -> offer.rungs().indexOf(m.rung())));
                Optional<List<List<Member>>> dealt =
                        new Deal(own, limits, (int) solver.answer().value(open[g])).dealt();
                if (dealt.isEmpty()) {
                    return new Impossible(Because.LIMITS_TOGETHER, List.of());
                }
                dealt.get().forEach(members -> groups.add(new Opened(offer, members)));
            }
            double least = solver.answer().bestObjectiveBound() / HUNDREDTHS;
            return new Formed(groups, all, Math.min(least, all), proven, out, uses(solver));
        }

        private List<KitUse> uses(Solver solver) {
            return kit.stream()
                    .map(limit -> new KitUse(
                            new Limit.Kit(limit.item(), limit.span()),
                            everySeat()
                                    .filter(o -> solver.answer().booleanValue(o.taken()))
                                    .mapToInt(o -> needed(o, limit))
                                    .sum(),
                            limit.most()))
                    .toList();
        }
    }
}
