package rangordnung.server.results;

import java.time.Instant;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Collections;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import java.util.UUID;
import java.util.stream.Stream;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RestController;
import rangordnung.core.body.Side;
import rangordnung.core.body.Sided;
import rangordnung.core.body.TrainingStance;
import rangordnung.core.judgement.Change;
import rangordnung.core.judgement.Course;
import rangordnung.core.judgement.CriterionResult;
import rangordnung.core.judgement.Estimate;
import rangordnung.core.judgement.Finding;
import rangordnung.core.judgement.KnownBody;
import rangordnung.core.judgement.MovementIndex;
import rangordnung.core.judgement.PersonalSetUp;
import rangordnung.core.judgement.Ranking;
import rangordnung.core.judgement.Reading;
import rangordnung.core.judgement.ScreenResult;
import rangordnung.core.judgement.TestResult;
import rangordnung.core.link.LinkReport;
import rangordnung.core.link.Links;
import rangordnung.core.placement.Placer;
import rangordnung.core.placement.Proposal;
import rangordnung.core.protocol.Conditions;
import rangordnung.core.protocol.DepthStatus;
import rangordnung.core.protocol.Grade;
import rangordnung.core.protocol.Protocol;
import rangordnung.core.protocol.Rules;
import rangordnung.core.record.Attendance;
import rangordnung.core.record.Fact;
import rangordnung.core.safety.Clearance;
import rangordnung.core.safety.PainReport;
import rangordnung.server.accounts.Accounts;
import rangordnung.server.platform.CurrentUser;
import rangordnung.server.platform.Problem;
import rangordnung.server.platform.Replica;
import rangordnung.server.protocols.Protocols;
import rangordnung.server.roster.Rosters;
import rangordnung.server.screening.Asked;
import rangordnung.server.screening.Screenings;

@RestController
class ResultController {

    /** What a cell of a strip shows: a grade, or one of the states without one. */
    enum Cell {
        NONE,
        SLIGHT,
        MARKED,
        SEVERE,
        NOT_ASSESSABLE,
        NOT_TESTED,
        ABSENT,
        EXCUSED,
        STOPPED
    }

    /**
     * A stored fact that cannot be read; the lead takes it back and has it noted again.
     *
     * @param author who wrote it
     */
    record SetAsideView(UUID fact, UUID athlete, String name, String author, Instant at) {}

    /**
     * One athlete on one line; the cells stand in the order of the columns.
     *
     * @param incident number of the incident, where the athlete could not be judged
     */
    record Strip(
            UUID athlete,
            String name,
            Optional<String> incident,
            MovementIndex index,
            boolean pain,
            boolean refer,
            boolean flagged,
            List<Sided<Cell>> cells) {}

    /** A column of the strips. */
    record StripColumn(String test, String criterion) {}

    record StripsView(
            Screenings.ScreeningView screening,
            List<StripColumn> columns,
            List<Strip> strips,
            List<SetAsideView> setAside) {}

    /**
     * A ranked athlete.
     *
     * @param index as it was seen
     * @param low   lower end of the true index
     * @param high  upper end of it
     * @param from  best place that is likely
     * @param to    worst place that is likely
     */
    record RankedAthlete(
            UUID athlete, String name, double index, double low, double high, int from, int to, boolean attention) {}

    /**
     * Athletes whom the data cannot tell apart.
     *
     * @param band    1 for the highest; empty where there are no bands
     * @param between whether they stand between this band and the next
     */
    record RankedGroup(Optional<Integer> band, boolean between, List<RankedAthlete> athletes) {}

    /** @param incident number of the incident, where the athlete could not be judged */
    record UnrankedAthlete(UUID athlete, String name, MovementIndex.Reason reason, Optional<String> incident) {}

    /**
     * @param reliability share of the differences that is not noise
     * @param bands       how many groups the data can tell apart; 0 for none
     * @param edges       between them
     * @param secondLook  the reliability after a second look at everybody
     * @param groups      bands and those between them, the highest first
     */
    record RankingView(
            Screenings.ScreeningView screening,
            double reliability,
            int bands,
            List<Double> edges,
            double secondLook,
            List<RankedGroup> groups,
            List<UnrankedAthlete> unranked) {}

    /**
     * A criterion of one athlete, with its change since the screening before.
     *
     * @param byEye what was seen by eye, where a measured value counts and says otherwise beyond the noise of both
     */
    record CriterionView(
            String criterion,
            Sided<Finding> findings,
            Optional<Side> direction,
            Sided<Optional<Change>> changes,
            Sided<Optional<Reading>> readings,
            List<CriterionResult.Told> told,
            Sided<Optional<Grade>> byEye) {}

