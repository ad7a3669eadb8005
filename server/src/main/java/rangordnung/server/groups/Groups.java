package rangordnung.server.groups;

import jakarta.persistence.EntityManager;
import java.time.Clock;
import java.time.Instant;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Collections;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import rangordnung.core.Words;
import rangordnung.core.ladder.Focus;
import rangordnung.core.placement.Fit;
import rangordnung.core.placement.Placer;
import rangordnung.core.placement.Proposal;
import rangordnung.core.placement.Reason;
import rangordnung.server.accounts.Accounts;
import rangordnung.server.platform.Code;
import rangordnung.server.platform.CurrentUser;
import rangordnung.server.platform.Problem;
import rangordnung.server.protocols.Protocols;
import rangordnung.server.results.Results;
import rangordnung.server.screening.Facts;
import rangordnung.server.screening.Screenings;

/** Proposed groups with the lead's decisions laid over them. */
@Service
@Transactional
public class Groups {

    private final Screenings screenings;
    private final Results results;
    private final Protocols protocols;
    private final Accounts accounts;
    private final TrainingStops stops;
    private final DecisionRepository rows;
    private final EntityManager entities;
    private final JdbcClient jdbc;
    private final Clock clock;

    Groups(
            Screenings screenings,
            Results results,
            Protocols protocols,
            Accounts accounts,
            TrainingStops stops,
            DecisionRepository rows,
            EntityManager entities,
            JdbcClient jdbc,
            Clock clock) {
        this.screenings = screenings;
        this.results = results;
        this.protocols = protocols;
        this.accounts = accounts;
        this.stops = stops;
        this.rows = rows;
        this.entities = entities;
        this.jdbc = jdbc;
        this.clock = clock;
    }

    /** Move elsewhere, keep whatever comes, or follow the proposal again. */
    public enum Kind {
        MOVE,
        LOCK,
        RELEASE
    }

    /** A decision as shown. */
    public record DecisionView(
            UUID id,
            Kind kind,
            Optional<Proposal.Place> place,
            Optional<Proposal.Place> proposed,
            String reason,
            Optional<Cleared> cleared,
            String author,
            Instant at) {

        private DecisionView withoutReason() {
            return new DecisionView(id, kind, place, proposed, "", Optional.empty(), author, at);
        }
    }

    /** Who has cleared an athlete that had been held back, by role, and when. */
    public record Cleared(String by, LocalDate on) {}

    /** A clearance with the reasons for holding back that it answers: what comes up later is not answered by it. */
    record Answer(String clearedBy, LocalDate clearedOn, Set<String> answers) {}

    /**
     * An athlete's place.
     *
     * @param place    where the athlete stands now: decided, else proposed; empty where nothing is known
     * @param decision the decision that holds, if one does
     * @param last     the last decision about this athlete, which a new one must name
     * @param outdated whether the proposal has changed since the decision that holds
     * @param incident number of the incident, where the athlete could not be judged
     * @param unread   whether something about pain or clearance cannot be read; then there is no place
     */
    public record Member(
            UUID athlete,
            String name,
            Optional<String> incident,
            boolean unread,
            Proposal proposal,
            Optional<Proposal.Place> place,
            Optional<DecisionView> decision,
            Optional<UUID> last,
            boolean outdated) {

        private Member withoutReason() {
            return new Member(
                    athlete,
                    name,
                    incident,
                    unread,
                    proposal,
                    place,
                    decision.map(DecisionView::withoutReason),
                    last,
                    outdated);
        }
    }

    /** A focus with those who work on it. */
    public record Group(Focus focus, int size, List<Member> members) {}

    /**
     * Who stands where.
     *
     * @param latest the last decision about anybody, which saved groups must name
     */
    public record GroupsView(
            Screenings.ScreeningView screening, List<Group> groups, List<Member> open, Optional<UUID> latest) {

        /** Everybody who stands somewhere. */
        public Stream<Member> placed() {
            return groups.stream().flatMap(g -> g.members().stream());
        }

        /** The same without what was written with decisions, which may tell of health. */
        GroupsView withoutReasons() {
            return new GroupsView(
                    screening,
                    groups.stream()
                            .map(g -> new Group(g.focus(), g.size(), withoutReasons(g.members())))
                            .toList(),
                    withoutReasons(open),
                    latest);
        }

        private static List<Member> withoutReasons(List<Member> members) {
            return members.stream().map(Member::withoutReason).toList();
        }

        /** Whoever stands somewhere, then whoever does not yet. */
        public Stream<Member> everybody() {
            return Stream.concat(placed(), open.stream());
        }
    }

