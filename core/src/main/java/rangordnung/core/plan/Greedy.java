package rangordnung.core.plan;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.List;
import java.util.PriorityQueue;
import java.util.stream.IntStream;

/**
 * A timetable to begin with, made in one pass: whatever can start soonest starts, at the station with the most work left, by
 * the athlete with the most work left (common practice of scheduling).
 */
final class Greedy {

    private final HallPlan plan;
    private final int[][] before;
    private final boolean[][] done;
    private final int[] freeAt;
    private final int[] work;
    private final int[] left;
    private final List<int[]> placeFreeAt;
    /** When each rater who is at work is free again. */
    private final PriorityQueue<Integer> raters = new PriorityQueue<>();

    private final List<Timetable.Slot> slots = new ArrayList<>();

    private record Start(int athlete, int station, int at) {}

    private final Comparator<Start> order;

    Greedy(HallPlan plan) {
        this.plan = plan;
        this.before = plan.before();
        this.done = new boolean[plan.athletes()][plan.stations().size()];
        this.freeAt = new int[plan.athletes()];
        this.work = new int[plan.athletes()];
        Arrays.fill(
                work,
                plan.stations().stream().mapToInt(HallPlan.Station::seconds).sum());
        this.order = Comparator.comparingInt(Start::at)
                .thenComparing(Comparator.comparingDouble(this::workLeft).reversed())
                .thenComparing(
                        Comparator.<Start>comparingInt(s -> work[s.athlete()]).reversed());
        this.left = new int[plan.stations().size()];
        Arrays.fill(left, plan.athletes());
        this.placeFreeAt =
                plan.stations().stream().map(s -> new int[s.places()]).toList();
    }

    Timetable timetable() {
        int visits = plan.athletes() * plan.stations().size();
        for (int visit = 0; visit < visits; visit++) {
            start(soonest());
        }
        return Timetable.of(slots, plan.lowerBound());
    }

    private Start soonest() {
        Start best = null;
        int rater = raters.size() < plan.concurrent() ? 0 : raters.element();
        for (int s = 0; s < left.length; s++) {
            int place = placeFreeAt.get(s)[place(s)];
            for (int a = 0; a < freeAt.length; a++) {
                if (!done[a][s] && open(a, s)) {
                    int at = plan.fitted(
                            Math.max(Math.max(rater, place), freeAt[a]),
                            plan.stations().get(s).seconds());
                    if (best == null || at <= best.at()) {
                        Start next = new Start(a, s, at);
                        best = best == null || order.compare(next, best) < 0 ? next : best;
                    }
                }
            }
        }
        if (best == null) {
            throw new IllegalStateException("Nobody can start anywhere");
        }
        return best;
    }

    private double workLeft(Start start) {
        HallPlan.Station station = plan.stations().get(start.station());
        return (double) left[start.station()] * station.seconds() / station.places();
    }

    private boolean open(int athlete, int station) {
        return Arrays.stream(before[station]).allMatch(first -> done[athlete][first]);
    }

    private int place(int station) {
        int[] free = placeFreeAt.get(station);
        return IntStream.range(0, free.length)
                .reduce((a, b) -> free[b] < free[a] ? b : a)
                .orElseThrow();
    }

    private void start(Start start) {
        HallPlan.Station station = plan.stations().get(start.station());
        int place = place(start.station());
        int end = start.at() + station.seconds();
        slots.add(new Timetable.Slot(start.athlete(), station.id(), place, start.at(), end));
        placeFreeAt.get(start.station())[place] = end;
        if (raters.size() == plan.concurrent()) {
            raters.remove();
        }
        raters.add(end);
        done[start.athlete()][start.station()] = true;
        freeAt[start.athlete()] = end + plan.walkingSeconds();
        work[start.athlete()] -= station.seconds();
        left[start.station()]--;
    }
}
