package rangordnung.server.screening;

import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import jakarta.persistence.IdClass;
import java.io.Serializable;
import java.util.UUID;
import org.hibernate.annotations.TenantId;

/** An athlete is asked to do a test in a short screening. */
@Entity
@IdClass(AskedLook.Key.class)
class AskedLook {

    record Key(UUID screening, UUID athlete, String test) implements Serializable {}

    @Id
    @Column(name = "screening_id")
    private UUID screening;

    @Id
    @Column(name = "athlete_id")
    private UUID athlete;

    @Id
    private String test;

    @TenantId
    @Column(name = "organisation_id")
    private UUID organisation;

    @SuppressWarnings("NullAway.Init")
    protected AskedLook() {}

    AskedLook(UUID screening, UUID athlete, String test) {
        this.screening = screening;
        this.athlete = athlete;
        this.test = test;
    }

    UUID athlete() {
        return athlete;
    }

    String test() {
        return test;
    }
}
