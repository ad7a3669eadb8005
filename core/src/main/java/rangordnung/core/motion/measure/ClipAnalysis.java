package rangordnung.core.motion.measure;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import rangordnung.core.Refusal;
import rangordnung.core.body.Side;
import rangordnung.core.motion.signal.Axis;
import rangordnung.core.motion.signal.Landmark;
import rangordnung.core.motion.signal.Landmark.Point;
import rangordnung.core.motion.signal.Motion;
import rangordnung.core.motion.signal.MotionRules;
import rangordnung.core.motion.signal.Noise;
import rangordnung.core.motion.signal.Repetition;
import rangordnung.core.motion.signal.Repetition.Moment;
import rangordnung.core.motion.signal.Repetitions;
import rangordnung.core.motion.signal.Tracks;
import rangordnung.core.motion.view.ClipFinding;
import rangordnung.core.motion.view.Sides;
import rangordnung.core.motion.view.View;
import rangordnung.core.protocol.Source;
import rangordnung.core.protocol.TestDefinition.Pattern;

/** Measures a clip: cleans the paths, finds the repetitions, reads every measure that the plane shows, each with its noise. */
public final class ClipAnalysis {

    private static final String SECONDS = "seconds";

    private final Motion motion;
    private final Subject subject;
    private final ReadLegs legs;
    private final Readings readings;
    private final View view;
    private final List<ClipFinding> findings;
    private final double[] hip;
    private final Repetitions repetitions;
    private final Standing standing;
    private final Noise noise;
    private final BodyScale scale;
    private final List<FrameMeasure> frameMeasures;

    public ClipAnalysis(Motion clip, Subject subject, MotionRules rules) {
        Sides sorted = Sides.of(clip, subject.pattern(), rules);
        this.motion = sorted.motion();
        this.subject = subject;
        this.legs = ReadLegs.of(motion, subject);
        Tracks tracks = new Tracks(motion, rules);
        Readings asSeen = Readings.seen(motion, rules, tracks);
        this.hip = IntStream.range(0, motion.frames())
                .mapToDouble(f -> asSeen.value(legs::hipHeight, f))
                .toArray();
        standsOnFeet(hip);
        int last = motion.frames() - 1;
        this.repetitions = still() || hold()
                ? new Repetitions(List.of(new Repetition(1, 0, 0, last / 2, last, last)), 0, hip[last / 2], List.of())
                : Repetitions.in(hip, hipNoise(tracks), motion.rate(), rules);
        Noise.Usual usual = still()
                ? new Noise.Usual(legLength(asSeen) * rules.markingNoise().value() / 100, 0, 0)
                : rules.noiseOf(subject.source(), repetitions.standingHeight());
        this.standing = new Standing(asSeen, repetitions, hip, hold());
        this.view = throughCamera()
                ? View.of(motion, tracks, standing.frames(), bottoms(), known(usual.offset()), rules.camera())
                : View.SQUARE;
        this.findings = Stream.of(sorted.finding().stream(), times(rules.camera()), view.findings().stream())
                .flatMap(f -> f)
                .toList();
        this.readings = asSeen.along(view.squared(tracks));
        this.noise = Noise.of(
                tracks,
                repetitions.quiet(),
                usual,
                repetitions.standingHeight() * rules.leastNoise().value() / 100);
        this.scale = BodyScale.of(motion, subject, legs.sides(), f -> standing.median(readings, f, first()));
        this.frameMeasures = Stream.of(Measure.values())
                .filter(m -> m.taken().formula() != null && shown(m))
                .flatMap(m -> legs.of(m.extent()).stream().map(side -> frameMeasure(m, side)))
                .toList();
    }

    /** Whether a picture is looked at, of which nobody knows exactly from where it was taken. */
    private boolean throughCamera() {
        return subject.source() != Source.SIMULATED && !still();
    }

    private int[] bottoms() {
        return hold()
                ? new int[0]
                : repetitions.complete().stream().mapToInt(Repetition::bottom).toArray();
    }

    /** Lengths in metres come from no picture. */
    private View.Known known(double marks) {
        boolean metric = subject.source() == Source.LANDMARK_FILE
                && motion.metresPerUnit().isPresent();
        return new View.Known(
                subject.pattern(),
                subject.working(),
                subject.near()
                        .or(() -> legs.sides().size() == 1
                                ? Optional.of(legs.sides().get(0))
                                : Optional.empty()),
                subject.build(),
                metric ? Optional.empty() : Optional.of(subject.lens()),
                marks);
    }

