package rangordnung.server.paper;

import java.util.List;
import java.util.Optional;
import rangordnung.core.ladder.Ladders;
import rangordnung.server.groups.Formations;
import rangordnung.server.groups.Groups;
import rangordnung.server.roster.Rosters;
import rangordnung.server.training.Blocks;

/**
 * Everything that the papers of a screening are made from. It stays in this package: a model takes out of it what its paper says.
 *
 * @param roster    the roster's name
 * @param members   of the roster, by name
 * @param formation groups that were saved
 * @param block     training that was saved
 */
record Occasion(
        String roster,
        List<Rosters.Member> members,
        Groups.GroupsView groups,
        Optional<Formations.FormationView> formation,
        Optional<Blocks.BlockView> block,
        Ladders ladders) {}
