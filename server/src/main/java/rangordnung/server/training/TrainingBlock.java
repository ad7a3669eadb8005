package rangordnung.server.training;

import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import java.time.Instant;
import java.util.UUID;
import org.hibernate.annotations.JdbcTypeCode;
import org.hibernate.annotations.TenantId;
import org.hibernate.type.SqlTypes;
import org.jspecify.annotations.Nullable;

/** A block as the lead has saved it, with author and time; what each athlete does has rows of its own. */
@Entity
class TrainingBlock {

    @Id
    private UUID id;

    @TenantId
    @Column(name = "organisation_id")
    private UUID organisation;

    @Column(insertable = false, updatable = false)
    private @Nullable Long sequence;

    @Column(name = "screening_id")
    private UUID screening;

    @JdbcTypeCode(SqlTypes.JSON)
    private String body;

    @Column(name = "author_id")
    private UUID author;

    private Instant at;

    @SuppressWarnings("NullAway.Init")
    protected TrainingBlock() {}

    TrainingBlock(UUID id, UUID screening, String body, UUID author, Instant at) {
        this.id = id;
        this.screening = screening;
        this.body = body;
        this.author = author;
        this.at = at;
    }

    UUID id() {
        return id;
    }

    UUID screening() {
        return screening;
    }

    String body() {
        return body;
    }

    UUID author() {
        return author;
    }

    Instant at() {
        return at;
    }
}
