package rangordnung.server.training;

import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import java.time.Instant;
import java.util.UUID;
import org.hibernate.annotations.JdbcTypeCode;
import org.hibernate.annotations.TenantId;
import org.hibernate.type.SqlTypes;
import org.jspecify.annotations.Nullable;

/** What happened to one athlete in one session, written once. */
@Entity
@Table(name = "training_fact")
class TrainingFactRow {

    @Id
    private UUID id;

    @TenantId
    @Column(name = "organisation_id")
    private UUID organisation;

    @Column(insertable = false, updatable = false)
    private @Nullable Long sequence;

    @Column(name = "block_id")
    private UUID block;

    @Column(name = "athlete_id")
    private UUID athlete;

    @JdbcTypeCode(SqlTypes.JSON)
    private String body;

    @Column(name = "author_id")
    private UUID author;

    private Instant deviceAt;

    @SuppressWarnings("UnusedVariable") // read in the table only
    private Instant receivedAt;

    @SuppressWarnings("NullAway.Init")
    protected TrainingFactRow() {}

    TrainingFactRow(UUID id, UUID block, UUID athlete, String body, UUID author, Instant deviceAt, Instant receivedAt) {
        this.id = id;
        this.block = block;
        this.athlete = athlete;
        this.body = body;
        this.author = author;
        this.deviceAt = deviceAt;
        this.receivedAt = receivedAt;
    }

    UUID id() {
        return id;
    }

    UUID block() {
        return block;
    }

    UUID athlete() {
        return athlete;
    }

    String body() {
        return body;
    }

    UUID author() {
        return author;
    }

    Instant deviceAt() {
        return deviceAt;
    }
}
