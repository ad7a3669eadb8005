package rangordnung.core.judgement;

import java.util.List;
import java.util.Optional;
import java.util.UUID;
import rangordnung.core.protocol.Threshold;

/**
 * How a figure came about.
 *
 * @param rule       what was applied
 * @param trial      the trial it was seen in
 * @param facts      the facts it rests on
 * @param thresholds the numbers that decided, with their labels
 */
public record Origin(Rule rule, Optional<UUID> trial, List<UUID> facts, List<Threshold> thresholds) {

    /** The rules of judgement that make or withhold a figure. */
    public enum Rule {
        GRADE_BY_EYE,
        MEASURED_AGAINST_ANCHORS,
        /** The same, but too noisy to tell four grades. */
        MEASURED_SEEN_OR_NOT,
        CLEAN_IN_CLOSED_VIEW,
        NOTED_NOT_JUDGED,
        INWARD_KNEE_TOLERATED,
        HEELS_UP_VOIDS,
        TRIAL_FLAGGED,
        VIEW_MISSING,
        CONFIDENCE_TOO_LOW,
        RATER_COULD_NOT_TELL,
        PARTIAL_ON_PURPOSE,
        PARTS_MISSING,
        LEG_LENGTH_MISSING,
        PERSONAL_TARGET_MISSING,
        PAIN_STOPS,
        CHECK_IN,
        NO_TRIAL
    }

    public Origin {
        facts = List.copyOf(facts);
        thresholds = List.copyOf(thresholds);
    }

    static Origin of(Rule rule) {
        return new Origin(rule, Optional.empty(), List.of(), List.of());
    }

    static Origin of(Rule rule, UUID trial, List<UUID> facts, Threshold... thresholds) {
        return new Origin(rule, Optional.of(trial), facts, List.of(thresholds));
    }
}
