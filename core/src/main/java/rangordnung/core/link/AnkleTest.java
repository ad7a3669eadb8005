package rangordnung.core.link;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import java.util.stream.Stream;
import rangordnung.core.body.Side;
import rangordnung.core.judgement.CriterionResult;
import rangordnung.core.judgement.ScreenResult;
import rangordnung.core.judgement.TestResult;
import rangordnung.core.protocol.Family;
import rangordnung.core.protocol.Grade;
import rangordnung.core.protocol.Threshold;

/** What a screen knows of the ankle from the wall test. */
final class AnkleTest {

    /** What was seen at the wall, of one side or of the worse one. */
    record Wall(boolean limited, Optional<UUID> trial, Optional<Side> side) {}

    private AnkleTest() {}

    /** All tests with a trial under standard conditions, whether they count or only tell causes apart. */
    static List<TestResult> tried(ScreenResult screen) {
        List<TestResult> all = new ArrayList<>(screen.tests());
        screen.retests().stream()
                .filter(t -> t.trial().flatMap(TestResult.Trial::retest).isEmpty())
                .forEach(all::add);
        return all;
    }

    private record Read(TestResult test, CriterionResult result) {}

    private static Stream<Read> reads(ScreenResult screen) {
        return tried(screen).stream().flatMap(test -> test.criteria().stream()
                .filter(c -> c.criterion().family() == Family.ANKLE)
                .map(c -> new Read(test, c)));
    }

    /** @param limitedFrom the grade from which an ankle is limited */
    static Optional<Wall> wall(ScreenResult screen, Fault fault, Grade limitedFrom) {
        return reads(screen)
                .flatMap(read -> {
                    List<Side> graded = fault.sides().stream()
                            .filter(s ->
                                    read.result().findings().get(s).graded().isPresent())
                            .toList();
                    Optional<Side> limited = graded.stream()
                            .filter(s -> read.result()
                                    .findings()
                                    .get(s)
                                    .graded()
                                    .filter(g -> g.grade().atLeast(limitedFrom))
                                    .isPresent())
                            .findFirst();
                    return graded.isEmpty()
                            ? Stream.empty()
                            : Stream.of(new Wall(
                                    limited.isPresent(),
                                    read.test().trial().map(TestResult.Trial::id),
                                    limited.or(fault::side)));
                })
                .findFirst();
    }

    /** Angle of the stiffer ankle, or of a side's, from the wall test by the factor that its gauge converts with. */
    static Optional<Double> angle(ScreenResult screen, Fault fault) {
        return reads(screen)
                .flatMap(read -> {
                    Optional<Double> factor = read.result().criterion().gauge().stream()
                            .flatMap(g -> g.figures().stream())
                            .flatMap(f -> f.factor().stream())
                            .map(Threshold::value)
                            .findFirst();
                    Optional<Double> distance = fault.sides().stream()
                            .flatMap(s -> read.result().readings().get(s).stream())
                            .flatMap(r -> r.value().stream())
                            .min(Comparator.naturalOrder());
                    return distance.flatMap(d -> factor.map(f -> d * f)).stream();
                })
                .findFirst();
    }
}
