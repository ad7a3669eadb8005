package rangordnung.server.paper;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import java.util.function.Function;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import rangordnung.core.body.Side;
import rangordnung.core.judgement.CriterionResult;
import rangordnung.core.judgement.Finding;
import rangordnung.core.judgement.MovementIndex;
import rangordnung.core.ladder.Ladders;
import rangordnung.core.placement.Proposal;
import rangordnung.core.protocol.Criterion;
import rangordnung.core.protocol.Extent;
import rangordnung.core.training.Block;
import rangordnung.core.training.Season;
import rangordnung.server.groups.Formations;
import rangordnung.server.groups.Groups;
import rangordnung.server.platform.Spreadsheet;
import rangordnung.server.results.Results;
import rangordnung.server.roster.Rosters;
import rangordnung.server.training.Blocks;

/** What a screening says as tables, one line for each thing that is counted; columns as {@code docs/files.md} describes them. */
final class Tables {

    private final Catalogue words;
    private final Ladders ladders;

    Tables(Catalogue words, Ladders ladders) {
        this.words = words;
        this.ladders = ladders;
    }

    private Spreadsheet table(Table table, List<String> header, Stream<List<?>> rows) {
        return new Spreadsheet(words.say(table.title()), header, rows.toList());
    }

    private List<String> header(String... keys) {
        return Stream.of(keys).map(words::say).toList();
    }

    /** A line for each athlete, a column for each criterion and side. */
    Spreadsheet results(Results.Screen screen) {
        List<String> header = new ArrayList<>(header("athlete", "index_seen", "table_low", "table_high", "pain_stop"));
        screen.protocol().tests().forEach(test -> test.criteria().forEach(criterion -> sides(criterion)
                .forEach(side -> header.add(words.say(test.name()) + ": " + words.say(criterion.name())
                        + side.map(s -> " " + words.side(s)).orElse("")))));
        JudgementWords judged = new JudgementWords(words, screen.protocol(), ladders);
        return table(Table.RESULTS, header, screen.athletes().stream().map(a -> {
            List<Object> row = new ArrayList<>();
            row.add(a.athlete().name().full());
            row.addAll(index(a, judged));
            row.add(words.say(a.result().stopped() ? "yes" : "no"));
            a.result().criteria().forEach(c -> sides(c.criterion())
                    .forEach(side -> row.add(judged.finding(
                            c.findings().get(side.orElse(Side.LEFT)),
                            c.criterion().id()))));
            return row;
        }));
    }

    /** The index with its interval, or why there is none. */
    private static List<Object> index(Results.Screened screened, JudgementWords judged) {
        return screened.result().index() instanceof MovementIndex.Known known
                ? List.of(round(known.value(), 10), round(known.low(), 10), round(known.high(), 10))
                : List.of(
                        judged.unjudged(
                                ((MovementIndex.Unknown) screened.result().index()).reason()),
                        "",
                        "");
    }

    private static double round(double value, double parts) {
        return Math.round(value * parts) / parts;
    }

    private static List<Optional<Side>> sides(Criterion criterion) {
        return criterion.extent() == Extent.SIDED
                ? List.of(Optional.of(Side.LEFT), Optional.of(Side.RIGHT))
                : List.of(Optional.empty());
    }

    /** A line for each athlete: group, focus, rung, and what decides them. */
    Spreadsheet groups(Occasion occasion, JudgementWords judged) {
        Map<UUID, Integer> numbers = occasion.formation().stream()
                .flatMap(f -> IntStream.range(0, f.groups().size())
                        .boxed()
                        .flatMap(i -> f.groups().get(i).members().stream().map(m -> Map.entry(m.athlete(), i))))
                .collect(Collectors.toMap(Map.Entry::getKey, Map.Entry::getValue));
        PlacementWords said = new PlacementWords(words, ladders);
        return table(
                Table.GROUPS,
                header(
                        "athlete",
                        "table_group",
                        "focus",
                        "exercise",
                        "part_today",
                        "part_lasting",
                        "table_place",
                        "table_leader",
                        "table_decided",
                        "why"),
                occasion.groups()
                        .everybody()
                        .sorted(Comparator.comparing(Groups.Member::name, words.order()))
                        .map(m -> group(m, Optional.ofNullable(numbers.get(m.athlete())), occasion, judged, said)));
    }

