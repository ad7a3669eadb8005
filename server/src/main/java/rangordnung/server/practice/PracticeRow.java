package rangordnung.server.practice;

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

/** One practice of one rater: each place with its true grade and the one that was set. */
@Entity
@Table(name = "practice")
class PracticeRow {

    @Id
    private UUID id;

    @TenantId
    @Column(name = "organisation_id")
    private UUID organisation;

    @Column(insertable = false, updatable = false)
    private @Nullable Long sequence;

    @Column(name = "account_id")
    private UUID account;

    @Column(updatable = false)
    private String protocol;

    @Column(updatable = false)
    private String test;

    @JdbcTypeCode(SqlTypes.JSON)
    private String compared;

    @Column(name = "done_at")
    private Instant doneAt;

    @SuppressWarnings("NullAway.Init")
    protected PracticeRow() {}

    PracticeRow(UUID id, UUID account, String protocol, String test, String compared, Instant doneAt) {
        this.id = id;
        this.account = account;
        this.protocol = protocol;
        this.test = test;
        this.compared = compared;
        this.doneAt = doneAt;
    }

    UUID account() {
        return account;
    }

    String test() {
        return test;
    }

    String compared() {
        return compared;
    }

    Instant doneAt() {
        return doneAt;
    }
}
