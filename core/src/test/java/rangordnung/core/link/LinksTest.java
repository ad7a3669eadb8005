package rangordnung.core.link;

import static org.assertj.core.api.Assertions.assertThat;
import static rangordnung.core.link.LinkReport.Support.AGAINST;
import static rangordnung.core.link.LinkReport.Support.OPEN;
import static rangordnung.core.link.LinkReport.Support.SUPPORTED;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import rangordnung.core.Rater;
import rangordnung.core.StandardFloor;
import rangordnung.core.body.Side;
import rangordnung.core.body.Sided;
import rangordnung.core.judgement.Judge;
import rangordnung.core.judgement.Particulars;
import rangordnung.core.judgement.ScreenResult;
import rangordnung.core.ladder.Focus;
import rangordnung.core.placement.Placer;
import rangordnung.core.placement.Proposal;
import rangordnung.core.protocol.Battery;
import rangordnung.core.protocol.Conditions;
import rangordnung.core.protocol.Family;
import rangordnung.core.protocol.Protocol;
import rangordnung.core.protocol.Retest;
import rangordnung.core.protocol.TestDefinition;
import rangordnung.core.protocol.View;
import rangordnung.core.record.Fact;
import rangordnung.core.safety.Clearance;
import rangordnung.core.safety.PainReport;

class LinksTest {

    private static final Protocol FLOOR = StandardFloor.of(
            "overhead-squat", "forward-lunge", "split-squat", "sit-to-stand?", "wall-test?", "personal-set-up");
    private static final Links LINKS = new Links(FLOOR, StandardFloor.LINKS);

    /** A squat with marks, then retests written {@code heels-up: knee-line L NONE}. */
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

    /** 1.75 m tall, arms overhead: what the body model says of these lengths with this ankle (11 cm ≈ 39.6 degrees). */
    @ParameterizedTest
    @CsvSource({"11, 39.5, 48.5, BODY_MODEL_LENGTHS", "5, 43, 43, BODY_MODEL_ANKLE", "12.5, 43, 43, BODY_MODEL_IN_REACH"
    })
    void the_body_model_speaks_of_a_missing_depth(
            double wallCentimetres, double shank, double thigh, LinkRules.Rule rule) {
        Rater book = wall(squat("depth - MARKED").body(shank, thigh), wallCentimetres, wallCentimetres);
        ScreenResult screen =
                new Judge(FLOOR).judge(book.book(), new Particulars(Optional.empty(), Optional.of(1.75), Map.of()));
        assertThat(LINKS.report(screen).explanations().stream()
                        .filter(e -> e.criterion().equals("depth"))
                        .flatMap(e -> e.links().stream())
                        .flatMap(l -> l.evidence().stream())
                        .map(LinkReport.Evidence::source))
                .contains(new LinkReport.EvidenceSource.ByRule(rule));
    }

    private static Rater wall(Rater book, double left, double right) {
        return book.trial(FLOOR, "wall-test")
                .gauged("wall", Optional.of(Side.LEFT), "wall-distance", left)
                .gauged("wall", Optional.of(Side.RIGHT), "wall-distance", right);
    }

    private static LinkReport.Explanation explain(Rater book, String criterion) {
        return LINKS.report(book.judged(FLOOR)).explanations().stream()
                .filter(e -> e.criterion().equals(criterion))
                .findFirst()
                .orElseThrow();
    }

    private static LinkReport.Support standing(LinkReport.Explanation explanation, Link link) {
        return explanation.link(link).orElseThrow().standing();
    }

    /** Heels up helps an ankle limit and long thighs alike; only the wall tells (common practice, no source). */
    @ParameterizedTest
    @CsvSource({"6, ANKLE, PROPORTIONS, FOOT_AND_ANKLE", "14, PROPORTIONS, ANKLE, DEPTH_AND_SPINE"})
    void heels_up_helps_and_the_wall_tells_why(double wall, Link supported, Link other, Focus focus) {
        Rater book = squat("heels L MARKED + heels R MARKED + depth - MARKED");
        wall(retest(book, book.trialId(), "heels-up", ""), wall, wall);
        LinkReport.Explanation heels = explain(book, "heels");

        assertThat(heels.links().get(0).link()).isEqualTo(supported);
        assertThat(standing(heels, supported)).isEqualTo(SUPPORTED);
        assertThat(standing(heels, other)).isNotEqualTo(SUPPORTED);
        Proposal.Placed placed =
                (Proposal.Placed) new Placer(StandardFloor.LADDERS, StandardFloor.RULES, StandardFloor.LINKS, FLOOR)
                        .propose(List.of(book.judged(FLOOR)), Clearance.CLEARED);
        assertThat(placed.focus()).isEqualTo(focus);
        assertThat(placed.link()).contains(supported);
    }

