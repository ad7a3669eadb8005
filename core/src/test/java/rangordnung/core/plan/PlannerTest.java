package rangordnung.core.plan;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;

class PlannerTest {

    /** Enough to see that a timetable can be walked, not to find the best. */
    private static final double LITTLE = 0.02;

    private static HallPlan hall(
            int athletes, int raters, int walking, List<HallPlan.Order> orders, HallPlan.Station... stations) {
        return new HallPlan(athletes, 1, List.of(stations), raters, walking, 300, 2700, orders);
    }

    private static Planner.Planned planned(HallPlan plan) {
        return Planner.plan(Waves.of(plan));
    }

    private static HallPlan.Station station(String id, int places, int seconds) {
        return new HallPlan.Station(id, places, seconds);
    }

    static List<HallPlan> random() {
        Random random = new Random(8);
        return IntStream.range(0, 30)
                .mapToObj(i -> {
                    HallPlan.Station[] stations = IntStream.range(0, 1 + random.nextInt(4))
                            .mapToObj(s -> station("s" + s, 1 + random.nextInt(3), 20 + 10 * random.nextInt(12)))
                            .toArray(HallPlan.Station[]::new);
                    List<HallPlan.Order> orders = stations.length > 1 && random.nextInt(4) == 0
                            ? List.of(new HallPlan.Order("s0", "s1"))
                            : List.of();
                    return hall(
                            1 + random.nextInt(30), 1 + random.nextInt(8), 10 * random.nextInt(3), orders, stations);
                })
                .toList();
    }

    @ParameterizedTest
    @MethodSource("random")
    void a_timetable_can_be_walked_and_is_never_worse_than_the_rotation(HallPlan plan) {
        Timetable flow = Planner.flow(plan, LITTLE);

        valid(plan, flow);
        Planner.rotation(plan).ifPresent(rotation -> {
            valid(plan, rotation);
            assertThat(flow.finish()).isLessThanOrEqualTo(rotation.finish());
        });
        assertThat(flow.finish()).isGreaterThanOrEqualTo(flow.lowerBound());
        assertThat(flow.lowerBound()).isGreaterThanOrEqualTo(plan.lowerBound());
        assertThat(flow.proven()).isEqualTo(flow.finish() == flow.lowerBound());
        assertThat(Planner.flow(plan, LITTLE)).as("the same again").isEqualTo(flow);
    }

    private static void valid(HallPlan plan, Timetable timetable) {
        assertThat(timetable.slots()).hasSize(plan.athletes() * plan.stations().size());
        Map<String, List<Timetable.Slot>> places = new HashMap<>();
        Map<Integer, List<Timetable.Slot>> athletes = new HashMap<>();
        for (Timetable.Slot slot : timetable.slots()) {
            places.computeIfAbsent(slot.station() + slot.place(), k -> new ArrayList<>())
                    .add(slot);
            athletes.computeIfAbsent(slot.athlete(), k -> new ArrayList<>()).add(slot);
            long busy = timetable.slots().stream()
                    .filter(o -> o.start() <= slot.start() && slot.start() < o.end())
                    .count();
            assertThat(busy).as("raters").isLessThanOrEqualTo(plan.raters());
            int usable = plan.usableSeconds();
            assertThat(slot.start() / usable)
                    .as("no test runs across the end of a lesson")
                    .isEqualTo((slot.end() - 1) / usable);
        }
        places.values().forEach(slots -> apart(slots, 0));
        athletes.values().forEach(slots -> {
            apart(slots, plan.walkingSeconds());
            assertThat(slots.stream().map(Timetable.Slot::station)).doesNotHaveDuplicates();
        });
        for (HallPlan.Order order : plan.orders()) {
            athletes.values()
                    .forEach(slots -> assertThat(at(slots, order.before())).isLessThan(at(slots, order.after())));
        }
    }

    private static int at(List<Timetable.Slot> slots, String station) {
        return slots.stream()
                .filter(s -> s.station().equals(station))
                .findFirst()
                .orElseThrow()
                .start();
    }

    private static void apart(List<Timetable.Slot> slots, int gap) {
        List<Timetable.Slot> sorted = slots.stream()
                .sorted(Comparator.comparingInt(Timetable.Slot::start))
                .toList();
        for (int i = 1; i < sorted.size(); i++) {
            assertThat(sorted.get(i).start())
                    .isGreaterThanOrEqualTo(sorted.get(i - 1).end() + gap);
        }
    }

