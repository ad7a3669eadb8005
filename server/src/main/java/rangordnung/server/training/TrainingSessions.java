package rangordnung.server.training;

import jakarta.persistence.EntityManager;
import java.time.Clock;
import java.time.Instant;
import java.time.LocalDate;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.function.Function;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import rangordnung.core.protocol.Rules;
import rangordnung.core.safety.PainReport;
import rangordnung.core.training.Block;
import rangordnung.core.training.Part;
import rangordnung.core.training.Season;
import rangordnung.core.training.SessionRecord;
import rangordnung.core.training.TrainingFact;
import rangordnung.server.platform.Code;
import rangordnung.server.platform.CurrentUser;
import rangordnung.server.platform.Problem;
import rangordnung.server.platform.StoredJson;
import rangordnung.server.protocols.Protocols;
import rangordnung.server.roster.Rosters;
import rangordnung.server.screening.Screenings;

/** What happens in the sessions of a block. */
@Service
@Transactional
public class TrainingSessions {

    private static final int MOST = 500;

    private final Blocks blocks;
    private final Screenings screenings;
    private final Rosters rosters;
    private final Protocols protocols;
    private final SessionStops stops;
    private final BlockRepository rows;
    private final EntityManager entities;
    private final StoredJson json;
    private final Clock clock;

    TrainingSessions(
            Blocks blocks,
            Screenings screenings,
            Rosters rosters,
            Protocols protocols,
            SessionStops stops,
            BlockRepository rows,
            EntityManager entities,
            StoredJson json,
            Clock clock) {
        this.blocks = blocks;
        this.screenings = screenings;
        this.rosters = rosters;
        this.protocols = protocols;
        this.stops = stops;
        this.rows = rows;
        this.entities = entities;
        this.json = json;
        this.clock = clock;
    }

    /**
     * A fact as a device sends it.
     *
     * @param id made by the device; sending it twice changes nothing
     */
    public record FactSent(UUID id, UUID athlete, Instant at, TrainingFact fact) {}

    /** How many were new, and how many were there already. */
    public record Receipt(int added, int known) {}

    /**
     * An athlete in a session.
     *
     * @param name   shortened, as at a station
     * @param record as it stands
     * @param held   since when somebody is held back by pain in a session; cleared since by nobody
     */
    public record SessionAthlete(
            Block.Prescription prescription, String name, SessionRecord record, Optional<LocalDate> held) {}

    /**
     * A session of a block, for a device that must go on without a network.
     *
     * @param doseWeek      whose dose is trained; the day before a match that of the week before
     * @param minutes       that each part takes
     * @param stopsFrom     pain that stops, of 10
     * @param stoppingSigns signs that stop at once
     */
    public record SessionView(
            UUID block,
            Screenings.ScreeningView screening,
            int session,
            int doseWeek,
            Blocks.BlockPlan plan,
            List<SessionAthlete> athletes,
            Map<Part, Integer> minutes,
            double stopsFrom,
            List<PainReport.Sign> stoppingSigns) {}

    /** Takes facts in, all or none. */
    public Receipt take(UUID block, List<FactSent> sent) {
        Blocks.BlockView view = blocks.get(block);
        if (sent.size() > MOST) {
            throw Problem.invalid(
                    Code.TOO_MANY_FACTS, "At most " + MOST + " facts at once; send the rest after.", "facts");
        }
        Map<UUID, Block.Prescription> athletes = view.plan().block().athletes().stream()
                .collect(Collectors.toMap(Block.Prescription::athlete, Function.identity()));
        sent.forEach(f -> check(f, view, athletes));
        Set<UUID> known =
                new HashSet<>(rows.known(sent.stream().map(FactSent::id).collect(Collectors.toSet())));
        Instant now = clock.instant();
        UUID author = CurrentUser.required().account();
        int added = 0;
        for (FactSent fact : sent) {
            if (known.add(fact.id())) {
                entities.persist(new TrainingFactRow(
                        fact.id(),
                        block,
                        fact.athlete(),
                        json.write(fact.fact(), TrainingFact.class),
                        author,
                        fact.at(),
                        now));
                added++;
            }
        }
        entities.flush();
        return new Receipt(added, sent.size() - added);
    }

    private void check(FactSent sent, Blocks.BlockView view, Map<UUID, Block.Prescription> athletes) {
        Block.Prescription prescription = athletes.get(sent.athlete());
        if (prescription == null) {
            throw Problem.invalid(
                    Code.UNKNOWN_ATHLETE, "The athlete of fact " + sent.id() + " is not in this block.", "athlete");
        }
        if (sent.fact().session() >= view.plan().block().sessions().size()) {
            throw Problem.invalid(Code.UNKNOWN_SESSION, "The block has no such session.", "session");
        }
        if (sent.fact() instanceof TrainingFact.Trained trained) {
            trained.done().stream()
                    .filter(d -> protocols.ladders().exercise(d.exercise()).isEmpty())
                    .findFirst()
                    .ifPresent(d -> {
                        throw Problem.invalid(
                                Code.UNKNOWN_EXERCISE, "There is no exercise “" + d.exercise() + "”.", "done");
                    });
        }
    }

    /** A session with everybody who trains in it. */
    @Transactional(readOnly = true)
    public SessionView session(UUID block, int session) {
        Blocks.BlockView view = blocks.get(block);
        List<Season.Session> all = view.plan().block().sessions();
        if (session < 0 || session >= all.size()) {
            throw Problem.notFound("session of this block");
        }
        Screenings.ScreeningView screening = screenings.visible(view.screening());
        Rules rules =
                protocols.get(screening.protocol(), screening.protocolVersion()).rules();
        Map<UUID, Rosters.Member> members = rosters.members(screening.team()).stream()
                .collect(Collectors.toMap(Rosters.Member::id, Function.identity()));
        Map<UUID, List<TrainingFactRow>> facts =
                rows.facts(block).stream().collect(Collectors.groupingBy(TrainingFactRow::athlete));
        Map<UUID, LocalDate> cleared = stops.cleared(screening);
        boolean light = all.get(session).clash().isPresent();
        int week = all.get(session).week();
        return new SessionView(
                block,
                screening,
                session,
                light ? Math.max(0, week - 1) : week,
                view.plan(),
                view.plan().block().athletes().stream()
                        .flatMap(p -> Stream.ofNullable(members.get(p.athlete()))
                                .map(m -> athlete(
                                        p,
                                        m,
                                        session,
                                        facts.getOrDefault(m.id(), List.of()),
                                        Optional.ofNullable(cleared.get(m.id())),
                                        rules)))
                        .toList(),
                protocols.trainingRules().minutes(),
                rules.painStopsFrom().value(),
                PainReport.Sign.stopping());
    }

    private SessionAthlete athlete(
            Block.Prescription prescription,
            Rosters.Member member,
            int session,
            List<TrainingFactRow> rows,
            Optional<LocalDate> cleared,
            Rules rules) {
        List<SessionStops.Told> told = stops.told(rows);
        return new SessionAthlete(
                prescription,
                member.name().shortened(),
                SessionRecord.of(
                        session, told.stream().map(SessionStops.Told::fact).toList()),
                SessionStops.since(told, cleared, rules));
    }
}
