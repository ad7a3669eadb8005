package rangordnung.core.placement;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.Collections;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.MethodSource;
import rangordnung.core.RandomScreens;
import rangordnung.core.Rater;
import rangordnung.core.StandardFloor;
import rangordnung.core.body.Side;
import rangordnung.core.body.Sided;
import rangordnung.core.judgement.Judge;
import rangordnung.core.judgement.MovementIndex;
import rangordnung.core.judgement.Particulars;
import rangordnung.core.judgement.ScreenResult;
import rangordnung.core.ladder.Exercise;
import rangordnung.core.ladder.Focus;
import rangordnung.core.ladder.Ladders;
import rangordnung.core.link.Link;
import rangordnung.core.protocol.Grade;
import rangordnung.core.protocol.InvalidProtocol;
import rangordnung.core.protocol.Protocol;
import rangordnung.core.protocol.View;
import rangordnung.core.record.Attendance;
import rangordnung.core.record.Fact;
import rangordnung.core.safety.Clearance;
import rangordnung.core.safety.PainReport;

class PlacerTest {

    private static final Protocol FLOOR =
            StandardFloor.of("overhead-squat", "split-squat", "timed-stance", "wall-test?", "reach");
    private static final Placer PLACER = placer(StandardFloor.BATTERY.completed(StandardFloor.PROTOCOL));
    private static final Profile LIFTER = new Profile(Optional.of(1.75), Profile.Experience.LIFTS, Profile.Aim.LIFTING);
    private static final Profile NEW = new Profile(Optional.of(1.75), Profile.Experience.NEW, Profile.Aim.GENERAL);

    private static Placer placer(Protocol protocol) {
        return new Placer(
                StandardFloor.LADDERS, StandardFloor.RULES, StandardFloor.LINKS, StandardFloor.CERTAINTY, protocol);
    }

    private static Proposal.Placed placed(String... screens) {
        return placed(
                Arrays.stream(screens).map(s -> Rater.seen(marks(s)).judged()).toList(), Profile.UNKNOWN);
    }

    private static Proposal.Placed placed(List<ScreenResult> screens, Profile profile) {
        return (Proposal.Placed) PLACER.propose(screens, Clearance.CLEARED, profile);
    }

    private static Proposal.Placed placed(Rater book, Profile profile) {
        return (Proposal.Placed) placer(FLOOR).propose(List.of(book.judged(FLOOR)), Clearance.CLEARED, profile);
    }

    private static String[] marks(String screen) {
        return screen.isBlank() ? new String[0] : screen.split(" \\+ ");
    }

    private static String rung(Proposal.Placed placed, String ladder) {
        return placed.rungs().stream()
                .filter(s -> s.ladder().equals(ladder))
                .findFirst()
                .orElseThrow()
                .rung();
    }

    private static String aids(Proposal.Placed placed) {
        return String.join(
                " ", placed.aids().stream().map(Proposal.GivenAid::aid).toList());
    }

