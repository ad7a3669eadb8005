package rangordnung.core.placement;

import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Stream;
import rangordnung.core.judgement.ScreenResult;
import rangordnung.core.ladder.Exercise;
import rangordnung.core.ladder.Ladders;
import rangordnung.core.protocol.DepthStatus;
import rangordnung.core.protocol.Grade;
import rangordnung.core.protocol.School;
import rangordnung.core.protocol.TestDefinition;

/**
 * What an athlete must not be given after a screen: contraindications bind, in whichever group.
 *
 * @param against those that hold whatever the pattern
 * @param marked  patterns in which a marked main fault was seen, so that they are not loaded
 */
public record Bounds(List<Exercise.Contraindication> against, List<TestDefinition.Pattern> marked) {

    /** Nothing is known that forbids anything. */
    public static final Bounds NONE = new Bounds(List.of(), List.of());

    static Bounds of(ScreenResult screen, Profile profile, School school, Grade markedFrom) {
        return new Bounds(
                Stream.of(Exercise.Contraindication.values())
                        .filter(c -> switch (c) {
                            case TUCK -> tucks(screen);
                            case NOT_LIFTING -> profile.experience() != Profile.Experience.LIFTS;
                            case OTHER_AIM -> profile.aim() != Profile.Aim.LIFTING;
                            case BEGINNER -> profile.experience() == Profile.Experience.NEW;
                            case BANDS_NOT_USED -> !bands(school, profile);
                            case MARKED_FAULT -> false; // by pattern
                            case NO_SPOTTER -> false; // the hall's, not the athlete's
                        })
                        .toList(),
                Stream.of(TestDefinition.Pattern.values())
                        .filter(pattern -> marked(screen, pattern, markedFrom))
                        .toList());
    }

    /** The first reason for which an exercise must not be given. */
    public Optional<Exercise.Contraindication> against(Exercise exercise) {
        return against(exercise.notFor(), exercise.pattern());
    }

    Optional<Exercise.Contraindication> against(Set<Exercise.Contraindication> notFor, TestDefinition.Pattern pattern) {
        return notFor.stream()
                .filter(c ->
                        against.contains(c) || c == Exercise.Contraindication.MARKED_FAULT && marked.contains(pattern))
                .sorted()
                .findFirst();
    }

    /** The rung, or the next easier one that may be given. */
    String allowed(Ladders ladders, Ladders.Ladder ladder, String rung, List<Reason> reasons) {
        int at = ladder.rungs().indexOf(rung);
        Optional<Exercise.Contraindication> why = againstRung(ladders, ladder, at);
        if (why.isEmpty()) {
            return rung;
        }
        while (at > 0 && againstRung(ladders, ladder, at).isPresent()) {
            at--;
        }
        String allowed = ladder.rungs().get(at);
        reasons.add(new Reason.Bound(rung, allowed, why.get()));
        return allowed;
    }

    private Optional<Exercise.Contraindication> againstRung(Ladders ladders, Ladders.Ladder ladder, int at) {
        return ladders.exercise(ladder.rungs().get(at)).flatMap(this::against);
    }

    private static boolean bands(School school, Profile profile) {
        return switch (school.bands()) {
            case BANDS -> true;
            case CUE_ONLY_EXPERIENCED -> profile.experience() != Profile.Experience.NEW;
            case NO_BANDS -> false;
        };
    }

    private static boolean marked(ScreenResult screen, TestDefinition.Pattern pattern, Grade from) {
        return screen.tests().stream()
                .filter(t -> t.test().pattern() == pattern)
                .flatMap(t -> t.criteria().stream())
                .filter(c -> c.criterion().heading())
                .flatMap(c -> c.worse().stream())
                .anyMatch(g -> g.atLeast(from));
    }

    /** Whether the pelvis was seen to tuck under, which ends the depth. */
    private static boolean tucks(ScreenResult screen) {
        return screen.tests().stream().anyMatch(t -> t.depth().equals(Optional.of(DepthStatus.ENDED_BY_TUCK)));
    }
}
