package rangordnung.bench;

import com.google.ortools.sat.BoolVar;
import com.google.ortools.sat.CpModel;
import com.google.ortools.sat.CpSolver;
import com.google.ortools.sat.CumulativeConstraint;
import com.google.ortools.sat.IntVar;
import com.google.ortools.sat.IntervalVar;
import com.google.ortools.sat.LinearExpr;
import com.google.ortools.sat.LinearExprBuilder;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.UUID;
import java.util.stream.IntStream;
import rangordnung.core.ShippedData;
import rangordnung.core.ladder.Focus;
import rangordnung.core.ladder.Ladders;
import rangordnung.core.placement.Assignment;
import rangordnung.core.placement.Bounds;
import rangordnung.core.placement.GroupLimits;
import rangordnung.core.placement.Offer;
import rangordnung.core.placement.PlacementRules;
import rangordnung.core.placement.Proposal;
import rangordnung.core.plan.HallPlan;
import rangordnung.core.plan.Planner;
import rangordnung.core.plan.Timetable;
import rangordnung.core.solve.Solver;

/** Groups and timetables against the bare solver on the bare model of the same question. */
final class SolverBenchmark {

    private static final int ATHLETES = 500;
    private static final GroupLimits HALL = GroupLimits.of(24, 5, 40);
    private static final double EFFORT = 10;
    private static final double LIMIT = 1.5;

    private SolverBenchmark() {}

    static void run() throws Exception {
        Ladders ladders = Bench.read(ShippedData.LADDERS, Ladders.class);
        PlacementRules rules = Bench.read(ShippedData.PLACEMENT, PlacementRules.class);
        List<Proposal.Place> places = places(ladders);
        List<Assignment.Candidate> roster = roster(places);
        Assignment assignment = new Assignment(ladders, rules.costs());
        long[][] costs = costs(roster, places, assignment);
        Bench.rounds("assign-500x24-over-solver", "milliseconds", LIMIT, () -> {
            double bare = Bench.milliseconds(() -> assigned(costs));
            double ours = Bench.milliseconds(() -> {
                if (!(assignment.form(roster, HALL, EFFORT) instanceof Assignment.Formed formed && formed.proven())) {
                    throw new IllegalStateException("The groups are not proven");
                }
            });
            return new Bench.Round(ours, bare);
        });
        HallPlan hall = new HallPlan(
                30,
                1,
                List.of(
                        new HallPlan.Station("squat", 2, 90),
                        new HallPlan.Station("lunge", 1, 40),
                        new HallPlan.Station("balance", 1, 45)),
                4,
                10,
                300,
                2700,
                List.of());
        Bench.rounds("hall-30-over-solver", "milliseconds", LIMIT, () -> {
            double ours = Bench.milliseconds(() -> {
                Timetable flow = Planner.flow(hall, Planner.EFFORT);
                if (!flow.proven()) {
                    throw new IllegalStateException("The timetable is not proven");
                }
            });
            return new Bench.Round(ours, Bench.milliseconds(() -> timed(hall)));
        });
    }

    /** The first 24 places of all ladders. */
    private static List<Proposal.Place> places(Ladders ladders) {
        return List.of(Focus.values()).stream()
                .flatMap(f -> ladders.ladderOf(f).stream()
                        .flatMap(l -> l.rungs().stream().map(r -> new Proposal.Place(f, Optional.of(r)))))
                .limit(GroupLimits.MOST_GROUPS)
                .toList();
    }

    private static List<Assignment.Candidate> roster(List<Proposal.Place> places) {
        Random random = new Random(500);
        return IntStream.range(0, ATHLETES)
                .mapToObj(i -> {
                    Proposal.Place first = places.get(random.nextInt(places.size()));
                    Proposal.Place second = places.get(random.nextInt(places.size()));
                    double chance = random.nextInt(60) / 100.0;
                    return new Assignment.Candidate(
                            new UUID(500, i),
                            new Proposal.Placed(
                                    first.focus(),
                                    first.rung(),
                                    Optional.empty(),
                                    true,
                                    Optional.empty(),
                                    Optional.empty(),
                                    List.of(),
                                    List.of(),
                                    Optional.empty(),
                                    Optional.empty(),
                                    List.of(),
                                    List.of(),
                                    Optional.of(second),
                                    List.of(
                                            new Proposal.FocusChance(first.focus(), 1 - chance),
                                            new Proposal.FocusChance(second.focus(), chance)),
                                    List.of(),
                                    false,
                                    Bounds.NONE,
                                    Map.of()),
                            Optional.empty(),
                            Optional.empty(),
                            Optional.empty());
                })
                .toList();
    }

