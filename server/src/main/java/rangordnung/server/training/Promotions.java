package rangordnung.server.training;

import java.time.Clock;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.UUID;
import java.util.function.Function;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import rangordnung.core.kit.Inventory;
import rangordnung.core.ladder.Ladders;
import rangordnung.core.placement.Proposal;
import rangordnung.core.training.Block;
import rangordnung.core.training.LoadHistory;
import rangordnung.core.training.Part;
import rangordnung.core.training.Promotion;
import rangordnung.core.training.Season;
import rangordnung.core.training.SessionRecord;
import rangordnung.core.training.TrainingFact;
import rangordnung.server.groups.Formations;
import rangordnung.server.groups.Groups;
import rangordnung.server.inventory.TrainingHalls;
import rangordnung.server.platform.StoredJson;
import rangordnung.server.protocols.Protocols;
import rangordnung.server.roster.Rosters;
import rangordnung.server.screening.Screenings;

/** Who goes up, stays, goes down or is referred after the sessions of the last block. */
@Service
@Transactional
public class Promotions {

    private final Blocks blocks;
    private final Screenings screenings;
    private final Formations formations;
    private final Groups groups;
    private final TrainingHalls halls;
    private final Rosters rosters;
    private final Protocols protocols;
    private final SessionStops stops;
    private final BlockRepository rows;
    private final StoredJson json;
    private final Clock clock;

    Promotions(
            Blocks blocks,
            Screenings screenings,
            Formations formations,
            Groups groups,
            TrainingHalls halls,
            Rosters rosters,
            Protocols protocols,
            SessionStops stops,
            BlockRepository rows,
            StoredJson json,
            Clock clock) {
        this.blocks = blocks;
        this.screenings = screenings;
        this.formations = formations;
        this.groups = groups;
        this.halls = halls;
        this.rosters = rosters;
        this.protocols = protocols;
        this.stops = stops;
        this.rows = rows;
        this.json = json;
        this.clock = clock;
    }

    /**
     * What is proposed for one athlete of the last block.
     *
     * @param rung  on which the athlete trains now
     * @param load  planned and done, by pattern and week
     * @param flags weeks of it that are looked at twice
     */
    public record PromotionView(
            UUID athlete,
            String name,
            int group,
            String rung,
            Promotion.Proposed proposed,
            List<LoadHistory.Line> load,
            List<LoadHistory.Flag> flags) {}

    /**
     * All of them.
     *
     * @param groups of the last formation, in the order in which the athletes count them
     * @param latest the last decision about anybody, which a promotion must name
     */
    public record PromotionsView(
            Screenings.ScreeningView screening,
            List<Blocks.BlockGroup> groups,
            List<PromotionView> athletes,
            Optional<UUID> latest) {}

    /** Somebody's place in the saved groups. */
    private record Placed(int group, String rung, Ladders.Ladder ladder) {}

    /** Everybody of the last block who still has a place. */
    @Transactional(readOnly = true)
    public PromotionsView of(UUID screening) {
        return of(screening, blocks.lastOf(screening));
    }

    /** The same where the last block of the screening has been read already. */
    PromotionsView of(UUID screening, Optional<Blocks.BlockView> block) {
        Screenings.ScreeningView view = screenings.visible(screening);
        Groups.GroupsView now = groups.of(screening);
        Optional<Formations.FormationView> formation = formations.lastOf(screening);
        if (block.isEmpty() || formation.isEmpty()) {
            return new PromotionsView(view, List.of(), List.of(), now.latest());
        }
        Map<UUID, Proposal.Placed> proposals = now.placed()
                .filter(m -> m.proposal() instanceof Proposal.Placed)
                .collect(Collectors.toMap(Groups.Member::athlete, m -> (Proposal.Placed) m.proposal()));
        Map<UUID, Placed> placed = placed(formation.get());
        Map<UUID, Rosters.Member> members = rosters.members(view.team()).stream()
                .collect(Collectors.toMap(Rosters.Member::id, Function.identity()));
        Map<UUID, List<TrainingFactRow>> facts =
                rows.facts(block.get().id()).stream().collect(Collectors.groupingBy(TrainingFactRow::athlete));
        Map<UUID, LocalDate> cleared = stops.cleared(view);
        boolean spotted = block.get()
                .plan()
                .hall()
                .flatMap(halls::find)
                .map(TrainingHalls.HallView::inventory)
                .map(Inventory::spotter)
                .orElse(true);
        Promotion promotion = new Promotion(
                protocols.ladders(),
                protocols.trainingRules(),
                protocols.get(view.protocol(), view.protocolVersion()).rules());
        List<PromotionView> athletes = block.get().plan().block().athletes().stream()
                .filter(p -> placed.containsKey(p.athlete())
                        && proposals.containsKey(p.athlete())
                        && members.containsKey(p.athlete()))
                .map(p -> {
                    UUID id = p.athlete();
                    List<Past> past = past(block.get().plan().block().sessions(), facts.getOrDefault(id, List.of()));
                    return promotion(
                            promotion,
                            Objects.requireNonNull(members.get(id)),
                            Objects.requireNonNull(proposals.get(id)),
                            Objects.requireNonNull(placed.get(id)),
                            Optional.ofNullable(cleared.get(id)),
                            spotted,
                            p,
                            past);
                })
                .toList();
        return new PromotionsView(
                view,
                formation.get().groups().stream()
                        .map(g -> new Blocks.BlockGroup(g.offer(), g.place(), g.supervisor()))
                        .toList(),
                athletes,
                now.latest());
    }

