package rangordnung.core.plan;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;

/** Makes timetables: the one that ends soonest, and the rotation in equal groups that teachers know. */
public final class Planner {

    /** Of each question about a plan that is shown, in units of the solver's own clock (house convention). */
    public static final double EFFORT = 0.1;

    /** The same about a plan with one place or rater more (house convention). */
    private static final double EFFORT_OF_SAVINGS = 0.05;

    private Planner() {}

    /**
     * What a hall plan comes to.
     *
     * @param flow       the timetable that ends soonest, proven or with its distance from the best
     * @param rotation   equal groups that move on together; empty where an order, the lesson or too few raters forbid it
     * @param bottleneck the station that decides the finish
     * @param lessons    how many lessons it takes, over all waves
     */
    public record Planned(Timetable flow, Optional<Timetable> rotation, String bottleneck, int lessons) {}

    /**
     * One more place at a station, or one more rater where the station is empty.
     *
     * @param least seconds that it saves for certain
     * @param most  that it saves at most; the same where both timetables are proven
     */
    public record Saving(Optional<String> station, int least, int most) {}

    /** The plan of a hall; of several waves the timetable is that of the largest, which each of them follows. */
    public static Planned plan(Waves waves) {
        HallPlan plan = waves.plan().wave();
        return new Planned(
                waves.each(), rotation(plan), bottleneck(plan), waves.plan().waves() * waves.lessons());
    }

    /** What one more place or rater would save, the largest first; what surely saves nothing is left out. */
    public static List<Saving> savings(Waves waves) {
        HallPlan plan = waves.plan().wave();
        Timetable now = waves.each();
        List<Saving> savings = new ArrayList<>();
        for (int i = 0; i < plan.stations().size(); i++) {
            Optional<String> station = Optional.of(plan.stations().get(i).id());
            plan.withPlace(i).ifPresent(more -> savings.add(saving(station, now, more)));
        }
        plan.withRater().ifPresent(more -> savings.add(saving(Optional.empty(), now, more)));
        savings.removeIf(s -> s.most() == 0);
        savings.sort(Comparator.comparingInt(Saving::most)
                .thenComparingInt(Saving::least)
                .reversed());
        return savings;
    }

    private static Saving saving(Optional<String> station, Timetable now, HallPlan more) {
        Timetable then = flow(more, EFFORT_OF_SAVINGS);
        return new Saving(
                station, Math.max(0, now.lowerBound() - then.finish()), Math.max(0, now.finish() - then.lowerBound()));
    }

    /** The station whose places are taken longest: athletes × seconds / places. */
    private static String bottleneck(HallPlan plan) {
        return plan.stations().stream()
                .max(Comparator.comparingDouble(
                        s -> (double) plan.athletes() * s.seconds() / Math.min(s.places(), plan.raters())))
                .orElseThrow()
                .id();
    }

    /**
     * The timetable that ends soonest.
     *
     * @param effort of each question to the solver, in units of its own clock
     */
    public static Timetable flow(HallPlan plan, double effort) {
        Timetable known =
                rotation(plan).stream().reduce(new Greedy(plan).timetable(), (a, b) -> b.finish() < a.finish() ? b : a);
        return new Flow(plan, effort, known).soonest();
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
                }
            }
        }
        if (slots.stream().anyMatch(s -> plan.fitted(s.start(), s.end() - s.start()) != s.start())) {
            return Optional.empty();
        }
        return Optional.of(Timetable.of(slots, plan.lowerBound()));
    }
}
