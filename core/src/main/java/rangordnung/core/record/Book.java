package rangordnung.core.record;

import java.util.ArrayList;
import java.util.Collection;
import java.util.Comparator;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import rangordnung.core.Refusal;

/**
 * What was written about one athlete in one screening. Adding gives another book; this one stays as it is.
 *
 * <p>A correction replaces what it names; undoing one ({@link Fact.Withdrawn}) restores what it had replaced; removing one
 * ({@link Fact.Removed}) leaves nothing; and each of the three can be undone.
 */
public final class Book {

    public static final Book EMPTY = new Book(List.of());

    private final List<Entry> entries;
    private final List<Entry> standing;

    private Book(List<Entry> entries) {
        this.entries = entries;
        this.standing = standing(entries);
    }

    /** A book of entries in any order; their sequence decides. */
    public static Book of(Collection<Entry> entries) {
        return entries.isEmpty()
                ? EMPTY
                : new Book(entries.stream()
                        .sorted(Comparator.comparingLong(Entry::sequence))
                        .toList());
    }

    private static List<Entry> standing(List<Entry> entries) {
        Set<UUID> takenBack = new HashSet<>();
        for (int i = entries.size() - 1; i >= 0; i--) {
            Entry entry = entries.get(i);
            if (entry.fact() instanceof Fact.Withdrawn && !takenBack.contains(entry.id())) {
                entry.supersedes().ifPresent(takenBack::add);
            }
        }
        List<Entry> written = entries.stream()
                .filter(e -> !(e.fact() instanceof Fact.Withdrawn) && !takenBack.contains(e.id()))
                .toList();
        Set<UUID> corrected =
                written.stream().flatMap(e -> e.supersedes().stream()).collect(Collectors.toSet());
        return written.stream()
                .filter(e -> !(e.fact() instanceof Fact.Removed) && !corrected.contains(e.id()))
                .toList();
    }

    /** All entries, in the order of the book. */
    public List<Entry> entries() {
        return entries;
    }

    /** The entries that stand, in the order of the book: neither corrected nor taken back nor removed. */
    public List<Entry> standing() {
        return standing;
    }

    /** What stands of one kind, in the order of the book. */
    public <F extends Fact> Stream<F> facts(Class<F> kind) {
        return standing.stream().map(Entry::fact).filter(kind::isInstance).map(kind::cast);
    }

    /** What stands of one kind and was written last. */
    public <F extends Fact> Optional<F> last(Class<F> kind) {
        for (int i = standing.size() - 1; i >= 0; i--) {
            if (kind.isInstance(standing.get(i).fact())) {
                return Optional.of(kind.cast(standing.get(i).fact()));
            }
        }
        return Optional.empty();
    }

    /** The sequence of the last entry; 0 where nothing is written. */
    public long sequence() {
        return entries.isEmpty() ? 0 : entries.get(entries.size() - 1).sequence();
    }

    /**
     * With one fact more.
     *
     * @param rater who writes it, where that is known
     */
    public Book add(UUID id, Fact fact, Optional<UUID> rater) {
        return write(id, Optional.empty(), fact, rater);
    }

    /** With a fact in the place of another. */
    public Book replace(UUID id, UUID what, Fact fact, Optional<UUID> rater) {
        return write(id, Optional.of(written(what)), fact, rater);
    }

    /** With nothing in the place of a fact, nor of what that one had replaced. */
    public Book remove(UUID id, UUID what, Optional<UUID> rater) {
        return write(id, Optional.of(written(what)), new Fact.Removed(), rater);
    }

    /** As if an entry had never been written: what it had replaced or removed stands again. */
    public Book undo(UUID id, UUID what, Optional<UUID> rater) {
        return write(id, Optional.of(written(what)), new Fact.Withdrawn(), rater);
    }

    private UUID written(UUID what) {
        if (entries.stream().noneMatch(e -> e.id().equals(what))) {
            throw Refusal.contradiction("Nothing in this book has the id " + what + ".");
        }
        return what;
    }

    private Book write(UUID id, Optional<UUID> supersedes, Fact fact, Optional<UUID> rater) {
        List<Entry> all = new ArrayList<>(entries);
        all.add(new Entry(id, sequence() + 1, supersedes, fact, rater));
        return new Book(List.copyOf(all));
    }

    @Override
    public boolean equals(Object other) {
        return other instanceof Book book && entries.equals(book.entries);
    }

    @Override
    public int hashCode() {
        return entries.hashCode();
    }

    @Override
    public String toString() {
        return "Book of " + entries.size() + " entries, " + standing.size() + " of which stand";
    }
}
