package rangordnung.core.placement;

import java.util.Optional;
import rangordnung.core.judgement.PersonalSetUp;
import rangordnung.core.protocol.School;
import rangordnung.core.protocol.Threshold;

/**
 * How deep somebody's squats are trained, which decides no grade: as deep as the aim or the school asks, and never deeper than the
 * back keeps its shape.
 *
 * @param thigh degrees of the thigh above parallel; empty where it is as far as the back keeps its shape, and that is not known
 * @param by    what decides it
 */
public record TrainingDepth(Optional<Double> thigh, By by) {

    /** What decides a depth. */
    public enum By {
        OWN_CEILING,
        AIM,
        SCHOOL
    }

    static TrainingDepth of(PlacementRules rules, School school, PersonalSetUp personal, Profile.Aim aim) {
        Optional<Double> aimed = rules.approach(aim).depth().map(Threshold::value);
        Optional<Double> wanted = aimed.or(school::targetThigh);
        Optional<Double> ceiling = personal.depthCeiling().filter(own -> wanted.isEmpty() || own > wanted.get());
        if (ceiling.isPresent()) {
            return new TrainingDepth(ceiling, By.OWN_CEILING);
        }
        return new TrainingDepth(wanted, aimed.isPresent() ? By.AIM : By.SCHOOL);
    }
}
