package rangordnung.core;

import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.annotation.JsonInclude;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.EnumSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.Set;
import java.util.TreeSet;
import java.util.UUID;
import java.util.function.Consumer;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;
import rangordnung.core.body.Side;
import rangordnung.core.body.Sided;
import rangordnung.core.judgement.Estimate;
import rangordnung.core.judgement.Judge;
import rangordnung.core.judgement.Progress;
import rangordnung.core.judgement.ScreenResult;
import rangordnung.core.link.Links;
import rangordnung.core.link.Outcome;
import rangordnung.core.protocol.Conditions;
import rangordnung.core.protocol.Grade;
import rangordnung.core.protocol.Protocol;
import rangordnung.core.protocol.Retest;
import rangordnung.core.protocol.School;
import rangordnung.core.protocol.TestDefinition;
import rangordnung.core.protocol.View;
import rangordnung.core.record.Attendance;
import rangordnung.core.record.Book;
import rangordnung.core.record.Entry;
import rangordnung.core.record.Fact;
import rangordnung.core.safety.Clearance;
import rangordnung.core.safety.PainReport;
import rangordnung.core.safety.StopRules;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.ObjectNode;

/**
 * What a station computes without a network, it computes as the core does: cases made here, seeded, lie in
 * {@code src/test/vectors}, and the interface's tests read the same files. After a change of a rule:
 * {@code mvn test -pl core -Dtest=VectorsTest -Dvectors.write=true}.
 */
class VectorsTest {

    private static final Path FOLDER = Path.of("src/test/vectors");
    private static final JsonMapper JSON = JsonMapper.builder()
            .changeDefaultPropertyInclusion(i -> i.withValueInclusion(JsonInclude.Include.NON_ABSENT))
            .build();
    private static final Protocol FLOOR = StandardFloor.shipped("standard-floor.6");
    private static final int CASES = 80;

    enum Vectors {
        STANDING(VectorsTest::standing),
        STOPS(VectorsTest::stops),
        PROGRESS(VectorsTest::progress),
        DOUBTS(VectorsTest::doubts),
        NOISE(VectorsTest::noise),
        VOIDED(VectorsTest::voided);

        private final Consumer<Case> makes;

        Vectors(Consumer<Case> makes) {
            this.makes = makes;
        }
    }

    private record Case(Random random, ObjectNode json) {

        <T> T one(List<T> of) {
            return of.get(random.nextInt(of.size()));
        }

        <E extends Enum<E>> E one(Class<E> of) {
            return one(List.of(of.getEnumConstants()));
        }

        <T> Optional<T> perhaps(T value) {
            return random.nextBoolean() ? Optional.of(value) : Optional.empty();
        }

        UUID id() {
            return new UUID(random.nextLong(), random.nextLong());
        }
    }

    @ParameterizedTest
    @EnumSource
    void the_interface_computes_the_same(Vectors vectors) throws IOException {
        ArrayNode cases = JSON.createArrayNode();
        for (int i = 0; i < CASES; i++) {
            vectors.makes.accept(new Case(new Random(31L * i + vectors.ordinal()), cases.addObject()));
        }
        Path file = FOLDER.resolve(vectors.name().toLowerCase(java.util.Locale.ROOT) + ".json");
        if (Boolean.getBoolean("vectors.write")) {
            Files.writeString(file, JSON.writeValueAsString(cases) + "\n");
        }
        assertThat(Files.readString(file).strip())
                .as("the rule has changed; write the vectors anew and see that the interface follows")
                .isEqualTo(JSON.writeValueAsString(cases));
    }

    /** Facts that correct, remove and take back one another, and which of them stand. */
    private static void standing(Case c) {
        Book book = Book.EMPTY.add(c.id(), new Fact.LegMeasured(Side.LEFT, 80), Optional.empty());
        int more = 1 + c.random().nextInt(7);
        for (int i = 0; i < more; i++) {
            UUID what = c.one(book.entries()).id();
            book = switch (c.random().nextInt(5)) {
                case 0 -> book.remove(c.id(), what, Optional.empty());
                case 1, 2 -> book.undo(c.id(), what, Optional.empty());
                case 3 -> book.replace(c.id(), what, new Fact.LegMeasured(Side.LEFT, 70 + i), Optional.empty());
                default -> book.add(c.id(), new Fact.LegMeasured(Side.LEFT, 90 + i), Optional.empty());
            };
        }
        entries(c, book);
        ArrayNode expected = c.json().putArray("expected");
        book.standing().forEach(e -> expected.add(e.id().toString()));
    }

