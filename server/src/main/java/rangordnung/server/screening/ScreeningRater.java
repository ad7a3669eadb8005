package rangordnung.server.screening;

import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import jakarta.persistence.IdClass;
import java.io.Serializable;
import java.util.UUID;
import org.hibernate.annotations.TenantId;

/** A rater is invited to a screening. */
@Entity
@IdClass(ScreeningRater.Key.class)
class ScreeningRater {

    record Key(UUID screening, UUID account) implements Serializable {}

    @Id
    @Column(name = "screening_id")
    private UUID screening;

    @Id
    @Column(name = "account_id")
    private UUID account;

    @TenantId
    @Column(name = "organisation_id")
    private UUID organisation;

    @SuppressWarnings("NullAway.Init")
    protected ScreeningRater() {}

    ScreeningRater(UUID screening, UUID account) {
        this.screening = screening;
        this.account = account;
    }

    UUID account() {
        return account;
    }
}