    private Map<UUID, Placed> placed(Formations.FormationView formation) {
        return IntStream.range(0, formation.groups().size())
                .boxed()
                .flatMap(g -> {
                    Formations.FormedGroup group = formation.groups().get(g);
                    Ladders.Ladder ladder =
                            protocols.ladders().ladderOf(group.offer().focus()).orElseThrow();
                    return group.members().stream().map(s -> Map.entry(s.athlete(), new Placed(g, s.rung(), ladder)));
                })
                .collect(Collectors.toMap(Map.Entry::getKey, Map.Entry::getValue));
    }

    /** A session that lies behind, with what came of it. */
    private record Past(Season.Session session, SessionRecord record) {

        boolean did(Part part, String exercise) {
            return record.done().stream()
                    .flatMap(List::stream)
                    .anyMatch(d -> d.part() == part && d.exercise().equals(exercise));
        }
    }

    private List<Past> past(List<Season.Session> sessions, List<TrainingFactRow> rows) {
        List<TrainingFact> facts =
                rows.stream().map(r -> json.read(r.body(), TrainingFact.class)).toList();
        LocalDate today = LocalDate.now(clock);
        List<Past> past = new ArrayList<>();
        for (int s = 0; s < sessions.size(); s++) {
            Season.Session session = sessions.get(s);
            SessionRecord record = SessionRecord.of(s, facts);
            boolean told = record.trained() || !record.pains().isEmpty();
            if (session.takesPlace() && (told || !session.day().isAfter(today))) {
                past.add(new Past(session, record));
            }
        }
        return past;
    }

    private PromotionView promotion(
            Promotion promotion,
            Rosters.Member member,
            Proposal.Placed proposal,
            Placed placed,
            Optional<LocalDate> cleared,
            boolean spotted,
            Block.Prescription one,
            List<Past> past) {
        Block.Work own = one.work().stream()
                .filter(w -> w.part() == one.own())
                .findFirst()
                .orElseThrow();
        String exercise = own.instead().isPresent() ? own.exercise() : placed.rung();
        List<Promotion.Held> held = past.stream()
                // what was done on another rung says nothing about this one
                .filter(p -> !p.record().pains().isEmpty() || p.did(one.own(), exercise))
                .map(p -> new Promotion.Held(
                        p.session().day(), one.own(), volume(own, p.session().week()), p.record()))
                .toList();
        LoadHistory history = new LoadHistory(protocols.ladders(), protocols.trainingRules(), member.kilograms());
        List<LoadHistory.Line> load = history.lines(past.stream()
                .flatMap(p -> one.work().stream().map(w -> entry(p, w)))
                .toList());
        return new PromotionView(
                one.athlete(),
                member.name().full(),
                placed.group(),
                placed.rung(),
                promotion.of(placed.ladder(), placed.rung(), proposal.bounds(), one.pains(), cleared, spotted, held),
                load,
                history.flags(load));
    }

    private static int volume(Block.Work work, int week) {
        return work.byWeek().get(Math.min(week, work.byWeek().size() - 1)).volume();
    }

    private static LoadHistory.Entry entry(Past past, Block.Work work) {
        Optional<TrainingFact.Done> done = past.record().done().stream()
                .flatMap(List::stream)
                .filter(d -> d.part() == work.part())
                .findFirst();
        return new LoadHistory.Entry(
                past.session().day(),
                work.exercise(),
                volume(work, past.session().week()),
                done.map(d -> d.sets() * d.each()).orElse(0),
                done.flatMap(TrainingFact.Done::kilograms).orElse(0.0));
    }
}
