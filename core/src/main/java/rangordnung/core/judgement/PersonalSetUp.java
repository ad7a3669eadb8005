package rangordnung.core.judgement;

import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;
import rangordnung.core.body.Side;
import rangordnung.core.body.Sided;
import rangordnung.core.body.TrainingStance;
import rangordnung.core.protocol.Gauge;
import rangordnung.core.record.Fact;

/**
 * What the personal set-up tests have shown. They decide targets and are never graded; the personal training stance
 * is one thing and the standard test stance another.
 *
 * @param tests           what was tried, with its readings
 * @param chosen          the stance that somebody has chosen for training; it comes before what the tests have found
 * @param stanceCentimetres distance of the heels, chosen or found
 * @param turnOut         degrees outward of each foot, chosen or found
 * @param hipDirections   per side the directions with the most room, as named by the grid; empty where not tried
 * @param hipRoomEnds     whether knee to armpit stops just past a right angle, per side
 * @param depthCeiling    degrees of the thigh above parallel at which the tail tucks; below parallel is negative
 */
public record PersonalSetUp(
        List<Tried> tests,
        Optional<Fact.StanceChosen> chosen,
        Optional<Double> stanceCentimetres,
        Sided<Optional<Double>> turnOut,
        Sided<List<String>> hipDirections,
        Sided<Optional<Boolean>> hipRoomEnds,
        Optional<Double> depthCeiling) {

    /** A criterion of a set-up test with what was read. */
    public record Tried(
            String test, String criterion, Optional<Gauge.Finds> finds, Sided<Optional<Reading>> readings) {}

    /** Nothing was tried or chosen, as with most. */
    private static final PersonalSetUp NOTHING = of(Optional.empty(), List.of());

    static PersonalSetUp of(List<TestResult> results, Optional<Fact.StanceChosen> chosen) {
        if (results.isEmpty() && chosen.isEmpty()) {
            return NOTHING;
        }
        return of(
                chosen,
                results.stream()
                        .flatMap(r -> r.criteria().stream()
                                .filter(c -> c.readings().left().isPresent()
                                        || c.readings().right().isPresent())
                                .map(c -> new Tried(
                                        r.test().id(),
                                        c.criterion().id(),
                                        c.criterion().gauge().flatMap(Gauge::finds),
                                        c.readings())))
                        .toList());
    }

    private static PersonalSetUp of(Optional<Fact.StanceChosen> chosen, List<Tried> tried) {
        return new PersonalSetUp(
                tried,
                chosen,
                chosen.flatMap(Fact.StanceChosen::heels).or(() -> first(tried, Gauge.Finds.STANCE, Side.LEFT)),
                Sided.each(side ->
                        chosen.flatMap(c -> c.turnOut().get(side)).or(() -> first(tried, Gauge.Finds.TURN_OUT, side))),
                Sided.each(side -> readings(tried, Gauge.Finds.HIP_DIRECTIONS, side)
                        .findFirst()
                        .map(PersonalSetUp::roomiest)
                        .orElse(List.of())),
                Sided.each(side -> first(tried, Gauge.Finds.HIP_ROOM, side).map(v -> v == 0)),
                first(tried, Gauge.Finds.DEPTH_CEILING, Side.LEFT));
    }

    /** What is known of the stance that the athlete trains in. */
    public TrainingStance.Own own() {
        return new TrainingStance.Own(
                stanceCentimetres.map(PersonalSetUp::metres),
                turnOut,
                chosen.flatMap(Fact.StanceChosen::split).map(PersonalSetUp::metres));
    }

    private static double metres(double centimetres) {
        return centimetres / 100;
    }

    private static Stream<Reading> readings(List<Tried> tried, Gauge.Finds target, Side side) {
        return tried.stream()
                .filter(t -> t.finds().equals(Optional.of(target)))
                .flatMap(t -> t.readings().get(side).stream());
    }

    private static Optional<Double> first(List<Tried> tried, Gauge.Finds target, Side side) {
        return readings(tried, target, side).flatMap(r -> r.value().stream()).findFirst();
    }

    private static List<String> roomiest(Reading grid) {
        Optional<Double> best =
                grid.parts().stream().flatMap(p -> p.best().stream()).max(Comparator.naturalOrder());
        return grid.parts().stream()
                .filter(p -> p.best().isPresent() && p.best().equals(best))
                .map(Reading.PartReading::part)
                .toList();
    }
}
