package rangordnung.server.ownview;

import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import jakarta.validation.Valid;
import jakarta.validation.constraints.Max;
import jakarta.validation.constraints.Min;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.util.List;
import java.util.UUID;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;
import rangordnung.server.accounts.Devices;
import rangordnung.server.accounts.LoginGuard;
import rangordnung.server.paper.Language;
import rangordnung.server.paper.OwnCard;
import rangordnung.server.paper.OwnCards;
import rangordnung.server.platform.Addresses;
import rangordnung.server.platform.CurrentUser;

/** Links for families, made by the lead, and what a family does with one. */
@RestController
class OwnViewController {

    /** Longest code that is looked at (house convention). */
    private static final int LONGEST_CODE = 100;

    record NewLinkRequest(@NotNull UUID athlete, @Min(1) @Max(CardLinks.LONGEST_DAYS) int days) {}

    record Opening(@NotBlank @Size(max = LONGEST_CODE) String code, @NotNull Language language) {}

    record Asking(
            @NotBlank @Size(max = LONGEST_CODE) String code,
            @NotNull Requests.Kind kind,
            @NotNull @Size(max = Requests.LONGEST) String text) {}

    private final CardLinks links;
    private final Requests requests;
    private final OwnCards cards;
    private final Devices devices;
    private final LoginGuard guard;
    private final Addresses addresses;

    OwnViewController(
            CardLinks links,
            Requests requests,
            OwnCards cards,
            Devices devices,
            LoginGuard guard,
            Addresses addresses) {
        this.links = links;
        this.requests = requests;
        this.cards = cards;
        this.devices = devices;
        this.guard = guard;
        this.addresses = addresses;
    }

    @GetMapping("/api/screenings/{id}/card-links")
    List<CardLinks.LinkView> links(@PathVariable UUID id, @RequestParam UUID athlete) {
        return links.of(id, athlete);
    }

    /** A new link with its code, which is shown once. */
    @PostMapping("/api/screenings/{id}/card-links")
    @ResponseStatus(HttpStatus.CREATED)
    CardLinks.NewLink link(
            @PathVariable UUID id, @Valid @RequestBody NewLinkRequest asked, HttpServletRequest request) {
        return links.make(id, asked.athlete(), asked.days(), addresses.origin(request));
    }

    @DeleteMapping("/api/screenings/{id}/card-links/{link}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void revoke(@PathVariable UUID id, @PathVariable UUID link) {
        links.revoke(id, link);
    }

    /** A family opens its card with the code; nobody signs in with it. */
    @PostMapping("/api/card")
    OwnCard card(@Valid @RequestBody Opening opening, HttpServletRequest request, HttpServletResponse response) {
        CardLinks.Open link = opened(opening.code(), request, response);
        return CurrentUser.as(
                new CurrentUser(link.createdBy(), link.organisation(), "card", "card", CurrentUser.Role.VIEWER),
                () -> cards.of(link.screening(), link.athlete(), opening.language()));
    }

    /** A family asks for something to be corrected or erased. */
    @PostMapping("/api/card/requests")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void ask(@Valid @RequestBody Asking asking, HttpServletRequest request, HttpServletResponse response) {
        requests.ask(opened(asking.code(), request, response), asking.kind(), asking.text());
    }

    /** Whoever guesses codes is slowed down like whoever guesses passwords. */
    private CardLinks.Open opened(String code, HttpServletRequest request, HttpServletResponse response) {
        return guard.opened(request.getRemoteAddr(), () -> links.open(code, devices.known(request, response)));
    }

    /** What families have asked for and nobody has dealt with. */
    @GetMapping("/api/today/requests")
    List<Requests.RequestView> waiting() {
        return requests.waiting();
    }

    @PostMapping("/api/requests/{id}/done")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void done(@PathVariable UUID id) {
        requests.done(id);
    }
}
