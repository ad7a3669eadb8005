package rangordnung.server.roster;

import java.util.List;
import java.util.Optional;
import java.util.UUID;
import org.springframework.data.jpa.repository.Query;
import org.springframework.data.repository.Repository;

interface AthleteRows extends Repository<Athlete, UUID> {

    Athlete save(Athlete athlete);

    Optional<Athlete> findById(UUID id);

    List<Athlete> findByTeamOrderByGivenNameAscFamilyNameAsc(UUID team);

    @Query("""
            select new rangordnung.server.roster.Rosters$Member(a.id, a.givenName, a.familyName, a.clearance, a.legLengthCm)
            from Athlete a where a.team = :team order by a.givenName, a.familyName, a.id""")
    List<Rosters.Member> members(UUID team);

    void delete(Athlete athlete);
}
