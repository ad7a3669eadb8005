package rangordnung.server.paper;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import rangordnung.core.ladder.Focus;
import rangordnung.server.groups.Formations;
import rangordnung.server.groups.Groups;
import rangordnung.server.roster.Rosters;

/**
 * What hangs on the wall: names and groups. A group has a number and a place and not the name of what it works on, since that
 * would tell what was found of its members; whoever is held back stands with those who were not there.
 *
 * @param rows groups, two beside each other
 * @param ask  who is in no group, for whatever reason
 */
record WallList(String roster, String day, List<Row> rows, boolean anybodyAsks, List<String> ask) {

    /** @param right one or none */
    record Row(Group left, List<Group> right) {}

    /** @param where place and leader, as far as they were chosen */
    record Group(String name, String where, List<String> names) {}

    static WallList of(Occasion occasion, Catalogue words) {
        Map<UUID, String> names = ShortNames.of(occasion.members());
        Set<UUID> train = occasion.groups()
                .placed()
                .filter(m -> m.place().filter(p -> p.focus() != Focus.PROTECT).isPresent())
                .map(Groups.Member::athlete)
                .collect(Collectors.toSet());
        List<Chosen> chosen =
                occasion.formation().map(f -> formed(f, train)).orElseGet(() -> proposed(occasion.groups()));
        List<Group> groups = IntStream.range(0, chosen.size())
                .filter(i -> !chosen.get(i).members().isEmpty())
                .mapToObj(i -> new Group(
                        words.say("paper_group", "number", i + 1),
                        chosen.get(i).where(),
                        sorted(chosen.get(i).members().stream(), names, words)))
                .toList();
        Set<UUID> grouped = chosen.stream().flatMap(c -> c.members().stream()).collect(Collectors.toSet());
        List<String> ask = sorted(
                occasion.members().stream().map(Rosters.Member::id).filter(id -> !grouped.contains(id)), names, words);
        return new WallList(
                occasion.roster(),
                words.day(occasion.groups().screening().heldOn()),
                IntStream.range(0, (groups.size() + 1) / 2)
                        .mapToObj(i -> new Row(
                                groups.get(2 * i),
                                groups.stream().skip(2L * i + 1).limit(1).toList()))
                        .toList(),
                !ask.isEmpty(),
                ask);
    }

    /** A group before it is written: a number may stay empty, so that all others keep theirs. */
    private record Chosen(String where, List<UUID> members) {}

    private static List<Chosen> formed(Formations.FormationView formation, Set<UUID> train) {
        return formation.groups().stream()
                .map(g -> new Chosen(
                        Stream.concat(g.place().stream(), g.supervisor().stream())
                                .collect(Collectors.joining(" · ")),
                        g.members().stream()
                                .map(Formations.Seat::athlete)
                                .filter(train::contains)
                                .toList()))
                .toList();
    }

    private static List<Chosen> proposed(Groups.GroupsView view) {
        return view.groups().stream()
                .filter(g -> g.focus() != Focus.PROTECT && !g.members().isEmpty())
                .map(g -> new Chosen(
                        "", g.members().stream().map(Groups.Member::athlete).toList()))
                .toList();
    }

    private static List<String> sorted(Stream<UUID> athletes, Map<UUID, String> names, Catalogue words) {
        return athletes.flatMap(a -> Optional.ofNullable(names.get(a)).stream())
                .sorted(words.order())
                .toList();
    }
}
