package rangordnung.core.training;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.time.DayOfWeek;
import java.time.LocalDate;
import java.time.LocalTime;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import java.util.UUID;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import rangordnung.core.RandomScreens;
import rangordnung.core.Rater;
import rangordnung.core.ShippedData;
import rangordnung.core.StandardFloor;
import rangordnung.core.body.Side;
import rangordnung.core.kit.Inventory;
import rangordnung.core.ladder.Exercise;
import rangordnung.core.ladder.Exercise.Contraindication;
import rangordnung.core.ladder.Focus;
import rangordnung.core.ladder.Ladders;
import rangordnung.core.placement.Placer;
import rangordnung.core.placement.Profile;
import rangordnung.core.placement.Proposal;
import rangordnung.core.placement.Teaching;
import rangordnung.core.placement.TeachingRules;
import rangordnung.core.protocol.Protocol;
import rangordnung.core.protocol.TestDefinition.Pattern;
import rangordnung.core.protocol.View;
import rangordnung.core.safety.Clearance;
import rangordnung.core.safety.PainReport;

/** Blocks over seeded athletes: what must never be trained is not, and what a coach expects is (common practice, house conventions). */
class BlockTest {

    private static final Ladders LADDERS = StandardFloor.LADDERS;
    private static final TrainingRules RULES =
            StandardFloor.shipped(ShippedData.TRAINING, TrainingRules.class).checked(LADDERS);
    private static final TeachingRules TEACHING = StandardFloor.shipped(ShippedData.TEACHING, TeachingRules.class);
    private static final BlockPlanner PLANNER =
            new BlockPlanner(LADDERS, StandardFloor.RULES, RULES, new Teaching(TEACHING, LADDERS));
    private static final Protocol FLOOR = StandardFloor.of("overhead-squat", "split-squat", "timed-stance");
    private static final Placer PLACER =
            new Placer(LADDERS, StandardFloor.RULES, StandardFloor.LINKS, StandardFloor.CERTAINTY, FLOOR);
    private static final Profile NEW = new Profile(Optional.of(1.6), Profile.Experience.NEW, Profile.Aim.GENERAL);
    private static final Profile LIFTER = new Profile(Optional.of(1.8), Profile.Experience.LIFTS, Profile.Aim.LIFTING);
    private static final int WEEKS = 6;

    private static Inventory.Hours hours(DayOfWeek day, int from) {
        return new Inventory.Hours(day, LocalTime.of(from, 0), LocalTime.of(from + 1, 0));
    }

    private static Season season(List<Season.Holiday> holidays, List<LocalDate> matches) {
        return new Season(
                LocalDate.of(2026, 11, 30),
                WEEKS,
                List.of(hours(DayOfWeek.THURSDAY, 10), hours(DayOfWeek.MONDAY, 8)),
                holidays,
                matches);
    }

    private static Optional<BlockPlanner.Trainee> trainee(Rater book, Profile profile) {
        return PLACER.propose(List.of(book.judged(FLOOR)), Clearance.CLEARED, profile) instanceof Proposal.Placed placed
                        && placed.focus() != Focus.PROTECT
                ? Optional.of(new BlockPlanner.Trainee(
                        UUID.randomUUID(), placed, placed.focus(), placed.rung().orElseThrow(), book.book()))
                : Optional.empty();
    }

    private static Rater seen(List<String> marks) {
        Rater book = Rater.of(FLOOR, "overhead-squat");
        marks.forEach(book::mark);
        return book.close(View.FRONT).close(View.SIDE);
    }

    /** Each focus a group, of newcomers and of lifters. */
    private static final List<List<BlockPlanner.Trainee>> GROUPS = List.copyOf(RandomScreens.some().stream()
            .limit(30)
            .flatMap(marks -> Stream.of(NEW, LIFTER).flatMap(profile -> trainee(seen(marks), profile).stream()))
            .collect(Collectors.groupingBy(BlockPlanner.Trainee::focus, TreeMap::new, Collectors.toList()))
            .values());

