package rangordnung.server.screening;

import jakarta.validation.constraints.NotNull;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.springframework.dao.DataIntegrityViolationException;
import org.springframework.stereotype.Service;
import org.springframework.transaction.support.TransactionTemplate;
import rangordnung.core.judgement.Entry;
import rangordnung.core.judgement.Fact;
import rangordnung.core.protocol.Criterion;
import rangordnung.core.protocol.Extent;
import rangordnung.core.protocol.Protocol;
import rangordnung.core.protocol.TestDefinition;
import rangordnung.server.platform.Problem;
import rangordnung.server.platform.Signed;
import rangordnung.server.protocols.Protocols;
import rangordnung.server.roster.Rosters;
import tools.jackson.databind.json.JsonMapper;

/** The book of facts: appended to, idempotent by the id that the device made, never rewritten. */
@Service
public class Facts {

    /** Most facts in one delivery. */
    static final int MOST = 500;

    private final FactRows rows;
    private final Screenings screenings;
    private final Rosters rosters;
    private final Protocols protocols;
    private final JsonMapper json;
    private final TransactionTemplate transaction;
    private final Clock clock;

    Facts(FactRows rows, Screenings screenings, Rosters rosters, Protocols protocols, JsonMapper json, TransactionTemplate transaction, Clock clock) {
        this.rows = rows;
        this.screenings = screenings;
        this.rosters = rosters;
        this.protocols = protocols;
        this.json = json;
        this.transaction = transaction;
        this.clock = clock;
    }

    /**
     * A fact as a device sends it.
     *
     * @param id         made by the device; sending it twice changes nothing
     * @param at         the device's own time, kept for the record only
     * @param supersedes the fact that this one corrects or takes back
     */
    public record FactSent(@NotNull UUID id, @NotNull UUID athlete, @NotNull Instant at, Optional<UUID> supersedes, @NotNull Fact fact) {}

    /** A fact as it is kept. */
    public record FactKept(UUID id, UUID athlete, long sequence, Instant at, UUID author, Optional<UUID> supersedes, Fact fact) {}

    /** How many facts were new, and how many had come before. */
    public record Taken(int added, int known) {}

    /** How far one athlete's book has grown; two equal marks mean equal books. */
    public record BookMark(UUID athlete, long count, long last) {}

    /** Takes facts in, all or none. */
    public Taken take(UUID screening, List<FactSent> sent) {
        Screenings.ScreeningView view = screenings.visible(screening);
        if (sent.size() > MOST) {
            throw Problem.invalid("too-many-facts", "At most " + MOST + " facts at once; send the rest after.", "facts");
        }
        Protocol protocol = protocols.get(view.protocol(), view.protocolVersion());
        Set<UUID> members = rosters.members(view.team()).stream().map(Rosters.Member::id).collect(Collectors.toSet());
        for (FactSent fact : sent) {
            if (!members.contains(fact.athlete())) {
                throw Problem.invalid("unknown-athlete", "The athlete of fact " + fact.id() + " is not in this screening's roster.", "athlete");
            }
            check(fact, protocol);
        }
        try {
            return append(screening, sent);
        } catch (DataIntegrityViolationException e) {
            // Another delivery of the same facts was faster by a moment: now they are known.
            return append(screening, sent);
        }
    }

    private Taken append(UUID screening, List<FactSent> sent) {
        UUID author = Signed.required().account();
        Instant now = clock.instant();
        return transaction.execute(t -> {
            Map<UUID, FactSent> byId = new LinkedHashMap<>();
            sent.forEach(f -> byId.putIfAbsent(f.id(), f));
            Map<UUID, FactRow> known = rows.findByIdIn(byId.keySet()).stream().collect(Collectors.toMap(FactRow::getId, Function.identity()));
            List<FactRow> added = new ArrayList<>();
            for (FactSent fact : byId.values()) {
                FactRow kept = known.get(fact.id());
                if (kept == null) {
                    added.add(new FactRow(fact.id(), screening, fact.athlete(), fact.supersedes().orElse(null),
                            json.writerFor(Fact.class).writeValueAsString(fact.fact()), author, fact.at(), now));
                } else if (!kept.screening().equals(screening) || !kept.athlete().equals(fact.athlete()) || !fact(kept.body()).equals(fact.fact())) {
                    throw Problem.conflict("fact-id-reused", "Another fact has the id " + fact.id() + " already. Make a new id for a new fact.").with("fact", fact.id());
                }
            }
            rows.saveAll(added);
            return new Taken(added.size(), sent.size() - added.size());
        });
    }

