package rangordnung.core.protocol;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;

/**
 * Everything a protocol can be put together from: criteria, tests, retests, schools and the numbers of judgement.
 *
 * @param criteria each once; tests use them, with what differs
 */
public record Battery(
        int version,
        List<Criterion> criteria,
        List<Template> tests,
        List<Retest> retests,
        List<Question> questions,
        Rules rules) {

    public Battery {
        Set<String> known = retests.stream().map(Retest::id).collect(Collectors.toSet());
        questions.stream()
                .flatMap(q -> q.views().stream())
                .flatMap(v -> v.retest().stream())
                .forEach(retest -> {
                    if (!known.contains(retest)) {
                        throw new InvalidProtocol("The battery has no retest " + retest);
                    }
                });
    }

    /** A test whose criteria are taken from the battery; the parts are those of {@link TestDefinition}. */
    public record Template(
            String id,
            Text name,
            TestDefinition.Pattern pattern,
            Threshold weight,
            TestDefinition.Repetitions repetitions,
            List<View> requiredViews,
            List<View> optionalViews,
            TestDefinition.Heels heels,
            TestDefinition.Legs legs,
            TestDefinition.Role role,
            Text arms,
            Text footwear,
            List<SetUpLine> setUp,
            List<Phrase> allowedWords,
            List<Use> criteria,
            Conditions standard) {}

    /** One step of a set-up: in words of its own, or in those of the school's view on a question. */
    public record SetUpLine(String part, Optional<Text> text, Optional<String> policy) {}

    /** What may be said: in words of its own, or in those of the school's view on a question. */
    public record Phrase(Optional<Text> text, Optional<String> policy) {}

    /** A criterion of the battery as one test uses it; what is present takes the place of the criterion's own. */
    public record Use(
            String criterion,
            Optional<Text> question,
            Optional<Extent> extent,
            Optional<Boolean> voidedByHeelLift,
            Optional<String> key,
            Optional<List<Variant>> variants,
            Optional<List<Anchor>> anchors,
            Optional<List<Phase>> phases) {}

    /**
     * A protocol in short.
     *
     * @param policies by policy, the name of the value
     */
    public record Recipe(
            String id, int version, Text name, Text summary, List<Chosen> tests, Map<String, String> policies) {}

    /** A test of a recipe, and what it is for where that differs. */
    public record Chosen(String test, Optional<TestDefinition.Role> role) {}

    /** The protocol of a recipe. */
    public Protocol protocol(Recipe recipe) {
        List<TestDefinition> chosen = recipe.tests().stream()
                .map(c -> test(c.test(), orEmpty(c.role())))
                .toList();
        School school = School.of(questions, recipe.policies());
        return new Protocol(
                recipe.id(),
                recipe.version(),
                recipe.name(),
                recipe.summary(),
                dressed(chosen, school),
                school.policies(),
                rules,
                retestsFor(chosen, school));
    }

    /** The retests that go with tests and a school: those whose test is there, and bands only where they are allowed. */
    public List<Retest> retestsFor(List<TestDefinition> chosen, School school) {
        Set<String> ids = new HashSet<>(chosen.stream().map(TestDefinition::id).toList());
        boolean bands = school.bands() != School.Bands.NO_BANDS;
        return retests.stream()
                .filter(r -> r.otherTest().map(ids::contains).orElse(true))
                .filter(r -> bands
                        || r.aid().filter(a -> a == Conditions.Kind.LIGHT_BAND).isEmpty())
                .toList();
    }

    /** A test of the battery, for what it is asked for. */
    public TestDefinition test(String id, Optional<TestDefinition.Role> role) {
        Template t = tests.stream()
                .filter(x -> x.id().equals(id))
                .findFirst()
                .orElseThrow(() -> new InvalidProtocol("The battery has no test " + id));
        School usual = School.of(questions, Map.of());
        List<Criterion> all = new ArrayList<>();
        t.criteria().forEach(use -> all.add(criterion(use)));
        return new TestDefinition(
                t.id(),
                t.name(),
                t.pattern(),
                t.weight(),
                t.repetitions(),
                t.requiredViews(),
                t.optionalViews(),
                t.heels(),
                t.arms(),
                t.footwear(),
                setUp(t, usual),
                words(t, usual),
                all,
                t.legs(),
                role.orElse(t.role()),
                t.standard());
    }

    private static List<TestDefinition.SetUpStep> setUp(Template test, School school) {
        return test.setUp().stream()
                .flatMap(line ->
                        orEmpty(line.policy()).map(p -> policy(school, p).setUp()).orElse(orEmpty(line.text())).stream()
                                .map(text -> new TestDefinition.SetUpStep(line.part(), text)))
                .toList();
    }

    private static List<Text> words(Template test, School school) {
        return test.allowedWords().stream()
                .flatMap(line ->
                        orEmpty(line.policy())
                                .map(p -> policy(school, p).words())
                                .orElse(orEmpty(line.text()))
                                .stream())
                .toList();
    }

    private static Policy policy(School school, String id) {
        return Optional.ofNullable(school.policies().get(id))
                .orElseThrow(() -> new InvalidProtocol("There is no policy “" + id + "”"));
    }

    /** Tests as a school wants them: its lines in the set-up, its words, and without the measures that are of no concern to it. */
    private List<TestDefinition> dressed(List<TestDefinition> chosen, School school) {
        Set<String> hidden = school.policies().values().stream()
                .flatMap(p -> p.hides().stream())
                .collect(Collectors.toSet());
        return chosen.stream()
                .map(test -> tests.stream()
                        .filter(t -> t.id().equals(test.id()))
                        .findFirst()
                        .map(t -> test.with(setUp(t, school), words(t, school)))
                        .orElse(test)
                        .of(test.criteria().stream()
                                .map(c -> c.without(hidden).asking(phases(test, c, school)))
                                .toList()))
                .toList();
    }

    /** The phases that raters are asked for: those of the battery, where the school asks. */
    private List<Phase> phases(TestDefinition test, Criterion criterion, School school) {
        return school.phases() == School.Phases.NOT_ASKED
                ? List.of()
                : tests.stream()
                        .filter(t -> t.id().equals(test.id()))
                        .flatMap(t -> t.criteria().stream())
                        .filter(use -> use.criterion().equals(criterion.id()))
                        .map(use -> criterion(use).phases())
                        .findFirst()
                        .orElse(criterion.phases());
    }

    /**
     * A protocol that was put together by hand, with what its school changes in its tests, and the words of each view.
     *
     * @throws InvalidProtocol where a policy takes a view that no question knows
     */
    public Protocol dressed(Protocol protocol) {
        for (Question question : questions) {
            Policy held = protocol.policies().get(question.id());
            if (held != null && question.view(held.value()).isEmpty()) {
                throw new InvalidProtocol("No view “" + held.value() + "” is known for " + question.id());
            }
        }
        School school = protocol.school().completed(questions);
        return protocol.with(dressed(protocol.tests(), school), school);
    }

    /** A protocol as an older version of the product kept it, with the words of each view and what its gauges find. */
    public Protocol completed(Protocol protocol) {
        return protocol.with(
                protocol.tests().stream()
                        .map(t ->
                                t.of(t.criteria().stream().map(this::completed).toList()))
                        .toList(),
                protocol.school().completed(questions));
    }

    private Criterion completed(Criterion criterion) {
        return criteria.stream()
                .filter(c -> c.id().equals(criterion.id()))
                .flatMap(c -> c.gauge().stream())
                .flatMap(g -> g.finds().stream())
                .findFirst()
                .map(criterion::finding)
                .orElse(criterion);
    }

    private Criterion criterion(Use use) {
        Criterion c = criteria.stream()
                .filter(x -> x.id().equals(use.criterion()))
                .findFirst()
                .orElseThrow(() -> new InvalidProtocol("The battery has no criterion " + use.criterion()));
        return new Criterion(
                c.id(),
                c.name(),
                orEmpty(use.question()).orElse(c.question()),
                c.family(),
                c.views(),
                orEmpty(use.extent()).orElse(c.extent()),
                c.weight(),
                orEmpty(use.voidedByHeelLift()).orElse(c.voidedByHeelLift()),
                orEmpty(use.key()).orElse(c.key()),
                orEmpty(use.variants()).orElse(c.variants()),
                orEmpty(use.anchors()).orElse(c.anchors()),
                c.noted(),
                c.gauge(),
                orEmpty(use.phases()).orElse(c.phases()));
    }

    /** Absent in the data means not given. */
    private static <T> Optional<T> orEmpty(Optional<T> given) {
        return given == null ? Optional.empty() : given;
    }
}
