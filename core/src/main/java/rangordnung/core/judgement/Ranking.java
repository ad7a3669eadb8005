package rangordnung.core.judgement;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import rangordnung.core.protocol.Rules;

/**
 * Rank bands that admit their noise. Walking down the order of the index, an athlete joins the band of its leader
 * while the difference to that leader is below the minimal detectable difference of the two; otherwise the next
 * band opens. Equal indices share rank and band. Inside a band the order is alphabetical, since it says nothing.
 *
 * @param bands    best first
 * @param ranked   how many athletes have an index
 * @param typicalDifference the smallest difference that tells two athletes apart, at this roster's mean noise
 */
public record Ranking(List<Band> bands, int ranked, Optional<Double> typicalDifference) {

    /**
     * An athlete with an index.
     *
     * @param name for the order inside a band
     */
    public record Entrant(UUID athlete, String name, Estimate index) {

        /** Index in tenths, so that equal means equal as shown. */
        long tenths() {
            return Math.round(index.value() * 10);
        }
    }

    /** One band; {@code number} from 1 on. */
    public record Band(int number, List<Ranked> members) {}

    /**
     * An athlete's place in the ranking.
     *
     * @param rank       competition rank: one more than the number of better athletes
     * @param percentile share of the roster below, plus half of the equals, in percent; from eight athletes on
     */
    public record Ranked(Entrant standing, int rank, Optional<Double> percentile) {}

    /** The ranking of those who have an index; the others are not ranked, which is not a last place. */
    public static Ranking of(List<Entrant> standings, Rules rules) {
        List<List<Entrant>> ties = ties(standings);
        double coverage = rules.coverage().value();
        boolean percentiles = standings.size() >= rules.percentilesFrom().value();
        List<Band> bands = new ArrayList<>();
        List<Ranked> members = new ArrayList<>();
        Entrant leader = null;
        int better = 0;
        for (List<Entrant> tie : ties) {
            if (leader != null && apart(leader, tie, coverage)) {
                bands.add(band(bands.size() + 1, members));
                members = new ArrayList<>();
                leader = null;
            }
            if (leader == null) {
                leader = noisiest(tie);
            }
            int rank = better + 1;
            double below = standings.size() - better - tie.size();
            for (Entrant standing : tie) {
                members.add(new Ranked(
                        standing,
                        rank,
                        percentiles
                                ? Optional.of(100 * (below + 0.5 * tie.size()) / standings.size())
                                : Optional.empty()));
            }
            better += tie.size();
        }
        if (!members.isEmpty()) {
            bands.add(band(bands.size() + 1, members));
        }
        return new Ranking(List.copyOf(bands), standings.size(), typicalDifference(standings, coverage));
    }

    /** Best first; those with the same index as shown stand together. */
    private static List<List<Entrant>> ties(List<Entrant> standings) {
        List<List<Entrant>> ties = new ArrayList<>();
        List<Entrant> sorted = standings.stream()
                .sorted(Comparator.comparingLong(Entrant::tenths).reversed())
                .toList();
        for (Entrant standing : sorted) {
            if (ties.isEmpty() || ties.get(ties.size() - 1).get(0).tenths() != standing.tenths()) {
                ties.add(new ArrayList<>());
            }
            ties.get(ties.size() - 1).add(standing);
        }
        return ties;
    }

    /** Equals stay together, so the least certain of them decides whether they can be told apart. */
    private static boolean apart(Entrant leader, List<Entrant> tie, double coverage) {
        Entrant follower = noisiest(tie);
        double difference = (leader.tenths() - follower.tenths()) / 10.0;
        return difference >= leader.index().detectableDifference(follower.index(), coverage);
    }

    private static Entrant noisiest(List<Entrant> tie) {
        return tie.stream()
                .max(Comparator.comparingDouble(s -> s.index().sem()))
                .orElseThrow();
    }

    private static Band band(int number, List<Ranked> members) {
        return new Band(
                number,
                members.stream()
                        .sorted(Comparator.comparing((Ranked p) -> p.standing().name())
                                .thenComparing(p -> p.standing().athlete()))
                        .toList());
    }

    private static Optional<Double> typicalDifference(List<Entrant> standings, double coverage) {
        if (standings.size() < 2) {
            return Optional.empty();
        }
        double meanVariance = standings.stream()
                .mapToDouble(s -> s.index().sem() * s.index().sem())
                .average()
                .orElseThrow();
        return Optional.of(new Estimate(0, Math.sqrt(meanVariance)).minimalDetectableChange(coverage));
    }
}
