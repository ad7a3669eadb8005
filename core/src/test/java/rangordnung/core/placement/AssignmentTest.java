package rangordnung.core.placement;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;
import static rangordnung.core.placement.Bare.candidate;
import static rangordnung.core.placement.Bare.place;
import static rangordnung.core.placement.Bare.placed;

import com.google.ortools.linearsolver.MPConstraint;
import com.google.ortools.linearsolver.MPSolver;
import com.google.ortools.linearsolver.MPVariable;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.UUID;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.MethodSource;
import rangordnung.core.StandardFloor;
import rangordnung.core.kit.Inventory;
import rangordnung.core.ladder.Exercise;
import rangordnung.core.ladder.Focus;
import rangordnung.core.ladder.Ladders;
import rangordnung.core.protocol.TestDefinition.Pattern;

/** Groups at the least expected cost, against every assignment there is and against another kind of solver. */
class AssignmentTest {

    private static final double EFFORT = 2;
    private static final PlacementRules.Costs COSTS = StandardFloor.RULES.costs();
    private static final Ladders LADDERS = StandardFloor.LADDERS;
    private static final Assignment ASSIGNMENT = new Assignment(LADDERS, COSTS);

    private static final Proposal.Place CALF = place(Focus.ANKLE, 0);
    private static final Proposal.Place KNEE = place(Focus.KNEE_CONTROL, 0);
    private static final Proposal.Place PROTECT = new Proposal.Place(Focus.PROTECT, Optional.empty());

    /** Each needs other kit: none, a weight, a target, a ball, none, a weight, a box of the right height. */
    private static final List<Proposal.Place> PLACES = List.of(
            CALF,
            place(Focus.ANKLE, 2),
            KNEE,
            place(Focus.KNEE_CONTROL, 1),
            place(Focus.LOAD, 3),
            place(Focus.LOAD, 4),
            place(Focus.DEPTH_AND_SPINE, 2));

    private static final Bounds MARKED = new Bounds(List.of(), List.of(Pattern.SQUAT));

    record Case(List<Assignment.Candidate> candidates, GroupLimits limits) {}

    static Stream<Case> small() {
        Random random = new Random(71);
        return IntStream.range(0, 40).mapToObj(i -> {
            List<Assignment.Candidate> all = roster(random, 3 + random.nextInt(3));
            int smallest = 1 + random.nextInt(2);
            boolean wishes = random.nextBoolean();
            return new Case(
                    all,
                    new GroupLimits(
                            1 + random.nextInt(3),
                            smallest,
                            smallest + random.nextInt(4),
                            1 + random.nextInt(2),
                            random.nextInt(3) == 0 ? Optional.empty() : Optional.of(kit(random)),
                            Optional.empty(),
                            wishes ? List.of(List.of(new UUID(0, 0), new UUID(0, 1))) : List.of(),
                            wishes ? List.of(List.of(new UUID(0, 1), new UUID(0, 2))) : List.of(),
                            random.nextInt(3) == 0 ? List.of(14) : List.of()));
        });
    }

    private static List<Assignment.Candidate> roster(Random random, int size) {
        return IntStream.range(0, size)
                .mapToObj(c -> {
                    boolean marked = random.nextInt(4) == 0;
                    Proposal.Place first = PLACES.get(random.nextInt(PLACES.size()));
                    List<Proposal.Place> others = PLACES.stream()
                            .filter(p -> p.focus() != first.focus())
                            .toList();
                    Proposal.Placed proposal = placed(
                            first,
                            others.get(random.nextInt(others.size())),
                            random.nextInt(50) / 100.0,
                            marked ? MARKED : Bounds.NONE,
                            Map.of(Exercise.SizedBy.BOX_BELOW_KNEE, new Proposal.Size(38 + random.nextInt(9), true)));
                    return new Assignment.Candidate(
                            new UUID(0, c),
                            proposal,
                            Optional.empty(),
                            Optional.empty(),
                            Optional.of(12 + random.nextInt(4)));
                })
                .toList();
    }

    private static Inventory kit(Random random) {
        List<Inventory.Piece> pieces = new ArrayList<>();
        for (String item : List.of("WEIGHT", "TARGET", "BALL", "WEDGE", "BAND")) {
            if (random.nextInt(3) > 0) {
                pieces.add(new Inventory.Piece(item, Optional.empty(), Optional.empty(), 1 + random.nextInt(2)));
            }
        }
        for (double height : new double[] {36, 40, 43}) {
            if (random.nextInt(3) > 0) {
                pieces.add(new Inventory.Piece("BOX", Optional.of(height), Optional.empty(), 1));
            }
        }
        return new Inventory(pieces, List.of(), List.of(), true);
    }

