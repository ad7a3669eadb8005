package rangordnung.core.agreement;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.util.ArrayList;
import java.util.Collection;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import java.util.UUID;
import java.util.stream.IntStream;
import org.hipparchus.stat.descriptive.DescriptiveStatistics;
import org.hipparchus.stat.inference.OneWayAnova;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;
import rangordnung.core.Rater;
import rangordnung.core.StandardFloor;
import rangordnung.core.judgement.ScreenResult;
import rangordnung.core.protocol.Grade;
import rangordnung.core.protocol.View;

class AgreementTest {

    /** Six targets, four judges (Shrout and Fleiss 1979, Psychological Bulletin 86; value from memory). */
    private static final List<double[]> TABLE = List.of(
            new double[] {9, 2, 5, 8},
            new double[] {6, 1, 3, 2},
            new double[] {8, 4, 6, 8},
            new double[] {7, 1, 2, 6},
            new double[] {10, 5, 6, 9},
            new double[] {6, 2, 4, 7});

    @Test
    void intraclass_correlations_are_the_published_ones() {
        IntraclassCorrelation icc = IntraclassCorrelation.of(TABLE);
        assertThat(new double[] {
                    icc.oneWay(),
                    icc.agreement().value(),
                    icc.consistency().value(),
                    icc.oneWayMean(),
                    icc.agreementMean(),
                    icc.consistencyMean()
                })
                .containsExactly(new double[] {0.17, 0.29, 0.71, 0.44, 0.62, 0.91}, within(0.005));
    }

    /** ICC(1,1) = (F − 1) / (F + k − 1), with F of Hipparchus's one-way analysis of variance. */
    @ParameterizedTest
    @ValueSource(longs = {1, 2, 3, 4, 5})
    void the_one_way_correlation_agrees_with_an_analysis_of_variance(long seed) {
        Random random = new Random(seed);
        List<double[]> table = new ArrayList<>();
        for (int i = 0; i < 12; i++) {
            double target = random.nextGaussian() * 5;
            table.add(random.doubles(3, -2, 2).map(noise -> target + noise).toArray());
        }
        Collection<double[]> groups = new ArrayList<>(table);
        double f = new OneWayAnova().anovaFValue(groups);

        assertThat(IntraclassCorrelation.of(table).oneWay()).isCloseTo((f - 1) / (f + 2), within(1e-9));
    }

    @Test
    void a_constant_lean_of_one_judge_counts_for_agreement_and_not_for_consistency() {
        List<double[]> leaning =
                IntStream.range(0, 8).mapToObj(i -> new double[] {i, i + 3}).toList();

        assertThat(IntraclassCorrelation.of(leaning).consistency().value()).isCloseTo(1, within(1e-9));
        assertThat(IntraclassCorrelation.of(leaning).agreement().value()).isLessThan(0.75);
        assertThatThrownBy(() -> IntraclassCorrelation.of(List.of(new double[] {1, 2})))
                .hasMessageContaining("at least two");
    }

    private static List<Kappa.Pair> pairs(int[][] table) {
        List<Kappa.Pair> pairs = new ArrayList<>();
        for (int i = 0; i < table.length; i++) {
            for (int j = 0; j < table.length; j++) {
                for (int n = 0; n < table[i][j]; n++) {
                    pairs.add(new Kappa.Pair(i, j));
                }
            }
        }
        return pairs;
    }

    /** Exact, by mathematics. */
    @Test
    void kappa_of_the_worked_table_is_two_fifths() {
        Kappa kappa = Kappa.of(pairs(new int[][] {{20, 5}, {10, 15}}), 2);

        assertThat(kappa.kappa().orElseThrow().value()).isCloseTo(0.40, within(1e-12));
        assertThat(kappa.agreement()).isCloseTo(0.7, within(1e-12));
        assertThat(kappa.weighted()).as("two categories have no distance").isEqualTo(kappa.kappa());
    }

