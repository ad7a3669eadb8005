package rangordnung.core.plan;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import rangordnung.core.Refusal;

/**
 * What a timetable is made for.
 *
 * @param athletes       how many, all of whom visit every station once
 * @param waves          in how many classes they come, one after the other and about equal
 * @param stations       at least one
 * @param raters         each occupied place needs one
 * @param walkingSeconds from one station to the next
 * @param setUpSeconds   before the first athlete starts
 * @param lessonSeconds  how long a lesson is
 * @param orders         stations that one must have visited before another
 */
public record HallPlan(
        int athletes,
        int waves,
        List<Station> stations,
        int raters,
        int walkingSeconds,
        int setUpSeconds,
        int lessonSeconds,
        List<Order> orders) {

    /** Most athletes and stations that are planned at once. */
    public static final int MOST_ATHLETES = 600;

    public static final int MOST_STATIONS = 12;

    /** Most places, raters and seconds of anything: beyond them lies no hall (house convention). */
    public static final int MOST_PLACES = 20;

    public static final int MOST_RATERS = 60;
    public static final int LONGEST_STATION = 3600;
    public static final int LONGEST_WALK = 600;
    public static final int LONGEST_SET_UP = 7200;
    public static final int LONGEST_LESSON = 28_800;

    /**
     * One station of the plan.
     *
     * @param places  athletes at once
     * @param seconds a place is taken by one athlete
     */
    public record Station(String id, int places, int seconds) {}

    /** One station before another. */
    public record Order(String before, String after) {}

    public HallPlan {
        stations = List.copyOf(Refusal.each(stations, "stations"));
        orders = List.copyOf(Refusal.each(orders, "orders"));
        Refusal.within(athletes, 1, MOST_ATHLETES, "", "athletes");
        require(
                waves >= 1 && waves <= athletes,
                "Athletes come in at least one wave, and in no more waves than there are athletes");
        require(
                !stations.isEmpty() && stations.size() <= MOST_STATIONS,
                "A plan needs 1 to " + MOST_STATIONS + " stations");
        Refusal.within(raters, 1, MOST_RATERS, "", "raters");
        Refusal.within(walkingSeconds, 0, LONGEST_WALK, "s", "walkingSeconds");
        Refusal.within(setUpSeconds, 0, LONGEST_SET_UP, "s", "setUpSeconds");
        Refusal.within(lessonSeconds, 1, LONGEST_LESSON, "s", "lessonSeconds");
        require(lessonSeconds > setUpSeconds, "A lesson must be longer than its set-up");
        Set<String> ids = new HashSet<>();
        for (Station station : stations) {
            require(ids.add(Refusal.present(station.id(), "id")), "The station " + station.id() + " stands twice");
            Refusal.within(station.places(), 1, MOST_PLACES, "", "places");
            Refusal.within(station.seconds(), 1, LONGEST_STATION, "s", "seconds");
            require(
                    station.seconds() <= lessonSeconds - setUpSeconds,
                    "The station " + station.id() + " takes an athlete longer than a lesson lasts after its set-up");
        }
        for (Order order : orders) {
            require(
                    ids.contains(order.before()) && ids.contains(order.after()),
                    "An order names a station that is not there: " + order);
        }
        require(!circular(orders, ids), "The orders of the stations contradict each other");
    }

    private static void require(boolean holds, String otherwise) {
        if (!holds) {
            throw Refusal.contradiction(otherwise + ".");
        }
    }

    private static boolean circular(List<Order> orders, Set<String> ids) {
        Set<String> open = new HashSet<>(ids);
        boolean moved = true;
        while (moved) {
            moved = open.removeIf(
                    id -> orders.stream().noneMatch(o -> o.after().equals(id) && open.contains(o.before())));
        }
        return !open.isEmpty();
    }

    /** By station, the stations that must be done before it. */
    int[][] before() {
        return stations.stream()
                .map(s -> orders.stream()
                        .filter(o -> o.after().equals(s.id()))
                        .mapToInt(o -> index(o.before()))
                        .toArray())
                .toArray(int[][]::new);
    }

    private int index(String id) {
        for (int i = 0; i < stations.size(); i++) {
            if (stations.get(i).id().equals(id)) {
                return i;
            }
        }
        throw new IllegalArgumentException(id);
    }

    /** The plan of the largest wave alone. */
    HallPlan wave() {
        return new HallPlan(
                (athletes + waves - 1) / waves,
                1,
                stations,
                raters,
                walkingSeconds,
                setUpSeconds,
                lessonSeconds,
                orders);
    }

    /** The same with one more place at a station; empty where it has as many as there can be. */
    Optional<HallPlan> withPlace(int station) {
        Station s = stations.get(station);
        if (s.places() == MOST_PLACES) {
            return Optional.empty();
        }
        List<Station> changed = new ArrayList<>(stations);
        changed.set(station, new Station(s.id(), s.places() + 1, s.seconds()));
        return Optional.of(
                new HallPlan(athletes, waves, changed, raters, walkingSeconds, setUpSeconds, lessonSeconds, orders));
    }

    /** The same with one more rater; empty where there are as many as there can be. */
    Optional<HallPlan> withRater() {
        return raters == MOST_RATERS
                ? Optional.empty()
                : Optional.of(new HallPlan(
                        athletes, waves, stations, raters + 1, walkingSeconds, setUpSeconds, lessonSeconds, orders));
    }

    /** How many places can be in use at once. */
    int concurrent() {
        return Math.min(raters, stations.stream().mapToInt(Station::places).sum());
    }

    /** No timetable can end sooner, in seconds from the first start on. */
    int lowerBound() {
        return Bound.of(this);
    }

    /** What a lesson leaves after its set-up. */
    int usableSeconds() {
        return lessonSeconds - setUpSeconds;
    }

    /** The soonest start from a moment on that does not run across the end of a lesson, in seconds of lessons. */
    int fitted(int from, int seconds) {
        return fitted(from, seconds, usableSeconds());
    }

    static int fitted(int from, int seconds, int lesson) {
        int into = from % lesson;
        return (long) into + seconds > lesson ? from - into + lesson : from;
    }

    /** The same with every order the other way round. */
    HallPlan reversed() {
        return new HallPlan(
                athletes,
                waves,
                stations,
                raters,
                walkingSeconds,
                setUpSeconds,
                lessonSeconds,
                orders.stream().map(o -> new Order(o.after(), o.before())).toList());
    }
}
