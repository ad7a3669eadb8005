package rangordnung.server.screening;

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
import java.util.concurrent.ConcurrentHashMap;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.dao.DataIntegrityViolationException;
import org.springframework.stereotype.Service;
import org.springframework.transaction.support.TransactionTemplate;
import rangordnung.core.Refusal;
import rangordnung.core.judgement.Entry;
import rangordnung.core.judgement.Fact;
import rangordnung.core.protocol.Protocol;
import rangordnung.server.platform.Code;
import rangordnung.server.platform.Problem;
import rangordnung.server.platform.Signed;
import rangordnung.server.platform.StoredJson;
import rangordnung.server.protocols.Protocols;
import rangordnung.server.roster.Rosters;
import tools.jackson.core.JacksonException;

/** The book of facts: appended to, idempotent by the id that the device made, never rewritten. */
@Service
public class Facts {

    /** Most facts in one delivery. */
    static final int MOST = 500;

    private static final int OPENED = 5000;
    private static final Logger LOG = LoggerFactory.getLogger(Facts.class);

    private final FactRows rows;
    private final Screenings screenings;
    private final Rosters rosters;
    private final Halls halls;
    private final Protocols protocols;
    private final StoredJson json;
    private final TransactionTemplate transaction;
    private final Clock clock;
    /** Which test a trial is of never changes; what is kept here saves asking for every mark. */
    private final Map<UUID, String> opened = Collections.synchronizedMap(new LinkedHashMap<>(64, 0.75f, true) {
        @Override
        protected boolean removeEldestEntry(Map.Entry<UUID, String> eldest) {
            return size() > OPENED;
        }
    });

    /** Facts that cannot be read and that the log has named. */
    private final Set<UUID> told = ConcurrentHashMap.newKeySet();

