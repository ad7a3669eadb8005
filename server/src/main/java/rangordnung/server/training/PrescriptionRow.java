package rangordnung.server.training;

import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import jakarta.persistence.IdClass;
import jakarta.persistence.Table;
import java.io.Serializable;
import java.util.UUID;
import org.hibernate.annotations.JdbcTypeCode;
import org.hibernate.annotations.TenantId;
import org.hibernate.type.SqlTypes;

/** What one athlete does in a block. */
@Entity
@Table(name = "prescription")
@IdClass(PrescriptionRow.Key.class)
class PrescriptionRow {

    /** One row an athlete. */
    record Key(UUID block, UUID athlete) implements Serializable {}

    @Id
    @Column(name = "block_id")
    private UUID block;

    @Id
    @Column(name = "athlete_id")
    private UUID athlete;

    @TenantId
    @Column(name = "organisation_id")
    private UUID organisation;

    /** Of the athlete among all of the block, from 0. */
    private int place;

    @JdbcTypeCode(SqlTypes.JSON)
    private String body;

    @SuppressWarnings("NullAway.Init")
    protected PrescriptionRow() {}

    PrescriptionRow(UUID block, UUID athlete, int place, String body) {
        this.block = block;
        this.athlete = athlete;
        this.place = place;
        this.body = body;
    }

    UUID athlete() {
        return athlete;
    }

    int place() {
        return place;
    }

    String body() {
        return body;
    }
}