    /**
     * A decision as it is sent.
     *
     * @param id      made by the client; sending it twice changes nothing
     * @param basedOn the last decision the client knows about this athlete
     */
    public record NewDecision(
            UUID id,
            UUID athlete,
            Kind kind,
            Optional<Proposal.Place> place,
            String reason,
            Optional<Cleared> cleared,
            Optional<UUID> basedOn) {}

    @Transactional(readOnly = true)
    public GroupsView of(UUID screening) {
        Results.Screen screen = results.of(screening);
        Map<UUID, Results.Proposed> proposals = results.proposals(screen);
        List<Decision> decisions = rows.findByScreeningOrderBySequence(screening);
        Map<UUID, Decision> last = new HashMap<>();
        decisions.forEach(d -> last.put(d.athlete(), d));
        Map<UUID, String> authors = accounts.names();
        Map<UUID, LocalDate> stopped = stops.of(screen.screening());
        List<Member> members = screen.athletes().stream()
                .map(s -> member(
                        s,
                        held(
                                Objects.requireNonNull(proposals.get(s.athlete().id())),
                                Optional.ofNullable(stopped.get(s.athlete().id()))),
                        Optional.ofNullable(last.get(s.athlete().id())),
                        authors))
                .toList();
        List<Group> groups = Arrays.stream(Focus.values())
                .map(f -> group(
                        f,
                        members.stream()
                                .filter(m ->
                                        m.place().filter(p -> p.focus() == f).isPresent())
                                .toList()))
                .toList();
        return new GroupsView(
                screen.screening(),
                groups,
                members.stream().filter(m -> m.place().isEmpty()).toList(),
                decisions.isEmpty()
                        ? Optional.empty()
                        : Optional.of(decisions.get(decisions.size() - 1).id()));
    }

    /**
     * Where an athlete stood at the screening before, and where now; empty where nothing was known.
     */
    public record Move(UUID athlete, String name, Optional<Focus> from, Optional<Focus> to) {}

    /** How a roster has moved since the screening before. */
    public record Flow(Screenings.ScreeningView before, Screenings.ScreeningView now, List<Move> moves) {}

    /** The way of everybody who was there at both; empty for the first screening of a roster. */
    @Transactional(readOnly = true)
    public Optional<Flow> flow(UUID screening) {
        List<Screenings.ScreeningView> all = screenings.upTo(screenings.visible(screening));
        if (all.size() < 2) {
            return Optional.empty();
        }
        GroupsView before = of(all.get(all.size() - 2).id());
        GroupsView now = of(screening);
        Map<UUID, Optional<Focus>> stood = before.everybody().collect(Collectors.toMap(Member::athlete, Groups::focus));
        return Optional.of(new Flow(
                before.screening(),
                now.screening(),
                now.everybody()
                        .filter(m -> stood.containsKey(m.athlete()))
                        .map(m -> new Move(
                                m.athlete(), m.name(), stood.getOrDefault(m.athlete(), Optional.empty()), focus(m)))
                        .toList()));
    }

    private static Optional<Focus> focus(Member member) {
        return member.place().map(Proposal.Place::focus);
    }

    private Group group(Focus focus, List<Member> members) {
        var ladder = protocols.ladders().ladderOf(focus);
        return new Group(
                focus,
                members.size(),
                members.stream()
                        .sorted(Comparator.comparing((Member m) -> m.place()
                                        .flatMap(Proposal.Place::rung)
                                        .flatMap(r -> ladder.flatMap(l -> l.position(r)))
                                        .orElse(0))
                                .thenComparing(Member::name))
                        .toList());
    }

    private static Member member(
            Results.Screened screened, Results.Proposed made, Optional<Decision> last, Map<UUID, String> authors) {
        Proposal proposal = made.proposal();
        Optional<Proposal.Place> proposed =
                proposal instanceof Proposal.Placed placed ? Optional.of(placed.place()) : Optional.empty();
        Optional<Decision> holding = last.filter(d -> d.kind() != Kind.RELEASE);
        // Pain and missing clearance come before any decision that was made without them.
        boolean protect = proposed.filter(p -> p.focus() == Focus.PROTECT).isPresent()
                && holding.flatMap(Decision::answer)
                        .filter(a -> a.answers().containsAll(held(proposal)))
                        .isEmpty();
        // Who could not be judged, or of whom something about pain cannot be read, may be in pain: no decision places
        // them.
        boolean unknown =
                made.incident().isPresent() || screened.setAside().stream().anyMatch(Facts.SetAside::health);
        Optional<Proposal.Place> place = unknown
                ? Optional.empty()
                : protect ? proposed : holding.flatMap(Decision::place).or(() -> proposed);
        return new Member(
                screened.athlete().id(),
                screened.athlete().name().full(),
                made.incident(),
                screened.setAside().stream().anyMatch(Facts.SetAside::health),
                proposal,
                place,
                holding.map(d -> view(d, authors)),
                last.map(Decision::id),
                holding.filter(d -> !d.proposed().equals(proposed)).isPresent());
    }

