package rangordnung.core.link;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;
import static rangordnung.core.link.LinkReport.Standing.LEADING;
import static rangordnung.core.link.LinkReport.Standing.LIKELY;
import static rangordnung.core.link.LinkReport.Standing.UNLIKELY;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import rangordnung.core.Rater;
import rangordnung.core.StandardFloor;
import rangordnung.core.body.Side;
import rangordnung.core.body.Sided;
import rangordnung.core.certainty.Evidence;
import rangordnung.core.judgement.Judge;
import rangordnung.core.judgement.Particulars;
import rangordnung.core.judgement.ScreenResult;
import rangordnung.core.ladder.Focus;
import rangordnung.core.placement.Placer;
import rangordnung.core.placement.Profile;
import rangordnung.core.placement.Proposal;
import rangordnung.core.protocol.Battery;
import rangordnung.core.protocol.Conditions;
import rangordnung.core.protocol.Family;
import rangordnung.core.protocol.Grade;
import rangordnung.core.protocol.Protocol;
import rangordnung.core.protocol.Retest;
import rangordnung.core.protocol.TestDefinition;
import rangordnung.core.protocol.View;
import rangordnung.core.record.Fact;
import rangordnung.core.safety.Clearance;
import rangordnung.core.safety.PainReport;

class LinksTest {

    private static final Protocol FLOOR = StandardFloor.of(
            "overhead-squat",
            "forward-lunge",
            "split-squat",
            "timed-stance",
            "sit-to-stand?",
            "wall-test?",
            "personal-set-up");
    private static final Links LINKS = new Links(FLOOR, StandardFloor.LINKS, StandardFloor.CERTAINTY);

    /** A whole squat with marks. */
    private static Rater squat(String marks) {
        return marked(Rater.of(FLOOR, "overhead-squat"), marks);
    }

    private static Rater marked(Rater book, String marks) {
        for (String mark : marks.isBlank() ? new String[0] : marks.split(" \\+ ")) {
            book.mark(mark);
        }
        return book.close(View.FRONT).close(View.SIDE);
    }

    private static Rater retest(Rater book, UUID baseline, String retest, String marks) {
        Retest change = FLOOR.retest(retest).orElseThrow();
        Conditions standard = FLOOR.test("overhead-squat").orElseThrow().standard();
        Conditions conditions = change.aid()
                .map(kind -> standard.withAids(List.of(Conditions.Aid.of(kind, 2))))
                .orElse(standard);
        return marked(
                book.trial(
                        change.otherTest().orElse("overhead-squat"),
                        conditions,
                        Optional.of(new Fact.RetestOf(retest, baseline))),
                marks);
    }

    /** A squat, then retests written {@code heels-up: depth - SLIGHT; target:}. */
    private static Rater tried(String marks, String retests) {
        Rater book = squat(marks);
        UUID baseline = book.trialId();
        for (String one : retests.isBlank() ? new String[0] : retests.split(";")) {
            String[] part = one.split(":", 2);
            retest(book, baseline, part[0].trim(), part[1].trim());
        }
        return book;
    }

    private static Rater wall(Rater book, double centimetres) {
        return book.trial(FLOOR, "wall-test")
                .gauged("wall", Optional.of(Side.LEFT), "wall-distance", centimetres)
                .gauged("wall", Optional.of(Side.RIGHT), "wall-distance", centimetres);
    }

    private static LinkReport.Explanation explain(Rater book, String criterion) {
        return explain(book.judged(FLOOR), criterion);
    }

    private static LinkReport.Explanation explain(ScreenResult screen, String criterion) {
        return LINKS.report(screen).explanations().stream()
                .filter(e -> e.criterion().equals(criterion))
                .findFirst()
                .orElseThrow();
    }

    private static LinkReport.Standing standing(LinkReport.Explanation explanation, Link link) {
        return explanation.link(link).orElseThrow().standing();
    }

    private static double chance(LinkReport.Explanation explanation, Link link) {
        return explanation.link(link).orElseThrow().chance();
    }

    private static Proposal.Placed placed(Rater book) {
        return (Proposal.Placed) new Placer(
                        StandardFloor.LADDERS, StandardFloor.RULES, StandardFloor.LINKS, StandardFloor.CERTAINTY, FLOOR)
                .propose(List.of(book.judged(FLOOR)), Clearance.NOT_ASKED, Profile.UNKNOWN);
    }

