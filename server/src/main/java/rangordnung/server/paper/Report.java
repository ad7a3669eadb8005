package rangordnung.server.paper;

import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.UUID;
import java.util.function.Function;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import rangordnung.core.judgement.CriterionResult;
import rangordnung.core.judgement.MovementIndex;
import rangordnung.core.judgement.Ranking;
import rangordnung.core.judgement.TestResult;
import rangordnung.core.link.LinkReport;
import rangordnung.core.link.Links;
import rangordnung.core.placement.Proposal;
import rangordnung.core.protocol.Extent;
import rangordnung.server.groups.Groups;
import rangordnung.server.results.Results;

/** Everything a screening says, for the lead and their files: who stands where and how sure that is, then a part for each athlete. */
record Report(List<Overview> overview, List<Person> people) {

    /** Movers that are told of one athlete, the smallest first (house convention). */
    private static final int MOVERS = 3;

    private static final int PERCENT = 100;

    /**
     * The roster at once.
     *
     * @param told    how many groups of the index the data tell apart
     * @param placed  with an index, by band, and by name within it
     * @param without who has none, and why
     * @param groups  how many work on what
     */
    record Overview(
            String title,
            String protocol,
            String summary,
            String told,
            String reliability,
            List<Placed> placed,
            List<Line> without,
            List<Line> groups) {}

    record Placed(String name, String index, String range, String places, String band, String focus) {}

    /** A name with what is said of it. */
    record Line(String name, String text) {}

    /**
     * One athlete.
     *
     * @param index   in words, or why there is none
     * @param pains   what hurt
     * @param tests   that were looked at
     * @param links   what may limit, with its chance
     * @param place   where they train; one or none
     */
    record Person(
            String name,
            String index,
            List<String> pains,
            List<Tested> tests,
            List<Explained> links,
            List<Place> place) {}

    record Tested(String name, String depth, List<Graded> criteria) {}

    record Graded(String criterion, boolean sided, String left, String right) {}

    /** A fault, what may be behind it, and what would tell more. */
    record Explained(String fault, List<Line> links, List<String> next) {}

    /** @param decision of the lead, where one holds; one or none */
    record Place(
            String focus,
            List<String> lasting,
            List<String> aids,
            List<String> why,
            boolean moves,
            List<String> movers,
            List<String> decision) {}

    /** The overview, then some athletes at a time, by name. */
    static List<Report> of(
            Occasion occasion,
            Results.Screen screen,
            Ranking ranking,
            Links links,
            Catalogue words,
            Optional<UUID> only) {
        Writer writer = new Writer(
                occasion,
                screen,
                links,
                words,
                new JudgementWords(words, screen.protocol(), occasion.ladders()),
                occasion.groups().everybody().collect(Collectors.toMap(Groups.Member::athlete, Function.identity())));
        Stream<Report> first =
                only.isPresent() ? Stream.empty() : Stream.of(new Report(List.of(writer.overview(ranking)), List.of()));
        return Stream.concat(
                        first,
                        Chunks.of(
                                screen.athletes().stream()
                                        .filter(a -> only.map(a.athlete().id()::equals)
                                                .orElse(true))
                                        .toList(),
                                some -> new Report(
                                        List.of(),
                                        some.stream().map(writer::person).toList()))
                                .stream())
                .toList();
    }

