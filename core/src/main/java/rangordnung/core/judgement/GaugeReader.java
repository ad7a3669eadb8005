package rangordnung.core.judgement;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import rangordnung.core.body.Build;
import rangordnung.core.body.Sided;
import rangordnung.core.body.WallDistance;
import rangordnung.core.protocol.Gauge;
import rangordnung.core.record.Fact;

/**
 * Makes readings of what was measured by hand. Reach in percent of leg length and its composite
 * (Plisky et al. 2006, J Orthop Sports Phys Ther 36; formula from memory), best and mean hold, sums of errors, shares
 * of load.
 *
 * @param gauge               how it is measured
 * @param legLengthCentimetres of the athlete, per side
 * @param build               of the athlete, as far as it is known
 */
record GaugeReader(Gauge gauge, Sided<Optional<Double>> legLengthCentimetres, Optional<Build> build) {

    /** The readings of both sides; figures that compare sides stand on both. */
    Sided<Optional<Reading>> read(Sided<List<Fact.Measured>> values) {
        Sided<List<Reading.PartReading>> parts = values.map(this::parts);
        return Sided.each(side -> values.get(side).isEmpty()
                ? Optional.empty()
                : Optional.of(new Reading(
                        gauge.measure(),
                        combined(parts.get(side), legLengthCentimetres.get(side)),
                        parts.get(side),
                        figures(parts.get(side), parts, legLengthCentimetres.get(side)),
                        kinds(values.get(side)))));
    }

    private List<Reading.Kind> kinds(List<Fact.Measured> values) {
        return gauge.kinds().stream()
                .map(kind -> new Reading.Kind(kind.id(), (int) gauge.parts().stream()
                        .flatMap(part -> values.stream().filter(v -> v.measure().equals(Gauge.measure(part, kind))))
                        .mapToDouble(Fact.Measured::value)
                        .sum()))
                .filter(kind -> kind.count() > 0)
                .toList();
    }

    private List<Reading.PartReading> parts(List<Fact.Measured> values) {
        List<Reading.PartReading> parts = new ArrayList<>();
        for (Gauge.Part part : gauge.parts()) {
            List<Fact.Measured> attempts = values.stream()
                    .filter(v -> v.measure().equals(part.id()))
                    .sorted(Comparator.comparingInt(Fact.Measured::repetition))
                    .toList();
            List<Double> counting = attempts.stream()
                    .filter(this::counts)
                    .map(Fact.Measured::value)
                    .toList();
            parts.add(Reading.PartReading.of(part.id(), counting, attempts.size() - counting.size()));
        }
        return parts;
    }

    private boolean counts(Fact.Measured value) {
        return value.ending().flatMap(gauge::ending).map(Gauge.Ending::counts).orElse(true);
    }

    private Optional<Double> aggregated(Reading.PartReading part) {
        return switch (gauge.aggregate()) {
            case MEAN -> part.mean();
            case BEST -> part.best();
            case LAST ->
                part.counting().isEmpty()
                        ? Optional.empty()
                        : Optional.of(part.counting().get(part.counting().size() - 1));
        };
    }

    private Optional<Double> combined(List<Reading.PartReading> parts, Optional<Double> leg) {
        List<Double> values =
                parts.stream().map(this::aggregated).flatMap(Optional::stream).toList();
        if (gauge.instrument() == Gauge.Instrument.GRID) {
            return values.stream().max(Double::compare);
        }
        if (values.size() < parts.size()) {
            return Optional.empty();
        }
        double sum = values.stream().mapToDouble(d -> d).sum();
        return switch (gauge.combine()) {
            case SINGLE -> Optional.of(values.get(0));
            case SUM -> Optional.of(sum);
            case PERCENT_OF_LEG_LENGTH -> leg.map(length -> 100 * sum / (values.size() * length));
            case SHARE_OF_FIRST -> share(values, sum);
            case LEAN_TO_FIRST -> share(values, sum).map(share -> share - 50);
        };
    }

    private static Optional<Double> share(List<Double> values, double sum) {
        return sum > 0 ? Optional.of(100 * values.get(0) / sum) : Optional.empty();
    }

    private List<Reading.FigureValue> figures(
            List<Reading.PartReading> own, Sided<List<Reading.PartReading>> both, Optional<Double> leg) {
        List<Reading.FigureValue> figures = new ArrayList<>();
        for (Gauge.Figure figure : gauge.figures()) {
            switch (figure.kind()) {
                case BEST_AND_MEAN ->
                    own.forEach(part -> {
                        part.best()
                                .ifPresent(v -> figures.add(
                                        new Reading.FigureValue(figure.id() + "-best", figure.unit(), v, false)));
                        part.mean()
                                .ifPresent(v -> figures.add(
                                        new Reading.FigureValue(figure.id() + "-mean", figure.unit(), v, false)));
                    });
                case PARTS_PER_LEG_LENGTH ->
                    leg.ifPresent(length -> own.forEach(part -> part.best()
                            .ifPresent(v -> figures.add(new Reading.FigureValue(
                                    figure.id() + "-" + part.part(), figure.unit(), 100 * v / length, false)))));
                case SIDE_DIFFERENCE -> {
                    Sided<Optional<Double>> values = both.map(parts -> value(figure, parts));
                    if (values.left().isPresent() && values.right().isPresent()) {
                        double difference = values.left().get() - values.right().get();
                        figures.add(new Reading.FigureValue(
                                figure.id(),
                                figure.unit(),
                                difference,
                                figure.flagFrom()
                                        .filter(limit ->
                                                beyond(Math.abs(difference), limit.value(), figure.flagAtLimit()))
                                        .isPresent()));
                    }
                }
                case CONVERTED ->
                    value(figure, own)
                            .ifPresent(v -> figures.add(new Reading.FigureValue(
                                    figure.id(),
                                    figure.unit(),
                                    v * figure.factor().orElseThrow().value(),
                                    false)));
                case WALL_ANGLE ->
                    build.ifPresent(b -> value(figure, own)
                            .ifPresent(cm -> figures.add(new Reading.FigureValue(
                                    figure.id(), figure.unit(), new WallDistance(b).shin(cm / 100), false))));
                case FLAGGED_BELOW ->
                    combined(own, leg)
                            .ifPresent(v -> figures.add(new Reading.FigureValue(
                                    figure.id(),
                                    figure.unit(),
                                    v,
                                    v < figure.flagFrom().orElseThrow().value())));
            }
        }
        return List.copyOf(figures);
    }

    private static boolean beyond(double value, double limit, boolean atLimit) {
        return value > limit || atLimit && value == limit;
    }

    private Optional<Double> value(Gauge.Figure figure, List<Reading.PartReading> parts) {
        return parts.stream()
                .filter(p -> figure.part().map(p.part()::equals).orElse(true))
                .findFirst()
                .flatMap(this::aggregated);
    }
}
