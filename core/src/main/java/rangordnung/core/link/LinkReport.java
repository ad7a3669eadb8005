package rangordnung.core.link;

import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import rangordnung.core.body.Side;
import rangordnung.core.certainty.Evidence;
import rangordnung.core.certainty.GradeChances;
import rangordnung.core.protocol.Grade;

/**
 * What may limit an athlete, with the evidence; never a diagnosis.
 *
 * @param outcomes     every retest against its baseline
 * @param explanations one for each fault that stands, and each side
 * @param first        links that are likely or lead in some explanation, the one that is treated first in front
 * @param loadHistory  whether pain at the kneecap after a change of load explains more than form does
 */
public record LinkReport(
        List<Outcome> outcomes, List<Explanation> explanations, List<Link> first, boolean loadHistory) {

    /** How sure a link is, in words. */
    public enum Standing {
        LIKELY,
        /** Possible, and leading. */
        LEADING,
        OPEN,
        UNLIKELY;

        /** Whether something may be done about it before more is known. */
        public boolean leads() {
            return this == LIKELY || this == LEADING;
        }
    }

    /**
     * A fault and what it may come from.
     *
     * @param kind      of the fault
     * @param seen      the chance of each true grade, after every look
     * @param painFirst whether pain or an old injury has to be asked about before anything else is tried
     * @param links     the most likely first; equal ones in the order of treatment
     * @param offers    the trials that would tell enough, the one that tells most for its time first
     */
    public record Explanation(
            String test,
            String criterion,
            Optional<Side> side,
            Grade grade,
            String kind,
            GradeChances seen,
            boolean painFirst,
            List<RankedLink> links,
            List<NextTrial> offers) {

        /** The trial that would tell most, where one would tell enough. */
        public Optional<NextTrial> next() {
            return offers.stream().findFirst();
        }

        /** The links that lead; where none does, those that are open. */
        public List<Link> standing() {
            boolean told = links.stream().anyMatch(l -> l.standing().leads());
            return links.stream()
                    .filter(l -> told ? l.standing().leads() : l.standing() != Standing.UNLIKELY)
                    .map(RankedLink::link)
                    .toList();
        }

        /** The chance of each candidate that it limits. */
        public Map<Link, Double> limits() {
            Map<Link, Double> limits = new EnumMap<>(Link.class);
            links.forEach(l -> limits.put(l.link(), l.chance()));
            return limits;
        }

        public Optional<RankedLink> link(Link link) {
            return links.stream().filter(l -> l.link() == link).findFirst();
        }
    }

    /**
     * A link with its chance.
     *
     * @param prior  before any trial, 0 to 1
     * @param chance after all of them, 0 to 1
     * @param trials that speak for or against it, the loudest first
     */
    public record RankedLink(Link link, double prior, double chance, Standing standing, List<Said> trials) {}

    /**
     * What one trial says of a link.
     *
     * @param source   the retest or the finding
     * @param ratio    how much likelier it is where the link limits
     * @param words    the same in words
     * @param trials   it rests on
     * @param doubtful whether it counts in part only
     * @param side     it was seen on
     */
    public record Said(
            Source source,
            double ratio,
            Evidence.Words words,
            List<UUID> trials,
            boolean doubtful,
            Optional<Side> side) {}

    /** Where evidence comes from. */
    public sealed interface Source {

        /**
         * A retest.
         *
         * @param before grade of the fault in the baseline
         * @param now    the same in the retest
         */
        record ByRetest(String retest, Grade before, Grade now) implements Source {}

        /** Another test that shows the same criterion. */
        record ByTest(String test, Grade grade) implements Source {}

        /**
         * A measured value against what is needed.
         *
         * @param value empty where only more or less than the need is known
         */
        record ByValue(Value of, Optional<Double> value, Optional<Double> need) implements Source {}
    }

    /** Values that speak of a link. */
    public enum Value {
        WALL_DISTANCE,
        BODY_MODEL,
        DEPTH_CEILING,
        KNEE_TO_ARMPIT,
        SIDES
    }

    /**
     * A trial that would tell more.
     *
     * @param retest  whether it is a retest; else a test that was not done
     * @param bits    of doubt that it is expected to take away
     * @param seconds that it takes
     */
    public record NextTrial(boolean retest, String id, double bits, double seconds) {

        double perSecond() {
            return bits / seconds;
        }
    }
}