    @Test
    void a_neighbouring_grade_weighs_less_than_a_distant_one() {
        double near = Kappa.of(pairs(new int[][] {{5, 2, 0, 0}, {0, 5, 0, 0}, {0, 0, 5, 0}, {0, 0, 0, 5}}), 4)
                .weighted()
                .orElseThrow()
                .value();
        double far = Kappa.of(pairs(new int[][] {{5, 0, 0, 2}, {0, 5, 0, 0}, {0, 0, 5, 0}, {0, 0, 0, 5}}), 4)
                .weighted()
                .orElseThrow()
                .value();

        assertThat(near).isGreaterThan(far);
        assertThat(Kappa.of(pairs(new int[][] {{3, 0}, {0, 4}}), 2).kappa()).contains(new Interval(1, 1, 1));
        assertThat(Kappa.of(pairs(new int[][] {{7, 0}, {0, 0}}), 2).kappa())
                .as("chance alone would agree always")
                .isEmpty();
        assertThatThrownBy(() -> Kappa.of(List.of(), 4)).hasMessageContaining("at least one pair");
    }

    /** Landis and Koch 1977, Biometrics 33; value from memory. */
    @ParameterizedTest
    @CsvSource({
        "-0.01, POOR",
        "0, SLIGHT",
        "0.20, SLIGHT",
        "0.21, FAIR",
        "0.40, FAIR",
        "0.60, MODERATE",
        "0.6000000000000001, MODERATE",
        "0.80, SUBSTANTIAL",
        "0.81, ALMOST_PERFECT",
        "1, ALMOST_PERFECT"
    })
    void words_for_a_kappa(double kappa, Kappa.Strength strength) {
        assertThat(Kappa.strength(kappa)).isEqualTo(strength);
    }

    /** Mean and standard deviation of Hipparchus. */
    @Test
    void limits_of_agreement_follow_mean_and_deviation_of_the_differences() {
        List<double[]> pairs =
                List.of(new double[] {10, 9}, new double[] {12, 13}, new double[] {8, 5}, new double[] {11, 11});
        DescriptiveStatistics differences = new DescriptiveStatistics();
        pairs.forEach(p -> differences.addValue(p[0] - p[1]));
        LimitsOfAgreement limits = LimitsOfAgreement.of(pairs, 1.96);

        assertThat(limits.bias().value()).isCloseTo(differences.getMean(), within(1e-12));
        assertThat(limits.high().value() - limits.bias().value())
                .isCloseTo(1.96 * differences.getStandardDeviation(), within(1e-12));
    }

    /** Table 2 of Shrout and Fleiss 1979 with 95 % intervals from F, as statistics packages print them; values from memory. */
    @Test
    void intervals_of_intraclass_correlations_are_the_published_ones() {
        IntraclassCorrelation icc = IntraclassCorrelation.of(TABLE);
        assertThat(new double[] {
                    icc.agreement().low(),
                    icc.agreement().high(),
                    icc.consistency().low(),
                    icc.consistency().high()
                })
                .containsExactly(new double[] {0.019, 0.761, 0.342, 0.946}, within(0.002));
    }

    /** The large-sample error of a kappa, against the delta method on the same multinomial, differentiated numerically. */
    @ParameterizedTest
    @ValueSource(booleans = {false, true})
    void the_interval_of_a_kappa_is_that_of_the_delta_method(boolean weighted) {
        int[][] table = {{20, 5, 1, 0}, {6, 15, 4, 1}, {0, 3, 12, 2}, {1, 0, 2, 8}};
        int n = 80;
        Interval interval = kappa(table, weighted);
        double mean = 0;
        double squares = 0;
        int step = 10_000; // counts so large that one more is a derivative
        for (int i = 0; i < 4; i++) {
            for (int j = 0; j < 4; j++) {
                int[][] more = scaled(table, step);
                more[i][j]++;
                double slope = (kappa(more, weighted).value() - interval.value()) * n * step;
                double share = table[i][j] / (double) n;
                mean += share * slope;
                squares += share * slope * slope;
            }
        }
        double error = Math.sqrt((squares - mean * mean) / n);
        assertThat((interval.high() - interval.low()) / 2).isCloseTo(1.96 * error, within(0.03 * error));
    }

    private static int[][] scaled(int[][] table, int by) {
        int[][] all = new int[table.length][table.length];
        for (int i = 0; i < table.length; i++) {
            for (int j = 0; j < table.length; j++) {
                all[i][j] = table[i][j] * by;
            }
        }
        return all;
    }

