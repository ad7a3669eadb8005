package rangordnung.server.paper;

import java.util.Collection;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import java.util.stream.Collectors;
import rangordnung.server.roster.Rosters;

/** Names for a wall: given name and as little of the family name as tells everybody apart. */
final class ShortNames {

    private ShortNames() {}

    static Map<UUID, String> of(Collection<Rosters.Member> members) {
        Map<UUID, String> names = new HashMap<>();
        List<Rosters.Member> left = List.copyOf(members);
        for (int letters = 1; !left.isEmpty(); letters++) {
            int of = letters;
            Map<String, List<Rosters.Member>> alike =
                    left.stream().collect(Collectors.groupingBy(m -> shortened(m, of)));
            left = alike.values().stream()
                    .filter(same -> same.size() > 1 && same.stream().anyMatch(m -> length(m) > of))
                    .flatMap(List::stream)
                    .toList();
            List<Rosters.Member> goOn = left;
            alike.forEach(
                    (name, same) -> same.stream().filter(m -> !goOn.contains(m)).forEach(m -> names.put(m.id(), name)));
        }
        return names;
    }

    private static int length(Rosters.Member member) {
        return member.familyName().codePointCount(0, member.familyName().length());
    }

    private static String shortened(Rosters.Member member, int letters) {
        String family = member.familyName();
        if (family.isEmpty()) {
            return member.givenName();
        }
        return letters >= length(member)
                ? member.givenName() + " " + family
                : member.givenName() + " " + family.substring(0, family.offsetByCodePoints(0, letters)) + ".";
    }
}