    /** Hundredths; below zero what is impossible. */
    private static long[][] costs(
            List<Assignment.Candidate> roster, List<Proposal.Place> places, Assignment assignment) {
        List<Offer> offers = places.stream()
                .map(p -> new Offer(p.focus(), List.of(p.rung().orElseThrow()), Optional.empty()))
                .toList();
        return roster.stream()
                .map(c -> assignment.weigh(c, offers, HALL).stream()
                        .mapToLong(
                                w -> w instanceof Assignment.Weighed.Possible seat ? Math.round(100 * seat.cost()) : -1)
                        .toArray())
                .toArray(long[][]::new);
    }

    private static void assigned(long[][] costs) {
        CpModel model = Solver.model();
        int groups = costs[0].length;
        BoolVar[] open =
                IntStream.range(0, groups).mapToObj(g -> model.newBoolVar("")).toArray(BoolVar[]::new);
        List<List<BoolVar>> members = IntStream.range(0, groups)
                .<List<BoolVar>>mapToObj(g -> new ArrayList<>())
                .toList();
        LinearExprBuilder sum = LinearExpr.newBuilder();
        for (long[] own : costs) {
            List<BoolVar> seats = new ArrayList<>();
            for (int g = 0; g < groups; g++) {
                if (own[g] >= 0) {
                    BoolVar seat = model.newBoolVar("");
                    model.addImplication(seat, open[g]);
                    sum.addTerm(seat, own[g]);
                    members.get(g).add(seat);
                    seats.add(seat);
                }
            }
            model.addExactlyOne(seats.toArray(BoolVar[]::new));
        }
        for (int g = 0; g < groups; g++) {
            LinearExpr size = LinearExpr.sum(members.get(g).toArray(BoolVar[]::new));
            model.addLessOrEqual(size, LinearExpr.term(open[g], HALL.largest()));
            model.addGreaterOrEqual(size, LinearExpr.term(open[g], HALL.smallest()));
        }
        model.addLessOrEqual(LinearExpr.sum(open), HALL.groups());
        model.minimize(sum);
        solved(model);
    }

    private static void timed(HallPlan hall) {
        CpModel model = Solver.model();
        int latest = 4 * hall.athletes() * 100;
        IntVar end = model.newIntVar(0, latest, "");
        CumulativeConstraint raters = model.addCumulative(hall.raters());
        List<CumulativeConstraint> places = hall.stations().stream()
                .map(s -> model.addCumulative(s.places()))
                .toList();
        for (int a = 0; a < hall.athletes(); a++) {
            List<IntervalVar> own = new ArrayList<>();
            for (int s = 0; s < hall.stations().size(); s++) {
                int seconds = hall.stations().get(s).seconds();
                IntVar start = model.newIntVar(0, latest, "");
                IntervalVar visit = model.newFixedSizeIntervalVar(start, seconds, "");
                places.get(s).addDemand(visit, 1);
                raters.addDemand(visit, 1);
                own.add(model.newFixedSizeIntervalVar(start, seconds + hall.walkingSeconds(), ""));
                model.addLessOrEqual(LinearExpr.newBuilder().add(start).add(seconds), end);
            }
            model.addNoOverlap(own.toArray(IntervalVar[]::new));
        }
        model.minimize(end);
        solved(model);
    }

    private static void solved(CpModel model) {
        CpSolver solver = new CpSolver();
        solver.getParameters().setNumWorkers(1).setRandomSeed(1).setMaxTimeInSeconds(60);
        solver.solve(model);
    }
}
