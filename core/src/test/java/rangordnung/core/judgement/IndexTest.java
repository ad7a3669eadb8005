package rangordnung.core.judgement;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.List;
import java.util.Optional;
import java.util.Random;
import org.hipparchus.stat.descriptive.DescriptiveStatistics;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.MethodSource;
import rangordnung.core.RandomScreens;
import rangordnung.core.Rater;
import rangordnung.core.StandardFloor;
import rangordnung.core.body.Side;
import rangordnung.core.protocol.Criterion;
import rangordnung.core.protocol.Protocol;
import rangordnung.core.protocol.Source;
import rangordnung.core.protocol.View;
import rangordnung.core.record.Fact;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.ObjectNode;

class IndexTest {

    private static final List<Criterion> CRITERIA =
            StandardFloor.PROTOCOL.tests().get(0).criteria();

    static List<List<String>> screens() {
        return RandomScreens.some();
    }

    private static MovementIndex.Known index(ScreenResult result) {
        return (MovementIndex.Known) result.index();
    }

    private static ScreenResult judged(List<String> marks) {
        return Rater.seen(marks.toArray(String[]::new)).judged();
    }

    /** 100 × (1 − √(Σ w d² / Σ w)): twelve criteria, four of them double (house convention). */
    @ParameterizedTest
    @CsvSource({
        "depth - SEVERE, 64.6",
        "depth - SLIGHT + heels L SLIGHT + heels R SLIGHT, 83.3",
        "knee-line L SEVERE, 75.0",
        "knee-line L SEVERE + knee-line R SEVERE, 64.6",
        "'', 100.0"
    })
    void one_severe_fault_weighs_as_much_as_nine_slight_ones(String marks, double expected) {
        MovementIndex.Known index = index(judged(marks.isBlank() ? List.of() : List.of(marks.split(" \\+ "))));
        assertThat(index.value()).isEqualTo(expected);
        assertThat(index.low()).isLessThanOrEqualTo(index.value());
        assertThat(index.high()).isGreaterThanOrEqualTo(index.value());
        assertThat(index.completeness()).isEqualTo(1);
    }

    /** Against simulation with a general-purpose statistics library (Hipparchus). */
    @Test
    void the_stated_noise_is_about_the_spread_of_the_index_when_every_input_wobbles() {
        ScreenResult result = judged(List.of("knee-line L MARKED", "depth - SEVERE", "arch L SLIGHT"));
        Random random = new Random(5);
        DescriptiveStatistics spread = new DescriptiveStatistics();
        List<MovementIndex.Part> parts = MovementIndex.parts(result.tests());
        for (int run = 0; run < 20_000; run++) {
            double squares = 0;
            double weights = 0;
            for (MovementIndex.Part part : parts) {
                double d = part.graded().deviation() + part.graded().sem() * random.nextGaussian();
                squares += part.weight() * d * d;
                weights += part.weight();
            }
            spread.addValue(100 * (1 - Math.sqrt(squares / weights)));
        }
        assertThat(index(result).sem())
                .isBetween(0.7 * spread.getStandardDeviation(), 1.3 * spread.getStandardDeviation());
    }

    /** Weir 2005, J Strength Cond Res 19; value from memory: MDC = 1.96 × √2 × SEM. */
    @Test
    void the_minimal_detectable_change_follows_from_the_sem() {
        Estimate estimate = new Estimate(80, 3);

        assertThat(estimate.minimalDetectableChange(1.96)).isCloseTo(8.3156, within(1e-4));
        assertThat(estimate.detectableDifference(new Estimate(70, 3), 1.96))
                .isCloseTo(estimate.minimalDetectableChange(1.96), within(1e-12));
    }

    /** Munro et al. 2012, J Sport Rehabil 21; value from memory: FPPA SEM about 3°, detectable change about 8°. */
    @Test
    void the_shipped_sem_of_the_knee_angle_gives_the_published_detectable_change() {
        double sem = CRITERIA.get(0).anchor("fppa").orElseThrow().sem().value();

        assertThat(new Estimate(0, sem).minimalDetectableChange(1.96)).isCloseTo(8, within(0.5));
    }

