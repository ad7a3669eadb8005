package rangordnung.server.screening;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import rangordnung.core.protocol.TestDefinition;

/**
 * Who is asked to do what in a screening.
 *
 * @param tests by athlete; empty where the screening is a whole one, which asks everybody for everything
 */
public record Asked(Optional<Map<UUID, Set<String>>> tests) {

    static final Asked EVERYTHING = new Asked(Optional.empty());

    /** Of some tests those that an athlete is asked to do. */
    public List<TestDefinition> of(UUID athlete, List<TestDefinition> from) {
        return tests.map(asked -> from.stream()
                        .filter(t -> asked.getOrDefault(athlete, Set.of()).contains(t.id()))
                        .toList())
                .orElse(from);
    }

    /** Whether anybody is asked by name to do a test. */
    boolean named(String test) {
        return tests.filter(asked -> asked.values().stream().anyMatch(of -> of.contains(test)))
                .isPresent();
    }

    /** Whether an athlete is asked to do anything. */
    public boolean anything(UUID athlete) {
        return tests.map(asked -> asked.containsKey(athlete)).orElse(true);
    }
}
