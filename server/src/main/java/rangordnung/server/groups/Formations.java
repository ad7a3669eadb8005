package rangordnung.server.groups;

import jakarta.persistence.EntityManager;
import java.time.Clock;
import java.time.Instant;
import java.time.LocalDate;
import java.time.temporal.ChronoUnit;
import java.util.Collections;
import java.util.Comparator;
import java.util.HashMap;
import java.util.IntSummaryStatistics;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.function.Function;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import rangordnung.core.Words;
import rangordnung.core.kit.Inventory;
import rangordnung.core.ladder.Focus;
import rangordnung.core.ladder.Ladders;
import rangordnung.core.placement.Assignment;
import rangordnung.core.placement.Changes;
import rangordnung.core.placement.GroupLimits;
import rangordnung.core.placement.Offer;
import rangordnung.core.placement.Proposal;
import rangordnung.server.accounts.Accounts;
import rangordnung.server.inventory.TrainingHalls;
import rangordnung.server.platform.Code;
import rangordnung.server.platform.CurrentUser;
import rangordnung.server.platform.Problem;
import rangordnung.server.platform.StoredJson;
import rangordnung.server.protocols.Protocols;
import rangordnung.server.roster.Rosters;
import rangordnung.server.screening.Screenings;

/** Groups that fit a hall: what the solver finds, what a change would give, and what the lead has saved. */
@Service
@Transactional
public class Formations {

    /**
     * Effort of each round, in units of the solver's own clock: the first answers at once, the last goes on until a proof is found
     * or nobody would wait any longer (house convention).
     */
    private static final List<Double> ROUNDS = List.of(0.5, 3.0, 12.0);

    /** Of each question about one change (house convention). */
    private static final double EFFORT_OF_CHANGES = 0.5;

    private final Groups groups;
    private final Screenings screenings;
    private final Protocols protocols;
    private final Rosters rosters;
    private final TrainingHalls halls;
    private final Accounts accounts;
    private final FormationRepository rows;
    private final EntityManager entities;
    private final StoredJson json;
    private final Clock clock;

    Formations(
            Groups groups,
            Screenings screenings,
            Protocols protocols,
            Rosters rosters,
            TrainingHalls halls,
            Accounts accounts,
            FormationRepository rows,
            EntityManager entities,
            StoredJson json,
            Clock clock) {
        this.groups = groups;
        this.screenings = screenings;
        this.protocols = protocols;
        this.rosters = rosters;
        this.halls = halls;
        this.accounts = accounts;
        this.rows = rows;
        this.entities = entities;
        this.json = json;
        this.clock = clock;
    }

    /**
     * What holds for the groups, as it is sent: see {@link GroupLimits}.
     *
     * @param hall whose kit, places and supervisors limit the groups
     */
    public record Wishes(
            int groups,
            int smallest,
            int largest,
            int rungs,
            Optional<UUID> hall,
            Optional<Inventory.Hours> session,
            List<List<UUID>> together,
            List<List<UUID>> apart,
            List<Integer> ages) {}

    /**
     * An athlete in a group, on a rung.
     *
     * @param earned whether training has shown that the athlete stands there, whatever the screen could show
     */
    public record Seat(UUID athlete, String rung, boolean earned) {

        Proposal.Place place(Focus focus) {
            return new Proposal.Place(focus, Optional.of(rung));
        }
    }

    /**
     * A group as it is kept.
     *
     * @param place      where in the hall it trains
     * @param supervisor who leads it
     */
    public record FormedGroup(Offer offer, Optional<String> place, Optional<String> supervisor, List<Seat> members) {}

    /** Groups that were saved, with the limits that they were formed under. */
    public record FormationView(UUID id, Wishes wishes, List<FormedGroup> groups, String author, Instant at) {}

    /** As it is stored; members have rows of their own, so that an athlete can be erased. */
    private record Body(Wishes wishes, List<FormedGroup> groups) {}