    record TestView(
            String test,
            Optional<Conditions> conditions,
            boolean voided,
            List<Fact.Flag> flags,
            Optional<DepthStatus> depth,
            Optional<Side> worseSide,
            Sided<Optional<Estimate>> deviations,
            List<CriterionView> criteria) {}

    record HistoryPoint(UUID screening, String name, LocalDate heldOn, MovementIndex index) {}

    record AthleteResult(
            Screenings.ScreeningView screening,
            UUID athlete,
            String name,
            Optional<String> incident,
            List<SetAsideView> setAside,
            Clearance clearance,
            Optional<Attendance> attendance,
            List<PainReport> pains,
            boolean stopped,
            boolean refer,
            MovementIndex index,
            Optional<Change> change,
            List<TestView> tests,
            PersonalSetUp personal,
            Optional<TrainingStance> stance,
            Optional<Proposal.Size> rearFootBox,
            List<HistoryPoint> history,
            List<Course> courses,
            LinkReport links,
            Proposal proposal) {}

    private final Results results;
    private final Screenings screenings;
    private final Rosters rosters;
    private final Protocols protocols;
    private final Accounts accounts;
    private final Replica replica;

    ResultController(
            Results results,
            Screenings screenings,
            Rosters rosters,
            Protocols protocols,
            Accounts accounts,
            Replica replica) {
        this.results = results;
        this.screenings = screenings;
        this.rosters = rosters;
        this.protocols = protocols;
        this.accounts = accounts;
        this.replica = replica;
    }

    @GetMapping("/api/screenings/{id}/results")
    StripsView strips(@PathVariable UUID id) {
        return replica.read(() -> stripsOf(id));
    }

    private StripsView stripsOf(UUID id) {
        Results.Screen screen = results.of(id);
        List<StripColumn> columns = screen.protocol().tests().stream()
                .flatMap(t -> t.criteria().stream().map(c -> new StripColumn(t.id(), c.id())))
                .toList();
        Links links = links(screen.protocol());
        Asked asked = screenings.asked(screen.screening());
        List<Strip> strips = screen.athletes().stream()
                .filter(a -> asked.anything(a.athlete().id()) || a.result().looked())
                .map(a -> strip(a, links))
                .toList();
        return new StripsView(screen.screening(), columns, strips, setAside(screen.athletes()));
    }

    private List<SetAsideView> setAside(List<Results.Screened> athletes) {
        if (athletes.stream().allMatch(a -> a.setAside().isEmpty())) {
            return List.of();
        }
        Map<UUID, String> authors = accounts.names();
        return athletes.stream()
                .flatMap(a -> a.setAside().stream()
                        .map(s -> new SetAsideView(
                                s.fact(),
                                s.athlete(),
                                a.athlete().name().full(),
                                authors.getOrDefault(s.author(), "?"),
                                s.at())))
                .toList();
    }

    private Links links(Protocol protocol) {
        return new Links(protocol, protocols.linkRules(), protocols.certaintyRules());
    }

    private static Strip strip(Results.Screened screened, Links links) {
        ScreenResult result = screened.result();
        List<Sided<Cell>> cells = result.criteria()
                .map(c -> c.findings().map(ResultController::cell))
                .toList();
        boolean flagged = result.tests().stream().anyMatch(t -> !t.flags().isEmpty());
        return new Strip(
                screened.athlete().id(),
                screened.athlete().name().full(),
                screened.incident(),
                result.index(),
                !result.pains().isEmpty(),
                links.refers(result, screened.athlete().clearance()),
                flagged,
                cells);
    }

    private static Cell cell(Finding finding) {
        if (finding instanceof Finding.Graded graded) {
            return switch (graded.grade()) {
                case NONE -> Cell.NONE;
                case SLIGHT -> Cell.SLIGHT;
                case MARKED -> Cell.MARKED;
                case SEVERE -> Cell.SEVERE;
            };
        }
        return finding instanceof Finding.NotAssessable
                ? Cell.NOT_ASSESSABLE
                : finding instanceof Finding.NotTested
                        ? Cell.NOT_TESTED
                        : finding instanceof Finding.Absent
                                ? Cell.ABSENT
                                : finding instanceof Finding.Excused ? Cell.EXCUSED : Cell.STOPPED;
    }

    /** The ranking, for the lead only: it never leaves their hands. */
    @GetMapping("/api/screenings/{id}/ranking")
    RankingView ranking(@PathVariable UUID id) {
        return replica.read(() -> rankingOf(id));
    }

