package rangordnung.core.kit;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;
import rangordnung.core.StandardFloor;

/** Pieces that suffice are found and given out, against every way to give them out. */
class AllotmentTest {

    record Case(List<Need> needs, Inventory inventory) {}

    static Stream<Case> cases() {
        Random random = new Random(3);
        return IntStream.range(0, 60).mapToObj(i -> {
            List<Need> needs = IntStream.range(0, 2 + random.nextInt(6))
                    .mapToObj(n -> {
                        double from = 30 + random.nextInt(12);
                        return new Need(
                                "BOX",
                                random.nextInt(6) == 0
                                        ? Optional.empty()
                                        : Optional.of(new Need.Span(from, from + random.nextInt(6))));
                    })
                    .toList();
            List<Inventory.Piece> pieces = new ArrayList<>();
            for (int height = 30; height < 46; height += 2 + random.nextInt(4)) {
                pieces.add(new Inventory.Piece("BOX", Optional.of((double) height), Optional.empty(), 1));
            }
            pieces.add(new Inventory.Piece("BOX", Optional.empty(), Optional.empty(), 1));
            return new Case(needs, new Inventory(pieces, List.of(), List.of(), false));
        });
    }

    @ParameterizedTest
    @MethodSource("cases")
    void as_many_get_a_piece_as_can_and_limits_say_whether_all_do(Case given) {
        Allotment allotment = new Allotment(StandardFloor.LADDERS, given.inventory());
        List<Need> needs = given.needs().stream().filter(allotment::there).toList();
        List<Allotment.Given<Integer>> handed = allotment.hand(IntStream.range(0, needs.size())
                .mapToObj(i -> new Allotment.Wanted<>(i, needs.get(i)))
                .toList());
        int most = most(
                needs,
                given.inventory().pieces(),
                0,
                new int[given.inventory().pieces().size()]);

        assertThat(handed).hasSameSizeAs(needs);
        assertThat(handed).allMatch(g -> g.piece().map(g.need()::met).orElse(true));
        assertThat(handed.stream().filter(g -> g.piece().isPresent())).hasSize(most);
        assertThat(allotment.limits(needs).stream()
                        .allMatch(l -> needs.stream()
                                        .filter(n -> allotment.binds(l, n))
                                        .count()
                                <= l.most()))
                .isEqualTo(most == needs.size());
    }

    /** The most that can have one, each piece shared by two. */
    private static int most(List<Need> needs, List<Inventory.Piece> pieces, int next, int[] used) {
        if (next == needs.size()) {
            return 0;
        }
        int best = most(needs, pieces, next + 1, used);
        for (int p = 0; p < pieces.size(); p++) {
            if (needs.get(next).met(pieces.get(p))
                    && used[p] < 2 * pieces.get(p).count()) {
                used[p]++;
                best = Math.max(best, 1 + most(needs, pieces, next + 1, used));
                used[p]--;
            }
        }
        return best;
    }
}
