package rangordnung.core.placement;

import java.util.List;
import java.util.Optional;
import rangordnung.core.body.Side;
import rangordnung.core.judgement.MovementIndex;
import rangordnung.core.ladder.Focus;
import rangordnung.core.link.Link;
import rangordnung.core.protocol.Grade;

/** Where an athlete would be placed, or why nothing can be proposed yet. */
public sealed interface Proposal {

    /**
     * A place with its reasons.
     *
     * @param focus      what to work on
     * @param rung       at which rung of the focus's ladder; empty for a focus without one
     * @param link       what may limit the pattern; empty where no fault was seen
     * @param reasons    from finding to place
     * @param second     the next focus that stands, with its rung
     * @param movers     what would move the athlete
     * @param borderline whether one mark, one grade less or more, decides the focus
     */
    record Placed(
            Focus focus,
            Optional<String> rung,
            Optional<Link> link,
            List<Reason> reasons,
            Optional<Place> second,
            List<Mover> movers,
            boolean borderline)
            implements Proposal {

        public Place place() {
            return new Place(focus, rung);
        }
    }

    /** Not enough was seen to propose anything. */
    record Open(MovementIndex.Reason reason) implements Proposal {}

    /** A focus and a rung. */
    record Place(Focus focus, Optional<String> rung) {}

    /** Findings that would have to change, and where that would lead. */
    record Mover(List<GradeChange> changes, Place leadsTo) {}

    /** One finding with another grade; the side is empty where the criterion has none. */
    record GradeChange(String test, String criterion, Optional<Side> side, Grade from, Grade to) {

        boolean better() {
            return to.compareTo(from) < 0;
        }

        int size() {
            return Math.abs(to.ordinal() - from.ordinal());
        }
    }
}
