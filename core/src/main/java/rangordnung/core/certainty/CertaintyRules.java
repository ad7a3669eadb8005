package rangordnung.core.certainty;

import rangordnung.core.protocol.Label;
import rangordnung.core.protocol.Threshold;

/**
 * The numbers of certainty, as data with their labels.
 *
 * @param doubtfulPower power of the likelihood of a doubtful look
 * @param largestRatio  the most that a single trial may count, to one
 * @param exclusion     the most that it counts for a link that another one was shown not to be it
 * @param likely        chance from which a link is likely
 * @param leading       from which it is possible and leads
 * @param open          from which it is open; below it is unlikely
 * @param saysLittle    ratio up to which a trial says little
 * @param clearly       ratio from which it speaks clearly
 * @param leastGain     bits that the best further trial must be expected to tell, to be proposed
 * @param wallNeed      toe-to-wall distance that the ankle needs, centimetres, where no body model asks for another
 * @param wallSem       standard error of that distance, centimetres
 * @param touches       chance that the ankle is too short where the knee touches the wall at the mark
 * @param notYet        the same where it does not
 * @param armpitEnds    chance that the hip ends above the target where the knee stops before the armpit
 * @param armpitFree    the same where it reaches it
 * @param ceilingSem    standard error of a depth ceiling seen from the side, degrees
 * @param lengthNoise   percent by which a measured segment may be off
 * @param hipSem        standard error of a hip limit, degrees
 * @param modelDoubt    least chance that the body model is wrong
 * @param weeks         what the weeks between two screenings do to a fault
 * @param halfWrong     how wrong a place is whose focus is right, while the fault has another grade than the rung was chosen by
 * @param unseen        what a main fault is like that nobody has seen yet, before anything is known
 * @param ranking       who can be told apart
 */
public record CertaintyRules(
        int version,
        Threshold doubtfulPower,
        Threshold largestRatio,
        Threshold exclusion,
        Threshold likely,
        Threshold leading,
        Threshold open,
        Threshold saysLittle,
        Threshold clearly,
        Threshold leastGain,
        Threshold wallNeed,
        Threshold wallSem,
        Threshold touches,
        Threshold notYet,
        Threshold armpitEnds,
        Threshold armpitFree,
        Threshold ceilingSem,
        Threshold lengthNoise,
        Threshold hipSem,
        Threshold modelDoubt,
        Weeks weeks,
        Threshold halfWrong,
        GradeChances unseen,
        RankingRules ranking) {

    /**
     * What the weeks between two screenings do to a fault.
     *
     * @param trained   to one that training was for
     * @param untrained to another
     */
    public record Weeks(Response trained, Response untrained, Label label) {}

    /** Evidence that something lies short of what is needed, by a value with normal noise. */
    public double shortOf(double need, double value, double sem) {
        return Likelihood.normal((need - value) / sem);
    }
}