    @ParameterizedTest
    @MethodSource("small")
    void no_assignment_costs_less(Case given) {
        Optional<Double> least = new Enumeration(given).least();
        Assignment.Result result = ASSIGNMENT.form(given.candidates(), given.limits(), EFFORT);

        if (least.isEmpty()) {
            assertThat(result).isInstanceOf(Assignment.Impossible.class);
            return;
        }
        Assignment.Formed formed = (Assignment.Formed) result;
        kept(given, formed);
        assertThat(formed.proven()).isTrue();
        assertThat(formed.cost())
                .isCloseTo(least.get(), within(0.01 * given.candidates().size()));
        assertThat(ASSIGNMENT.form(given.candidates(), given.limits(), EFFORT)).isEqualTo(formed);
    }

    /** The limits, checked by counting. */
    private static void kept(Case given, Assignment.Formed formed) {
        GroupLimits limits = given.limits();
        assertThat(formed.groups()).hasSizeLessThanOrEqualTo(limits.groups());
        formed.groups().forEach(g -> {
            assertThat(g.members()).hasSizeBetween(limits.smallest(), limits.largest());
            assertThat(g.members()).allMatch(m -> g.offer().rungs().contains(m.rung()));
            List<UUID> here =
                    g.members().stream().map(Assignment.Member::athlete).toList();
            limits.together().forEach(friends -> assertThat(
                            friends.stream().filter(here::contains).count())
                    .isIn(0L, (long) friends.size()));
            limits.apart().forEach(rivals -> assertThat(
                            rivals.stream().filter(here::contains).count())
                    .isLessThan(2));
        });
        assertThat(formed.groups().stream().flatMap(g -> g.members().stream()).map(Assignment.Member::athlete))
                .containsExactlyInAnyOrderElementsOf(given.candidates().stream()
                        .map(Assignment.Candidate::athlete)
                        .toList());
    }

    /** What a group costs an athlete: second focus or the same ladder 2, other 5, a rung too easy 1, too hard 3 (house convention), over the chances. */
    private static double cost(Assignment.Candidate candidate, Offer offer) {
        Proposal.Placed one = candidate.proposal();
        Proposal.Place second = one.second().orElseThrow();
        double chance = one.chances().get(1).chance();
        boolean own = offer.focus() == one.focus();
        boolean other = offer.focus() == second.focus();
        boolean near = other || LADDERS.ladderOf(one.focus()).equals(LADDERS.ladderOf(offer.focus()));
        double focus = (1 - chance) * (own ? 0 : near ? 2 : 5) + chance * (other ? 0 : 5);
        int harder = harder(candidate, offer);
        boolean old = offer.years()
                .filter(y -> !y.hold(candidate.age().orElseThrow()))
                .isPresent();
        boolean barred = one.bounds() == MARKED && rung(candidate, offer).equals("goblet-squat");
        return harder > 1 || old || barred ? Double.POSITIVE_INFINITY : focus + (harder > 0 ? 3 * harder : -harder);
    }

    private static Optional<Integer> known(Assignment.Candidate candidate, Offer offer) {
        Proposal.Placed one = candidate.proposal();
        List<String> ladder = LADDERS.ladderOf(offer.focus()).orElseThrow().rungs();
        Proposal.Place second = one.second().orElseThrow();
        boolean sameLadder = LADDERS.ladderOf(one.focus()).equals(LADDERS.ladderOf(offer.focus()));
        Optional<String> rung =
                sameLadder ? one.rung() : second.focus() == offer.focus() ? second.rung() : Optional.empty();
        return rung.map(ladder::indexOf);
    }

    private static int harder(Assignment.Candidate candidate, Offer offer) {
        List<String> ladder = LADDERS.ladderOf(offer.focus()).orElseThrow().rungs();
        return known(candidate, offer)
                .map(own -> ladder.indexOf(rung(candidate, offer)) - own)
                .orElse(0);
    }

    private static String rung(Assignment.Candidate candidate, Offer offer) {
        List<String> ladder = LADDERS.ladderOf(offer.focus()).orElseThrow().rungs();
        return known(candidate, offer).stream()
                .flatMap(own ->
                        offer.rungs().stream()
                                .min(Comparator.comparingInt(r -> Math.abs(ladder.indexOf(r) - own)))
                                .stream())
                .findFirst()
                .orElse(offer.rungs().get(0));
    }

