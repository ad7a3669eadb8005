package rangordnung.server.screening;

import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import java.time.Instant;
import java.util.UUID;
import org.hibernate.annotations.TenantId;
import org.jspecify.annotations.Nullable;

/** Two raters saw a test differently; the lead has said which trial counts, and why. */
@Entity
class Settlement {

    @Id
    private UUID id;

    @TenantId
    @Column(name = "organisation_id")
    private UUID organisation;

    @Column(insertable = false, updatable = false)
    private @Nullable Long sequence;

    @Column(name = "screening_id")
    private UUID screening;

    @Column(name = "athlete_id")
    private UUID athlete;

    private String test;
    private UUID trial;
    private String reason;

    @Column(name = "author_id")
    private UUID author;

    private Instant at;

    @SuppressWarnings("NullAway.Init")
    protected Settlement() {}

    Settlement(UUID id, UUID screening, UUID athlete, String test, UUID trial, String reason, UUID author, Instant at) {
        this.id = id;
        this.screening = screening;
        this.athlete = athlete;
        this.test = test;
        this.trial = trial;
        this.reason = reason;
        this.author = author;
        this.at = at;
    }

    UUID athlete() {
        return athlete;
    }

    String test() {
        return test;
    }

    UUID trial() {
        return trial;
    }

    String reason() {
        return reason;
    }

    UUID author() {
        return author;
    }

    Instant at() {
        return at;
    }
}