    /** Fault and link → aid today → lasting work; the table is common practice without a source. */
    @ParameterizedTest
    @CsvSource({
        "heel-lift, ANKLE, ANKLE, plate-weaned, ankle, ball-of-foot-on-step",
        "heel-lift, PROPORTIONS, DEPTH_AND_SPINE, plate-own-stance, squat, goblet-squat",
        "trunk, PROPORTIONS, DEPTH_AND_SPINE, plate-own-stance, squat, goblet-squat",
        "knee-in, FOOT, FOOT, inner-wedge, foot, squat-on-inner-wedge",
        "knee-in, COORDINATION, KNEE_CONTROL, target, knee-control, split-squat-hold",
        "knee-in, ABDUCTORS, KNEE_CONTROL, shorter-range, knee-control, wall-ball-stork",
        "knee-out, TURN_OUT_AND_STANCE, STEADY, feet-ahead, single-leg, tripod-stand",
        "depth, HIP_ROOM, DEPTH_AND_SPINE, own-stance, hip, hip-rotation",
        "depth, STRENGTH_OR_CONFIDENCE, DEPTH_AND_SPINE, hold-upright, squat, ''",
        "depth, COORDINATION, DEPTH_AND_SPINE, box-below-knee, squat, ''",
        "drift, ASYMMETRY, EVEN_SIDES, plate-under-foot, even-sides, foot-on-plate",
        "rotation, COORDINATION, KNEE_CONTROL, tail-tucked, knee-control, split-squat-hold",
        "drop, ABDUCTORS, KNEE_CONTROL, lanes, knee-control, wall-ball-stork",
        "hips-first, TRUNK, DEPTH_AND_SPINE, pause, trunk, pause-chest-first",
        "low-back, TRUNK, DEPTH_AND_SPINE, to-shape, trunk, breathe-quarter-squat",
        "front-load, COORDINATION, KNEE_CONTROL, press-front, lunge, front-foot-up-high",
        "balance, COORDINATION, STEADY, support-in-reach, single-leg, ''"
    })
    void every_fault_and_link_has_an_aid_today_and_lasting_work(
            String fault, Link link, Focus focus, String aid, String ladder, String exercise) {
        PlacementRules.Treatment treatment =
                StandardFloor.RULES.treatment(fault, link).orElseThrow();

        assertThat(treatment.focus()).isEqualTo(focus);
        assertThat(treatment.aids()).contains(aid);
        assertThat(treatment.lasting().ladder()).isEqualTo(ladder);
        assertThat(treatment.lasting().rung(Grade.MARKED))
                .isEqualTo(Optional.of(exercise).filter(e -> !e.isEmpty()));
    }

    /** Order of treatment: common practice without a source; rungs: house convention. */
    @ParameterizedTest
    @CsvSource(
            nullValues = "-",
            value = {
                "'', LOAD, bodyweight-squat, bodyweight-squat, -, ''",
                "head - SEVERE, LOAD, bodyweight-squat, bodyweight-squat, -, ''",
                "arms - MARKED, LOAD, bodyweight-squat, bodyweight-squat, -, arms-forward",
                "knee-line L SLIGHT, KNEE_CONTROL, split-squat-hold, bodyweight-squat, -, target",
                "knee-line L MARKED, KNEE_CONTROL, split-squat-hold, box-squat, -, target",
                "knee-line R SEVERE, KNEE_CONTROL, split-squat-hold, chair-sit-stand, -, target",
                "knee-line R MARKED outward, STEADY, tripod-stand, box-squat, -, feet-ahead",
                "knee-line R SEVERE + arch R SLIGHT, KNEE_CONTROL, split-squat-hold, chair-sit-stand, FOOT, target",
                "knee-line R MARKED + arch R MARKED, FOOT, squat-on-inner-wedge, box-squat, KNEE_CONTROL, inner-wedge target",
                "heels L MARKED, ANKLE, ball-of-foot-on-step, box-squat, -, plate-weaned",
                "drift R MARKED + depth - SLIGHT, EVEN_SIDES, foot-on-plate, box-squat, DEPTH_AND_SPINE, plate-under-foot",
                "drop L SEVERE, KNEE_CONTROL, wall-ball-stork, chair-sit-stand, -, lanes",
                "depth - MARKED, DEPTH_AND_SPINE, box-squat, box-squat, -, box-below-knee",
                "low-back - MARKED, DEPTH_AND_SPINE, bodyweight-squat, bodyweight-squat, -, to-shape",
                "knee-line L SLIGHT + depth - MARKED, DEPTH_AND_SPINE, box-squat, box-squat, KNEE_CONTROL, box-below-knee",
                "heels L SEVERE + arch L MARKED, FOOT, squat-on-inner-wedge, chair-sit-stand, ANKLE, inner-wedge plate-weaned"
            })
    void focus_follows_the_order_of_treatment_rungs_their_own_pattern_and_aids_make_the_squat_today(
            String marks, Focus focus, String rung, String squat, Focus second, String aids) {
        Proposal.Placed placed = placed(marks);

        assertThat(placed.place()).isEqualTo(new Proposal.Place(focus, Optional.of(rung)));
        assertThat(rung(placed, "squat")).isEqualTo(squat);
        assertThat(placed.second().map(Proposal.Place::focus)).isEqualTo(Optional.ofNullable(second));
        assertThat(aids(placed)).isEqualTo(aids);
        assertThat(placed.reasons()).isNotEmpty();
        assertThat(placed.chances().stream()
                        .mapToDouble(Proposal.FocusChance::chance)
                        .sum())
                .isCloseTo(1, within(1e-9));
    }

