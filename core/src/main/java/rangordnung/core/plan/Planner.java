package rangordnung.core.plan;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.Random;

/**
 * Makes timetables. The flow timetable is the best of the rotation and of many dispatched ones, and on small cases
 * of all; the rotation in equal groups is what teachers know.
 */
public final class Planner {

    /** How much is tried at most; the larger the plan, the fewer tries. */
    private static final int MOST_TRIES = 40;

    private static final int FEWEST_TRIES = 3;
    private static final double WORK = 2e6;
    private static final int SMALL = 9;

    private Planner() {}

    /**
     * What a hall plan comes to.
     *
     * @param flow       the timetable that ends soonest of all that were tried
     * @param rotation   equal groups that move on together; empty where an order or too few raters forbid it
     * @param bottleneck the station that decides the finish
     * @param lessons    how many lessons it takes, over all waves
     * @param savings    what one more place or rater would save, the largest first
     */
    public record Planned(
            Timetable flow, Optional<Timetable> rotation, String bottleneck, int lessons, List<Saving> savings) {}

    /** One more place at a station, or one more rater where the station is empty. */
    public record Saving(Optional<String> station, int seconds) {}

    /** The plan of a hall; of several waves the timetable is that of the largest, which each of them follows. */
    public static Planned plan(HallPlan whole) {
        HallPlan plan = whole.wave();
        Waves waves = Waves.of(whole);
        Timetable flow = waves.each();
        List<Saving> savings = new ArrayList<>();
        for (int i = 0; i < plan.stations().size(); i++) {
            Optional<String> station = Optional.of(plan.stations().get(i).id());
            plan.withPlace(i)
                    .ifPresent(more -> savings.add(
                            new Saving(station, flow.finish() - flow(more).finish())));
        }
        plan.withRater()
                .ifPresent(more -> savings.add(
                        new Saving(Optional.empty(), flow.finish() - flow(more).finish())));
        savings.removeIf(s -> s.seconds() <= 0);
        savings.sort(Comparator.comparingInt(Saving::seconds).reversed());
        return new Planned(flow, rotation(plan), bottleneck(plan), whole.waves() * waves.lessons(), savings);
    }

    /** The station whose places are taken longest: athletes × seconds / places. */
    private static String bottleneck(HallPlan plan) {
        return plan.stations().stream()
                .max(Comparator.comparingDouble(
                        s -> (double) plan.athletes() * s.seconds() / Math.min(s.places(), plan.raters())))
                .orElseThrow()
                .id();
    }

    /** The timetable that ends soonest of all that were tried; of all there are on small cases. */
    public static Timetable flow(HallPlan plan) {
        int bound = plan.lowerBound();
        Optional<Timetable> best = rotation(plan);
        double visits = (double) plan.athletes() * plan.stations().size();
        double tries = Math.max(FEWEST_TRIES, Math.min(MOST_TRIES, WORK / (visits * visits)));
        for (int attempt = 0;
                attempt < tries && best.filter(b -> b.finish() <= bound).isEmpty();
                attempt++) {
            Timetable next = new Dispatch(plan, new Random(attempt), attempt).run();
            best = Optional.of(best.filter(b -> b.finish() <= next.finish()).orElse(next));
        }
        Timetable found = best.orElseThrow();
        if (found.finish() > bound && plan.athletes() * plan.stations().size() <= SMALL) {
            return new Exhaustive(plan, found).run();
        }
        return new Timetable(found.slots(), found.finish(), bound, found.finish() == bound);
    }

    /** Equal groups, one a station, that move on together when the slowest is done. */
    static Optional<Timetable> rotation(HallPlan plan) {
        int stations = plan.stations().size();
        boolean staffed = plan.raters()
                >= plan.stations().stream().mapToInt(HallPlan.Station::places).sum();
        if (!plan.orders().isEmpty() || !staffed) {
            return Optional.empty();
        }
        int largest = (plan.athletes() + stations - 1) / stations;
        int round = 0;
        for (HallPlan.Station station : plan.stations()) {
            round = Math.max(round, (largest + station.places() - 1) / station.places() * station.seconds());
        }
        List<Timetable.Slot> slots = new ArrayList<>();
        int finish = 0;
        for (int turn = 0; turn < stations; turn++) {
            int begin = turn * (round + plan.walkingSeconds());
            for (int group = 0; group < stations; group++) {
                HallPlan.Station station = plan.stations().get((group + turn) % stations);
                int first = group * plan.athletes() / stations;
                int last = (group + 1) * plan.athletes() / stations;
                for (int athlete = first; athlete < last; athlete++) {
                    int start = begin + (athlete - first) / station.places() * station.seconds();
                    slots.add(new Timetable.Slot(
                            athlete,
                            station.id(),
                            (athlete - first) % station.places(),
                            start,
                            start + station.seconds()));
                    finish = Math.max(finish, start + station.seconds());
                }
            }
        }
        slots.sort(Comparator.comparingInt(Timetable.Slot::start).thenComparingInt(Timetable.Slot::athlete));
        return Optional.of(new Timetable(slots, finish, plan.lowerBound(), finish == plan.lowerBound()));
    }
}
