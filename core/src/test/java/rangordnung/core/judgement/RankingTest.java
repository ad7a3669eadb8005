package rangordnung.core.judgement;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.UUID;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import rangordnung.core.StandardFloor;
import rangordnung.core.protocol.Rules;

class RankingTest {

    private static final Rules RULES = StandardFloor.PROTOCOL.rules();
    private static final double SEM = 5;
    private static final double MDC = 1.96 * Math.sqrt(2) * SEM;

    private static Ranking ranking(List<Ranking.Entrant> standings) {
        return Ranking.of(standings, RULES);
    }

    private static List<Ranking.Entrant> standings(double... values) {
        return IntStream.range(0, values.length)
                .mapToObj(i ->
                        new Ranking.Entrant(new UUID(0, i), "Athlete %02d".formatted(i), new Estimate(values[i], SEM)))
                .toList();
    }

    private static List<Ranking.Entrant> random(long seed) {
        Random random = new Random(seed);
        return IntStream.range(0, 30)
                .mapToObj(i -> new Ranking.Entrant(
                        new UUID(seed, i),
                        "N" + random.nextInt(9),
                        new Estimate(random.nextInt(400) / 10.0 + 40, 3 + random.nextInt(4))))
                .toList();
    }

    private static Map<UUID, Integer> bands(Ranking ranking) {
        return ranking.bands().stream()
                .flatMap(b ->
                        b.members().stream().map(m -> Map.entry(m.standing().athlete(), b.number())))
                .collect(Collectors.toMap(Map.Entry::getKey, Map.Entry::getValue));
    }

    @Test
    void athletes_within_one_detectable_change_form_one_band_and_beyond_it_the_next_opens() {
        assertThat(ranking(standings(90, 85, 90 - MDC + 0.1)).bands()).hasSize(1);
        assertThat(ranking(standings(90, 85, 90 - MDC - 0.1)).bands()).hasSize(2);
        // The leader decides, not the neighbour: 76 is 9 below 85 but 14 below 90.
        assertThat(ranking(standings(90, 85, 76, 75, 62)).bands().stream()
                        .map(b -> b.members().size()))
                .containsExactly(2, 2, 1);
    }

    @ParameterizedTest
    @ValueSource(longs = {1, 2, 3, 4, 5, 6, 7, 8})
    void order_of_athletes_and_a_constant_change_no_band(long seed) {
        List<Ranking.Entrant> standings = random(seed);
        List<Ranking.Entrant> shuffled = new ArrayList<>(standings);
        Collections.shuffle(shuffled, new Random(seed));
        List<Ranking.Entrant> raised = standings.stream()
                .map(s -> new Ranking.Entrant(
                        s.athlete(),
                        s.name(),
                        new Estimate(s.index().value() + 7.3, s.index().sem())))
                .toList();

        assertThat(ranking(shuffled)).isEqualTo(ranking(standings));
        assertThat(bands(ranking(raised))).isEqualTo(bands(ranking(standings)));
    }

    @ParameterizedTest
    @ValueSource(longs = {1, 2, 3, 4, 5, 6, 7, 8})
    void a_better_index_never_stands_in_a_lower_band_and_equals_share_rank_and_band(long seed) {
        Ranking ranking = ranking(random(seed));
        List<Ranking.Ranked> all =
                ranking.bands().stream().flatMap(b -> b.members().stream()).toList();
        Map<UUID, Integer> bands = bands(ranking);

        for (Ranking.Ranked a : all) {
            for (Ranking.Ranked b : all) {
                int byIndex = Double.compare(
                        a.standing().index().value(), b.standing().index().value());
                int byBand = bands.get(b.standing().athlete())
                        - bands.get(a.standing().athlete());
                if (byIndex > 0) {
                    assertThat(byBand).isNotNegative();
                    assertThat(a.rank()).isLessThan(b.rank());
                } else if (byIndex == 0) {
                    assertThat(byBand).isZero();
                    assertThat(a.rank()).isEqualTo(b.rank());
                }
            }
        }
    }

    @Test
    void inside_a_band_the_order_is_alphabetical() {
        List<Ranking.Entrant> standings = List.of(
                new Ranking.Entrant(new UUID(0, 1), "Zeynep", new Estimate(90, SEM)),
                new Ranking.Entrant(new UUID(0, 2), "Amara", new Estimate(85, SEM)));

        assertThat(ranking(standings).bands().get(0).members())
                .extracting(m -> m.standing().name())
                .containsExactly("Amara", "Zeynep");
    }

    @Test
    void percentiles_appear_from_eight_athletes_on() {
        assertThat(ranking(standings(90, 80, 70, 60, 50, 40, 30))
                        .bands()
                        .get(0)
                        .members()
                        .get(0)
                        .percentile())
                .isEmpty();
        Ranking eight = ranking(standings(90, 80, 80, 60, 50, 40, 30, 20));
        Map<Integer, Optional<Double>> byRank = eight.bands().stream()
                .flatMap(b -> b.members().stream())
                .collect(Collectors.toMap(Ranking.Ranked::rank, Ranking.Ranked::percentile, (a, b) -> a));

        assertThat(byRank.get(1).orElseThrow()).isEqualTo(100 * 7.5 / 8);
        assertThat(byRank.get(2).orElseThrow()).isEqualTo(100 * 6.0 / 8);
        assertThat(byRank.get(8).orElseThrow()).isEqualTo(100 * 0.5 / 8);
        assertThat(eight.typicalDifference().orElseThrow()).isCloseTo(MDC, within(1e-9));
    }

    @Test
    void nobody_gives_an_empty_ranking() {
        assertThat(ranking(List.of())).isEqualTo(new Ranking(List.of(), 0, Optional.empty()));
    }
}
