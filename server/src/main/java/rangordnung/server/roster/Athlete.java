package rangordnung.server.roster;

import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.Id;
import jakarta.persistence.Version;
import java.time.LocalDate;
import java.util.Optional;
import java.util.UUID;
import org.hibernate.annotations.TenantId;
import org.jspecify.annotations.Nullable;
import rangordnung.core.Words;
import rangordnung.core.body.Side;
import rangordnung.core.placement.Profile;
import rangordnung.core.safety.Clearance;

@Entity
class Athlete {

    @Id
    private UUID id;

    @TenantId
    @Column(name = "organisation_id")
    private UUID organisation;

    @Column(name = "team_id")
    private UUID team;

    private String givenName;
    private String familyName;
    private @Nullable LocalDate birthDate;
    private @Nullable Double heightCm;
    private @Nullable Double massKg;
    private @Nullable Double legLengthCm;
    private @Nullable String sport;

    @Enumerated(EnumType.STRING)
    private @Nullable Side sidePreference;

    @Enumerated(EnumType.STRING)
    private Profile.@Nullable Experience experience;

    @Enumerated(EnumType.STRING)
    private Profile.@Nullable Aim aim;

    @Enumerated(EnumType.STRING)
    private Clearance clearance;

    private @Nullable LocalDate clearanceOn;
    private @Nullable String clearanceBy;

    @Version
    private @Nullable Long version;

    @SuppressWarnings("NullAway.Init")
    protected Athlete() {}

    Athlete(UUID id, UUID team, AthleteRecord record) {
        this.id = id;
        this.team = team;
        become(record);
    }

    final void become(AthleteRecord record) {
        AthleteName name = record.name();
        givenName = name.given();
        familyName = name.family();
        birthDate = record.birthDate().orElse(null);
        heightCm = record.heightCm().orElse(null);
        massKg = record.massKg().orElse(null);
        legLengthCm = record.legLengthCm().orElse(null);
        sport = record.sport().map(Words::clean).filter(s -> !s.isEmpty()).orElse(null);
        sidePreference = record.sidePreference().orElse(null);
        experience = record.experience().orElse(null);
        aim = record.aim().orElse(null);
        clearance = record.clearance();
        clearanceOn = record.clearedOn().orElse(null);
        clearanceBy =
                record.clearedBy().map(Words::clean).filter(s -> !s.isEmpty()).orElse(null);
    }

    AthleteRecord record() {
        return new AthleteRecord(
                givenName,
                familyName,
                Optional.ofNullable(birthDate),
                Optional.ofNullable(heightCm),
                Optional.ofNullable(massKg),
                Optional.ofNullable(legLengthCm),
                Optional.ofNullable(sport),
                Optional.ofNullable(sidePreference),
                Optional.ofNullable(experience),
                Optional.ofNullable(aim),
                clearance,
                Optional.ofNullable(clearanceOn),
                Optional.ofNullable(clearanceBy));
    }

    void moveTo(UUID other) {
        team = other;
    }

    UUID id() {
        return id;
    }

    UUID team() {
        return team;
    }

    long version() {
        return version == null ? 0 : version;
    }
}
