package rangordnung.core.judgement;

import java.util.Arrays;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import java.util.stream.IntStream;
import org.hipparchus.util.KthSelector;
import rangordnung.core.certainty.IndexDraws;
import rangordnung.core.certainty.RankingRules;

/**
 * Who can be told apart by the index, from draws of the true indices: bands only where the data carry them, place ranges in
 * place of ranks, and no order where the noise is larger than the differences.
 *
 * @param reliability share of the variance of the true indices that is not noise, 0 to 1
 * @param bands       how many groups the data can tell apart; 0 where they carry none
 * @param edges       indices between the bands, the highest first
 * @param secondLook  the reliability once a second rater has looked at everybody
 * @param placed      everybody with an index, by name
 */
public record Ranking(double reliability, int bands, List<Double> edges, double secondLook, List<Placed> placed) {

    private static final KthSelector SELECTOR = new KthSelector();

    /**
     * An athlete with an index.
     *
     * @param name   for the order among those who are not told apart
     * @param index  as seen
     * @param seen   what it rests on
     * @param severe whether a main fault is severe
     */
    public record Entrant(UUID athlete, String name, double index, List<IndexDraws.Seen> seen, boolean severe) {

        /** The entrant of a screen that has an index. */
        public static Entrant of(UUID athlete, String name, MovementIndex.Known index, ScreenResult screen) {
            return new Entrant(athlete, name, index.value(), screen.seen().toList(), screen.severeMainFault());
        }
    }

    /**
     * Where an athlete stands.
     *
     * @param from      best place that is likely, 1 for the first
     * @param to        worst place that is likely
     * @param low       lower end of the true index
     * @param high      upper end of it
     * @param lowest    chance to be in the lowest part of the roster
     * @param highest   chance to be in its highest part
     * @param band      1 for the highest; the upper one of two for whoever stands between
     * @param between   whether it is between this band and the next
     * @param attention whether they surely need attention
     */
    public record Placed(
            Entrant entrant,
            int from,
            int to,
            double low,
            double high,
            double lowest,
            double highest,
            Optional<Integer> band,
            boolean between,
            boolean attention) {}

    /** The ranking of those who have an index; the others are not ranked, which is not a last place. */
    public static Ranking of(List<Entrant> entrants, RankingRules rules) {
        List<Entrant> sorted = entrants.stream()
                .sorted(Comparator.comparing(Entrant::name).thenComparing(Entrant::athlete))
                .toList();
        float[][] draws = IndexDraws.of(
                sorted.stream().map(e -> new IndexDraws.Athlete(e.seen())).toList(), rules);
        double reliability = reliability(draws);
        int bands = bands(reliability, rules);
        double[] edges = bands == 0 ? new double[0] : edges(draws, bands);
        short[][] places = places(draws);
        List<Placed> placed = IntStream.range(0, sorted.size())
                .parallel()
                .mapToObj(i -> placed(sorted.get(i), draws[i], places[i], sorted.size(), edges, rules))
                .toList();
        return new Ranking(
                reliability,
                bands,
                Arrays.stream(edges).boxed().toList(),
                // Spearman 1910 and Brown 1910, Br J Psychol 3: twice the looks (value from memory)
                2 * reliability / (1 + reliability),
                placed);
    }

    /** Variance between the athletes' means over all variance. */
    private static double reliability(float[][] draws) {
        if (draws.length < 2) {
            return 0;
        }
        double[] means = new double[draws.length];
        double within = 0;
        for (int i = 0; i < draws.length; i++) {
            means[i] = mean(draws[i]);
            double sum = 0;
            for (float d : draws[i]) {
                sum += (d - means[i]) * (d - means[i]);
            }
            within += sum / draws[i].length / draws.length;
        }
        double middle = Arrays.stream(means).average().orElseThrow();
        double between =
                Arrays.stream(means).map(m -> (m - middle) * (m - middle)).sum() / (means.length - 1);
        return between + within == 0 ? 0 : between / (between + within);
    }

