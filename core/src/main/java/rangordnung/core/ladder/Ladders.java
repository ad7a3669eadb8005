package rangordnung.core.ladder;

import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import rangordnung.core.protocol.InvalidProtocol;
import rangordnung.core.protocol.Text;

/** All ladders and focuses under one version. */
public record Ladders(int version, List<Ladder> ladders, List<FocusDefinition> focuses) {

    /** Exercises from easy to hard. */
    public record Ladder(String id, Text name, List<Exercise> rungs) {

        public Ladder {
            Set<String> ids = new HashSet<>();
            for (Exercise rung : rungs) {
                if (!ids.add(rung.id())) {
                    throw new InvalidProtocol("The rung " + rung.id() + " stands twice on " + id);
                }
            }
            rungs = List.copyOf(rungs);
        }

        /** Position from 0, the easiest. */
        public Optional<Integer> position(String rung) {
            for (int i = 0; i < rungs.size(); i++) {
                if (rungs.get(i).id().equals(rung)) {
                    return Optional.of(i);
                }
            }
            return Optional.empty();
        }
    }

    /**
     * What a focus is called and for, and where it is trained.
     *
     * @param ladder the ladder on which the focus is trained; empty where nothing is trained in a group
     */
    public record FocusDefinition(Focus focus, Text name, Text aim, Optional<String> ladder) {
        public FocusDefinition {
            ladder = ladder == null ? Optional.empty() : ladder;
        }
    }

    public Optional<Ladder> ladder(String id) {
        return ladders.stream().filter(l -> l.id().equals(id)).findFirst();
    }

    /** The ladder on which a focus is trained. */
    public Optional<Ladder> ladderOf(Focus focus) {
        return focuses.stream()
                .filter(f -> f.focus() == focus)
                .findFirst()
                .flatMap(FocusDefinition::ladder)
                .flatMap(this::ladder);
    }
}