    @Test
    void a_lunge_fault_moves_the_lunge_rung_and_not_the_squat_rung() {
        Rater book = clean(Rater.of(FLOOR, "overhead-squat"));
        book.trial(FLOOR, "split-squat").mark("knee-line L SEVERE");
        Proposal.Placed placed = placed(clean(book), NEW);

        assertThat(rung(placed, "squat")).isEqualTo("bodyweight-squat");
        assertThat(rung(placed, "lunge")).isEqualTo("split-squat-hold");
        assertThat(placed.focus()).isEqualTo(Focus.KNEE_CONTROL);
        assertThat(placed.side()).contains(Side.LEFT);
    }

    private static Rater clean(Rater book) {
        return book.close(View.FRONT).close(View.SIDE);
    }

    private static Rater stance(Rater book, double left, double right) {
        book.trial(FLOOR, "timed-stance");
        for (int i = 1; i <= 3; i++) {
            book.ended("eyes-open", Side.LEFT, "eyes-open", i, left, "foot-down")
                    .ended("eyes-open", Side.RIGHT, "eyes-open", i, right, "foot-down");
        }
        return book.close(View.FRONT);
    }

    /** Forty-five seconds on one leg and six on the other are no readiness for load. */
    @Test
    void a_difference_between_the_sides_leads_to_steady_with_the_weaker_side() {
        Rater book = stance(clean(Rater.of(FLOOR, "overhead-squat")), 45, 6);
        assertThat(placed(book, NEW)).satisfies(p -> {
            assertThat(p.focus()).isEqualTo(Focus.STEADY);
            assertThat(p.side()).contains(Side.RIGHT);
            assertThat(p.aids())
                    .contains(new Proposal.GivenAid("support-in-reach", List.of(Side.RIGHT), Optional.empty()));
        });

        Rater reaches = clean(Rater.of(FLOOR, "overhead-squat"));
        reaches.leg(Side.LEFT, 88).leg(Side.RIGHT, 88).trial(FLOOR, "reach");
        for (Side side : Side.values()) {
            double forward = side == Side.LEFT ? 80 : 88;
            reaches.gauged("reach", Optional.of(side), "anterior", forward)
                    .gauged("reach", Optional.of(side), "posteromedial", 95)
                    .gauged("reach", Optional.of(side), "posterolateral", 95);
        }
        assertThat(placed(reaches.close(View.FRONT), NEW)).satisfies(p -> {
            assertThat(p.focus()).isEqualTo(Focus.STEADY);
            assertThat(p.side()).contains(Side.LEFT);
            assertThat(p.reasons()).anyMatch(Reason.SidesDiffer.class::isInstance);
        });
    }

    @Test
    void pain_that_stops_missing_clearance_and_a_referral_come_before_everything() {
        ScreenResult hurt = Rater.squat().mark("arch L SEVERE").pain(5).judged();
        ScreenResult shifted =
                Rater.squat().pain(2).mark("drift L SLIGHT").close(View.FRONT).judged();
        ScreenResult swollen = Rater.squat().pain(1, PainReport.Sign.SWELLING).judged();

        for (ScreenResult result : List.of(hurt, shifted, swollen)) {
            assertThat(placed(List.of(result), LIFTER)).satisfies(p -> {
                assertThat(p.focus()).isEqualTo(Focus.PROTECT);
                assertThat(p.rung()).isEmpty();
                assertThat(p.aids()).isEmpty();
                assertThat(p.movers()).isEmpty();
            });
        }
        assertThat(((Proposal.Placed)
                                PLACER.propose(List.of(Rater.seen().judged()), Clearance.NOT_CLEARED, Profile.UNKNOWN))
                        .focus())
                .isEqualTo(Focus.PROTECT);
    }

