package rangordnung.core.placement;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
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
import rangordnung.core.ladder.Focus;

/** Groups at the least expected cost, against every assignment there is. */
class AssignmentTest {

    private static final double EFFORT = 2;
    private static final PlacementRules.Costs COSTS = StandardFloor.RULES.costs();
    private static final Assignment ASSIGNMENT = new Assignment(StandardFloor.LADDERS, COSTS);

    private static final List<Proposal.Place> PLACES = List.of(
            place(Focus.ANKLE, 0),
            place(Focus.ANKLE, 2),
            place(Focus.KNEE_CONTROL, 0),
            place(Focus.KNEE_CONTROL, 1),
            place(Focus.LOAD, 3));

    private static Proposal.Place place(Focus focus, int rung) {
        return new Proposal.Place(
                focus, StandardFloor.LADDERS.ladderOf(focus).map(l -> l.rungs().get(rung)));
    }

    /** Somebody proposed for one place, with another as the second choice and so much chance of its focus. */
    private static Assignment.Candidate candidate(int id, Proposal.Place first, Proposal.Place second, double chance) {
        return new Assignment.Candidate(
                new UUID(0, id),
                new Proposal.Placed(
                        first.focus(),
                        first.rung(),
                        Optional.empty(),
                        true,
                        Optional.empty(),
                        Optional.empty(),
                        List.of(),
                        List.of(),
                        Optional.empty(),
                        Optional.empty(),
                        List.of(),
                        List.of(),
                        Optional.of(second),
                        List.of(
                                new Proposal.FocusChance(first.focus(), 1 - chance),
                                new Proposal.FocusChance(second.focus(), chance)),
                        List.of(),
                        false),
                Optional.empty(),
                Optional.empty());
    }

    record Case(List<Assignment.Candidate> candidates, Assignment.Hall hall) {}

    static Stream<Case> small() {
        Random random = new Random(71);
        return IntStream.range(0, 30).mapToObj(i -> {
            List<Assignment.Candidate> all = IntStream.range(0, 3 + random.nextInt(4))
                    .mapToObj(c -> {
                        Proposal.Place first = PLACES.get(random.nextInt(PLACES.size()));
                        List<Proposal.Place> others = PLACES.stream()
                                .filter(p -> p.focus() != first.focus())
                                .toList();
                        return candidate(
                                c, first, others.get(random.nextInt(others.size())), random.nextInt(50) / 100.0);
                    })
                    .toList();
            int smallest = 1 + random.nextInt(2);
            return new Case(all, new Assignment.Hall(1 + random.nextInt(3), smallest, smallest + random.nextInt(4)));
        });
    }

    @ParameterizedTest
    @MethodSource("small")
    void no_assignment_costs_less(Case given) {
        Optional<Double> least = new Enumeration(given).least();
        Assignment.Result result = ASSIGNMENT.form(given.candidates(), given.hall(), EFFORT);

        if (least.isEmpty()) {
            assertThat(result).isInstanceOf(Assignment.Impossible.class);
            return;
        }
        Assignment.Formed formed = (Assignment.Formed) result;
        kept(given, formed);
        assertThat(formed.proven()).isTrue();
        assertThat(formed.cost())
                .isCloseTo(least.get(), within(0.01 * given.candidates().size()));
        assertThat(ASSIGNMENT.form(given.candidates(), given.hall(), EFFORT)).isEqualTo(formed);
    }

    /** The limits, checked by counting. */
    private static void kept(Case given, Assignment.Formed formed) {
        assertThat(formed.groups()).hasSizeLessThanOrEqualTo(given.hall().groups());
        formed.groups().forEach(g -> assertThat(g.seats())
                .hasSizeBetween(given.hall().smallest(), given.hall().largest()));
        assertThat(formed.groups().stream().flatMap(g -> g.seats().stream()).map(Assignment.Seat::athlete))
                .containsExactlyInAnyOrderElementsOf(given.candidates().stream()
                        .map(Assignment.Candidate::athlete)
                        .toList());
    }

