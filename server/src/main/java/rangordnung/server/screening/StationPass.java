package rangordnung.server.screening;

import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import java.time.Instant;
import java.util.Optional;
import java.util.UUID;
import org.hibernate.annotations.TenantId;
import org.jspecify.annotations.Nullable;

/** A helper's way into one station of one screening, for a short time. The code itself is not kept. */
@Entity
class StationPass {

    @Id
    private UUID id;

    @TenantId
    @Column(name = "organisation_id")
    private UUID organisation;

    @Column(name = "screening_id")
    private UUID screening;

    private String station;
    private String helper;

    @SuppressWarnings("UnusedVariable") // read in the table only
    private String codeHash;

    @Column(name = "account_id")
    private @Nullable UUID account;

    @SuppressWarnings("UnusedVariable") // read in the table only
    private UUID createdBy;

    @SuppressWarnings("UnusedVariable") // read in the table only
    private Instant createdAt;

    private Instant expiresAt;
    private @Nullable Instant revokedAt;

    @SuppressWarnings("UnusedVariable") // read in the table only
    private @Nullable String deviceHash;

    @SuppressWarnings("NullAway.Init")
    protected StationPass() {}

    StationPass(
            UUID id,
            UUID screening,
            String station,
            String helper,
            String codeHash,
            UUID createdBy,
            Instant createdAt,
            Instant expiresAt) {
        this.id = id;
        this.screening = screening;
        this.station = station;
        this.helper = helper;
        this.codeHash = codeHash;
        this.createdBy = createdBy;
        this.createdAt = createdAt;
        this.expiresAt = expiresAt;
    }

    UUID id() {
        return id;
    }

    UUID organisation() {
        return organisation;
    }

    UUID screening() {
        return screening;
    }

    String station() {
        return station;
    }

    String helper() {
        return helper;
    }

    Optional<UUID> account() {
        return Optional.ofNullable(account);
    }

    void taken(UUID by, String device) {
        account = by;
        deviceHash = device;
    }

    Instant expiresAt() {
        return expiresAt;
    }

    void revoke(Instant at) {
        revokedAt = revokedAt == null ? at : revokedAt;
    }

    boolean opens(Instant now) {
        return opens(expiresAt, revokedAt, now);
    }

    static boolean opens(Instant expiresAt, @Nullable Instant revokedAt, Instant now) {
        return revokedAt == null && now.isBefore(expiresAt);
    }
}
