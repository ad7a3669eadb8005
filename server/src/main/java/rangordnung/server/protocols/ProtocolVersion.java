package rangordnung.server.protocols;

import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import java.time.Instant;
import java.util.UUID;
import org.hibernate.annotations.JdbcTypeCode;
import org.hibernate.annotations.TenantId;
import org.hibernate.type.SqlTypes;

/** One version of a protocol, never changed. */
@Entity
class ProtocolVersion {

    @Id
    private UUID id;

    @TenantId
    @Column(name = "organisation_id")
    private UUID organisation;

    @Column(name = "protocol_id")
    private String protocol;

    private int version;

    @JdbcTypeCode(SqlTypes.JSON)
    private String body;

    @SuppressWarnings("UnusedVariable") // read in the table only
    private Instant createdAt;

    @SuppressWarnings("NullAway.Init")
    protected ProtocolVersion() {}

    ProtocolVersion(String protocol, int version, String body, Instant createdAt) {
        this.id = UUID.randomUUID();
        this.protocol = protocol;
        this.version = version;
        this.body = body;
        this.createdAt = createdAt;
    }

    String protocol() {
        return protocol;
    }

    int version() {
        return version;
    }

    String body() {
        return body;
    }
}
