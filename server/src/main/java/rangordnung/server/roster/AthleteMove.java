package rangordnung.server.roster;

import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import jakarta.persistence.IdClass;
import java.io.Serializable;
import java.time.Instant;
import java.util.UUID;
import org.hibernate.annotations.TenantId;

/** A roster that an athlete was in before. */
@Entity
@IdClass(AthleteMove.Key.class)
class AthleteMove {

    record Key(UUID athlete, UUID fromTeam) implements Serializable {}

    @Id
    @Column(name = "athlete_id")
    private UUID athlete;

    @Id
    private UUID fromTeam;

    @TenantId
    @Column(name = "organisation_id")
    private UUID organisation;

    @SuppressWarnings("UnusedVariable") // read in the table only
    private Instant at;

    @SuppressWarnings("NullAway.Init")
    protected AthleteMove() {}

    AthleteMove(UUID athlete, UUID fromTeam, Instant at) {
        this.athlete = athlete;
        this.fromTeam = fromTeam;
        this.at = at;
    }
}