    /** Every group that holds somebody's place. */
    private static List<Offer> offers(Case given) {
        List<Offer> offers = new ArrayList<>();
        for (Focus focus : Focus.values()) {
            List<String> ladder =
                    LADDERS.ladderOf(focus).map(Ladders.Ladder::rungs).orElse(List.of());
            int length = Math.min(given.limits().rungs(), ladder.size());
            for (int from = 0; length > 0 && from + length <= ladder.size(); from++) {
                for (Optional<Offer.Years> years : given.limits().bands()) {
                    Offer offer = new Offer(focus, ladder.subList(from, from + length), years);
                    if (given.candidates().stream()
                            .anyMatch(c -> offer.holds(c.proposal().place())
                                    || offer.holds(c.proposal().second().orElseThrow()))) {
                        offers.add(offer);
                    }
                }
            }
        }
        return offers;
    }

    /** Every athlete in every group. */
    private static final class Enumeration {
        private final Case given;
        private final List<Offer> offers;
        private final int[] at;
        private double least = Double.POSITIVE_INFINITY;

        Enumeration(Case given) {
            this.given = given;
            this.offers = offers(given);
            this.at = new int[given.candidates().size()];
        }

        Optional<Double> least() {
            place(0, 0);
            return least < Double.POSITIVE_INFINITY ? Optional.of(least) : Optional.empty();
        }

        private void place(int next, double cost) {
            if (cost >= least) {
                return;
            }
            if (next == at.length) {
                least = fits() ? cost : least;
                return;
            }
            for (int g = 0; g < offers.size(); g++) {
                at[next] = g;
                place(next + 1, cost + cost(given.candidates().get(next), offers.get(g)));
            }
        }

        private boolean fits() {
            GroupLimits limits = given.limits();
            int open = 0;
            for (int g : Arrays.stream(at).distinct().toArray()) {
                List<Integer> here = IntStream.range(0, at.length)
                        .filter(a -> at[a] == g)
                        .boxed()
                        .toList();
                int rivals = (int) among(here, limits.apart());
                int groups = IntStream.rangeClosed(Math.max(1, rivals), here.size())
                        .filter(n -> n * limits.smallest() <= here.size() && here.size() <= n * limits.largest())
                        .findFirst()
                        .orElse(99);
                // two friends and one who keeps away from one of them, in groups of one: nowhere
                if (groups > 1 && here.size() < 2 * groups - 1 && among(here, limits.together()) > 1) {
                    groups = 99;
                }
                open += groups;
            }
            for (List<UUID> friends : limits.together()) {
                if (at[(int) friends.get(0).getLeastSignificantBits()]
                        != at[(int) friends.get(1).getLeastSignificantBits()]) {
                    return false;
                }
            }
            return open <= limits.groups() && equipped();
        }

        private static long among(List<Integer> here, List<List<UUID>> wishes) {
            return wishes.stream()
                    .mapToLong(w -> here.stream()
                            .filter(a -> w.contains(new UUID(0, a)))
                            .count())
                    .max()
                    .orElse(0);
        }

        /** Tries every way to hand out pieces, each to two athletes, a band to one. */
        private boolean equipped() {
            return given.limits().inventory().isEmpty() || hand(0, new int[99]);
        }

        private boolean hand(int athlete, int[] used) {
            if (athlete == at.length) {
                return true;
            }
            Assignment.Candidate one = given.candidates().get(athlete);
            List<Exercise.Kit> kit = LADDERS.exercise(rung(one, offers.get(at[athlete])))
                    .orElseThrow()
                    .kit();
            if (kit.isEmpty() || kit.get(0).item().equals("WALL")) {
                return hand(athlete + 1, used);
            }
            List<Inventory.Piece> pieces =
                    given.limits().inventory().orElseThrow().pieces();
            double knee =
                    one.proposal().sizes().get(Exercise.SizedBy.BOX_BELOW_KNEE).centimetres();
            for (int p = 0; p < pieces.size(); p++) {
                Inventory.Piece piece = pieces.get(p);
                boolean high = piece.centimetres()
                        .filter(h -> h > knee || h < knee - 5)
                        .isPresent();
                if (piece.item().equals(kit.get(0).item())
                        && !high
                        && used[p] < piece.count() * (piece.item().equals("BAND") ? 1 : 2)) {
                    used[p]++;
                    if (hand(athlete + 1, used)) {
                        return true;
                    }
                    used[p]--;
                }
            }
            return false;
        }
    }

