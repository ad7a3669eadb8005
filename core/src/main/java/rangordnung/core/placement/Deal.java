package rangordnung.core.placement;

import com.google.ortools.sat.BoolVar;
import com.google.ortools.sat.CpModel;
import com.google.ortools.sat.LinearExpr;
import com.google.ortools.sat.LinearExprBuilder;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import rangordnung.core.solve.Solver;

/**
 * Deals members of one kind of group into as few groups as hold them, of about the same size and with neighbouring rungs, so that
 * wishes hold.
 */
final class Deal {

    /** In units of the solver's own clock (house convention). */
    private static final double EFFORT = 0.5;

    private final List<Assignment.Member> members;
    private final GroupLimits limits;
    private final int most;

    /**
     * @param members from the easiest rung to the hardest
     * @param most    groups that they can be dealt into
     */
    Deal(List<Assignment.Member> members, GroupLimits limits, int most) {
        this.members = members;
        this.limits = limits;
        this.most = most;
    }

    /** The groups; empty where no deal keeps all wishes. */
    Optional<List<List<Assignment.Member>>> dealt() {
        int least = (members.size() + limits.largest() - 1) / limits.largest();
        if (least <= 1 && rivals().isEmpty()) {
            return Optional.of(members.isEmpty() ? List.of() : List.of(members));
        }
        return IntStream.rangeClosed(Math.max(1, least), most)
                .mapToObj(this::into)
                .flatMap(Optional::stream)
                .findFirst();
    }

    private List<List<Integer>> rivals() {
        return among(limits.apart());
    }

    /** Of each wish those who are here, where it is about more than one. */
    private List<List<Integer>> among(List<List<UUID>> wishes) {
        return wishes.stream()
                .map(wish -> IntStream.range(0, members.size())
                        .filter(m -> wish.contains(members.get(m).athlete()))
                        .boxed()
                        .toList())
                .filter(here -> here.size() > 1)
                .toList();
    }

    private Optional<List<List<Assignment.Member>>> into(int groups) {
        CpModel model = Solver.model();
        BoolVar[][] in = Stream.generate(() -> Stream.generate(() -> model.newBoolVar(""))
                        .limit(groups)
                        .toArray(BoolVar[]::new))
                .limit(members.size())
                .toArray(BoolVar[][]::new);
        LinearExprBuilder away = LinearExpr.newBuilder();
        for (int m = 0; m < in.length; m++) {
            model.addExactlyOne(in[m]);
            for (int g = 0; g < groups; g++) {
                away.addTerm(in[m][g], Math.abs(m * groups / in.length - g));
            }
        }
        for (int g = 0; g < groups; g++) {
            int at = g;
            model.addLinearConstraint(
                    LinearExpr.sum(Stream.of(in).map(own -> own[at]).toArray(BoolVar[]::new)),
                    limits.smallest(),
                    limits.largest());
            for (List<Integer> rivals : rivals()) {
                model.addAtMostOne(rivals.stream().map(m -> in[m][at]).toArray(BoolVar[]::new));
            }
            for (List<Integer> friends : among(limits.together())) {
                friends.forEach(m -> model.addEquality(in[m][at], in[friends.get(0)][at]));
            }
        }
        model.minimize(away);
        Solver solver = new Solver(EFFORT);
        return switch (solver.solve(model)) {
            case PROVEN, FOUND ->
                Optional.of(IntStream.range(0, groups)
                        .mapToObj(g -> IntStream.range(0, in.length)
                                .filter(m -> solver.answer().booleanValue(in[m][g]))
                                .mapToObj(members::get)
                                .toList())
                        .toList());
            case IMPOSSIBLE, UNKNOWN -> Optional.empty();
        };
    }
}
