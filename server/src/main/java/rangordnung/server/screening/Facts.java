package rangordnung.server.screening;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import jakarta.persistence.EntityManagerFactory;
import java.time.Clock;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.Collection;
import java.util.Collections;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.concurrent.ConcurrentHashMap;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.hibernate.SessionFactory;
import org.hibernate.StatelessSession;
import org.hibernate.exception.ConstraintViolationException;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.dao.DataIntegrityViolationException;
import org.springframework.stereotype.Service;
import org.springframework.transaction.support.TransactionTemplate;
import rangordnung.core.Refusal;
import rangordnung.core.protocol.Protocol;
import rangordnung.core.record.Book;
import rangordnung.core.record.Entry;
import rangordnung.core.record.Fact;
import rangordnung.server.accounts.Accounts;
import rangordnung.server.platform.Code;
import rangordnung.server.platform.CurrentUser;
import rangordnung.server.platform.Metrics;
import rangordnung.server.platform.Problem;
import rangordnung.server.platform.StoredJson;
import rangordnung.server.platform.Tenancy;
import rangordnung.server.protocols.Protocols;
import rangordnung.server.roster.Rosters;
import tools.jackson.core.JacksonException;

/** The book of facts: appended to, idempotent by the id that the device made, never rewritten. */
@Service
public class Facts {

    /** Most facts in one delivery. */
    static final int MOST = 500;

    private static final int OPENED = 5000;
    /** Most entries of books that are kept in memory; each takes some three hundred bytes (house convention). */
    private static final int KEPT_ENTRIES = 60_000;

    /** Most athletes whose facts are looked up by their ids; of more, the whole screening is read (house convention). */
    private static final int READ_ONE_BY_ONE = 100;

    private static final Logger LOG = LoggerFactory.getLogger(Facts.class);

    private final FactRepository rows;
    private final Screenings screenings;
    private final Rosters rosters;
    private final Halls halls;
    private final Protocols protocols;
    private final Accounts accounts;
    private final StoredJson json;
    private final TransactionTemplate transaction;
    private final SessionFactory sessions;
    private final Tenancy tenancy;
    private final Metrics metrics;
    private final Clock clock;
    /** Which test a trial is of never changes; what is kept here saves asking for every mark. */
    private final Map<UUID, String> opened = Collections.synchronizedMap(new LinkedHashMap<>(64, 0.75f, true) {
        @Override
        protected boolean removeEldestEntry(Map.Entry<UUID, String> eldest) {
            return size() > OPENED;
        }
    });

    /** Books as they were read last, with how far they had grown; facts never change, so a book of that size is the same. */
    private final Cache<Of, Known> known = Caffeine.newBuilder()
            .maximumWeight(KEPT_ENTRIES)
            .weigher((Of of, Known book) -> 1 + book.book().book().entries().size())
            .build();

    /** Facts that cannot be read and that the log has named. */
    private final Set<UUID> told = ConcurrentHashMap.newKeySet();