    @Test
    void slight_pain_travels_with_the_athlete_and_holds_the_load_down() {
        List<ScreenResult> history =
                new ArrayList<>(Collections.nCopies(4, Rater.seen().judged()));
        history.add(clean(Rater.squat().pain(2)).judged());
        Proposal.Placed placed = placed(history, LIFTER);

        assertThat(placed.focus()).isEqualTo(Focus.LOAD);
        assertThat(placed.pains()).hasSize(1);
        assertThat(rung(placed, "squat")).isEqualTo("box-squat");
        assertThat(aids(placed)).isEqualTo("sore-cut-load");
    }

    /** Pain at the kneecap after a sharp rise in training: cut the load, box above the pain, train on. */
    @Test
    void a_change_of_load_cuts_the_load_and_the_athlete_trains_on() {
        ScreenResult screen = clean(Rater.squat()
                        .asked(Fact.Background.SHARP_RISE_IN_TRAINING)
                        .painAt(PainReport.Region.BELOW_KNEECAP, 2))
                .judged();
        assertThat(placed(List.of(screen), LIFTER)).satisfies(p -> {
            assertThat(p.focus()).isEqualTo(Focus.LOAD);
            assertThat(p.rung()).contains("box-squat");
            assertThat(p.reasons()).contains(new Reason.LoadHistory());
            assertThat(aids(p)).isEqualTo("sore-cut-load");
        });
    }

    @Test
    void without_enough_seen_nothing_is_proposed() {
        assertThat(PLACER.propose(
                        List.of(new Rater().attends(Attendance.ABSENT).judged()), Clearance.CLEARED, Profile.UNKNOWN))
                .isEqualTo(new Proposal.Open(MovementIndex.Reason.ABSENT));
        assertThat(PLACER.propose(
                        List.of(Rater.squat().close(View.FRONT).judged()), Clearance.CLEARED, Profile.UNKNOWN))
                .isEqualTo(new Proposal.Open(MovementIndex.Reason.TOO_INCOMPLETE));
    }

    /** House convention: one step at a time up; down on a marked fault twice running. */
    @ParameterizedTest
    @CsvSource({
        "'', '', goblet-squat, OwnedTwice",
        "knee-line L SLIGHT, '', goblet-squat, OwnedTwice",
        "knee-line L SLIGHT, knee-line L SLIGHT + knee-line R SLIGHT, bodyweight-squat, RungByGrade",
        "knee-line L SLIGHT, knee-line L SLIGHT + depth - SLIGHT, bodyweight-squat, RungByGrade",
        "knee-line L SEVERE, knee-line L SLIGHT, supported-sink, OneStepUp",
        "knee-line L SLIGHT, knee-line L MARKED, bodyweight-squat, HeldOnce",
        "knee-line L MARKED, knee-line L SEVERE, chair-sit-stand, DownAfterTwice",
        "knee-line L MARKED, knee-line L MARKED, box-squat, RungByGrade"
    })
    void a_rung_moves_one_step_up_and_not_down_at_the_first_slip(
            String before, String now, String rung, String reason) {
        Proposal.Stand squat = placed(before, now).rungs().get(0);

        assertThat(squat.rung()).isEqualTo(rung);
        assertThat(squat.reasons().get(squat.reasons().size() - 1).getClass().getSimpleName())
                .isEqualTo(reason);
    }

    @Test
    void a_focus_is_left_only_once_its_own_criterion_is_right() {
        Rater first = wall(clean(Rater.of(FLOOR, "overhead-squat").mark("heels L SLIGHT")), 9);
        Rater without = clean(Rater.of(FLOOR, "overhead-squat"));
        Rater right = wall(clean(Rater.of(FLOOR, "overhead-squat")), 14);
        Placer placer = placer(withWall());

        assertThat(focuses(placer, first, without)).containsExactly(Focus.ANKLE, Focus.ANKLE);
        assertThat(focuses(placer, first, right)).containsExactly(Focus.ANKLE, Focus.LOAD);
    }

