package rangordnung.server.results;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.function.Function;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.springframework.stereotype.Service;
import rangordnung.core.judgement.Judge;
import rangordnung.core.judgement.MovementIndex;
import rangordnung.core.judgement.Particulars;
import rangordnung.core.judgement.Ranking;
import rangordnung.core.judgement.ScreenResult;
import rangordnung.core.placement.LookAgain;
import rangordnung.core.placement.Placer;
import rangordnung.core.placement.Profile;
import rangordnung.core.placement.Proposal;
import rangordnung.core.protocol.Protocol;
import rangordnung.core.record.Book;
import rangordnung.core.safety.Clearance;
import rangordnung.server.platform.Incidents;
import rangordnung.server.protocols.Protocols;
import rangordnung.server.roster.Rosters;
import rangordnung.server.screening.Facts;
import rangordnung.server.screening.Screenings;
import rangordnung.server.screening.Settlements;

/**
 * Judges a screening. Each athlete's result is kept with the mark of their book, and judged again once the book
 * has grown; what is kept matters only for speed.
 */
@Service
public class Results {

    /** Most athletes whose results are kept in memory; each takes some ten kilobytes (house convention). */
    private static final int KEPT_ATHLETES = 4000;

    /** Most proposals that are kept of one protocol; each holds the results that it follows from (house convention). */
    private static final int KEPT_PROPOSALS = 1500;

    private final Screenings screenings;
    private final Rosters rosters;
    private final Protocols protocols;
    private final Facts facts;
    private final Settlements settlements;
    private final Cache<Version, Map<UUID, Judged>> kept = Caffeine.newBuilder()
            .maximumWeight(KEPT_ATHLETES)
            .weigher((Version v, Map<UUID, Judged> results) -> 1 + results.size())
            .build();

    /**
     * Proposals by protocol, the same and not an equal one, and by what they follow from: what would move an athlete takes some
     * milliseconds to find out.
     */
    private final Cache<Protocol, Cache<Basis, Proposal>> placed =
            Caffeine.newBuilder().weakKeys().build();

    Results(Screenings screenings, Rosters rosters, Protocols protocols, Facts facts, Settlements settlements) {
        this.screenings = screenings;
        this.rosters = rosters;
        this.protocols = protocols;
        this.facts = facts;
        this.settlements = settlements;
    }

    /**
     * The result of one athlete.
     *
     * @param incident number of the incident, where judging failed; the result then says nothing
     * @param setAside facts that cannot be read; the result stands on the others
     */
    private record Result(ScreenResult screen, Optional<String> incident, List<Facts.SetAside> setAside) {}

    /** A screening under a protocol version. */
    private record Version(UUID screening, String protocol, int version) {}

    private record Judged(Facts.BookMark mark, Particulars particulars, Result result) {

        boolean stands(Facts.BookMark now, Particulars under) {
            return mark.equals(now) && particulars.equals(under);
        }
    }

    /**
     * An athlete with the result of one screening.
     *
     * @param incident number of the incident, where the athlete could not be judged; the result then says nothing
     * @param setAside facts that cannot be read; the result stands on the others
     */
    public record Screened(
            Rosters.Member athlete, ScreenResult result, Optional<String> incident, List<Facts.SetAside> setAside) {}

    /** What is proposed for an athlete; where that failed, nothing, with the number of the incident. */
    public record Proposed(Proposal proposal, Optional<String> incident) {}

    /** A screening with its protocol and the results of all athletes, by name. */
    public record Screen(Screenings.ScreeningView screening, Protocol protocol, List<Screened> athletes) {

        private List<Rosters.Member> members() {
            return athletes.stream().map(Screened::athlete).toList();
        }
    }

    /** The results of all athletes of a screening. */
    public Screen of(UUID screening) {
        Screenings.ScreeningView view = screenings.visible(screening);
        Protocol protocol = protocols.get(view.protocol(), view.protocolVersion());
        List<Rosters.Member> members = rosters.members(view.team());
        return screen(view, protocol, members, judged(view, protocol, members));
    }

    private Screen screen(
            Screenings.ScreeningView view, Protocol protocol, List<Rosters.Member> members, Map<UUID, Result> results) {
        Result nothing = new Result(new Judge(protocol).judge(Book.EMPTY), Optional.empty(), List.of());
        return new Screen(
                view,
                protocol,
                members.stream()
                        .map(m -> screened(m, results.getOrDefault(m.id(), nothing)))
                        .toList());
    }

    private static Screened screened(Rosters.Member member, Result result) {
        return new Screened(member, result.screen(), result.incident(), result.setAside());
    }

    /** Judges one athlete; a mistake of ours harms nobody else. */
    private static Result isolated(
            Judge judge, UUID screening, UUID athlete, Facts.AthleteBook book, Particulars particulars) {
        try {
            return new Result(judge.judge(book.book(), particulars), Optional.empty(), book.setAside());
        } catch (RuntimeException e) {
            String incident = Incidents.report("judging athlete " + athlete + " in screening " + screening, e);
            return new Result(judge.judge(Book.EMPTY), Optional.of(incident), book.setAside());
        }
    }

