package rangordnung.server.paper;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import java.util.UUID;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import rangordnung.core.ladder.Focus;
import rangordnung.server.groups.Formations;
import rangordnung.server.groups.Groups;

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
        List<Group> groups = occasion.formation()
                .map(f -> formed(f, train, names, words))
                .orElseGet(() -> proposed(occasion.groups(), names, words));
        Set<String> grouped = groups.stream().flatMap(g -> g.names().stream()).collect(Collectors.toSet());
        List<String> ask = occasion.members().stream()
                .map(m -> Objects.requireNonNull(names.get(m.id())))
                .filter(n -> !grouped.contains(n))
                .sorted(words.order())
                .toList();
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

    private static List<Group> formed(
            Formations.FormationView formation, Set<UUID> train, Map<UUID, String> names, Catalogue words) {
        List<Group> groups = new ArrayList<>();
        for (Formations.FormedGroup group : formation.groups()) {
            groups.add(group(
                    groups.size(),
                    Stream.concat(group.place().stream(), group.supervisor().stream())
                            .collect(Collectors.joining(" · ")),
                    group.members().stream().map(Formations.Seat::athlete).filter(train::contains),
                    names,
                    words));
        }
        return groups.stream().filter(g -> !g.names().isEmpty()).toList();
    }

    private static List<Group> proposed(Groups.GroupsView view, Map<UUID, String> names, Catalogue words) {
        List<Group> groups = new ArrayList<>();
        for (Groups.Group group : view.groups()) {
            if (group.focus() != Focus.PROTECT && !group.members().isEmpty()) {
                groups.add(
                        group(groups.size(), "", group.members().stream().map(Groups.Member::athlete), names, words));
            }
        }
        return groups;
    }

    private static Group group(
            int before, String where, Stream<UUID> members, Map<UUID, String> names, Catalogue words) {
        return new Group(
                words.say("paper_group", "number", before + 1),
                where,
                members.map(names::get)
                        .filter(Objects::nonNull)
                        .sorted(words.order())
                        .toList());
    }
}
