package rangordnung.server.hall;

import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import org.springframework.stereotype.Service;
import rangordnung.core.judgement.Progress;
import rangordnung.core.plan.Waves;
import rangordnung.core.protocol.Protocol;
import rangordnung.core.protocol.TestDefinition;
import rangordnung.core.protocol.Text;
import rangordnung.core.record.Attendance;
import rangordnung.core.record.Book;
import rangordnung.core.record.Fact;
import rangordnung.core.safety.PainReport;
import rangordnung.core.safety.StopRules;
import rangordnung.server.protocols.Protocols;
import rangordnung.server.roster.Rosters;
import rangordnung.server.screening.Asked;
import rangordnung.server.screening.Facts;
import rangordnung.server.screening.HallSetup;
import rangordnung.server.screening.Halls;
import rangordnung.server.screening.Screenings;

/** Athletes × stations while the screening runs: who waits, who is missing, how the pace compares with the plan. */
@Service
class Board {

    private final Screenings screenings;
    private final Halls halls;
    private final Rosters rosters;
    private final Protocols protocols;
    private final Facts facts;
    private final Clock clock;
    private final ZoneId zone;
    private final Timetables timetables;

    Board(
            Screenings screenings,
            Halls halls,
            Rosters rosters,
            Protocols protocols,
            Facts facts,
            Timetables timetables,
            Clock clock,
            ZoneId zone) {
        this.screenings = screenings;
        this.halls = halls;
        this.rosters = rosters;
        this.protocols = protocols;
        this.facts = facts;
        this.timetables = timetables;
        this.clock = clock;
        this.zone = zone;
    }

    /** A station's column. */
    record Column(String id, Text name, int done, int waiting) {}

    /**
     * One athlete's line; the states stand in the order of the columns.
     *
     * @param missing whether nobody has seen the athlete yet, neither at check-in nor at a station
     */
    record Line(
            UUID athlete, String name, Optional<Attendance> attendance, boolean missing, List<Progress.State> states) {}

    /** Somebody whom pain has stopped. */
    record Stopped(UUID athlete, String name, PainReport report) {}

    /**
     * How the work goes on.
     *
     * @param started  the first fact of the day
     * @param visits   visits to stations that are over
     * @param of       visits of all who are there
     * @param planned  visits that would be over by now by the timetable
     * @param finish   when it will be over at this pace
     * @param plannedFinish when it would be by the timetable
     * @param lessonEnds    when the lesson is over, where it has begun
     */
    record Pace(
            Optional<Instant> started,
            int visits,
            int of,
            int planned,
            Optional<Instant> finish,
            Optional<Instant> plannedFinish,
            Optional<Instant> lessonEnds) {}

    record BoardView(
            Screenings.ScreeningView screening,
            List<Column> columns,
            List<Line> lines,
            List<Stopped> stopped,
            Pace pace,
            long sequence) {}

    BoardView of(UUID screening) {
        Screenings.ScreeningView view = screenings.visible(screening);
        Protocol protocol = protocols.get(view.protocol(), view.protocolVersion());
        HallSetup hall = halls.of(screening);
        Map<UUID, Facts.AthleteBook> books = facts.books(screening);
        List<Line> lines = new ArrayList<>();
        List<Stopped> stopped = new ArrayList<>();
        Asked asked = screenings.asked(view);
        List<Rosters.Member> members = rosters.members(view.team()).stream()
                .filter(m -> asked.anything(m.id()))
                .toList();
        for (Rosters.Member member : members) {
            Book book = books.getOrDefault(member.id(), Facts.AthleteBook.EMPTY).book();
            List<Progress.State> states = hall.stations().stream()
                    .map(s -> Progress.of(
                            protocol, asked.of(member.id(), tests(protocol, s)), member.clearance(), book, s.checkIn()))
                    .toList();
            lines.add(new Line(
                    member.id(),
                    member.name().shortened(),
                    Progress.attendance(book),
                    book.standing().isEmpty(),
                    states));
            stop(protocol, book)
                    .ifPresent(report ->
                            stopped.add(new Stopped(member.id(), member.name().shortened(), report)));
        }
        List<Column> columns = new ArrayList<>();
        for (int i = 0; i < hall.stations().size(); i++) {
            int column = i;
            columns.add(new Column(
                    hall.stations().get(i).id(),
                    hall.stations().get(i).name(),
                    (int) lines.stream()
                            .filter(l -> l.states().get(column) == Progress.State.DONE)
                            .count(),
                    (int) lines.stream()
                            .filter(l -> l.states().get(column) == Progress.State.WAITING)
                            .count()));
        }
        long sequence = books.values().stream()
                .mapToLong(b -> b.book().sequence())
                .max()
                .orElse(0);
        return new BoardView(view, columns, lines, stopped, pace(view, hall, lines), sequence);
    }

    private static List<TestDefinition> tests(Protocol protocol, HallSetup.StationSetup station) {
        return station.tests().stream().flatMap(t -> protocol.test(t).stream()).toList();
    }

    private static Optional<PainReport> stop(Protocol protocol, Book book) {
        return book.facts(Fact.PainReported.class)
                .map(Fact.PainReported::report)
                .filter(r -> StopRules.action(r, protocol.rules()) == StopRules.Consequence.STOP)
                .reduce((a, b) -> b);
    }

    private static final Set<Progress.State> THERE =
            Set.of(Progress.State.WAITING, Progress.State.STARTED, Progress.State.DONE);

    private Pace pace(Screenings.ScreeningView view, HallSetup hall, List<Line> lines) {
        List<Line> there = lines.stream()
                .filter(l -> l.states().stream().allMatch(THERE::contains))
                .toList();
        int visits = (int) there.stream()
                .flatMap(l -> l.states().stream())
                .filter(s -> s == Progress.State.DONE)
                .count();
        int of = there.size() * hall.stations().size();
        if (there.isEmpty()) {
            return new Pace(Optional.empty(), 0, 0, 0, Optional.empty(), Optional.empty(), Optional.empty());
        }
        // one timetable for the whole roster: whoever is not there leaves a gap in it
        Waves timetable = timetables.of(hall.plan(lines.size())).without(hall.plan(there.size()));
        Optional<Instant> start = hall.start()
                .map(t -> view.heldOn().atTime(t).atZone(zone).toInstant())
                .or(() -> facts.firstOf(view.id()))
                .filter(i -> LocalDate.ofInstant(i, zone).equals(LocalDate.ofInstant(clock.instant(), zone)));
        Duration elapsed = start.map(s -> Duration.between(s, clock.instant())).orElse(Duration.ZERO);
        int planned = timetable.visitsAfter(elapsed.toSeconds());
        Optional<Instant> finish = start.filter(s -> visits > 0 && elapsed.compareTo(Duration.ZERO) > 0)
                .map(s -> s.plus(elapsed.multipliedBy(of).dividedBy(visits)));
        return new Pace(
                start,
                visits,
                of,
                planned,
                finish,
                start.map(s -> s.plusSeconds(timetable.finish())),
                start.map(s -> s.plusSeconds(hall.lessonSeconds())));
    }
}