    /** A hundred athletes, against a mixed-integer programme for another kind of solver (SCIP). */
    @Test
    void another_formulation_for_another_solver_finds_the_same_cost() {
        Random random = new Random(5);
        List<Assignment.Candidate> all = roster(random, 100);
        Case given = new Case(
                all, new GroupLimits(5, 8, 24, 2, Optional.empty(), Optional.empty(), List.of(), List.of(), List.of()));
        Assignment.Formed formed = (Assignment.Formed) ASSIGNMENT.form(all, given.limits(), 10);

        kept(given, formed);
        assertThat(formed.proven()).isTrue();
        assertThat(formed.cost()).isCloseTo(programmed(given), within(0.01 * all.size()));
    }

    private static double programmed(Case given) {
        MPSolver solver = MPSolver.createSolver("SCIP");
        GroupLimits limits = given.limits();
        List<Offer> offers = offers(given);
        MPConstraint groups = solver.makeConstraint(0, limits.groups());
        List<MPConstraint> each = given.candidates().stream()
                .map(c -> solver.makeConstraint(1, 1))
                .toList();
        for (Offer offer : offers) {
            MPVariable open = solver.makeIntVar(0, limits.groups(), "");
            groups.setCoefficient(open, 1);
            MPConstraint most = solver.makeConstraint(Double.NEGATIVE_INFINITY, 0);
            MPConstraint least = solver.makeConstraint(0, Double.POSITIVE_INFINITY);
            most.setCoefficient(open, -limits.largest());
            least.setCoefficient(open, -limits.smallest());
            for (int c = 0; c < each.size(); c++) {
                double cost = cost(given.candidates().get(c), offer);
                if (cost < Double.POSITIVE_INFINITY) {
                    MPVariable seat = solver.makeBoolVar("");
                    solver.objective().setCoefficient(seat, cost);
                    each.get(c).setCoefficient(seat, 1);
                    most.setCoefficient(seat, 1);
                    least.setCoefficient(seat, 1);
                }
            }
        }
        assertThat(solver.solve()).isEqualTo(MPSolver.ResultStatus.OPTIMAL);
        return solver.objective().value();
    }

    @Test
    void whoever_is_surely_of_a_focus_comes_before_a_coin_flip() {
        List<Assignment.Candidate> all = List.of(
                candidate(1, placed(CALF, KNEE, 0.5)),
                candidate(2, placed(CALF, KNEE, 0.02)),
                candidate(3, placed(CALF, KNEE, 0.02)),
                candidate(4, placed(KNEE, CALF, 0.02)));
        Assignment.Formed formed = (Assignment.Formed) ASSIGNMENT.form(all, GroupLimits.of(2, 2, 2), EFFORT);

        assertThat(formed.groups().stream()
                        .filter(g -> g.offer().holds(KNEE))
                        .flatMap(g -> g.members().stream())
                        .map(Assignment.Member::athlete))
                .containsExactlyInAnyOrder(new UUID(0, 1), new UUID(0, 4));
    }

    @Test
    void a_lock_holds_and_whoever_is_held_back_is_in_no_group() {
        Assignment.Candidate locked = new Assignment.Candidate(
                new UUID(0, 1), placed(CALF, KNEE, 0.1), Optional.of(KNEE), Optional.empty(), Optional.empty());
        Assignment.Candidate held = candidate(2, placed(PROTECT, CALF, 0));
        Assignment.Formed formed = (Assignment.Formed) ASSIGNMENT.form(
                List.of(locked, held, candidate(3, placed(CALF, KNEE, 0.1))), GroupLimits.of(3, 1, 5), EFFORT);

        assertThat(formed.out()).containsExactly(held.athlete());
        assertThat(formed.groups()).extracting(g -> g.offer().focus()).containsExactly(Focus.ANKLE, Focus.KNEE_CONTROL);
        assertThat(formed.cost()).isCloseTo(0.1 * 5, within(1e-9));
        assertThat(ASSIGNMENT.weigh(held, List.of(formed.groups().get(0).offer()), GroupLimits.of(3, 1, 5)))
                .containsExactly(new Assignment.Weighed.Barred(new Fit.Impossible(Fit.Because.NOT_CLEARED)));
        assertThat(ASSIGNMENT.weigh(locked, List.of(formed.groups().get(0).offer()), GroupLimits.of(3, 1, 5)))
                .containsExactly(new Assignment.Weighed.Barred(new Fit.Impossible(Fit.Because.LOCKED)));
    }

    /** Whom the lead has put into Protect, and whom somebody has cleared and moved out of it. */
    @Test
    void nobody_leaves_protect_but_by_the_lead() {
        Assignment.Candidate sent = moved(candidate(1, placed(CALF, KNEE, 0.1)), PROTECT);
        Assignment.Candidate cleared = moved(candidate(2, placed(PROTECT, CALF, 0)), KNEE);
        Assignment.Formed formed = (Assignment.Formed) ASSIGNMENT.form(
                List.of(sent, cleared, candidate(3, placed(CALF, KNEE, 0.1))), GroupLimits.of(3, 1, 5), EFFORT);

        assertThat(formed.out()).containsExactly(sent.athlete());
        assertThat(formed.groups().stream().filter(g -> g.offer().holds(KNEE)).flatMap(g -> g.members().stream()))
                .containsExactly(
                        new Assignment.Member(cleared.athlete(), KNEE.rung().orElseThrow(), 0, List.of()));
    }

