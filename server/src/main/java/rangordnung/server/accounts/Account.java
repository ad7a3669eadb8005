package rangordnung.server.accounts;

import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.Id;
import java.time.Instant;
import java.util.UUID;
import org.hibernate.annotations.TenantId;
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

    CurrentUser signed() {
        return new CurrentUser(id, organisation, login, name, role);
    }
}