    private static final List<BlockPlanner.Trainee> TRAINEES =
            GROUPS.stream().flatMap(List::stream).toList();

    private static Block block(Optional<Inventory> inventory) {
        return PLANNER.plan(season(List.of(), List.of()), GROUPS, inventory);
    }

    private static Exercise exercise(Block.Work work) {
        return LADDERS.exercise(work.exercise()).orElseThrow();
    }

    @Test
    void nobody_is_given_what_is_not_for_them_and_no_cue_contradicts_another() {
        Block block = block(Optional.empty());
        assertThat(block.athletes()).hasSameSizeAs(TRAINEES).hasSizeGreaterThan(40);
        for (int i = 0; i < TRAINEES.size(); i++) {
            Proposal.Placed placed = TRAINEES.get(i).proposal();
            Block.Prescription given = block.athletes().get(i);
            boolean beginner = placed.bounds().against().contains(Contraindication.BEGINNER);
            for (Block.Work work : given.work()) {
                Exercise exercise = exercise(work);
                assertThat(exercise.notFor()).noneMatch(placed.bounds().against()::contains);
                if (placed.bounds().marked().contains(exercise.pattern())) {
                    assertThat(exercise.notFor()).doesNotContain(Contraindication.MARKED_FAULT);
                }
                if (beginner) {
                    assertThat(work.kit()).noneMatch(k -> k.need().item().equals("BAND"));
                }
            }
            List<String> cued =
                    given.cues().stream().map(Teaching.Cue::exercise).distinct().toList();
            assertThat(given.cues()).hasSize(WEEKS);
            assertThat(TEACHING.contradictions()).noneMatch(c -> cued.contains(c.one()) && cued.contains(c.other()));
            assertThat(given.work().stream().map(Block.Work::exercise))
                    .as("a cue is about something that is trained")
                    .containsAll(cued);
        }
    }

    @Test
    void every_session_prepares_trains_all_patterns_and_closes() {
        for (Block.Prescription given : block(Optional.empty()).athletes()) {
            assertThat(given.work()).extracting(Block.Work::part).containsExactly(Part.values());
            assertThat(given.work().stream().filter(w -> w.part().moves()).map(w -> exercise(w)
                            .pattern()))
                    .containsExactlyInAnyOrder(Pattern.SQUAT, Pattern.LUNGE, Pattern.BALANCE);
        }
        Block.Prescription ankle =
                prescribed("heels L SLIGHT + heels R SLIGHT + depth - SLIGHT", Focus.ANKLE, "ball-of-foot-on-step");
        assertThat(work(ankle, Part.PREPARATION).exercise()).isEqualTo("ball-of-foot-on-step");
        assertThat(exercise(work(ankle, Part.MAIN)).pattern()).isEqualTo(Pattern.SQUAT);
    }

    /** What lasts for the knee may be what the lunge begins with: it is done once. */
    @Test
    void nothing_that_lasts_is_trained_again_as_a_pattern() {
        Rater knees = seen(List.of("knee-line L SEVERE")).and(FLOOR, "split-squat", "knee-line L SEVERE");
        Block.Prescription given = prescribed(knees, Focus.STEADY, "running-stance-hold");
        assertThat(given.work()).extracting(Block.Work::exercise).doesNotHaveDuplicates();
        assertThat(work(given, Part.PREPARATION).exercise()).isEqualTo("arch-awareness");
    }

    private static Block.Prescription prescribed(String marks, Focus focus, String rung) {
        return prescribed(seen(List.of(marks.split(" \\+ "))), focus, rung);
    }

    private static Block.Prescription prescribed(Rater book, Focus focus, String rung) {
        BlockPlanner.Trainee one = trainee(book, NEW).orElseThrow();
        return PLANNER.plan(
                        season(List.of(), List.of()),
                        List.of(List.of(
                                new BlockPlanner.Trainee(one.athlete(), one.proposal(), focus, rung, one.book()))),
                        Optional.empty())
                .athletes()
                .get(0);
    }

