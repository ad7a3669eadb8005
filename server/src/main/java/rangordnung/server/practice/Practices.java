package rangordnung.server.practice;

import java.time.Clock;
import java.time.Instant;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import rangordnung.core.agreement.Comparison;
import rangordnung.core.motion.simulated.Drill;
import rangordnung.core.practice.PracticeScore;
import rangordnung.core.protocol.Protocol;
import rangordnung.core.protocol.TestDefinition;
import rangordnung.core.record.Book;
import rangordnung.core.record.Entry;
import rangordnung.server.accounts.Accounts;
import rangordnung.server.platform.Code;
import rangordnung.server.platform.CurrentUser;
import rangordnung.server.platform.Problem;
import rangordnung.server.platform.StoredJson;
import rangordnung.server.protocols.Protocols;
import rangordnung.server.screening.Facts;
import rangordnung.server.screening.Screenings;

/** Drills to practise on, and what raters made of them. Practice has nothing to do with any athlete. */
@Service
@Transactional
public class Practices {

    /** So many of a rater's last practices tell how they rate now (house convention). */
    private static final int LAST = 3;

    private final PracticeRepository rows;
    private final Screenings screenings;
    private final Protocols protocols;
    private final Accounts accounts;
    private final StoredJson json;
    private final Clock clock;

    Practices(
            PracticeRepository rows,
            Screenings screenings,
            Protocols protocols,
            Accounts accounts,
            StoredJson json,
            Clock clock) {
        this.rows = rows;
        this.screenings = screenings;
        this.protocols = protocols;
        this.accounts = accounts;
        this.json = json;
        this.clock = clock;
    }

    /**
     * A practice as it is sent once all athletes were seen.
     *
     * @param id   made by the device; sending it twice changes nothing
     * @param seed of the drill
     */
    public record Practised(UUID id, String test, int seed, List<Facts.FactSent> facts) {}

    /**
     * What a practice has shown.
     *
     * @param compared of each athlete, every place with its true grade first
     * @param score    empty where nothing was graded
     */
    public record PracticeResult(List<List<Comparison>> compared, Optional<PracticeScore> score) {}

    /**
     * A rater who has practised under the protocol of a screening.
     *
     * @param practices how many
     * @param tests     that were practised
     * @param score     of the last few together
     */
    record Practiser(
            UUID account,
            String name,
            int practices,
            List<String> tests,
            Instant last,
            Optional<PracticeScore> score) {}

    /** As a practice is kept. */
    private record Kept(List<List<Comparison>> athletes) {}

    /** A drill with the ids that its athletes have at a station. */
    public record Numbered(Drill drill, List<UUID> athletes) {}

    private Protocol protocol(UUID screening) {
        Screenings.ScreeningView view = screenings.visible(screening);
        return protocols.get(view.protocol(), view.protocolVersion());
    }

    /** The tests of a screening that can be practised, in the order of its protocol. */
    @Transactional(readOnly = true)
    List<String> tests(UUID screening) {
        Protocol protocol = protocol(screening);
        return protocol.tests().stream()
                .filter(test ->
                        Drill.of(protocol, protocols.poseRules(), test, 0).isPresent())
                .map(TestDefinition::id)
                .toList();
    }

    @Transactional(readOnly = true)
    public Numbered drill(UUID screening, String test, int seed) {
        return drill(protocol(screening), test, seed);
    }

    private Numbered drill(Protocol protocol, String test, int seed) {
        Drill drill = protocol.test(test)
                .flatMap(t -> Drill.of(protocol, protocols.poseRules(), t, seed))
                .orElseThrow(() -> Problem.notFound("test that can be practised"));
        return new Numbered(
                drill,
                IntStream.range(0, drill.athletes().size())
                        .mapToObj(i -> new UUID(seed, i))
                        .toList());
    }

    public PracticeResult done(UUID screening, Practised practised) {
        Protocol protocol = protocol(screening);
        Numbered numbered = drill(protocol, practised.test(), practised.seed());
        practised.facts().stream()
                .filter(f -> !numbered.athletes().contains(f.athlete()))
                .findFirst()
                .ifPresent(f -> {
                    throw Problem.invalid(
                            Code.UNKNOWN_ATHLETE, "Fact " + f.id() + " is about nobody in this practice.", "facts");
                });
        List<List<Comparison>> compared =
                rows.findById(practised.id()).map(this::athletes).orElseGet(() -> kept(protocol, practised, numbered));
        return new PracticeResult(compared, score(compared, protocol));
    }

    private List<List<Comparison>> kept(Protocol protocol, Practised practised, Numbered numbered) {
        List<List<Comparison>> compared = PracticeScore.compared(
                numbered.drill(),
                numbered.athletes().stream()
                        .map(athlete -> book(practised.facts(), athlete))
                        .toList());
        if (compared.stream().anyMatch(athlete -> !athlete.isEmpty())) {
            rows.save(new PracticeRow(
                    practised.id(),
                    CurrentUser.required().account(),
                    protocol.id(),
                    practised.test(),
                    json.write(new Kept(compared)),
                    clock.instant()));
        }
        return compared;
    }

    private static Book book(List<Facts.FactSent> facts, UUID athlete) {
        List<Facts.FactSent> own =
                facts.stream().filter(f -> f.athlete().equals(athlete)).toList();
        return Book.of(IntStream.range(0, own.size())
                .mapToObj(i -> new Entry(
                        own.get(i).id(),
                        i + 1,
                        own.get(i).supersedes(),
                        own.get(i).fact(),
                        Optional.empty()))
                .toList());
    }

    private List<List<Comparison>> athletes(PracticeRow row) {
        return json.read(row.compared(), Kept.class).athletes();
    }

    private static Optional<PracticeScore> score(List<List<Comparison>> compared, Protocol protocol) {
        return PracticeScore.of(compared, protocol.rules().gradedMarkSem().value());
    }

    /** Who has practised under the protocol of a screening, in the order of names. */
    @Transactional(readOnly = true)
    List<Practiser> of(UUID screening) {
        Protocol protocol = protocol(screening);
        Map<UUID, String> names = accounts.names();
        Map<UUID, List<PracticeRow>> byAccount = rows.findByProtocolOrderBySequenceDesc(protocol.id()).stream()
                .collect(Collectors.groupingBy(PracticeRow::account, LinkedHashMap::new, Collectors.toList()));
        return byAccount.entrySet().stream()
                .map(e -> new Practiser(
                        e.getKey(),
                        names.getOrDefault(e.getKey(), "?"),
                        e.getValue().size(),
                        e.getValue().stream()
                                .map(PracticeRow::test)
                                .distinct()
                                .sorted()
                                .toList(),
                        e.getValue().get(0).doneAt(),
                        score(
                                e.getValue().stream()
                                        .limit(LAST)
                                        .flatMap(row -> athletes(row).stream())
                                        .toList(),
                                protocol)))
                .sorted(Comparator.comparing(Practiser::name))
                .toList();
    }
}
