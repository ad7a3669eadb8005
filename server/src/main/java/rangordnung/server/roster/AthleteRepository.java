package rangordnung.server.roster;

import java.util.Collection;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import org.springframework.data.jpa.repository.Query;
import org.springframework.data.repository.Repository;

interface AthleteRepository extends Repository<Athlete, UUID> {

    Athlete save(Athlete athlete);

    Optional<Athlete> findById(UUID id);

    List<Athlete> findByTeamOrderByGivenNameAscFamilyNameAsc(UUID team);

    @Query(
            """
            select new rangordnung.server.roster.Rosters$Member(a.id, a.givenName, a.familyName, a.clearance, a.clearanceOn, a.legLengthCm, a.heightCm, a.birthDate, a.massKg, a.experience, a.aim)
            from Athlete a where a.team = :team order by a.givenName, a.familyName, a.id""")
    List<Rosters.Member> members(UUID team);

    @Query(
            "select new rangordnung.server.roster.Rosters$Stamp(a.team, count(a), sum(a.version)) from Athlete a group by a.team")
    List<Rosters.Stamp> stamps();

    /** Those of some athletes who are or were in a team. */
    @Query(
            """
            select a.id from Athlete a where a.id in :asked and (a.team = :team
                or exists (select 1 from AthleteMove m where m.athlete = a.id and m.fromTeam = :team))""")
    Set<UUID> among(UUID team, Collection<UUID> asked);

    @Query(
            """
            select new rangordnung.server.roster.Rosters$Member(a.id, a.givenName, a.familyName, a.clearance, a.clearanceOn, a.legLengthCm, a.heightCm, a.birthDate, a.massKg, a.experience, a.aim)
            from Athlete a join AthleteMove m on m.athlete = a.id where m.fromTeam = :team and a.id = :athlete""")
    Optional<Rosters.Member> former(UUID team, UUID athlete);

    @Query("select distinct m.athlete from AthleteMove m where m.athlete in :asked")
    Set<UUID> moved(Collection<UUID> asked);

    void delete(Athlete athlete);
}