    private static Block.Work work(Block.Prescription given, Part part) {
        return given.work().stream().filter(w -> w.part() == part).findFirst().orElseThrow();
    }

    /** The plate lies under the foot that is shifted to, in the part where both legs squat; the weaker side comes first. */
    @ParameterizedTest
    @CsvSource({"L, LEFT", "R, RIGHT"})
    void a_shift_is_met_into_the_shift_on_the_side_that_is_named(String drift, Side side) {
        Block.Prescription given = prescribed("drift " + drift + " MARKED", Focus.EVEN_SIDES, "foot-on-plate");
        assertThat(work(given, Part.MAIN).aids())
                .filteredOn(a -> a.aid().equals("plate-under-foot"))
                .singleElement()
                .satisfies(a -> assertThat(a.sides()).containsExactly(side));
        assertThat(given.work()).filteredOn(w -> w.part() != Part.MAIN).allMatch(w -> w.aids()
                .isEmpty());
        assertThat(work(given, Part.SINGLE_LEG).more())
                .isEqualTo(work(given, Part.SINGLE_LEG).first());
    }

    /** From the least to the most that the exercise allows, no week more than a fifth above the mean of the three before. */
    @Test
    void doses_grow_no_faster_than_load_history_allows() {
        for (Exercise exercise : LADDERS.exercises()) {
            List<Amount> weeks = Amount.growing(exercise.dose(), 12, RULES);
            assertThat(weeks.get(0)).isEqualTo(Amount.least(exercise.dose()));
            for (int w = 1; w < weeks.size(); w++) {
                double mean = weeks.subList(Math.max(0, w - 3), w).stream()
                        .mapToInt(Amount::volume)
                        .average()
                        .orElseThrow();
                assertThat((double) weeks.get(w).volume()).isLessThanOrEqualTo(1.2 * mean);
                assertThat(weeks.get(w).volume())
                        .isGreaterThanOrEqualTo(weeks.get(w - 1).volume());
                assertThat(weeks.get(w).sets())
                        .isBetween(exercise.dose().setsFrom(), exercise.dose().setsTo());
                assertThat(weeks.get(w).each())
                        .isBetween(exercise.dose().amountFrom(), exercise.dose().amountTo());
            }
        }
        assertThat(Amount.growing(exercise("bodyweight-squat").dose(), 6, RULES))
                .extracting(a -> a.sets() + " × " + a.each())
                .containsExactly("2 × 8", "2 × 9", "2 × 10", "2 × 10", "2 × 11", "2 × 12");
    }

    private static Exercise exercise(String id) {
        return LADDERS.exercise(id).orElseThrow();
    }

    /** Pain below the kneecap that stays: half of the sets, nothing grows, drills and close stay. */
    @Test
    void a_sore_tendon_is_cut_markedly_and_nothing_grows() {
        Rater book = seen(List.of("depth - SLIGHT")).painAt(PainReport.Region.BELOW_KNEECAP, 2);
        BlockPlanner.Trainee one = trainee(book, NEW).orElseThrow();
        Block.Prescription given = PLANNER.plan(season(List.of(), List.of()), List.of(List.of(one)), Optional.empty())
                .athletes()
                .get(0);
        assertThat(given.sore()).isTrue();
        assertThat(given.pains()).hasSize(1);
        given.work().stream().filter(w -> w.part().moves()).forEach(w -> {
            assertThat(w.byWeek()).containsOnly(w.byWeek().get(0));
            assertThat(w.byWeek().get(0).sets())
                    .isLessThanOrEqualTo(Math.max(1, exercise(w).dose().setsFrom() / 2));
        });
        assertThat(work(given, Part.MAIN).kit()).anyMatch(k -> k.need().item().equals("BOX"));
    }