    /** What the trade expects of a squat, its retests and a wall test; common practice, no source. */
    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                // heels up helps an ankle limit and long thighs alike; only the wall tells
                "heels L MARKED + heels R MARKED + depth - MARKED | heels-up: | 6    | heels | ANKLE       | LIKELY",
                "heels L MARKED + heels R MARKED + depth - MARKED | heels-up: | 6    | heels | PROPORTIONS | UNLIKELY",
                "heels L MARKED + heels R MARKED + depth - MARKED | heels-up: | 13.5 | heels | PROPORTIONS | LIKELY",
                "heels L MARKED + heels R MARKED + depth - MARKED | heels-up: | 13.5 | heels | ANKLE       | OPEN",
                "heels L MARKED + heels R MARKED + depth - MARKED | heels-up: | 11.5 | heels | ANKLE       | LIKELY",
                // the inner heel helps almost everybody; only the forefoot confirms
                "knee-line L MARKED | inner-heel-up: | | knee-line | FOOT | OPEN",
                "knee-line L SLIGHT | inner-heel-up: ; inner-forefoot-up: knee-line L SEVERE | | knee-line | FOOT | LIKELY",
                "knee-line L SLIGHT | inner-forefoot-up: knee-line L SEVERE | | knee-line | FOOT | LEADING",
                "knee-line L MARKED | inner-heel-up: knee-line L SLIGHT; inner-forefoot-up: knee-line L SEVERE | | knee-line | FOOT | LEADING",
                "knee-line L MARKED | inner-heel-up: knee-line L MARKED; inner-forefoot-up: knee-line L MARKED | | knee-line | FOOT | UNLIKELY",
                "arch L SLIGHT | inner-heel-up: arch L SLIGHT; inner-forefoot-up: arch L SLIGHT | | arch | FOOT | LEADING",
                // what a knee does with a target, a band or on a chair
                "knee-line R MARKED | target:           | | knee-line | COORDINATION | LEADING",
                "knee-line R SLIGHT | light-band: knee-line R SEVERE | | knee-line | ABDUCTORS | LEADING",
                "knee-line R MARKED OUTWARD | | | knee-line | TURN_OUT_AND_STANCE | LEADING",
                // a depth that ends early
                "depth - SEVERE | holding-on: | | depth | HIP_ROOM | UNLIKELY",
                "depth - MARKED | heels-up: depth - MARKED | | depth | ANKLE | OPEN",
                // a drift
                "drift L SEVERE | into-shift: | | drift | ASYMMETRY | LEADING",
                // nothing was tried yet: what usually is the cause is possible, and nothing is likely
                "knee-line L MARKED | | | knee-line | COORDINATION | OPEN",
                "heels L MARKED     | | | heels     | ANKLE        | LEADING"
            })
    void trials_tell_links_apart(
            String marks, String retests, Double wall, String criterion, Link link, LinkReport.Standing expected) {
        Rater book = tried(marks.replace("OUTWARD", "outward"), retests == null ? "" : retests);
        if (wall != null) {
            wall(book, wall);
        }
        assertThat(standing(explain(book, criterion), link)).isEqualTo(expected);
    }

    @Test
    void the_wall_decides_where_the_athlete_works() {
        String heels = "heels L MARKED + heels R MARKED + depth - MARKED";
        assertThat(placed(wall(tried(heels, "heels-up:"), 6)).link()).contains(Link.ANKLE);
        assertThat(placed(wall(tried(heels, "heels-up:"), 6)).focus()).isEqualTo(Focus.ANKLE);
        assertThat(placed(wall(tried(heels, "heels-up:"), 14)).focus()).isEqualTo(Focus.DEPTH_AND_SPINE);
    }

    /** A gain of one grade by eye is a little evidence for what the retest speaks for, never evidence against. */
    @ParameterizedTest
    @CsvSource({"MARKED, SLIGHT", "SLIGHT, NONE", "SEVERE, MARKED", "MARKED, NONE"})
    void a_gain_never_counts_against_what_it_speaks_for(Grade before, Grade now) {
        LinkReport.Explanation untold = explain(squat("depth - " + before), "depth");
        LinkReport.Explanation told = explain(tried("depth - " + before, "heels-up: depth - " + now), "depth");
        for (Link link : List.of(Link.ANKLE, Link.PROPORTIONS)) {
            assertThat(chance(told, link)).isGreaterThan(chance(untold, link));
            assertThat(standing(told, link)).isNotEqualTo(LIKELY);
        }
    }

    @Test
    void the_figures_are_those_of_the_definitions() {
        LinkReport.Explanation depth = explain(tried("depth - SEVERE", "holding-on: depth - SLIGHT"), "depth");
        assertThat(depth.link(Link.STRENGTH_OR_CONFIDENCE)
                        .orElseThrow()
                        .trials()
                        .get(0)
                        .ratio())
                .isCloseTo(2.4, within(0.1));
        assertThat(depth.link(Link.HIP_ROOM).orElseThrow().trials().get(0).ratio())
                .isCloseTo(1 / 3.0, within(0.05));
        LinkReport.Explanation arch = explain(
                tried("arch L SLIGHT", "inner-heel-up: arch L SLIGHT; inner-forefoot-up: arch L SLIGHT"), "arch");
        assertThat(chance(arch, Link.FOOT)).as("less sure, never ruled out").isCloseTo(0.6, within(0.05));
    }

    @Test
    void where_there_is_no_room_to_worsen_a_retest_says_nothing() {
        LinkReport.Explanation knee =
                explain(tried("knee-line L SEVERE", "inner-forefoot-up: knee-line L SEVERE"), "knee-line");
        assertThat(knee.link(Link.FOOT).orElseThrow().trials())
                .singleElement()
                .satisfies(said -> assertThat(said.words()).isEqualTo(Evidence.Words.LITTLE));
    }

    @Test
    void a_chair_says_nothing_of_strength_after_a_heel_lift_and_something_where_the_heels_stayed_down() {
        assertThat(explain(tried("heels L SLIGHT + depth - MARKED", "chair:"), "depth")
                        .link(Link.STRENGTH_OR_CONFIDENCE)
                        .orElseThrow()
                        .trials())
                .isEmpty();
        Rater down = squat("knee-line L MARKED");
        retest(down, down.trialId(), "chair", "");
        assertThat(explain(down, "knee-line")
                        .link(Link.COORDINATION)
                        .orElseThrow()
                        .trials())
                .isNotEmpty();
    }

    @Test
    void static_clean_and_stepping_faulty_is_coordination() {
        Rater book = Rater.of(FLOOR, "forward-lunge")
                .mark("knee-line L MARKED")
                .close(View.FRONT)
                .close(View.SIDE);
        book.trial(FLOOR, "split-squat").close(View.FRONT).close(View.SIDE);
        LinkReport.Explanation knee = explain(book, "knee-line");

        assertThat(knee.links().get(0).link()).isEqualTo(Link.COORDINATION);
        assertThat(standing(knee, Link.COORDINATION)).isEqualTo(LEADING);
        assertThat(knee.link(Link.COORDINATION).orElseThrow().trials())
                .singleElement()
                .satisfies(said -> assertThat(said.trials()).containsExactly(book.trialId()));
    }

    @ParameterizedTest
    @CsvSource({"0, 15, LIKELY, HIP_ROOM", "1, -15, UNLIKELY, ANKLE", "1, 15, OPEN, HIP_ROOM"})
    void hip_room_is_read_from_the_set_up(double armpit, double ceiling, LinkReport.Standing standing, Link leading) {
        Rater book = squat("depth - MARKED");
        book.trial(FLOOR, "personal-set-up")
                .gauged("knee-to-armpit", Optional.of(Side.LEFT), "knee-to-armpit", armpit)
                .gauged("rock-back", Optional.empty(), "rock-back-ceiling", ceiling);
        assertThat(standing(explain(book, "depth"), Link.HIP_ROOM)).isEqualTo(standing);
        assertThat(explain(book, "depth").links().get(0).link()).isEqualTo(leading);
    }

    /** 1.75 m tall, arms overhead: what the body model says of these lengths with this ankle. */
    @ParameterizedTest
    @CsvSource({"11, 39.5, 48.5, PROPORTIONS, true", "4, 43, 43, PROPORTIONS, false", "13.5, 43, 43, PROPORTIONS, false"
    })
    void the_body_model_speaks_of_a_missing_depth(
            double wallCentimetres, double shank, double thigh, Link link, boolean speaksFor) {
        Rater book = wall(squat("depth - MARKED").body(shank, thigh), wallCentimetres);
        ScreenResult screen =
                new Judge(FLOOR).judge(book.book(), new Particulars(Optional.empty(), Optional.of(1.75), Map.of()));
        assertThat(explain(screen, "depth").link(link).orElseThrow().trials())
                .filteredOn(said ->
                        said.source() instanceof LinkReport.Source.ByValue by && by.of() == LinkReport.Value.BODY_MODEL)
                .singleElement()
                .satisfies(said -> assertThat(said.ratio() > 1).isEqualTo(speaksFor));
    }

    @Test
    void average_lengths_are_no_measurement() {
        Rater book = wall(squat("depth - MARKED"), 8);
        ScreenResult screen =
                new Judge(FLOOR).judge(book.book(), new Particulars(Optional.empty(), Optional.of(1.75), Map.of()));
        assertThat(explain(screen, "depth").link(Link.PROPORTIONS).orElseThrow().trials())
                .isEmpty();
    }

    @ParameterizedTest
    @CsvSource({"MARKED, MARKED, false", "SEVERE, NONE, true"})
    void a_pelvis_that_drops_alike_on_both_sides_is_no_asymmetry(Grade left, Grade right, boolean candidate) {
        Rater book = Rater.of(FLOOR, "split-squat").mark("drop L " + left).mark("drop R " + right);
        LinkReport.Explanation drop = explain(book.close(View.FRONT).close(View.SIDE), "drop");
        assertThat(drop.link(Link.ASYMMETRY).isPresent()).isEqualTo(candidate);
        if (candidate) {
            assertThat(standing(drop, Link.ASYMMETRY)).isEqualTo(LIKELY);
        }
    }

    @Test
    void a_front_heel_that_lifts_is_first_a_matter_of_the_step() {
        Rater book = Rater.of(FLOOR, "split-squat").mark("front-heel L MARKED");
        wall(book.close(View.FRONT).close(View.SIDE), 14);
        LinkReport.Explanation heel = explain(book, "front-heel");
        assertThat(heel.links().stream().map(LinkReport.RankedLink::link))
                .containsExactly(Link.STEP_LENGTH, Link.COORDINATION, Link.ANKLE);
        assertThat(standing(heel, Link.ANKLE)).isEqualTo(UNLIKELY);
    }

    @ParameterizedTest
    @CsvSource({
        "INJURY_IN_TWELVE_MONTHS, , true, PROTECT",
        ", HIP_OR_GROIN, true, PROTECT",
        ", SHOULDER_OR_NECK, false, EVEN_SIDES",
        ", , false, EVEN_SIDES"
    })
    void a_drift_with_pain_or_an_old_injury_of_leg_hip_or_back_is_asked_about_first(
            Fact.Background background, PainReport.Region pain, boolean first, Focus focus) {
        Rater book = squat("drift R MARKED");
        if (background != null) {
            book.asked(background);
        }
        if (pain != null) {
            book.painAt(pain, 2);
        }
        LinkReport.Explanation drift = explain(book, "drift");
        assertThat(drift.painFirst()).isEqualTo(first);
        assertThat(LINKS.refers(book.judged(FLOOR), Clearance.NOT_ASKED)).isEqualTo(first);
        assertThat(drift.next().isPresent()).as("no band is offered").isEqualTo(!first);
        assertThat(placed(book).focus()).isEqualTo(focus);
    }

    @ParameterizedTest
    @CsvSource({"KNEE, NOT_ASKED, true", "KNEE, CLEARED, false", "SHOULDER_OR_NECK, NOT_ASKED, false"})
    void an_old_injury_is_asked_where_it_was_and_a_clearance_answers_it(
            PainReport.Region region, Clearance clearance, boolean refers) {
        Rater book = squat("drift R MARKED")
                .add(new Fact.Asked(
                        Set.of(Fact.Background.INJURY_IN_TWELVE_MONTHS),
                        Optional.of(new Fact.Injury(region, Optional.of(Side.RIGHT))),
                        true,
                        false,
                        false));
        assertThat(LINKS.refers(book.judged(FLOOR), clearance)).isEqualTo(refers);
    }

    @Test
    void an_old_injury_with_a_slight_drop_locks_nobody_away() {
        Rater book = squat("drop L SLIGHT").asked(Fact.Background.INJURY_IN_TWELVE_MONTHS);
        assertThat(LINKS.refers(book.judged(FLOOR), Clearance.NOT_ASKED)).isFalse();
        assertThat(placed(book).focus()).isNotEqualTo(Focus.PROTECT);
    }

    /** Where nothing leads, the most likely link decides, not the first in the order of treatment. */
    @Test
    void who_only_reaches_the_depth_while_holding_on_is_not_sent_to_the_ankle() {
        Proposal.Placed placed = placed(wall(tried("depth - SEVERE", "holding-on:"), 13));
        assertThat(placed.focus()).isEqualTo(Focus.DEPTH_AND_SPINE);
        assertThat(placed.link()).contains(Link.STRENGTH_OR_CONFIDENCE);
    }

    @Test
    void kneecap_pain_after_a_rise_in_training_is_load_history_and_not_form() {
        Rater book = squat("knee-line L MARKED")
                .asked(Fact.Background.SHARP_RISE_IN_TRAINING)
                .painAt(PainReport.Region.BELOW_KNEECAP, 2);
        assertThat(LINKS.report(book.judged(FLOOR)).loadHistory()).isTrue();
    }

    @Test
    void when_ankle_and_foot_both_show_both_stand_and_the_foot_is_first() {
        Rater book = tried(
                "knee-line L SLIGHT + depth - SEVERE",
                "heels-up: knee-line L SLIGHT; inner-heel-up: ; inner-forefoot-up: knee-line L SEVERE");
        wall(book, 8);
        assertThat(LINKS.report(book.judged(FLOOR)).first()).startsWith(Link.FOOT, Link.ANKLE);
    }

    @Test
    void every_whole_look_counts_and_a_look_under_a_cue_counts_half() {
        double one = explain(tried("depth - MARKED", "heels-up:"), "depth")
                .link(Link.ANKLE)
                .orElseThrow()
                .trials()
                .get(0)
                .ratio();
        Rater twice = tried("depth - MARKED", "heels-up:");
        marked(twice.by(UUID.randomUUID()).trial(FLOOR, "overhead-squat"), "depth - SEVERE");
        assertThat(explain(twice, "depth")
                        .link(Link.ANKLE)
                        .orElseThrow()
                        .trials()
                        .get(0)
                        .ratio())
                .as("a worse second look makes the same gain count more")
                .isGreaterThan(one);
    }

    @Test
    void a_retest_speaks_also_where_the_trial_of_another_rater_counts() {
        Rater book = marked(
                new Rater().by(UUID.randomUUID()).trial(FLOOR, "overhead-squat"), "heels L MARKED + heels R MARKED");
        marked(book.by(UUID.randomUUID()).trial(FLOOR, "overhead-squat"), "heels L MARKED + heels R MARKED");
        UUID baseline = book.trialId();
        retest(book, baseline, "heels-up", "");

        assertThat(book.judged(FLOOR).tests().get(0).trial().orElseThrow().id()).isNotEqualTo(baseline);
        assertThat(explain(book, "heels").standing()).contains(Link.ANKLE, Link.PROPORTIONS);
    }

    @Test
    void the_next_trial_is_the_one_that_tells_most_for_its_time_and_none_where_none_tells_enough() {
        LinkReport.NextTrial first = explain(squat("heels L MARKED + heels R MARKED"), "heels")
                .next()
                .orElseThrow();
        assertThat(first.id()).isIn("heels-up", "wall-test");
        LinkReport.NextTrial second = explain(tried("heels L MARKED + heels R MARKED", "heels-up:"), "heels")
                .next()
                .orElseThrow();
        assertThat(second.id()).isEqualTo("wall-test");
        assertThat(explain(wall(tried("heels L MARKED + heels R MARKED", "heels-up:"), 4), "heels")
                        .next())
                .isEmpty();
        assertThat(explain(squat("knee-line L MARKED"), "knee-line").next().map(LinkReport.NextTrial::id))
                .as("a band is not for beginners")
                .isNotEqualTo(Optional.of("light-band"));
    }

    @Test
    void what_is_more_faulty_never_makes_a_helping_retest_count_less() {
        double last = 0;
        for (Grade before : List.of(Grade.SLIGHT, Grade.MARKED, Grade.SEVERE)) {
            double now = explain(tried("depth - " + before, "heels-up:"), "depth")
                    .link(Link.ANKLE)
                    .orElseThrow()
                    .chance();
            assertThat(now).isGreaterThan(last);
            last = now;
        }
    }

    /** One change at a time; a second one, or a side treated before, makes weaker evidence in the same direction (house convention). */
    @Test
    void two_changes_or_a_treated_side_count_less() {
        Conditions standard = FLOOR.test("overhead-squat").orElseThrow().standard();
        Conditions plate = standard.withAids(List.of(Conditions.Aid.of(Conditions.Kind.HANDHOLD)));
        Conditions two = plate.withAids(
                List.of(Conditions.Aid.of(Conditions.Kind.HANDHOLD), Conditions.Aid.of(Conditions.Kind.HEEL_PLATE, 2)));
        Conditions shoes = new Conditions(
                plate.load(),
                plate.arms(),
                true,
                Optional.empty(),
                Sided.both(Optional.empty()),
                plate.aids(),
                false,
                Optional.empty());
        Conditions treated = plate.withTreatedSide(Optional.of(Side.LEFT));
        record Case(Conditions conditions, Outcome.Doubt doubt) {}
        for (Case tried : List.of(
                new Case(two, Outcome.Doubt.TWO_CHANGES),
                new Case(shoes, Outcome.Doubt.TWO_CHANGES),
                new Case(treated, Outcome.Doubt.ONE_SIDE_TREATED),
                new Case(standard, Outcome.Doubt.NOT_CHANGED))) {
            Rater book = squat("depth - SEVERE");
            marked(
                    book.trial(
                            "overhead-squat",
                            tried.conditions(),
                            Optional.of(new Fact.RetestOf("holding-on", book.trialId()))),
                    "");

            assertThat(LINKS.report(book.judged(FLOOR)).outcomes().get(0).doubts())
                    .contains(tried.doubt());
            double doubted = strength(explain(book, "depth"));
            assertThat(doubted)
                    .isGreaterThan(1)
                    .isLessThan(strength(explain(tried("depth - SEVERE", "holding-on:"), "depth")));
        }
    }

    private static double strength(LinkReport.Explanation depth) {
        return depth.link(Link.STRENGTH_OR_CONFIDENCE)
                .orElseThrow()
                .trials()
                .get(0)
                .ratio();
    }

    @ParameterizedTest
    @CsvSource({
        "HEEL_LIFT, VOID_AND_CHAIR, chair",
        "HEEL_LIFT, VOID_AND_HEELS_UP, heels-up",
        "ARCH_AND_FOOT, GRADE_ONLY, inner-forefoot-up"
    })
    void the_station_offers_the_best_retest_first(Family family, String heels, String first) {
        Protocol school = StandardFloor.BATTERY.protocol(new Battery.Recipe(
                "s",
                1,
                FLOOR.name(),
                FLOOR.summary(),
                List.of(
                        new Battery.Chosen("overhead-squat", Optional.empty()),
                        new Battery.Chosen("sit-to-stand", Optional.of(TestDefinition.Role.RETEST))),
                Map.of("heelLift", heels)));
        TestDefinition squat = school.test("overhead-squat").orElseThrow();
        assertThat(Retests.offered(school, StandardFloor.LINKS, StandardFloor.CERTAINTY, squat, family)
                        .get(0)
                        .id())
                .isEqualTo(first);
        assertThat(
                        Retests.offered(school, StandardFloor.LINKS, StandardFloor.CERTAINTY, squat, Family.KNEE_LINE)
                                .stream()
                                .map(Retest::id)
                                .toList())
                .as("a band only for the experienced, so last")
                .endsWith("light-band");
    }
}
