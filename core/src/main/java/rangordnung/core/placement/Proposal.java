package rangordnung.core.placement;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import rangordnung.core.body.Side;
import rangordnung.core.judgement.MovementIndex;
import rangordnung.core.ladder.Exercise;
import rangordnung.core.ladder.Focus;
import rangordnung.core.link.Link;
import rangordnung.core.link.LinkReport;
import rangordnung.core.protocol.Grade;
import rangordnung.core.safety.PainReport;

/** Where an athlete would be placed, or why nothing can be proposed yet. */
public sealed interface Proposal {

    /**
     * A place with its four parts and its reasons.
     *
     * @param focus      what to work on
     * @param rung       at which rung of the focus's ladder; empty for a focus without one
     * @param link       what may limit the pattern; empty where no fault was seen
     * @param told       whether trials tell that link apart; else the fault's own first aid decides
     * @param next       the trial that would tell most, where the link is not told apart
     * @param side       the side that the work begins with, where there is one
     * @param rungs      where the athlete stands on the ladder of each pattern
     * @param aids       what makes the pattern right now, the one for the focus first
     * @param depth      how deep squats are trained; empty where nothing is trained
     * @param lasting    the exercise of the focus; empty where nothing is trained
     * @param pains      pain that does not stop and travels with the athlete
     * @param reasons    from finding to place
     * @param second     the next focus that stands, with its rung
     * @param chances    how likely each focus is the first to work on, the likeliest first
     * @param movers     what would move the athlete
     * @param borderline whether one mark, one grade less or more, decides the focus
     * @param bounds     what the athlete must not be given
     * @param sizes      how large kit is for the athlete, where that can be told
     */
    record Placed(
            Focus focus,
            Optional<String> rung,
            Optional<Link> link,
            boolean told,
            Optional<LinkReport.NextTrial> next,
            Optional<Side> side,
            List<Stand> rungs,
            List<GivenAid> aids,
            Optional<TrainingDepth> depth,
            Optional<Work> lasting,
            List<PainReport> pains,
            List<Reason> reasons,
            Optional<Place> second,
            List<FocusChance> chances,
            List<Mover> movers,
            boolean borderline,
            Bounds bounds,
            Map<Exercise.SizedBy, Size> sizes)
            implements Proposal {

        public Place place() {
            return new Place(focus, rung);
        }

        /** The same on another rung of its focus, where training has shown more than the screen could. */
        public Placed at(String earned) {
            return with(Optional.of(earned), movers, borderline);
        }

        /** The same with what would move the athlete. */
        Placed with(List<Mover> would, boolean decidedByOneMark) {
            return with(rung, would, decidedByOneMark);
        }

        private Placed with(Optional<String> other, List<Mover> would, boolean decidedByOneMark) {
            return new Placed(
                    focus,
                    other,
                    link,
                    told,
                    next,
                    side,
                    rungs,
                    aids,
                    depth,
                    lasting,
                    pains,
                    reasons,
                    second,
                    chances,
                    would,
                    decidedByOneMark,
                    bounds,
                    sizes);
        }

        /** The chance that another focus should come first. */
        public double wrong() {
            return 1
                    - chances.stream()
                            .filter(c -> c.focus() == focus)
                            .mapToDouble(FocusChance::chance)
                            .sum();
        }

        /** Whether pain stopped the screen: then nobody may place the athlete elsewhere today. */
        public boolean stopped() {
            return reasons.contains(new Reason.PainStopped());
        }
    }

    /** Not enough was seen to propose anything. */
    record Open(MovementIndex.Reason reason) implements Proposal {}

    /** A focus and a rung. */
    record Place(Focus focus, Optional<String> rung) {}

    /**
     * Where an athlete stands on the ladder of a pattern.
     *
     * @param seen    whether anything of the pattern was seen
     * @param owned   the chance that all its main faults are slight at most; empty where some were not seen
     * @param reasons why this rung
     */
    record Stand(String ladder, String rung, boolean seen, Optional<Double> owned, List<Reason> reasons) {}

    /**
     * An aid as it is given.
     *
     * @param sides that it is given on; empty where it has none
     */
    record GivenAid(String aid, List<Side> sides, Optional<Size> size) {}

    /**
     * The size of a piece of kit.
     *
     * @param measured whether it rests on measured lengths, else on the average ones of somebody of that stature
     */
    record Size(double centimetres, boolean measured) {}

    /** An exercise of a ladder. */
    record Work(String ladder, String exercise, Optional<Size> size) {}

    /** How likely a focus is the first to work on, 0 to 1. */
    record FocusChance(Focus focus, double chance) {}

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