    /** One athlete's results, all under the protocol of the last, oldest first, up to and including a screening. */
    public List<Held> history(UUID screening, Rosters.Member athlete) {
        Screenings.ScreeningView view = screenings.visible(screening);
        Judge judge = new Judge(protocols.get(view.protocol(), view.protocolVersion()));
        return Stream.concat(
                        screenings.elsewhere(view, Set.of(athlete.id())).keySet().stream(),
                        screenings.upTo(view).stream())
                .sorted(Comparator.comparing(Screenings.ScreeningView::heldOn))
                .map(s -> new Held(
                        s,
                        screened(
                                athlete,
                                isolated(
                                        judge,
                                        s.id(),
                                        athlete.id(),
                                        facts.book(s.id(), athlete.id()),
                                        settlements
                                                .particulars(s.id(), List.of(athlete))
                                                .getOrDefault(athlete.id(), Particulars.NONE)))))
                .toList();
    }

    /** What is proposed for every athlete of a screening, in the light of the screenings before, all judged under its protocol. */
    public Map<UUID, Proposed> proposals(Screen screen) {
        return proposals(screen, s -> judged(s, screen.protocol(), screen.members()));
    }

    /** The same under a protocol that is only tried; nothing of it is kept. */
    public Map<UUID, Proposed> proposalsAnew(Screen screen) {
        return proposals(screen, s -> anew(s, screen.protocol(), screen.members()));
    }

    private Map<UUID, Proposed> proposals(
            Screen screen, Function<Screenings.ScreeningView, Map<UUID, Result>> judging) {
        Placer placer = placer(screen.protocol());
        Function<Screened, List<ScreenResult>> histories = histories(screen, judging);
        return screen.athletes().parallelStream()
                .collect(Collectors.toMap(s -> s.athlete().id(), s -> proposed(placer, screen, s, histories.apply(s))));
    }

    /** What each athlete's screenings up to this one have told. */
    private Function<Screened, List<ScreenResult>> histories(
            Screen screen, Function<Screenings.ScreeningView, Map<UUID, Result>> judging) {
        Map<Screenings.ScreeningView, Set<UUID>> elsewhere = screenings.elsewhere(
                screen.screening(),
                screen.members().stream().map(Rosters.Member::id).collect(Collectors.toSet()));
        List<Screenings.ScreeningView> held = Stream.concat(
                        elsewhere.keySet().stream(), screenings.upTo(screen.screening()).stream())
                .filter(s -> !s.id().equals(screen.screening().id()))
                .sorted(Comparator.comparing(Screenings.ScreeningView::heldOn))
                .toList();
        List<Map<UUID, Result>> before = held.stream().map(judging).toList();
        return screened -> {
            List<Held> history = new ArrayList<>();
            for (int i = 0; i < held.size(); i++) {
                Screenings.ScreeningView then = held.get(i);
                UUID athlete = screened.athlete().id();
                Optional.ofNullable(before.get(i).get(athlete))
                        .filter(r ->
                                elsewhere.getOrDefault(then, Set.of(athlete)).contains(athlete))
                        .ifPresent(r -> history.add(new Held(then, screened(screened.athlete(), r))));
            }
            history.add(new Held(screen.screening(), screened));
            return carried(history, screen.protocol());
        };
    }

    /** What stands of each athlete after a screening: of a short one with what it carries over. */
    public Map<UUID, ScreenResult> standing(Screen screen) {
        Function<Screened, List<ScreenResult>> histories =
                screen.screening().follows().isEmpty()
                        ? s -> List.of(s.result())
                        : histories(screen, s -> judged(s, screen.protocol(), screen.members()));
        return screen.athletes().stream()
                .collect(Collectors.toMap(s -> s.athlete().id(), s -> {
                    List<ScreenResult> history = histories.apply(s);
                    return history.get(history.size() - 1);
                }));
    }

    /** A screening with what it told of one athlete. */
    public record Held(Screenings.ScreeningView screening, Screened screened) {

        /** What the athlete was found to be like. */
        public ScreenResult result() {
            return screened.result();
        }
    }

    /** Results of one athlete, the oldest first, in which each short screening carries over what it did not look at. */
    public List<ScreenResult> carried(List<Held> history, Protocol protocol) {
        Map<UUID, ScreenResult> known = new HashMap<>();
        return history.stream()
                .map(held -> {
                    ScreenResult result = held.screening()
                            .follows()
                            .flatMap(f -> Optional.ofNullable(known.get(f)))
                            .map(before -> held.result().carrying(before, protocol.rules(), protocols.certaintyRules()))
                            .orElse(held.result());
                    known.put(held.screening().id(), result);
                    return result;
                })
                .toList();
    }

