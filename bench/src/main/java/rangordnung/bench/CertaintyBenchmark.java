package rangordnung.bench;

import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.UUID;
import java.util.random.RandomGenerator;
import java.util.random.RandomGeneratorFactory;
import java.util.stream.IntStream;
import rangordnung.core.ShippedData;
import rangordnung.core.certainty.CertaintyRules;
import rangordnung.core.certainty.IndexDraws;
import rangordnung.core.certainty.Likelihood;
import rangordnung.core.judgement.Ranking;
import rangordnung.core.link.KnownTruth;
import rangordnung.core.link.LinkRules;
import rangordnung.core.protocol.Battery;
import rangordnung.core.protocol.Grade;
import rangordnung.core.protocol.Protocol;
import rangordnung.core.protocol.TestDefinition;

/** Whether the reasoning finds what is known to be true, against what is usual; and ranking 500 against drawing the same normals. */
final class CertaintyBenchmark {

    private static final int ATHLETES = 10_000;
    private static final int ROSTER = 500;
    private static final int CRITERIA = 24;
    private static final int ROUNDS = 5;

    private CertaintyBenchmark() {}

    static void run() throws Exception {
        CertaintyRules rules = Bench.read(ShippedData.CERTAINTY, CertaintyRules.class);
        named(rules);
        Bench.rounds("rank-500", "milliseconds, median", 3, () -> {
            double[] ranking = new double[ROUNDS];
            double[] normals = new double[ROUNDS];
            List<Ranking.Entrant> roster = roster();
            for (int i = 0; i < ROUNDS; i++) {
                normals[i] = Bench.milliseconds(() -> draw(rules));
                ranking[i] = Bench.milliseconds(() -> Ranking.of(roster, rules.ranking()));
            }
            return new Bench.Round(Bench.median(ranking), Bench.median(normals));
        });
    }

    private static void named(CertaintyRules rules) throws IOException {
        Battery battery = Bench.read(ShippedData.BATTERY, Battery.class);
        Protocol protocol = battery.protocol(new Battery.Recipe(
                "known-truth",
                1,
                battery.tests().get(0).name(),
                battery.tests().get(0).name(),
                List.of(
                        new Battery.Chosen("overhead-squat", Optional.empty()),
                        new Battery.Chosen("split-squat", Optional.empty()),
                        new Battery.Chosen("wall-test", Optional.of(TestDefinition.Role.RETEST))),
                Map.of()));
        KnownTruth.Report report = new KnownTruth(
                        protocol, Bench.read(ShippedData.LINKS, LinkRules.class), rules, "overhead-squat", "knee-line")
                .of(ATHLETES, 7);
        Bench.ratio(
                "link-first-named",
                report.priorsAlone(),
                report.firstNamed(),
                "share, by priors alone over by trials",
                0.8);
        Bench.ratio(
                "link-brier",
                report.calibration().brier(),
                report.priors().brier(),
                "mean square, by trials over by priors alone",
                0.85);
    }

    private static List<Ranking.Entrant> roster() {
        Random random = new Random(500);
        return IntStream.range(0, ROSTER)
                .mapToObj(i -> {
                    List<IndexDraws.Seen> seen = new ArrayList<>();
                    for (int c = 0; c < CRITERIA; c++) {
                        Grade mark = Grade.values()[Math.max(0, random.nextInt(7) - 3)];
                        seen.add(new IndexDraws.Seen("c" + c, 1, Likelihood.byEye(mark, 0.5), "rater"));
                    }
                    return new Ranking.Entrant(new UUID(500, i), "Athlete " + i, 80, seen, false);
                })
                .toList();
    }

    /** The normals that the draws take, on as many cores. */
    private static double draw(CertaintyRules rules) {
        long each = ((long) rules.ranking().draws().value()) * (CRITERIA + 1);
        return IntStream.range(0, ROSTER)
                .parallel()
                .mapToDouble(i -> {
                    RandomGenerator random =
                            RandomGeneratorFactory.of("L64X128MixRandom").create(i);
                    double sum = 0;
                    for (long n = 0; n < each; n++) {
                        sum += random.nextGaussian();
                    }
                    return sum;
                })
                .sum();
    }
}
