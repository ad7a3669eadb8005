package rangordnung.server.accounts;

import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import java.time.Instant;
import java.util.UUID;

/** A club or school; every other row belongs to one. */
@Entity
class Organisation {

    @Id
    private UUID id;

    private String name;

    @SuppressWarnings("UnusedVariable") // read in the table only
    private Instant createdAt;

    @SuppressWarnings("NullAway.Init")
    protected Organisation() {}

    Organisation(UUID id, String name, Instant createdAt) {
        this.id = id;
        this.name = name;
        this.createdAt = createdAt;
    }

    UUID id() {
        return id;
    }

    String name() {
        return name;
    }
}
