package rangordnung.server.roster;

import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import java.time.Instant;
import java.util.UUID;
import org.hibernate.annotations.TenantId;
import org.jspecify.annotations.Nullable;

/** Who saw or changed what, and when. */
@Entity
class AccessLog {

    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    private @Nullable Long id;

    @TenantId
    @Column(name = "organisation_id")
    private UUID organisation;

    @Column(name = "account_id")
    private UUID account;

    @Column(name = "athlete_id")
    private UUID athlete;

    @SuppressWarnings("UnusedVariable") // read in the table only
    private String action;

    @SuppressWarnings("UnusedVariable") // read in the table only
    private Instant at;

    @SuppressWarnings("NullAway.Init")
    protected AccessLog() {}

    AccessLog(UUID account, UUID athlete, String action, Instant at) {
        this.account = account;
        this.athlete = athlete;
        this.action = action;
        this.at = at;
    }
}
