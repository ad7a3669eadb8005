package rangordnung.core.plan;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Random;

/**
 * Fills free places as time goes on: the station with the most work left first, with the athlete who has the most
 * work left; the first tries follow the rule strictly, later ones with some chance.
 */
final class Dispatch {

    private final HallPlan plan;
    private final Random random;
    private final double chance;
    private final int stations;
    private final boolean[][] done;
    private final int[] freeAt;
    private final int[] remaining;
    private final int[] left;
    private final int[][] placeFreeAt;
    private final int[][] before;
    private final double[] perPlace;
    private final double[] liking;
    private final List<Timetable.Slot> slots = new ArrayList<>();

    Dispatch(HallPlan plan, Random random, int attempt) {
        this.plan = plan;
        this.random = random;
        this.chance = attempt == 0 ? 0 : 0.25 + 0.05 * (attempt % 10);
        this.stations = plan.stations().size();
        this.done = new boolean[plan.athletes()][stations];
        this.freeAt = new int[plan.athletes()];
        this.remaining = new int[plan.athletes()];
        this.left = new int[stations];
        this.placeFreeAt = new int[stations][];
        this.before = plan.before();
        this.perPlace = plan.stations().stream()
                .mapToDouble(s -> (double) s.seconds() / s.places())
                .toArray();
        this.liking = random.doubles(plan.athletes()).map(r -> 1 - chance * r).toArray();
        int work = plan.stations().stream().mapToInt(HallPlan.Station::seconds).sum();
        Arrays.fill(remaining, work);
        for (int s = 0; s < stations; s++) {
            left[s] = plan.athletes();
            placeFreeAt[s] = new int[plan.stations().get(s).places()];
        }
    }

    Timetable run() {
        int time = 0;
        int open = plan.athletes() * stations;
        int finish = 0;
        while (open > 0) {
            int started = fill(time);
            open -= started;
            finish = slots.stream()
                    .skip(slots.size() - started)
                    .mapToInt(Timetable.Slot::end)
                    .reduce(finish, Math::max);
            time = started > 0 ? time : next(time);
        }
        return new Timetable(slots, finish, plan.lowerBound(), finish == plan.lowerBound());
    }

    /** Starts one athlete at the free place that matters most, and says how many were started. */
    private int fill(int time) {
        if (busy(time) >= plan.concurrent()) {
            return 0;
        }
        int station = -1;
        int athlete = -1;
        double best = -1;
        for (int s = 0; s < stations; s++) {
            if (left[s] == 0 || freePlace(s, time) < 0) {
                continue;
            }
            int waiting = athlete(s, time);
            double weight = priority(left[s] * perPlace[s]);
            if (waiting >= 0 && weight > best) {
                best = weight;
                station = s;
                athlete = waiting;
            }
        }
        if (station < 0) {
            return 0;
        }
        start(athlete, station, time);
        return 1;
    }

    private double priority(double weight) {
        return weight * (1 - chance * random.nextDouble());
    }

    private int athlete(int station, int time) {
        int chosen = -1;
        double best = -1;
        for (int a = 0; a < plan.athletes(); a++) {
            if (freeAt[a] <= time && !done[a][station] && HallPlan.open(before[station], done[a])) {
                double weight = remaining[a] * liking[a];
                if (weight > best) {
                    best = weight;
                    chosen = a;
                }
            }
        }
        return chosen;
    }

    private void start(int athlete, int station, int time) {
        HallPlan.Station at = plan.stations().get(station);
        int place = freePlace(station, time);
        int end = time + at.seconds();
        slots.add(new Timetable.Slot(athlete, at.id(), place, time, end));
        placeFreeAt[station][place] = end;
        freeAt[athlete] = end + plan.walkingSeconds();
        done[athlete][station] = true;
        remaining[athlete] -= at.seconds();
        left[station]--;
    }

    private int freePlace(int station, int time) {
        for (int p = 0; p < placeFreeAt[station].length; p++) {
            if (placeFreeAt[station][p] <= time) {
                return p;
            }
        }
        return -1;
    }

    private int busy(int time) {
        int busy = 0;
        for (int[] places : placeFreeAt) {
            for (int until : places) {
                busy += until > time ? 1 : 0;
            }
        }
        return busy;
    }

    private int next(int time) {
        int next = Integer.MAX_VALUE;
        for (int[] places : placeFreeAt) {
            for (int until : places) {
                next = until > time ? Math.min(next, until) : next;
            }
        }
        for (int until : freeAt) {
            next = until > time ? Math.min(next, until) : next;
        }
        return next;
    }
}