    private static void stops(Case c) {
        Set<PainReport.Sign> signs = EnumSet.noneOf(PainReport.Sign.class);
        IntStream.range(0, c.random().nextInt(3)).forEach(i -> signs.add(c.one(PainReport.Sign.class)));
        PainReport report = new PainReport(
                c.one(PainReport.Region.class), c.perhaps(Side.LEFT), c.random().nextInt(11), signs);
        ObjectNode told = JSON.valueToTree(report);
        ArrayNode sorted = told.putArray("signs");
        signs.forEach(s -> sorted.add(s.name()));
        c.json().set("report", told);
        c.json().put("expected", StopRules.action(report, FLOOR.rules()) == StopRules.Consequence.STOP);
    }

    /** Check-in, trials seen in part or whole, pain and clearance, and where the athlete is in the queue. */
    private static void progress(Case c) {
        List<TestDefinition> tests = c.random().nextInt(5) == 0
                ? List.of()
                : List.of(FLOOR.tests().get(0), FLOOR.tests().get(1))
                        .subList(0, 1 + c.random().nextInt(2));
        Book book = Book.EMPTY;
        for (int i = c.random().nextInt(3); i > 0; i--) {
            book = book.add(c.id(), new Fact.Attended(c.one(Attendance.class)), Optional.empty());
        }
        for (TestDefinition test : tests) {
            for (int trials = c.random().nextInt(3); trials > 0; trials--) {
                UUID trial = c.id();
                Optional<Fact.RetestOf> retest = c.random().nextInt(5) == 0
                        ? Optional.of(new Fact.RetestOf("heels-up", c.id()))
                        : Optional.empty();
                book = book.add(
                        c.id(), new Fact.TrialOpened(trial, test.id(), test.standard(), retest), Optional.empty());
                for (View view : test.requiredViews()) {
                    boolean each = test.legs() == TestDefinition.Legs.EACH;
                    for (Side side : each ? Side.values() : new Side[] {Side.LEFT}) {
                        if (c.random().nextInt(8) > 0) {
                            book = book.add(
                                    c.id(),
                                    new Fact.ViewClosed(trial, view, 5, each ? Optional.of(side) : Optional.empty()),
                                    Optional.empty());
                        }
                    }
                }
            }
        }
        if (c.random().nextInt(6) == 0) {
            book = book.add(
                    c.id(),
                    new Fact.PainReported(
                            Optional.empty(),
                            new PainReport(
                                    PainReport.Region.KNEE,
                                    Optional.empty(),
                                    c.random().nextInt(11),
                                    Set.of())),
                    Optional.empty());
        }
        boolean cleared = c.random().nextInt(6) > 0;
        boolean checkIn = tests.isEmpty() || c.random().nextInt(3) == 0;
        entries(c, book);
        c.json().put("cleared", cleared).put("checkIn", checkIn);
        ArrayNode ids = c.json().putArray("tests");
        tests.forEach(t -> ids.addObject().put("id", t.id()).set("requiredViews", JSON.valueToTree(t.requiredViews())));
        c.json()
                .put(
                        "expected",
                        Progress.of(FLOOR, tests, cleared ? Clearance.CLEARED : Clearance.NOT_CLEARED, book, checkIn)
                                .name());
    }

    private static void doubts(Case c) {
        Retest retest = c.one(FLOOR.retests());
        Conditions before = conditions(c, Conditions.STANDARD);
        Conditions now = conditions(c, before);
        if (retest.aid().isPresent() && c.random().nextBoolean()) {
            now = before.withAids(List.of(Conditions.Aid.of(retest.aid().get(), 2)));
        } else if (retest.load().isPresent() && c.random().nextBoolean()) {
            now = before.withLoad(new Conditions.Load(retest.load().get(), 5));
        }
        boolean flagged = c.random().nextInt(4) == 0;
        c.json().put("retest", retest.id());
        c.json().set("before", JSON.valueToTree(before));
        c.json().set("now", JSON.valueToTree(now));
        c.json().put("flagged", flagged);
        ArrayNode expected = c.json().putArray("expected");
        new TreeSet<>(Outcome.doubts(retest, before, now, flagged)).forEach(d -> expected.add(d.name()));
    }

