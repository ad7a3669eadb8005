package rangordnung.server.inventory;

import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import jakarta.persistence.Version;
import java.util.UUID;
import org.hibernate.annotations.JdbcTypeCode;
import org.hibernate.annotations.TenantId;
import org.hibernate.type.SqlTypes;
import org.jspecify.annotations.Nullable;

/** A hall where groups train, with what it has. */
@Entity
class TrainingHall {

    @Id
    private UUID id;

    @TenantId
    @Column(name = "organisation_id")
    private UUID organisation;

    private String name;

    @JdbcTypeCode(SqlTypes.JSON)
    private String inventory;

    @Version
    private @Nullable Long version;

    @SuppressWarnings("NullAway.Init")
    protected TrainingHall() {}

    TrainingHall(UUID id, String name, String inventory) {
        this.id = id;
        this.name = name;
        this.inventory = inventory;
    }

    UUID id() {
        return id;
    }

    String name() {
        return name;
    }

    String inventory() {
        return inventory;
    }

    long version() {
        return version == null ? 0 : version;
    }

    void become(String name, String inventory) {
        this.name = name;
        this.inventory = inventory;
    }
}
