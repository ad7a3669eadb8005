package rangordnung.server.screening;

import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import jakarta.persistence.PostLoad;
import jakarta.persistence.PostPersist;
import jakarta.persistence.Table;
import jakarta.persistence.Transient;
import java.time.Instant;
import java.util.UUID;
import org.hibernate.annotations.JdbcTypeCode;
import org.hibernate.annotations.TenantId;
import org.hibernate.type.SqlTypes;
import org.jspecify.annotations.Nullable;
import org.springframework.data.domain.Persistable;

/** One fact as it is kept: written once, never changed. */
@Entity
@Table(name = "fact")
class FactRow implements Persistable<UUID> {

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

    @SuppressWarnings("UnusedVariable") // read in the table only
    private @Nullable UUID supersedes;

    @JdbcTypeCode(SqlTypes.JSON)
    private String body;

    @Column(name = "author_id")
    private UUID author;

    @SuppressWarnings("UnusedVariable") // read in the table only
    private Instant deviceAt;

    @SuppressWarnings("UnusedVariable") // read in the table only
    private Instant receivedAt;

    @Transient
    private boolean fresh = true;

    @SuppressWarnings("NullAway.Init")
    protected FactRow() {}

    FactRow(
            UUID id,
            UUID screening,
            UUID athlete,
            @Nullable UUID supersedes,
            String body,
            UUID author,
            Instant deviceAt,
            Instant receivedAt) {
        this.id = id;
        this.screening = screening;
        this.athlete = athlete;
        this.supersedes = supersedes;
        this.body = body;
        this.author = author;
        this.deviceAt = deviceAt;
        this.receivedAt = receivedAt;
    }

    @PostLoad
    @PostPersist
    void kept() {
        fresh = false;
    }

    @Override
    public UUID getId() {
        return id;
    }

    /** The id is made by the device, so only this tells a new row from a kept one. */
    @Override
    public boolean isNew() {
        return fresh;
    }

    UUID screening() {
        return screening;
    }

    UUID athlete() {
        return athlete;
    }

    UUID author() {
        return author;
    }

    String body() {
        return body;
    }
}
