package rangordnung.core.record;

import java.util.Optional;
import java.util.UUID;
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
}