    /** Everything that a proposal follows from. */
    private record Basis(List<ScreenResult> history, Clearance clearance, Profile profile) {}

    /** What is proposed for one athlete after some results, the last of which is of this screening; a mistake of ours harms nobody else. */
    public Proposed proposed(Placer placer, Screen screen, Screened screened, List<ScreenResult> history) {
        try {
            Basis basis = new Basis(
                    history, screened.athlete().clearance(), screened.athlete().profile());
            Proposal proposal = placed.get(screen.protocol(), p -> Caffeine.newBuilder()
                            .maximumSize(KEPT_PROPOSALS)
                            .build())
                    .get(basis, b -> placer.propose(b.history(), b.clearance(), b.profile()));
            return new Proposed(proposal, screened.incident());
        } catch (RuntimeException e) {
            String incident = Incidents.report(
                    "placing athlete " + screened.athlete().id() + " in screening "
                            + screen.screening().id(),
                    e);
            ScreenResult nothing = new Judge(screen.protocol()).judge(Book.EMPTY);
            return new Proposed(
                    placer.propose(
                            List.of(nothing),
                            screened.athlete().clearance(),
                            screened.athlete().profile()),
                    Optional.of(incident));
        }
    }

    /** Who can be told apart, of those with an index. */
    public Ranking ranking(Screen screen) {
        return Ranking.of(
                screen.athletes().stream()
                        .flatMap(s -> s.result().index() instanceof MovementIndex.Known known
                                ? Stream.of(Ranking.Entrant.of(
                                        s.athlete().id(), s.athlete().name().full(), known, s.result()))
                                : Stream.empty())
                        .toList(),
                protocols.certaintyRules().ranking());
    }

    /** Proposes places under a protocol. */
    public Placer placer(Protocol protocol) {
        return new Placer(
                protocols.ladders(),
                protocols.placementRules(),
                protocols.linkRules(),
                protocols.certaintyRules(),
                protocol);
    }

    /** Knows what looks are worth under a protocol. */
    LookAgain lookAgain(Protocol protocol) {
        return new LookAgain(
                protocols.placementRules(),
                protocols.linkRules(),
                protocols.certaintyRules(),
                protocol,
                protocols.planRules()::seconds);
    }

    /** The same facts judged under another protocol; nothing of it is kept. */
    public Screen under(Screenings.ScreeningView view, Protocol protocol) {
        List<Rosters.Member> members = rosters.members(view.team());
        return screen(view, protocol, members, anew(view, protocol, members));
    }

    private Map<UUID, Result> anew(Screenings.ScreeningView view, Protocol protocol, List<Rosters.Member> members) {
        Map<UUID, Facts.AthleteBook> books = facts.books(view.id());
        Judge judge = new Judge(protocol);
        return settlements.particulars(view.id(), members).entrySet().parallelStream()
                .collect(Collectors.toMap(
                        Map.Entry::getKey,
                        of -> isolated(
                                judge,
                                view.id(),
                                of.getKey(),
                                books.getOrDefault(of.getKey(), Facts.AthleteBook.EMPTY),
                                of.getValue())));
    }

    private Map<UUID, Result> judged(
            Screenings.ScreeningView screening, Protocol protocol, List<Rosters.Member> members) {
        Version key = new Version(screening.id(), protocol.id(), protocol.version());
        Map<UUID, Judged> last = Optional.ofNullable(kept.getIfPresent(key)).orElse(Map.of());
        List<Facts.BookMark> marks = facts.marks(screening.id());
        Map<UUID, Particulars> particulars = settlements.particulars(screening.id(), members);
        Set<Facts.BookMark> grown = marks.stream()
                .filter(mark -> !last.containsKey(mark.athlete())
                        || !last.get(mark.athlete())
                                .stands(mark, particulars.getOrDefault(mark.athlete(), Particulars.NONE)))
                .collect(Collectors.toSet());
        Map<UUID, Facts.AthleteBook> books = facts.books(screening.id(), grown);
        Judge judge = new Judge(protocol);
        // A book that grew between the two reads is judged as it is now, and again next time.
        Map<UUID, Judged> now = marks.parallelStream().collect(Collectors.toMap(Facts.BookMark::athlete, mark -> {
            Particulars under = particulars.getOrDefault(mark.athlete(), Particulars.NONE);
            Facts.AthleteBook book = books.getOrDefault(mark.athlete(), Facts.AthleteBook.EMPTY);
            Result result = grown.contains(mark)
                    ? isolated(judge, screening.id(), mark.athlete(), book, under)
                    : Objects.requireNonNull(last.get(mark.athlete())).result();
            return new Judged(mark, under, result);
        }));
        kept.put(key, now);
        return now.entrySet().stream()
                .collect(Collectors.toMap(Map.Entry::getKey, e -> e.getValue().result()));
    }
}
