package rangordnung.server.screening;

import java.util.Collection;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import org.springframework.data.jpa.repository.Query;
import org.springframework.data.repository.Repository;

interface ScreeningRows extends Repository<Screening, UUID> {

    Screening save(Screening screening);

    Optional<Screening> findById(UUID id);

    /**
     * All that a request asks for first, in one question.
     *
     * @param members how many of the athletes that were asked for are of the screening's roster
     */
    record Gate(Screening screening, StationPass pass, HallPlanRow hall, long members) {}

    @Query("""
            select new rangordnung.server.screening.ScreeningRows$Gate(s, p, h, (select count(a) from Athlete a where a.team = s.team and a.id in :athletes))
            from Screening s left join StationPass p on p.id = :pass left join HallPlanRow h on h.screening = s.id where s.id = :id""")
    Optional<Gate> gate(UUID id, UUID pass, Collection<UUID> athletes);

    List<Screening> findAllByOrderByHeldOnDescCreatedAtDesc();

    List<Screening> findByTeamOrderByHeldOnAscCreatedAtAsc(UUID team);

    @Query("select s from Screening s join ScreeningRater r on r.screening = s.id where r.account = :account order by s.heldOn desc")
    List<Screening> invitedTo(UUID account);
}