    /** All that was written about one athlete. */
    public List<FactKept> of(UUID screening, UUID athlete) {
        screenings.visible(screening);
        return transaction.execute(t -> rows.ofAthlete(screening, athlete)).stream()
                .map(l -> new FactKept(l.id(), l.athlete(), l.sequence(), l.deviceAt(), l.author(), Optional.ofNullable(l.supersedes()), fact(l.body())))
                .toList();
    }

    /** The books of some athletes of a screening, for judging. */
    public Map<UUID, List<Entry>> books(UUID screening, Set<UUID> athletes) {
        return byAthlete(transaction.execute(t -> rows.ofAthletes(screening, athletes)));
    }

    /** The books of all athletes of a screening, for judging. */
    public Map<UUID, List<Entry>> books(UUID screening) {
        return byAthlete(transaction.execute(t -> rows.ofScreening(screening)));
    }

    private Map<UUID, List<Entry>> byAthlete(List<FactRows.Line> lines) {
        Map<UUID, List<Entry>> books = new LinkedHashMap<>();
        for (FactRows.Line line : lines) {
            books.computeIfAbsent(line.athlete(), a -> new ArrayList<>()).add(entry(line));
        }
        return books;
    }

    /** The book of one athlete, for judging. */
    public List<Entry> book(UUID screening, UUID athlete) {
        return transaction.execute(t -> rows.ofAthlete(screening, athlete)).stream().map(this::entry).toList();
    }

    /** How far the book of each athlete has grown; an athlete without facts has none. */
    public List<BookMark> marks(UUID screening) {
        return transaction.execute(t -> rows.marks(screening));
    }

    private Entry entry(FactRows.Line line) {
        return new Entry(line.id(), line.sequence(), Optional.ofNullable(line.supersedes()), fact(line.body()));
    }

    private Fact fact(String body) {
        return json.readValue(body, Fact.class);
    }

    /** Refuses what the protocol does not know, so that a mark is never silently without effect. */
    private static void check(FactSent sent, Protocol protocol) {
        Fact fact = sent.fact();
        if (fact instanceof Fact.TrialOpened opened) {
            protocol.test(opened.test()).orElseThrow(() -> unknown(sent, "test", opened.test()));
        } else if (fact instanceof Fact.Marked mark) {
            Criterion criterion = criterion(sent, protocol, mark.criterion());
            needsSide(sent, criterion, mark.side().isPresent(), mark.grade() != rangordnung.core.protocol.Grade.NONE);
            if (mark.variant().isPresent() && criterion.variants().stream().noneMatch(v -> v.id().equals(mark.variant().get()))) {
                throw unknown(sent, "variant", mark.variant().get());
            }
        } else if (fact instanceof Fact.CouldNotTell unclear) {
            needsSide(sent, criterion(sent, protocol, unclear.criterion()), unclear.side().isPresent(), false);
        } else if (fact instanceof Fact.Measured value) {
            Criterion criterion = criterion(sent, protocol, value.criterion());
            needsSide(sent, criterion, value.side().isPresent(), false);
            criterion.anchor(value.measure()).orElseThrow(() -> unknown(sent, "measure", value.measure()));
            if (!Double.isFinite(value.value()) || !(value.confidence() >= 0 && value.confidence() <= 1)) {
                throw Problem.invalid("impossible-value", "Fact " + sent.id() + " carries a value or confidence that cannot be.", "value");
            }
        } else if (fact instanceof Fact.ViewClosed view && (view.repetitions() < 1 || view.repetitions() > 20)) {
            throw Problem.invalid("impossible-value", "Fact " + sent.id() + " says " + view.repetitions() + " repetitions; 1 to 20 are possible.", "repetitions");
        } else if (fact instanceof Fact.Withdrawn && sent.supersedes().isEmpty()) {
            throw Problem.invalid("nothing-withdrawn", "Fact " + sent.id() + " takes something back but does not say what.", "supersedes");
        }
    }

    private static Criterion criterion(FactSent sent, Protocol protocol, String id) {
        return protocol.tests().stream().map((TestDefinition t) -> t.criterion(id)).flatMap(Optional::stream).findFirst()
                .orElseThrow(() -> unknown(sent, "criterion", id));
    }

    private static void needsSide(FactSent sent, Criterion criterion, boolean hasSide, boolean faulty) {
        boolean needs = criterion.extent() == Extent.SIDED || criterion.extent() == Extent.DIRECTED && faulty;
        if (needs && !hasSide || criterion.extent() == Extent.WHOLE && hasSide) {
            throw Problem.invalid("side-mismatch", "Fact " + sent.id() + ": “" + criterion.id() + "” "
                    + (needs ? "needs a side." : "has no sides."), "side");
        }
    }

    private static Problem unknown(FactSent sent, String what, String id) {
        return Problem.invalid("unknown-" + what, "Fact " + sent.id() + " names the " + what + " “" + id + "”, which the protocol does not know.", what);
    }
}
