package rangordnung.server.screening;

import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import java.time.Instant;
import java.time.LocalDate;
import java.util.Optional;
import java.util.UUID;
import org.hibernate.annotations.TenantId;
import org.jspecify.annotations.Nullable;

/** One screening of one roster on one day under one protocol version. */
@Entity
class Screening {

    @Id
    private UUID id;

    @TenantId
    @Column(name = "organisation_id")
    private UUID organisation;

    @Column(name = "team_id")
    private UUID team;

    private String name;
    private LocalDate heldOn;

    @Column(name = "protocol_id")
    private String protocol;

    private int protocolVersion;

    /** The whole screening that a short one follows. */
    @Nullable
    private UUID follows;

    @Nullable
    private Instant archivedAt;

    @SuppressWarnings("UnusedVariable") // read in the table only
    private Instant createdAt;

    @SuppressWarnings("NullAway.Init")
    protected Screening() {}

    Screening(
            UUID id,
            UUID team,
            String name,
            LocalDate heldOn,
            String protocol,
            int protocolVersion,
            @Nullable UUID follows,
            Instant createdAt) {
        this.id = id;
        this.team = team;
        this.name = name;
        this.heldOn = heldOn;
        this.protocol = protocol;
        this.protocolVersion = protocolVersion;
        this.follows = follows;
        this.createdAt = createdAt;
    }

    void become(String otherName, LocalDate otherDay) {
        name = otherName;
        heldOn = otherDay;
    }

    /** @param at empty to bring back */
    void archive(Optional<Instant> at) {
        archivedAt = at.orElse(null);
    }

    boolean archived() {
        return archivedAt != null;
    }

    void judgeUnder(String otherProtocol, int otherVersion) {
        protocol = otherProtocol;
        protocolVersion = otherVersion;
    }

    Screenings.ScreeningView view() {
        return new Screenings.ScreeningView(
                id, team, name, heldOn, protocol, protocolVersion, Optional.ofNullable(follows));
    }
}