    @Test
    void before_the_wall_both_stand_and_the_wall_is_what_would_tell_them_apart() {
        Rater book = squat("heels L MARKED + heels R MARKED");
        retest(book, book.trialId(), "heels-up", "");
        LinkReport.Explanation heels = explain(book, "heels");

        assertThat(heels.standing()).containsExactly(Link.ANKLE, Link.PROPORTIONS);
        assertThat(heels.separates())
                .contains(new LinkReport.Separator(false, "wall-test", Link.ANKLE, Link.PROPORTIONS));
    }

    @Test
    void the_inner_heel_alone_proves_nothing_and_the_inner_forefoot_confirms_the_foot() {
        Rater book = squat("knee-line L MARKED");
        UUID baseline = book.trialId();
        retest(book, baseline, "inner-heel-up", "");
        assertThat(standing(explain(book, "knee-line"), Link.FOOT)).isEqualTo(OPEN);
        assertThat(explain(book, "knee-line").standing()).contains(Link.ABDUCTORS, Link.COORDINATION);

        Rater worse = squat("knee-line L SLIGHT");
        retest(worse, worse.trialId(), "inner-forefoot-up", "knee-line L SEVERE");
        assertThat(standing(explain(worse, "knee-line"), Link.FOOT)).isEqualTo(SUPPORTED);
        assertThat(explain(worse, "knee-line").standing()).containsExactly(Link.FOOT);

        Rater neither = squat("knee-line L MARKED");
        UUID first = neither.trialId();
        retest(
                retest(neither, first, "inner-heel-up", "knee-line L MARKED"),
                first,
                "inner-forefoot-up",
                "knee-line L MARKED");
        assertThat(standing(explain(neither, "knee-line"), Link.FOOT)).isEqualTo(AGAINST);
    }

    @Test
    void heels_and_inner_forefoot_both_telling_keep_ankle_and_foot() {
        Rater book = squat("knee-line L SLIGHT + depth - SEVERE");
        UUID baseline = book.trialId();
        retest(
                retest(book, baseline, "heels-up", "knee-line L SLIGHT"),
                baseline,
                "inner-forefoot-up",
                "knee-line L SEVERE");

        assertThat(LINKS.report(book.judged(FLOOR)).treated()).containsSubsequence(Link.FOOT, Link.ANKLE);
    }

    @ParameterizedTest
    @CsvSource({"true, PAIN, PROTECT", "false, ASYMMETRY, EVEN_SIDES"})
    void a_drift_with_an_old_injury_is_for_a_clinician(boolean injured, Link link, Focus focus) {
        Rater book = squat("drift R MARKED");
        if (injured) {
            book.asked(Fact.Background.INJURY_IN_TWELVE_MONTHS);
        }
        assertThat(explain(book, "drift").links().get(0).link()).isEqualTo(link);
        assertThat(book.judged(FLOOR).refer()).isEqualTo(injured);
        assertThat(((Proposal.Placed) new Placer(StandardFloor.LADDERS, StandardFloor.RULES, StandardFloor.LINKS, FLOOR)
                                .propose(List.of(book.judged(FLOOR)), Clearance.CLEARED))
                        .focus())
                .isEqualTo(focus);
    }

    /** What each retest says when it helps; common practice without a source, the weights are house convention. */
    @ParameterizedTest
    @CsvSource({
        "depth - SEVERE, holding-on, '', STRENGTH_OR_FEAR, SUPPORTED",
                "depth - SEVERE, holding-on, '', HIP_ROOM, AGAINST",
        "knee-line R SEVERE, target, '', COORDINATION, SUPPORTED",
                "knee-line R SLIGHT, light-band, knee-line R SEVERE, ABDUCTORS, SUPPORTED",
        "knee-line R SEVERE, light-band, '', COORDINATION, SUPPORTED",
                "knee-line R MARKED, chair, '', COORDINATION, OPEN",
        "depth - MARKED, heels-up, depth - MARKED, ANKLE, AGAINST",
                "drift L SEVERE, into-shift, '', ASYMMETRY, SUPPORTED"
    })
    void a_retest_speaks_for_or_against(
            String marks, String retest, String again, Link link, LinkReport.Support standing) {
        Rater book = squat(marks);
        retest(book, book.trialId(), retest, again);
        assertThat(standing(explain(book, marks.split(" ")[0]), link)).isEqualTo(standing);
    }

