package rangordnung.core.judgement;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Random;
import java.util.UUID;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import rangordnung.core.StandardFloor;
import rangordnung.core.certainty.IndexDraws;
import rangordnung.core.certainty.Likelihood;
import rangordnung.core.certainty.RankingRules;
import rangordnung.core.protocol.Grade;

class RankingTest {

    private static final RankingRules RULES = StandardFloor.CERTAINTY.ranking();
    private static final double NOISE = 0.5;
    private static final double SHARED = 0.2;
    private static final int ROSTERS = 8;

    /** An athlete of whom the truth is known, and what a rater with noise saw of them. */
    private record Simulated(double truth, Ranking.Entrant entrant) {}

    /** Athletes whose four double and eight single criteria differ by a spread; all alike where it is 0. */
    private static List<Simulated> roster(int size, int looks, double spread, long seed) {
        Random random = new Random(seed);
        return IntStream.range(0, size)
                .mapToObj(i -> athlete(i, looks, spread, seed, random))
                .toList();
    }

    private static Simulated athlete(int number, int looks, double spread, long seed, Random random) {
        double tendency = spread * random.nextGaussian();
        double squares = 0;
        double weights = 0;
        double seenSquares = 0;
        List<IndexDraws.Seen> seen = new ArrayList<>();
        double[] errors = random.doubles(looks)
                .map(x -> random.nextGaussian() * Math.sqrt(SHARED))
                .toArray();
        for (int c = 0; c < 12; c++) {
            double weight = c < 4 ? 2 : 1;
            int grade = spread == 0 ? 1 : grade(tendency + random.nextGaussian());
            Likelihood likelihood = Likelihood.NOTHING;
            Grade mark = Grade.NONE;
            for (int look = 0; look < looks; look++) {
                double error = NOISE * (errors[look] + Math.sqrt(1 - SHARED) * random.nextGaussian());
                mark = Grade.values()[(int) Math.min(3, Math.max(0, Math.round(grade + error)))];
                likelihood = likelihood.and(Likelihood.byEye(mark, NOISE));
            }
            seen.add(new IndexDraws.Seen("c" + c, weight, likelihood, "rater"));
            weights += weight;
            squares += weight * grade * grade / 9;
            seenSquares += weight * mark.deviation() * mark.deviation();
        }
        return new Simulated(
                100 * (1 - Math.sqrt(squares / weights)),
                new Ranking.Entrant(
                        new UUID(seed, number),
                        "Athlete %03d".formatted(number),
                        100 * (1 - Math.sqrt(seenSquares / weights)),
                        seen,
                        false));
    }

    private static int grade(double propensity) {
        return propensity < 0.3 ? 0 : propensity < 1.1 ? 1 : propensity < 1.9 ? 2 : 3;
    }

    private static Ranking ranking(List<Simulated> roster) {
        return Ranking.of(roster.stream().map(Simulated::entrant).toList(), RULES);
    }

    private static double truth(List<Simulated> roster, Ranking.Placed placed) {
        return roster.stream()
                .filter(s -> s.entrant().equals(placed.entrant()))
                .findFirst()
                .orElseThrow()
                .truth();
    }

    /** Wright and Masters 1982 (value from memory); below half of the variance there is nothing to tell (house convention). */
    @ParameterizedTest
    @CsvSource({"0.49, 0", "0.5, 1", "0.7, 2", "0.85, 3", "0.92, 4", "0.99, 5"})
    void so_many_groups_can_be_told_apart(double reliability, int bands) {
        assertThat(Ranking.bands(reliability, RULES)).isEqualTo(bands);
    }