    /** Every athlete in every place; the cost by house convention: second focus 2, other 5, a rung too easy 1, too hard 3. */
    private static final class Enumeration {
        private final Case given;
        private final List<Proposal.Place> places;
        private final int[] at;
        private double least = Double.POSITIVE_INFINITY;

        Enumeration(Case given) {
            this.given = given;
            this.places = given.candidates().stream()
                    .flatMap(c -> Stream.of(
                            c.proposal().place(), c.proposal().second().orElseThrow()))
                    .distinct()
                    .toList();
            this.at = new int[given.candidates().size()];
        }

        Optional<Double> least() {
            place(0, 0);
            return least < Double.POSITIVE_INFINITY ? Optional.of(least) : Optional.empty();
        }

        private void place(int next, double cost) {
            if (next == at.length) {
                Map<Integer, Integer> sizes = new HashMap<>();
                Arrays.stream(at).forEach(p -> sizes.merge(p, 1, Integer::sum));
                boolean fits = sizes.size() <= given.hall().groups()
                        && sizes.values().stream()
                                .allMatch(n -> n >= given.hall().smallest()
                                        && n <= given.hall().largest());
                least = fits ? Math.min(least, cost) : least;
                return;
            }
            for (int p = 0; p < places.size(); p++) {
                double more = cost(given.candidates().get(next).proposal(), places.get(p));
                if (more < Double.POSITIVE_INFINITY) {
                    at[next] = p;
                    place(next + 1, cost + more);
                }
            }
        }

        private static double cost(Proposal.Placed one, Proposal.Place place) {
            Proposal.Place second = one.second().orElseThrow();
            double chance = one.chances().get(1).chance();
            boolean own = place.focus() == one.focus();
            boolean other = place.focus() == second.focus();
            double focus = (1 - chance) * (own ? 0 : other ? 2 : 5) + chance * (other ? 0 : 5);
            Optional<String> from = own ? one.rung() : other ? second.rung() : Optional.empty();
            int harder = from.isEmpty() ? 0 : position(place) - position(new Proposal.Place(place.focus(), from));
            return harder > 1 ? Double.POSITIVE_INFINITY : focus + (harder > 0 ? 3 * harder : -harder);
        }

        private static int position(Proposal.Place place) {
            return StandardFloor.LADDERS
                    .ladderOf(place.focus())
                    .flatMap(l -> l.position(place.rung().orElseThrow()))
                    .orElseThrow();
        }
    }

    @Test
    void whoever_is_surely_of_a_focus_comes_before_a_coin_flip() {
        Proposal.Place ankle = PLACES.get(0);
        Proposal.Place knee = PLACES.get(2);
        List<Assignment.Candidate> all = new ArrayList<>();
        all.add(candidate(1, ankle, knee, 0.5));
        all.add(candidate(2, ankle, knee, 0.02));
        all.add(candidate(3, ankle, knee, 0.02));
        all.add(candidate(4, knee, ankle, 0.02));
        Assignment.Formed formed = (Assignment.Formed) ASSIGNMENT.form(all, new Assignment.Hall(2, 2, 2), EFFORT);

        assertThat(formed.groups().stream()
                        .filter(g -> g.place().equals(knee))
                        .flatMap(g -> g.seats().stream())
                        .map(Assignment.Seat::athlete))
                .containsExactlyInAnyOrder(new UUID(0, 1), new UUID(0, 4));
    }