    @ParameterizedTest
    @MethodSource("screens")
    void mirroring_swaps_sides_and_directions_and_keeps_the_index(List<String> marks) {
        ScreenResult original = judged(marks);
        ScreenResult mirrored = judged(marks.stream()
                .map(m -> m.contains(" L ") ? m.replace(" L ", " R ") : m.replace(" R ", " L "))
                .toList());

        assertThat(mirrored.index()).usingRecursiveComparison().isEqualTo(original.index());
        assertThat(mirrored.tests().get(0).worseSide())
                .isEqualTo(original.tests().get(0).worseSide().map(Side::opposite));
        for (int i = 0; i < CRITERIA.size(); i++) {
            CriterionResult a = original.tests().get(0).criteria().get(i);
            CriterionResult b = mirrored.tests().get(0).criteria().get(i);
            assertThat(b.findings().map(f -> f.graded().map(Finding.Graded::grade)))
                    .isEqualTo(a.findings().mirrored().map(f -> f.graded().map(Finding.Graded::grade)));
            assertThat(b.direction()).isEqualTo(a.direction().map(Side::opposite));
        }
    }

    @ParameterizedTest
    @MethodSource("screens")
    void adding_a_clean_criterion_never_lowers_the_index(List<String> marks) {
        Protocol wider = StandardFloor.protocol(p -> {
            ArrayNode criteria = (ArrayNode) p.at("/tests/0/criteria");
            ObjectNode extra = ((ObjectNode) criteria.get(criteria.size() - 1)).deepCopy();
            criteria.add(extra.put("id", "extra").put("key", "x"));
        });
        Rater book = Rater.seen(marks.toArray(String[]::new));

        assertThat(index(book.judged(wider)).value())
                .isGreaterThanOrEqualTo(index(book.judged()).value());
    }

    @ParameterizedTest
    @MethodSource("screens")
    void what_cannot_be_told_never_counts_as_zero(List<String> marks) {
        Rater book = Rater.squat();
        marks.forEach(book::mark);
        Rater without = book.unclear("arch", Optional.of(Side.LEFT))
                .unclear("arch", Optional.of(Side.RIGHT))
                .close(rangordnung.core.protocol.View.FRONT)
                .close(rangordnung.core.protocol.View.SIDE);
        ScreenResult result = without.judged();
        double weights = 0;
        double squares = 0;
        for (MovementIndex.Part part : MovementIndex.parts(result.tests())) {
            assertThat(part.result().criterion().id()).isNotEqualTo("arch");
            weights += part.weight();
            squares += part.weight() * Math.pow(part.graded().deviation(), 2);
        }

        assertThat(index(result).value()).isEqualTo(Math.round(1000 * (1 - Math.sqrt(squares / weights))) / 10.0);
        assertThat(result.index().completeness()).isCloseTo(15 / 16.0, within(1e-9));
    }

    /** Severe faults that were only seen with help would otherwise be left out, and the index would be that of a clean athlete. */
    @Test
    void a_cued_trial_never_raises_an_index() {
        Rater book = Rater.seen("knee-line L SEVERE", "depth - SEVERE");
        assertThat(book.judged().index()).isInstanceOf(MovementIndex.Known.class);
        assertThat(book.flag(Fact.Flag.CUED).judged().index())
                .isInstanceOfSatisfying(MovementIndex.Unknown.class, none -> assertThat(none.reason())
                        .isEqualTo(MovementIndex.Reason.FLAGGED_TRIALS));
    }

    @Test
    void of_two_sides_that_are_equal_the_less_certain_one_gives_the_noise() {
        TestResult test = Rater.squat()
                .measured("knee-line", Optional.of(Side.LEFT), "fppa", 1, 13)
                .taken(Source.POSE, 9, "knee-line", Optional.of(Side.RIGHT), "fppa", 13)
                .close(View.SIDE)
                .judged()
                .tests()
                .get(0);
        assertThat(test.worseSide()).isEmpty();
        assertThat(test.deviation().orElseThrow().sem())
                .isEqualTo(test.deviations().right().orElseThrow().sem())
                .isGreaterThan(test.deviations().left().orElseThrow().sem());
    }

    /** What nobody could tell is no clean main fault, however much else was seen. */
    @Test
    void there_is_no_index_while_a_main_fault_could_not_be_told() {
        assertThat(Rater.squat()
                        .unclear("depth", Optional.empty())
                        .close(View.FRONT)
                        .close(View.SIDE)
                        .judged()
                        .index())
                .isInstanceOfSatisfying(MovementIndex.Unknown.class, none -> assertThat(none.reason())
                        .isEqualTo(MovementIndex.Reason.MAIN_FAULT_UNSEEN));
    }

    @Test
    void there_is_no_index_below_the_minimum_completeness() {
        assertThat(Rater.squat()
                        .close(rangordnung.core.protocol.View.SIDE)
                        .judged()
                        .index())
                .isEqualTo(new MovementIndex.Unknown(MovementIndex.Reason.TOO_INCOMPLETE, 0.5));
    }
}