    private Stream<ClipFinding> times(MotionRules.CameraRules rules) {
        if (still()) {
            return Stream.of();
        }
        List<ClipFinding> found = new ArrayList<>();
        if (motion.rate() < rules.slowest().value()) {
            found.add(new ClipFinding(ClipFinding.Kind.FEW_FRAMES, ClipFinding.Outcome.REFUSED, motion.rate(), 0));
        }
        if (motion.timing().assumed()) {
            found.add(new ClipFinding(ClipFinding.Kind.RATE_ASSUMED, ClipFinding.Outcome.WIDENED, motion.rate(), 0));
        }
        if (motion.timing().lost() > rules.lostTime().value()) {
            found.add(new ClipFinding(
                    ClipFinding.Kind.RATE_UNEVEN,
                    ClipFinding.Outcome.REFUSED,
                    motion.timing().lost(),
                    0));
        } else if (motion.timing().uneven() > rules.unevenTold().value()) {
            found.add(new ClipFinding(
                    ClipFinding.Kind.RATE_UNEVEN,
                    ClipFinding.Outcome.CORRECTED,
                    motion.timing().uneven(),
                    0));
        }
        return found.stream();
    }

    /** Whether seconds say anything. */
    boolean timed() {
        return !motion.timing().assumed();
    }

    /** What is not as it should be, and what became of it. */
    public List<ClipFinding> findings() {
        return findings;
    }

    private boolean refused() {
        return findings.stream().anyMatch(f -> f.outcome() == ClipFinding.Outcome.REFUSED);
    }

    /** What readings the clip would give if the camera stood a standard error elsewhere. */
    List<Readings> doubts() {
        return view.doubts(readings.tracks()).stream().map(readings::along).toList();
    }

    /** Refuses a body whose hip lies below its ankle in half of the frames or more. */
    private static void standsOnFeet(double[] hip) {
        double[] known = Arrays.stream(hip).filter(Double::isFinite).sorted().toArray();
        if (known.length > 0 && known[known.length / 2] <= 0) {
            throw Refusal.body("The hip lies below the ankle. Check which landmark is which, and which way is up.");
        }
    }

    /** The complete repetitions with all that was measured. */
    public ClipReport report() {
        TriedNoise tried = new TriedNoise(this, repetitions.complete());
        List<Repetition> complete = refused() ? List.of() : repetitions.complete();
        List<ClipReport.Repeated> measured = complete.stream()
                .map(r -> new ClipReport.Repeated(r, tried.upon(r)))
                .toList();
        return new ClipReport(
                motion.plane(),
                motion.rate(),
                motion.frames(),
                measured,
                repetitions.incomplete(),
                scale.metresPerUnit(),
                scale.fromBody(),
                legs.sides(),
                motion.landmarks(),
                findings,
                still());
    }

    /** What these readings give of a repetition; the errors are those that no noise makes. */
    List<Measurement> measurements(Readings read, Repetition repetition) {
        List<Measurement> all = new ArrayList<>();
        RepetitionAnalysis analysis = new RepetitionAnalysis(this, read, repetition);
        frameMeasures.forEach(m -> all.addAll(analysis.measurements(m)));
        RepetitionEvents events = new RepetitionEvents(this, read, repetition);
        for (Measure measure : Measure.values()) {
            Declaration.Event event = measure.taken().event();
            if (event != null
                    && shown(measure)
                    && !still()
                    && (!hold() || measure.taken().has(Declaration.Trait.WHILE_HELD))) {
                legs.of(measure.extent())
                        .forEach(side -> all.add(
                                timed() || !measure.unit().equals(SECONDS)
                                        ? event.of(events, measure, side)
                                        : new Measurement.NotAssessable(
                                                measure,
                                                Optional.empty(),
                                                measure.told(),
                                                Measurement.Reason.NO_RATE)));
            }
        }
        return List.copyOf(all);
    }

    /**
     * A measure in every frame, for drawing; against standing where it is told so.
     *
     * @return not a number where it is not assessable; empty where the plane does not show it
     */
    public Optional<double[]> trace(Measure measure, Optional<Side> side) {
        return frameMeasure(measure, side).map(m -> {
            double base = m.againstStanding() ? standing.median(readings, m.inUnit(), first()) : 0;
            return IntStream.range(0, motion.frames())
                    .mapToDouble(f -> m.assessable(readings.posture(f))
                            ? readings.value(m.inUnit(), f) - (Double.isNaN(base) ? 0 : base)
                            : Double.NaN)
                    .toArray();
        });
    }

    /** All measures that a single frame gives. */
    public List<Measurement> at(int frame) {
        return frameMeasures.stream()
                .map(m -> read(readings, m, Moment.BOTTOM, frame, first()))
                .toList();
    }

    /** Measures that can be drawn over time. */
    public List<TraceOf> traces() {
        return frameMeasures.stream()
                .map(m -> new TraceOf(m.measure(), m.side()))
                .toList();
    }

    /** A measure, and its side where it has one. */
    public record TraceOf(Measure measure, Optional<Side> side) {}

