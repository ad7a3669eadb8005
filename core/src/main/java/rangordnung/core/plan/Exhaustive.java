package rangordnung.core.plan;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.List;

/**
 * Tries every order of starts of a small plan, each start as early as it can be, and keeps the timetable that ends
 * soonest. Branches that cannot beat the best are cut.
 */
final class Exhaustive {

    private final HallPlan plan;
    private final int bound;
    private final int stations;
    private Timetable best;
    private final boolean[][] done;
    private final int[] freeAt;
    private final int[][] before;
    private final int[][] placeFreeAt;
    private final List<Timetable.Slot> slots = new ArrayList<>();

    Exhaustive(HallPlan plan, Timetable start) {
        this.plan = plan;
        this.bound = plan.lowerBound();
        this.stations = plan.stations().size();
        this.best = start;
        this.done = new boolean[plan.athletes()][stations];
        this.freeAt = new int[plan.athletes()];
        this.before = plan.before();
        this.placeFreeAt = new int[stations][];
        for (int s = 0; s < stations; s++) {
            placeFreeAt[s] = new int[plan.stations().get(s).places()];
        }
    }

    Timetable run() {
        branch(0, 0);
        List<Timetable.Slot> sorted = best.slots().stream()
                .sorted(Comparator.comparingInt(Timetable.Slot::start))
                .toList();
        return new Timetable(sorted, best.finish(), bound, true);
    }

    /** Starts are made in the order of time, so every timetable without needless waiting is met. */
    private void branch(int from, int finish) {
        if (finish >= best.finish() || best.finish() == bound) {
            return;
        }
        if (slots.size() == plan.athletes() * stations) {
            best = new Timetable(slots, finish, bound, finish == bound);
            return;
        }
        boolean freshTried = false;
        for (int a = 0; a < plan.athletes(); a++) {
            boolean fresh = freeAt[a] == 0;
            if (fresh && freshTried) {
                continue; // athletes who have not begun are alike
            }
            freshTried |= fresh;
            for (int s = 0; s < stations; s++) {
                if (!done[a][s] && HallPlan.open(before[s], done[a])) {
                    start(a, s, from, finish);
                }
            }
        }
    }

    private void start(int athlete, int station, int from, int finish) {
        int place = earliest(placeFreeAt[station]);
        int begin = Math.max(from, Math.max(freeAt[athlete], placeFreeAt[station][place]));
        begin = staffed(begin);
        int end = begin + plan.stations().get(station).seconds();
        int placeBefore = placeFreeAt[station][place];
        int athleteBefore = freeAt[athlete];
        placeFreeAt[station][place] = end;
        freeAt[athlete] = end + plan.walkingSeconds();
        done[athlete][station] = true;
        slots.add(new Timetable.Slot(athlete, plan.stations().get(station).id(), place, begin, end));
        branch(begin, Math.max(finish, end));
        slots.remove(slots.size() - 1);
        done[athlete][station] = false;
        freeAt[athlete] = athleteBefore;
        placeFreeAt[station][place] = placeBefore;
    }

    private static int earliest(int[] places) {
        int earliest = 0;
        for (int p = 1; p < places.length; p++) {
            earliest = places[p] < places[earliest] ? p : earliest;
        }
        return earliest;
    }

    /** The first moment from a time on at which a rater is free. */
    private int staffed(int from) {
        int[] ends = slots.stream()
                .mapToInt(Timetable.Slot::end)
                .filter(e -> e > from)
                .sorted()
                .toArray();
        int over = ends.length - plan.concurrent();
        return over < 0 ? from : Arrays.stream(ends).skip(over).findFirst().orElse(from);
    }
}
