package rangordnung.core.training;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeSet;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import rangordnung.core.kit.Allotment;
import rangordnung.core.kit.Inventory;

/** What all groups do at the same time, and whether kit suffices for it. */
final class Turns {

    private static final List<Part> USUAL = List.of(Part.values());

    private final List<Block.Prescription> athletes;
    private final Optional<Allotment> allotment;
    private final List<List<Part>> orders = new ArrayList<>();

    /** Whose piece it is, and for which part. */
    private record Wanting(Block.Prescription athlete, Block.Work work, Block.Kit kit) {}

    Turns(List<Block.Prescription> athletes, int groups, Optional<Allotment> allotment) {
        this.athletes = athletes;
        this.allotment = allotment;
        for (int g = 0; g < groups; g++) {
            orders.add(USUAL);
        }
        // one group after the other takes the order with which the least is missing, the usual one where it is
        // among them
        for (int g = 0; g < groups && missing() > 0; g++) {
            int at = g;
            List<Part> best = USUAL;
            int least = missing();
            for (List<Part> order : permutations()) {
                orders.set(at, order);
                int now = missing();
                if (now < least) {
                    least = now;
                    best = order;
                }
            }
            orders.set(at, best);
        }
    }

    private static List<List<Part>> permutations() {
        List<Part> middle = USUAL.stream().filter(Part::moves).toList();
        List<List<Part>> all = new ArrayList<>();
        for (Part first : middle) {
            for (Part second : middle) {
                for (Part third : middle) {
                    if (first != second && second != third && first != third) {
                        all.add(List.of(Part.PREPARATION, first, second, third, Part.CLOSE));
                    }
                }
            }
        }
        return all;
    }

    private int missing() {
        return IntStream.range(0, USUAL.size())
                .map(turn -> (int)
                        given(turn).stream().filter(g -> g.piece().isEmpty()).count())
                .sum();
    }

    private List<Allotment.Given<Wanting>> given(int turn) {
        return allotment
                .map(a -> a.hand(athletes.stream()
                        .flatMap(p -> p.work().stream()
                                .filter(w -> w.part() == orders.get(p.group()).get(turn))
                                .flatMap(w -> w.kit().stream()
                                        .map(k -> new Allotment.Wanted<>(new Wanting(p, w, k), k.need()))))
                        .toList()))
                .orElse(List.of());
    }

    /** Of each group, the parts in the order in which it does them. */
    List<List<Part>> orders() {
        return List.copyOf(orders);
    }

    List<Block.Shortage> shortages() {
        return IntStream.range(0, USUAL.size())
                .boxed()
                .flatMap(turn -> given(turn).stream()
                        .filter(g -> g.piece().isEmpty())
                        .collect(Collectors.groupingBy(Allotment.Given::need, LinkedHashMap::new, Collectors.toList()))
                        .entrySet()
                        .stream()
                        .map(e -> new Block.Shortage(
                                turn,
                                e.getKey().item(),
                                e.getKey().span(),
                                e.getValue().size(),
                                List.copyOf(new TreeSet<>(e.getValue().stream()
                                        .map(g -> g.who().athlete().group())
                                        .toList())))))
                .toList();
    }

    /** The prescriptions with the pieces that are given out. */
    List<Block.Prescription> equipped() {
        Map<Wanting, Allotment.Given<Wanting>> all = new HashMap<>();
        for (int turn = 0; turn < USUAL.size(); turn++) {
            given(turn).forEach(g -> all.put(g.who(), g));
        }
        return athletes.stream()
                .map(p -> new Block.Prescription(
                        p.athlete(),
                        p.group(),
                        p.own(),
                        p.work().stream().map(w -> equipped(p, w, all)).toList(),
                        p.cues(),
                        p.sore(),
                        p.pains()))
                .toList();
    }

    private static Block.Work equipped(Block.Prescription p, Block.Work w, Map<Wanting, Allotment.Given<Wanting>> all) {
        return new Block.Work(
                w.part(),
                w.exercise(),
                w.byWeek(),
                w.first(),
                w.more(),
                w.aids(),
                w.kit().stream()
                        .map(k -> Optional.ofNullable(all.get(new Wanting(p, w, k)))
                                .map(g -> new Block.Kit(
                                        k.need(),
                                        k.size(),
                                        g.piece().flatMap(Inventory.Piece::centimetres),
                                        g.piece().isPresent()))
                                .orElse(k))
                        .toList(),
                w.instead());
    }
}
