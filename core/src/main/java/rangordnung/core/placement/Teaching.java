package rangordnung.core.placement;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Stream;
import rangordnung.core.ladder.Exercise;
import rangordnung.core.ladder.Ladders;
import rangordnung.core.protocol.TestDefinition;
import rangordnung.core.protocol.Text;
import rangordnung.core.record.Book;
import rangordnung.core.record.Fact;

/** Which cues an athlete is taught with, one after the other, from where the athlete was placed. */
public final class Teaching {

    /** The main cue of an exercise; from 1 on its alternatives. */
    private static final int MAIN = 0;

    /**
     * A cue.
     *
     * @param which  0 is the main one of the exercise, from 1 on one that takes its place
     * @param before what it did when it was last tried; empty where it never was
     */
    public record Cue(String exercise, int which, Text words, Optional<Fact.CueTried.Effect> before) {}

    private final TeachingRules rules;
    private final Ladders ladders;

    public Teaching(TeachingRules rules, Ladders ladders) {
        this.rules = rules;
        this.ladders = ladders;
    }

    /**
     * The cues for a pattern: that of the lasting exercise first, then those of the rungs. What made it worse gives way to an
     * alternative or goes; no two contradict each other; what helped before comes first.
     */
    public List<Cue> cues(Proposal.Placed placed, TestDefinition.Pattern pattern, Book book) {
        return cues(
                Stream.concat(
                                placed.lasting().map(Proposal.Work::exercise).stream(),
                                placed.rungs().stream().map(Proposal.Stand::rung))
                        .filter(id -> ladders.exercise(id)
                                .filter(e -> e.pattern() == pattern)
                                .isPresent())
                        .toList(),
                book);
    }

    /** The cues for some exercises, the first of them first, in the same way. */
    public List<Cue> cues(List<String> exercises, Book book) {
        Map<String, Fact.CueTried.Effect> tried = effects(book);
        List<Cue> cues = new ArrayList<>();
        exercises.stream()
                .distinct()
                .flatMap(id -> ladders.exercise(id).stream())
                .flatMap(e -> cue(e, tried).stream())
                .filter(cue -> cues.stream().noneMatch(other -> clash(cue, other)))
                .forEach(cues::add);
        cues.sort(Comparator.comparing(
                c -> c.before().filter(e -> e == Fact.CueTried.Effect.BETTER).isEmpty()));
        return cues;
    }

    /** What was tried with an athlete and what it did, the first that was tried first. */
    public List<Cue> tried(Book book) {
        return book.facts(Fact.CueTried.class)
                .flatMap(t -> ladders.exercise(t.exercise()).stream()
                        .flatMap(e -> words(e, t.which()).stream())
                        .map(w -> new Cue(t.exercise(), t.which(), w, Optional.of(t.effect()))))
                .toList();
    }

    private boolean clash(Cue cue, Cue other) {
        return cue.words().equals(other.words())
                || rules.contradictions().stream().anyMatch(c -> c.of(cue.exercise(), other.exercise()));
    }

    /** The first cue of an exercise that has not made it worse. */
    private static Optional<Cue> cue(Exercise exercise, Map<String, Fact.CueTried.Effect> tried) {
        for (int which = MAIN; which <= exercise.alternatives().size(); which++) {
            Optional<Fact.CueTried.Effect> before = Optional.ofNullable(tried.get(key(exercise.id(), which)));
            if (before.filter(e -> e == Fact.CueTried.Effect.WORSE).isEmpty()) {
                return Optional.of(
                        new Cue(exercise.id(), which, words(exercise, which).orElseThrow(), before));
            }
        }
        return Optional.empty();
    }

    private static Optional<Text> words(Exercise exercise, int which) {
        if (which == MAIN) {
            return Optional.of(exercise.cue());
        }
        return which <= exercise.alternatives().size()
                ? Optional.of(exercise.alternatives().get(which - 1))
                : Optional.empty();
    }

    private static Map<String, Fact.CueTried.Effect> effects(Book book) {
        Map<String, Fact.CueTried.Effect> tried = new HashMap<>();
        book.facts(Fact.CueTried.class).forEach(t -> tried.put(key(t.exercise(), t.which()), t.effect()));
        return tried;
    }

    private static String key(String exercise, int which) {
        return exercise + ' ' + which;
    }
}