    private static double mean(float[] values) {
        double sum = 0;
        for (float v : values) {
            sum += v;
        }
        return sum / values.length;
    }

    /** How many groups can be told apart: (4 × √(R / (1 − R)) + 1) / 3, rounded down (Wright and Masters 1982; value from memory). */
    static int bands(double reliability, RankingRules rules) {
        if (reliability < rules.leastReliability().value()) {
            return 0;
        }
        double told = (4 * Math.sqrt(reliability / (1 - reliability)) + 1) / 3;
        return (int) Math.min(rules.mostBands().value(), told);
    }

    /** The quantiles of all draws together that part them into bands of one size, the highest first. */
    private static double[] edges(float[][] draws, int bands) {
        double[] all = new double[draws.length * draws[0].length];
        for (int i = 0, at = 0; i < draws.length; i++) {
            for (float draw : draws[i]) {
                all[at++] = draw;
            }
        }
        return IntStream.range(1, bands)
                .mapToDouble(k -> SELECTOR.select(all, null, (int) ((long) all.length * (bands - k) / bands)))
                .toArray();
    }

    /** The place of each athlete in each draw, 1 for the highest. */
    private static short[][] places(float[][] draws) {
        int athletes = draws.length;
        int times = athletes == 0 ? 0 : draws[0].length;
        short[][] places = new short[athletes][times];
        IntStream.range(0, times).parallel().forEach(d -> {
            long[] order = new long[athletes];
            for (int i = 0; i < athletes; i++) {
                // indices are not negative, so that their bits sort as they do; equals by lot
                order[i] = (long) Float.floatToIntBits(draws[i][d]) << 32 | (long) lot(d, i) << 16 | i;
            }
            Arrays.sort(order);
            for (int k = 0; k < athletes; k++) {
                places[(int) (order[k] & 0xFFFF)][d] = (short) (athletes - k);
            }
        });
        return places;
    }

    /** Sixteen bits that differ from athlete to athlete and from draw to draw. */
    private static int lot(int draw, int athlete) {
        int mixed = (draw * 31 + athlete) * 0x9E3779B9;
        return (mixed ^ mixed >>> 15) & 0xFFFF;
    }

    private static Placed placed(
            Entrant entrant, float[] draws, short[] places, int athletes, double[] edges, RankingRules rules) {
        double tailOfRoster = rules.tailOfRoster().value();
        int low = 0;
        int high = 0;
        for (short place : places) {
            low += place > athletes * (1 - tailOfRoster) ? 1 : 0;
            high += place <= athletes * tailOfRoster ? 1 : 0;
        }
        double lowest = (double) low / places.length;
        double highest = (double) high / places.length;
        Optional<Integer> band = Optional.empty();
        boolean between = false;
        if (edges.length > 0) {
            double[] in = new double[edges.length + 1];
            for (float draw : draws) {
                in[bandOf(draw, edges)] += 1.0 / draws.length;
            }
            int most = IntStream.range(0, in.length)
                    .reduce((a, b) -> in[b] > in[a] ? b : a)
                    .orElseThrow();
            between = in[most] < rules.inBand().value();
            int upper = between && (most == in.length - 1 || most > 0 && in[most - 1] > in[most + 1]) ? most - 1 : most;
            band = Optional.of(1 + upper);
        }
        short[] byPlace = places.clone();
        Arrays.sort(byPlace);
        double[] byIndex =
                IntStream.range(0, draws.length).mapToDouble(d -> draws[d]).toArray();
        int tail = (int) (rules.rangeTail().value() * draws.length);
        return new Placed(
                entrant,
                byPlace[tail],
                byPlace[draws.length - 1 - tail],
                SELECTOR.select(byIndex, null, tail),
                SELECTOR.select(byIndex, null, draws.length - 1 - tail),
                lowest,
                highest,
                band,
                between,
                entrant.severe() || lowest >= rules.sure().value());
    }

    private static int bandOf(float draw, double[] edges) {
        int band = 0;
        while (band < edges.length && draw < edges[band]) {
            band++;
        }
        return band;
    }
}
