package rangordnung.core.placement;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import org.junit.jupiter.api.Test;
import rangordnung.core.RandomScreens;
import rangordnung.core.Rater;
import rangordnung.core.StandardFloor;
import rangordnung.core.body.Side;
import rangordnung.core.judgement.ScreenResult;
import rangordnung.core.ladder.Focus;
import rangordnung.core.placement.LookAgain.Kind;
import rangordnung.core.protocol.Protocol;
import rangordnung.core.record.Attendance;
import rangordnung.core.safety.Clearance;
import rangordnung.core.safety.PainReport;

/** What a short screening carries over, and whom it asks for what (house convention). */
class ShortScreenTest {

    private static final Protocol FLOOR = StandardFloor.of("overhead-squat", "split-squat");
    private static final LookAgain LOOKS =
            new LookAgain(StandardFloor.RULES, StandardFloor.LINKS, StandardFloor.CERTAINTY, FLOOR, test -> 60);
    private static final Placer PLACER =
            new Placer(StandardFloor.LADDERS, StandardFloor.RULES, StandardFloor.LINKS, StandardFloor.CERTAINTY, FLOOR);
    private static final ScreenResult NOTHING = new Rater().judged(FLOOR);

    /** Both tests seen whole, with marks in the squat. */
    private static Rater whole(String... squat) {
        return tested(new Rater(), "split-squat").and(FLOOR, "overhead-squat", squat);
    }

    private static Rater tested(Rater book, String test, String... marks) {
        return book.and(FLOOR, test, marks);
    }

    private static ScreenResult after(Rater before, Rater now) {
        return now.judged(FLOOR).carrying(before.judged(FLOOR), FLOOR.rules(), StandardFloor.CERTAINTY);
    }

    private static Focus focus(ScreenResult... screens) {
        return ((Proposal.Placed) PLACER.propose(List.of(screens), Clearance.CLEARED, Profile.UNKNOWN)).focus();
    }

    private static ShortScreen.Candidate candidate(Rater before) {
        return new ShortScreen.Candidate(
                UUID.randomUUID(),
                NOTHING.carrying(before.judged(FLOOR), FLOOR.rules(), StandardFloor.CERTAINTY),
                Clearance.CLEARED);
    }

    @Test
    void what_was_not_looked_at_is_carried_over_with_more_noise_and_says_so() {
        Rater before = whole("arch L MARKED", "arch R MARKED");
        ScreenResult split = after(before, tested(new Rater(), "split-squat"));
        assertThat(split.carried()).containsExactly("overhead-squat");
        Proposal.Placed placed = (Proposal.Placed)
                PLACER.propose(List.of(before.judged(FLOOR), split), Clearance.CLEARED, Profile.UNKNOWN);
        assertThat(placed.focus()).isEqualTo(Focus.FOOT);
        assertThat(placed.reasons()).contains(new Reason.CarriedOver(List.of("overhead-squat")));
        double then = before.judged(FLOOR)
                .criteria()
                .toList()
                .get(0)
                .at(side())
                .orElseThrow()
                .sem();
        double now = split.criteria().toList().get(0).at(side()).orElseThrow().sem();
        assertThat(now).isCloseTo(Math.sqrt(2) * then, within(1e-9));

        ScreenResult mended = after(before, tested(new Rater(), "overhead-squat"));
        assertThat(focus(before.judged(FLOOR), mended))
                .as("the arch was seen right, and the lunge had been right")
                .isEqualTo(Focus.LOAD);
    }

    private static Optional<Side> side() {
        return Optional.of(Side.LEFT);
    }

