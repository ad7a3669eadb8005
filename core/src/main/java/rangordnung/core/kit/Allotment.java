package rangordnung.core.kit;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.DoubleSummaryStatistics;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.stream.Collectors;
import rangordnung.core.ladder.Ladders;

/**
 * Who gets which piece of kit. Pieces are handed out from the lowest up, each to whoever can wait least for a higher one; as what
 * will do is one stretch of heights, this serves as many as can be served (Glover 1967, on convex graphs; from memory).
 */
public final class Allotment {

    private final Ladders ladders;
    private final Inventory inventory;

    public Allotment(Ladders ladders, Inventory inventory) {
        this.ladders = ladders;
        this.inventory = inventory;
    }

    /**
     * Pieces that do not suffice.
     *
     * @param span between which heights, in centimetres; empty where any will do
     * @param most how many athletes can have one
     */
    public record Limit(String item, Optional<Need.Span> span, int most) {}

    /** Whether an item is counted at all; a wall is not. */
    public boolean counted(String item) {
        return sharedBy(item) > 0;
    }

    private int sharedBy(String item) {
        return ladders.item(item)
                .flatMap(Ladders.Item::sharedBy)
                .map(t -> (int) t.value())
                .orElse(0);
    }

    /** Whether a need can be met by any piece at all. */
    public boolean there(Need need) {
        return !counted(need.item()) || inventory.pieces().stream().anyMatch(need::met);
    }

    /** Of all pieces within a stretch of heights, for how many athletes they suffice. */
    private int most(String item, Optional<Need.Span> span) {
        return inventory.pieces().stream()
                        .filter(new Need(item, span)::met)
                        .mapToInt(Inventory.Piece::count)
                        .sum()
                * sharedBy(item);
    }

    /** The same need, from the lowest to the highest piece there is for it. */
    private Need narrowed(Need need) {
        DoubleSummaryStatistics heights = inventory.pieces().stream()
                .filter(need::met)
                .flatMap(p -> p.centimetres().stream())
                .mapToDouble(Double::doubleValue)
                .summaryStatistics();
        return new Need(need.item(), need.span().map(s -> new Need.Span(heights.getMin(), heights.getMax())));
    }

    /**
     * What must hold so that everybody gets a piece: for each item, and for each stretch of heights from where one need begins to
     * where one ends, no more needs lie within it than pieces are there (Hall's theorem). Where a piece is there for each of the
     * needs, nothing is listed.
     *
     * @param needs of all who may train at once, each of which some piece meets
     */
    public List<Limit> limits(List<Need> needs) {
        List<Limit> limits = new ArrayList<>();
        Map<String, List<Need>> byItem = needs.stream()
                .filter(n -> counted(n.item()))
                .map(this::narrowed)
                .collect(Collectors.groupingBy(Need::item, TreeMap::new, Collectors.toList()));
        byItem.forEach((item, own) -> {
            limits.add(new Limit(item, Optional.empty(), most(item, Optional.empty())));
            TreeSet<Double> from = new TreeSet<>();
            TreeSet<Double> to = new TreeSet<>();
            own.forEach(n -> n.span().ifPresent(s -> {
                from.add(s.from());
                to.add(s.to());
            }));
            for (double low : from) {
                for (double high : to.tailSet(low)) {
                    Optional<Need.Span> span = Optional.of(new Need.Span(low, high));
                    limits.add(new Limit(item, span, most(item, span)));
                }
            }
        });
        limits.removeIf(l -> needs.stream().filter(n -> binds(l, n)).count() <= l.most());
        return limits;
    }

    /** Whether a need can only be met by the pieces of a limit. */
    public boolean binds(Limit limit, Need need) {
        return need.item().equals(limit.item())
                && limit.span()
                        .map(stretch -> narrowed(need)
                                .span()
                                .filter(s -> s.from() >= stretch.from() && s.to() <= stretch.to())
                                .isPresent())
                        .orElse(true);
    }

    /** A piece for one who needs it; empty where none is left. */
    public record Given<T>(T who, Need need, Optional<Inventory.Piece> piece) {}

    /** Somebody's need. */
    public record Wanted<T>(T who, Need need) {}

    /** Hands out the pieces. Whoever goes without stands in the list too. */
    public <T> List<Given<T>> hand(List<Wanted<T>> wanted) {
        List<Given<T>> given = new ArrayList<>();
        wanted.stream()
                .filter(w -> counted(w.need().item()))
                .collect(Collectors.groupingBy(w -> w.need().item(), TreeMap::new, Collectors.toList()))
                .forEach((item, own) -> given.addAll(hand(item, own)));
        return given;
    }

    private <T> List<Given<T>> hand(String item, List<Wanted<T>> wanted) {
        List<Given<T>> given = new ArrayList<>();
        List<Wanted<T>> waiting = new ArrayList<>(wanted);
        waiting.sort(Comparator.comparingDouble(
                w -> w.need().span().map(Need.Span::to).orElse(Double.POSITIVE_INFINITY)));
        List<Inventory.Piece> pieces = inventory.pieces().stream()
                .filter(p -> p.item().equals(item))
                .sorted(Comparator.comparingDouble(p -> p.centimetres().orElse(Double.POSITIVE_INFINITY)))
                .toList();
        for (Inventory.Piece piece : pieces) {
            for (int left = piece.count() * sharedBy(item); left > 0; left--) {
                Optional<Wanted<T>> next =
                        waiting.stream().filter(w -> w.need().met(piece)).findFirst();
                next.ifPresent(w -> {
                    waiting.remove(w);
                    given.add(new Given<>(w.who(), w.need(), Optional.of(piece)));
                });
            }
        }
        waiting.forEach(w -> given.add(new Given<>(w.who(), w.need(), Optional.empty())));
        return given;
    }
}
