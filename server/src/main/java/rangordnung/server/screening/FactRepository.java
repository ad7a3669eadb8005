package rangordnung.server.screening;

import java.time.Instant;
import java.util.Collection;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import org.springframework.data.jpa.repository.NativeQuery;
import org.springframework.data.jpa.repository.Query;
import org.springframework.data.repository.Repository;

interface FactRepository extends Repository<FactRow, UUID> {

    /** A fact without what judging does not need. */
    record Line(UUID id, UUID athlete, long sequence, UUID supersedes, String body, UUID author, Instant deviceAt) {}

    /** Where a fact belongs and who wrote it. */
    record Stub(UUID id, UUID screening, UUID athlete, UUID author) {}

    void saveAll(Iterable<FactRow> facts);

    List<FactRow> findByIdIn(Collection<UUID> ids);

    @Query(
            """
            select new rangordnung.server.screening.FactRepository$Line(f.id, f.athlete, f.sequence, f.supersedes, f.body, f.author, f.deviceAt)
            from FactRow f where f.screening = :screening order by f.athlete, f.sequence""")
    List<Line> ofScreening(UUID screening);

    @Query(
            """
            select new rangordnung.server.screening.FactRepository$Line(f.id, f.athlete, f.sequence, f.supersedes, f.body, f.author, f.deviceAt)
            from FactRow f where f.screening = :screening and f.athlete = :athlete order by f.sequence""")
    List<Line> ofAthlete(UUID screening, UUID athlete);

    @Query(
            """
            select new rangordnung.server.screening.FactRepository$Line(f.id, f.athlete, f.sequence, f.supersedes, f.body, f.author, f.deviceAt)
            from FactRow f where f.screening = :screening and f.sequence > :sequence order by f.athlete, f.sequence""")
    List<Line> after(UUID screening, long sequence);

    @Query(
            """
            select new rangordnung.server.screening.FactRepository$Line(f.id, f.athlete, f.sequence, f.supersedes, f.body, f.author, f.deviceAt)
            from FactRow f where f.screening = :screening and f.athlete in :athletes order by f.athlete, f.sequence""")
    List<Line> ofAthletes(UUID screening, Collection<UUID> athletes);

    /** That something was written about an athlete in a screening. */
    record Written(UUID screening, UUID athlete) {}

    @Query(
            "select distinct new rangordnung.server.screening.FactRepository$Written(f.screening, f.athlete) from FactRow f where f.athlete in :athletes")
    List<Written> written(Collection<UUID> athletes);

    @Query("select min(f.receivedAt) from FactRow f where f.screening = :screening")
    Optional<Instant> firstOf(UUID screening);

    /** Whose some facts are, of whatever organisation; nothing of this leaves the server. */
    @NativeQuery("select id, screening_id, athlete_id, author_id from fact where id in (:ids)")
    List<Stub> stubs(Collection<UUID> ids);

    /** The openings of some trials. */
    @NativeQuery(
            "select body::text from fact where screening_id = :screening and body ->> 'kind' = 'trialOpened' and body ->> 'trial' in (:trials)")
    List<String> openings(UUID screening, Collection<String> trials);

    /** By way of the organisation's screenings, since their facts have an index and those of an organisation have none. */
    @Query(
            """
            select new rangordnung.server.screening.Facts$Tally(f.screening, count(f), max(f.sequence))
            from Screening s join FactRow f on f.screening = s.id group by f.screening""")
    List<Facts.Tally> tallies();

    @Query(
            """
            select new rangordnung.server.screening.Facts$BookMark(f.athlete, count(f), max(f.sequence))
            from FactRow f where f.screening = :screening group by f.athlete""")
    List<Facts.BookMark> marks(UUID screening);
}