    static List<HallPlan> small() {
        Random random = new Random(3);
        return IntStream.range(0, 25)
                .mapToObj(i -> {
                    int stations = 1 + random.nextInt(3);
                    int athletes = stations == 3 ? 2 + random.nextInt(2) : 2 + random.nextInt(3);
                    HallPlan.Station[] all = IntStream.range(0, stations)
                            .mapToObj(s -> station("s" + s, 1 + random.nextInt(2), 1 + random.nextInt(9)))
                            .toArray(HallPlan.Station[]::new);
                    return hall(
                            athletes,
                            1 + random.nextInt(4),
                            random.nextInt(3),
                            i % 5 == 0 && stations > 1 ? List.of(new HallPlan.Order("s0", "s1")) : List.of(),
                            all);
                })
                .toList();
    }

    /** Against an enumeration of all orders, second by second. */
    @ParameterizedTest
    @MethodSource("small")
    void small_plans_end_as_soon_as_any_timetable_can(HallPlan plan) {
        Timetable flow = Planner.flow(plan, Planner.EFFORT);

        valid(plan, flow);
        assertThat(flow.proven()).isTrue();
        if (plan.athletes() * plan.stations().size() < 9) {
            assertThat(flow.finish()).isEqualTo(new Enumeration(plan).best());
        }
    }

    /**
     * Two plans that simple rules do not solve: six athletes, one place of 60 and one of 90 s in this order, two of 120 s, three
     * raters, 30 s of walking; and four athletes at four stations with a rater each (computed by hand: 60 + 30 + 6 × 90, and 4 × 150).
     */
    @Test
    void hard_plans_end_as_soon_as_they_can() {
        Timetable ordered = Planner.flow(
                hall(
                        6,
                        3,
                        30,
                        List.of(new HallPlan.Order("first", "second")),
                        station("first", 1, 60),
                        station("second", 1, 90),
                        station("third", 2, 120)),
                Planner.EFFORT);
        Timetable square = Planner.flow(
                hall(
                        4,
                        4,
                        0,
                        List.of(),
                        station("a", 1, 60),
                        station("b", 1, 90),
                        station("c", 1, 120),
                        station("d", 1, 150)),
                Planner.EFFORT);

        assertThat(ordered).returns(630, Timetable::finish).returns(true, Timetable::proven);
        assertThat(square).returns(600, Timetable::finish).returns(true, Timetable::proven);
    }

    /** So large that the solver is not asked at all. */
    @Test
    void a_plan_of_a_whole_club_has_a_timetable_too() {
        HallPlan plan = hall(
                420,
                5,
                10,
                List.of(new HallPlan.Order("a", "b")),
                station("a", 2, 45),
                station("b", 2, 70),
                station("c", 3, 80),
                station("d", 1, 20),
                station("e", 2, 50));
        Timetable flow = Planner.flow(plan, Planner.EFFORT);

        valid(plan, flow);
        assertThat(flow.finish()).isLessThan(plan.lowerBound() * 11 / 10);
    }

    /** Forty minutes of lesson hold 26 tests of 90 s, and what is left of them holds no twenty-seventh. */
    @Test
    void a_test_waits_for_the_next_lesson_rather_than_run_across_the_bell() {
        HallPlan plan = hall(27, 1, 0, List.of(), station("squat", 1, 90));
        Timetable flow = Planner.flow(plan, Planner.EFFORT);

        valid(plan, flow);
        assertThat(flow.finish()).isEqualTo(2400 + 90);
        assertThat(flow.proven()).isTrue();
        assertThat(planned(plan).lessons()).isEqualTo(2);
        assertThatThrownBy(() -> hall(1, 1, 0, List.of(), station("squat", 1, 2401)))
                .hasMessageContaining("longer than a lesson");
    }

    /** Every subset of starts at every second in which something may start; slow, for small plans only. */
    private static final class Enumeration {
        private final HallPlan plan;
        private final Map<String, Integer> known = new HashMap<>();

        Enumeration(HallPlan plan) {
            this.plan = plan;
        }

        int best() {
            int n = plan.athletes();
            int m = plan.stations().size();
            return rest(new int[n], new int[n], new int[m][], m);
        }

