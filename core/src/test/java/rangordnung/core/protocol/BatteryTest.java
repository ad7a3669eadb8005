package rangordnung.core.protocol;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import com.fasterxml.jackson.annotation.JsonInclude;
import com.networknt.schema.InputFormat;
import com.networknt.schema.SchemaRegistry;
import com.networknt.schema.SpecificationVersion;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.MethodSource;
import rangordnung.core.ShippedData;
import rangordnung.core.StandardFloor;
import rangordnung.core.body.Side;
import rangordnung.core.body.Sided;
import rangordnung.core.link.LinkRules;
import rangordnung.core.placement.PlacementRules;
import tools.jackson.databind.json.JsonMapper;

class BatteryTest {

    private static final JsonMapper SPARSE = JsonMapper.builder()
            .changeDefaultPropertyInclusion(i -> i.withValueInclusion(JsonInclude.Include.NON_ABSENT)
                    .withContentInclusion(JsonInclude.Include.NON_ABSENT))
            .build();

    static List<String> recipes() {
        return StandardFloor.RECIPES;
    }

    @ParameterizedTest
    @MethodSource("recipes")
    void every_recipe_that_ships_makes_a_protocol_that_obeys_the_schema(String recipe) {
        Protocol protocol = StandardFloor.shipped(recipe);
        String written = SPARSE.writeValueAsString(protocol);

        assertThat(SchemaRegistry.withDefaultDialect(SpecificationVersion.DRAFT_2020_12)
                        .getSchema(getClass().getResourceAsStream("/rangordnung/protocols/protocol.schema.json"))
                        .validate(written, InputFormat.JSON))
                .isEmpty();
        assertThat(SPARSE.readValue(written, Protocol.class))
                .as("written and read again")
                .isEqualTo(protocol);
    }

    /** The batteries and schools of the protocols that ship; common practice, no source. */
    @ParameterizedTest
    @CsvSource({
        "standard-floor.6, overhead-squat split-squat timed-stance wall-test, PARALLEL, HIP_JOINT, PARALLEL, SECOND_THIRD_TOE, VOID_AND_CHAIR, CUE_ONLY_EXPERIENCED",
        "training-stance.5, own-stance-squat forward-lunge reach wall-test, FIXED, SHOULDER, KNEE_HEIGHT, FOOT_AXIS, VOID_AND_HEELS_UP, BANDS",
        "personal.5, own-stance-squat long-lunge running-hold wall-ball-stork front-loaded-hold, PERSONAL, PERSONAL, PERSONAL_CEILING, BIG_TOE_OUTER_BORDER, GRADE_ONLY, NO_BANDS",
        "running-field.5, running-lunge own-stance-squat timed-stance reach, RANGE, SHOULDER, KNEE_HEIGHT, HIP_ANKLE_LINE, VOID_AND_HEELS_UP, CUE_ONLY_EXPERIENCED",
        "quick-lesson.5, sit-to-stand split-squat, PARALLEL, HIP_JOINT, PARALLEL, SECOND_THIRD_TOE, GRADE_ONLY, NO_BANDS"
    })
    void a_recipe_has_its_tests_and_its_school(
            String recipe,
            String tests,
            String turnOut,
            String width,
            String depth,
            String knee,
            String heels,
            String bands) {
        Protocol protocol = StandardFloor.shipped(recipe);

        assertThat(protocol.tests().stream().filter(TestDefinition::counts).map(TestDefinition::id))
                .containsExactly(tests.split(" "));
        assertThat(Stream.of("turnOut", "stanceWidth", "depthTarget", "kneeReference", "heelLift", "bands")
                        .map(p -> protocol.policies().get(p).value()))
                .containsExactly(turnOut, width, depth, knee, heels, bands);
        assertThat(protocol.retests().stream().anyMatch(r -> r.id().equals("light-band")))
                .isEqualTo(!bands.equals("NO_BANDS"));
    }

