package rangordnung.core.judgement;

import java.util.Optional;
import java.util.Set;

/**
 * Under what a trial was done; only like is compared with like.
 *
 * @param aids             planned aids; an aid under the heels is a condition, not a heel lift
 * @param shoes            whether shoes were worn
 * @param archAssisted     whether the arch was helped once in the set-up
 * @param oneSideTreated   whether one side was treated since the baseline
 * @param stanceCentimetres distance of the heels, where it was taken
 */
public record Conditions(
        Set<Aid> aids, boolean shoes, boolean archAssisted, boolean oneSideTreated, Optional<Double> stanceCentimetres) {

    /** Things that change a test. */
    public enum Aid {
        HEEL_PLATE(true),
        HEELED_SHOE(true),
        INNER_HEEL_WEDGE(true),
        INNER_FOREFOOT_WEDGE(false),
        FRONT_WEIGHT(false),
        HANDHOLD(false),
        CHAIR(false);

        private final boolean raisesHeel;

        Aid(boolean raisesHeel) {
            this.raisesHeel = raisesHeel;
        }

        /** Whether a raised heel is planned under this aid. */
        public boolean raisesHeel() {
            return raisesHeel;
        }
    }

    /** The conditions of the standard: no aid, no shoes, nothing helped. */
    public static final Conditions STANDARD = new Conditions(Set.of(), false, false, false, Optional.empty());

    public Conditions {
        aids = aids == null ? Set.of() : Set.copyOf(aids);
        stanceCentimetres = stanceCentimetres == null ? Optional.empty() : stanceCentimetres;
    }

    /** Whether the trial can serve as a baseline: nothing was changed on purpose. */
    public boolean baseline() {
        return aids.isEmpty() && !oneSideTreated;
    }

    public boolean heelsRaisedOnPurpose() {
        return aids.stream().anyMatch(Aid::raisesHeel);
    }
}