    @Test
    void static_clean_and_stepping_faulty_is_timing() {
        Rater book = Rater.of(FLOOR, "forward-lunge")
                .mark("knee-line L SEVERE")
                .close(View.FRONT)
                .close(View.SIDE);
        book.trial(FLOOR, "split-squat").close(View.FRONT).close(View.SIDE);
        LinkReport.Explanation knee = explain(book, "knee-line");

        assertThat(standing(knee, Link.COORDINATION)).isEqualTo(SUPPORTED);
        assertThat(knee.link(Link.COORDINATION).orElseThrow().evidence())
                .singleElement()
                .satisfies(e -> assertThat(e.trial()).contains(book.trialId()));
    }

    @Test
    void what_a_retest_has_told_is_not_told_twice_by_the_test_itself() {
        Rater book = squat("heels L SEVERE");
        UUID baseline = book.trialId();
        book.trial(FLOOR, "sit-to-stand").close(View.FRONT).close(View.SIDE);
        assertThat(explain(book, "heels")
                        .link(Link.STRENGTH_OR_FEAR)
                        .orElseThrow()
                        .score())
                .isEqualTo(1);

        retest(book, baseline, "chair", "");
        assertThat(explain(book, "heels")
                        .link(Link.STRENGTH_OR_FEAR)
                        .orElseThrow()
                        .evidence())
                .singleElement()
                .satisfies(e -> assertThat(e.source())
                        .isEqualTo(new LinkReport.EvidenceSource.ByRetest("chair", Outcome.Verdict.HELPED)));
    }

    @ParameterizedTest
    @CsvSource({"0, 15, SUPPORTED", "1, -15, AGAINST", "1, 15, SUPPORTED"})
    void hip_room_is_read_from_the_set_up(double armpit, double ceiling, LinkReport.Support standing) {
        Rater book = squat("depth - MARKED");
        book.trial(FLOOR, "personal-set-up")
                .gauged("knee-to-armpit", Optional.of(Side.LEFT), "knee-to-armpit", armpit)
                .gauged("rock-back", Optional.empty(), "rock-back-ceiling", ceiling);
        assertThat(standing(explain(book, "depth"), Link.HIP_ROOM)).isEqualTo(standing);
    }

    @Test
    void kneecap_pain_after_a_rise_in_training_is_load_history_and_not_form() {
        Rater book = squat("knee-line L MARKED")
                .asked(Fact.Background.SHARP_RISE_IN_TRAINING)
                .painAt(PainReport.Region.BELOW_KNEECAP, 2);
        assertThat(explain(book, "knee-line").links().get(0).link()).isEqualTo(Link.LOAD_HISTORY);
    }

    @Test
    void a_retest_speaks_also_where_the_trial_of_another_rater_counts() {
        Rater book = marked(
                new Rater().by(UUID.randomUUID()).trial(FLOOR, "overhead-squat"), "heels L MARKED + heels R MARKED");
        marked(book.by(UUID.randomUUID()).trial(FLOOR, "overhead-squat"), "heels L MARKED + heels R MARKED");
        UUID baseline = book.trialId();
        retest(book, baseline, "heels-up", "");

        assertThat(book.judged(FLOOR).tests().get(0).trial().orElseThrow().id()).isNotEqualTo(baseline);
        assertThat(explain(book, "heels").standing()).containsExactly(Link.ANKLE, Link.PROPORTIONS);
    }

    @Test
    void within_the_noise_nothing_helped() {
        Rater book = squat("depth - SLIGHT");
        retest(book, book.trialId(), "holding-on", "");
        Outcome outcome = LINKS.report(book.judged(FLOOR)).outcomes().get(0);

        assertThat(outcome.of("depth", Optional.empty()).orElseThrow().verdict())
                .isEqualTo(Outcome.Verdict.WITHIN_NOISE);
        assertThat(outcome.of("depth", Optional.empty()).orElseThrow().change().detectable())
                .isGreaterThan(1 / 3.0);
    }

    /** One change at a time; a second one, or a side treated before, makes weaker evidence that counts half (house convention). */
    @Test
    void two_changes_or_a_treated_side_count_half() {
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
            assertThat(explain(book, "depth")
                            .link(Link.STRENGTH_OR_FEAR)
                            .orElseThrow()
                            .score())
                    .isEqualTo(0.5);
        }
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
        List<Retest> offered = Retests.offered(
                school, StandardFloor.LINKS, school.test("overhead-squat").orElseThrow(), family);

        assertThat(offered.get(0).id()).isEqualTo(first);
        assertThat(Retests.offered(
                                school,
                                StandardFloor.LINKS,
                                school.test("overhead-squat").orElseThrow(),
                                Family.KNEE_LINE)
                        .stream()
                        .map(Retest::id)
                        .toList())
                .as("a band only for the experienced, so last")
                .endsWith("light-band");
    }
}
