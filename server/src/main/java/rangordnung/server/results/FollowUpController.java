package rangordnung.server.results;

import jakarta.validation.Valid;
import jakarta.validation.constraints.Max;
import jakarta.validation.constraints.Min;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotEmpty;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.time.LocalDate;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.stream.Collectors;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;
import rangordnung.core.judgement.Judge;
import rangordnung.core.judgement.ScreenResult;
import rangordnung.core.placement.LookAgain;
import rangordnung.core.placement.ShortScreen;
import rangordnung.core.record.Book;
import rangordnung.server.platform.Visible;
import rangordnung.server.protocols.Protocols;
import rangordnung.server.screening.Screenings;

/** The short screening after a whole one: proposed from what is open, in the minutes that there are. */
@RestController
class FollowUpController {

    /** Bounds of what is asked (house convention). */
    private static final int LONGEST_MINUTES = 600;

    private static final int MOST_RATERS = 50;
    private static final int MOST_LOOKS = 20_000;

    /** A look of the proposal. */
    record ProposedLook(LookAgain.Look look, boolean fits) {}

    /**
     * An athlete of the proposal.
     *
     * @param whole why the athlete does every test, where they do
     */
    record AskedAthlete(UUID athlete, String name, Optional<ShortScreen.Whole> whole, List<ProposedLook> looks) {}

    /**
     * The proposal.
     *
     * @param seconds    what the looks that fit take together
     * @param asked      who is worth a look, the first being worth most
     * @param notCleared names of those who must be cleared first
     * @param clear      how many have nothing open, and keep their place
     */
    record FollowUpView(
            Screenings.ScreeningView screening,
            double seconds,
            List<AskedAthlete> asked,
            List<String> notCleared,
            int clear) {}

    /** What an athlete is asked to do. */
    record AskedFor(@NotNull UUID athlete, @NotEmpty @Size(max = 50) Set<@NotBlank @Size(max = 60) String> tests) {}

    record NewFollowUp(
            @Visible @Size(max = 120) String name,
            @NotNull LocalDate heldOn,
            @NotEmpty @Size(max = MOST_LOOKS) List<@Valid AskedFor> asked) {}

    private final Results results;
    private final Screenings screenings;
    private final Protocols protocols;

    FollowUpController(Results results, Screenings screenings, Protocols protocols) {
        this.results = results;
        this.screenings = screenings;
        this.protocols = protocols;
    }

    /**
     * Whom to look at on what.
     *
     * @param minutes of the lesson
     * @param raters  who look at the same time
     */
    @GetMapping("/api/screenings/{id}/follow-up")
    FollowUpView proposal(
            @PathVariable UUID id,
            @RequestParam @Min(1) @Max(LONGEST_MINUTES) int minutes,
            @RequestParam @Min(1) @Max(MOST_RATERS) int raters) {
        Results.Screen screen = results.of(id);
        Map<UUID, ScreenResult> standing = results.standing(screen);
        ScreenResult nothing = new Judge(screen.protocol()).judge(Book.EMPTY);
        List<ShortScreen.Candidate> roster = screen.athletes().stream()
                .map(s -> new ShortScreen.Candidate(
                        s.athlete().id(),
                        nothing.carrying(
                                Objects.requireNonNull(standing.get(s.athlete().id())),
                                screen.protocol().rules(),
                                protocols.certaintyRules()),
                        s.athlete().clearance()))
                .toList();
        ShortScreen.Plan plan = ShortScreen.of(roster, results.lookAgain(screen.protocol()), 60.0 * minutes * raters);
        Map<UUID, String> names = screen.athletes().stream()
                .collect(Collectors.toMap(
                        s -> s.athlete().id(), s -> s.athlete().name().full()));
        Map<UUID, List<ProposedLook>> looks = plan.asked().stream()
                .collect(Collectors.groupingBy(
                        ShortScreen.Asked::athlete,
                        LinkedHashMap::new,
                        Collectors.mapping(a -> new ProposedLook(a.look(), a.fits()), Collectors.toList())));
        List<AskedAthlete> asked = looks.entrySet().stream()
                .map(e -> new AskedAthlete(
                        e.getKey(),
                        names.getOrDefault(e.getKey(), ""),
                        Optional.ofNullable(plan.whole().get(e.getKey())),
                        e.getValue()))
                .toList();
        return new FollowUpView(
                screen.screening(),
                plan.seconds(),
                asked,
                plan.notCleared().stream().map(a -> names.getOrDefault(a, "")).toList(),
                screen.athletes().size() - asked.size() - plan.notCleared().size());
    }

    /** Plans it. */
    @PostMapping("/api/screenings/{id}/follow-up")
    @ResponseStatus(HttpStatus.CREATED)
    Screenings.ScreeningView plan(@PathVariable UUID id, @Valid @RequestBody NewFollowUp planned) {
        Map<UUID, Set<String>> tests = new LinkedHashMap<>();
        planned.asked().forEach(a -> tests.computeIfAbsent(a.athlete(), k -> new LinkedHashSet<>())
                .addAll(a.tests()));
        return screenings.follow(id, planned.name(), planned.heldOn(), tests);
    }
}
