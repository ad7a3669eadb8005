package rangordnung.server.screening;

import jakarta.validation.Valid;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.time.LocalDate;
import java.util.List;
import java.util.Set;
import java.util.UUID;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

@RestController
class ScreeningController {

    record NewScreening(
            @NotNull UUID team, @NotBlank @Size(max = 120) String name, @NotNull LocalDate heldOn, @NotBlank String protocol, int protocolVersion) {}

    record Invited(@NotNull Set<UUID> accounts) {}

    record Delivery(@NotNull List<Facts.@Valid FactSent> facts) {}

    private final Screenings screenings;
    private final Station station;
    private final Facts facts;

    ScreeningController(Screenings screenings, Station station, Facts facts) {
        this.screenings = screenings;
        this.station = station;
        this.facts = facts;
    }

    @PostMapping("/api/screenings")
    @ResponseStatus(HttpStatus.CREATED)
    Screenings.ScreeningView add(@Valid @RequestBody NewScreening screening) {
        return screenings.add(screening.team(), screening.name(), screening.heldOn(), screening.protocol(), screening.protocolVersion());
    }

    @GetMapping("/api/screenings/{id}/raters")
    Invited raters(@PathVariable UUID id) {
        return new Invited(screenings.raters(id));
    }

    @PutMapping("/api/screenings/{id}/raters")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void invite(@PathVariable UUID id, @Valid @RequestBody Invited invited) {
        screenings.invite(id, invited.accounts());
    }

    @GetMapping("/api/screenings/{id}/station")
    Station.StationView station(@PathVariable UUID id) {
        return station.of(id);
    }

    /** Takes marks and other facts in; sending one twice changes nothing. */
    @PostMapping("/api/screenings/{id}/facts")
    Facts.Taken take(@PathVariable UUID id, @Valid @RequestBody Delivery delivery) {
        return facts.take(id, delivery.facts());
    }

    @GetMapping("/api/screenings/{id}/facts")
    List<Facts.FactKept> facts(@PathVariable UUID id, @RequestParam UUID athlete) {
        return facts.of(id, athlete);
    }
}
