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

    @Query("select a.id from Athlete a where a.team = :team and a.id in :asked")
    Set<UUID> among(UUID team, Collection<UUID> asked);

    void delete(Athlete athlete);
}
