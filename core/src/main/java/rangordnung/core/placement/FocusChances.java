package rangordnung.core.placement;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import rangordnung.core.ladder.Focus;

/**
 * How likely each focus is the first to work on, from how likely every fault is real, marked and of each link. Exact: the first
 * of several faults is the smallest of independent ranks. Faults are taken as independent, which overstates the doubt where
 * one cause makes several of them.
 */
final class FocusChances {

    private FocusChances() {}

    /**
     * The chances.
     *
     * @param faults for each fault, by rank in the order of treatment, the focus and the chance; what is missing to 1 is no fault
     * @param none   the focus where no fault is real
     * @return the likeliest first; they add up to 1
     */
    static List<Proposal.FocusChance> of(List<Map<Integer, Indications.Share>> faults, Focus none) {
        Map<Integer, Focus> ranks = new TreeMap<>();
        faults.forEach(f -> f.forEach((rank, share) -> ranks.put(rank, share.focus())));
        Map<Focus, Double> chances = new EnumMap<>(Focus.class);
        double[] beyond = new double[faults.size()]; // the chance that each fault lies behind the ranks so far
        Arrays.fill(beyond, 1);
        double all = 1;
        for (Map.Entry<Integer, Focus> rank : ranks.entrySet()) {
            double behind = 1;
            for (int i = 0; i < beyond.length; i++) {
                Indications.Share share = faults.get(i).get(rank.getKey());
                beyond[i] = Math.max(0, beyond[i] - (share == null ? 0 : share.chance()));
                behind *= beyond[i];
            }
            chances.merge(rank.getValue(), all - behind, Double::sum);
            all = behind;
        }
        chances.merge(none, all, Double::sum);
        List<Proposal.FocusChance> sorted = new ArrayList<>();
        chances.forEach((focus, chance) -> sorted.add(new Proposal.FocusChance(focus, chance)));
        sorted.sort(Comparator.comparingDouble(Proposal.FocusChance::chance).reversed());
        return sorted;
    }
}