    /** Against simulated athletes with a known truth, over several rosters: what the page claims holds. */
    @ParameterizedTest
    @CsvSource({"28, 1, 1.0", "100, 2, 1.0", "60, 1, 1.5"})
    void bands_and_place_ranges_hold_against_the_truth(int size, int looks, double spread) {
        int pairs = 0;
        int wrong = 0;
        int held = 0;
        for (int seed = 0; seed < ROSTERS; seed++) {
            List<Simulated> roster = roster(size, looks, spread, seed);
            Ranking ranking = ranking(roster);
            List<Ranking.Placed> sure = ranking.placed().stream()
                    .filter(p -> !p.between() && p.band().isPresent())
                    .toList();
            for (Ranking.Placed one : sure) {
                for (Ranking.Placed other : sure) {
                    if (one.band().orElseThrow() < other.band().orElseThrow()) {
                        pairs++;
                        wrong += truth(roster, one) < truth(roster, other) ? 1 : 0;
                    }
                }
            }
            held += ranking.placed().stream().filter(p -> holds(roster, p)).count();
        }
        assertThat(pairs).as("pairs of different bands").isGreaterThan(ROSTERS * size);
        assertThat(100.0 * wrong / pairs)
                .as("pairs of different bands in the wrong order, percent")
                .isLessThan(5);
        assertThat(100.0 * held / (ROSTERS * size))
                .as("place ranges that hold the true place, percent")
                .isGreaterThan(90);
    }

    /** Whether an athlete's range of places holds a place that the truth gives; who is truly equal shares some. */
    private static boolean holds(List<Simulated> roster, Ranking.Placed placed) {
        double truth = truth(roster, placed);
        long better = roster.stream().filter(s -> s.truth() > truth + 1e-9).count();
        long same =
                roster.stream().filter(s -> Math.abs(s.truth() - truth) <= 1e-9).count();
        return placed.from() <= better + same && placed.to() >= better + 1;
    }

    @Test
    void athletes_who_are_alike_are_not_told_apart_and_have_no_order() {
        Ranking ranking = ranking(roster(40, 1, 0, 3));
        assertThat(ranking.reliability()).isLessThan(0.5);
        assertThat(ranking.bands()).isZero();
        assertThat(ranking.placed()).allMatch(p -> p.band().isEmpty());
        assertThat(ranking.placed()).extracting(p -> p.entrant().name()).isSorted();
        assertThat(ranking.secondLook()).isGreaterThan(ranking.reliability());
    }

    @Test
    void a_second_look_tells_more_apart() {
        assertThat(ranking(roster(100, 2, 1, 11)).reliability())
                .isGreaterThan(ranking(roster(100, 1, 1, 11)).reliability());
    }

    @Test
    void the_order_of_the_roster_changes_nothing_and_the_same_facts_give_the_same_answer() {
        List<Simulated> roster = new ArrayList<>(roster(30, 1, 1, 5));
        Ranking one = ranking(roster);
        Collections.shuffle(roster, new Random(1));
        assertThat(ranking(roster)).isEqualTo(one);
    }

    @Test
    void whoever_is_surely_in_the_lowest_fifth_or_has_a_severe_main_fault_needs_attention() {
        List<Simulated> roster = roster(100, 2, 1.5, 13);
        Ranking ranking = ranking(roster);
        assertThat(ranking.placed())
                .filteredOn(p -> p.lowest() >= 0.9)
                .isNotEmpty()
                .allMatch(Ranking.Placed::attention);
        Ranking.Entrant first = roster.get(0).entrant();
        Ranking severe = Ranking.of(
                List.of(
                        new Ranking.Entrant(first.athlete(), "Severe", 90, first.seen(), true),
                        roster.get(1).entrant()),
                RULES);
        assertThat(severe.placed())
                .filteredOn(p -> p.entrant().name().equals("Severe"))
                .allMatch(Ranking.Placed::attention);
    }

    @Test
    void one_or_nobody_is_ranked_without_a_word_about_others() {
        assertThat(Ranking.of(List.of(), RULES).placed()).isEmpty();
        Ranking alone = ranking(roster(1, 1, 1, 1));
        assertThat(alone.bands()).isZero();
        assertThat(alone.placed().get(0).from()).isEqualTo(1);
        assertThat(alone.placed().get(0).to()).isEqualTo(1);
        assertThat(alone.reliability()).isCloseTo(0, within(1e-12));
    }
}
