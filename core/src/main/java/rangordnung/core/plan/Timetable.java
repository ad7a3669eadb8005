package rangordnung.core.plan;

import java.util.Comparator;
import java.util.List;

/**
 * Who is where when. Times are in seconds from the moment the first athlete may start.
 *
 * @param slots      in the order of their start
 * @param finish     when the last athlete is done
 * @param lowerBound no timetable can end sooner
 * @param proven     whether no timetable can end sooner than this one
 */
public record Timetable(List<Slot> slots, int finish, int lowerBound, boolean proven) {

    /** One athlete at one place of a station; athletes and places count from 0. */
    public record Slot(int athlete, String station, int place, int start, int end) {}

    public Timetable {
        slots = List.copyOf(slots);
    }

    /** The timetable of some slots in any order. */
    static Timetable of(List<Slot> slots, int lowerBound) {
        int finish = slots.stream().mapToInt(Slot::end).max().orElse(0);
        return new Timetable(
                slots.stream()
                        .sorted(Comparator.comparingInt(Slot::start).thenComparingInt(Slot::athlete))
                        .toList(),
                finish,
                lowerBound,
                finish == lowerBound);
    }

    /** Seconds that the places of a station stand empty until the finish. */
    public int idle(HallPlan.Station station) {
        int used = slots.stream()
                .filter(s -> s.station().equals(station.id()))
                .mapToInt(s -> s.end() - s.start())
                .sum();
        return station.places() * finish - used;
    }

    /** Seconds that an athlete neither works nor walks until all their stations are done. */
    public int waiting(int athlete, int walkingSeconds) {
        List<Slot> own = slots.stream().filter(s -> s.athlete() == athlete).toList();
        int end = own.stream().mapToInt(Slot::end).max().orElse(0);
        int work = own.stream().mapToInt(s -> s.end() - s.start()).sum();
        return end - work - walkingSeconds * Math.max(0, own.size() - 1);
    }
}
