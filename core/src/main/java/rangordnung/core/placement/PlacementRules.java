package rangordnung.core.placement;

import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import rangordnung.core.ladder.Focus;
import rangordnung.core.ladder.Ladders;
import rangordnung.core.link.Link;
import rangordnung.core.protocol.Family;
import rangordnung.core.protocol.Grade;
import rangordnung.core.protocol.InvalidProtocol;
import rangordnung.core.protocol.Label;
import rangordnung.core.protocol.Threshold;

/**
 * How findings become a focus and a rung, as data.
 *
 * @param standsFrom the grade from which a fault counts for a focus
 * @param ownedBelow the grade below which every heading fault must be for a rung to be owned (house convention)
 * @param order      which link is treated first
 * @param entries    the rung for the worst grade
 */
public record PlacementRules(
        int version, Grade standsFrom, Grade ownedBelow, List<Treatment> order, List<EntryRung> entries, Costs costs) {

    /**
     * A link and the focus that treats it; earlier rules are treated first.
     *
     * @param criteria faults that lead here while nothing else is known
     * @param families faults that lead here once evidence supports the link
     */
    public record Treatment(Focus focus, Link link, List<String> criteria, List<Family> families, Label label) {}

    /** Which grade decides the rung. */
    public enum GradedBy {
        /** The worst grade among the findings that chose the focus. */
        EVIDENCE,
        /** The worst grade among all heading faults. */
        HEADING_FAULTS
    }

    /** The rung at which one enters, by grade. */
    public record EntryRung(Focus focus, Optional<Link> link, GradedBy gradedBy, Map<Grade, String> rungs) {
        public EntryRung {
            link = link == null ? Optional.empty() : link;
            for (Grade grade : Grade.values()) {
                if (!rungs.containsKey(grade)) {
                    throw new InvalidProtocol("The entry for " + focus + " by " + link + " has no rung for " + grade);
                }
            }
        }

        String rung(Grade grade) {
            return Objects.requireNonNull(rungs.get(grade));
        }
    }

    /**
     * Costs of a place that is not the proposed one (house convention).
     *
     * @param hardestAbove how many rungs too hard are still possible
     */
    public record Costs(
            Threshold secondFocus,
            Threshold otherFocus,
            Threshold rungTooEasy,
            Threshold rungTooHard,
            Threshold hardestAbove) {}

    /** The same, once every rung that it names stands on the ladder of its focus. */
    public PlacementRules checked(Ladders ladders) {
        for (EntryRung entry : entries) {
            Ladders.Ladder ladder = ladders.ladderOf(entry.focus())
                    .orElseThrow(() -> new InvalidProtocol("The focus " + entry.focus() + " has no ladder"));
            entry.rungs().values().forEach(rung -> {
                if (ladder.position(rung).isEmpty()) {
                    throw new InvalidProtocol("The rung " + rung + " of " + entry.focus() + " is not on its ladder");
                }
            });
        }
        return this;
    }

    EntryRung entry(Focus focus, Optional<Link> link) {
        return entries.stream()
                .filter(e -> e.focus() == focus && e.link().equals(link))
                .findFirst()
                .orElseThrow(() -> new InvalidProtocol("No entry for " + focus + " by " + link));
    }
}
