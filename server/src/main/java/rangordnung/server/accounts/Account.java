package rangordnung.server.accounts;

import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.Id;
import java.time.Instant;
import java.util.Optional;
import java.util.UUID;
import org.hibernate.annotations.TenantId;
import org.jspecify.annotations.Nullable;
import rangordnung.server.platform.CurrentUser;

@Entity
class Account {

    @Id
    private UUID id;

    @TenantId
    @Column(name = "organisation_id")
    private UUID organisation;

    private String login;
    private String name;

    @Enumerated(EnumType.STRING)
    private CurrentUser.Role role;

    private String passwordHash;

    @Nullable
    private Instant disabledAt;

    /** Deleted: only what was written refers to it still. */
    private boolean gone;

    @SuppressWarnings("UnusedVariable") // read in the table only
    private Instant createdAt;

    @SuppressWarnings("NullAway.Init")
    protected Account() {}

    Account(UUID id, String login, String name, CurrentUser.Role role, String passwordHash, Instant createdAt) {
        this.id = id;
        this.login = login;
        this.name = name;
        this.role = role;
        this.passwordHash = passwordHash;
        this.createdAt = createdAt;
    }

    UUID id() {
        return id;
    }

    String login() {
        return login;
    }

    String name() {
        return name;
    }

    CurrentUser.Role role() {
        return role;
    }

    String passwordHash() {
        return passwordHash;
    }

    boolean disabled() {
        return disabledAt != null;
    }

    boolean gone() {
        return gone;
    }

    void password(String hash) {
        passwordHash = hash;
    }

    void become(CurrentUser.Role another) {
        role = another;
    }

    /** @param at empty to let in again */
    void disable(Optional<Instant> at) {
        disabledAt = at.orElse(null);
    }

    /** Leaves nothing of who it was. */
    void forget(Instant at) {
        login = "gone-" + id;
        name = NOBODY;
        passwordHash = "-";
        disabledAt = at;
        gone = true;
    }

    /** What stands in place of a name that was deleted. */
    static final String NOBODY = "–";

    CurrentUser signed() {
        return new CurrentUser(id, organisation, login, name, role);
    }
}
