package rangordnung.server.paper;

import java.time.LocalDate;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import rangordnung.server.roster.Rosters;

/** Forms on which guardians and athletes say what is allowed: filming, touch, keeping landmarks. Nothing is ticked beforehand. */
record Consents(String roster, List<Form> forms) {

    /** @param minor or not known to be of age: a guardian signs as well */
    record Form(String name, boolean minor) {}

    static List<Consents> of(
            String roster, List<Rosters.Member> members, LocalDate on, Catalogue words, Optional<UUID> only) {
        return Chunks.of(
                members.stream()
                        .filter(m -> only.map(m.id()::equals).orElse(true))
                        .sorted((a, b) ->
                                words.order().compare(a.name().full(), b.name().full()))
                        .map(m -> new Form(m.name().full(), !Cards.ofAge(m, on)))
                        .toList(),
                forms -> new Consents(roster, forms));
    }
}
