package rangordnung.core.training;

import java.util.List;
import java.util.Optional;
import java.util.UUID;
import rangordnung.core.body.Side;
import rangordnung.core.kit.Need;
import rangordnung.core.placement.Proposal;
import rangordnung.core.placement.Teaching;
import rangordnung.core.safety.PainReport;

/**
 * Everything that is trained until the retest.
 *
 * @param sessions  in order, also those that fall out
 * @param athletes  in the order in which they were given
 * @param orders    of each group, the parts in the order in which it does them, so that kit suffices
 * @param shortages what kit is missing all the same
 */
public record Block(
        List<Season.Session> sessions,
        Season.Session retest,
        List<Prescription> athletes,
        List<List<Part>> orders,
        List<Shortage> shortages) {

    /**
     * What one athlete trains.
     *
     * @param group  from 0
     * @param own    the part in which the exercise of the group is trained
     * @param cues   one of each week
     * @param sore   whether the dose was cut for pain that does not stop
     * @param pains  that travel with the athlete
     */
    public record Prescription(
            UUID athlete,
            int group,
            Part own,
            List<Work> work,
            List<Teaching.Cue> cues,
            boolean sore,
            List<PainReport> pains) {}

    /**
     * One part of a session for one athlete.
     *
     * @param byWeek dose of each week
     * @param first  the side that begins: all on it, then all on the other; any where none is named
     * @param more   the side that does one set more
     * @param aids   that make the pattern right now
     * @param kit    that is given out, with the piece of the hall
     * @param instead the rung that must not be given, so that this easier one stands in its place
     */
    public record Work(
            Part part,
            String exercise,
            List<Amount> byWeek,
            Optional<Side> first,
            Optional<Side> more,
            List<Proposal.GivenAid> aids,
            List<Kit> kit,
            Optional<String> instead) {}

    /**
     * A piece of kit for one exercise.
     *
     * @param size  that the athlete needs
     * @param piece height of the piece that is given out, in centimetres; empty where height does not matter or none is left
     * @param there whether one is there
     */
    public record Kit(Need need, Optional<Proposal.Size> size, Optional<Double> piece, boolean there) {}

    /**
     * Kit that does not suffice while several groups train.
     *
     * @param turn    of the session, from 0: what all groups do at that time
     * @param missing for how many athletes there is none
     * @param groups  of those athletes
     */
    public record Shortage(int turn, String item, Optional<Need.Span> span, int missing, List<Integer> groups) {}
}