    @Test
    void a_heel_that_is_meant_to_be_up_can_never_be_a_fault() {
        for (Battery.Template template : StandardFloor.BATTERY.tests()) {
            TestDefinition test = StandardFloor.BATTERY.test(template.id(), Optional.empty());
            boolean judged = test.criteria().stream().anyMatch(c -> c.family() == Family.HEEL_LIFT);
            switch (test.heels()) {
                case EXEMPT -> assertThat(judged).as(test.id()).isFalse();
                case FRONT_ONLY ->
                    assertThat(test.legs())
                            .as(test.id() + ": a side is the front leg")
                            .isEqualTo(TestDefinition.Legs.EACH);
                case JUDGED -> assertThat(test.pattern()).as(test.id()).isEqualTo(TestDefinition.Pattern.SQUAT);
            }
        }
        assertThat(StandardFloor.BATTERY.test("running-lunge", Optional.empty()).heels())
                .isEqualTo(TestDefinition.Heels.EXEMPT);
        assertThatThrownBy(() -> new TestDefinition(
                        "t",
                        new Text("t", "t"),
                        TestDefinition.Pattern.LUNGE,
                        weight(),
                        reps(),
                        List.of(View.SIDE),
                        List.of(),
                        TestDefinition.Heels.EXEMPT,
                        new Text("a", "a"),
                        new Text("b", "b"),
                        List.of(),
                        List.of(),
                        List.of(criterion("front-heel")),
                        TestDefinition.Legs.EACH,
                        TestDefinition.Role.SCREEN,
                        Conditions.STANDARD))
                .hasMessageContaining("heels are exempt");
    }

    private static Criterion criterion(String id) {
        return StandardFloor.BATTERY.criteria().stream()
                .filter(c -> c.id().equals(id))
                .findFirst()
                .orElseThrow();
    }

    private static Threshold weight() {
        return new Threshold(1, "weight", Label.HC, Optional.empty());
    }

    private static TestDefinition.Repetitions reps() {
        return new TestDefinition.Repetitions(0, 1, 1, Label.HC);
    }

    /** Each test with what spoils it: the family of heels, the legs, what ends an attempt without counting. */
    @ParameterizedTest
    @CsvSource(
            nullValues = "-",
            value = {
                "timed-stance, EACH, EXEMPT, eyes-open, 3, 45, cap foot-down arm moved, -",
                "timed-stance, EACH, EXEMPT, eyes-closed, 3, 45, cap foot-down arm moved eyes, -",
                "reach, EACH, EXEMPT, reach, 3, -, valid, foot weight return hands",
                "error-count, TOGETHER, EXEMPT, errors, 1, 20, -, -",
                "wall-ball-stork, EACH, EXEMPT, hold, 1, 10, cap foot-down moved, -",
                "wall-test, EACH, EXEMPT, wall, 1, -, -, -",
                "scales-squat, TOGETHER, EXEMPT, load-lean, 1, -, -, -"
            })
    void a_measured_test_says_what_counts(
            String id,
            TestDefinition.Legs legs,
            TestDefinition.Heels heels,
            String criterion,
            int attempts,
            Double cap,
            String counts,
            String not) {
        TestDefinition test = StandardFloor.BATTERY.test(id, Optional.empty());
        Gauge gauge = test.criterion(criterion).orElseThrow().gauge().orElseThrow();

        assertThat(test.legs()).isEqualTo(legs);
        assertThat(test.heels()).isEqualTo(heels);
        assertThat(gauge.attempts()).isEqualTo(attempts);
        assertThat(gauge.cap().map(Threshold::value)).isEqualTo(Optional.ofNullable(cap));
        assertThat(gauge.endings().stream().filter(Gauge.Ending::counts).map(Gauge.Ending::id))
                .containsExactlyInAnyOrder(words(counts));
        assertThat(gauge.endings().stream().filter(e -> !e.counts()).map(Gauge.Ending::id))
                .containsExactlyInAnyOrder(words(not));
    }

    private static String[] words(String text) {
        return text == null ? new String[0] : text.split(" ");
    }

    @Test
    void set_up_tests_are_never_graded_and_the_knee_hug_has_nine_cells_a_side() {
        TestDefinition setUp =
                StandardFloor.shipped("personal.5").test("personal-set-up").orElseThrow();

        assertThat(setUp.role()).isEqualTo(TestDefinition.Role.SET_UP);
        assertThat(setUp.criteria()).allSatisfy(c -> assertThat(c.anchors()).isEmpty());
        assertThat(setUp.criterion("knee-hug").orElseThrow()).satisfies(c -> {
            assertThat(c.extent()).isEqualTo(Extent.SIDED);
            assertThat(c.gauge().orElseThrow().parts()).hasSize(9);
        });
        assertThat(setUp.criteria().stream().map(c -> c.gauge().orElseThrow().instrument()))
                .contains(Gauge.Instrument.CLOCK, Gauge.Instrument.GRID);
    }

