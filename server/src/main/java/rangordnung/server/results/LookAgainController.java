package rangordnung.server.results;

import java.util.Comparator;
import java.util.List;
import java.util.UUID;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RestController;
import rangordnung.core.placement.LookAgain;
import rangordnung.server.protocols.Protocols;
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

    private final Results results;
    private final Protocols protocols;

    LookAgainController(Results results, Protocols protocols) {
        this.results = results;
        this.protocols = protocols;
    }

    @GetMapping("/api/screenings/{id}/look-again")
    LooksView looks(@PathVariable UUID id) {
        Results.Screen screen = results.of(id);
        LookAgain again = new LookAgain(
                protocols.placementRules(),
                protocols.linkRules(),
                protocols.certaintyRules(),
                screen.protocol(),
                protocols.planRules()::seconds);
        List<QueuedLook> all = screen.athletes().parallelStream()
                .filter(s -> s.incident().isEmpty())
                .flatMap(s -> again.of(s.result(), s.athlete().clearance()).stream()
                        .limit(OF_ONE)
                        .map(look -> new QueuedLook(
                                s.athlete().id(), s.athlete().name().full(), look, look.perMinute())))
                .sorted(Comparator.comparingDouble(QueuedLook::perMinute)
                        .reversed()
                        .thenComparing(QueuedLook::name))
                .toList();
        return new LooksView(screen.screening(), all.stream().limit(OF_ALL).toList(), Math.max(0, all.size() - OF_ALL));
    }
}