    private Repetition first() {
        return repetitions.complete().isEmpty()
                ? new Repetition(0, 0, 0, 0, 0, 0)
                : repetitions.complete().get(0);
    }

    private boolean shown(Measure measure) {
        return measure.taken().in(motion.plane(), subject.pattern());
    }

    private FrameMeasure frameMeasure(Measure measure, Side side) {
        Declaration taken = measure.taken();
        return new FrameMeasure(
                measure,
                measure.extent() == Measure.Extent.WHOLE ? Optional.empty() : Optional.of(side),
                Objects.requireNonNull(taken.formula()).of(side, legs),
                scale.factor(taken.scale()),
                scale.uncertain(taken.scale(), motion.plane()),
                taken.has(Declaration.Trait.WHOLE_SEGMENTS) ? notForeshortened(side) : List.of());
    }

    private List<FrameMeasure.Bound> notForeshortened(Side side) {
        double share = readings.rules().foreshortened().value() / 100;
        return Stream.of(
                        Formula.frontalLength(Point.HIP, Point.KNEE, side),
                        Formula.frontalLength(Point.KNEE, Point.ANKLE, side))
                .map(length -> new FrameMeasure.Bound(length, share * standing.median(readings, length, first())))
                .toList();
    }

    Optional<FrameMeasure> frameMeasure(Measure measure, Optional<Side> side) {
        return frameMeasures.stream()
                .filter(m -> m.measure() == measure && m.side().equals(side))
                .findFirst();
    }

    Subject subject() {
        return subject;
    }

    ReadLegs legs() {
        return legs;
    }

    Standing standing() {
        return standing;
    }

    double standingHeight() {
        return repetitions.standingHeight();
    }

    /** Length of the longer leg that is read, as a single picture shows it: it stands for the hip height, which a squat takes away. */
    private double legLength(Readings seen) {
        return legs.sides().stream()
                .map(side -> Formula.length(Point.HIP, Point.KNEE, side, motion.plane())
                        .plus(Formula.length(Point.KNEE, Point.ANKLE, side, motion.plane())))
                .mapToDouble(length -> seen.value(length, 0))
                .filter(Double::isFinite)
                .max()
                .orElse(0);
    }

    /** Noise of the height of the hip, if it were new in each frame. */
    private double hipNoise(Tracks tracks) {
        return Math.sqrt(Stream.of(Point.HIP, Point.ANKLE)
                .mapToDouble(point -> legs.hips().stream()
                        .mapToDouble(side -> tracks.sd(Landmark.of(point, side), Axis.Z))
                        .map(sd -> sd * sd)
                        .average()
                        .orElse(0))
                .sum());
    }

    Readings readings() {
        return readings;
    }

    Noise noise() {
        return noise;
    }

    boolean still() {
        return motion.frames() == 1;
    }

    /** Whether a stance is held, which counts as one repetition from the first frame to the last. */
    boolean hold() {
        return subject.pattern() == Pattern.BALANCE;
    }

    /** A measure in a frame, told against the standing before a repetition where it is told so. */
    Measurement read(Readings read, FrameMeasure measure, Moment moment, int frame, Repetition repetition) {
        if (!measure.assessable(read.posture(frame))) {
            return none(measure, moment, Measurement.Reason.POINTS_AT_CAMERA);
        }
        double value = read.value(measure.inUnit(), frame);
        if (Double.isNaN(value)) {
            return none(measure, moment, missing(measure, frame));
        }
        if (measure.againstStanding()) {
            double base = still() ? Double.NaN : standing.median(read, measure.inUnit(), repetition);
            if (Double.isNaN(base)) {
                return none(measure, moment, Measurement.Reason.NO_STANDING);
            }
            value -= base;
        }
        return new Measurement.Value(
                measure.measure(),
                measure.side(),
                moment,
                value,
                scaleError(measure, value),
                readings.confidence(measure.formula(), frame),
                frame);
    }

    /** What the athlete's proportions add to the error of a value. */
    double scaleError(FrameMeasure measure, double value) {
        return measure.scaled() ? value * readings.rules().scaleNoise().value() / 100 : 0;
    }

    static Measurement none(FrameMeasure measure, Moment moment, Measurement.Reason reason) {
        return new Measurement.NotAssessable(measure.measure(), measure.side(), moment, reason);
    }

    Measurement.Reason missing(FrameMeasure measure, int frame) {
        if (Double.isNaN(measure.factor())) {
            return measure.measure().taken().scale() == Declaration.Scale.PERCENT_OF_FOOT
                    ? Measurement.Reason.NO_FOOT_LENGTH
                    : Measurement.Reason.NO_SCALE;
        }
        return readings.missing(measure.formula(), frame);
    }
}
