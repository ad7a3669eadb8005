package rangordnung.core.link;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import java.util.stream.Stream;
import rangordnung.core.body.Side;
import rangordnung.core.judgement.CriterionResult;
import rangordnung.core.judgement.Finding;
import rangordnung.core.judgement.ScreenResult;
import rangordnung.core.judgement.TestResult;
import rangordnung.core.protocol.Family;
import rangordnung.core.protocol.Grade;
import rangordnung.core.protocol.TestDefinition;

/** What a screen knows of the ankle from the wall test. */
public final class AnkleTest {

    /**
     * What was seen at the wall, of one side or of the shorter one.
     *
     * @param metres  distance; empty where only the mark was tried
     * @param touched whether the knee touched at the mark, where only that was tried
     */
    record Wall(Optional<Double> metres, boolean touched, Optional<UUID> trial, Side side) {}

    private AnkleTest() {}

    /** All tests with a trial under standard conditions, whether they count or only tell causes apart. */
    static List<TestResult> tried(ScreenResult screen) {
        List<TestResult> all = new ArrayList<>(screen.tests());
        screen.retests().stream()
                .filter(t -> t.trial().flatMap(TestResult.Trial::retest).isEmpty())
                .forEach(all::add);
        return all;
    }

    /** The wall test of the stiffer of some ankles. */
    static Optional<Wall> wall(ScreenResult screen, List<Side> sides) {
        return tried(screen).stream()
                .flatMap(test -> test.criteria().stream()
                        .filter(c -> c.criterion().family() == Family.ANKLE)
                        .flatMap(c -> sides.stream().flatMap(side -> wall(test, c, side).stream())))
                .min(Comparator.comparing(Wall::touched)
                        .thenComparing(w -> w.metres().orElse(Double.MAX_VALUE)));
    }

    /** Toe-to-wall distance of the stiffer of some ankles in metres, where it was measured. */
    public static Optional<Double> distance(ScreenResult screen, List<Side> sides) {
        return wall(screen, sides).flatMap(Wall::metres);
    }

    private static Optional<Wall> wall(TestResult test, CriterionResult result, Side side) {
        Optional<Double> metres =
                result.readings().get(side).flatMap(r -> r.value()).map(cm -> cm / 100);
        Optional<UUID> trial = test.trial().map(TestResult.Trial::id);
        return metres.map(m -> new Wall(Optional.of(m), false, trial, side)).or(() -> result.findings()
                .get(side)
                .graded()
                .map(g -> new Wall(Optional.empty(), touched(g), trial, side)));
    }

    private static boolean touched(Finding.Graded graded) {
        return graded.grade() == Grade.NONE;
    }

    /** A test of the ankle that a protocol has. */
    static Optional<String> testOf(Stream<TestDefinition> tests) {
        return tests.filter(t -> t.criteria().stream().anyMatch(c -> c.family() == Family.ANKLE))
                .map(TestDefinition::id)
                .findFirst();
    }
}
