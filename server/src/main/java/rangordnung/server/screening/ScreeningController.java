package rangordnung.server.screening;

import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import jakarta.validation.Valid;
import jakarta.validation.constraints.Max;
import jakarta.validation.constraints.Min;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.time.LocalDate;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;
import rangordnung.server.accounts.Devices;
import rangordnung.server.accounts.LoginGuard;
import rangordnung.server.accounts.Sessions;
import rangordnung.server.platform.Addresses;
import rangordnung.server.platform.Code;
import rangordnung.server.platform.CurrentUser;
import rangordnung.server.platform.Problem;
import rangordnung.server.platform.Visible;

@RestController
class ScreeningController {

    record NewScreening(
            @NotNull UUID team,
            @Visible @Size(max = 120) String name,
            @NotNull LocalDate heldOn,
            @NotBlank @Size(max = 60) String protocol,
            int protocolVersion) {}

    record Invited(@NotNull @Size(max = 500) Set<UUID> accounts) {}

    /**
     * @param under  the protocol version that the device works with
     * @param author the account under which the facts were made; they are taken under no other
     */
    record Delivery(@NotNull List<Facts.FactSent> facts, Optional<Facts.Under> under, Optional<UUID> author) {}

    record JudgedUnder(@NotBlank String protocol, int version) {}

    record NewPassRequest(
            @NotBlank @Size(max = 60) String station,
            @Visible @Size(max = 60) String helper,
            @Min(Passes.SHORTEST_MINUTES) @Max(Passes.LONGEST_MINUTES) int minutes) {}

    record Joining(@NotBlank @Size(max = 80) String code) {}

    private final Screenings screenings;
    private final Station stations;
    private final Facts facts;
    private final Halls halls;
    private final Passes passes;
    private final Settlements settlements;
    private final Sessions sessions;
    private final LoginGuard guard;
    private final Devices devices;
    private final Addresses addresses;

    ScreeningController(
            Screenings screenings,
            Station stations,
            Facts facts,
            Halls halls,
            Passes passes,
            Settlements settlements,
            Sessions sessions,
            LoginGuard guard,
            Devices devices,
            Addresses addresses) {
        this.screenings = screenings;
        this.stations = stations;
        this.facts = facts;
        this.halls = halls;
        this.passes = passes;
        this.settlements = settlements;
        this.sessions = sessions;
        this.guard = guard;
        this.devices = devices;
        this.addresses = addresses;
    }

    @PostMapping("/api/screenings")
    @ResponseStatus(HttpStatus.CREATED)
    Screenings.ScreeningView add(@Valid @RequestBody NewScreening screening) {
        return screenings.add(
                screening.team(),
                screening.name(),
                screening.heldOn(),
                screening.protocol(),
                screening.protocolVersion());
    }

    record ChangedScreening(@Visible @Size(max = 120) String name, @NotNull LocalDate heldOn) {}

    @PutMapping("/api/screenings/{id}")
    Screenings.ScreeningView change(@PathVariable UUID id, @Valid @RequestBody ChangedScreening changed) {
        return screenings.change(id, changed.name(), changed.heldOn());
    }

    record Archived(boolean archived) {}

    @GetMapping("/api/screenings/archived")
    List<Screenings.ScreeningView> archived() {
        return screenings.archived();
    }

    /** Puts a screening away, or brings it back. */
    @PutMapping("/api/screenings/{id}/archived")
    Screenings.ScreeningView archive(@PathVariable UUID id, @RequestBody Archived state) {
        return screenings.archive(id, state.archived());
    }

    @DeleteMapping("/api/screenings/{id}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void delete(@PathVariable UUID id) {
        screenings.delete(id);
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
    Station.StationView station(@PathVariable UUID id, @RequestParam Optional<String> station) {
        return stations.of(id, station);
    }

    /** Takes marks and other facts in; sending one twice changes nothing. */
    @PostMapping("/api/screenings/{id}/facts")
    Facts.Receipt take(@PathVariable UUID id, @Valid @RequestBody Delivery delivery) {
        if (delivery.author()
                .filter(a -> !a.equals(CurrentUser.required().account()))
                .isPresent()) {
            throw new Problem(
                    HttpStatus.UNAUTHORIZED,
                    Code.OTHER_ACCOUNT,
                    "These marks were made under another account. Sign in with that account; they wait on this device.");
        }
        return facts.take(id, delivery.facts(), delivery.under());
    }

    @GetMapping("/api/screenings/{id}/facts")
    List<Facts.FactKept> facts(@PathVariable UUID id, @RequestParam UUID athlete) {
        return facts.of(id, athlete);
    }

    /** Every athlete's facts at once, for a station that must go on without a network. */
    @GetMapping("/api/screenings/{id}/books")
    List<Facts.FactKept> books(@PathVariable UUID id) {
        return facts.all(id);
    }

    /** Judges a screening under another protocol version from now on; no fact is changed. */
    @PutMapping("/api/screenings/{id}/protocol")
    Screenings.ScreeningView judgeUnder(@PathVariable UUID id, @Valid @RequestBody JudgedUnder under) {
        return screenings.judgeUnder(id, under.protocol(), under.version());
    }

    @GetMapping("/api/screenings/{id}/hall")
    HallSetup hall(@PathVariable UUID id) {
        return halls.of(id);
    }

    @PutMapping("/api/screenings/{id}/hall")
    HallSetup change(@PathVariable UUID id, @Valid @RequestBody HallSetup setup) {
        return halls.change(id, setup);
    }

    @GetMapping("/api/screenings/{id}/passes")
    List<Passes.PassView> passes(@PathVariable UUID id) {
        return passes.of(id);
    }

    /** A new pass with its code, which is shown once. */
    @PostMapping("/api/screenings/{id}/passes")
    @ResponseStatus(HttpStatus.CREATED)
    Passes.NewPass pass(@PathVariable UUID id, @Valid @RequestBody NewPassRequest asked, HttpServletRequest request) {
        return passes.make(id, asked.station(), asked.helper(), asked.minutes(), addresses.origin(request));
    }

    @DeleteMapping("/api/screenings/{id}/passes/{pass}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void revoke(@PathVariable UUID id, @PathVariable UUID pass) {
        passes.revoke(id, pass);
    }

    /** A helper's phone opens its station with the code. */
    @PostMapping("/api/join")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void join(@Valid @RequestBody Joining joining, HttpServletRequest request, HttpServletResponse response) {
        guard.tried(request.getRemoteAddr(), () -> {
            Passes.Joined joined = passes.join(joining.code(), devices.known(request, response));
            sessions.begin(joined.signed(), Optional.of(joined.lasting()), request, response);
        });
    }

    @GetMapping("/api/screenings/{id}/settlements")
    List<Settlements.SettlementView> settlements(@PathVariable UUID id) {
        return settlements.views(id);
    }

    @PostMapping("/api/screenings/{id}/settlements")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void settle(@PathVariable UUID id, @Valid @RequestBody Settlements.NewSettlement settlement) {
        settlements.settle(id, settlement);
    }
}
