package rangordnung.core.judgement;

import java.util.Comparator;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.stream.Collectors;
import rangordnung.core.Refusal;

/**
 * A fact in the book of facts of one athlete and screening.
 *
 * @param id         made by the device that saw it
 * @param sequence   order in the book
 * @param supersedes the entry that this one corrects or takes back
 * @param rater      who wrote it, where that is known
 */
public record Entry(UUID id, long sequence, Optional<UUID> supersedes, Fact fact, Optional<UUID> rater) {

    public Entry {
        Refusal.present(id, "id");
        Refusal.present(supersedes, "supersedes");
        Refusal.present(fact, "fact");
        Refusal.present(rater, "rater");
    }

    /**
     * The entries that stand, in the order of the book: neither corrected nor taken back nor removed. A correction
     * replaces what it names; undoing one ({@link Fact.Withdrawn}) restores what it had replaced; removing one
     * ({@link Fact.Removed}) leaves nothing; and each of the three can be undone.
     */
    public static List<Entry> standing(List<Entry> all) {
        List<Entry> book = all.stream().sorted(Comparator.comparingLong(Entry::sequence)).toList();
        Set<UUID> takenBack = new HashSet<>();
        for (int i = book.size() - 1; i >= 0; i--) {
            Entry entry = book.get(i);
            if (entry.fact() instanceof Fact.Withdrawn && !takenBack.contains(entry.id())) {
                entry.supersedes().ifPresent(takenBack::add);
            }
        }
        List<Entry> written = book.stream().filter(e -> !(e.fact() instanceof Fact.Withdrawn) && !takenBack.contains(e.id())).toList();
        Set<UUID> corrected = written.stream().flatMap(e -> e.supersedes().stream()).collect(Collectors.toSet());
        return written.stream().filter(e -> !(e.fact() instanceof Fact.Removed) && !corrected.contains(e.id())).toList();
    }
}