    private static Protocol withWall() {
        return StandardFloor.of("overhead-squat", "wall-test");
    }

    private static List<Focus> focuses(Placer placer, Rater... screens) {
        List<ScreenResult> results =
                Arrays.stream(screens).map(s -> s.judged(withWall())).toList();
        return Stream.of(1, 2)
                .map(n -> placer.propose(results.subList(0, n), Clearance.CLEARED, Profile.UNKNOWN))
                .map(p -> p instanceof Proposal.Placed placed ? placed.focus() : null)
                .toList();
    }

    private static Rater wall(Rater book, double centimetres) {
        return book.trial(withWall(), "wall-test")
                .gauged("wall", Optional.of(Side.LEFT), "wall-distance", centimetres)
                .gauged("wall", Optional.of(Side.RIGHT), "wall-distance", centimetres)
                .close(View.SIDE);
    }

    static List<List<String>> screens() {
        return RandomScreens.some();
    }

    /** Ladder rules over random athletes after a good year: what was seen forbids what it forbids, whatever stood before. */
    @ParameterizedTest
    @MethodSource("screens")
    void contraindications_bind(List<String> marks) {
        for (Profile profile : List.of(Profile.UNKNOWN, NEW, LIFTER)) {
            List<ScreenResult> history =
                    new ArrayList<>(Collections.nCopies(7, Rater.seen().judged()));
            history.add(Rater.seen(marks.toArray(String[]::new)).judged());
            ScreenResult last = history.get(history.size() - 1);
            boolean marked =
                    last.worstHeading().filter(g -> g.atLeast(Grade.MARKED)).isPresent();
            Proposal.Placed placed = placed(history, profile);
            Stream.concat(
                            placed.rungs().stream().map(Proposal.Stand::rung),
                            placed.lasting().stream().map(Proposal.Work::exercise))
                    .map(rung -> StandardFloor.LADDERS.exercise(rung).orElseThrow())
                    .forEach(exercise -> {
                        if (marked && exercise.pattern() == rangordnung.core.protocol.TestDefinition.Pattern.SQUAT) {
                            assertThat(exercise.notFor()).doesNotContain(Exercise.Contraindication.MARKED_FAULT);
                        }
                        if (profile.experience() != Profile.Experience.LIFTS) {
                            assertThat(exercise.notFor())
                                    .doesNotContain(
                                            Exercise.Contraindication.NOT_LIFTING, Exercise.Contraindication.BEGINNER);
                        }
                    });
            assertThat(aids(placed)).doesNotContain(profile == LIFTER ? "out-of-the-shift" : "band");
            placed.aids().stream()
                    .filter(a -> a.aid().equals("plate-under-foot") || a.aid().equals("band-into-shift"))
                    .forEach(a -> assertThat(a.sides()).isEqualTo(drift(last)));
        }
    }

    private static List<Side> drift(ScreenResult screen) {
        return screen.criteria()
                .filter(c -> c.criterion().id().equals("drift"))
                .flatMap(c -> c.direction().stream())
                .toList();
    }

    @ParameterizedTest
    @MethodSource("screens")
    void another_clean_finding_never_lowers_a_rung(List<String> marks) {
        Rater less = Rater.of(FLOOR, "overhead-squat");
        Rater more = Rater.of(FLOOR, "overhead-squat");
        marks.stream().filter(mark -> !mark.startsWith("head")).forEach(mark -> {
            less.mark(mark);
            more.mark(mark);
        });
        more.close(View.SIDE).close(View.FRONT).trial(FLOOR, "split-squat");
        List<ScreenResult> both = List.of(clean(less).judged(FLOOR), clean(more).judged(FLOOR));
        List<List<Proposal.Stand>> rungs = both.stream()
                .map(s -> placer(FLOOR).propose(List.of(s), Clearance.CLEARED, NEW))
                .map(p -> ((Proposal.Placed) p).rungs())
                .toList();
        for (int i = 0; i < 3; i++) {
            Ladders.Ladder ladder =
                    StandardFloor.LADDERS.required(rungs.get(0).get(i).ladder());
            assertThat(ladder.rungs().indexOf(rungs.get(1).get(i).rung()))
                    .isGreaterThanOrEqualTo(
                            ladder.rungs().indexOf(rungs.get(0).get(i).rung()));
        }
    }

