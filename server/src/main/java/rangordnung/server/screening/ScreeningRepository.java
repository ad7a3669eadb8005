package rangordnung.server.screening;

import java.time.Instant;
import java.time.LocalDate;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import org.jspecify.annotations.Nullable;
import org.springframework.data.jpa.repository.NativeQuery;
import org.springframework.data.jpa.repository.Query;
import org.springframework.data.repository.Repository;

interface ScreeningRepository extends Repository<Screening, UUID> {

    Screening save(Screening screening);

    void delete(Screening screening);

    List<Screening> findByFollows(UUID screening);

    Optional<Screening> findById(UUID id);

    /**
     * All that a request asks for first, in one question.
     *
     * @param expiresAt of the pass that was asked for; null where there is none
     * @param hall      how the hall is set up, where the lead has said so
     * @param member    whether the athlete that was asked for is of the screening's roster
     */
    record Gate(
            UUID id,
            UUID team,
            String name,
            LocalDate heldOn,
            String protocol,
            int version,
            @Nullable UUID follows,
            Instant expiresAt,
            Instant revokedAt,
            String hall,
            boolean member) {

        Screenings.ScreeningView view() {
            return new Screenings.ScreeningView(
                    id, team, name, heldOn, protocol, version, Optional.ofNullable(follows));
        }
    }

    /** In plain SQL, since every mark asks it: the organisation is said here and not by Hibernate. */
    @NativeQuery(
            """
            select s.id, s.team_id, s.name, s.held_on, s.protocol_id, s.protocol_version, s.follows, p.expires_at, p.revoked_at, h.body::text,
              exists (select 1 from athlete a where a.team_id = s.team_id and a.id = :athlete)
            from screening s left join station_pass p on p.id = :pass and p.organisation_id = s.organisation_id
              left join hall_plan h on h.screening_id = s.id
            where s.id = :id and s.organisation_id = :organisation""")
    Optional<Gate> gate(UUID id, UUID organisation, UUID pass, UUID athlete);

    List<Screening> findAllByOrderByHeldOnDescCreatedAtDesc();

    List<Screening> findByTeamOrderByHeldOnAscCreatedAtAsc(UUID team);

    @Query(
            "select s from Screening s join ScreeningRater r on r.screening = s.id where r.account = :account order by s.heldOn desc")
    List<Screening> invitedTo(UUID account);
}
