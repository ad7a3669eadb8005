package rangordnung.core.placement;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import rangordnung.core.kit.Need;

/** What one change of a limit would give: where nothing fits, how much of it is needed at least. */
public final class Changes {

    /** What a change must give to be named (house convention). */
    private static final double WORTH = 0.05;

    /** What is tried where one more is not enough (house convention). */
    private static final int[] STEPS = {1, 2, 4, 8, 16};

    private final Assignment assignment;
    private final double effort;

    /** @param effort of each question, in units of the solver's own clock */
    public Changes(Assignment assignment, double effort) {
        this.assignment = assignment;
        this.effort = effort;
    }

    /**
     * A limit that is changed, all others as they are.
     *
     * @param by        how much more there is of it; of the smallest size, how much less
     * @param cost      what the groups then cost
     * @param leastCost no groups cost less then
     */
    public record Change(Limit limit, int by, double cost, double leastCost) {}

    /** Changes that make the groups cheaper, or possible at all; the cheapest first, then the smallest. */
    public List<Change> of(List<Assignment.Candidate> candidates, GroupLimits limits, Assignment.Result now) {
        List<Change> changes = new ArrayList<>();
        for (Limit limit : changeable(limits, now)) {
            changed(candidates, limits, limit, now).ifPresent(changes::add);
        }
        changes.sort(Comparator.comparingDouble(Change::cost).thenComparingInt(Change::by));
        return changes;
    }

    private Optional<Change> changed(
            List<Assignment.Candidate> candidates, GroupLimits limits, Limit limit, Assignment.Result now) {
        int[] steps = now instanceof Assignment.Formed ? new int[] {1} : STEPS;
        return IntStream.of(steps)
                .boxed()
                .flatMap(by -> limit.changed(limits, by).stream()
                        .flatMap(other -> found(assignment.form(candidates, other, effort), limit, by)))
                .filter(change -> !(now instanceof Assignment.Formed formed) || change.cost() < formed.cost() - WORTH)
                .findFirst();
    }

    private static Stream<Change> found(Assignment.Result result, Limit limit, int by) {
        return result instanceof Assignment.Formed formed
                ? Stream.of(new Change(limit, by, formed.cost(), formed.leastCost()))
                : Stream.empty();
    }

    /** Every limit that may be in the way; of kit only what is used up, or what nobody has. */
    private static List<Limit> changeable(GroupLimits limits, Assignment.Result now) {
        List<Limit> all = new ArrayList<>(List.of(new Limit.Largest(), new Limit.Smallest()));
        int open = limits.open();
        if (limits.groups() == open) {
            all.add(new Limit.Groups());
        }
        limits.places().filter(n -> n == open).ifPresent(n -> all.add(new Limit.Places()));
        limits.supervised().ifPresent(n -> all.add(new Limit.Supervisors()));
        if (now instanceof Assignment.Formed formed) {
            formed.kit().stream()
                    .filter(use -> use.used() == use.most())
                    .map(Assignment.KitUse::kit)
                    .forEach(all::add);
        } else {
            limits.inventory().ifPresent(i -> i.pieces().stream()
                    .map(p -> new Limit.Kit(p.item(), p.centimetres().map(c -> new Need.Span(c, c))))
                    .distinct()
                    .forEach(all::add));
        }
        return all;
    }
}
