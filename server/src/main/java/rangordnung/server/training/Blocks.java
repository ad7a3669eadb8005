package rangordnung.server.training;

import jakarta.persistence.EntityManager;
import java.time.Clock;
import java.time.Instant;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import rangordnung.core.kit.Inventory;
import rangordnung.core.ladder.Focus;
import rangordnung.core.placement.Offer;
import rangordnung.core.placement.Proposal;
import rangordnung.core.placement.Teaching;
import rangordnung.core.training.Block;
import rangordnung.core.training.BlockPlanner;
import rangordnung.core.training.Part;
import rangordnung.core.training.Season;
import rangordnung.server.accounts.Accounts;
import rangordnung.server.groups.Formations;
import rangordnung.server.groups.Groups;
import rangordnung.server.inventory.TrainingHalls;
import rangordnung.server.platform.Code;
import rangordnung.server.platform.CurrentUser;
import rangordnung.server.platform.Problem;
import rangordnung.server.platform.StoredJson;
import rangordnung.server.protocols.Protocols;
import rangordnung.server.screening.Facts;
import rangordnung.server.screening.Screenings;

/** Blocks of the groups that were saved: tried, saved, and as they stand. */
@Service
@Transactional
public class Blocks {

    private final Screenings screenings;
    private final Groups groups;
    private final Formations formations;
    private final TrainingHalls halls;
    private final Protocols protocols;
    private final Facts facts;
    private final Accounts accounts;
    private final BlockRepository rows;
    private final EntityManager entities;
    private final StoredJson json;
    private final Clock clock;

    Blocks(
            Screenings screenings,
            Groups groups,
            Formations formations,
            TrainingHalls halls,
            Protocols protocols,
            Facts facts,
            Accounts accounts,
            BlockRepository rows,
            EntityManager entities,
            StoredJson json,
            Clock clock) {
        this.screenings = screenings;
        this.groups = groups;
        this.formations = formations;
        this.halls = halls;
        this.protocols = protocols;
        this.facts = facts;
        this.accounts = accounts;
        this.rows = rows;
        this.entities = entities;
        this.json = json;
        this.clock = clock;
    }

    /**
     * A group of a block.
     *
     * @param place      where in the hall it trains
     * @param supervisor who leads it
     */
    public record BlockGroup(Offer offer, Optional<String> place, Optional<String> supervisor) {}

    /**
     * A block before it is saved.
     *
     * @param hall   whose kit is given out
     * @param places of the hall, for its map
     * @param out    held back since the groups were saved: they do not train
     */
    public record BlockPlan(
            Season season,
            Optional<UUID> hall,
            List<Inventory.Place> places,
            List<BlockGroup> groups,
            Block block,
            List<UUID> out) {}

    /**
     * A block that was saved.
     *
     * @param outdated whether groups were saved after it
     */
    public record BlockView(UUID id, UUID screening, BlockPlan plan, String author, Instant at, boolean outdated) {}

    /** As it is stored; the prescriptions have rows of their own, so that an athlete can be erased. */
    private record Body(
            Season season,
            Optional<UUID> hall,
            List<Inventory.Place> places,
            List<BlockGroup> groups,
            List<Season.Session> sessions,
            Season.Session retest,
            List<List<Part>> orders,
            List<Block.Shortage> shortages) {}

    /** What the block would be; nothing is kept. */
    @Transactional(readOnly = true)
    public BlockPlan plan(UUID screening, Season season) {
        Formations.FormationView formation = formations
                .lastOf(screening)
                .orElseThrow(() -> Problem.conflict(
                        Code.NO_GROUPS, "No groups have been saved for this screening. Form and save them first."));
        Map<UUID, Groups.Member> members =
                groups.of(screening).placed().collect(Collectors.toMap(Groups.Member::athlete, Function.identity()));
        Map<UUID, Facts.AthleteBook> books = facts.books(screening);
        List<UUID> out = new ArrayList<>();
        List<List<BlockPlanner.Trainee>> trainees = formation.groups().stream()
                .map(g -> g.members().stream()
                        .flatMap(seat -> {
                            Optional<BlockPlanner.Trainee> trainee =
                                    trainee(Optional.ofNullable(members.get(seat.athlete())), g, seat, books);
                            if (trainee.isEmpty()) {
                                out.add(seat.athlete());
                            }
                            return trainee.stream();
                        })
                        .toList())
                .toList();
        Optional<Inventory> inventory =
                formation.wishes().hall().flatMap(halls::find).map(TrainingHalls.HallView::inventory);
        Block block = new BlockPlanner(
                        protocols.ladders(),
                        protocols.placementRules(),
                        protocols.trainingRules(),
                        new Teaching(protocols.teachingRules(), protocols.ladders()))
                .plan(season, trainees, inventory);
        return new BlockPlan(
                season,
                formation.wishes().hall(),
                inventory.map(Inventory::places).orElse(List.of()),
                formation.groups().stream()
                        .map(g -> new BlockGroup(g.offer(), g.place(), g.supervisor()))
                        .toList(),
                block,
                out);
    }