    Facts(FactRows rows, Screenings screenings, Rosters rosters, Halls halls, Protocols protocols, StoredJson json, TransactionTemplate transaction, Clock clock) {
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
    public record FactSent(UUID id, UUID athlete, Instant at, Optional<UUID> supersedes, Fact fact) {

        /** Clocks of phones are wrong now and then, but not by centuries. */
        private static final Instant FIRST = Instant.parse("1900-01-01T00:00:00Z");
        private static final Instant LAST = Instant.parse("2200-01-01T00:00:00Z");

        public FactSent {
            Refusal.present(id, "id");
            Refusal.present(athlete, "athlete");
            if (Refusal.present(at, "at").isBefore(FIRST) || at.isAfter(LAST)) {
                throw Refusal.outOfRange("at", at.atZone(ZoneOffset.UTC).getYear(), 1900, 2200, "");
            }
            Refusal.present(supersedes, "supersedes");
            Refusal.present(fact, "fact");
        }
    }

    /** A protocol version that a device works with. */
    public record Under(String protocol, int version) {}

    /** A fact as it is kept. */
    public record FactKept(UUID id, UUID athlete, long sequence, Instant at, UUID author, Optional<UUID> supersedes, Fact fact) {}

    /** How many facts were new, and how many had come before. */
    public record Taken(int added, int known) {}

    /**
     * A stored fact that cannot be read, such as one from an older product or a damaged one; nothing is concluded from it.
     *
     * @param health whether it may have told of pain or clearance: then nobody is placed before somebody has looked
     */
    public record SetAside(UUID fact, UUID athlete, UUID author, Instant at, boolean health) {}

    /**
     * What was written about one athlete.
     *
     * @param setAside what cannot be read and has not been taken back
     */
    public record Book(List<Entry> entries, List<SetAside> setAside) {
        public static final Book EMPTY = new Book(List.of(), List.of());
    }

    /** How far one athlete's book has grown; two equal marks mean equal books. */
    public record BookMark(UUID athlete, long count, long last) {}

    /** How far the books of a screening have grown together. */
    public record Extent(UUID screening, long count, long last) {}

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
            throw Problem.invalid(Code.TOO_MANY_FACTS, "At most " + MOST + " facts at once; send the rest after.", "facts");
        }
        try {
            // Nearly always all of them are new; the database says when one is not.
            return transaction.execute(t -> checkedAndAppended(screening, sent, under, false));
        } catch (DataIntegrityViolationException e) {
            try {
                return transaction.execute(t -> checkedAndAppended(screening, sent, under, true));
            } catch (DataIntegrityViolationException again) {
                // An id that is taken and that this organisation does not know.
                throw Problem.conflict(Code.FACT_ID_REUSED, "One of these facts has an id that is taken already. Make a new id for a new fact.");
            }
        }
    }

    private Taken checkedAndAppended(UUID screening, List<FactSent> sent, Optional<Under> under, boolean someKnown) {
        Set<UUID> athletes = sent.stream().map(FactSent::athlete).collect(Collectors.toSet());
        Screenings.Open open = screenings.open(screening, athletes);
        Screenings.ScreeningView view = open.view();
        Protocol protocol = under.flatMap(u -> protocols.find(u.protocol(), u.version())).orElseGet(() -> protocols.get(view.protocol(), view.protocolVersion()));
        FactChecks checks = new FactChecks(screening, protocol, reach(open, protocol), testsOfTrials(screening, sent), superseded(sent));
        Set<UUID> members = open.members() == athletes.size() ? athletes : rosters.among(view.team(), athletes);
        for (FactSent fact : sent) {
            if (!members.contains(fact.athlete())) {
                throw Problem.invalid(Code.UNKNOWN_ATHLETE, "The athlete of fact " + fact.id() + " is not in this screening's roster.", "athlete");
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
                        json.write(fact.fact(), Fact.class), author, fact.at(), now));
            } else if (!kept.screening().equals(screening) || !kept.athlete().equals(fact.athlete()) || !readable(kept.getId(), kept.body()).filter(fact.fact()::equals).isPresent()) {
                throw Problem.conflict(Code.FACT_ID_REUSED, "Another fact has the id " + fact.id() + " already. Make a new id for a new fact.").with("fact", fact.id());
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
            rows.openings(screening, asked.stream().map(UUID::toString).toList()).stream().flatMap(body -> readable(screening, body).stream()).forEach(f -> opening(found, f));
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

    /** By id, the kept facts that some of these correct or take back. */
    private Map<UUID, FactRows.Stub> superseded(List<FactSent> sent) {
        Set<UUID> ids = sent.stream().flatMap(f -> f.supersedes().stream()).collect(Collectors.toSet());
        return ids.isEmpty() ? Map.of() : rows.stubs(ids).stream().collect(Collectors.toMap(FactRows.Stub::id, Function.identity()));
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
        List<FactKept> kept = lines.stream()
                .flatMap(l -> readable(l.id(), l.body()).map(f -> new FactKept(l.id(), l.athlete(), l.sequence(), l.deviceAt(), l.author(),
                        Optional.ofNullable(l.supersedes()), f)).stream())
                .toList();
        Map<UUID, String> tests = new HashMap<>();
        kept.forEach(k -> opening(tests, k.fact()));
        return kept.stream().filter(k -> reach.map(r -> r.sees(k.fact(), tests)).orElse(true)).toList();
    }

    /** The books of some athletes of a screening, for judging. */
    public Map<UUID, Book> books(UUID screening, Set<UUID> athletes) {
        return byAthlete(transaction.execute(t -> rows.ofAthletes(screening, athletes)));
    }

    /** The books of all athletes of a screening, for judging. */
    public Map<UUID, Book> books(UUID screening) {
        return byAthlete(transaction.execute(t -> rows.ofScreening(screening)));
    }

    /** The book of one athlete, for judging. */
    public Book book(UUID screening, UUID athlete) {
        return byAthlete(transaction.execute(t -> rows.ofAthlete(screening, athlete))).getOrDefault(athlete, Book.EMPTY);
    }

    private Map<UUID, Book> byAthlete(List<FactRows.Line> lines) {
        Map<UUID, List<FactRows.Line>> each = new LinkedHashMap<>();
        lines.forEach(l -> each.computeIfAbsent(l.athlete(), a -> new ArrayList<>()).add(l));
        Map<UUID, Book> books = new LinkedHashMap<>();
        each.forEach((athlete, own) -> books.put(athlete, read(own)));
        return books;
    }

    /** What these tell of is how somebody moves; anything else may have been about pain. */
    private static final Set<String> ABOUT_MOVEMENT = Set.of("trialOpened", "marked", "couldNotTell", "measured", "viewClosed", "trialFlagged", "legMeasured", "bodyMeasured");

    private String kind(String body) {
        try {
            return json.tree(body).path("kind").asString("");
        } catch (JacksonException e) {
            return "";
        }
    }

    private Book read(List<FactRows.Line> lines) {
        List<Entry> entries = new ArrayList<>();
        List<SetAside> unread = new ArrayList<>();
        for (FactRows.Line line : lines) {
            readable(line.id(), line.body()).ifPresentOrElse(
                    fact -> entries.add(new Entry(line.id(), line.sequence(), Optional.ofNullable(line.supersedes()), fact, Optional.of(line.author()))),
                    () -> unread.add(new SetAside(line.id(), line.athlete(), line.author(), line.deviceAt(), !ABOUT_MOVEMENT.contains(kind(line.body())))));
        }
        Set<UUID> takenBack = entries.stream().filter(e -> e.fact() instanceof Fact.Withdrawn || e.fact() instanceof Fact.Removed)
                .flatMap(e -> e.supersedes().stream()).collect(Collectors.toSet());
        return new Book(List.copyOf(entries), unread.stream().filter(u -> !takenBack.contains(u.fact())).toList());
    }

    /** When the first fact of a screening arrived. */
    public Optional<Instant> firstOf(UUID screening) {
        return transaction.execute(t -> rows.firstOf(screening));
    }

    /** How far the books of each screening have grown; a screening without facts has none. */
    public Map<UUID, Extent> extents() {
        return transaction.execute(t -> rows.extents()).stream().collect(Collectors.toMap(Extent::screening, Function.identity()));
    }

    /** How far the book of each athlete has grown; an athlete without facts has none. */
    public List<BookMark> marks(UUID screening) {
        return transaction.execute(t -> rows.marks(screening));
    }

    /** A stored fact, unless it cannot be read; the log tells which. */
    private Optional<Fact> readable(UUID id, String body) {
        try {
            return Optional.of(json.read(body, Fact.class));
        } catch (JacksonException e) {
            if (told.add(id)) {
                LOG.warn("Fact {} cannot be read and is set aside: {}", id, e.getClass().getSimpleName());
            }
            return Optional.empty();
        }
    }
}
