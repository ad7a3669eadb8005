package rangordnung.server.demo;

import java.nio.charset.StandardCharsets;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import org.jspecify.annotations.Nullable;
import rangordnung.core.body.Side;
import rangordnung.core.protocol.Conditions;
import rangordnung.core.protocol.Grade;
import rangordnung.core.protocol.Phase;
import rangordnung.core.protocol.Protocol;
import rangordnung.core.protocol.Retest;
import rangordnung.core.protocol.View;
import rangordnung.core.record.Attendance;
import rangordnung.core.record.Fact;
import rangordnung.core.safety.PainReport;
import rangordnung.server.screening.Facts;

/**
 * The facts of one invented athlete, from words such as {@code knee-line L SLIGHT inward}, {@code front},
 * {@code side}, {@code pain 5}, {@code absent}; {@code test split-squat} goes on to another test,
 * {@code retest heels-up} repeats the last one with one thing changed, {@code wall L wall-distance=9.5} measures. Ids follow from the words, so that the same facts come twice.
 */
final class InventedTrial {

    private final UUID athlete;
    private final String key;
    private final Protocol protocol;
    private UUID trial;
    private @Nullable UUID baseline;
    private String test;
    /** The last trial that was no retest, and its test. */
    private UUID plain;

    private String plainTest;
    private Optional<Retest> retest = Optional.empty();
    private final List<Facts.FactSent> facts = new ArrayList<>();
    private Instant at;
    private int words;

    private InventedTrial(Protocol protocol, UUID athlete, String key, Instant start) {
        this.protocol = protocol;
        this.test = protocol.tests().get(0).id();
        this.athlete = athlete;
        this.key = key;
        this.at = start;
        this.trial = id("trial");
        this.plain = trial;
        this.plainTest = test;
    }

    static List<Facts.FactSent> facts(Protocol protocol, UUID athlete, String key, Instant start, List<String> words) {
        InventedTrial trial = new InventedTrial(protocol, athlete, key, start);
        words.forEach(trial::add);
        return trial.facts;
    }

    private UUID id(String what) {
        return UUID.nameUUIDFromBytes((key + "/" + what).getBytes(StandardCharsets.UTF_8));
    }

    private void add(String words) {
        String[] word = words.split(" ");
        switch (word[0]) {
            case "present", "absent", "excused", "unwell" ->
                send(new Fact.Attended(Attendance.valueOf(word[0].toUpperCase(Locale.ROOT))), Optional.empty());
            case "front", "side", "back" ->
                inTrial(new Fact.ViewClosed(
                        trial, View.valueOf(word[0].toUpperCase(Locale.ROOT)), 5, Optional.empty()));
            case "test" -> begin(word[1], Optional.empty());
            case "retest" -> begin(test, protocol.retest(word[1]));
            case "asked" ->
                send(
                        new Fact.Asked(
                                word.length > 1 ? Set.of(Fact.Background.valueOf(word[1])) : Set.of(),
                                word.length > 2
                                        ? Optional.of(
                                                new Fact.Injury(PainReport.Region.valueOf(word[2]), side(word[3])))
                                        : Optional.empty(),
                                true,
                                true,
                                false),
                        Optional.empty());
            case "cued" -> inTrial(new Fact.TrialFlagged(trial, Fact.Flag.CUED, Optional.of("knees out")));
            case "rehearsed" -> inTrial(new Fact.TrialFlagged(trial, Fact.Flag.REHEARSED, Optional.empty()));
            case "unclear" -> inTrial(new Fact.CouldNotTell(trial, word[1], side(word[2])));
            case "pain" ->
                inTrial(new Fact.PainReported(
                        Optional.of(trial),
                        new PainReport(
                                PainReport.Region.valueOf(word[2]),
                                side(word[3]),
                                Integer.parseInt(word[1]),
                                word.length > 4 ? Set.of(PainReport.Sign.valueOf(word[4])) : Set.of())));
            case "undo" ->
                send(
                        new Fact.Withdrawn(),
                        Optional.of(facts.get(facts.size() - 1).id()));
            default -> inTrial(word[2].contains("=") ? measured(word) : marked(word));
        }
    }

    /** What stands behind the grade may be a phase, the worst repetition or a variant, in any order. */
    private Fact marked(String[] word) {
        List<String> more = List.of(word).subList(3, word.length);
        return new Fact.Marked(
                trial,
                word[0],
                side(word[1]),
                Grade.valueOf(word[2]),
                more.stream().filter(w -> w.equals(w.toLowerCase(Locale.ROOT))).findFirst(),
                named(Grade.class, more),
                named(Phase.class, more));
    }

    private static <E extends Enum<E>> Optional<E> named(Class<E> kind, List<String> words) {
        return Arrays.stream(kind.getEnumConstants())
                .filter(value -> words.contains(value.name()))
                .findFirst();
    }

    private void begin(String next, Optional<Retest> as) {
        if (retest.isEmpty()) {
            plain = trial;
            plainTest = test;
        }
        test = as.flatMap(Retest::otherTest).orElse(as.isPresent() ? plainTest : next);
        retest = as;
        baseline = as.isPresent() ? plain : null;
        trial = id("trial " + words++);
    }

    /** Of one part several values are several attempts. */
    private Fact measured(String[] word) {
        String[] value = word[2].split("=");
        int attempt = (int) facts.stream()
                        .filter(f -> f.fact() instanceof Fact.Measured m
                                && m.trial().equals(trial)
                                && m.measure().equals(value[0])
                                && m.side().equals(side(word[1])))
                        .count()
                + 1;
        return new Fact.Measured(
                trial,
                word[0],
                side(word[1]),
                value[0],
                attempt,
                Double.parseDouble(value[1]),
                1,
                word.length > 3 ? Optional.of(word[3]) : Optional.empty(),
                Optional.empty());
    }

    private Conditions conditions() {
        Conditions standard = protocol.test(test).orElseThrow().standard();
        return retest.flatMap(Retest::aid)
                .map(kind -> standard.withAids(
                        List.of(kind.raisesHeel() ? Conditions.Aid.of(kind, 2) : Conditions.Aid.of(kind))))
                .orElse(standard);
    }

    private static Optional<Side> side(String letter) {
        return switch (letter) {
            case "L" -> Optional.of(Side.LEFT);
            case "R" -> Optional.of(Side.RIGHT);
            default -> Optional.empty();
        };
    }

    private void inTrial(Fact fact) {
        if (facts.stream()
                .noneMatch(f -> f.fact() instanceof Fact.TrialOpened opened
                        && opened.trial().equals(trial))) {
            send(
                    new Fact.TrialOpened(
                            trial,
                            test,
                            conditions(),
                            retest.map(r -> new Fact.RetestOf(r.id(), Objects.requireNonNull(baseline)))),
                    Optional.empty());
        }
        send(fact, Optional.empty());
    }

    private void send(Fact fact, Optional<UUID> supersedes) {
        at = at.plusSeconds(6);
        facts.add(new Facts.FactSent(id("fact " + facts.size()), athlete, at, supersedes, fact));
    }
}
