package rangordnung.core.plan;

import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.PriorityQueue;

/**
 * The end that no timetable comes before (common bounds of scheduling): each station with what must come before it and after
 * it, the way of one athlete, and the work of all raters.
 */
final class Bound {

    private final HallPlan plan;
    private final int lesson;
    private final Map<String, int[]> released = new HashMap<>();

    private Bound(HallPlan plan, int lesson) {
        this.plan = plan;
        this.lesson = lesson;
    }

    /** Seconds from the first start on. */
    static int of(HallPlan plan) {
        // seen from the end, heads are tails; where lessons end counts only from the front
        int stations = Math.max(
                new Bound(plan, plan.usableSeconds()).stations(),
                new Bound(plan.reversed(), Integer.MAX_VALUE).stations());
        int path = plan.walkingSeconds() * (plan.stations().size() - 1)
                + plan.stations().stream().mapToInt(HallPlan.Station::seconds).sum();
        long work = (long) plan.athletes()
                * plan.stations().stream().mapToInt(HallPlan.Station::seconds).sum();
        return Math.max(Math.max(stations, path), (int) ((work + plan.concurrent() - 1) / plan.concurrent()));
    }

    /** The latest end of any station, with what must follow on it. */
    private int stations() {
        return plan.stations().stream()
                .mapToInt(s -> last(ends(s)) + tail(s))
                .max()
                .orElseThrow();
    }

    private static int last(int[] ends) {
        return ends[ends.length - 1];
    }

    /** When the first, the second and each further athlete can be done at a station at the soonest. */
    private int[] ends(HallPlan.Station station) {
        int[] known = released.get(station.id());
        if (known != null) {
            return known;
        }
        int[] from = new int[plan.athletes()];
        for (HallPlan.Station first : before(station)) {
            int[] done = ends(first);
            Arrays.setAll(from, k -> Math.max(from[k], done[k] + plan.walkingSeconds()));
        }
        PriorityQueue<Integer> free = new PriorityQueue<>();
        int places = Math.min(station.places(), plan.raters());
        int[] ends = new int[plan.athletes()];
        for (int k = 0; k < ends.length; k++) {
            int place = free.size() < places ? 0 : free.remove();
            ends[k] = HallPlan.fitted(Math.max(place, from[k]), station.seconds(), lesson) + station.seconds();
            free.add(ends[k]);
        }
        Arrays.sort(ends);
        released.put(station.id(), ends);
        return ends;
    }

    private List<HallPlan.Station> before(HallPlan.Station station) {
        return plan.stations().stream()
                .filter(s -> plan.orders().contains(new HallPlan.Order(s.id(), station.id())))
                .toList();
    }

    /** The longest way that must follow a station. */
    private int tail(HallPlan.Station station) {
        return plan.stations().stream()
                .filter(s -> plan.orders().contains(new HallPlan.Order(station.id(), s.id())))
                .mapToInt(s -> plan.walkingSeconds() + s.seconds() + tail(s))
                .max()
                .orElse(0);
    }
}
