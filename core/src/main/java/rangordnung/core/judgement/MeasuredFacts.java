package rangordnung.core.judgement;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import java.util.stream.Stream;
import rangordnung.core.body.Side;
import rangordnung.core.motion.measure.ClipReport;
import rangordnung.core.motion.measure.Measurement;
import rangordnung.core.protocol.Anchor;
import rangordnung.core.protocol.Criterion;
import rangordnung.core.protocol.Extent;
import rangordnung.core.protocol.Source;
import rangordnung.core.protocol.TestDefinition;
import rangordnung.core.record.Fact;

/** What a measured clip says to a test, as facts: every measure that one of its criteria judges or notes. */
public final class MeasuredFacts {

    private MeasuredFacts() {}

    /**
     * Facts of a clip, one for each repetition and measure.
     *
     * @param working the working leg, where the test has legs one after the other
     */
    public static List<Fact.Measured> of(
            TestDefinition test, ClipReport clip, UUID trial, Source source, Optional<Side> working) {
        List<Fact.Measured> facts = new ArrayList<>();
        for (Criterion criterion : test.criteria()) {
            for (String measure : Stream.concat(
                            criterion.anchors().stream().map(Anchor::measure),
                            criterion.noted().stream().sorted())
                    .distinct()
                    .toList()) {
                for (ClipReport.Repeated repetition : clip.repetitions()) {
                    repetition.measurements().stream()
                            .flatMap(m -> m instanceof Measurement.Value v ? Stream.of(v) : Stream.empty())
                            .filter(v -> v.measure().id().equals(measure)
                                    && v.moment() == v.measure().told())
                            .forEach(v -> side(criterion, v, working)
                                    .ifPresent(side -> facts.add(new Fact.Measured(
                                            trial,
                                            criterion.id(),
                                            side.at(),
                                            measure,
                                            repetition.events().number(),
                                            v.value(),
                                            v.confidence(),
                                            Optional.empty(),
                                            Optional.of(new Fact.Taken(source, v.sem()))))));
                }
            }
        }
        return facts;
    }

    /** A place in a criterion, which may be the whole body. */
    private record Spot(Optional<Side> at) {}

    /** Where a value belongs in a criterion; nowhere where the criterion has sides and the value has none. */
    private static Optional<Spot> side(Criterion criterion, Measurement.Value value, Optional<Side> working) {
        if (criterion.extent() != Extent.SIDED) {
            return value.side().isPresent() ? Optional.empty() : Optional.of(new Spot(Optional.empty()));
        }
        Optional<Side> side = value.side().or(() -> working);
        boolean other = working.isPresent() && !side.equals(working);
        return side.isEmpty() || other ? Optional.empty() : Optional.of(new Spot(side));
    }
}
