package rangordnung.server.paper;

import java.time.Clock;
import java.time.LocalDate;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import org.springframework.stereotype.Service;
import rangordnung.core.judgement.Ranking;
import rangordnung.core.link.Links;
import rangordnung.core.plan.HallPlan;
import rangordnung.core.plan.Timetable;
import rangordnung.core.protocol.Protocol;
import rangordnung.core.protocol.TestDefinition;
import rangordnung.core.training.Season;
import rangordnung.server.groups.Formations;
import rangordnung.server.groups.Groups;
import rangordnung.server.hall.Timetables;
import rangordnung.server.inventory.TrainingHalls;
import rangordnung.server.platform.Code;
import rangordnung.server.platform.Problem;
import rangordnung.server.protocols.Protocols;
import rangordnung.server.results.Results;
import rangordnung.server.roster.Rosters;
import rangordnung.server.screening.Asked;
import rangordnung.server.screening.HallSetup;
import rangordnung.server.screening.Halls;
import rangordnung.server.screening.Screenings;
import rangordnung.server.training.Blocks;
import rangordnung.server.training.TrainingSessions;

/** Gathers from the other rooms what a paper is made from, and nothing that it is not. */
@Service
class Material {

    private final Screenings screenings;
    private final Rosters rosters;
    private final Protocols protocols;
    private final Results results;
    private final Groups groups;
    private final Formations formations;
    private final Blocks blocks;
    private final TrainingSessions sessions;
    private final Halls halls;
    private final Timetables timetables;
    private final TrainingHalls trainingHalls;
    private final Clock clock;

    Material(
            Screenings screenings,
            Rosters rosters,
            Protocols protocols,
            Results results,
            Groups groups,
            Formations formations,
            Blocks blocks,
            TrainingSessions sessions,
            Halls halls,
            Timetables timetables,
            TrainingHalls trainingHalls,
            Clock clock) {
        this.screenings = screenings;
        this.rosters = rosters;
        this.protocols = protocols;
        this.results = results;
        this.groups = groups;
        this.formations = formations;
        this.blocks = blocks;
        this.sessions = sessions;
        this.halls = halls;
        this.timetables = timetables;
        this.trainingHalls = trainingHalls;
        this.clock = clock;
    }

    Screenings.ScreeningView screening(UUID id) {
        return screenings.visible(id);
    }

    String roster(UUID screening) {
        return rosters.team(screening(screening).team()).name();
    }

    List<Rosters.Member> members(UUID screening) {
        return rosters.members(screening(screening).team());
    }

    Protocol protocol(UUID screening) {
        Screenings.ScreeningView view = screening(screening);
        return protocols.get(view.protocol(), view.protocolVersion());
    }

    Occasion occasion(UUID screening) {
        return new Occasion(
                roster(screening),
                members(screening),
                groups.of(screening),
                formations.lastOf(screening),
                blocks.lastOf(screening),
                protocols.ladders());
    }

    Floor floor(UUID screening) {
        Screenings.ScreeningView view = screening(screening);
        Protocol protocol = protocol(screening);
        Asked asked = screenings.asked(view);
        List<Rosters.Member> members =
                members(screening).stream().filter(m -> asked.anything(m.id())).toList();
        Map<UUID, List<TestDefinition>> tests =
                members.stream().collect(Collectors.toMap(Rosters.Member::id, m -> asked.of(m.id(), protocol.tests())));
        HallSetup hall = halls.of(screening);
        HallPlan plan = hall.plan(Math.max(1, members.size()));
        List<Timetable.Slot> slots = timetables.of(plan).each().slots();
        return new Floor(
                roster(screening),
                view,
                protocol,
                hall,
                members,
                tests,
                slots,
                1 + slots.stream().mapToInt(Timetable.Slot::athlete).max().orElse(0));
    }

    /**
     * A session of the block of a screening.
     *
     * @param asked which; the next that takes place where nobody says, and the last once all are over
     */
    TrainingSessions.SessionView session(UUID screening, Optional<Integer> asked) {
        Blocks.BlockView block = block(screening);
        return sessions.session(
                block.id(), asked.orElseGet(() -> next(block.plan().block().sessions())));
    }

    private int next(List<Season.Session> all) {
        LocalDate today = LocalDate.now(clock);
        return IntStream.range(0, all.size())
                .filter(i -> all.get(i).takesPlace() && !all.get(i).day().isBefore(today))
                .findFirst()
                .orElse(all.size() - 1);
    }

    /** The block of a screening as it was saved last. */
    Blocks.BlockView block(UUID screening) {
        return blocks.lastOf(screening)
                .orElseThrow(() -> Problem.conflict(
                        Code.NO_BLOCK, "No training has been saved for this screening. Plan and save it first."));
    }

    /** The blocks of a screening, the oldest first; at least one. */
    List<Blocks.BlockView> revisions(UUID screening) {
        block(screening);
        return blocks.revisions(screening);
    }

    /** The hall in which a block is trained. */
    Optional<String> hall(Blocks.BlockView block) {
        return block.plan().hall().flatMap(trainingHalls::find).map(TrainingHalls.HallView::name);
    }

    /** The results of this screening and of those before it, the oldest first, each by its own protocol. */
    List<Results.Screen> history(UUID screening) {
        return screenings.upTo(screening(screening)).stream()
                .map(s -> results.of(s.id()))
                .toList();
    }

    Results.Screen results(UUID screening) {
        return results.of(screening);
    }

    /** The results of everybody, with the ranking and what explains them. */
    Judged judged(UUID screening) {
        Results.Screen screen = results.of(screening);
        return new Judged(
                screen,
                results.ranking(screen),
                new Links(screen.protocol(), protocols.linkRules(), protocols.certaintyRules()));
    }

    record Judged(Results.Screen screen, Ranking ranking, Links links) {}
}
