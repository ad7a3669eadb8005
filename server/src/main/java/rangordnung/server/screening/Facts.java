package rangordnung.server.screening;

import jakarta.validation.constraints.NotNull;
import java.time.Clock;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.Collections;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.function.Function;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import org.springframework.dao.DataIntegrityViolationException;
import org.springframework.stereotype.Service;
import org.springframework.transaction.support.TransactionTemplate;
import rangordnung.core.judgement.Entry;
import rangordnung.core.judgement.Fact;
import rangordnung.core.protocol.Protocol;
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

    private static final int OPENED = 5000;

    private final FactRows rows;
    private final Screenings screenings;
    private final Rosters rosters;
    private final Halls halls;
    private final Protocols protocols;
    private final JsonMapper json;
    private final TransactionTemplate transaction;
    private final Clock clock;
    /** Which test a trial is of never changes; what is kept here saves asking for every mark. */
    private final Map<UUID, String> opened = Collections.synchronizedMap(new LinkedHashMap<>(64, 0.75f, true) {
        @Override
        protected boolean removeEldestEntry(Map.Entry<UUID, String> eldest) {
            return size() > OPENED;
        }
    });

    Facts(FactRows rows, Screenings screenings, Rosters rosters, Halls halls, Protocols protocols, JsonMapper json, TransactionTemplate transaction, Clock clock) {
        this.rows = rows;
        this.screenings = screenings;
        this.rosters = rosters;
        this.halls = halls;
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

    /** A protocol version that a device works with. */
    public record Under(String protocol, int version) {}

    /** A fact as it is kept. */
    public record FactKept(UUID id, UUID athlete, long sequence, Instant at, UUID author, Optional<UUID> supersedes, Fact fact) {}

    /** How many facts were new, and how many had come before. */
    public record Taken(int added, int known) {}

    /** How far one athlete's book has grown; two equal marks mean equal books. */
    public record BookMark(UUID athlete, long count, long last) {}

    /** Takes facts in, all or none. */
    public Taken take(UUID screening, List<FactSent> sent) {
        return take(screening, sent, Optional.empty());
    }

    /**
     * Takes facts in, all or none.
     *
     * @param under the protocol version that the device works with, where it still has an older one
     */
    public Taken take(UUID screening, List<FactSent> sent, Optional<Under> under) {
        if (sent.size() > MOST) {
            throw Problem.invalid("too-many-facts", "At most " + MOST + " facts at once; send the rest after.", "facts");
        }
        try {
            // Nearly always all of them are new; the database says when one is not.
            return transaction.execute(t -> checkedAndAppended(screening, sent, under, false));
        } catch (DataIntegrityViolationException e) {
            return transaction.execute(t -> checkedAndAppended(screening, sent, under, true));
        }
    }

    private Taken checkedAndAppended(UUID screening, List<FactSent> sent, Optional<Under> under, boolean someKnown) {
        Screenings.Open open = screenings.open(screening);
        Screenings.ScreeningView view = open.view();
        Protocol protocol = under.flatMap(u -> protocols.find(u.protocol(), u.version())).orElseGet(() -> protocols.get(view.protocol(), view.protocolVersion()));
        FactChecks checks = new FactChecks(protocol, reach(open, protocol), testsOfTrials(screening, sent), this::authors);
        Set<UUID> members = rosters.among(view.team(), sent.stream().map(FactSent::athlete).collect(Collectors.toSet()));
        for (FactSent fact : sent) {
            if (!members.contains(fact.athlete())) {
                throw Problem.invalid("unknown-athlete", "The athlete of fact " + fact.id() + " is not in this screening's roster.", "athlete");
            }
            checks.check(fact);
        }
        return append(screening, sent, someKnown);
    }

    private Taken append(UUID screening, List<FactSent> sent, boolean someKnown) {
        UUID author = Signed.required().account();
        Instant now = clock.instant();
        Map<UUID, FactSent> byId = new LinkedHashMap<>();
        sent.forEach(f -> byId.putIfAbsent(f.id(), f));
        Map<UUID, FactRow> known = someKnown
                ? rows.findByIdIn(byId.keySet()).stream().collect(Collectors.toMap(FactRow::getId, Function.identity()))
                : Map.of();
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
        Set<UUID> fresh = added.stream().map(FactRow::getId).collect(Collectors.toSet());
        byId.values().stream()
                .filter(f -> fresh.contains(f.id()) && f.fact() instanceof Fact.Asked asked && !asked.cleared())
                .forEach(f -> rosters.notCleared(f.athlete(), LocalDate.ofInstant(now, ZoneOffset.UTC), "check-in"));
        return new Taken(added.size(), sent.size() - added.size());
    }

    /** The station a helper may reach; empty for those who may reach all. */
    private Optional<FactChecks.Reach> reach(Screenings.Open screening, Protocol protocol) {
        return Optional.ofNullable(Signed.required().pass()).map(pass -> FactChecks.Reach.of(halls.of(screening), pass.station(), protocol, Signed.required().account()));
    }

    /** By trial, its test: from this delivery or from what is kept. */
    private Map<UUID, String> testsOfTrials(UUID screening, List<FactSent> sent) {
        Map<UUID, String> tests = new HashMap<>();
        sent.forEach(f -> opening(tests, f.fact()));
        Set<UUID> asked = sent.stream().flatMap(f -> f.fact().ofTrial().stream()).filter(trial -> !tests.containsKey(trial)).collect(Collectors.toSet());
        asked.forEach(trial -> Optional.ofNullable(opened.get(trial)).ifPresent(test -> tests.put(trial, test)));
        asked.removeAll(tests.keySet());
        if (!asked.isEmpty()) {
            Map<UUID, String> found = new HashMap<>();
            rows.openings(screening, asked.stream().map(UUID::toString).toList()).stream().map(this::fact).forEach(f -> opening(found, f));
            opened.putAll(found);
            tests.putAll(found);
        }
        return tests;
    }

    private static void opening(Map<UUID, String> tests, Fact fact) {
        if (fact instanceof Fact.TrialOpened opened) {
            tests.put(opened.trial(), opened.test());
        }
    }

    private Map<UUID, UUID> authors(Set<UUID> ids) {
        return rows.findByIdIn(ids).stream().collect(Collectors.toMap(FactRow::getId, FactRow::author));
    }

    /** All that was written about one athlete, as far as the one who asks may see it. */
    public List<FactKept> of(UUID screening, UUID athlete) {
        return seen(screening, transaction.execute(t -> rows.ofAthlete(screening, athlete)));
    }

    /** All that was written in a screening, as far as the one who asks may see it; for a station that will lose its network. */
    public List<FactKept> all(UUID screening) {
        return seen(screening, transaction.execute(t -> rows.ofScreening(screening)));
    }

    private List<FactKept> seen(UUID screening, List<FactRows.Line> lines) {
        Screenings.Open open = screenings.open(screening);
        Optional<FactChecks.Reach> reach = reach(open, protocols.get(open.view().protocol(), open.view().protocolVersion()));
        Map<UUID, String> tests = new HashMap<>();
        List<Fact> facts = lines.stream().map(l -> fact(l.body())).toList();
        facts.forEach(f -> opening(tests, f));
        return IntStream.range(0, lines.size())
                .filter(i -> reach.map(r -> r.sees(facts.get(i), tests)).orElse(true))
                .mapToObj(lines::get)
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

    /** When the first fact of a screening arrived. */
    public Optional<Instant> firstOf(UUID screening) {
        return transaction.execute(t -> rows.firstOf(screening));
    }

    /** How far the book of each athlete has grown; an athlete without facts has none. */
    public List<BookMark> marks(UUID screening) {
        return transaction.execute(t -> rows.marks(screening));
    }

    private Entry entry(FactRows.Line line) {
        return new Entry(line.id(), line.sequence(), Optional.ofNullable(line.supersedes()), fact(line.body()), Optional.of(line.author()));
    }

    private Fact fact(String body) {
        return json.readValue(body, Fact.class);
    }
}