    @Test
    void a_retest_changes_one_thing() {
        Text text = new Text("a", "a");
        assertThatThrownBy(() -> new Retest(
                        "two",
                        text,
                        text,
                        Optional.empty(),
                        Set.of(Family.DEPTH),
                        Set.of(),
                        Optional.of(Conditions.Kind.HEEL_PLATE),
                        Optional.of(Conditions.Position.GOBLET),
                        false,
                        List.of(weight()),
                        Optional.empty(),
                        false,
                        Label.CP))
                .hasMessageContaining("one thing");
        assertThatThrownBy(() -> new Retest(
                        "wide",
                        text,
                        text,
                        Optional.empty(),
                        Set.of(Family.DEPTH),
                        Set.of(),
                        Optional.empty(),
                        Optional.empty(),
                        true,
                        List.of(),
                        Optional.empty(),
                        false,
                        Label.CP))
                .hasMessageContaining("starts with");
    }

    /** A policy that nothing reads would be a promise that is not kept. Those of training are read where the exercise is chosen. */
    @Test
    void every_policy_acts() {
        Battery battery = StandardFloor.BATTERY;
        String data = StandardFloor.tree("/rangordnung/" + ShippedData.BATTERY + ".json")
                .toString();
        Set<String> decided = Set.of("depthTarget", "kneeReference", "heelLift", "overheadKnee", "bands", "phases");
        Set<String> training = Set.of("heelPlates", "soreKnee", "footWeight", "breathing");
        for (Question question : battery.questions()) {
            boolean acts = decided.contains(question.id())
                    || training.contains(question.id())
                    || data.contains("\"" + question.id() + "=")
                    || data.contains("\"policy\":\"" + question.id() + "\"")
                    || data.contains("\"against\":\"" + question.id() + "\"")
                    || question.views().stream().anyMatch(v -> !v.hides().isEmpty());
            assertThat(acts).as(question.id()).isTrue();
        }
    }

    @Test
    void a_school_changes_the_set_up_and_the_words_of_its_tests() {
        Protocol parallel = StandardFloor.shipped("standard-floor.6");
        Map<String, Policy> other = new LinkedHashMap<>(parallel.policies());
        other.putAll(School.of(
                        StandardFloor.BATTERY.questions(),
                        Map.of("turnOut", "FIXED", "stanceWidth", "SHOULDER", "kneePastToe", "NO_CONCERN"))
                .policies());
        TestDefinition turned = StandardFloor.BATTERY
                .dressed(parallel.with(parallel.tests(), new School(other)))
                .tests()
                .get(0);

        assertThat(lines(parallel.tests().get(0)))
                .contains("Feet parallel: the second toe points straight ahead.")
                .anyMatch(l -> l.contains("front hip-bone points"));
        assertThat(lines(turned))
                .contains("Feet turned out about 15°.", "Heels shoulder-width apart.")
                .noneMatch(l -> l.contains("parallel"));
        assertThat(turned.allowedWords()).extracting(Text::en).contains("Feet slightly out.");
        assertThat(turned.criterion("trunk").orElseThrow().noted()).doesNotContain("knee-past-toe");
        assertThat(parallel.tests().get(0).criterion("trunk").orElseThrow().noted())
                .contains("knee-past-toe");
    }

    @Test
    void phases_are_asked_for_only_where_the_school_asks() {
        Protocol asking = StandardFloor.shipped("personal.5");
        Protocol not = StandardFloor.shipped("running-field.5");

        assertThat(phases(asking, "own-stance-squat", "knee-line"))
                .containsExactly(Phase.DESCENT, Phase.BOTTOM, Phase.ASCENT);
        assertThat(phases(asking, "running-hold", "knee-line"))
                .as("nobody goes down")
                .isEmpty();
        assertThat(phases(asking, "own-stance-squat", "depth")).isEmpty();
        assertThat(not.tests()).allSatisfy(t -> assertThat(t.criteria())
                .allSatisfy(c -> assertThat(c.phases()).isEmpty()));

        Map<String, Policy> other = new LinkedHashMap<>(not.policies());
        other.put("phases", asking.policies().get("phases"));
        assertThat(phases(
                        StandardFloor.BATTERY.dressed(not.with(not.tests(), new School(other))),
                        "running-lunge",
                        "knee-line"))
                .as("and come back where a lead turns it on")
                .containsExactly(Phase.LANDING, Phase.DESCENT, Phase.BOTTOM, Phase.ASCENT);
    }

