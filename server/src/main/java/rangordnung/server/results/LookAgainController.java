package rangordnung.server.results;

import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.function.BiPredicate;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;
import rangordnung.core.judgement.ScreenResult;
import rangordnung.core.placement.LookAgain;
import rangordnung.server.platform.CurrentUser;
import rangordnung.server.platform.Problem;
import rangordnung.server.screening.Halls;
import rangordnung.server.screening.Screenings;

/** Which looks would change most while minutes are left. */
@RestController
class LookAgainController {

    /** Most looks of one athlete, and of all, that are told (house convention). */
    private static final int OF_ONE = 2;

    private static final int OF_ALL = 60;

    /** A look at an athlete. */
    record QueuedLook(UUID athlete, String name, LookAgain.Look look, double perMinute) {}

    /** The looks of a screening, the best for its time first; {@code more} were left out. */
    record LooksView(Screenings.ScreeningView screening, List<QueuedLook> looks, int more) {}

    /** A look at a station, without anything that was seen. */
    record RoundLook(UUID athlete, LookAgain.Kind kind, String test, Optional<String> retest) {}

    private final Results results;
    private final Halls halls;

    LookAgainController(Results results, Halls halls) {
        this.results = results;
        this.halls = halls;
    }

    @GetMapping("/api/screenings/{id}/look-again")
    LooksView looks(@PathVariable UUID id) {
        Results.Screen screen = results.of(id);
        List<QueuedLook> all = queue(screen, (athlete, look) -> true);
        return new LooksView(screen.screening(), all.stream().limit(OF_ALL).toList(), Math.max(0, all.size() - OF_ALL));
    }

    /**
     * The second round at a station: what is worth a look among its tests, without what was seen. Nobody is asked for a
     * second look at what they have looked at themselves.
     */
    @GetMapping("/api/screenings/{id}/station/again")
    List<RoundLook> round(@PathVariable UUID id, @RequestParam Optional<String> station) {
        Results.Screen screen = results.of(id);
        CurrentUser signed = CurrentUser.required();
        Optional<Set<String>> here = (signed.pass() == null
                        ? station
                        : Optional.of(signed.pass().station()))
                .map(s -> halls.of(id).station(s).orElseThrow(() -> Problem.notFound("station in this hall")))
                .map(s -> Set.copyOf(s.tests()));
        return queue(
                        screen,
                        (athlete, look) -> here.filter(tests -> !tests.contains(look.test()))
                                        .isEmpty()
                                && !(look.kind() == LookAgain.Kind.SECOND_LOOK
                                        && athlete.looked(look.test(), signed.account())))
                .stream()
                .limit(OF_ALL)
                .map(q -> new RoundLook(
                        q.athlete(), q.look().kind(), q.look().test(), q.look().retest()))
                .toList();
    }

    private List<QueuedLook> queue(Results.Screen screen, BiPredicate<ScreenResult, LookAgain.Look> wanted) {
        LookAgain again = results.lookAgain(screen.protocol());
        Map<UUID, ScreenResult> standing = results.standing(screen);
        return screen.athletes().parallelStream()
                .filter(s -> s.incident().isEmpty())
                .flatMap(s ->
                        again
                                .of(
                                        Objects.requireNonNull(
                                                standing.get(s.athlete().id())),
                                        s.athlete().clearance())
                                .stream()
                                .filter(look -> wanted.test(s.result(), look))
                                .limit(OF_ONE)
                                .map(look -> new QueuedLook(
                                        s.athlete().id(), s.athlete().name().full(), look, look.perMinute())))
                .sorted(Comparator.comparingDouble(QueuedLook::perMinute)
                        .reversed()
                        .thenComparing(QueuedLook::name))
                .toList();
    }
}
