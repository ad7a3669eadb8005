package rangordnung.core.plan;

import com.google.ortools.sat.CpModel;
import com.google.ortools.sat.CumulativeConstraint;
import com.google.ortools.sat.DecisionStrategyProto.DomainReductionStrategy;
import com.google.ortools.sat.DecisionStrategyProto.VariableSelectionStrategy;
import com.google.ortools.sat.IntVar;
import com.google.ortools.sat.IntervalVar;
import com.google.ortools.sat.LinearExpr;
import com.google.ortools.util.Domain;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import rangordnung.core.solve.Solver;

/**
 * Looks for the timetable that ends soonest: whether one ends by a certain moment is put to the solver, from the bound on in
 * growing steps and then between. What it proves impossible raises the bound, so that the answer is proven or its distance from
 * the best is known.
 */
final class Flow {

    /** Questions to the solver about one plan: the larger it is, the longer each takes, and the fewer there are (house convention). */
    private static final int MOST_QUESTIONS = 8;

    private static final int VISITS_ASKED_ABOUT = 2000;

    private final HallPlan plan;
    private final double effort;
    /** Seconds of one step of time: every duration is a whole number of them. */
    private final int step;

    private final int usable;
    private final int busiest;
    /** In steps: no timetable ends sooner; the latest end that failed; the soonest that did not. */
    private int bound;

    private int failed;
    private Timetable best;
    private final int questions;
    private int asked;

    /** @param known a timetable that can be walked */
    Flow(HallPlan plan, double effort, Timetable known) {
        this.plan = plan;
        this.best = known;
        this.questions = Math.min(
                MOST_QUESTIONS,
                VISITS_ASKED_ABOUT / (plan.athletes() * plan.stations().size()));
        this.effort = effort;
        this.step = IntStream.concat(
                        IntStream.of(plan.walkingSeconds(), plan.usableSeconds()),
                        plan.stations().stream().mapToInt(HallPlan.Station::seconds))
                .reduce(0, Flow::common);
        this.usable = plan.usableSeconds() / step;
        this.busiest = IntStream.range(0, plan.stations().size())
                .boxed()
                .max(Comparator.comparingDouble(this::load))
                .orElseThrow();
        this.bound = (plan.lowerBound() + step - 1) / step;
        this.failed = bound - 1;
    }

    private static int common(int a, int b) {
        return b == 0 ? a : common(b, a % b);
    }

    private double load(int station) {
        HallPlan.Station at = plan.stations().get(station);
        return (double) at.seconds() / places(at);
    }

    private int places(HallPlan.Station station) {
        return Math.min(station.places(), plan.raters());
    }

    Timetable soonest() {
        int ahead = 1;
        while (asked < questions && !settled() && failed + ahead < finish() && !ends(failed + ahead)) {
            ahead *= 2;
        }
        while (asked < questions && !settled()) {
            ends(failed + (finish() - failed) / 2);
        }
        return new Timetable(best.slots(), best.finish(), bound * step, finish() <= bound);
    }

    private int finish() {
        return best.finish() / step;
    }

    /** Nothing lies between the latest end that failed and the soonest that did not. */
    private boolean settled() {
        return finish() - 1 <= failed;
    }

    /** Asks whether a timetable ends by a moment, and keeps what was found or proven. */
    private boolean ends(int end) {
        asked++;
        Tried tried = within(end);
        if (tried.timetable().isPresent()) {
            best = tried.timetable().get();
            return true;
        }
        failed = end;
        if (tried.impossible()) {
            bound = Math.max(bound, end + 1);
        }
        return false;
    }

    private record Tried(Optional<Timetable> timetable, boolean impossible) {}

    /** A timetable that ends by a moment, told in steps of time. */
    private Tried within(int end) {
        Solver solver = new Solver(effort).forTimes();
        CpModel model = Solver.model();
        IntVar[][] starts = starts(model, end);
        if (starts.length == 0) {
            return new Tried(Optional.empty(), true);
        }
        constrain(model, starts);
        model.addDecisionStrategy(
                Arrays.stream(starts).flatMap(Stream::of).toArray(IntVar[]::new),
                VariableSelectionStrategy.CHOOSE_LOWEST_MIN,
                DomainReductionStrategy.SELECT_MIN_VALUE);
        return switch (solver.solve(model)) {
            case PROVEN, FOUND -> new Tried(Optional.of(timetable(starts, solver)), false);
            case IMPOSSIBLE -> new Tried(Optional.empty(), true);
            case UNKNOWN -> new Tried(Optional.empty(), false);
        };
    }

