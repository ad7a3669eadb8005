package rangordnung.core.protocol;

import java.util.Collections;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import rangordnung.core.Refusal;

/**
 * Tests, school and numbers of judgement under one name and version. A changed protocol is a new version;
 * results keep the version they were judged by.
 *
 * @param id      stable, for example {@code standard-floor}
 * @param version from 1 on
 * @param tests   the battery, in order
 * @param retests what may be changed to tell causes apart
 */
public record Protocol(
        String id,
        int version,
        Text name,
        Text summary,
        List<TestDefinition> tests,
        Map<String, Policy> policies,
        Rules rules,
        List<Retest> retests) {

    /** Most tests of a protocol; more fit into no lesson (house convention). */
    private static final int MOST_TESTS = 60;

    public Protocol {
        Refusal.present(id, "id");
        Refusal.present(name, "name");
        Refusal.present(summary, "summary");
        policies = Collections.unmodifiableMap(new LinkedHashMap<>(Refusal.present(policies, "policies")));
        School school = new School(policies);
        Refusal.present(rules, "rules");
        if (version < 1 || tests == null || tests.isEmpty() || tests.size() > MOST_TESTS) {
            throw new InvalidProtocol(
                    "The protocol " + id + " needs a version from 1 on and 1 to " + MOST_TESTS + " tests");
        }
        Set<String> ids = new HashSet<>();
        for (TestDefinition test : tests) {
            if (!ids.add(test.id())) {
                throw new InvalidProtocol("The test " + test.id() + " stands twice in " + id);
            }
        }
        if (tests.stream().noneMatch(TestDefinition::counts)) {
            throw new InvalidProtocol("The protocol " + id + " needs a test that counts");
        }
        retests = retests == null ? List.of() : List.copyOf(retests);
        for (Retest retest : retests) {
            if (retest.otherTest().isPresent()
                    && !ids.contains(retest.otherTest().get())) {
                throw new InvalidProtocol("The retest " + retest.id() + " needs the test "
                        + retest.otherTest().get());
            }
        }
        tests = List.copyOf(tests);
        for (TestDefinition test : tests) {
            test.criteria().forEach(criterion -> policiesKnown(criterion, school));
        }
    }

    /** Whatever names a policy names one that there is, so that judging never meets another. */
    private static void policiesKnown(Criterion criterion, School school) {
        criterion.variants().forEach(variant -> variant.judgedUnder().forEach(school::holds));
        criterion.anchors().forEach(anchor -> {
            anchor.under().forEach(school::holds);
            anchor.target(school);
        });
    }

    /** The school that it takes. */
    public School school() {
        return new School(policies);
    }

    /** The same with other tests and another school. */
    Protocol with(List<TestDefinition> otherTests, School school) {
        return new Protocol(id, version, name, summary, otherTests, school.policies(), rules, retests);
    }

    /**
     * The same with nothing but what another protocol judges as well: tests in the same role and their criteria, by id.
     * Empty where they have no counting test in common.
     */
    public Optional<Protocol> sharedWith(Protocol other) {
        List<TestDefinition> shared = tests.stream()
                .flatMap(test -> other.test(test.id()).filter(t -> t.role() == test.role()).stream()
                        .flatMap(twin -> {
                            List<Criterion> both = test.criteria().stream()
                                    .filter(c -> twin.criterion(c.id()).isPresent())
                                    .toList();
                            return both.isEmpty() ? Stream.empty() : Stream.of(test.of(both));
                        }))
                .toList();
        Set<String> ids = shared.stream().map(TestDefinition::id).collect(Collectors.toSet());
        return shared.stream().noneMatch(TestDefinition::counts)
                ? Optional.empty()
                : Optional.of(new Protocol(
                        id,
                        version,
                        name,
                        summary,
                        shared,
                        policies,
                        rules,
                        retests.stream()
                                .filter(r -> r.otherTest().map(ids::contains).orElse(true))
                                .toList()));
    }

    public Optional<TestDefinition> test(String id) {
        return tests.stream().filter(t -> t.id().equals(id)).findFirst();
    }

    public Optional<Retest> retest(String id) {
        return retests.stream().filter(r -> r.id().equals(id)).findFirst();
    }
}
