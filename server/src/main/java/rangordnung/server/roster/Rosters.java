package rangordnung.server.roster;

import jakarta.persistence.EntityManager;
import java.time.Clock;
import java.time.LocalDate;
import java.time.Period;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import rangordnung.core.Words;
import rangordnung.core.placement.Profile;
import rangordnung.core.safety.Clearance;
import rangordnung.server.platform.Code;
import rangordnung.server.platform.CurrentUser;
import rangordnung.server.platform.Problem;

/** Teams and athletes, for this and the other features. */
@Service
@Transactional
public class Rosters {

    private final TeamRepository teams;
    private final AthleteRepository athletes;
    private final EntityManager entities;
    private final Clock clock;

    Rosters(TeamRepository teams, AthleteRepository athletes, EntityManager entities, Clock clock) {
        this.teams = teams;
        this.athletes = athletes;
        this.entities = entities;
        this.clock = clock;
    }

    /** What a roster is of. */
    public enum Kind {
        CLASS,
        TEAM
    }

    /** A roster in one line; {@code incomplete} athletes miss a birth date or a height; of a practice class all are invented. */
    public record TeamLine(
            UUID id, String name, Kind kind, long athletes, long incomplete, boolean archived, boolean practice) {}

    /** An athlete with the version that a change must name. */
    public record AthleteView(UUID id, long version, AthleteRecord record) {}

    /**
     * An athlete as the other features need it.
     *
     * @param profile what placing needs to know
     */
    public record Member(
            UUID id,
            String givenName,
            String familyName,
            Clearance clearance,
            Optional<LocalDate> clearedOn,
            Optional<Double> legLengthCentimetres,
            Optional<LocalDate> birthDate,
            Optional<Double> kilograms,
            Profile profile) {
        Member(
                UUID id,
                String givenName,
                String familyName,
                Clearance clearance,
                @Nullable LocalDate clearedOn,
                @Nullable Double legLengthCentimetres,
                @Nullable Double heightCentimetres,
                @Nullable LocalDate birthDate,
                @Nullable Double kilograms,
                Profile.@Nullable Experience experience,
                Profile.@Nullable Aim aim) {
            this(
                    id,
                    givenName,
                    familyName,
                    clearance,
                    Optional.ofNullable(clearedOn),
                    Optional.ofNullable(legLengthCentimetres),
                    Optional.ofNullable(birthDate),
                    Optional.ofNullable(kilograms),
                    new Profile(
                            Optional.ofNullable(heightCentimetres).map(h -> h / 100),
                            Optional.ofNullable(experience).orElse(Profile.UNKNOWN.experience()),
                            Optional.ofNullable(aim).orElse(Profile.UNKNOWN.aim())));
        }

        public AthleteName name() {
            return AthleteName.kept(givenName, familyName);
        }

        /** In full years on a day; empty where the birth date is not known. */
        public Optional<Integer> age(LocalDate on) {
            return birthDate.map(born -> Period.between(born, on).getYears());
        }

        public Optional<Double> stature() {
            return profile.stature();
        }
    }

    @Transactional(readOnly = true)
    public List<TeamLine> teams() {
        return teams.lines();
    }

    @Transactional(readOnly = true)
    public TeamLine team(UUID id) {
        return teams.lines().stream()
                .filter(t -> t.id().equals(id))
                .findFirst()
                .orElseThrow(() -> Problem.notFound("team or class"));
    }

    public UUID addTeam(String name, Kind kind) {
        return teams.save(new Team(UUID.randomUUID(), free(name), kind, false)).id();
    }

    /** A class of invented athletes under a name, or under the first one after it that is free. */
    public UUID addPractice(String name, List<AthleteRecord> invented) {
        String free = Words.clean(name);
        for (int n = 2; teams.existsByName(free); n++) {
            free = Words.clean(name) + " " + n;
        }
        UUID id =
                teams.save(new Team(UUID.randomUUID(), free, Kind.CLASS, true)).id();
        entities.flush();
        invented.forEach(record -> add(id, record));
        return id;
    }

    /** Throws a practice class away with all that was tried with it; what is none stays. */
    public void deletePractice(UUID id) {
        if (teams.findById(id).filter(Team::practice).isEmpty()) {
            throw Problem.notFound("practice class");
        }
        deleteTeam(id);
    }

    /** A name as it is kept, if no roster has it yet. */
    private String free(String name) {
        String clean = Words.clean(name);
        if (teams.existsByName(clean)) {
            throw Problem.conflict(Code.TEAM_EXISTS, "There is a team or class named “" + clean + "” already.")
                    .with("field", "name");
        }
        return clean;
    }

    /** Gives a roster another name, or calls it a class instead of a team. */
    public void renameTeam(UUID id, String name, Kind kind) {
        Team team = teams.findById(id).orElseThrow(() -> Problem.notFound("team or class"));
        team.become(Words.clean(name).equals(team.name()) ? team.name() : free(name), kind);
        entities.flush();
    }