    /** Pain that has stopped training comes before what the screening proposed. */
    private static Results.Proposed held(Results.Proposed made, Optional<LocalDate> stopped) {
        return stopped.map(day ->
                        new Results.Proposed(Placer.protect(List.of(new Reason.TrainingStopped(day))), made.incident()))
                .orElse(made);
    }

    /** Why somebody is held back, by name of the reason, and by the day where it may come again; nobody answers for pain that stopped today. */
    private static Set<String> held(Proposal proposal) {
        return proposal instanceof Proposal.Placed placed && placed.focus() == Focus.PROTECT
                ? placed.reasons().stream()
                        .map(r -> r instanceof Reason.TrainingStopped
                                ? r.toString()
                                : r.getClass().getSimpleName())
                        .collect(Collectors.toSet())
                : Set.of();
    }

    private static DecisionView view(Decision d, Map<UUID, String> authors) {
        return new DecisionView(
                d.id(),
                d.kind(),
                d.place(),
                d.proposed(),
                d.reason(),
                d.answer().map(a -> new Cleared(a.clearedBy(), a.clearedOn())),
                authors.getOrDefault(d.author(), "?"),
                d.at());
    }

    /** What a move would cost, before it is made. */
    @Transactional(readOnly = true)
    public Fit fit(UUID screening, UUID athlete, Proposal.Place place) {
        return fit(find(of(screening), athlete), place);
    }

    private Fit fit(Member member, Proposal.Place place) {
        return Fit.of(
                member.proposal(),
                place,
                protocols.ladders(),
                protocols.placementRules().costs());
    }

    /** All decisions about one athlete, newest first. */
    @Transactional(readOnly = true)
    public List<DecisionView> decisions(UUID screening, UUID athlete) {
        find(of(screening), athlete);
        Map<UUID, String> authors = accounts.names();
        List<DecisionView> all =
                new ArrayList<>(rows.findByScreeningAndAthleteOrderBySequence(screening, athlete).stream()
                        .map(d -> view(d, authors))
                        .toList());
        Collections.reverse(all);
        return all;
    }

    /** Records a decision, unless somebody else decided meanwhile; then says what. */
    public Member decide(UUID screening, NewDecision decision) {
        // One decision about an athlete at a time, whichever instance takes it, and none while groups are saved.
        lock("pg_advisory_xact_lock_shared", screening.toString());
        lock("pg_advisory_xact_lock", screening + "/" + decision.athlete());
        Member now = find(of(screening), decision.athlete());
        if (now.last().filter(decision.id()::equals).isPresent()) {
            return now;
        }
        if (!now.last().equals(decision.basedOn())) {
            throw Problem.conflict(
                            Code.DECIDED_MEANWHILE,
                            "Somebody else decided about this athlete meanwhile. Look at what stands now, then decide again.")
                    .with(
                            "now",
                            decisions(screening, decision.athlete()).stream().findFirst());
        }
        String reason = decision.reason().strip();
        Optional<Proposal.Place> place =
                switch (decision.kind()) {
                    case MOVE -> {
                        if (!Words.visible(reason)) {
                            throw Problem.invalid(
                                    Code.REASON_MISSING, "Say why: a move is kept with its reason.", "reason");
                        }
                        yield Optional.of(possible(
                                now,
                                decision.place()
                                        .orElseThrow(() -> Problem.invalid(
                                                Code.PLACE_MISSING, "Say where to: a focus and a rung.", "place")),
                                false));
                    }
                    case LOCK ->
                        Optional.of(now.place()
                                .orElseThrow(() ->
                                        Problem.invalid(Code.NO_PLACE, "There is no place to lock yet.", "kind")));
                    case RELEASE -> Optional.empty();
                };
        keep(screening, decision, now, place);
        entities.flush();
        return find(of(screening), decision.athlete());
    }