    @Test
    void a_lock_holds_and_whoever_is_held_back_is_in_no_group() {
        Proposal.Place ankle = PLACES.get(0);
        Proposal.Place knee = PLACES.get(2);
        Assignment.Candidate locked = candidate(1, ankle, knee, 0.1);
        Assignment.Candidate held = candidate(2, new Proposal.Place(Focus.PROTECT, Optional.empty()), ankle, 0);
        Assignment.Formed formed = (Assignment.Formed) ASSIGNMENT.form(
                List.of(
                        new Assignment.Candidate(
                                locked.athlete(), locked.proposal(), Optional.of(knee), Optional.empty()),
                        held,
                        candidate(3, ankle, knee, 0.1)),
                new Assignment.Hall(3, 1, 5),
                EFFORT);

        assertThat(formed.out()).containsExactly(held.athlete());
        assertThat(formed.groups()).extracting(Assignment.Opened::place).containsExactly(ankle, knee);
        assertThat(formed.cost()).isCloseTo(0.1 * 5, within(1e-9));
    }

    /** Whom the lead has put into Protect, and whom somebody has cleared and moved out of it. */
    @Test
    void nobody_leaves_protect_but_by_the_lead() {
        Proposal.Place protect = new Proposal.Place(Focus.PROTECT, Optional.empty());
        Proposal.Place ankle = PLACES.get(0);
        Proposal.Place knee = PLACES.get(2);
        Assignment.Candidate sent = moved(candidate(1, ankle, knee, 0.1), protect);
        Assignment.Candidate cleared = moved(candidate(2, protect, ankle, 0), knee);
        Assignment.Formed formed = (Assignment.Formed) ASSIGNMENT.form(
                List.of(sent, cleared, candidate(3, ankle, knee, 0.1)), new Assignment.Hall(3, 1, 5), EFFORT);

        assertThat(formed.out()).containsExactly(sent.athlete());
        assertThat(formed.groups())
                .contains(new Assignment.Opened(knee, List.of(new Assignment.Seat(cleared.athlete(), 0))));
    }

    private static Assignment.Candidate moved(Assignment.Candidate one, Proposal.Place to) {
        return new Assignment.Candidate(one.athlete(), one.proposal(), Optional.empty(), Optional.of(to));
    }

    /** Two places that cost the same but for the coin flip: whoever stands in one of them stays there. */
    @Test
    void who_stands_somewhere_stays_unless_another_place_is_worth_more_than_a_move() {
        Proposal.Place ankle = PLACES.get(0);
        Proposal.Place knee = PLACES.get(2);
        for (double chance : new double[] {0.3, 0.9}) {
            Assignment.Candidate stands = moved(candidate(1, ankle, knee, chance), knee);
            Assignment.Formed formed =
                    (Assignment.Formed) ASSIGNMENT.form(List.of(stands), new Assignment.Hall(1, 1, 1), EFFORT);
            double away = 5 * chance;
            double here = 2 * (1 - chance);
            assertThat(formed.groups().get(0).place()).isEqualTo(here <= away + 1 ? knee : ankle);
            assertThat(formed.cost()).isCloseTo(Math.min(here, away + 1), within(1e-9));
        }
    }

    @ParameterizedTest
    @CsvSource({"1, 1, 2, TOO_FEW_SEATS", "3, 4, 6, LIMITS_TOGETHER"})
    void what_cannot_be_says_which_limit_is_in_the_way(
            int groups, int smallest, int largest, Assignment.Because because) {
        List<Assignment.Candidate> three = IntStream.range(0, 3)
                .mapToObj(i -> candidate(i, PLACES.get(0), PLACES.get(2), 0.1))
                .toList();
        assertThat(ASSIGNMENT.form(three, new Assignment.Hall(groups, smallest, largest), EFFORT))
                .isEqualTo(new Assignment.Impossible(because));
    }

    @Test
    void limits_that_contradict_each_other_are_refused_in_words() {
        assertThatThrownBy(() -> new Assignment.Hall(2, 8, 4)).hasMessageContaining("at least 8 and at most 4");
        assertThatThrownBy(() -> new Assignment.Hall(25, 1, 4)).hasMessageContaining("1 to 24");
    }
}
