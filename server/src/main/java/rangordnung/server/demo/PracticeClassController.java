package rangordnung.server.demo;

import jakarta.validation.Valid;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.Size;
import java.time.Clock;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import org.springframework.http.HttpStatus;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;
import rangordnung.core.safety.Clearance;
import rangordnung.server.roster.AthleteName;
import rangordnung.server.roster.AthleteRecord;
import rangordnung.server.roster.Rosters;

/** A class of invented athletes for a lead who looks around; nobody in it is real, and it goes with one touch. */
@RestController
class PracticeClassController {

    /** Pupils of it, which a first try needs, and their age in years (house convention). */
    private static final int PUPILS = 12;

    private static final int YOUNGEST = 14;

    /** Statures and masses of invented pupils, in centimetres and kilograms (house convention). */
    private static final double SMALLEST = 152;

    private static final double STEP = 2.5;
    private static final double LIGHTEST = 42;

    record NewPracticeClass(@NotBlank @Size(max = 100) String name) {}

    record PracticeClass(UUID team) {}

    private final Rosters rosters;
    private final Clock clock;

    PracticeClassController(Rosters rosters, Clock clock) {
        this.rosters = rosters;
        this.clock = clock;
    }

    @PostMapping("/api/practice-classes")
    @ResponseStatus(HttpStatus.CREATED)
    @Transactional
    PracticeClass make(@Valid @RequestBody NewPracticeClass asked) {
        List<AthleteName> names = InventedNames.names(PUPILS, PUPILS);
        List<AthleteRecord> pupils = new ArrayList<>();
        for (int i = 0; i < PUPILS; i++) {
            pupils.add(pupil(names.get(i), i));
        }
        return new PracticeClass(rosters.addPractice(asked.name(), pupils));
    }

    private AthleteRecord pupil(AthleteName name, int nth) {
        LocalDate born =
                LocalDate.now(clock).minusYears(YOUNGEST).minusMonths(nth).minusDays(nth);
        return new AthleteRecord(
                name.given(),
                name.family(),
                Optional.of(born),
                Optional.of(SMALLEST + STEP * nth),
                Optional.of(LIGHTEST + STEP * nth),
                Optional.empty(),
                Optional.empty(),
                Optional.empty(),
                Optional.empty(),
                Optional.empty(),
                Clearance.CLEARED,
                Optional.of(LocalDate.now(clock)),
                Optional.empty());
    }

    /** Throws it away with all that was tried with it. */
    @DeleteMapping("/api/practice-classes/{id}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void delete(@PathVariable UUID id) {
        rosters.deletePractice(id);
    }
}
