package rangordnung.server.roster;

import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import java.time.Instant;
import java.util.UUID;
import org.hibernate.annotations.JdbcTypeCode;
import org.hibernate.annotations.TenantId;
import org.hibernate.type.SqlTypes;
import org.jspecify.annotations.Nullable;

/** A table that was handed in and waits to be confirmed. */
@Entity
class RosterImport {

    @Id
    private UUID id;

    @TenantId
    @Column(name = "organisation_id")
    private UUID organisation;

    @Column(name = "team_id")
    private UUID team;

    @SuppressWarnings("UnusedVariable") // read in the table only
    private String fileName;

    @JdbcTypeCode(SqlTypes.JSON)
    private String sheet;

    @JdbcTypeCode(SqlTypes.JSON)
    private String mapping;

    @SuppressWarnings("UnusedVariable") // read in the table only
    private Instant createdAt;

    private @Nullable Instant confirmedAt;

    @SuppressWarnings("NullAway.Init")
    protected RosterImport() {}

    RosterImport(UUID id, UUID team, String fileName, String sheet, String mapping, Instant createdAt) {
        this.id = id;
        this.team = team;
        this.fileName = fileName;
        this.sheet = sheet;
        this.mapping = mapping;
        this.createdAt = createdAt;
    }

    UUID id() {
        return id;
    }

    UUID team() {
        return team;
    }

    String sheet() {
        return sheet;
    }

    String mapping() {
        return mapping;
    }

    void map(String mapping) {
        this.mapping = mapping;
    }

    boolean confirmed() {
        return confirmedAt != null;
    }

    /** What was imported stands in the roster from here on, and nowhere else. */
    void confirm(Instant at) {
        confirmedAt = at;
        sheet = "{}";
        mapping = "[]";
        fileName = "";
    }
}