    @Test
    void whoever_had_been_loaded_steps_back_at_a_marked_fault_and_hears_why() {
        List<ScreenResult> history =
                new ArrayList<>(Collections.nCopies(7, Rater.seen().judged()));
        assertThat(rung(placed(history, LIFTER), "squat")).isEqualTo("back-squat-low-bar");
        assertThat(rung(placed(history, NEW), "squat")).isEqualTo("goblet-squat");
        history.add(Rater.seen("knee-line L MARKED").judged());
        Proposal.Stand back = placed(history, LIFTER).rungs().get(0);
        assertThat(back.rung()).isEqualTo("bodyweight-squat");
        assertThat(back.reasons())
                .contains(new Reason.Bound(
                        "back-squat-low-bar", "bodyweight-squat", Exercise.Contraindication.MARKED_FAULT));
    }

    /** A mark by eye is one grade off to one side in 16 of 100 (half a grade of noise). */
    @Test
    void one_mark_that_decides_is_called_so() {
        assertThat(placed("arch L SLIGHT").borderline()).isTrue();
        assertThat(placed("arch L SLIGHT + arch R SLIGHT").borderline()).isFalse();
        assertThat(placed("arch L MARKED").borderline()).isFalse();
        assertThat(placed("arch L SLIGHT + knee-line L MARKED").borderline()).isTrue();
    }

    /** With one slight arch by eye: 0.157 that there is none, and no other link. */
    @Test
    void the_chance_of_a_focus_rests_on_grades_and_links() {
        assertThat(placed("arch L SLIGHT").chances())
                .extracting(Proposal.FocusChance::focus)
                .containsExactly(Focus.FOOT, Focus.LOAD);
        assertThat(placed("arch L SLIGHT").wrong()).isCloseTo(0.1575, within(1e-3));
        // knee line marked and untold: foot 0.3, then ankle 0.3 and proportions 0.1 of what is left come first
        assertThat(placed("knee-line L MARKED").wrong()).isCloseTo(1 - 0.7 * 0.7 * 0.9, within(0.01));
        assertThat(FocusChances.of(List.of(), Focus.LOAD)).containsExactly(new Proposal.FocusChance(Focus.LOAD, 1));
    }

    static List<List<String>> few() {
        return RandomScreens.some().subList(0, 15);
    }

    @ParameterizedTest
    @MethodSource("few")
    void every_mover_keeps_its_word_and_improvements_come_first(List<String> marks) {
        ScreenResult screen = Rater.seen(marks.toArray(String[]::new)).judged();
        Proposal.Placed now = placed(List.of(screen), Profile.UNKNOWN);

        assertThat(now.movers()).isNotEmpty();
        for (Proposal.Mover mover : now.movers()) {
            ScreenResult changed = screen;
            for (Proposal.GradeChange change : mover.changes()) {
                changed = changed.withGrade(
                        change.test(),
                        change.criterion(),
                        change.side().orElse(Side.LEFT),
                        change.to(),
                        StandardFloor.PROTOCOL.rules());
            }
            assertThat(placed(List.of(changed), Profile.UNKNOWN).place())
                    .isEqualTo(mover.leadsTo())
                    .isNotEqualTo(now.place());
        }
        assertThat(now.movers().stream().map(m -> !m.changes().get(0).better())).isSorted();
    }

