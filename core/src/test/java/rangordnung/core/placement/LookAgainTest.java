package rangordnung.core.placement;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Optional;
import java.util.UUID;
import org.junit.jupiter.api.Test;
import rangordnung.core.Rater;
import rangordnung.core.StandardFloor;
import rangordnung.core.body.Side;
import rangordnung.core.placement.LookAgain.Kind;
import rangordnung.core.protocol.Protocol;
import rangordnung.core.protocol.View;
import rangordnung.core.record.Attendance;
import rangordnung.core.record.Fact;
import rangordnung.core.safety.Clearance;
import rangordnung.core.safety.PainReport;

class LookAgainTest {

    private static final Protocol FLOOR = StandardFloor.of("overhead-squat", "wall-test?");
    private static final LookAgain LOOKS =
            new LookAgain(StandardFloor.RULES, StandardFloor.LINKS, StandardFloor.CERTAINTY, FLOOR, test -> 90);

    private static Rater squat(String... marks) {
        Rater book = Rater.of(FLOOR, "overhead-squat");
        for (String mark : marks) {
            book.mark(mark);
        }
        return book.close(View.FRONT).close(View.SIDE);
    }

    private static List<LookAgain.Look> looks(Rater book) {
        return LOOKS.of(book.judged(FLOOR), Clearance.CLEARED);
    }

    @Test
    void nothing_is_left_to_look_at_where_all_was_clean_and_nobody_is_looked_at_who_is_held_back() {
        assertThat(looks(squat())).isEmpty();
        assertThat(looks(squat("arch L MARKED").painAt(PainReport.Region.KNEE, 6)))
                .isEmpty();
        assertThat(looks(new Rater().attends(Attendance.ABSENT))).isEmpty();
        assertThat(looks(squat("drift R MARKED").painAt(PainReport.Region.KNEE, 2)))
                .as("referred first")
                .isEmpty();
        assertThat(LOOKS.of(squat("arch L MARKED").judged(FLOOR), Clearance.NOT_CLEARED))
                .isEmpty();
    }

    /** A marked knee may come from four links: the trial that tells them apart is worth more than a second look at it. */
    @Test
    void a_fault_that_is_not_told_apart_asks_for_the_trial_that_tells() {
        List<LookAgain.Look> looks = looks(squat("knee-line L MARKED"));
        assertThat(looks.get(0).kind()).isIn(Kind.RETEST, Kind.TEST);
        assertThat(looks).anyMatch(l -> l.kind() == Kind.RETEST);
        assertThat(looks.get(0).side()).contains(Side.LEFT);
        assertThat(looks).isSortedAccordingTo((a, b) -> Double.compare(b.perMinute(), a.perMinute()));
        assertThat(looks).allSatisfy(l -> assertThat(l.drop()).isBetween(0.0, 1.0));
    }

    /** One slight arch decides between two groups: only another eye can say whether it is there. */
    @Test
    void a_mark_that_decides_asks_for_another_eye() {
        assertThat(looks(squat("arch L SLIGHT")).get(0))
                .returns(Kind.SECOND_LOOK, LookAgain.Look::kind)
                .returns(Optional.of("arch"), LookAgain.Look::criterion);
    }

    @Test
    void what_could_not_be_told_was_cued_or_half_tested_comes_before_a_second_look() {
        double second = looks(squat("arch L SLIGHT")).get(0).perMinute();
        for (Rater book : List.of(
                squat().unclear("knee-line", Optional.of(Side.LEFT)).unclear("knee-line", Optional.of(Side.RIGHT)),
                squat().flag(Fact.Flag.CUED),
                Rater.of(FLOOR, "overhead-squat").close(View.FRONT))) {
            assertThat(looks(book).get(0))
                    .returns(Kind.FIRST_LOOK, LookAgain.Look::kind)
                    .satisfies(l -> assertThat(l.perMinute()).isGreaterThan(second));
        }
    }

    @Test
    void a_test_that_two_have_seen_is_not_asked_for_a_third_time() {
        Rater book = new Rater().by(UUID.randomUUID());
        for (int i = 0; i < 2; i++) {
            book.by(UUID.randomUUID())
                    .trial(FLOOR, "overhead-squat")
                    .mark("arch L SLIGHT")
                    .close(View.FRONT)
                    .close(View.SIDE);
        }
        assertThat(looks(book)).noneMatch(l -> l.kind() == Kind.SECOND_LOOK);
    }

    /** Heels that came up: the plate and the wall tell ankle from proportions, and each look leaves less to look for. */
    @Test
    void what_was_tried_is_not_offered_again() {
        Rater book = squat("heels L MARKED", "heels R MARKED");
        assertThat(looks(book)).anyMatch(l -> l.kind() == Kind.TEST && l.test().equals("wall-test"));
        book.trial(FLOOR, "wall-test")
                .gauged("wall", Optional.of(Side.LEFT), "wall-distance", 6)
                .gauged("wall", Optional.of(Side.RIGHT), "wall-distance", 6);
        assertThat(looks(book)).noneMatch(l -> l.kind() == Kind.TEST);
    }

    /** What the heels have voided only a retest tells, and what another test has shown needs no first look. */
    @Test
    void a_first_look_is_asked_only_for_what_looking_would_tell() {
        Protocol two = StandardFloor.of("overhead-squat", "split-squat");
        LookAgain both =
                new LookAgain(StandardFloor.RULES, StandardFloor.LINKS, StandardFloor.CERTAINTY, two, test -> 90);
        assertThat(looks(squat("heels L SEVERE", "heels R SEVERE"))).noneMatch(l -> l.kind() == Kind.FIRST_LOOK);

        Rater seenElsewhere = squatOf(two)
                .unclear("knee-line", Optional.of(Side.LEFT))
                .unclear("knee-line", Optional.of(Side.RIGHT))
                .trial(two, "split-squat")
                .close(View.FRONT)
                .close(View.SIDE);
        assertThat(both.of(seenElsewhere.judged(two), Clearance.CLEARED)).isEmpty();

        Rater lunge = squatOf(two)
                .trial(two, "split-squat")
                .mark("knee-line L SLIGHT")
                .close(View.FRONT)
                .close(View.SIDE);
        assertThat(both.of(lunge.judged(two), Clearance.CLEARED))
                .isNotEmpty()
                .allMatch(l -> l.test().equals("split-squat"))
                .filteredOn(l -> l.kind() == Kind.SECOND_LOOK)
                .singleElement()
                .returns(Optional.of("knee-line"), LookAgain.Look::criterion)
                .returns(Optional.of(Side.LEFT), LookAgain.Look::side)
                .returns(90.0, LookAgain.Look::seconds);
    }

    private static Rater squatOf(Protocol protocol) {
        return Rater.of(protocol, "overhead-squat").close(View.FRONT).close(View.SIDE);
    }
}
