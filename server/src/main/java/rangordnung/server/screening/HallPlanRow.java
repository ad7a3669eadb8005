package rangordnung.server.screening;

import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import jakarta.persistence.Version;
import java.util.UUID;
import org.hibernate.annotations.JdbcTypeCode;
import org.hibernate.annotations.TenantId;
import org.hibernate.type.SqlTypes;
import org.jspecify.annotations.Nullable;

/** The hall of one screening, as the lead has set it up. */
@Entity
@Table(name = "hall_plan")
class HallPlanRow {

    @Id
    @Column(name = "screening_id")
    private UUID screening;

    @TenantId
    @Column(name = "organisation_id")
    private UUID organisation;

    @JdbcTypeCode(SqlTypes.JSON)
    private String body;

    @Version
    private @Nullable Long version;

    @SuppressWarnings("NullAway.Init")
    protected HallPlanRow() {}

    HallPlanRow(UUID screening, String body) {
        this.screening = screening;
        this.body = body;
    }

    String body() {
        return body;
    }

    void become(String body) {
        this.body = body;
    }
}
