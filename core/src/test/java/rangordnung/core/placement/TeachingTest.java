package rangordnung.core.placement;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import rangordnung.core.Rater;
import rangordnung.core.Refusal;
import rangordnung.core.ShippedData;
import rangordnung.core.StandardFloor;
import rangordnung.core.ladder.Exercise;
import rangordnung.core.protocol.Label;
import rangordnung.core.protocol.TestDefinition.Pattern;
import rangordnung.core.record.Fact;
import rangordnung.core.record.Fact.CueTried.Effect;
import rangordnung.core.safety.Clearance;

/** One cue at a time, from where an athlete was placed; what was tried counts (common practice, no source). */
class TeachingTest {

    private static final TeachingRules RULES =
            StandardFloor.shipped(ShippedData.TEACHING, TeachingRules.class).checked(StandardFloor.LADDERS);
    private static final Teaching TEACHING = new Teaching(RULES, StandardFloor.LADDERS);

    private static Proposal.Placed placed(Rater rater) {
        return (Proposal.Placed) new Placer(
                        StandardFloor.LADDERS,
                        StandardFloor.RULES,
                        StandardFloor.LINKS,
                        StandardFloor.CERTAINTY,
                        StandardFloor.BATTERY.completed(StandardFloor.PROTOCOL))
                .propose(List.of(rater.judged()), Clearance.CLEARED, Profile.UNKNOWN);
    }

    private static List<Teaching.Cue> cues(Rater rater) {
        return TEACHING.cues(placed(rater), Pattern.SQUAT, rater.book());
    }

    @Test
    void cues_follow_the_placement_and_the_pattern() {
        Rater rater = Rater.seen("depth - MARKED");
        List<Teaching.Cue> cues = cues(rater);
        assertThat(cues).isNotEmpty().allSatisfy(c -> {
            assertThat(c.which()).isZero();
            assertThat(StandardFloor.LADDERS
                            .exercise(c.exercise())
                            .orElseThrow()
                            .pattern())
                    .isEqualTo(Pattern.SQUAT);
        });
        assertThat(cues).extracting(Teaching.Cue::words).doesNotHaveDuplicates();
    }

    @Test
    void what_made_it_worse_gives_way_to_what_may_take_its_place_and_what_helped_comes_first() {
        Rater rater = Rater.seen("depth - MARKED");
        Teaching.Cue first = cues(rater).get(0);
        Exercise exercise = StandardFloor.LADDERS.exercise(first.exercise()).orElseThrow();
        rater.add(new Fact.CueTried(first.exercise(), 0, Effect.WORSE));
        assertThat(cues(rater)).noneMatch(c -> c.words().equals(exercise.cue()));
        for (int i = 1; i <= exercise.alternatives().size(); i++) {
            rater.add(new Fact.CueTried(first.exercise(), i, Effect.WORSE));
        }
        assertThat(cues(rater)).noneMatch(c -> c.exercise().equals(first.exercise()));
        rater.add(new Fact.CueTried(first.exercise(), 0, Effect.BETTER));
        assertThat(cues(rater).get(0))
                .isEqualTo(new Teaching.Cue(first.exercise(), 0, first.words(), Optional.of(Effect.BETTER)));
        assertThat(TEACHING.tried(rater.book())).hasSize(exercise.alternatives().size() + 2);
    }

    /** Whatever is placed together, no two cues of one athlete contradict each other. */
    @Test
    void contradicting_cues_are_never_both_taught() {
        Proposal.Placed placed = placed(Rater.seen("depth - MARKED"));
        List<String> rungs = List.of("box-squat", "goblet-squat", "back-squat-low-bar", "bodyweight-squat");
        for (String first : rungs) {
            for (String second : rungs) {
                Proposal.Placed both = TeachingTest.with(placed, first, second);
                List<String> taught = TEACHING
                        .cues(both, Pattern.SQUAT, Rater.seen().book())
                        .stream()
                        .map(Teaching.Cue::exercise)
                        .toList();
                assertThat(RULES.contradictions())
                        .noneMatch(c -> taught.contains(c.one()) && taught.contains(c.other()));
                assertThat(taught).contains(first);
            }
        }
    }

    @Test
    void a_pair_of_something_unknown_is_refused() {
        TeachingRules odd = new TeachingRules(
                1,
                RULES.repetitions(),
                List.of(new TeachingRules.Contradiction("goblet-squat", "handstand", Label.HC)));
        assertThatThrownBy(() -> odd.checked(StandardFloor.LADDERS))
                .isInstanceOf(Refusal.class)
                .hasMessageContaining("handstand");
    }

    /** The same athlete with two rungs and nothing else to train. */
    private static Proposal.Placed with(Proposal.Placed p, String first, String second) {
        return new Proposal.Placed(
                p.focus(),
                p.rung(),
                p.link(),
                p.told(),
                p.next(),
                p.side(),
                List.of(stand(first), stand(second)),
                p.aids(),
                p.depth(),
                Optional.empty(),
                p.pains(),
                p.reasons(),
                p.second(),
                p.chances(),
                p.movers(),
                p.borderline(),
                p.bounds(),
                p.sizes());
    }

    private static Proposal.Stand stand(String rung) {
        return new Proposal.Stand("squat", rung, true, Optional.empty(), List.of());
    }
}