    private static Interval kappa(int[][] table, boolean weighted) {
        Kappa kappa = Kappa.of(pairs(table), 4);
        return (weighted ? kappa.weighted() : kappa.kappa()).orElseThrow();
    }

    /** 20 looks of the protocol's half grade, and 60 of which every second is a grade apart: √((20 · 0.25 + 15) / 80). */
    @Test
    void the_houses_own_noise_is_drawn_toward_what_second_looks_show() {
        List<Comparison> looks = IntStream.range(0, 60)
                .mapToObj(i -> new Comparison(
                        "squat",
                        "arch",
                        Optional.empty(),
                        Grade.SLIGHT,
                        i % 2 == 0 ? Grade.SLIGHT : Grade.MARKED,
                        i % 2,
                        Optional.empty()))
                .toList();
        assertThat(HouseNoise.of(looks, 0.5)).hasValueSatisfying(noise -> {
            assertThat(noise.looks()).isEqualTo(60);
            assertThat(noise.own()).isCloseTo(0.5, within(1e-9));
        });
        assertThat(HouseNoise.of(looks, 0.3).orElseThrow().own())
                .isCloseTo(Math.sqrt((20 * 0.09 + 15) / 80), within(1e-9));
        assertThat(HouseNoise.of(List.of(), 0.5)).isEmpty();
    }

    private static Comparison compared(String criterion, Grade first, Grade second) {
        return new Comparison(
                "squat",
                criterion,
                Optional.empty(),
                first,
                second,
                Math.abs(first.ordinal() - second.ordinal()),
                Optional.empty());
    }

    /** Two criteria that never vary agree by chance alone, but their pooled pairs would look like agreement. */
    @Test
    void agreement_is_averaged_within_criteria_and_drawn_over_athletes() {
        Random random = new Random(3);
        List<List<Comparison>> athletes = IntStream.range(0, 30)
                .mapToObj(i -> List.of(
                        compared("arch", Grade.NONE, random.nextInt(10) == 0 ? Grade.SLIGHT : Grade.NONE),
                        compared("depth", Grade.SEVERE, random.nextInt(10) == 0 ? Grade.MARKED : Grade.SEVERE)))
                .toList();
        Pooled pooled = Pooled.of(athletes);
        assertThat(pooled.pairs()).isEqualTo(60);
        assertThat(pooled.percent()).isBetween(75.0, 100.0);
        assertThat(pooled.weighted().orElseThrow().value())
                .as("no rater varies")
                .isCloseTo(0, within(1e-9));

        List<List<Comparison>> same = IntStream.range(0, 40)
                .mapToObj(i -> List.of(compared("arch", Grade.values()[i % 4], Grade.values()[i % 5 == 0 ? 0 : i % 4])))
                .toList();
        Interval kappa = Pooled.of(same).weighted().orElseThrow();
        Interval large = Kappa.of(
                        same.stream()
                                .map(c -> new Kappa.Pair(
                                        c.get(0).first().ordinal(),
                                        c.get(0).second().ordinal()))
                                .toList(),
                        4)
                .weighted()
                .orElseThrow();
        assertThat(kappa.value()).isCloseTo(large.value(), within(1e-12));
        assertThat(kappa.high() - kappa.low())
                .as("the jackknife is near the large-sample error where there is one criterion")
                .isCloseTo(large.high() - large.low(), within(0.05));
    }

    @Test
    void two_raters_are_compared_criterion_by_criterion() {
        Rater book = new Rater()
                .by(UUID.randomUUID())
                .trial(StandardFloor.PROTOCOL, "overhead-squat")
                .mark("knee-line L SEVERE")
                .close(View.FRONT)
                .close(View.SIDE);
        book.by(UUID.randomUUID())
                .trial(StandardFloor.PROTOCOL, "overhead-squat")
                .mark("knee-line L SLIGHT")
                .close(View.FRONT)
                .close(View.SIDE);
        ScreenResult screen = book.judged();
        List<Comparison> all =
                Comparison.of(screen.second().get(0), screen.tests().get(0));

        assertThat(all)
                .hasSize(15)
                .filteredOn(Comparison::differs)
                .singleElement()
                .returns("knee-line", Comparison::criterion)
                .returns(2, Comparison::apart);
        assertThat(all).allSatisfy(c -> assertThat(c.values()).isEmpty());
    }
}