    /** Pieces given out are counted by hand; whoever goes without is told. */
    @Test
    void kit_is_given_out_once_to_each_who_shares_it_and_what_is_missing_is_told() {
        Inventory inventory = new Inventory(
                List.of(
                        new Inventory.Piece("BOX", Optional.of(36.0), Optional.empty(), 3),
                        new Inventory.Piece("BOX", Optional.of(40.0), Optional.empty(), 2),
                        new Inventory.Piece("TARGET", Optional.empty(), Optional.empty(), 6),
                        new Inventory.Piece("WEDGE", Optional.empty(), Optional.empty(), 3)),
                List.of(),
                List.of(),
                false);
        Block block = block(Optional.of(inventory));
        assertThat(block.shortages()).isNotEmpty();
        assertThat(block.athletes().stream().flatMap(a -> a.work().stream()).map(w -> exercise(w)))
                .as("nobody spots, so that nothing is done that needs it")
                .noneMatch(e -> e.notFor().contains(Contraindication.NO_SPOTTER));
        for (int turn = 0; turn < Part.values().length; turn++) {
            Map<String, Integer> used = new HashMap<>();
            int without = 0;
            for (Block.Prescription given : block.athletes()) {
                Part now = block.orders().get(given.group()).get(turn);
                for (Block.Kit kit : work(given, now).kit()) {
                    without += kit.there() ? 0 : 1;
                    kit.piece().ifPresent(p -> assertThat(kit.need().span().orElseThrow())
                            .satisfies(s -> assertThat(p).isBetween(s.from(), s.to())));
                    if (kit.there() && !kit.need().item().equals("WALL")) {
                        used.merge(kit.need().item(), 1, Integer::sum);
                    }
                }
            }
            int at = turn;
            used.forEach((item, n) -> assertThat(n)
                    .as(item)
                    .isLessThanOrEqualTo(2
                            * inventory.pieces().stream()
                                    .filter(p -> p.item().equals(item))
                                    .mapToInt(Inventory.Piece::count)
                                    .sum()));
            assertThat(block.shortages().stream()
                            .filter(s -> s.turn() == at)
                            .mapToInt(Block.Shortage::missing)
                            .sum())
                    .isEqualTo(without);
        }
        block.orders().forEach(order -> assertThat(order)
                .containsExactlyInAnyOrder(Part.values())
                .startsWith(Part.PREPARATION)
                .endsWith(Part.CLOSE));
    }

    @Test
    void sessions_give_way_to_holidays_and_matches_and_the_retest_waits_for_a_free_day() {
        Season season = season(
                List.of(
                        new Season.Holiday("Winter", LocalDate.of(2026, 12, 21), LocalDate.of(2027, 1, 2)),
                        new Season.Holiday("Trip", LocalDate.of(2027, 1, 11), LocalDate.of(2027, 1, 11))),
                List.of(LocalDate.of(2026, 12, 7), LocalDate.of(2026, 12, 18)));
        assertThat(season.sessions())
                .extracting(s -> s.day() + s.clash().map(c -> " " + c).orElse(""))
                .containsExactly(
                        "2026-11-30",
                        "2026-12-03",
                        "2026-12-07 MATCH",
                        "2026-12-10",
                        "2026-12-14",
                        "2026-12-17 DAY_BEFORE_MATCH",
                        "2026-12-21 HOLIDAY",
                        "2026-12-24 HOLIDAY",
                        "2026-12-28 HOLIDAY",
                        "2026-12-31 HOLIDAY",
                        "2027-01-04",
                        "2027-01-07");
        assertThat(season.retest().day()).isEqualTo("2027-01-14");
        assertThatThrownBy(() -> new Season(
                        LocalDate.of(2026, 11, 30),
                        WEEKS,
                        List.of(hours(DayOfWeek.MONDAY, 8), hours(DayOfWeek.MONDAY, 8)),
                        List.of(),
                        List.of()))
                .hasMessageContaining("overlap");
    }

    /** Same input, same answer. */
    @Test
    void a_block_is_repeatable() {
        assertThat(block(Optional.empty())).isEqualTo(block(Optional.empty()));
        assertThat(IntStream.range(0, 2)
                        .mapToObj(i -> block(Optional.empty()).hashCode())
                        .distinct())
                .hasSize(1);
    }
}
