package rangordnung.core.placement;

import java.util.List;
import java.util.Optional;
import java.util.Set;
import rangordnung.core.judgement.ScreenResult;
import rangordnung.core.ladder.Exercise;
import rangordnung.core.ladder.Ladders;
import rangordnung.core.protocol.DepthStatus;
import rangordnung.core.protocol.Grade;
import rangordnung.core.protocol.School;
import rangordnung.core.protocol.TestDefinition;

/** What an athlete may be given after a screen: contraindications bind. */
record Bounds(ScreenResult screen, Profile profile, School school, Ladders ladders, Grade markedFrom) {

    /** The first reason for which an exercise must not be given. */
    Optional<Exercise.Contraindication> against(Exercise exercise) {
        return against(exercise.notFor(), exercise.pattern());
    }

    Optional<Exercise.Contraindication> against(Set<Exercise.Contraindication> notFor, TestDefinition.Pattern pattern) {
        return notFor.stream()
                .filter(c -> switch (c) {
                    case MARKED_FAULT -> marked(pattern);
                    case TUCK -> tucks();
                    case NOT_LIFTING -> profile.experience() != Profile.Experience.LIFTS;
                    case OTHER_AIM -> profile.aim() != Profile.Aim.LIFTING;
                    case BEGINNER -> profile.experience() == Profile.Experience.NEW;
                    case BANDS_NOT_USED -> !bands();
                    case NO_SPOTTER -> false; // the hall's, not the athlete's
                })
                .sorted()
                .findFirst();
    }

    /** The rung, or the next easier one that may be given. */
    String allowed(Ladders.Ladder ladder, String rung, List<Reason> reasons) {
        int at = ladder.rungs().indexOf(rung);
        Optional<Exercise.Contraindication> why = againstRung(ladder, at);
        if (why.isEmpty()) {
            return rung;
        }
        while (at > 0 && againstRung(ladder, at).isPresent()) {
            at--;
        }
        String allowed = ladder.rungs().get(at);
        reasons.add(new Reason.Bound(rung, allowed, why.get()));
        return allowed;
    }

    private Optional<Exercise.Contraindication> againstRung(Ladders.Ladder ladder, int at) {
        return ladders.exercise(ladder.rungs().get(at)).flatMap(this::against);
    }

    private boolean bands() {
        return switch (school.bands()) {
            case BANDS -> true;
            case CUE_ONLY_EXPERIENCED -> profile.experience() != Profile.Experience.NEW;
            case NO_BANDS -> false;
        };
    }

    private boolean marked(TestDefinition.Pattern pattern) {
        return screen.tests().stream()
                .filter(t -> t.test().pattern() == pattern)
                .flatMap(t -> t.criteria().stream())
                .filter(c -> c.criterion().heading())
                .flatMap(c -> c.worse().stream())
                .anyMatch(g -> g.atLeast(markedFrom));
    }

    /** Whether the pelvis was seen to tuck under, which ends the depth. */
    private boolean tucks() {
        return screen.tests().stream().anyMatch(t -> t.depth().equals(Optional.of(DepthStatus.ENDED_BY_TUCK)));
    }
}