    /** Sizes: box 2.5 cm below the knee, rear foot 30 cm below 180 cm of stature, plate from the body model. */
    @Test
    void kit_comes_in_the_athletes_size() {
        Rater book = wall(
                clean(Rater.of(withWall(), "overhead-squat")
                        .mark("heels L MARKED")
                        .mark("heels R MARKED")),
                5);
        ScreenResult screen = new Judge(withWall())
                .judge(book.book(), new Particulars(Optional.empty(), Optional.of(1.75), java.util.Map.of()));
        Proposal.Placed placed = (Proposal.Placed) placer(withWall()).propose(List.of(screen), Clearance.CLEARED, NEW);
        TrainingDepth parallel = depth(screen, NEW);
        Sizes sizes = new Sizes(StandardFloor.RULES, screen, NEW, parallel);

        assertThat(placed.aids().get(0).aid()).isEqualTo("plate-weaned");
        assertThat(placed.aids().get(0).size()).hasValueSatisfying(size -> {
            assertThat(size.centimetres()).isBetween(0.5, 5.0);
            assertThat(size.measured()).isFalse();
        });
        // 0.285 of a stature of 175 cm, less 2.5
        assertThat(sizes.of(Exercise.SizedBy.BOX_BELOW_KNEE)).contains(new Proposal.Size(47, false));
        assertThat(sizes.of(Exercise.SizedBy.REAR_FOOT_BOX)).contains(new Proposal.Size(30, true));
        Rater chosen = book.add(new Fact.StanceChosen(
                Optional.empty(), Sided.both(Optional.empty()), Optional.empty(), Optional.of(20.0)));
        assertThat(placer(withWall()).rearFootBox(chosen.judged(withWall()), NEW))
                .contains(new Proposal.Size(20, true));
        assertThat(new Sizes(StandardFloor.RULES, screen, Profile.UNKNOWN, parallel).of(Exercise.SizedBy.HEEL_PLATE))
                .isEmpty();
        assertThat(new Sizes(StandardFloor.RULES, screen, LIFTER, depth(screen, LIFTER))
                        .of(Exercise.SizedBy.HEEL_PLATE)
                        .orElseThrow()
                        .centimetres())
                .as("who trains below parallel needs a higher plate")
                .isGreaterThan(placed.aids().get(0).size().orElseThrow().centimetres());
    }

    private static TrainingDepth depth(ScreenResult screen, Profile profile) {
        return TrainingDepth.of(StandardFloor.RULES, FLOOR.school(), screen.personal(), profile.aim());
    }

    /** Field sport always splits the pelvis, and lifting asks for depth (common practice, no source). */
    @Test
    void the_aim_of_training_decides_along_which_ladder_it_goes_on_how_deep_and_whether_the_bar_goes_low() {
        Protocol both = StandardFloor.of("overhead-squat", "split-squat");
        Rater book = clean(Rater.of(both, "overhead-squat"));
        List<ScreenResult> screens =
                List.of(clean(book.trial(both, "split-squat")).judged(both));
        Profile player = new Profile(Optional.of(1.75), Profile.Experience.LIFTS, Profile.Aim.FIELD_SPORT);
        Proposal.Placed general = placed(screens, NEW);
        Proposal.Placed field = placed(screens, player);

        assertThat(general.lasting().orElseThrow().ladder()).isEqualTo("squat");
        assertThat(field.lasting().orElseThrow().ladder()).isEqualTo("lunge");
        assertThat(field.rungs().get(0).ladder()).isEqualTo("lunge");
        assertThat(field.reasons()).contains(new Reason.Leads(Profile.Aim.FIELD_SPORT, "lunge"));
        assertThat(placed(List.of(Rater.seen().judged()), player)
                        .lasting()
                        .orElseThrow()
                        .ladder())
                .as("a lunge that nobody saw leads nowhere")
                .isEqualTo("squat");
        assertThat(general.depth()).contains(new TrainingDepth(Optional.of(0.0), TrainingDepth.By.SCHOOL));
        assertThat(placed(screens, LIFTER).depth())
                .contains(new TrainingDepth(Optional.of(-8.0), TrainingDepth.By.AIM));
        List<ScreenResult> years = Collections.nCopies(12, Rater.seen().judged());
        assertThat(rung(placed(years, player), "squat")).isEqualTo("back-squat-high-bar");
        assertThat(rung(placed(years, LIFTER), "squat")).isEqualTo("back-squat-low-bar");
    }