    /** Deletes a roster with its athletes, its screenings and all that was ever written of them; only the log stays. */
    public void deleteTeam(UUID id) {
        Team team = teams.findById(id).orElseThrow(() -> Problem.notFound("team or class"));
        athletes.members(id).forEach(a -> log(a.id(), "ERASED"));
        teams.delete(team);
        entities.flush();
    }

    @Transactional(readOnly = true)
    public List<AthleteView> athletes(UUID team) {
        team(team);
        return athletes.findByTeamOrderByGivenNameAscFamilyNameAsc(team).stream()
                .map(Rosters::view)
                .toList();
    }

    /** The athletes of a team, by name. */
    @Transactional(readOnly = true)
    public List<Member> members(UUID team) {
        return athletes.members(team);
    }

    /** What differs as soon as anybody of a team has changed. */
    public record Stamp(UUID team, long athletes, long changes) {}

    @Transactional(readOnly = true)
    public Map<UUID, Stamp> stamps() {
        return athletes.stamps().stream().collect(Collectors.toMap(Stamp::team, Function.identity()));
    }

    /** Those of some athletes who belong to a team, or did before they were moved. */
    @Transactional(readOnly = true)
    public Set<UUID> among(UUID team, Set<UUID> asked) {
        return asked.isEmpty() ? Set.of() : athletes.among(team, asked);
    }

    /** An athlete who has been moved out of a team. */
    @Transactional(readOnly = true)
    public Optional<Member> former(UUID team, UUID athlete) {
        return athletes.former(team, athlete);
    }

    /** Those of some athletes who were in another team before. */
    @Transactional(readOnly = true)
    public Set<UUID> moved(Set<UUID> asked) {
        return asked.isEmpty() ? Set.of() : athletes.moved(asked);
    }

    @Transactional(readOnly = true)
    public AthleteView athlete(UUID id) {
        return athletes.findById(id).map(Rosters::view).orElseThrow(() -> Problem.notFound("athlete"));
    }

    public AthleteView add(UUID team, AthleteRecord record) {
        if (teams.findById(team).isEmpty()) {
            throw Problem.notFound("team or class");
        }
        record.checked();
        return view(athletes.save(new Athlete(UUID.randomUUID(), team, record)));
    }

    /** Changes an athlete; refused with what stands now where somebody was faster. */
    public AthleteView change(UUID id, long version, AthleteRecord record) {
        Athlete athlete = athletes.findById(id).orElseThrow(() -> Problem.notFound("athlete"));
        record.checked();
        if (athlete.version() != version) {
            throw Problem.conflict(
                            Code.CHANGED_MEANWHILE,
                            "Somebody else changed this athlete meanwhile. Look at what stands now, then save again.")
                    .with("now", view(athlete));
        }
        athlete.become(record);
        entities.flush();
        return view(athlete);
    }

    /** Puts an athlete into another team; what was written of them goes along. */
    public AthleteView move(UUID id, UUID team) {
        Athlete athlete = athletes.findById(id).orElseThrow(() -> Problem.notFound("athlete"));
        if (teams.findById(team).isEmpty()) {
            throw Problem.notFound("team or class");
        }
        if (!athlete.team().equals(team)) {
            entities.merge(new AthleteMove(id, athlete.team(), clock.instant()));
            athlete.moveTo(team);
            entities.flush();
        }
        return view(athlete);
    }

    /** Rosters that have been put away. */
    @Transactional(readOnly = true)
    public Set<UUID> archived() {
        return teams.archived();
    }

    /** Puts a roster away, or brings it back. */
    public void archiveTeam(UUID id, boolean archived) {
        teams.findById(id)
                .orElseThrow(() -> Problem.notFound("team or class"))
                .archive(archived ? Optional.of(clock.instant()) : Optional.empty());
    }

    /** Erases an athlete with every fact and decision; only the log that it happened stays. */
    public void erase(UUID id) {
        Athlete athlete = athletes.findById(id).orElseThrow(() -> Problem.notFound("athlete"));
        log(id, "ERASED");
        athletes.delete(athlete);
        // a preview that waits may name them still
        entities.createQuery("delete from RosterImport i where i.team = :team and i.confirmedAt is null")
                .setParameter("team", athlete.team())
                .executeUpdate();
    }

    /** Somebody answered a medical question with yes: not cleared until a clinician says otherwise. Nothing more is kept. */
    public void notCleared(UUID id, LocalDate on, String role) {
        Athlete athlete = athletes.findById(id).orElseThrow(() -> Problem.notFound("athlete"));
        athlete.become(athlete.record().withClearance(Clearance.NOT_CLEARED, on, role));
        log(id, "NOT_CLEARED");
    }

    /** Notes who saw or changed an athlete's data. */
    public void log(UUID athlete, String action) {
        Optional<CurrentUser> signed = CurrentUser.current();
        signed.ifPresent(s -> entities.persist(new AccessLog(s.account(), athlete, action, clock.instant())));
    }

    static AthleteView view(Athlete athlete) {
        return new AthleteView(athlete.id(), athlete.version(), athlete.record());
    }
}
