package rangordnung.core.ladder;

import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Stream;
import rangordnung.core.protocol.InvalidProtocol;
import rangordnung.core.protocol.Text;
import rangordnung.core.protocol.Threshold;

/**
 * All exercises, ladders, focuses and aids under one version.
 *
 * @param items      what exercises and aids need
 * @param tolerances of sized kit; what has none can be set to any size
 */
public record Ladders(
        int version,
        List<Item> items,
        List<Exercise> exercises,
        List<Ladder> ladders,
        List<FocusDefinition> focuses,
        List<Aid> aids,
        List<Tolerance> tolerances) {

    public Ladders {
        Set<String> known = new HashSet<>();
        items.forEach(i -> known.add(i.id()));
        Stream.concat(
                        exercises.stream().flatMap(e -> e.kit().stream()).map(Exercise.Kit::item),
                        aids.stream().flatMap(a -> a.kit().stream()))
                .filter(item -> !known.contains(item))
                .findFirst()
                .ifPresent(item -> {
                    throw new InvalidProtocol("There is no piece of kit " + item);
                });
        Map<String, Exercise> byId = new HashMap<>();
        for (Exercise exercise : exercises) {
            if (byId.put(exercise.id(), exercise) != null) {
                throw new InvalidProtocol("The exercise " + exercise.id() + " stands twice");
            }
        }
        for (Ladder ladder : ladders) {
            for (String rung : ladder.rungs()) {
                if (!byId.containsKey(rung)) {
                    throw new InvalidProtocol("The rung " + rung + " of " + ladder.id() + " is no exercise");
                }
            }
        }
    }

    /**
     * A piece of kit.
     *
     * @param sharedBy how many athletes take turns at one; empty for what every hall has enough of
     */
    public record Item(String id, Text name, Optional<Threshold> sharedBy) {
        public Item {
            sharedBy = sharedBy == null ? Optional.empty() : sharedBy;
        }
    }

    /** How far a piece may be from the size that follows for an athlete, in centimetres. */
    public record Tolerance(Exercise.SizedBy by, Threshold below, Threshold above) {}

    /** Exercises by id, from easy to hard. */
    public record Ladder(String id, Text name, List<String> rungs) {

        public Ladder {
            Set<String> ids = new HashSet<>();
            for (String rung : rungs) {
                if (!ids.add(rung)) {
                    throw new InvalidProtocol("The rung " + rung + " stands twice on " + id);
                }
            }
            rungs = List.copyOf(rungs);
        }

        /** Position from 0, the easiest. */
        public Optional<Integer> position(String rung) {
            int at = rungs.indexOf(rung);
            return at < 0 ? Optional.empty() : Optional.of(at);
        }

        /** The rung above one, itself where it is the top. */
        public String above(String rung) {
            return rungs.get(Math.min(rungs.indexOf(rung) + 1, rungs.size() - 1));
        }

        /** The easier of two rungs. */
        public String easier(String one, String other) {
            return rungs.indexOf(one) <= rungs.indexOf(other) ? one : other;
        }
    }

    /**
     * What a focus is called and for, and where it is trained.
     *
     * @param ladder the ladder on which the focus is trained; empty where nothing is trained in a group
     * @param own    criteria that have to be seen right before the focus is left
     */
    public record FocusDefinition(Focus focus, Text name, Text aim, Optional<String> ladder, List<String> own) {
        public FocusDefinition {
            ladder = ladder == null ? Optional.empty() : ladder;
            own = own == null ? List.of() : List.copyOf(own);
        }
    }

    public Optional<Item> item(String id) {
        return items.stream().filter(i -> i.id().equals(id)).findFirst();
    }

    /** How far kit may be from its size; empty where it can be set. */
    public Optional<Tolerance> tolerance(Exercise.SizedBy by) {
        return tolerances.stream().filter(t -> t.by() == by).findFirst();
    }

    public Optional<Ladder> ladder(String id) {
        return ladders.stream().filter(l -> l.id().equals(id)).findFirst();
    }

    /** A ladder that the rules name; they were checked when they were read. */
    public Ladder required(String id) {
        return ladder(id).orElseThrow(() -> new InvalidProtocol("There is no ladder " + id));
    }

    public Optional<Exercise> exercise(String id) {
        return exercises.stream().filter(e -> e.id().equals(id)).findFirst();
    }

    public Optional<Aid> aid(String id) {
        return aids.stream().filter(a -> a.id().equals(id)).findFirst();
    }

    public Optional<FocusDefinition> definition(Focus focus) {
        return focuses.stream().filter(f -> f.focus() == focus).findFirst();
    }

    /** The ladder on which a focus is trained. */
    public Optional<Ladder> ladderOf(Focus focus) {
        return definition(focus).flatMap(FocusDefinition::ladder).flatMap(this::ladder);
    }
}