    private void keep(UUID screening, NewDecision decision, Member now, Optional<Proposal.Place> place) {
        Optional<Proposal.Place> proposed =
                now.proposal() instanceof Proposal.Placed placed ? Optional.of(placed.place()) : Optional.empty();
        entities.persist(new Decision(
                decision.id(),
                screening,
                decision.athlete(),
                decision.kind(),
                place,
                proposed,
                decision.reason().strip(),
                place.filter(p -> p.focus() != Focus.PROTECT)
                        .filter(p -> !held(now.proposal()).isEmpty())
                        .map(p -> answer(decision, now)),
                CurrentUser.required().account(),
                clock.instant()));
    }

    private void lock(String kind, String key) {
        jdbc.sql("select " + kind + "(hashtextextended(:key, 0))")
                .param("key", key)
                .query((row, n) -> 0)
                .single();
    }

    /**
     * Moves many at once, each with a decision of their own; all or nobody.
     *
     * @param to      where each of them goes; who stands there already stays without a decision
     * @param earned  whether training has shown what the screen could not, so that a rung may be harder than it allows
     * @param basedOn the last decision about anybody that the client knows
     */
    void move(UUID screening, Map<UUID, Proposal.Place> to, String reason, boolean earned, Optional<UUID> basedOn) {
        lock("pg_advisory_xact_lock", screening.toString());
        GroupsView now = of(screening);
        if (!now.latest().equals(basedOn)) {
            throw Problem.conflict(
                    Code.DECIDED_MEANWHILE,
                    "Somebody else decided about an athlete meanwhile. Look at what stands now, then form the groups again.");
        }
        for (Map.Entry<UUID, Proposal.Place> entry : to.entrySet()) {
            Member member = find(now, entry.getKey());
            if (member.place().filter(p -> p.focus() != Focus.PROTECT).isEmpty()) {
                throw Problem.conflict(
                                Code.HELD_BACK,
                                member.name()
                                        + " is held back or has no place yet, and trains in no group. Form the groups again.")
                        .with("athlete", member.name());
            }
            if (!member.place().get().equals(entry.getValue())) {
                possible(member, entry.getValue(), earned);
                keep(
                        screening,
                        new NewDecision(
                                UUID.randomUUID(),
                                member.athlete(),
                                Kind.MOVE,
                                Optional.of(entry.getValue()),
                                reason,
                                Optional.empty(),
                                member.last()),
                        member,
                        Optional.of(entry.getValue()));
            }
        }
        entities.flush();
    }

    private Proposal.Place possible(Member member, Proposal.Place place, boolean earned) {
        if (fit(member, place) instanceof Fit.Impossible impossible
                && !(earned && impossible.because() == Fit.Because.TOO_HARD)) {
            throw Problem.invalid(
                            Code.MOVE_IMPOSSIBLE,
                            switch (impossible.because()) {
                                case STOPPED_TODAY ->
                                    "Pain stopped the screen: nobody trains in another group before it is seen again.";
                                case TOO_HARD -> "That rung is more than one too hard for what was seen.";
                                case NO_SUCH_RUNG -> "This focus has no such rung.";
                                case CONTRAINDICATED -> "The exercise there must not be given to this athlete.";
                                default -> "This place cannot be had.";
                            },
                            "place")
                    .with("because", impossible.because())
                    .with("athlete", member.name());
        }
        return place;
    }

    /** Whether a decision that still answers every reason for holding back has placed the athlete elsewhere. */
    private static boolean standsOutside(Member member) {
        return member.place().filter(p -> p.focus() != Focus.PROTECT).isPresent();
    }

    /** Out of Protect only with a word on who cleared the athlete, and when. */
    private Answer answer(NewDecision decision, Member now) {
        Cleared cleared = decision.cleared()
                .or(() -> standsOutside(now) ? now.decision().flatMap(DecisionView::cleared) : Optional.empty())
                .orElseThrow(() -> Problem.invalid(
                        Code.CLEARANCE_MISSING, "Say who cleared the athlete, by role, and on which day.", "cleared"));
        LocalDate today = LocalDate.now(clock);
        if (cleared.on().isAfter(today) || cleared.on().isBefore(today.minusYears(1))) {
            throw Problem.invalid(
                    Code.CLEARANCE_DAY, "The day of the clearance lies within the last year.", "cleared.on");
        }
        return new Answer(Words.clean(cleared.by()), cleared.on(), held(now.proposal()));
    }

    private static Member find(GroupsView view, UUID athlete) {
        return view.everybody()
                .filter(m -> m.athlete().equals(athlete))
                .findFirst()
                .orElseThrow(() -> Problem.notFound("athlete in this screening"));
    }
}