    /** House convention: second focus 2, other focus 5, too easy 1 a rung, too hard 3 a rung and one rung at most. */
    @ParameterizedTest
    @CsvSource(
            nullValues = "-",
            value = {
                "DEPTH_AND_SPINE, box-squat, 2",
                "DEPTH_AND_SPINE, chair-sit-stand, 4",
                "DEPTH_AND_SPINE, bodyweight-squat, 5",
                "DEPTH_AND_SPINE, goblet-squat, -",
                "KNEE_CONTROL, split-squat-hold, 0",
                "KNEE_CONTROL, wall-ball-stork, 3",
                "KNEE_CONTROL, single-leg-hold, -",
                "EVEN_SIDES, aid-away, 5",
                "LOAD, box-squat, 5",
                "PROTECT, -, 5",
                "KNEE_CONTROL, no-such-rung, -",
                "KNEE_CONTROL, -, -"
            })
    void a_move_has_a_cost(Focus focus, String rung, Double cost) {
        Fit fit = fit(
                placed("knee-line L MARKED + depth - MARKED"), new Proposal.Place(focus, Optional.ofNullable(rung)));

        assertThat(fit instanceof Fit.Possible possible ? possible.cost() : null)
                .isEqualTo(cost);
    }

    private static Fit fit(Proposal proposal, Proposal.Place place) {
        return Fit.of(proposal, place, StandardFloor.LADDERS, StandardFloor.RULES.costs());
    }

    /** A referral is answered by whoever cleared the athlete; pain that stopped today is not. */
    @Test
    void nobody_who_was_stopped_is_moved_out_of_protect_and_others_only_once_cleared() {
        Proposal.Place load = new Proposal.Place(Focus.LOAD, Optional.of("bodyweight-squat"));
        Proposal hurt = placed(List.of(Rater.squat().pain(7).judged()), NEW);
        Proposal swollen =
                placed(List.of(Rater.squat().pain(1, PainReport.Sign.SWELLING).judged()), NEW);

        assertThat(fit(hurt, load)).isEqualTo(new Fit.Impossible(Fit.Because.STOPPED_TODAY));
        assertThat(fit(swollen, load)).isInstanceOfSatisfying(Fit.Possible.class, p -> assertThat(p.needsClearance())
                .isTrue());
    }

    @Test
    void rules_that_name_what_does_not_exist_are_refused() {
        PlacementRules r = StandardFloor.RULES;
        PlacementRules less = new PlacementRules(
                r.version(),
                r.standsFrom(),
                r.ownedBelow(),
                r.ownedChance(),
                r.oneMark(),
                r.patterns(),
                r.treatments().subList(1, r.treatments().size()),
                r.firstAid(),
                r.approaches(),
                r.last(),
                r.noted(),
                r.sore(),
                r.plateStep(),
                r.boxBelowKnee(),
                r.rearFootBox(),
                r.costs());
        Stream.concat(
                        r.patterns().stream().map(p -> List.of(p.ladder(), p.entry())),
                        r.treatments().stream()
                                .map(PlacementRules.Treatment::lasting)
                                .flatMap(l -> l.entry().stream().map(e -> List.of(l.ladder(), e))))
                .forEach(entry -> assertThat(Stream.of(Grade.values()).map(g -> -StandardFloor.LADDERS
                                .required((String) entry.get(0))
                                .rungs()
                                .indexOf(((java.util.Map<?, ?>) entry.get(1)).get(g))))
                        .as("a worse grade never enters higher")
                        .isSorted());
        assertThatThrownBy(() -> less.checked(StandardFloor.LADDERS, StandardFloor.LINKS))
                .isInstanceOf(InvalidProtocol.class)
                .hasMessageContaining("knee-in by FOOT");
    }
}