    Facts(
            FactRepository rows,
            Screenings screenings,
            Rosters rosters,
            Halls halls,
            Protocols protocols,
            Accounts accounts,
            StoredJson json,
            TransactionTemplate transaction,
            EntityManagerFactory entities,
            Tenancy tenancy,
            Metrics metrics,
            Clock clock) {
        this.rows = rows;
        this.screenings = screenings;
        this.rosters = rosters;
        this.halls = halls;
        this.protocols = protocols;
        this.accounts = accounts;
        this.json = json;
        this.transaction = transaction;
        this.sessions = entities.unwrap(SessionFactory.class);
        this.tenancy = tenancy;
        this.metrics = metrics;
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
    public record FactKept(
            UUID id, UUID athlete, long sequence, Instant at, UUID author, Optional<UUID> supersedes, Fact fact) {

        /** The same without what was answered at check-in; who may be filmed and touched stays. */
        FactKept withoutAnswers() {
            return fact instanceof Fact.Asked asked
                    ? new FactKept(
                            id,
                            athlete,
                            sequence,
                            at,
                            author,
                            supersedes,
                            new Fact.Asked(Set.of(), Optional.empty(), true, asked.film(), asked.touch()))
                    : this;
        }
    }

    /** How many facts were new, and how many had come before. */
    public record Receipt(int added, int known) {}

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
    public record AthleteBook(Book book, List<SetAside> setAside) {
        public static final AthleteBook EMPTY = new AthleteBook(Book.EMPTY, List.of());
    }

    /** How far one athlete's book has grown; two equal marks mean equal books. */
    public record BookMark(UUID athlete, long count, long last) {}

    private record Of(UUID screening, UUID athlete) {}

    /** @param mark how far the book has grown */
    private record Known(BookMark mark, AthleteBook book) {

        static final Known NOTHING = new Known(new BookMark(new UUID(0, 0), 0, 0), AthleteBook.EMPTY);

        /** Whether some later lines make the book what a mark says; else something came in late that was written before. */
        boolean becomes(BookMark now, List<FactRepository.Line> more) {
            return mark.count()
                            + more.stream()
                                    .filter(line -> line.sequence() <= now.last())
                                    .count()
                    == now.count();
        }
    }

    /** How far the books of a screening have grown together. */
    public record Tally(UUID screening, long count, long last) {}

    /** Takes facts in, all or none. */
    public Receipt take(UUID screening, List<FactSent> sent) {
        return take(screening, sent, Optional.empty());
    }

    /**
     * Takes facts in, all or none.
     *
     * @param under the protocol version that the device works with, where it still has an older one
     */
    public Receipt take(UUID screening, List<FactSent> sent, Optional<Under> under) {
        if (sent.size() > MOST) {
            throw Problem.invalid(
                    Code.TOO_MANY_FACTS, "At most " + MOST + " facts at once; send the rest after.", "facts");
        }
        try {
            // Nearly always all of them are new; the database says when one is not.
            return sent.size() == 1 && !changesRoster(sent.get(0))
                    ? checkedAndAppended(screening, sent, under, this::insertOne)
                    : transaction.execute(t -> checkedAndAppended(screening, sent, under, this::insertAll));
        } catch (DataIntegrityViolationException | ConstraintViolationException e) {
            try {
                return transaction.execute(t -> checkedAndAppended(screening, sent, under, this::insertNew));
            } catch (DataIntegrityViolationException again) {
                // An id that is taken and that this organisation does not know.
                throw Problem.conflict(
                        Code.FACT_ID_REUSED,
                        "One of these facts has an id that is taken already. Make a new id for a new fact.");
            }
        }
    }

    private Receipt checkedAndAppended(
            UUID screening, List<FactSent> sent, Optional<Under> under, Function<List<FactRow>, List<FactRow>> insert) {
        Set<UUID> athletes = sent.stream().map(FactSent::athlete).collect(Collectors.toSet());
        Screenings.Open open = screenings.open(
                screening, sent.isEmpty() ? screening : sent.get(0).athlete());
        Screenings.ScreeningView view = open.view();
        Protocol protocol = under.flatMap(u -> protocols.find(u.protocol(), u.version()))
                .orElseGet(() -> protocols.get(view.protocol(), view.protocolVersion()));
        Map<UUID, FactRepository.Stub> superseded = superseded(sent);
        FactChecks checks = new FactChecks(
                screening,
                protocol,
                reach(open, protocol),
                testsOfTrials(screening, sent),
                superseded,
                leads(superseded.values()));
        Set<UUID> members = open.member() && athletes.size() == 1 ? athletes : rosters.among(view.team(), athletes);
        for (FactSent fact : sent) {
            if (!members.contains(fact.athlete())) {
                throw Problem.invalid(
                        Code.UNKNOWN_ATHLETE,
                        "The athlete of fact " + fact.id() + " is not in this screening's roster.",
                        "athlete");
            }
            checks.check(fact);
        }
        return append(screening, sent, insert);
    }

    private Receipt append(UUID screening, List<FactSent> sent, Function<List<FactRow>, List<FactRow>> insert) {
        UUID author = CurrentUser.required().account();
        Instant now = clock.instant();
        Map<UUID, FactSent> byId = new LinkedHashMap<>();
        sent.forEach(f -> byId.putIfAbsent(f.id(), f));
        List<FactRow> added = insert.apply(byId.values().stream()
                .map(f -> new FactRow(
                        f.id(),
                        screening,
                        f.athlete(),
                        f.supersedes().orElse(null),
                        json.write(f.fact(), Fact.class),
                        author,
                        f.at(),
                        now))
                .toList());
        added.stream()
                .map(row -> byId.get(row.getId()))
                .filter(Facts::changesRoster)
                .forEach(f -> rosters.notCleared(f.athlete(), LocalDate.ofInstant(now, ZoneOffset.UTC), "check-in"));
        metrics.took(added.size());
        return new Receipt(added.size(), sent.size() - added.size());
    }

    /** Whether a fact says something that the roster keeps. */
    private static boolean changesRoster(FactSent sent) {
        return sent.fact() instanceof Fact.Asked asked && !asked.cleared();
    }

    /** One statement by itself is all or nothing; a transaction around it would only ask the database twice more. */
    private List<FactRow> insertOne(List<FactRow> one) {
        try (StatelessSession session = sessions.withStatelessOptions()
                .tenantIdentifier((Object) tenancy.resolveCurrentTenantIdentifier())
                .openStatelessSession()) {
            session.insert(one.get(0));
        }
        return one;
    }

    private List<FactRow> insertAll(List<FactRow> all) {
        rows.saveAll(all);
        return all;
    }

    /** Those that have not come before; one that has come as something else is refused. */
    private List<FactRow> insertNew(List<FactRow> all) {
        Map<UUID, FactRow> known = rows
                .findByIdIn(all.stream().map(FactRow::getId).toList())
                .stream()
                .collect(Collectors.toMap(FactRow::getId, Function.identity()));
        for (FactRow row : all) {
            FactRow kept = known.get(row.getId());
            if (kept != null
                    && !(kept.screening().equals(row.screening())
                            && kept.athlete().equals(row.athlete())
                            && readable(kept.getId(), kept.body()).equals(readable(row.getId(), row.body())))) {
                throw Problem.conflict(
                                Code.FACT_ID_REUSED,
                                "Another fact has the id " + row.getId() + " already. Make a new id for a new fact.")
                        .with("fact", row.getId());
            }
        }
        return insertAll(
                all.stream().filter(row -> !known.containsKey(row.getId())).toList());
    }

    /** The station a helper may reach; empty for those who may reach all. */
    private Optional<FactChecks.Reach> reach(Screenings.Open screening, Protocol protocol) {
        return Optional.ofNullable(CurrentUser.required().pass())
                .map(pass -> FactChecks.Reach.of(
                        halls.of(screening),
                        pass.station(),
                        protocol,
                        CurrentUser.required().account()));
    }

    private FactChecks.Leads leads(Collection<FactRepository.Stub> superseded) {
        boolean rater = CurrentUser.required().role() == CurrentUser.Role.RATER;
        return new FactChecks.Leads(
                rater,
                rater && !superseded.isEmpty()
                        ? accounts.leading(superseded.stream()
                                .map(FactRepository.Stub::author)
                                .collect(Collectors.toSet()))
                        : Set.of());
    }

    /** By trial, its test: from this delivery or from what is kept. */
    private Map<UUID, String> testsOfTrials(UUID screening, List<FactSent> sent) {
        Map<UUID, String> tests = new HashMap<>();
        sent.forEach(f -> opening(tests, f.fact()));
        Set<UUID> asked = sent.stream()
                .flatMap(f -> f.fact().ofTrial().stream())
                .filter(trial -> !tests.containsKey(trial))
                .collect(Collectors.toSet());
        asked.forEach(trial -> Optional.ofNullable(opened.get(trial)).ifPresent(test -> tests.put(trial, test)));
        asked.removeAll(tests.keySet());
        if (!asked.isEmpty()) {
            Map<UUID, String> found = new HashMap<>();
            rows.openings(screening, asked.stream().map(UUID::toString).toList()).stream()
                    .flatMap(body -> readable(screening, body).stream())
                    .forEach(f -> opening(found, f));
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
    private Map<UUID, FactRepository.Stub> superseded(List<FactSent> sent) {
        Set<UUID> ids = sent.stream().flatMap(f -> f.supersedes().stream()).collect(Collectors.toSet());
        return ids.isEmpty()
                ? Map.of()
                : rows.stubs(ids).stream().collect(Collectors.toMap(FactRepository.Stub::id, Function.identity()));
    }

    /** All that was written about one athlete, as far as the one who asks may see it. */
    public List<FactKept> of(UUID screening, UUID athlete) {
        return seen(screening, transaction.execute(t -> rows.ofAthlete(screening, athlete)));
    }

    /** All that was written in a screening, as far as the one who asks may see it; for a station that will lose its network. */
    public List<FactKept> all(UUID screening) {
        return seen(screening, transaction.execute(t -> rows.ofScreening(screening)));
    }

    private List<FactKept> seen(UUID screening, List<FactRepository.Line> lines) {
        Screenings.Open open = screenings.open(screening);
        Optional<FactChecks.Reach> reach =
                reach(open, protocols.get(open.view().protocol(), open.view().protocolVersion()));
        List<FactKept> kept = lines.stream()
                .flatMap(l -> readable(l.id(), l.body())
                        .map(f -> new FactKept(
                                l.id(),
                                l.athlete(),
                                l.sequence(),
                                l.deviceAt(),
                                l.author(),
                                Optional.ofNullable(l.supersedes()),
                                f))
                        .stream())
                .toList();
        Map<UUID, String> tests = new HashMap<>();
        kept.forEach(k -> opening(tests, k.fact()));
        boolean lead = CurrentUser.required().role().leads();
        return kept.stream()
                .filter(k -> reach.map(r -> r.sees(k.fact(), tests)).orElse(true))
                .map(k -> lead ? k : k.withoutAnswers())
                .toList();
    }

    /** The books of all athletes of a screening, for judging. */
    public Map<UUID, AthleteBook> books(UUID screening) {
        return books(screening, marks(screening));
    }

    /**
     * The books that have grown to some marks, or further since. What was read before is kept, and only what came after it is
     * read, unless something came in late that was written before.
     */
    public Map<UUID, AthleteBook> books(UUID screening, Collection<BookMark> marks) {
        Map<UUID, AthleteBook> books = new HashMap<>();
        Map<BookMark, Known> grown = new HashMap<>();
        Set<UUID> unread = new HashSet<>();
        for (BookMark mark : marks) {
            Known before = known.getIfPresent(new Of(screening, mark.athlete()));
            if (before == null) {
                unread.add(mark.athlete());
            } else if (before.mark().equals(mark)) {
                books.put(mark.athlete(), before.book());
            } else {
                grown.put(mark, before);
            }
        }
        if (!grown.isEmpty()) {
            unread.addAll(grow(screening, grown, books));
        }
        if (!unread.isEmpty()) {
            books.putAll(whole(screening, unread));
        }
        return books;
    }

    /**
     * Reads what came after books that are known.
     *
     * @return whose book has to be read whole, since something came in late
     */
    private Set<UUID> grow(UUID screening, Map<BookMark, Known> grown, Map<UUID, AthleteBook> books) {
        long since = grown.values().stream()
                .mapToLong(before -> before.mark().last())
                .min()
                .orElseThrow();
        Map<UUID, List<FactRepository.Line>> later = transaction.execute(t -> rows.after(screening, since)).stream()
                .collect(Collectors.groupingBy(FactRepository.Line::athlete));
        Set<UUID> late = new HashSet<>();
        grown.forEach((mark, before) -> {
            List<FactRepository.Line> more = later.getOrDefault(mark.athlete(), List.of()).stream()
                    .filter(line -> line.sequence() > before.mark().last())
                    .toList();
            if (before.becomes(mark, more)) {
                books.put(mark.athlete(), keep(screening, mark.athlete(), before, more));
            } else {
                late.add(mark.athlete());
            }
        });
        return late;
    }

    /** The whole books of some athletes. */
    private Map<UUID, AthleteBook> whole(UUID screening, Set<UUID> athletes) {
        List<FactRepository.Line> lines = transaction.execute(t ->
                athletes.size() > READ_ONE_BY_ONE ? rows.ofScreening(screening) : rows.ofAthletes(screening, athletes));
        return lines.stream()
                .filter(line -> athletes.contains(line.athlete()))
                .collect(Collectors.groupingBy(FactRepository.Line::athlete))
                .entrySet()
                .parallelStream()
                .collect(Collectors.toMap(
                        Map.Entry::getKey, own -> keep(screening, own.getKey(), Known.NOTHING, own.getValue())));
    }

    /** Keeps a book with what was written after it. */
    private AthleteBook keep(UUID screening, UUID athlete, Known before, List<FactRepository.Line> more) {
        AthleteBook book = read(before.book(), more);
        long last = more.isEmpty()
                ? before.mark().last()
                : more.get(more.size() - 1).sequence();
        BookMark mark = new BookMark(athlete, before.mark().count() + more.size(), last);
        known.put(new Of(screening, athlete), new Known(mark, book));
        return book;
    }

    /** The book of one athlete, for judging. */
    public AthleteBook book(UUID screening, UUID athlete) {
        return read(AthleteBook.EMPTY, transaction.execute(t -> rows.ofAthlete(screening, athlete)));
    }

    /** What these tell of is how somebody moves; anything else may have been about pain. */
    private static final Set<String> ABOUT_MOVEMENT = Set.of(
            "trialOpened",
            "marked",
            "couldNotTell",
            "measured",
            "viewClosed",
            "trialFlagged",
            "legMeasured",
            "bodyMeasured",
            "stanceChosen",
            "cueTried");

    private String kind(String body) {
        try {
            return json.tree(body).path("kind").asString("");
        } catch (JacksonException e) {
            return "";
        }
    }

    /** A book with more lines. */
    private AthleteBook read(AthleteBook before, List<FactRepository.Line> lines) {
        List<Entry> entries = new ArrayList<>(before.book().entries());
        List<SetAside> unread = new ArrayList<>(before.setAside());
        for (FactRepository.Line line : lines) {
            readable(line.id(), line.body())
                    .ifPresentOrElse(
                            fact -> entries.add(new Entry(
                                    line.id(),
                                    line.sequence(),
                                    Optional.ofNullable(line.supersedes()),
                                    fact,
                                    Optional.of(line.author()))),
                            () -> unread.add(new SetAside(
                                    line.id(),
                                    line.athlete(),
                                    line.author(),
                                    line.deviceAt(),
                                    !ABOUT_MOVEMENT.contains(kind(line.body())))));
        }
        Set<UUID> takenBack = entries.stream()
                .filter(e -> e.fact() instanceof Fact.Withdrawn || e.fact() instanceof Fact.Removed)
                .flatMap(e -> e.supersedes().stream())
                .collect(Collectors.toSet());
        return new AthleteBook(
                Book.of(entries),
                unread.stream().filter(u -> !takenBack.contains(u.fact())).toList());
    }

    /** When the first fact of a screening arrived. */
    public Optional<Instant> firstOf(UUID screening) {
        return transaction.execute(t -> rows.firstOf(screening));
    }

    /** How far the books of each screening have grown; a screening without facts has none. */
    public Map<UUID, Tally> tallies() {
        return transaction.execute(t -> rows.tallies()).stream()
                .collect(Collectors.toMap(Tally::screening, Function.identity()));
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
                LOG.warn(
                        "Fact {} cannot be read and is set aside: {}",
                        id,
                        e.getClass().getSimpleName());
            }
            return Optional.empty();
        }
    }
}
