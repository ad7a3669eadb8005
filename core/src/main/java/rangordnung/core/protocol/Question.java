package rangordnung.core.protocol;

import java.util.List;
import java.util.Optional;
import rangordnung.core.Refusal;

/**
 * Where good practitioners disagree, and the views that they hold.
 *
 * @param id    the policy, for example {@code turnOut}
 * @param views the first is the usual one
 */
public record Question(String id, Text name, List<Policy> views) {

    private static final Text OPEN = new Text("Not settled in this version.", "In dieser Fassung nicht festgelegt.");

    public Question {
        Refusal.present(id, "id");
        Refusal.present(name, "name");
        if (views == null || views.isEmpty()) {
            throw new InvalidProtocol("The question " + id + " needs at least one view");
        }
        views = List.copyOf(views);
    }

    Optional<Policy> view(String value) {
        return views.stream().filter(v -> v.value().equals(value)).findFirst();
    }

    Policy usual() {
        return views.get(0);
    }

    /** The usual view, for a version that is older than the question. */
    Policy open() {
        Policy usual = usual();
        return new Policy(
                usual.value(),
                usual.name(),
                OPEN,
                Optional.empty(),
                Optional.empty(),
                usual.setUp(),
                usual.words(),
                usual.retest(),
                usual.hides());
    }
}
