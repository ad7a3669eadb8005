package rangordnung.server.paper;

import java.util.Collections;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import java.util.function.Predicate;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import rangordnung.core.plan.Timetable;
import rangordnung.core.protocol.Criterion;
import rangordnung.core.protocol.Extent;
import rangordnung.core.protocol.Gauge;
import rangordnung.core.protocol.TestDefinition;
import rangordnung.server.roster.Rosters;
import rangordnung.server.screening.HallSetup;

/**
 * What a hall without a network is run with: the timetable, then a sheet for each test of each station, with a cell for everything
 * that is to be seen or measured. The cells stand in the order in which they are typed in.
 */
record StationSheets(List<Times> timetable, List<Door> door, List<Sheet> sheets) {

    /** Rows of a sheet without names: as many as fit on one (house convention). */
    private static final int BLANK_ROWS = 14;

    /** Cells beside those of the criteria: way of showing, cue, what was changed and then, pain. */
    private static final int ASIDE = 5;

    /** Cells of a line at the door. */
    private static final int AT_DOOR = 11;

    /** When who starts where: stations across, a row for each athlete. */
    record Times(String title, List<String> stations, List<Row> rows) {}

    /** Where athletes are asked before anything else. */
    record Door(String title, List<Row> rows) {}

    /**
     * A test at a station.
     *
     * @param title    what it is
     * @param setUp    steps, in order
     * @param allowed  the only words that are said
     * @param criteria across
     * @param cells    under the criteria, one for each cell of a row
     * @param columns  of the whole table
     */
    record Sheet(
            String title,
            List<String> setUp,
            String allowed,
            List<Head> criteria,
            List<Cell> cells,
            int columns,
            List<Row> rows) {}

    /** @param span over how many cells */
    record Head(String name, int span) {}

    /**
     * A column of cells.
     *
     * @param side  and part and attempt, where there are several
     * @param whole whether it is the only one of its criterion, whose name has to fit above it
     */
    record Cell(String side, boolean whole) {}

    /** A line of a table, with its cells in order. */
    record Row(String name, List<String> cells) {}

    /** The timetable and the sheets of all stations, with names. */
    static List<StationSheets> named(Floor floor, Catalogue words) {
        Writer writer = new Writer(floor, words, ShortNames.of(floor.members()));
        return Stream.concat(
                        Stream.of(new StationSheets(List.of(writer.timetable()), List.of(), List.of())),
                        writer.sheets(false))
                .toList();
    }

    /** The sheets of all stations with lines to write names on: for whoever comes unannounced, and for copying. */
    static List<StationSheets> blank(Floor floor, Catalogue words) {
        return new Writer(floor, words, Map.of()).sheets(true).toList();
    }

    private record Writer(Floor floor, Catalogue words, Map<UUID, String> names) {

        Times timetable() {
            List<HallSetup.StationSetup> stations = floor.hall().stations();
            return new Times(
                    title(words.say("plan_timetable")),
                    stations.stream().map(s -> words.say(s.name())).toList(),
                    IntStream.range(0, floor.members().size())
                            .mapToObj(i -> new Row(
                                    name(floor.members().get(i)),
                                    stations.stream().map(s -> start(i, s)).toList()))
                            .toList());
        }

        /** Minutes and seconds from the start of the wave. */
        private String start(int athlete, HallSetup.StationSetup station) {
            return floor.slots().stream()
                    .filter(s ->
                            s.athlete() == athlete % floor.wave() && s.station().equals(station.id()))
                    .findFirst()
                    .map(Timetable.Slot::start)
                    .map(s -> "%d:%02d".formatted(s / 60, s % 60))
                    .orElse("");
        }

        Stream<StationSheets> sheets(boolean blank) {
            return floor.hall().stations().stream()
                    .flatMap(station -> Stream.concat(
                            station.checkIn()
                                    ? Stream.of(new StationSheets(
                                            List.of(),
                                            List.of(new Door(
                                                    title(words.say(station.name())), rows(blank, AT_DOOR, m -> true))),
                                            List.of()))
                                    : Stream.empty(),
                            station.tests().stream()
                                    .flatMap(t -> floor.protocol().test(t).stream())
                                    .map(t -> new StationSheets(
                                            List.of(), List.of(), List.of(sheet(station, t, blank))))));
        }

        private Sheet sheet(HallSetup.StationSetup station, TestDefinition test, boolean blank) {
            String at = words.say(station.name());
            String name = words.say(test.name());
            List<List<Cell>> cells = test.criteria().stream().map(this::cells).toList();
            int written = cells.stream().mapToInt(List::size).sum() + ASIDE;
            return new Sheet(
                    title(at.equals(name) ? at : at + " · " + name),
                    test.setUp().stream().map(s -> words.say(s.text())).toList(),
                    test.allowedWords().stream()
                            .map(w -> words.quoted(words.say(w)))
                            .collect(Collectors.joining(" ")),
                    IntStream.range(0, cells.size())
                            .mapToObj(i -> new Head(
                                    words.say(test.criteria().get(i).name()),
                                    cells.get(i).size()))
                            .toList(),
                    cells.stream().flatMap(List::stream).toList(),
                    1 + written,
                    rows(blank, written, m -> floor.asked().getOrDefault(m.id(), List.of()).stream()
                            .anyMatch(t -> t.id().equals(test.id()))));
        }

        private String title(String what) {
            return what + " · " + floor.roster() + " · "
                    + words.day(floor.screening().heldOn());
        }

        /** The cells of a criterion: each part and attempt on each side. */
        private List<Cell> cells(Criterion criterion) {
            List<String> sides = criterion.extent() == Extent.SIDED
                    ? List.of(words.say("letter_left"), words.say("letter_right"))
                    : List.of("");
            List<String> parts = criterion.gauge().map(this::parts).orElse(List.of(""));
            return sides.stream()
                    .flatMap(side -> parts.stream()
                            .map(part -> new Cell((side + " " + part).strip(), sides.size() * parts.size() == 1)))
                    .toList();
        }

        private List<String> parts(Gauge gauge) {
            return gauge.parts().stream()
                    .flatMap(part -> IntStream.rangeClosed(1, gauge.attempts()).mapToObj(n -> Stream.of(
                                    gauge.parts().size() > 1 ? words.say(part.name()) : "",
                                    gauge.attempts() > 1 ? String.valueOf(n) : "")
                            .filter(s -> !s.isEmpty())
                            .collect(Collectors.joining(" "))))
                    .toList();
        }

        private List<Row> rows(boolean blank, int cells, Predicate<Rosters.Member> asked) {
            List<String> empty = Collections.nCopies(cells, "");
            return blank
                    ? Collections.nCopies(BLANK_ROWS, new Row("", empty))
                    : floor.members().stream()
                            .filter(asked)
                            .map(m -> new Row(name(m), empty))
                            .toList();
        }

        private String name(Rosters.Member member) {
            return Optional.ofNullable(names.get(member.id())).orElse("");
        }
    }
}
