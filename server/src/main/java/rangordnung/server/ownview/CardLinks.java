package rangordnung.server.ownview;

import java.sql.Timestamp;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpStatus;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import rangordnung.core.Refusal;
import rangordnung.server.accounts.Devices;
import rangordnung.server.platform.Code;
import rangordnung.server.platform.CurrentUser;
import rangordnung.server.platform.Problem;
import rangordnung.server.platform.QrCode;
import rangordnung.server.roster.Rosters;
import rangordnung.server.screening.Screenings;

/**
 * Links to one athlete’s own card. A code is shown once and kept as a hash; it opens on the first device that uses it, until it ends or
 * is taken back, and it opens nothing else.
 */
@Service
@Transactional
class CardLinks {

    /** Longest time that a link opens (house convention). */
    static final int LONGEST_DAYS = 14;

    private final Screenings screenings;
    private final Rosters rosters;
    private final Devices devices;
    private final JdbcClient jdbc;
    private final Clock clock;

    CardLinks(Screenings screenings, Rosters rosters, Devices devices, JdbcClient jdbc, Clock clock) {
        this.screenings = screenings;
        this.rosters = rosters;
        this.devices = devices;
        this.jdbc = jdbc;
        this.clock = clock;
    }

    /** A link as the lead sees it; {@code opened} where a device has it. */
    record LinkView(UUID id, Instant createdAt, Instant expiresAt, Optional<Instant> opened, boolean opens) {}

    /**
     * A new link with what nobody sees again.
     *
     * @param address that is opened
     * @param code    the address as a picture of squares: rows of 0 and 1
     */
    record NewLink(UUID id, Instant expiresAt, String address, List<String> code) {}

    /** A link that opens. */
    record Open(UUID id, UUID organisation, UUID screening, UUID athlete, UUID createdBy) {}

    @Transactional(readOnly = true)
    public List<LinkView> of(UUID screening, UUID athlete) {
        seen(screening, athlete);
        Instant now = clock.instant();
        return jdbc.sql(
                        "select * from card_link where screening_id = :screening and athlete_id = :athlete and organisation_id = :organisation order by created_at desc")
                .param("screening", screening)
                .param("athlete", athlete)
                .param("organisation", CurrentUser.required().organisation())
                .query((row, n) -> {
                    Instant expires = row.getTimestamp("expires_at").toInstant();
                    Timestamp revoked = row.getTimestamp("revoked_at");
                    return new LinkView(
                            row.getObject("id", UUID.class),
                            row.getTimestamp("created_at").toInstant(),
                            expires,
                            Optional.ofNullable(row.getTimestamp("opened_at")).map(Timestamp::toInstant),
                            revoked == null && now.isBefore(expires));
                })
                .list();
    }

    /** Makes a link; {@code origin} is where the family reaches this server. */
    public NewLink make(UUID screening, UUID athlete, int days, String origin) {
        seen(screening, athlete);
        Refusal.within(days, 1, LONGEST_DAYS, "days", "days");
        CurrentUser lead = CurrentUser.required();
        String code = devices.secret();
        Instant now = clock.instant();
        UUID id = UUID.randomUUID();
        Instant expires = now.plus(Duration.ofDays(days));
        jdbc.sql(
                        "insert into card_link (id, organisation_id, screening_id, athlete_id, code_hash, created_by, created_at, expires_at)"
                                + " values (:id, :organisation, :screening, :athlete, :hash, :by, :now, :expires)")
                .param("id", id)
                .param("organisation", lead.organisation())
                .param("screening", screening)
                .param("athlete", athlete)
                .param("hash", Devices.hash(code))
                .param("by", lead.account())
                .param("now", Timestamp.from(now))
                .param("expires", Timestamp.from(expires))
                .update();
        String address = origin + "/#/card/" + code;
        return new NewLink(id, expires, address, QrCode.of(address));
    }

    private void seen(UUID screening, UUID athlete) {
        UUID team = screenings.visible(screening).team();
        if (!rosters.among(team, java.util.Set.of(athlete)).contains(athlete)) {
            throw Problem.notFound("athlete in this screening");
        }
    }

    public void revoke(UUID screening, UUID id) {
        screenings.visible(screening);
        int taken = jdbc.sql(
                        "update card_link set revoked_at = coalesce(revoked_at, :now) where id = :id and screening_id = :screening and organisation_id = :organisation")
                .param("now", Timestamp.from(clock.instant()))
                .param("id", id)
                .param("screening", screening)
                .param("organisation", CurrentUser.required().organisation())
                .update();
        if (taken == 0) {
            throw Problem.notFound("link");
        }
    }

    private record Known(Open link, @Nullable String device) {}

    /**
     * Opens a link on a device, which has it from then on; of two that come at once only one gets it.
     *
     * @throws Problem where the code is none, has ended, was taken back, or is another device’s
     */
    public Open open(String code, String device) {
        Instant now = clock.instant();
        Known known = jdbc.sql(
                        "select * from card_link where code_hash = :hash and revoked_at is null and expires_at > :now for update")
                .param("hash", Devices.hash(code))
                .param("now", Timestamp.from(now))
                .query((row, n) -> new Known(
                        new Open(
                                row.getObject("id", UUID.class),
                                row.getObject("organisation_id", UUID.class),
                                row.getObject("screening_id", UUID.class),
                                row.getObject("athlete_id", UUID.class),
                                row.getObject("created_by", UUID.class)),
                        row.getString("device_hash")))
                .optional()
                .orElseThrow(() -> new Problem(
                        HttpStatus.FORBIDDEN,
                        Code.LINK_CLOSED,
                        "This link opens nothing any more. Ask whoever leads the group for a new one."));
        if (known.device() == null) {
            jdbc.sql("update card_link set device_hash = :device, opened_at = :now where id = :id")
                    .param("device", device)
                    .param("now", Timestamp.from(now))
                    .param("id", known.link().id())
                    .update();
        } else if (!known.device().equals(device)) {
            throw new Problem(
                    HttpStatus.CONFLICT,
                    Code.LINK_TAKEN,
                    "Another device has opened this link already. Ask whoever leads the group for a new one.");
        }
        return known.link();
    }
}
