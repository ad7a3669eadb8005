package rangordnung.server.training;

import java.time.LocalDate;
import java.time.ZoneOffset;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import java.util.stream.Collectors;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import rangordnung.core.protocol.Rules;
import rangordnung.core.safety.Clearance;
import rangordnung.core.safety.StopRules;
import rangordnung.core.training.TrainingFact;
import rangordnung.server.groups.Clearances;
import rangordnung.server.groups.TrainingStops;
import rangordnung.server.platform.StoredJson;
import rangordnung.server.protocols.Protocols;
import rangordnung.server.roster.Rosters;
import rangordnung.server.screening.Screenings;

/** Whom pain has stopped in the sessions of a screening's blocks. */
@Service
class SessionStops implements TrainingStops {

    private final BlockRepository rows;
    private final Clearances clearances;
    private final Rosters rosters;
    private final Protocols protocols;
    private final StoredJson json;

    SessionStops(BlockRepository rows, Clearances clearances, Rosters rosters, Protocols protocols, StoredJson json) {
        this.rows = rows;
        this.clearances = clearances;
        this.rosters = rosters;
        this.protocols = protocols;
        this.json = json;
    }

    @Override
    @Transactional(readOnly = true)
    public Map<UUID, LocalDate> of(Screenings.ScreeningView screening) {
        Map<UUID, List<TrainingFactRow>> pains =
                rows.hurtIn(screening.id()).stream().collect(Collectors.groupingBy(TrainingFactRow::athlete));
        if (pains.isEmpty()) {
            return Map.of();
        }
        Rules rules =
                protocols.get(screening.protocol(), screening.protocolVersion()).rules();
        Map<UUID, LocalDate> cleared = cleared(screening);
        Map<UUID, LocalDate> held = new HashMap<>();
        pains.forEach((athlete, told) -> since(told(told), Optional.ofNullable(cleared.get(athlete)), rules)
                .ifPresent(day -> held.put(athlete, day)));
        return held;
    }

    /** A fact with the day on which it was told. */
    record Told(LocalDate day, TrainingFact fact) {}

    List<Told> told(List<TrainingFactRow> rows) {
        return rows.stream()
                .map(row -> new Told(
                        LocalDate.ofInstant(row.deviceAt(), ZoneOffset.UTC), json.read(row.body(), TrainingFact.class)))
                .toList();
    }

    /** The last day on which pain stopped a session, unless somebody has cleared the athlete since. */
    static Optional<LocalDate> since(List<Told> told, Optional<LocalDate> cleared, Rules rules) {
        return told.stream()
                .filter(t -> t.fact() instanceof TrainingFact.Hurt hurt
                        && StopRules.action(hurt.report(), rules) == StopRules.Consequence.STOP)
                .map(Told::day)
                .reduce((a, b) -> b)
                .filter(day -> cleared.filter(on -> !on.isBefore(day)).isEmpty());
    }

    /** By athlete the last day on which somebody has cleared them, in the roster or with a decision about the groups. */
    Map<UUID, LocalDate> cleared(Screenings.ScreeningView screening) {
        Map<UUID, LocalDate> cleared = new HashMap<>(clearances.of(screening.id()));
        rosters.members(screening.team()).stream()
                .filter(m -> m.clearance() == Clearance.CLEARED)
                .forEach(m -> m.clearedOn().ifPresent(on -> cleared.merge(m.id(), on, SessionStops::later)));
        return cleared;
    }

    private static LocalDate later(LocalDate one, LocalDate other) {
        return one.isAfter(other) ? one : other;
    }
}