    /**
     * Which groups to open and who goes where.
     *
     * @param round of growing effort, from 0
     */
    @Transactional(readOnly = true)
    public Assignment.Result formed(UUID screening, Wishes wishes, int round) {
        return assignment()
                .form(
                        candidates(screening),
                        limits(wishes),
                        ROUNDS.get(Math.max(0, Math.min(round, ROUNDS.size() - 1))));
    }

    /** What one change of the limits would give. */
    @Transactional(readOnly = true)
    public List<Changes.Change> changes(UUID screening, Wishes wishes) {
        GroupLimits limits = limits(wishes);
        List<Assignment.Candidate> candidates = candidates(screening);
        return new Changes(assignment(), EFFORT_OF_CHANGES)
                .of(candidates, limits, assignment().form(candidates, limits, EFFORT_OF_CHANGES));
    }

    /** What each of some groups would be for an athlete, in the order of the groups. */
    public record WeighedAthlete(UUID athlete, List<Assignment.Weighed> offers) {}

    /** What each of some groups would be for athletes; who has no place in this screening is left out. */
    @Transactional(readOnly = true)
    public List<WeighedAthlete> weighed(UUID screening, Set<UUID> athletes, List<Offer> offers, Wishes wishes) {
        offers.forEach(this::known);
        GroupLimits limits = limits(wishes);
        return candidates(screening).stream()
                .filter(c -> athletes.contains(c.athlete()))
                .map(c -> new WeighedAthlete(c.athlete(), assignment().weigh(c, offers, limits)))
                .toList();
    }

    private Assignment assignment() {
        return new Assignment(protocols.ladders(), protocols.placementRules().costs());
    }

    private GroupLimits limits(Wishes wishes) {
        return limits(wishes, wishes.hall().map(id -> halls.get(id).inventory()));
    }

    private static GroupLimits limits(Wishes wishes, Optional<Inventory> inventory) {
        return new GroupLimits(
                wishes.groups(),
                wishes.smallest(),
                wishes.largest(),
                wishes.rungs(),
                inventory,
                wishes.session(),
                wishes.together(),
                wishes.apart(),
                wishes.ages());
    }

    /** What the lead has locked stays, a move is changed only for what is worth more; whoever has no place yet is left out. */
    private List<Assignment.Candidate> candidates(UUID screening) {
        Groups.GroupsView now = groups.of(screening);
        Map<UUID, Integer> ages = ages(now);
        Map<UUID, Saved> saved = last(screening).map(Formations::saved).orElse(Map.of());
        return now.placed()
                .flatMap(m -> m.proposal() instanceof Proposal.Placed placed
                        ? Stream.of(candidate(
                                m,
                                placed,
                                Optional.ofNullable(saved.get(m.athlete())),
                                Optional.ofNullable(ages.get(m.athlete()))))
                        : Stream.empty())
                .sorted(Comparator.comparing(Assignment.Candidate::athlete))
                .toList();
    }

    /** What was earned in training counts as the athlete's own rung; else re-forming would take it back. */
    private static Assignment.Candidate candidate(
            Groups.Member member, Proposal.Placed placed, Optional<Saved> saved, Optional<Integer> age) {
        return new Assignment.Candidate(
                member.athlete(),
                saved.filter(s -> s.seat().earned() && s.focus() == placed.focus())
                        .map(s -> placed.at(s.seat().rung()))
                        .orElse(placed),
                placedBy(member, Groups.Kind.LOCK),
                placedBy(member, Groups.Kind.MOVE)
                        .or(() -> saved.map(s -> s.seat().place(s.focus()))),
                age);
    }

    /** Somebody's seat in the groups that were saved last. */
    private record Saved(Focus focus, Seat seat) {}

    private static Map<UUID, Saved> saved(FormationView formation) {
        return formation.groups().stream()
                .flatMap(g -> g.members().stream().map(s -> new Saved(g.offer().focus(), s)))
                .collect(Collectors.toMap(s -> s.seat().athlete(), Function.identity()));
    }