    /** Whoever pain has stopped stays protected until somebody has looked; whoever comes back without pain is looked at anew. */
    @Test
    void pain_is_carried_until_the_athlete_is_there_again() {
        Rater before = whole().painAt(PainReport.Region.KNEE, 6);
        assertThat(focus(after(before, new Rater()))).isEqualTo(Focus.PROTECT);
        assertThat(focus(after(before, new Rater().attends(Attendance.ABSENT)))).isEqualTo(Focus.PROTECT);
        Rater back = tested(tested(new Rater().attends(Attendance.PRESENT), "overhead-squat"), "split-squat");
        assertThat(focus(after(before, back))).isEqualTo(Focus.LOAD);
        assertThat(focus(after(whole(), new Rater().attends(Attendance.PRESENT).painAt(PainReport.Region.KNEE, 7))))
                .as("new pain is never hidden by what was carried")
                .isEqualTo(Focus.PROTECT);
    }

    @Test
    void those_of_whom_nothing_counts_come_first_and_whoever_was_clean_is_left_alone() {
        ShortScreen.Candidate clean = candidate(whole());
        ShortScreen.Candidate foot = candidate(whole("arch L MARKED", "arch R MARKED"));
        ShortScreen.Candidate fresh = candidate(new Rater());
        ShortScreen.Candidate sore = candidate(whole().painAt(PainReport.Region.KNEE, 6));
        ShortScreen.Candidate waits =
                new ShortScreen.Candidate(UUID.randomUUID(), foot.result(), Clearance.NOT_CLEARED);
        ShortScreen.Plan plan = ShortScreen.of(List.of(clean, foot, fresh, sore, waits), LOOKS, 300);
        assertThat(plan.whole())
                .containsOnly(
                        Map.entry(fresh.athlete(), ShortScreen.Whole.NEVER_SEEN),
                        Map.entry(sore.athlete(), ShortScreen.Whole.HELD_BACK));
        assertThat(plan.notCleared()).containsExactly(waits.athlete());
        assertThat(plan.asked().subList(0, 4))
                .allSatisfy(a -> assertThat(plan.whole()).containsKey(a.athlete()));
        assertThat(plan.asked().subList(4, plan.asked().size())).isNotEmpty().allSatisfy(a -> {
            assertThat(a.athlete()).isEqualTo(foot.athlete());
            assertThat(a.look().kind()).isEqualTo(Kind.SINCE_TRAINING);
            assertThat(a.look().test()).as("where the fault was").isEqualTo("overhead-squat");
        });
        assertThat(plan.seconds()).isEqualTo(300);
    }

    /** Of two equal faults, the one that was trained is looked at first: it is likelier to have changed. */
    @Test
    void what_was_trained_is_worth_more_than_what_was_not() {
        Rater both = tested(tested(new Rater(), "overhead-squat", "arch L MARKED"), "split-squat", "trunk - MARKED");
        List<ShortScreen.Asked> asked =
                ShortScreen.of(List.of(candidate(both)), LOOKS, 600).asked();
        assertThat(asked.get(0).look().test()).isEqualTo("overhead-squat");
        assertThat(asked.get(0).look().drop()).isPositive();
    }

    /** Over drawn rosters: the minutes are kept, more of them never ask for less, and nobody is asked twice for the same. */
    @Test
    void the_minutes_are_kept() {
        List<ShortScreen.Candidate> roster = new ArrayList<>();
        for (List<String> marks : RandomScreens.some().subList(0, 6)) {
            roster.add(candidate(whole(marks.toArray(String[]::new))));
        }
        long last = 0;
        for (int minutes : new int[] {0, 1, 3, 6}) {
            ShortScreen.Plan plan = ShortScreen.of(roster, LOOKS, 60.0 * minutes);
            List<ShortScreen.Asked> fits =
                    plan.asked().stream().filter(ShortScreen.Asked::fits).toList();
            assertThat(plan.seconds()).isLessThanOrEqualTo(60.0 * minutes);
            assertThat(fits.stream().mapToDouble(a -> a.look().seconds()).sum()).isEqualTo(plan.seconds());
            assertThat(fits.size()).isGreaterThanOrEqualTo((int) last);
            assertThat(plan.asked().stream().map(a -> a.athlete() + a.look().test()))
                    .doesNotHaveDuplicates();
            last = fits.size();
        }
        assertThat(last).isPositive();
    }
}