    private static List<Phase> phases(Protocol protocol, String test, String criterion) {
        return protocol.test(test)
                .orElseThrow()
                .criterion(criterion)
                .orElseThrow()
                .phases();
    }

    private static List<String> lines(TestDefinition test) {
        return test.setUp().stream().map(s -> s.text().en()).toList();
    }

    @Test
    void an_older_version_gets_the_words_of_its_views_and_keeps_its_numbers() {
        Protocol old = StandardFloor.PROTOCOL;
        Protocol named = StandardFloor.BATTERY.completed(old);

        assertThat(named.policies().keySet())
                .containsExactlyElementsOf(StandardFloor.BATTERY.questions().stream()
                        .map(Question::id)
                        .toList());
        assertThat(named.policies().values()).allMatch(p -> p.name().isPresent());
        old.policies().forEach((id, policy) -> assertThat(named.policies().get(id))
                .extracting(Policy::value, Policy::reason, Policy::target, Policy::tolerance)
                .containsExactly(policy.value(), policy.reason(), policy.target(), policy.tolerance()));
        assertThat(named.tests()).isEqualTo(old.tests());
    }

    /** What one file of data says of another is held against it when it is read, so that nothing meets an unknown id later. */
    @Test
    void data_that_name_what_is_not_there_are_refused_when_they_are_read() {
        assertThat(StandardFloor.LINKS.checked(StandardFloor.BATTERY)).isEqualTo(StandardFloor.LINKS);
        assertThat(StandardFloor.RULES.checked(StandardFloor.LADDERS, StandardFloor.LINKS))
                .isEqualTo(StandardFloor.RULES);
        String battery = StandardFloor.tree("/rangordnung/" + ShippedData.BATTERY + ".json")
                .toString();
        assertThatThrownBy(() -> StandardFloor.JSON.readValue(
                        battery.replace("\"retest\":\"chair\"", "\"retest\":\"stool\""), Battery.class))
                .hasMessageContaining("no retest stool");
        String links = StandardFloor.tree("/rangordnung/" + ShippedData.LINKS + ".json")
                .toString();
        assertThatThrownBy(() -> StandardFloor.JSON
                        .readValue(links.replace("\"chair\"", "\"stool\""), LinkRules.class)
                        .checked(StandardFloor.BATTERY))
                .hasMessageContaining("the retest stool");
        String rules = StandardFloor.tree("/rangordnung/" + ShippedData.PLACEMENT + ".json")
                .toString();
        assertThatThrownBy(() -> StandardFloor.JSON
                        .readValue(rules.replace("\"chair-sit-stand\"", "\"stool\""), PlacementRules.class)
                        .checked(StandardFloor.LADDERS, StandardFloor.LINKS))
                .hasMessageContaining("no rung on squat stool");
    }

    @Test
    void an_unknown_view_or_test_is_refused_by_name() {
        assertThatThrownBy(() -> School.of(StandardFloor.BATTERY.questions(), Map.of("turnOut", "SIDEWAYS")))
                .hasMessageContaining("SIDEWAYS");
        assertThatThrownBy(() -> StandardFloor.BATTERY.test("handstand", Optional.empty()))
                .hasMessageContaining("handstand");
    }

    @Test
    void conditions_differ_only_in_what_both_have_taken() {
        Conditions plain = Conditions.STANDARD;
        Conditions stance = plain.withStance(
                Optional.of(32.0), Sided.each(s -> s == Side.LEFT ? Optional.of(5.0) : Optional.empty()));

        assertThat(plain.differences(stance)).isEmpty();
        assertThat(stance.differences(stance.withStance(Optional.of(50.0), Sided.both(Optional.of(20.0)))))
                .containsExactlyInAnyOrder(Conditions.Dimension.STANCE, Conditions.Dimension.TURN_OUT);
        assertThat(plain.differences(plain.withAids(List.of(Conditions.Aid.of(Conditions.Kind.HEEL_PLATE, 2)))))
                .containsExactly(Conditions.Dimension.AIDS);
        assertThat(plain.withTreatedSide(Optional.of(Side.LEFT)).baseline(plain))
                .isFalse();
    }
}