        /** Seconds until all is done: per athlete when free and what is done, per station when its places are free. */
        private int rest(int[] wait, int[] done, int[][] busy, int m) {
            int[][] places = new int[m][];
            for (int s = 0; s < m; s++) {
                places[s] = busy[s] == null ? new int[plan.stations().get(s).places()] : busy[s];
            }
            if (IntStream.of(done).allMatch(d -> d == (1 << m) - 1)) {
                return IntStream.range(0, m)
                        .flatMap(s -> IntStream.of(places[s]))
                        .max()
                        .orElse(0);
            }
            String key = Arrays.toString(wait) + Arrays.toString(done) + Arrays.deepToString(places);
            if (known.containsKey(key)) {
                return known.get(key);
            }
            int best = Integer.MAX_VALUE;
            int inUse = (int) IntStream.range(0, m)
                    .flatMap(s -> IntStream.of(places[s]))
                    .filter(p -> p > 0)
                    .count();
            for (int a = 0; a < wait.length; a++) {
                for (int s = 0; s < m; s++) {
                    int place = freePlace(places[s]);
                    if (wait[a] == 0
                            && (done[a] & 1 << s) == 0
                            && place >= 0
                            && inUse < plan.raters()
                            && open(done[a], s)) {
                        int seconds = plan.stations().get(s).seconds();
                        int[] w = wait.clone();
                        int[] d = done.clone();
                        int[][] p = Arrays.stream(places).map(int[]::clone).toArray(int[][]::new);
                        w[a] = seconds + plan.walkingSeconds();
                        d[a] |= 1 << s;
                        p[s][place] = seconds;
                        best = Math.min(best, rest(w, d, p, m));
                    }
                }
            }
            boolean something = IntStream.of(wait).anyMatch(x -> x > 0) || inUse > 0;
            if (something) {
                int[] w = IntStream.of(wait).map(x -> Math.max(0, x - 1)).toArray();
                int[][] p = Arrays.stream(places)
                        .map(row ->
                                IntStream.of(row).map(x -> Math.max(0, x - 1)).toArray())
                        .toArray(int[][]::new);
                best = Math.min(best, 1 + rest(w, done, p, m));
            }
            known.put(key, best);
            return best;
        }

        private static int freePlace(int[] places) {
            return IntStream.range(0, places.length)
                    .filter(p -> places[p] == 0)
                    .findFirst()
                    .orElse(-1);
        }

        private boolean open(int done, int station) {
            return plan.orders().stream()
                    .noneMatch(o -> o.after().equals("s" + station)
                            && (done & 1 << Integer.parseInt(o.before().substring(1))) == 0);
        }
    }

    @Test
    void thirty_pupils_at_three_stations_flow_faster_than_they_rotate() {
        HallPlan plan =
                hall(30, 4, 10, List.of(), station("squat", 2, 90), station("lunge", 1, 40), station("balance", 1, 45));
        Planner.Planned planned = planned(plan);

        assertThat(plan.lowerBound()).isEqualTo(1350);
        assertThat(planned.bottleneck()).isIn("squat", "balance");
        assertThat(planned.flow().finish())
                .isLessThan(planned.rotation().orElseThrow().finish());
        assertThat(planned.lessons()).isEqualTo(1);
    }

    @Test
    void one_more_place_at_the_bottleneck_saves_most() {
        HallPlan plan = hall(24, 9, 0, List.of(), station("squat", 1, 120), station("wall", 1, 30));
        List<Planner.Saving> savings = Planner.savings(Waves.of(plan));

        assertThat(planned(plan).bottleneck()).isEqualTo("squat");
        assertThat(savings.get(0).station()).contains("squat");
        assertThat(savings).allSatisfy(s -> {
            assertThat(s.most()).isPositive();
            assertThat(s.least()).isBetween(0, s.most());
        });
        assertThat(savings.get(0).least())
                .as("both are proven")
                .isEqualTo(savings.get(0).most());
    }

    @Test
    void waves_follow_one_timetable_each_in_lessons_of_their_own() {
        List<HallPlan.Station> stations = List.of(station("squat", 1, 60));
        Planner.Planned together = planned(new HallPlan(60, 1, stations, 1, 0, 300, 2700, List.of()));
        Planner.Planned waves = planned(new HallPlan(60, 3, stations, 1, 0, 300, 2700, List.of()));

        assertThat(together.flow().finish()).isEqualTo(3600);
        assertThat(together.lessons()).isEqualTo(2);
        assertThat(waves.flow().finish()).isEqualTo(1200);
        assertThat(waves.lessons()).isEqualTo(3);
        assertThatThrownBy(() -> new HallPlan(2, 3, stations, 1, 0, 300, 2700, List.of()))
                .hasMessageContaining("wave");
    }

    @Test
    void numbers_that_cannot_be_are_refused_in_words() {
        assertThatThrownBy(() -> hall(0, 1, 0, List.of(), station("a", 1, 1))).hasMessageContaining("1 to 600");
        assertThatThrownBy(() -> hall(
                        1,
                        1,
                        0,
                        List.of(new HallPlan.Order("a", "b"), new HallPlan.Order("b", "a")),
                        station("a", 1, 1),
                        station("b", 1, 1)))
                .hasMessageContaining("contradict");
        assertThatThrownBy(() -> hall(1, 1, 0, List.of(), station("a", 1, 1), station("a", 1, 1)))
                .hasMessageContaining("twice");
    }
}
