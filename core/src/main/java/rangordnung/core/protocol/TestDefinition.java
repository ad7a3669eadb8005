package rangordnung.core.protocol;

import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import rangordnung.core.Refusal;

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
 * @param heels        which heels may be judged; others are meant to be up and can never be a fault
 * @param arms         arm position of the standard
 * @param footwear     footwear of the standard
 * @param setUp        steps in the order in which they are set, from the feet up
 * @param allowedWords the only words that do not mark a trial as cued
 * @param criteria     what is looked at
 * @param legs         whether both legs work at once, or one after the other; then a side is the working leg, in
 *                     front in a lunge, standing in balance
 * @param role         what the test is for
 * @param standard     the conditions of the standard, where they differ from none
 */
public record TestDefinition(
        String id,
        Text name,
        Pattern pattern,
        Threshold weight,
        Repetitions repetitions,
        List<View> requiredViews,
        List<View> optionalViews,
        Heels heels,
        Text arms,
        Text footwear,
        List<SetUpStep> setUp,
        List<Text> allowedWords,
        List<Criterion> criteria,
        Legs legs,
        Role role,
        Conditions standard) {

    /** Movement pattern of a test or an exercise. */
    public enum Pattern {
        SQUAT,
        LUNGE,
        BALANCE,
        ANKLE
    }

    /** Which heels may be judged. */
    public enum Heels {
        /** Both. */
        JUDGED,
        /** That of the front leg; the rear heel is meant to be up. */
        FRONT_ONLY,
        /** None. */
        EXEMPT
    }

    /** How the legs work. */
    public enum Legs {
        TOGETHER,
        EACH
    }

    /** What a test is for. */
    public enum Role {
        /** Part of the screen; it counts. */
        SCREEN,
        /** Finds personal targets; it is never graded. */
        SET_UP,
        /** Only done to tell causes apart; it never counts. */
        RETEST
    }

    /**
     * How often a test is done, and how much of it counts.
     *
     * @param practice  repetitions before any is observed
     * @param observed  repetitions seen from each view
     * @param majority  repetitions in which a grade must show to count
     * @param label     where these numbers come from
     */
    public record Repetitions(int practice, int observed, int majority, Label label) {
        public Repetitions {
            Refusal.present(label, "label");
            if (practice < 0 || observed < 1 || majority < 1 || majority > observed) {
                throw new InvalidProtocol(
                        "Repetitions do not fit together: " + practice + ", " + observed + ", " + majority);
            }
        }
    }

    /** One step of the set-up. */
    public record SetUpStep(String part, Text text) {
        public SetUpStep {
            Refusal.present(part, "part");
            Refusal.present(text, "text");
        }
    }

    public TestDefinition {
        Refusal.present(id, "id");
        Refusal.present(name, "name");
        Refusal.present(pattern, "pattern");
        Refusal.present(weight, "weight");
        Refusal.present(repetitions, "repetitions");
        Refusal.present(arms, "arms");
        Refusal.present(footwear, "footwear");
        Refusal.present(setUp, "setUp");
        Refusal.present(allowedWords, "allowedWords");
        heels = heels == null ? Heels.JUDGED : heels;
        legs = legs == null ? Legs.TOGETHER : legs;
        role = role == null ? Role.SCREEN : role;
        standard = standard == null ? Conditions.STANDARD : standard;
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
            if (criterion.family() == Family.HEEL_LIFT && heels != Heels.JUDGED && !frontHeel(criterion, heels, legs)) {
                throw new InvalidProtocol(
                        "In " + id + " heels are exempt, so " + criterion.id() + " cannot be a fault");
            }
            if (legs == Legs.EACH && criterion.extent() != Extent.SIDED) {
                throw new InvalidProtocol("In " + id + " each leg is seen by itself, so " + criterion.id()
                        + " must be graded on each side");
            }
            if (role == Role.SET_UP && criterion.gauge().isEmpty()) {
                throw new InvalidProtocol(
                        "The set-up test " + id + " is never graded, so " + criterion.id() + " needs a gauge");
            }
        }
        requiredViews = List.copyOf(requiredViews);
        optionalViews = optionalViews == null ? List.of() : List.copyOf(optionalViews);
        setUp = List.copyOf(setUp);
        allowedWords = List.copyOf(allowedWords);
        criteria = List.copyOf(criteria);
    }

    private static boolean frontHeel(Criterion criterion, Heels heels, Legs legs) {
        return heels == Heels.FRONT_ONLY && legs == Legs.EACH && criterion.extent() == Extent.SIDED;
    }

    /** Whether the test counts. */
    public boolean counts() {
        return role == Role.SCREEN;
    }

    /** The same with another set-up and other words. */
    TestDefinition with(List<SetUpStep> steps, List<Text> words) {
        return with(steps, words, criteria);
    }

    /** The same with some of its criteria, at least one. */
    public TestDefinition of(List<Criterion> some) {
        return with(setUp, allowedWords, some);
    }

    private TestDefinition with(List<SetUpStep> steps, List<Text> words, List<Criterion> itsCriteria) {
        return new TestDefinition(
                id,
                name,
                pattern,
                weight,
                repetitions,
                requiredViews,
                optionalViews,
                heels,
                arms,
                footwear,
                steps,
                words,
                itsCriteria,
                legs,
                role,
                standard);
    }

    public Optional<Criterion> criterion(String id) {
        return criteria.stream().filter(c -> c.id().equals(id)).findFirst();
    }
}
