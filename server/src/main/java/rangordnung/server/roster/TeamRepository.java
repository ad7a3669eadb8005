package rangordnung.server.roster;

import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import org.springframework.data.jpa.repository.Query;
import org.springframework.data.repository.Repository;

interface TeamRepository extends Repository<Team, UUID> {

    Team save(Team team);

    Optional<Team> findById(UUID id);

    void delete(Team team);

    boolean existsByName(String name);

    @Query("select t.id from Team t where t.archivedAt is not null")
    Set<UUID> archived();

    List<Team> findAllByOrderByName();

    /** Team, number of athletes, and how many of them miss a birth date or a height. */
    @Query(
            """
            select new rangordnung.server.roster.Rosters$TeamLine(t.id, t.name, t.kind, count(a),
                sum(case when a.id is not null and (a.birthDate is null or a.heightCm is null) then 1L else 0L end),
                t.archivedAt is not null, t.practice)
            from Team t left join Athlete a on a.team = t.id group by t.id, t.name, t.kind, t.archivedAt, t.practice order by t.name""")
    List<Rosters.TeamLine> lines();
}
