package rangordnung.server.roster;

import jakarta.validation.constraints.DecimalMax;
import jakarta.validation.constraints.DecimalMin;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Past;
import jakarta.validation.constraints.Size;
import java.time.LocalDate;
import java.util.Optional;
import rangordnung.core.Refusal;
import rangordnung.core.body.Side;
import rangordnung.core.placement.Profile;
import rangordnung.core.safety.Clearance;

/**
 * What a roster knows of an athlete, and no more: no medical history stands behind the clearance.
 *
 * @param heightCm    standing height, centimetres
 * @param massKg      kilograms
 * @param legLengthCm front hip-bone point to inner ankle bone, centimetres
 * @param experience  with training, as the lead says
 * @param aim         of training
 * @param clearedOn   date of the clearance
 * @param clearedBy   role of who cleared, not a name
 */
public record AthleteRecord(
        @NotBlank @Size(max = 80) String givenName,
        @NotNull @Size(max = 80) String familyName,
        Optional<@Past LocalDate> birthDate,
        Optional<@DecimalMin("80") @DecimalMax("250") Double> heightCm,
        Optional<@DecimalMin("15") @DecimalMax("250") Double> massKg,
        Optional<@DecimalMin("30") @DecimalMax("140") Double> legLengthCm,
        Optional<@Size(max = 80) String> sport,
        Optional<Side> sidePreference,
        Optional<Profile.Experience> experience,
        Optional<Profile.Aim> aim,
        @NotNull Clearance clearance,
        Optional<LocalDate> clearedOn,
        Optional<@Size(max = 80) String> clearedBy) {

    /** Only a name; all else unknown. */
    public static AthleteRecord named(String givenName, String familyName) {
        return new AthleteRecord(
                givenName,
                familyName,
                Optional.empty(),
                Optional.empty(),
                Optional.empty(),
                Optional.empty(),
                Optional.empty(),
                Optional.empty(),
                Optional.empty(),
                Optional.empty(),
                Clearance.NOT_ASKED,
                Optional.empty(),
                Optional.empty());
    }

    /** The same with another clearance; who was not asked has none that anybody gave. */
    AthleteRecord withClearance(Clearance now, LocalDate on, String by) {
        boolean given = now != Clearance.NOT_ASKED;
        return new AthleteRecord(
                givenName,
                familyName,
                birthDate,
                heightCm,
                massKg,
                legLengthCm,
                sport,
                sidePreference,
                experience,
                aim,
                now,
                Optional.of(on).filter(d -> given),
                Optional.of(by).filter(b -> given));
    }

    public AthleteName name() {
        return AthleteName.kept(givenName, familyName);
    }

    /** Oldest birth date and clearance that are believed, and how far ahead a clearance may lie (house convention). */
    private static final LocalDate FIRST = LocalDate.of(1900, 1, 1);

    private static final LocalDate LAST = LocalDate.of(2200, 1, 1);

    /** Refuses a name that cannot be shown and days that cannot be. */
    public void checked() {
        new AthleteName(givenName, familyName);
        birthDate.ifPresent(d -> day(d, "birthDate"));
        clearedOn.ifPresent(d -> day(d, "clearedOn"));
    }

    private static void day(LocalDate day, String field) {
        if (day.isBefore(FIRST) || day.isAfter(LAST)) {
            throw Refusal.outOfRange(field, day.getYear(), FIRST.getYear(), LAST.getYear(), "");
        }
    }
}
