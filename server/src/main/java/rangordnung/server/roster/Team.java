package rangordnung.server.roster;

import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.Id;
import jakarta.persistence.Version;
import java.time.Instant;
import java.util.Optional;
import java.util.UUID;
import org.hibernate.annotations.TenantId;
import org.jspecify.annotations.Nullable;

/** A roster: a school class or a club's team. */
@Entity
class Team {

    @Id
    private UUID id;

    @TenantId
    @Column(name = "organisation_id")
    private UUID organisation;

    private String name;

    @Enumerated(EnumType.STRING)
    private Rosters.Kind kind;

    @SuppressWarnings("UnusedVariable") // read in the table only
    private @Nullable Instant archivedAt;

    /** Whether everybody on it is invented. */
    private boolean practice;

    @Version
    private @Nullable Long version;

    @SuppressWarnings("NullAway.Init")
    protected Team() {}

    Team(UUID id, String name, Rosters.Kind kind, boolean practice) {
        this.id = id;
        this.name = name;
        this.kind = kind;
        this.practice = practice;
    }

    UUID id() {
        return id;
    }

    void become(String otherName, Rosters.Kind otherKind) {
        name = otherName;
        kind = otherKind;
    }

    /** @param at empty to bring back */
    void archive(Optional<Instant> at) {
        archivedAt = at.orElse(null);
    }

    String name() {
        return name;
    }

    Rosters.Kind kind() {
        return kind;
    }

    boolean practice() {
        return practice;
    }
}