    private List<Object> group(
            Groups.Member member,
            Optional<Integer> number,
            Occasion occasion,
            JudgementWords judged,
            PlacementWords said) {
        Optional<Proposal.Placed> placed =
                member.proposal() instanceof Proposal.Placed p ? Optional.of(p) : Optional.empty();
        Optional<Formations.FormedGroup> group =
                occasion.formation().flatMap(f -> number.map(n -> f.groups().get(n)));
        return List.of(
                member.name(),
                number.<Object>map(n -> n + 1).orElse(""),
                member.place().map(p -> judged.focus(p.focus())).orElse(""),
                member.place()
                        .flatMap(Proposal.Place::rung)
                        .map(judged::exercise)
                        .orElse(""),
                placed.stream().flatMap(p -> p.aids().stream()).map(said::aid).collect(Collectors.joining("; ")),
                placed.flatMap(Proposal.Placed::lasting)
                        .map(w -> judged.exercise(w.exercise()) + said.sized(w.size()))
                        .orElse(""),
                group.flatMap(Formations.FormedGroup::place).orElse(""),
                group.flatMap(Formations.FormedGroup::supervisor).orElse(""),
                member.decision().map(Groups.DecisionView::reason).orElse(""),
                placed.stream()
                        .flatMap(p -> p.reasons().stream())
                        .map(judged::reason)
                        .collect(Collectors.joining(" ")));
    }

    /** A line for each athlete, session that takes place, and part. */
    Spreadsheet block(Blocks.BlockView view, List<Rosters.Member> members) {
        Map<UUID, Rosters.Member> known =
                members.stream().collect(Collectors.toMap(Rosters.Member::id, Function.identity()));
        Block block = view.plan().block();
        return table(
                Table.BLOCK,
                header(
                        "table_day",
                        "table_from",
                        "table_to",
                        "table_group",
                        "athlete",
                        "table_part",
                        "exercise",
                        "table_dose",
                        "session_cue"),
                block.sessions().stream().filter(Season.Session::takesPlace).flatMap(date -> block.athletes().stream()
                        .flatMap(p -> Optional.ofNullable(known.get(p.athlete())).stream()
                                .flatMap(m -> p.work().stream()
                                        .map(work ->
                                                work(date, p, work, m.name().full()))))));
    }

    private List<Object> work(Season.Session date, Block.Prescription athlete, Block.Work work, String name) {
        PlacementWords said = new PlacementWords(words, ladders);
        boolean light = date.clash().isPresent();
        int week = light ? Math.max(0, date.week() - 1) : date.week();
        return List.of(
                date.day(),
                date.hours().from().toString(),
                date.hours().to().toString(),
                athlete.group() + 1,
                name,
                said.part(work.part()),
                ladders.exercise(work.exercise()).map(e -> words.say(e.name())).orElse(work.exercise()),
                ladders.exercise(work.exercise())
                        .map(e -> said.dose(work.byWeek().get(week), e))
                        .orElse(""),
                athlete.cues().size() > date.week()
                        ? words.say(athlete.cues().get(date.week()).words())
                        : "");
    }

    /** A line for each screening, athlete, criterion and side; each screening as its own protocol judges it. */
    Spreadsheet history(List<Results.Screen> screens) {
        return table(
                Table.HISTORY,
                header(
                        "table_day",
                        "table_screening",
                        "table_protocol",
                        "athlete",
                        "index_seen",
                        "table_low",
                        "table_high",
                        "test",
                        "criterion",
                        "injury_side",
                        "table_grade",
                        "table_deviation",
                        "table_sem"),
                screens.stream().flatMap(screen -> {
                    JudgementWords judged = new JudgementWords(words, screen.protocol(), ladders);
                    return screen.athletes().stream()
                            .filter(a -> a.result().looked())
                            .flatMap(a -> a.result().tests().stream()
                                    .filter(t -> t.trial().isPresent())
                                    .flatMap(t -> t.criteria().stream().flatMap(c -> sides(c.criterion()).stream()
                                            .map(s -> past(screen, a, t.test().id(), c, s, judged)))));
                }));
    }

    private List<Object> past(
            Results.Screen screen,
            Results.Screened athlete,
            String test,
            CriterionResult result,
            Optional<Side> side,
            JudgementWords judged) {
        Finding finding = result.findings().get(side.orElse(Side.LEFT));
        List<Object> row = new ArrayList<>(List.of(
                screen.screening().heldOn(),
                screen.screening().name(),
                words.say(
                        "paper_report_protocol",
                        "name",
                        words.say(screen.protocol().name()),
                        "version",
                        screen.protocol().version()),
                athlete.athlete().name().full()));
        row.addAll(index(athlete, judged));
        row.addAll(List.of(
                judged.test(test),
                words.say(result.criterion().name()),
                side.or(result::direction).map(words::side).orElse(""),
                judged.finding(finding, result.criterion().id()),
                finding.graded().<Object>map(g -> round(g.deviation(), 1000)).orElse(""),
                finding.graded().<Object>map(g -> round(g.sem(), 1000)).orElse("")));
        return row;
    }
}