    private int seconds(int station) {
        return plan.stations().get(station).seconds() / step;
    }

    /** A start for each athlete and station, so that no test runs across the end of a lesson; empty where there is none. */
    private IntVar[][] starts(CpModel model, int end) {
        int stations = plan.stations().size();
        IntVar[][] starts = new IntVar[plan.athletes()][stations];
        for (int s = 0; s < stations; s++) {
            List<long[]> possible = new ArrayList<>();
            for (int lesson = 0; lesson * usable < end; lesson++) {
                long last = Math.min((lesson + 1) * (long) usable, end) - seconds(s);
                if (last >= lesson * (long) usable) {
                    possible.add(new long[] {lesson * (long) usable, last});
                }
            }
            if (possible.isEmpty()) {
                return new IntVar[0][];
            }
            Domain domain = Domain.fromIntervals(possible.toArray(long[][]::new));
            for (int a = 0; a < plan.athletes(); a++) {
                starts[a][s] = model.newIntVarFromDomain(domain, "");
            }
        }
        return starts;
    }

    private void constrain(CpModel model, IntVar[][] starts) {
        int stations = plan.stations().size();
        int walking = plan.walkingSeconds() / step;
        int[][] before = plan.before();
        CumulativeConstraint raters = model.addCumulative(plan.concurrent());
        CumulativeConstraint[] places = new CumulativeConstraint[stations];
        for (int s = 0; s < stations; s++) {
            places[s] = model.addCumulative(places(plan.stations().get(s)));
        }
        for (int a = 0; a < plan.athletes(); a++) {
            IntervalVar[] own = new IntervalVar[stations];
            for (int s = 0; s < stations; s++) {
                IntervalVar at = model.newFixedSizeIntervalVar(starts[a][s], seconds(s), "");
                places[s].addDemand(at, 1);
                raters.addDemand(at, 1);
                own[s] = model.newFixedSizeIntervalVar(starts[a][s], seconds(s) + (long) walking, "");
                for (int first : before[s]) {
                    model.addGreaterOrEqual(starts[a][s], later(starts[a][first], seconds(first) + walking));
                }
            }
            model.addNoOverlap(own);
        }
        inOrder(model, starts);
    }

    /** Athletes are alike: they come to the busiest station in the order of their numbers. */
    private void inOrder(CpModel model, IntVar[][] starts) {
        int ahead = places(plan.stations().get(busiest));
        for (int a = 1; a < plan.athletes(); a++) {
            model.addLessOrEqual(starts[a - 1][busiest], starts[a][busiest]);
            if (a >= ahead) {
                model.addGreaterOrEqual(starts[a][busiest], later(starts[a - ahead][busiest], seconds(busiest)));
            }
        }
    }

    private static LinearExpr later(IntVar start, int by) {
        return LinearExpr.newBuilder().add(start).add(by).build();
    }

    /** The slots, each at the first place of its station that is free. */
    private Timetable timetable(IntVar[][] starts, Solver solver) {
        record Visit(int athlete, int station, int start) {}
        List<Visit> visits = IntStream.range(0, starts.length)
                .boxed()
                .flatMap(a -> IntStream.range(0, starts[a].length)
                        .mapToObj(s -> new Visit(a, s, (int) solver.answer().value(starts[a][s]) * step)))
                .sorted(Comparator.comparingInt(Visit::start).thenComparingInt(Visit::athlete))
                .toList();
        int[][] freeAt = plan.stations().stream().map(s -> new int[s.places()]).toArray(int[][]::new);
        List<Timetable.Slot> slots = new ArrayList<>();
        for (Visit visit : visits) {
            HallPlan.Station station = plan.stations().get(visit.station());
            int place = IntStream.range(0, station.places())
                    .filter(p -> freeAt[visit.station()][p] <= visit.start())
                    .findFirst()
                    .orElseThrow();
            int end = visit.start() + station.seconds();
            freeAt[visit.station()][place] = end;
            slots.add(new Timetable.Slot(visit.athlete(), station.id(), place, visit.start(), end));
        }
        return Timetable.of(slots, plan.lowerBound());
    }
}
