package rangordnung.server.groups;

import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import jakarta.persistence.IdClass;
import java.io.Serializable;
import java.util.UUID;
import org.hibernate.annotations.TenantId;

/** Who trains in which of the groups that were opened, and on which rung. */
@Entity
@IdClass(FormationMember.Key.class)
class FormationMember {

    /** One row an athlete. */
    record Key(UUID formation, UUID athlete) implements Serializable {}

    @Id
    @Column(name = "formation_id")
    private UUID formation;

    @Id
    @Column(name = "athlete_id")
    private UUID athlete;

    @TenantId
    @Column(name = "organisation_id")
    private UUID organisation;

    /** Of the group among all, from 0. */
    @Column(name = "place")
    private int group;

    private String rung;
    private boolean earned;

    @SuppressWarnings("NullAway.Init")
    protected FormationMember() {}

    FormationMember(UUID formation, UUID athlete, int group, String rung, boolean earned) {
        this.formation = formation;
        this.athlete = athlete;
        this.group = group;
        this.rung = rung;
        this.earned = earned;
    }

    UUID athlete() {
        return athlete;
    }

    int group() {
        return group;
    }

    String rung() {
        return rung;
    }

    boolean earned() {
        return earned;
    }
}
