package rangordnung.core.protocol;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

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
        Schools schools,
        Rules rules) {

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
            List<TestDefinition.SetUpStep> setUp,
            List<Text> allowedWords,
            List<Use> criteria,
            Conditions standard) {}

    /** A criterion of the battery as one test uses it; what is present takes the place of the criterion's own. */
    public record Use(
            String criterion,
            Optional<Text> question,
            Optional<Extent> extent,
            Optional<Boolean> voidedByHeelLift,
            Optional<String> key,
            Optional<List<Variant>> variants,
            Optional<List<Anchor>> anchors) {}

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
        Policies policies = schools.choose(recipe.policies());
        return new Protocol(
                recipe.id(),
                recipe.version(),
                recipe.name(),
                recipe.summary(),
                chosen,
                policies,
                rules,
                retestsFor(chosen, policies));
    }

    /** The retests that go with tests and a school: those whose test is there, and bands only where they are allowed. */
    public List<Retest> retestsFor(List<TestDefinition> chosen, Policies policies) {
        Set<String> ids = new HashSet<>(chosen.stream().map(TestDefinition::id).toList());
        boolean bands = policies.bands().value() != Policies.Bands.NO_BANDS;
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
                t.setUp(),
                t.allowedWords(),
                all,
                t.legs(),
                role.orElse(t.role()),
                t.standard());
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
                c.gauge());
    }

    /** Absent in the data means not given. */
    private static <T> Optional<T> orEmpty(Optional<T> given) {
        return given == null ? Optional.empty() : given;
    }
}
