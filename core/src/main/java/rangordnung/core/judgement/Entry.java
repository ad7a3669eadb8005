package rangordnung.core.judgement;

import java.util.Comparator;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.stream.Collectors;

/**
 * A fact in the book of facts of one athlete and screening.
 *
 * @param id         made by the device that saw it
 * @param sequence   order in the book
 * @param supersedes the entry that this one corrects or takes back
 */
public record Entry(UUID id, long sequence, Optional<UUID> supersedes, Fact fact) {

    public Entry {
        Objects.requireNonNull(id);
        Objects.requireNonNull(fact);
        supersedes = supersedes == null ? Optional.empty() : supersedes;
    }

    /** The entries that stand: none superseded, none taken back, in the order of the book. */
    public static List<Entry> standing(List<Entry> all) {
        Set<UUID> superseded = all.stream().flatMap(e -> e.supersedes().stream()).collect(Collectors.toSet());
        return all.stream()
                .filter(e -> !superseded.contains(e.id()) && !(e.fact() instanceof Fact.Withdrawn))
                .sorted(Comparator.comparingLong(Entry::sequence))
                .toList();
    }
}