    private static Assignment.Candidate moved(Assignment.Candidate one, Proposal.Place to) {
        return new Assignment.Candidate(
                one.athlete(), one.proposal(), Optional.empty(), Optional.of(to), Optional.empty());
    }

    /** Two places that cost the same but for the coin flip: whoever stands in one of them stays there. */
    @Test
    void who_stands_somewhere_stays_unless_another_place_is_worth_more_than_a_move() {
        for (double chance : new double[] {0.3, 0.9}) {
            Assignment.Candidate stands = moved(candidate(1, placed(CALF, KNEE, chance)), KNEE);
            Assignment.Formed formed =
                    (Assignment.Formed) ASSIGNMENT.form(List.of(stands), GroupLimits.of(1, 1, 1), EFFORT);
            double away = 5 * chance;
            double here = 2 * (1 - chance);
            assertThat(formed.groups().get(0).offer().holds(here <= away + 1 ? KNEE : CALF))
                    .isTrue();
            assertThat(formed.cost()).isCloseTo(Math.min(here, away + 1), within(1e-9));
        }
    }

    @ParameterizedTest
    @CsvSource({"1, 1, 2, TOO_FEW_SEATS", "3, 4, 6, LIMITS_TOGETHER"})
    void what_cannot_be_says_which_limit_is_in_the_way(
            int groups, int smallest, int largest, Assignment.Because because) {
        GroupLimits limits = GroupLimits.of(groups, smallest, largest);
        List<Assignment.Candidate> three = IntStream.range(0, 3)
                .mapToObj(i -> candidate(i, placed(CALF, KNEE, 0.1)))
                .toList();
        Assignment.Result result = ASSIGNMENT.form(three, limits, EFFORT);
        assertThat(result).isEqualTo(new Assignment.Impossible(because, List.of()));
        assertThat(new Changes(ASSIGNMENT, EFFORT).of(three, limits, result))
                .isNotEmpty()
                .allSatisfy(change -> assertThat(ASSIGNMENT.form(
                                three,
                                change.limit().changed(limits, change.by()).orElseThrow(),
                                EFFORT))
                        .isInstanceOf(Assignment.Formed.class));
    }

    /** Four for whom only a box of 36 to 41 cm will do, and one box that two share: one box more is what it takes. */
    @Test
    void one_change_says_what_it_would_give() {
        Proposal.Place box = place(Focus.DEPTH_AND_SPINE, 2);
        Map<Exercise.SizedBy, Proposal.Size> knee =
                Map.of(Exercise.SizedBy.BOX_BELOW_KNEE, new Proposal.Size(41, true));
        List<Assignment.Candidate> four = IntStream.range(0, 4)
                .mapToObj(i -> candidate(i, placed(box, CALF, 0.2, Bounds.NONE, knee)))
                .toList();
        GroupLimits limits = new GroupLimits(
                3,
                1,
                6,
                1,
                Optional.of(new Inventory(
                        List.of(new Inventory.Piece("BOX", Optional.of(40.0), Optional.empty(), 1)),
                        List.of(),
                        List.of(),
                        true)),
                Optional.empty(),
                List.of(),
                List.of(),
                List.of());
        Assignment.Formed now = (Assignment.Formed) ASSIGNMENT.form(four, limits, EFFORT);
        double fits = 4 * 0.2 * 5;
        double elsewhere = 2 * 0.8 * 2 + 2 * 0.2 * 5;
        assertThat(now.cost()).isCloseTo(elsewhere, within(1e-9));
        assertThat(new Changes(ASSIGNMENT, EFFORT).of(four, limits, now))
                .singleElement()
                .satisfies(change -> {
                    assertThat(change.limit()).isInstanceOf(Limit.Kit.class);
                    assertThat(change.cost()).isCloseTo(fits, within(1e-9));
                });
    }

    @Test
    void limits_that_contradict_each_other_are_refused_in_words() {
        assertThatThrownBy(() -> GroupLimits.of(2, 8, 4)).hasMessageContaining("at least 8 and at most 4");
        assertThatThrownBy(() -> GroupLimits.of(25, 1, 4)).hasMessageContaining("1 to 24");
    }
}
