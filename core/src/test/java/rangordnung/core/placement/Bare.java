package rangordnung.core.placement;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import rangordnung.core.StandardFloor;
import rangordnung.core.ladder.Exercise;
import rangordnung.core.ladder.Focus;

/** Proposals of which nothing matters but where they lead. */
public final class Bare {

    private Bare() {}

    public static Proposal.Place place(Focus focus, int rung) {
        return new Proposal.Place(
                focus, StandardFloor.LADDERS.ladderOf(focus).map(l -> l.rungs().get(rung)));
    }

    /** Proposed for one place, with another as the second choice and so much chance of its focus. */
    public static Proposal.Placed placed(Proposal.Place first, Proposal.Place second, double chance) {
        return placed(first, second, chance, Bounds.NONE, Map.of());
    }

    public static Proposal.Placed placed(
            Proposal.Place first,
            Proposal.Place second,
            double chance,
            Bounds bounds,
            Map<Exercise.SizedBy, Proposal.Size> sizes) {
        return new Proposal.Placed(
                first.focus(),
                first.rung(),
                Optional.empty(),
                true,
                Optional.empty(),
                Optional.empty(),
                List.of(),
                List.of(),
                Optional.empty(),
                Optional.empty(),
                List.of(),
                List.of(),
                Optional.of(second),
                List.of(
                        new Proposal.FocusChance(first.focus(), 1 - chance),
                        new Proposal.FocusChance(second.focus(), chance)),
                List.of(),
                false,
                bounds,
                sizes);
    }

    static Assignment.Candidate candidate(int id, Proposal.Placed proposal) {
        return new Assignment.Candidate(
                new UUID(0, id), proposal, Optional.empty(), Optional.empty(), Optional.empty());
    }
}