    /** Somebody who trains; empty for who is held back by now. */
    private static Optional<BlockPlanner.Trainee> trainee(
            Optional<Groups.Member> member,
            Formations.FormedGroup group,
            Formations.Seat seat,
            Map<UUID, Facts.AthleteBook> books) {
        return member.filter(
                        m -> m.place().filter(p -> p.focus() != Focus.PROTECT).isPresent())
                .flatMap(m -> m.proposal() instanceof Proposal.Placed placed ? Optional.of(placed) : Optional.empty())
                .map(placed -> new BlockPlanner.Trainee(
                        seat.athlete(),
                        placed,
                        group.offer().focus(),
                        seat.rung(),
                        books.getOrDefault(seat.athlete(), Facts.AthleteBook.EMPTY)
                                .book()));
    }

    /**
     * Saves the block as it would be now.
     *
     * @param id made by the client; sending it twice changes nothing
     */
    public BlockView save(UUID screening, UUID id, Season season) {
        screenings.visible(screening);
        Optional<TrainingBlock> sent = rows.findById(id);
        if (sent.isPresent()) {
            return view(sent.get());
        }
        BlockPlan plan = plan(screening, season);
        Block block = plan.block();
        TrainingBlock row = new TrainingBlock(
                id,
                screening,
                json.write(new Body(
                        season,
                        plan.hall(),
                        plan.places(),
                        plan.groups(),
                        block.sessions(),
                        block.retest(),
                        block.orders(),
                        block.shortages())),
                CurrentUser.required().account(),
                clock.instant().truncatedTo(ChronoUnit.MICROS));
        entities.persist(row);
        entities.flush();
        for (int i = 0; i < block.athletes().size(); i++) {
            Block.Prescription one = block.athletes().get(i);
            entities.persist(new PrescriptionRow(id, one.athlete(), i, json.write(one)));
        }
        entities.flush();
        return view(row);
    }

    /** The block of a screening that was saved last. */
    @Transactional(readOnly = true)
    public Optional<BlockView> lastOf(UUID screening) {
        screenings.visible(screening);
        return rows.findFirstByScreeningOrderBySequenceDesc(screening).map(this::view);
    }

    /** All blocks that were saved for a screening, the oldest first. */
    @Transactional(readOnly = true)
    public List<BlockView> revisions(UUID screening) {
        screenings.visible(screening);
        return rows.findByScreeningOrderBySequence(screening).stream()
                .map(this::view)
                .toList();
    }

    /** A block, if the one who asks may see its screening. */
    @Transactional(readOnly = true)
    public BlockView get(UUID id) {
        TrainingBlock row = rows.findById(id).orElseThrow(() -> Problem.notFound("training block"));
        screenings.visible(row.screening());
        return view(row);
    }

    private BlockView view(TrainingBlock row) {
        Body body = json.read(row.body(), Body.class);
        List<Block.Prescription> athletes = rows.prescriptions(row.id()).stream()
                .map(p -> json.read(p.body(), Block.Prescription.class))
                .toList();
        return new BlockView(
                row.id(),
                row.screening(),
                new BlockPlan(
                        body.season(),
                        body.hall(),
                        body.places(),
                        body.groups(),
                        new Block(body.sessions(), body.retest(), athletes, body.orders(), body.shortages()),
                        List.of()),
                accounts.names().getOrDefault(row.author(), "?"),
                row.at(),
                formations.savedAt(row.screening()).filter(row.at()::isBefore).isPresent());
    }
}
