package rangordnung.core.protocol;

import java.util.Optional;
import java.util.Set;
import rangordnung.core.Ordered;
import rangordnung.core.Refusal;

/**
 * The way in which a fault shows, such as a knee that goes inward, outward or wobbles.
 *
 * @param id          stable, unique in its criterion
 * @param name        as shown to the rater
 * @param effect      what the mark means for the grade
 * @param depthStatus for the depth criterion: the status that the mark states
 * @param judgedUnder schools, written {@code policy=VALUE}, under which it is a fault; elsewhere it is noted only; empty
 *                    means under all
 */
public record Variant(String id, Text name, Effect effect, Optional<DepthStatus> depthStatus, Set<String> judgedUnder) {

    /** What a mark with this variant means. */
    public enum Effect {
        /** A fault of the marked grade. */
        FAULT,
        /** Noted, not judged: for example an arch that is flat at rest. */
        NOTE,
        /** Says that the trial was not meant to show it: not assessable. */
        ON_PURPOSE
    }

    public Variant {
        Refusal.present(id, "id");
        Refusal.present(name, "name");
        Refusal.present(effect, "effect");
        depthStatus = depthStatus == null ? Optional.empty() : depthStatus;
        judgedUnder = judgedUnder == null ? Set.of() : Ordered.copy(judgedUnder);
    }

    /** What the mark means under a school; whoever has reached what the school asks of them shows no fault. */
    public Effect effect(School school) {
        if (depthStatus.equals(Optional.of(DepthStatus.PERSONAL_CEILING_REACHED))
                && school.depthTarget() == School.DepthTarget.PERSONAL_CEILING) {
            return Effect.NOTE;
        }
        return effect == Effect.FAULT
                        && !judgedUnder.isEmpty()
                        && judgedUnder.stream().noneMatch(school::holds)
                ? Effect.NOTE
                : effect;
    }
}