    private Map<UUID, Integer> ages(Groups.GroupsView now) {
        LocalDate on = now.screening().heldOn();
        Map<UUID, Integer> ages = new HashMap<>();
        rosters.members(now.screening().team()).forEach(m -> m.age(on).ifPresent(age -> ages.put(m.id(), age)));
        return ages;
    }

    /** Where a decision of a kind holds somebody. */
    private static Optional<Proposal.Place> placedBy(Groups.Member member, Groups.Kind kind) {
        return member.decision().filter(d -> d.kind() == kind).flatMap(d -> member.place());
    }

    /** The groups of a screening that were saved last. */
    @Transactional(readOnly = true)
    public Optional<FormationView> lastOf(UUID screening) {
        screenings.visible(screening);
        return last(screening);
    }

    /** When groups of a screening were saved last. */
    @Transactional(readOnly = true)
    public Optional<Instant> savedAt(UUID screening) {
        return rows.findFirstByScreeningOrderBySequenceDesc(screening).map(Formation::at);
    }

    private Optional<FormationView> last(UUID screening) {
        return rows.findFirstByScreeningOrderBySequenceDesc(screening).map(this::view);
    }

    private FormationView view(Formation row) {
        Body body = json.read(row.body(), Body.class);
        Map<Integer, List<Seat>> members = rows.members(row.id()).stream()
                .collect(Collectors.groupingBy(
                        FormationMember::group,
                        Collectors.mapping(m -> new Seat(m.athlete(), m.rung(), m.earned()), Collectors.toList())));
        return new FormationView(
                row.id(),
                body.wishes(),
                IntStream.range(0, body.groups().size())
                        .mapToObj(g -> with(body.groups().get(g), members.getOrDefault(g, List.of())))
                        .toList(),
                accounts.names().getOrDefault(row.author(), "?"),
                row.at());
    }

    /** The group with its members from the easiest rung to the hardest. */
    private static FormedGroup with(FormedGroup group, List<Seat> members) {
        return new FormedGroup(
                group.offer(),
                group.place(),
                group.supervisor(),
                members.stream()
                        .sorted(Comparator.comparingInt(
                                        (Seat s) -> group.offer().rungs().indexOf(s.rung()))
                                .thenComparing(Seat::athlete))
                        .toList());
    }

    /**
     * Saves groups, with a decision for each who stands elsewhere now.
     *
     * @param id      made by the client; sending it twice changes nothing
     * @param basedOn the last decision about anybody that the client knows
     */
    public FormationView save(
            UUID screening, UUID id, Wishes wishes, List<FormedGroup> formed, String reason, Optional<UUID> basedOn) {
        Map<UUID, Saved> before = lastOf(screening).map(Formations::saved).orElse(Map.of());
        return save(
                screening,
                id,
                wishes,
                formed.stream().map(g -> carried(g, before)).toList(),
                reason,
                false,
                basedOn);
    }

    /** Whoever stays on a rung that was earned has it still. */
    private static FormedGroup carried(FormedGroup group, Map<UUID, Saved> before) {
        return with(
                group,
                group.members().stream()
                        .map(s -> Optional.ofNullable(before.get(s.athlete()))
                                .filter(b -> b.seat().earned()
                                        && b.seat()
                                                .place(b.focus())
                                                .equals(s.place(group.offer().focus())))
                                .map(Saved::seat)
                                .orElse(s))
                        .toList());
    }

    /**
     * Saves the last groups with other rungs for those who were promoted or go a step back.
     *
     * @param rungs of each of them, at most one step outside of what the group trains
     */
    public FormationView promote(
            UUID screening, UUID id, Map<UUID, String> rungs, String reason, Optional<UUID> basedOn) {
        FormationView last = lastOf(screening).orElseThrow(() -> Problem.notFound("group of this screening"));
        return save(
                screening,
                id,
                last.wishes(),
                last.groups().stream().map(g -> promoted(g, rungs)).toList(),
                reason,
                true,
                basedOn);
    }

