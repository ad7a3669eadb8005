package rangordnung.core.protocol;

import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;

/**
 * A standardised test as data.
 *
 * @param id           stable, for example {@code overhead-squat}
 * @param name         as shown
 * @param pattern      the movement pattern
 * @param weight       share in the movement index, above zero
 * @param repetitions  how many are practised, observed and needed for a grade
 * @param requiredViews views that a complete trial has, in the order in which they are taken
 * @param optionalViews views that may be added
 * @param heelsExempt  whether a lifted heel belongs to the test and can never be a fault
 * @param arms         arm position of the standard
 * @param footwear     footwear of the standard
 * @param setUp        steps in the order in which they are set, from the feet up
 * @param allowedWords the only words that do not mark a trial as cued
 * @param criteria     what is looked at
 */
public record TestDefinition(
        String id,
        Text name,
        Pattern pattern,
        Threshold weight,
        Repetitions repetitions,
        List<View> requiredViews,
        List<View> optionalViews,
        boolean heelsExempt,
        Text arms,
        Text footwear,
        List<SetUpStep> setUp,
        List<Text> allowedWords,
        List<Criterion> criteria) {

    /** Movement pattern of a test or an exercise. */
    public enum Pattern {
        SQUAT,
        LUNGE,
        BALANCE,
        ANKLE
    }

    /**
     * @param practice  repetitions before any is observed
     * @param observed  repetitions seen from each view
     * @param majority  repetitions in which a grade must show to count
     * @param label     where these numbers come from
     */
    public record Repetitions(int practice, int observed, int majority, Label label) {
        public Repetitions {
            if (practice < 0 || observed < 1 || majority < 1 || majority > observed) {
                throw new InvalidProtocol("Repetitions do not fit together: " + practice + ", " + observed + ", " + majority);
            }
        }
    }

    /** One step of the set-up. */
    public record SetUpStep(String part, Text text) {}

    public TestDefinition {
        if (weight.value() <= 0) {
            throw new InvalidProtocol("The weight of " + id + " must be above zero");
        }
        if (requiredViews == null || requiredViews.isEmpty() || criteria == null || criteria.isEmpty()) {
            throw new InvalidProtocol("The test " + id + " needs views and criteria");
        }
        Set<String> ids = new HashSet<>();
        Set<String> keys = new HashSet<>();
        for (Criterion criterion : criteria) {
            if (!ids.add(criterion.id()) || !keys.add(criterion.key())) {
                throw new InvalidProtocol("The id or key of " + criterion.id() + " stands twice in " + id);
            }
            if (heelsExempt && criterion.family() == Family.HEEL_LIFT) {
                throw new InvalidProtocol("In " + id + " heels are exempt, so " + criterion.id() + " cannot be a fault");
            }
        }
        requiredViews = List.copyOf(requiredViews);
        optionalViews = optionalViews == null ? List.of() : List.copyOf(optionalViews);
        setUp = List.copyOf(setUp);
        allowedWords = List.copyOf(allowedWords);
        criteria = List.copyOf(criteria);
    }

    public Optional<Criterion> criterion(String id) {
        return criteria.stream().filter(c -> c.id().equals(id)).findFirst();
    }
}
