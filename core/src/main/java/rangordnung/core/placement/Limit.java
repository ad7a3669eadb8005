package rangordnung.core.placement;

import java.util.Optional;
import rangordnung.core.kit.Inventory;
import rangordnung.core.kit.Need;

/** One limit of {@link GroupLimits}. */
public sealed interface Limit {

    /** The limits with more of this one; empty where that cannot be. */
    Optional<GroupLimits> changed(GroupLimits limits, int by);

    /** How many groups can be open. */
    record Groups() implements Limit {
        @Override
        public Optional<GroupLimits> changed(GroupLimits limits, int by) {
            return limits.groups() + by > GroupLimits.MOST_GROUPS
                    ? Optional.empty()
                    : Optional.of(limits.withSizes(by, 0, 0));
        }
    }

    /** Where groups train. */
    record Places() implements Limit {
        @Override
        public Optional<GroupLimits> changed(GroupLimits limits, int by) {
            return limits.inventory().map(i -> limits.with(i.withPlaces(by)));
        }
    }

    /** Who leads groups. */
    record Supervisors() implements Limit {
        @Override
        public Optional<GroupLimits> changed(GroupLimits limits, int by) {
            return limits.inventory().map(i -> limits.with(i.withSupervisors(by)));
        }
    }

    /** How many athletes a group has at most. */
    record Largest() implements Limit {
        @Override
        public Optional<GroupLimits> changed(GroupLimits limits, int by) {
            return limits.largest() + by > GroupLimits.MOST_IN_A_GROUP
                    ? Optional.empty()
                    : Optional.of(limits.withSizes(0, 0, by));
        }
    }

    /** How many it has at least: so many fewer. */
    record Smallest() implements Limit {
        @Override
        public Optional<GroupLimits> changed(GroupLimits limits, int by) {
            return limits.smallest() - by < 1 ? Optional.empty() : Optional.of(limits.withSizes(0, by, 0));
        }
    }

    /**
     * Pieces of kit.
     *
     * @param span heights in centimetres; empty where any will do
     */
    record Kit(String item, Optional<Need.Span> span) implements Limit {
        @Override
        public Optional<GroupLimits> changed(GroupLimits limits, int by) {
            Inventory.Piece piece = new Inventory.Piece(item, span.map(Need.Span::from), Optional.empty(), by);
            return limits.inventory().map(i -> limits.with(i.with(piece)));
        }
    }
}