    /** The same conditions with a few things changed. */
    private static Conditions conditions(Case c, Conditions from) {
        boolean[] change = new boolean[7];
        IntStream.range(0, change.length).forEach(i -> change[i] = c.random().nextInt(4) == 0);
        return new Conditions(
                change[0]
                        ? new Conditions.Load(
                                c.one(Conditions.Position.class), c.random().nextInt(3) * 5)
                        : from.load(),
                change[1] ? c.one(Conditions.Arms.class) : from.arms(),
                change[2] != from.shoes(),
                change[3] ? c.perhaps(30.0 + c.random().nextInt(3)) : from.stanceCentimetres(),
                change[4] ? new Sided<>(c.perhaps(10.0), c.perhaps(20.0)) : from.turnOut(),
                change[5]
                        ? List.of(
                                new Conditions.Aid(c.one(Conditions.Kind.class), c.perhaps(2.0), c.perhaps(Side.RIGHT)))
                        : from.aids(),
                from.archAssisted(),
                change[6] ? c.perhaps(Side.LEFT) : from.treatedSide());
    }

    /** Facts as they travel: with their kind. */
    private static void entries(Case c, Book book) {
        ArrayNode all = c.json().putArray("book");
        List<Entry> entries = new ArrayList<>(book.entries());
        for (Entry entry : entries) {
            ObjectNode fact = JSON.valueToTree(entry.fact());
            String name = entry.fact().getClass().getSimpleName();
            fact.put("kind", Character.toLowerCase(name.charAt(0)) + name.substring(1));
            ObjectNode line = all.addObject().put("id", entry.id().toString());
            entry.supersedes().ifPresent(s -> line.put("supersedes", s.toString()));
            line.set("fact", fact);
        }
    }

    /** Marks by eye before and with a change, and which of the changes are more than noise. */
    private static void noise(Case c) {
        List<String> before = marks(c);
        List<String> now = marks(c);
        Rater rater = Rater.of(FLOOR, "overhead-squat");
        before.forEach(rater::mark);
        UUID baseline = rater.close(View.FRONT).close(View.SIDE).trialId();
        rater.trial("overhead-squat", Conditions.STANDARD, Optional.of(new Fact.RetestOf("wider", baseline)));
        now.forEach(rater::mark);
        Outcome outcome = new Links(FLOOR, StandardFloor.LINKS, StandardFloor.CERTAINTY)
                .report(rater.close(View.FRONT).close(View.SIDE).judged(FLOOR))
                .outcomes()
                .get(0);
        c.json().set("before", JSON.valueToTree(before));
        c.json().set("now", JSON.valueToTree(now));
        c.json()
                .put(
                        "grades",
                        new Estimate(0, FLOOR.rules().gradedMarkSem().value())
                                .minimalDetectableChange(
                                        FLOOR.rules().coverage().value()));
        ArrayNode expected = c.json().putArray("expected");
        outcome.changes().stream()
                .filter(change -> change.before() != Grade.NONE || change.now() != Grade.NONE)
                .map(change -> "%s %s %s"
                        .formatted(
                                change.criterion(),
                                change.side().map(Side::name).orElse("-"),
                                change.verdict() == Outcome.Verdict.WITHIN_NOISE ? "within" : "beyond"))
                .sorted()
                .forEach(expected::add);
    }

    /** Heels that came up, under each school, with and without something under them: whether they void the trial. */
    private static void voided(Case c) {
        String view = c.one(School.HeelLift.class).name();
        Protocol protocol = StandardFloor.of(Map.of("heelLift", view), "overhead-squat");
        Optional<Conditions.Kind> aid = c.perhaps(c.one(Conditions.Kind.class));
        UUID trial = c.id();
        List<Fact> facts = new ArrayList<>();
        facts.add(new Fact.TrialOpened(
                trial,
                "overhead-squat",
                protocol.tests()
                        .get(0)
                        .standard()
                        .withAids(aid.stream()
                                .map(kind -> Conditions.Aid.of(kind, 2))
                                .toList()),
                aid.map(kind -> new Fact.RetestOf("heels-up", c.id()))));
        for (Side side : Side.values()) {
            facts.add(Fact.Marked.of(trial, "heels", Optional.of(side), c.one(Grade.class)));
        }
        for (View seen : List.of(View.FRONT, View.SIDE)) {
            facts.add(new Fact.ViewClosed(trial, seen, 5, Optional.empty()));
        }
        Book book = Book.EMPTY;
        for (Fact fact : facts) {
            book = book.add(c.id(), fact, Optional.empty());
        }
        ScreenResult result = new Judge(protocol).judge(book);
        c.json().put("view", view);
        entries(c, book);
        c.json()
                .put(
                        "expected",
                        (aid.isPresent() ? result.retests() : result.tests())
                                .get(0)
                                .voided());
    }

    private static List<String> marks(Case c) {
        return Stream.of("knee-line L", "knee-line R", "arch L", "arch R", "trunk -", "arms -")
                .map(place -> place + " " + c.one(Grade.class))
                .filter(mark -> !mark.endsWith("NONE"))
                .toList();
    }
}