    private RankingView rankingOf(UUID id) {
        Results.Screen screen = results.of(id);
        List<UnrankedAthlete> unranked = screen.athletes().stream()
                .flatMap(s -> s.result().index() instanceof MovementIndex.Unknown unknown
                        ? Stream.of(new UnrankedAthlete(
                                s.athlete().id(), s.athlete().name().full(), unknown.reason(), s.incident()))
                        : Stream.empty())
                .toList();
        Ranking ranking = results.ranking(screen);
        record Stair(Optional<Integer> band, boolean between) {}
        Map<Stair, List<RankedAthlete>> stairs = new TreeMap<>(
                Comparator.comparing((Stair s) -> s.band().orElse(0)).thenComparing(Stair::between));
        ranking.placed().forEach(p -> stairs.computeIfAbsent(new Stair(p.band(), p.between()), s -> new ArrayList<>())
                .add(new RankedAthlete(
                        p.entrant().athlete(),
                        p.entrant().name(),
                        p.entrant().index(),
                        p.low(),
                        p.high(),
                        p.from(),
                        p.to(),
                        p.attention())));
        return new RankingView(
                screen.screening(),
                ranking.reliability(),
                ranking.bands(),
                ranking.edges(),
                ranking.secondLook(),
                stairs.entrySet().stream()
                        .map(e -> new RankedGroup(e.getKey().band(), e.getKey().between(), e.getValue()))
                        .toList(),
                unranked);
    }

    /** Everything one screening says of one athlete, with its origins, the screening before and the proposal. */
    @GetMapping("/api/screenings/{id}/results/{athlete}")
    @Transactional
    AthleteResult athlete(@PathVariable UUID id, @PathVariable UUID athlete) {
        Screenings.ScreeningView screening = screenings.visible(id);
        Rosters.Member member = rosters.members(screening.team()).stream()
                .filter(m -> m.id().equals(athlete))
                .findFirst()
                .or(() -> rosters.former(screening.team(), athlete))
                .orElseThrow(() -> Problem.notFound("athlete in this screening"));
        List<Results.Held> held = results.history(id, member);
        List<ScreenResult> history = held.stream().map(Results.Held::result).toList();
        Results.Screened here = held.get(held.size() - 1).screened();
        ScreenResult now = here.result();
        List<ScreenResult> before = new ArrayList<>(history.subList(0, history.size() - 1));
        Collections.reverse(before);
        var protocol = protocols.get(screening.protocol(), screening.protocolVersion());
        List<Course> courses = Course.of(history, protocol.rules());
        List<HistoryPoint> points = held.stream()
                .map(h -> new HistoryPoint(
                        h.screening().id(),
                        h.screening().name(),
                        h.screening().heldOn(),
                        h.result().index()))
                .toList();
        Placer placer = results.placer(protocol);
        Results.Proposed proposed = results.proposed(
                placer, new Results.Screen(screening, protocol, List.of(here)), here, results.carried(held, protocol));
        Links links = links(protocol);
        return new AthleteResult(
                screening,
                athlete,
                member.name().full(),
                proposed.incident(),
                setAside(List.of(here)),
                member.clearance(),
                now.attendance(),
                CurrentUser.required().role() == CurrentUser.Role.VIEWER ? List.of() : now.pains(),
                now.stopped(),
                links.refers(now, member.clearance()),
                now.index(),
                change(before, now, protocol.rules()),
                now.tests().stream().map(t -> test(t, courses)).toList(),
                now.personal(),
                KnownBody.build(now.body(), member.stature())
                        .map(build -> TrainingStance.of(build, now.personal().own())),
                placer.rearFootBox(now, member.profile()),
                points,
                history.size() > 1 ? courses : List.of(),
                links.report(now),
                proposed.proposal());
    }

    /** The change since the last screening that gave an index; whoever missed a date is held against the one before it. */
    private static Optional<Change> change(List<ScreenResult> before, ScreenResult now, Rules rules) {
        return before.stream()
                .filter(b -> b.index() instanceof MovementIndex.Known)
                .findFirst()
                .filter(b -> now.index() instanceof MovementIndex.Known)
                .flatMap(b -> MovementIndex.change(b.tests(), now.tests(), rules));
    }

    private static TestView test(TestResult test, List<Course> courses) {
        List<CriterionView> criteria = test.criteria().stream()
                .map(c -> new CriterionView(
                        c.criterion().id(),
                        c.findings(),
                        c.direction(),
                        test.trial()
                                .flatMap(t -> courses.stream()
                                        .filter(course -> course.test()
                                                        .equals(test.test().id())
                                                && course.criterion()
                                                        .equals(c.criterion().id()))
                                        .findFirst())
                                .map(Course::changes)
                                .orElse(Sided.both(Optional.empty())),
                        c.readings(),
                        c.told(),
                        c.byEye()))
                .toList();
        return new TestView(
                test.test().id(),
                test.trial().map(TestResult.Trial::conditions),
                test.voided(),
                List.copyOf(test.flags()),
                test.depth(),
                test.worseSide(),
                test.deviations(),
                criteria);
    }
}