    private FormedGroup promoted(FormedGroup group, Map<UUID, String> rungs) {
        Ladders.Ladder ladder =
                protocols.ladders().ladderOf(group.offer().focus()).orElseThrow();
        List<Seat> members = group.members().stream()
                .map(s -> rungs.containsKey(s.athlete())
                        ? new Seat(s.athlete(), step(ladder, s.rung(), rungs.get(s.athlete())), true)
                        : s)
                .toList();
        IntSummaryStatistics trained = Stream.concat(
                        group.offer().rungs().stream(), members.stream().map(Seat::rung))
                .flatMap(r -> ladder.position(r).stream())
                .mapToInt(Integer::intValue)
                .summaryStatistics();
        return new FormedGroup(
                new Offer(
                        group.offer().focus(),
                        ladder.rungs().subList(trained.getMin(), trained.getMax() + 1),
                        group.offer().years()),
                group.place(),
                group.supervisor(),
                members);
    }

    /** One step at a time, up or down. */
    private static String step(Ladders.Ladder ladder, String from, String to) {
        return ladder.position(to)
                .filter(at -> Math.abs(at - ladder.rungs().indexOf(from)) <= 1)
                .map(at -> to)
                .orElseThrow(() -> Problem.invalid(
                        Code.MOVE_IMPOSSIBLE, "A rung changes by one step at a time, up or down.", "rungs"));
    }

    private FormationView save(
            UUID screening,
            UUID id,
            Wishes wishes,
            List<FormedGroup> formed,
            String reason,
            boolean earned,
            Optional<UUID> basedOn) {
        Optional<Formation> sent = rows.findById(id);
        if (sent.isPresent()) {
            return view(sent.get());
        }
        limits(wishes, Optional.empty());
        formed.forEach(g -> known(g.offer()));
        if (!Words.visible(reason)) {
            throw Problem.invalid(Code.REASON_MISSING, "Say why: a move is kept with its reason.", "reason");
        }
        groups.move(screening, places(formed), reason, earned, basedOn);
        Formation row = new Formation(
                id,
                screening,
                json.write(new Body(
                        wishes, formed.stream().map(g -> with(g, List.of())).toList())),
                CurrentUser.required().account(),
                clock.instant().truncatedTo(ChronoUnit.MICROS));
        entities.persist(row);
        entities.flush();
        for (int g = 0; g < formed.size(); g++) {
            int at = g;
            formed.get(g)
                    .members()
                    .forEach(m -> entities.persist(new FormationMember(id, m.athlete(), at, m.rung(), m.earned())));
        }
        entities.flush();
        return view(row);
    }

    /** Where everybody goes; each athlete in one group, on one of its rungs. */
    private static Map<UUID, Proposal.Place> places(List<FormedGroup> formed) {
        Map<UUID, Proposal.Place> places = new LinkedHashMap<>();
        for (FormedGroup group : formed) {
            for (Seat seat : group.members()) {
                Proposal.Place place = seat.place(group.offer().focus());
                if (places.put(seat.athlete(), place) != null) {
                    throw Problem.invalid(Code.ATHLETE_TWICE, "An athlete stands in two groups.", "groups");
                }
                if (!group.offer().rungs().contains(seat.rung())) {
                    throw Problem.invalid(
                            Code.MOVE_IMPOSSIBLE,
                            "A group does not train on the rung of one of its members.",
                            "groups");
                }
            }
        }
        return places;
    }

    private void known(Offer offer) {
        boolean neighbours = protocols
                .ladders()
                .ladderOf(offer.focus())
                .filter(l -> !offer.rungs().isEmpty() && Collections.indexOfSubList(l.rungs(), offer.rungs()) >= 0)
                .isPresent();
        if (!neighbours) {
            throw Problem.invalid(
                    Code.MOVE_IMPOSSIBLE, "A group trains neighbouring rungs of the ladder of its focus.", "groups");
        }
    }
}
