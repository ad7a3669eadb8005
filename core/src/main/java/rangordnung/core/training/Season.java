package rangordnung.core.training;

import java.time.LocalDate;
import java.time.temporal.TemporalAdjusters;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import rangordnung.core.Refusal;
import rangordnung.core.Words;
import rangordnung.core.kit.Inventory;

/**
 * When a block is trained.
 *
 * @param start    the first day on which there can be a session
 * @param weeks    until the retest
 * @param slots    of every week
 * @param holidays during which nobody trains
 * @param matches  days of matches
 */
public record Season(
        LocalDate start, int weeks, List<Inventory.Hours> slots, List<Holiday> holidays, List<LocalDate> matches) {

    /** Longest block, and most slots of a week, holidays and matches (house convention). */
    public static final int MOST_WEEKS = 12;

    public static final int MOST_SLOTS = 7;
    private static final int MOST_DAYS = 100;
    private static final int LONGEST_NAME = 60;
    private static final LocalDate FIRST = LocalDate.of(2000, 1, 1);
    private static final LocalDate LAST = LocalDate.of(2200, 1, 1);

    public Season {
        day(start, "start");
        Refusal.within(weeks, 1, MOST_WEEKS, "weeks", "weeks");
        slots = List.copyOf(Refusal.each(slots, "slots"));
        Refusal.within(slots.size(), 1, MOST_SLOTS, "", "slots");
        holidays = List.copyOf(Refusal.each(holidays, "holidays"));
        Refusal.within(holidays.size(), 0, MOST_DAYS, "", "holidays");
        matches = List.copyOf(Refusal.each(matches, "matches"));
        Refusal.within(matches.size(), 0, MOST_DAYS, "", "matches");
        matches.forEach(m -> day(m, "matches"));
        for (int i = 0; i < slots.size(); i++) {
            for (int j = 0; j < i; j++) {
                if (overlap(slots.get(i), slots.get(j))) {
                    throw Refusal.contradiction(
                            "Two sessions of a week overlap on " + slots.get(i).day() + ".");
                }
            }
        }
    }

    private static boolean overlap(Inventory.Hours one, Inventory.Hours other) {
        return one.day() == other.day()
                && one.from().isBefore(other.to())
                && other.from().isBefore(one.to());
    }

    /** Days without training, both ends within. */
    public record Holiday(String name, LocalDate from, LocalDate to) {
        public Holiday {
            if (!Words.visible(Refusal.words(name, LONGEST_NAME, "name"))) {
                throw Refusal.text("name", "has no character that can be seen");
            }
            day(from, "from");
            day(to, "to");
            if (to.isBefore(from)) {
                throw Refusal.contradiction("Holidays begin before they end, not from " + from + " to " + to + ".");
            }
        }

        boolean hold(LocalDate day) {
            return !day.isBefore(from) && !day.isAfter(to);
        }
    }

    private static void day(LocalDate day, String field) {
        if (Refusal.present(day, field).isBefore(FIRST) || day.isAfter(LAST)) {
            throw Refusal.outOfRange(field, day.getYear(), FIRST.getYear(), LAST.getYear(), "");
        }
    }

    /** What stands against a session. */
    public enum Clash {
        /** It falls out. */
        HOLIDAY,
        /** It falls out. */
        MATCH,
        /** It stays, at the dose of the week before. */
        DAY_BEFORE_MATCH
    }

    /**
     * A session.
     *
     * @param week from 0
     */
    public record Session(int week, LocalDate day, Inventory.Hours hours, Optional<Clash> clash) {

        public boolean takesPlace() {
            return clash.filter(c -> c != Clash.DAY_BEFORE_MATCH).isEmpty();
        }
    }

    /** All sessions, in order, also those that fall out. */
    public List<Session> sessions() {
        return IntStream.range(0, weeks).boxed().flatMap(this::sessions).toList();
    }

    private Stream<Session> sessions(int week) {
        List<Session> all = new ArrayList<>();
        for (Inventory.Hours slot : slots) {
            LocalDate day = start.plusWeeks(week).with(TemporalAdjusters.nextOrSame(slot.day()));
            all.add(new Session(week, day, slot, clash(day)));
        }
        all.sort(Comparator.comparing(Session::day).thenComparing(s -> s.hours().from()));
        return all.stream();
    }

    private Optional<Clash> clash(LocalDate day) {
        if (holidays.stream().anyMatch(h -> h.hold(day))) {
            return Optional.of(Clash.HOLIDAY);
        }
        if (matches.contains(day)) {
            return Optional.of(Clash.MATCH);
        }
        return matches.contains(day.plusDays(1)) ? Optional.of(Clash.DAY_BEFORE_MATCH) : Optional.empty();
    }

    /** The first slot after the block with nothing against it. */
    public Session retest() {
        return IntStream.range(weeks, weeks + MOST_DAYS)
                .boxed()
                .flatMap(this::sessions)
                .filter(s -> s.clash().isEmpty())
                .findFirst()
                .orElseThrow(() -> Refusal.contradiction("Holidays and matches leave no day for the retest."));
    }
}