    private record Writer(
            Occasion occasion,
            Results.Screen screen,
            Links links,
            Catalogue words,
            JudgementWords judged,
            Map<UUID, Groups.Member> members) {

        Overview overview(Ranking ranking) {
            return new Overview(
                    occasion.roster() + ", " + words.day(screen.screening().heldOn()),
                    words.say(
                            "paper_report_protocol",
                            "name",
                            words.say(screen.protocol().name()),
                            "version",
                            screen.protocol().version()),
                    words.say(screen.protocol().summary()),
                    ranking.placed().isEmpty()
                            ? words.say("ranking_none")
                            : ranking.bands() > 1
                                    ? words.say("ranking_told", "bands", ranking.bands())
                                    : words.say(ranking.bands() == 1 ? "ranking_one" : "ranking_untold"),
                    words.say("ranking_reliability", "value", words.hundredths(ranking.reliability())),
                    ranking.placed().stream()
                            .sorted(Comparator.comparing(
                                            (Ranking.Placed p) -> p.band().orElse(0))
                                    .thenComparing(Ranking.Placed::between))
                            .map(p -> placed(p, ranking))
                            .toList(),
                    screen.athletes().stream()
                            .flatMap(a -> a.result().index() instanceof MovementIndex.Unknown unknown
                                    ? Stream.of(new Line(a.athlete().name().full(), unjudged(a, unknown)))
                                    : Stream.empty())
                            .toList(),
                    occasion.groups().groups().stream()
                            .filter(g -> g.size() > 0)
                            .map(g -> new Line(judged.focus(g.focus()), String.valueOf(g.size())))
                            .toList());
        }

        private String unjudged(Results.Screened screened, MovementIndex.Unknown unknown) {
            return screened.incident()
                    .map(i -> words.say("unjudged", "incident", i))
                    .orElseGet(() -> judged.unjudged(unknown.reason()));
        }

        private Placed placed(Ranking.Placed placed, Ranking ranking) {
            return new Placed(
                    placed.entrant().name(),
                    words.number(placed.entrant().index()),
                    Math.round(placed.low()) + "–" + Math.round(placed.high()),
                    placed.from() == placed.to() ? String.valueOf(placed.from()) : placed.from() + "–" + placed.to(),
                    ranking.bands() < 2
                            ? ""
                            : placed.band()
                                    .map(b -> placed.between() ? b + "/" + (b + 1) : String.valueOf(b))
                                    .orElse(""),
                    Optional.ofNullable(members.get(placed.entrant().athlete()))
                            .flatMap(Groups.Member::place)
                            .map(judged::place)
                            .orElse(""));
        }

        Person person(Results.Screened screened) {
            var result = screened.result();
            Groups.Member member =
                    Objects.requireNonNull(members.get(screened.athlete().id()));
            return new Person(
                    screened.athlete().name().full(),
                    result.index() instanceof MovementIndex.Known known
                            ? words.say(
                                    "paper_report_index",
                                    "value",
                                    words.number(known.value()),
                                    "low",
                                    Math.round(known.low()),
                                    "high",
                                    Math.round(known.high()))
                            : words.say(
                                    "index_none", "reason", unjudged(screened, (MovementIndex.Unknown) result.index())),
                    result.pains().stream().map(p -> judged.pain(p)).toList(),
                    result.tests().stream()
                            .filter(t -> t.trial().isPresent())
                            .map(this::tested)
                            .toList(),
                    links.report(result).explanations().stream()
                            .map(this::explained)
                            .toList(),
                    member.place().stream().map(p -> place(p, member)).toList());
        }

        private Tested tested(TestResult test) {
            return new Tested(
                    words.say(test.test().name()),
                    test.depth()
                            .map(d -> words.say("depth_status") + ": " + judged.depth(d))
                            .orElse(""),
                    test.criteria().stream().map(this::graded).toList());
        }

        private Graded graded(CriterionResult result) {
            String id = result.criterion().id();
            String left = judged.finding(result.findings().left(), id);
            String right = judged.finding(result.findings().right(), id);
            boolean sided = result.criterion().extent() == Extent.SIDED;
            return new Graded(
                    words.say(result.criterion().name()),
                    sided,
                    sided
                            ? left
                            : left
                                    + result.direction()
                                            .map(side -> " · " + words.side(side))
                                            .orElse(""),
                    sided ? right : "");
        }

        private Explained explained(LinkReport.Explanation explanation) {
            return new Explained(
                    judged.criterion(explanation.criterion(), explanation.side())
                            + ": "
                            + JudgementWords.grade(explanation.grade(), words)
                            + " · "
                            + judged.test(explanation.test()),
                    explanation.links().stream()
                            .map(l -> new Line(
                                    judged.link(l.link()),
                                    judged.standing(l.standing())
                                            + ", "
                                            + words.say(
                                                    "links_chance",
                                                    "chance",
                                                    Math.round(PERCENT * l.chance()),
                                                    "prior",
                                                    Math.round(PERCENT * l.prior()))
                                            + l.trials().stream()
                                                    .map(t -> "; " + judged.said(t))
                                                    .collect(Collectors.joining())))
                            .toList(),
                    explanation.next().stream()
                            .map(n -> words.say(
                                    "links_next",
                                    "what",
                                    n.retest() ? judged.retest(n.id()) : judged.test(n.id()),
                                    "seconds",
                                    Math.round(n.seconds())))
                            .toList());
        }

        private Place place(Proposal.Place place, Groups.Member member) {
            Optional<Proposal.Placed> placed =
                    member.proposal() instanceof Proposal.Placed p ? Optional.of(p) : Optional.empty();
            PlacementWords said = new PlacementWords(words, occasion.ladders());
            return new Place(
                    judged.place(place),
                    placed.flatMap(Proposal.Placed::lasting).stream()
                            .filter(w ->
                                    place.rung().filter(w.exercise()::equals).isEmpty())
                            .map(w -> judged.exercise(w.exercise()) + said.sized(w.size()))
                            .toList(),
                    placed.stream()
                            .flatMap(p -> p.aids().stream())
                            .map(said::aid)
                            .toList(),
                    placed.stream()
                            .flatMap(p -> p.reasons().stream())
                            .map(judged::reason)
                            .toList(),
                    placed.filter(p -> !p.movers().isEmpty()).isPresent(),
                    placed.stream()
                            .flatMap(p -> p.movers().stream())
                            .limit(MOVERS)
                            .map(m -> m.changes().stream().map(judged::change).collect(Collectors.joining("; "))
                                    + " → "
                                    + judged.place(m.leadsTo()))
                            .toList(),
                    member.decision().stream()
                            .map(d -> words.say(
                                    "paper_report_decision",
                                    "author",
                                    d.author(),
                                    "day",
                                    words.day(words.localDay(d.at())),
                                    "reason",
                                    d.reason()))
                            .toList());
        }
    }
}
