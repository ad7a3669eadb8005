package rangordnung.core.judgement;

import java.util.List;
import java.util.Optional;
import rangordnung.core.body.Build;
import rangordnung.core.body.Sided;
import rangordnung.core.body.TrainingStance;
import rangordnung.core.protocol.School;

/**
 * Where one athlete's feet stand in a squat and how deep it goes, as far as the school asks for more than one line for all.
 *
 * @param heels   distance of the heels, centimetres
 * @param turnOut degrees outward of each foot
 * @param depth   degrees of the thigh above parallel at which the own depth ends; below parallel is negative
 * @param hipDirections per side the directions in which the hip has the most room
 * @param hipEnds  whether the hip's room ends just past a right angle: nobody pushes there
 */
public record PersonalTargets(
        Optional<Double> heels,
        Sided<Optional<Double>> turnOut,
        Optional<Double> depth,
        Sided<List<String>> hipDirections,
        Sided<Boolean> hipEnds) {

    private static final Sided<Optional<Double>> SAME_FOR_ALL = Sided.both(Optional.empty());

    /**
     * The targets that a school has for an athlete.
     *
     * @param stature metres
     * @param build   lengths, measured or of the stature
     */
    static PersonalTargets of(School school, PersonalSetUp personal, Optional<Double> stature, Optional<Build> build) {
        Optional<Double> heels = school.stanceWidth() == School.StanceWidth.PERSONAL
                ? personal.stanceCentimetres()
                : school.stanceShare().flatMap(share -> stature.map(metres -> 100 * share * metres));
        boolean ownDepth = school.depthTarget() == School.DepthTarget.PERSONAL_CEILING;
        return new PersonalTargets(
                heels,
                turnOut(school, personal, heels, build),
                ownDepth ? personal.depthCeiling() : Optional.empty(),
                ownDepth ? personal.hipDirections() : Sided.both(List.of()),
                personal.hipRoomEnds().map(ends -> ownDepth && ends.orElse(false)));
    }

    private static Sided<Optional<Double>> turnOut(
            School school, PersonalSetUp personal, Optional<Double> heels, Optional<Build> build) {
        if (school.turnOut() == School.TurnOut.PERSONAL) {
            return personal.turnOut();
        }
        if (school.turnOut() != School.TurnOut.MATCH_ABDUCTION) {
            return SAME_FOR_ALL;
        }
        return heels.flatMap(cm -> build.map(b -> TrainingStance.of(
                                b, new TrainingStance.Own(Optional.of(cm / 100), SAME_FOR_ALL, Optional.empty()))
                        .turnOut()
                        .map(Optional::of)))
                .orElse(SAME_FOR_ALL);
    }
}
