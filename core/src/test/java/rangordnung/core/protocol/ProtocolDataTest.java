package rangordnung.core.protocol;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import com.networknt.schema.InputFormat;
import com.networknt.schema.Schema;
import com.networknt.schema.SchemaRegistry;
import com.networknt.schema.SpecificationVersion;
import java.util.function.Consumer;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.Arguments;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.MethodSource;
import rangordnung.core.StandardFloor;
import tools.jackson.databind.node.ObjectNode;

class ProtocolDataTest {

    private static final TestDefinition SQUAT =
            StandardFloor.PROTOCOL.test("overhead-squat").orElseThrow();

    @Test
    void the_protocol_that_ships_obeys_its_schema_and_the_schema_can_say_no() {
        Schema schema = SchemaRegistry.withDefaultDialect(SpecificationVersion.DRAFT_2020_12)
                .getSchema(getClass().getResourceAsStream("/rangordnung/protocols/protocol.schema.json"));
        String shipped = StandardFloor.tree(StandardFloor.FILE).toString();

        assertThat(schema.validate(shipped, InputFormat.JSON)).isEmpty();
        assertThat(schema.validate(shipped.replace("\"key\":\"k\"", "\"key\":\"kk\""), InputFormat.JSON))
                .isNotEmpty();
        assertThat(schema.validate(shipped.replaceFirst(",\"source\":\"Weir[^\"]*\"", ""), InputFormat.JSON))
                .isNotEmpty();
    }

    /** House convention: the start anchors of the product. */
    @ParameterizedTest
    @CsvSource({
        "knee-line, fppa, 3, 18", "knee-line, knee-to-foot-offset, 5, 45", "heels, heel-rise, 0.5, 3",
        "depth, thigh-angle-above-target, 3, 33", "drift, pelvic-shift, 4, 24", "drop, pelvic-obliquity, 2, 10",
        "trunk, trunk-minus-shin, 8, 38", "low-back, tuck-before-target, 3, 18", "arms, arm-line, 10, 50",
        "turn-out, turn-out-change, 3, 18"
    })
    void anchors_turn_tolerance_into_zero_and_limit_into_one(
            String criterion, String measure, double tolerance, double limit) {
        Anchor anchor = SQUAT.criterion(criterion).orElseThrow().anchor(measure).orElseThrow();

        assertThat(anchor.deviation(tolerance)).isZero();
        assertThat(anchor.deviation(limit)).isEqualTo(1);
        assertThat(anchor.deviation((tolerance + limit) / 2)).isEqualTo(0.5);
        assertThat(anchor.deviation(tolerance - 1)).isZero();
        assertThat(anchor.deviation(limit + 1)).isEqualTo(1);
        assertThat(anchor.tolerance().label()).isEqualTo(Label.HC);
    }

    @Test
    void what_a_heel_lift_spoils_is_what_stands_above_the_feet() {
        assertThat(SQUAT.criteria().stream().filter(Criterion::voidedByHeelLift).map(Criterion::id))
                .containsExactlyInAnyOrder("knee-line", "drift", "drop", "depth", "trunk", "low-back", "arms");
        assertThat(SQUAT.criteria().stream().filter(Criterion::heading).map(c -> c.weight()
                        .value()))
                .containsOnly(2.0);
        assertThat(SQUAT.setUp().get(0).part()).isEqualTo("feet");
        assertThat(SQUAT.setUp().get(SQUAT.setUp().size() - 1).part()).isEqualTo("head");
    }

    /** House convention: at a cut-point the higher grade holds. */
    @ParameterizedTest
    @CsvSource({
        "0, NONE",
        "0.2499, NONE",
        "0.25, SLIGHT",
        "0.4999, SLIGHT",
        "0.5, MARKED",
        "0.7499, MARKED",
        "0.75, SEVERE",
        "1, SEVERE"
    })
    void grades_begin_at_their_cut_points(double deviation, Grade grade) {
        assertThat(Grade.of(deviation, StandardFloor.PROTOCOL.rules().gradeCutPoints()))
                .isEqualTo(grade);
    }

    @Test
    void a_grade_by_eye_is_a_third_of_the_way_each() {
        assertThat(Stream.of(Grade.values()).map(Grade::deviation)).containsExactly(0.0, 1 / 3.0, 2 / 3.0, 1.0);
    }

    static Stream<Arguments> contradictions() {
        return Stream.of(
                contradiction("stands twice", p -> ((ObjectNode) p.at("/tests/0/criteria/1")).put("id", "knee-line")),
                contradiction("stands twice", p -> ((ObjectNode) p.at("/tests/0/criteria/1")).put("key", "k")),
                contradiction("above zero", p -> ((ObjectNode) p.at("/tests/0/criteria/0/weight")).put("value", 0)),
                contradiction(
                        "must differ", p -> ((ObjectNode) p.at("/tests/0/criteria/0/anchors/0/limit")).put("value", 3)),
                contradiction("share one unit", p -> ((ObjectNode) p.at("/tests/0/criteria/0/anchors/0/limit"))
                        .put("unit", "radians")),
                contradiction("must ascend", p -> ((ObjectNode) p.at("/rules/gradeCutPoints/2")).put("value", 0.5)),
                contradiction("needs its source", p -> ((ObjectNode) p.at("/rules/coverage")).remove("source")),
                contradiction("heels are exempt", p -> ((ObjectNode) p.at("/tests/0")).put("heels", "EXEMPT")),
                contradiction("version from 1", p -> p.put("version", 0)),
                contradiction("English and in German", p -> ((ObjectNode) p.at("/name")).put("de", " ")));
    }

    private static Arguments contradiction(String says, Consumer<ObjectNode> change) {
        return Arguments.of(says, change);
    }

    @ParameterizedTest
    @MethodSource("contradictions")
    void a_protocol_that_contradicts_itself_is_refused_with_the_place(String says, Consumer<ObjectNode> change) {
        assertThatThrownBy(() -> StandardFloor.protocol(change))
                .hasRootCauseInstanceOf(InvalidProtocol.class)
                .hasStackTraceContaining(says);
    }
}
