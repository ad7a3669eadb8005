package rangordnung.server.screening;

import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import org.springframework.stereotype.Service;
import rangordnung.core.judgement.Attendance;
import rangordnung.core.judgement.Entry;
import rangordnung.core.judgement.Fact;
import rangordnung.core.protocol.Protocol;
import rangordnung.core.protocol.TestDefinition;
import rangordnung.core.protocol.View;
import rangordnung.core.safety.Clearance;
import rangordnung.core.safety.PainReport;
import rangordnung.core.safety.StopRules;
import rangordnung.server.protocols.Protocols;
import rangordnung.server.roster.Rosters;

/** What a station needs to run: the queue with shortened names, and the protocol. No ranks, no results. */
@Service
class Station {

    private final Screenings screenings;
    private final Rosters rosters;
    private final Facts facts;
    private final Protocols protocols;

    Station(Screenings screenings, Rosters rosters, Facts facts, Protocols protocols) {
        this.screenings = screenings;
        this.rosters = rosters;
        this.facts = facts;
        this.protocols = protocols;
    }

    /** Where an athlete is in the queue. */
    enum State { WAITING, STARTED, DONE, STOPPED, ABSENT, EXCUSED }

    record Queued(UUID id, String shortName, State state) {}

    /** @param stoppingSigns signs that stop a screen at once, for a station without a network */
    record StationView(Screenings.ScreeningView screening, Protocol protocol, List<PainReport.Sign> stoppingSigns, List<Queued> queue) {}

    StationView of(UUID screening) {
        Screenings.ScreeningView view = screenings.visible(screening);
        Protocol protocol = protocols.get(view.protocol(), view.protocolVersion());
        Map<UUID, List<Entry>> books = facts.books(screening);
        List<Queued> queue = rosters.members(view.team()).stream()
                .map(m -> new Queued(m.id(), m.name().shortened(), state(protocol, m.clearance(), books.getOrDefault(m.id(), List.of()))))
                .toList();
        return new StationView(view, protocol, Arrays.stream(PainReport.Sign.values()).filter(PainReport.Sign::stops).toList(), queue);
    }

    private static State state(Protocol protocol, Clearance clearance, List<Entry> book) {
        List<Entry> standing = Entry.standing(book);
        boolean stopped = standing.stream().anyMatch(e -> e.fact() instanceof Fact.PainReported pain
                && StopRules.action(pain.report(), protocol.rules()) == StopRules.Action.STOP);
        if (stopped) {
            return State.STOPPED;
        }
        Optional<Attendance> attendance = standing.stream()
                .filter(e -> e.fact() instanceof Fact.Attended)
                .map(e -> ((Fact.Attended) e.fact()).attendance())
                .reduce((a, b) -> b);
        if (attendance.filter(a -> a == Attendance.ABSENT).isPresent()) {
            return State.ABSENT;
        }
        if (clearance == Clearance.NOT_CLEARED || attendance.filter(a -> a != Attendance.PRESENT).isPresent()) {
            return State.EXCUSED;
        }
        if (protocol.tests().stream().allMatch(t -> done(t, standing))) {
            return State.DONE;
        }
        return standing.stream().anyMatch(e -> e.fact().ofTrial().isPresent()) ? State.STARTED : State.WAITING;
    }

    private static boolean done(TestDefinition test, List<Entry> standing) {
        return standing.stream()
                .filter(e -> e.fact() instanceof Fact.TrialOpened opened && opened.test().equals(test.id()))
                .map(e -> ((Fact.TrialOpened) e.fact()).trial())
                .anyMatch(trial -> test.requiredViews().stream().allMatch(view -> closed(standing, trial, view)));
    }

    private static boolean closed(List<Entry> standing, UUID trial, View view) {
        return standing.stream().anyMatch(e -> e.fact() instanceof Fact.ViewClosed closed && closed.trial().equals(trial) && closed.view() == view);
    }
}
