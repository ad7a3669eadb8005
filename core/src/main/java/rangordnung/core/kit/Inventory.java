package rangordnung.core.kit;

import java.time.DayOfWeek;
import java.time.LocalTime;
import java.util.Collections;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;
import rangordnung.core.Refusal;
import rangordnung.core.Words;

/**
 * What a hall has.
 *
 * @param pieces      kit; what is not listed is not there
 * @param places      where a group can train, each by itself
 * @param supervisors who can lead groups, and when
 * @param spotter     whether somebody spots at the rack, with safety bars and collars
 */
public record Inventory(List<Piece> pieces, List<Place> places, List<Supervisor> supervisors, boolean spotter) {

    /** Most lines of a list, pieces of a kind, groups and athletes at once (house conventions). */
    public static final int MOST_LINES = 200;

    public static final int MOST_PIECES = 500;
    public static final int MOST_GROUPS = 24;
    public static final int MOST_ATHLETES = 600;

    /** Centimetres and kilograms of the largest piece that a hall has (house convention). */
    public static final int LARGEST = 300;

    private static final int LONGEST_NAME = 60;

    public Inventory {
        pieces = List.copyOf(lines(pieces, "pieces"));
        places = List.copyOf(lines(places, "places"));
        supervisors = List.copyOf(lines(supervisors, "supervisors"));
    }

    /**
     * Pieces that are alike.
     *
     * @param item        what they are, as the ladders call it
     * @param centimetres height; empty where it does not matter or nobody has measured
     * @param kilograms   mass
     * @param count       how many of them
     */
    public record Piece(String item, Optional<Double> centimetres, Optional<Double> kilograms, int count) {
        public Piece {
            Refusal.name(item, "item");
            Refusal.within(centimetres, 0.5, LARGEST, "cm", "centimetres");
            Refusal.within(kilograms, 0.1, LARGEST, "kg", "kilograms");
            Refusal.within(count, 1, MOST_PIECES, "", "count");
        }
    }

    /**
     * A part of the hall where one group trains.
     *
     * @param x from the left, 0 to 1
     * @param y from the top, 0 to 1
     */
    public record Place(String name, double x, double y) {
        public Place {
            named(name);
            Refusal.within(x, 0, 1, "", "x");
            Refusal.within(y, 0, 1, "", "y");
        }
    }

    /**
     * Somebody who leads groups.
     *
     * @param role     or name, as the hall calls them
     * @param groups   how many groups they can see at once
     * @param athletes how many athletes at once
     * @param hours    when they are there; always where nothing is said
     */
    public record Supervisor(String role, int groups, int athletes, List<Hours> hours) {
        public Supervisor {
            named(role);
            Refusal.within(groups, 1, MOST_GROUPS, "", "groups");
            Refusal.within(athletes, 1, MOST_ATHLETES, "", "athletes");
            hours = List.copyOf(lines(hours, "hours"));
        }

        /** Whether somebody is there for the whole of a session. */
        public boolean there(Hours session) {
            return hours.isEmpty() || hours.stream().anyMatch(h -> h.cover(session));
        }
    }

    /** A time of the week. */
    public record Hours(DayOfWeek day, LocalTime from, LocalTime to) {
        public Hours {
            Refusal.present(day, "day");
            if (!Refusal.present(from, "from").isBefore(Refusal.present(to, "to"))) {
                throw Refusal.contradiction("Hours begin before they end, not from " + from + " to " + to + ".");
            }
        }

        boolean cover(Hours other) {
            return day == other.day && !from.isAfter(other.from) && !to.isBefore(other.to);
        }
    }

    /** Who is there for the whole of a session. */
    public List<Supervisor> supervisors(Hours session) {
        return supervisors.stream().filter(s -> s.there(session)).toList();
    }

    /** The same with one kind of piece more. */
    public Inventory with(Piece piece) {
        return new Inventory(more(pieces, List.of(piece)), places, supervisors, spotter);
    }

    /** The same with some places more. */
    public Inventory withPlaces(int more) {
        return new Inventory(
                pieces, more(places, Collections.nCopies(more, new Place("+", 0, 0))), supervisors, spotter);
    }

    /** The same with somebody more, once or several times, who is always there and sees what the ablest of the others sees. */
    public Inventory withSupervisors(int more) {
        Supervisor another = new Supervisor(
                "+",
                supervisors.stream().mapToInt(Supervisor::groups).max().orElse(MOST_GROUPS),
                supervisors.stream().mapToInt(Supervisor::athletes).max().orElse(MOST_ATHLETES),
                List.of());
        return new Inventory(pieces, places, more(supervisors, Collections.nCopies(more, another)), spotter);
    }

    private static <T> List<T> more(List<T> some, List<T> others) {
        return Stream.concat(some.stream(), others.stream()).toList();
    }

    private static <T> List<T> lines(List<T> lines, String field) {
        if (Refusal.each(lines, field).size() > MOST_LINES) {
            throw Refusal.text(field, "has more than " + MOST_LINES + " lines");
        }
        return lines;
    }

    private static void named(String name) {
        if (!Words.visible(Refusal.words(name, LONGEST_NAME, "name"))) {
            throw Refusal.text("name", "has no character that can be seen");
        }
    }
}
