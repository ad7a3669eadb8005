package rangordnung.core.link;

import java.util.List;
import java.util.Optional;
import java.util.UUID;
import rangordnung.core.body.Side;
import rangordnung.core.protocol.Grade;

/**
 * What may limit an athlete, with the evidence; never a diagnosis.
 *
 * @param outcomes     every retest against its baseline
 * @param explanations one for each fault that stands
 * @param treated      links that stand in some explanation, the one that is treated first in front
 * @param general      evidence that belongs to no single fault
 */
public record LinkReport(
        List<Outcome> outcomes, List<Explanation> explanations, List<Link> treated, List<Evidence> general) {

    /** How far the evidence goes. */
    public enum Support {
        SUPPORTED,
        OPEN,
        AGAINST
    }

    /**
     * A fault and what it may come from.
     *
     * @param links     best supported first; equal ones in the order of treatment
     * @param separates what single trial would tell the first two apart
     */
    public record Explanation(
            String test,
            String criterion,
            Optional<Side> side,
            Grade grade,
            List<RankedLink> links,
            Optional<Separator> separates) {

        /** The links that stand: the supported ones, and where there is none those that are open. */
        public List<Link> standing() {
            List<Link> supported = links.stream()
                    .filter(l -> l.standing() == Support.SUPPORTED)
                    .map(RankedLink::link)
                    .toList();
            return supported.isEmpty()
                    ? links.stream()
                            .filter(l -> l.standing() == Support.OPEN)
                            .map(RankedLink::link)
                            .toList()
                    : supported;
        }

        public Optional<RankedLink> link(Link link) {
            return links.stream().filter(l -> l.link() == link).findFirst();
        }
    }

    /** A link with its score and the evidence for and against it. */
    public record RankedLink(Link link, double score, Support standing, List<Evidence> evidence) {}

    /**
     * One line of evidence.
     *
     * @param source     the retest or the rule that says it
     * @param weight     points for the link; below zero speaks against it
     * @param trial      the trial it rests on
     * @param size       the change in deviation, 0 to 1, where it is one
     * @param detectable the change that noise does not explain
     * @param doubtful   whether it counts only in part
     * @param side       the side it was seen on
     */
    public record Evidence(
            EvidenceSource source,
            double weight,
            Optional<UUID> trial,
            Optional<Double> size,
            Optional<Double> detectable,
            boolean doubtful,
            Optional<Side> side) {}

    /** Where evidence comes from. */
    public sealed interface EvidenceSource {

        /** A retest and what it did. */
        record ByRetest(String retest, Outcome.Verdict verdict) implements EvidenceSource {}

        /** A finding beside the retests. */
        record ByRule(LinkRules.Rule rule) implements EvidenceSource {}
    }

    /** What would tell two links apart: a retest, or a test that was not done. */
    public record Separator(boolean retest, String id, Link one, Link other) {}
}
