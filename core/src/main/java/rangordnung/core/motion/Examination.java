package rangordnung.core.motion;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import rangordnung.core.Refusal;
import rangordnung.core.body.Build;
import rangordnung.core.body.Side;
import rangordnung.core.motion.Landmark.Point;
import rangordnung.core.motion.Repetition.Moment;
import rangordnung.core.protocol.TestDefinition.Pattern;

/**
 * Measures a clip: cleans the paths, finds the repetitions, reads every measure of the plane that was seen, each with
 * its noise.
 *
 * <p>The standard error of a value is propagated from the noise of the landmarks that it needs: the square root of the
 * sum of (∂value/∂coordinate · standard deviation of the coordinate)². That deviation is what the low-pass leaves of the
 * scatter it took out; for a single picture it is the noise of marking.
 */
public final class Examination {

    /** A hip within this share of the drop that begins a repetition stands upright (house convention). */
    private static final double UPRIGHT = 0.2;

    private final Motion motion;
    private final Subject subject;
    private final MotionRules rules;
    private final Tracks tracks;
    private final List<Side> sides;
    private final double[] hip;
    private final Repetitions repetitions;
    private final boolean still;
    private final boolean hold;
    private final Optional<Double> metresPerUnit;
    private final boolean scaleFromBody;
    private final List<Momentary> momentaries;
    private final Map<Integer, int[]> standing = new HashMap<>();

    public Examination(Motion motion, Subject subject, MotionRules rules) {
        this.motion = motion;
        this.subject = subject;
        this.rules = rules;
        this.tracks = new Tracks(motion, rules);
        this.sides = readAt();
        this.hip = hipPath();
        standsOnFeet(hip);
        this.still = motion.frames() == 1;
        this.hold = subject.pattern() == Pattern.BALANCE;
        int last = motion.frames() - 1;
        this.repetitions = still || hold
                ? new Repetitions(List.of(new Repetition(1, 0, 0, last / 2, last, last)), 0, hip[last / 2])
                : Repetitions.in(hip, hipNoise(), motion.rate(), rules);
        Optional<Double> ofBody = motion.metresPerUnit().isPresent()
                ? Optional.empty()
                : subject.build().flatMap(this::scaleOf);
        this.metresPerUnit = motion.metresPerUnit().or(() -> ofBody);
        this.scaleFromBody = ofBody.isPresent();
        this.momentaries = momentaries();
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
        List<ClipReport.Repeated> measured = repetitions.complete().stream()
                .map(r -> new ClipReport.Repeated(r, new RepetitionReading(this, r).all()))
                .toList();
        return new ClipReport(
                motion.plane(),
                motion.rate(),
                motion.frames(),
                measured,
                repetitions.incomplete(),
                metresPerUnit,
                scaleFromBody,
                sides,
                motion.landmarks(),
                still);
    }

    /**
     * A measure in every frame, for drawing; against standing where it is told so.
     *
     * @return not a number where it is not assessable; empty where the plane does not show it
     */
    public Optional<double[]> trace(Measure measure, Optional<Side> side) {
        return momentary(measure, side).map(m -> {
            double base = m.standing() ? standing(m.inUnit(), first()) : 0;
            return IntStream.range(0, motion.frames())
                    .mapToDouble(f -> m.assessable(posture(f))
                            ? m.inUnit().of(posture(f)) - (Double.isNaN(base) ? 0 : base)
                            : Double.NaN)
                    .toArray();
        });
    }

    /** All measures that a single frame gives. */
    public List<Measurement> at(int frame) {
        return momentaries.stream()
                .map(m -> read(m, Moment.BOTTOM, frame, first()))
                .toList();
    }

    /** Measures that can be drawn over time. */
    public List<TraceOf> traces() {
        return momentaries.stream().map(m -> new TraceOf(m.measure(), m.side())).toList();
    }

    /** A measure, and its side where it has one. */
    public record TraceOf(Measure measure, Optional<Side> side) {}

    private Repetition first() {
        return repetitions.complete().isEmpty()
                ? new Repetition(0, 0, 0, 0, 0, 0)
                : repetitions.complete().get(0);
    }

    Subject subject() {
        return subject;
    }

    MotionRules rules() {
        return rules;
    }

    Tracks tracks() {
        return tracks;
    }

    List<Momentary> momentary() {
        return momentaries;
    }

    Optional<Momentary> momentary(Measure measure, Optional<Side> side) {
        return momentaries.stream()
                .filter(m -> m.measure() == measure && m.side().equals(side))
                .findFirst();
    }

    double standingHeight() {
        return repetitions.standingHeight();
    }

    double[] hip() {
        return hip;
    }

    List<Side> sides() {
        return sides;
    }

    Motion.Plane plane() {
        return motion.plane();
    }

    double rate() {
        return motion.rate();
    }

    boolean still() {
        return still;
    }

    /** Whether a stance is held, which counts as one repetition from the first frame to the last. */
    boolean hold() {
        return hold;
    }

    Posture posture(int frame) {
        return (landmark, axis) -> tracks.at(landmark, axis, frame);
    }

    boolean sees(Axis axis) {
        return motion.plane().has(axis);
    }

    /** Legs that the sagittal plane is read at: the working one, the one toward the camera, or both. */
    private List<Side> readAt() {
        if (subject.pattern() != Pattern.SQUAT && subject.working().isPresent()) {
            return List.of(subject.working().get());
        }
        if (motion.plane() != Motion.Plane.SIDE) {
            return List.of(Side.values());
        }
        if (subject.near().isPresent()) {
            return List.of(subject.near().get());
        }
        double left = seen(Side.LEFT);
        double right = seen(Side.RIGHT);
        return left == right ? List.of(Side.values()) : List.of(left > right ? Side.LEFT : Side.RIGHT);
    }

    /** Mean confidence of a leg. */
    private double seen(Side side) {
        return Stream.of(Point.HIP, Point.KNEE, Point.ANKLE)
                .mapToDouble(p -> IntStream.range(0, motion.frames())
                        .mapToDouble(f -> motion.confidence(Landmark.of(p, side), f))
                        .average()
                        .orElse(0))
                .average()
                .orElse(0);
    }

    /** Legs that the path of the hip is read from. */
    private List<Side> hipLegs() {
        return motion.plane() == Motion.Plane.SIDE || subject.pattern() == Pattern.LUNGE
                ? sides
                : List.of(Side.values());
    }

    /** Height of the hips above the lower ankle: in a step the other one is in the air. */
    private double[] hipPath() {
        double[] path = new double[motion.frames()];
        for (int f = 0; f < path.length; f++) {
            path[f] = hipHeight(posture(f));
        }
        return path;
    }

    private double hipHeight(Posture p) {
        double ankle = Stream.of(Side.values())
                .mapToDouble(s -> p.z(Point.ANKLE, s))
                .filter(z -> !Double.isNaN(z))
                .min()
                .orElse(Double.NaN);
        return hipLegs().stream().mapToDouble(s -> p.z(Point.HIP, s)).average().orElse(Double.NaN) - ankle;
    }

    /** Noise of that height. */
    double hipNoise() {
        return sem(this::hipHeight, motion.frames() / 2);
    }

    /** Metres per unit: the athlete's shank, thigh and trunk over what is seen of them in standing. */
    private Optional<Double> scaleOf(Build build) {
        double[] seen = standingFrames(first())
                .mapToDouble(f -> {
                    Posture p = posture(f);
                    Motion.Plane plane = motion.plane();
                    return sides.stream()
                            .mapToDouble(s -> Formula.length(Point.HIP, Point.KNEE, s, plane)
                                            .of(p)
                                    + Formula.length(Point.KNEE, Point.ANKLE, s, plane)
                                            .of(p)
                                    + Formula.length(Point.SHOULDER, Point.HIP, s, plane)
                                            .of(p))
                            .average()
                            .orElse(Double.NaN);
                })
                .filter(v -> !Double.isNaN(v))
                .toArray();
        if (seen.length == 0) {
            return Optional.empty();
        }
        double median = median(seen);
        return median > 0 ? Optional.of((build.leg() + build.trunk()) / median) : Optional.empty();
    }

    /** Length of the foot in units of the source: as seen in standing, else from the athlete's height. */
    private double footLength() {
        if (motion.plane() != Motion.Plane.FRONT) {
            double seen = standing(
                    Formula.mean(sides, s -> Formula.length(Point.HEEL, Point.SECOND_TOE, s, motion.plane())), first());
            if (!Double.isNaN(seen)) {
                return seen;
            }
        }
        return subject.build()
                .flatMap(b -> metresPerUnit.map(m -> b.foot() / m))
                .orElse(Double.NaN);
    }

    private List<Momentary> momentaries() {
        List<Momentary> all = new ArrayList<>();
        double centimetres = metresPerUnit.map(m -> 100 * m).orElse(Double.NaN);
        List<Side> feet = subject.pattern() == Pattern.SQUAT ? List.of(Side.values()) : sides;
        if (sees(Axis.Y)) {
            double foot = 100 / footLength();
            for (Side side : feet) {
                all.add(new Momentary(
                        Measure.FPPA, Optional.of(side), Formula.fppa(side), 1, false, false, notForeshortened(side)));
                all.add(new Momentary(
                        Measure.KNEE_OFFSET,
                        Optional.of(side),
                        Formula.kneeOffset(side, subject.kneeReference()),
                        foot,
                        motion.plane() == Motion.Plane.FRONT && scaleFromBody,
                        false,
                        List.of()));
                all.add(plain(Measure.HIP_ABDUCTION, Optional.of(side), Formula.abduction(side)));
            }
            if (subject.pattern() == Pattern.SQUAT) {
                all.add(plain(Measure.KNEE_SEPARATION, Optional.empty(), Formula.kneeSeparation()));
                all.add(new Momentary(
                        Measure.PELVIC_SHIFT, Optional.empty(), Formula.pelvisOverFeet(), 1, false, true, List.of()));
                all.add(scaled(Measure.STANCE_WIDTH, Optional.empty(), Formula.heelDistance(), centimetres));
                all.add(plain(Measure.STANCE_OVER_HIPS, Optional.empty(), Formula.heelsOver(Point.HIP)));
                all.add(plain(Measure.STANCE_OVER_SHOULDERS, Optional.empty(), Formula.heelsOver(Point.SHOULDER)));
            }
            all.add(plain(Measure.PELVIC_OBLIQUITY, Optional.empty(), Formula.obliquity()));
        }
        if (motion.plane() == Motion.Plane.SPACE) {
            feet.forEach(side -> all.add(plain(Measure.TURN_OUT, Optional.of(side), Formula.turnOut(side))));
        }
        if (sees(Axis.X)) {
            all.add(whole(Measure.THIGH_ANGLE, Formula::thigh));
            all.add(whole(Measure.SHIN_ANGLE, Formula::shin));
            all.add(whole(Measure.TRUNK_LEAN, Formula::trunk));
            all.add(whole(Measure.TRUNK_MINUS_SHIN, s -> Formula.trunk(s).minus(Formula.shin(s))));
            all.add(whole(
                    Measure.HIP_FLEXION,
                    s -> p -> 90 + Formula.trunk(s).of(p) - Formula.thigh(s).of(p)));
            all.add(scaled(
                    Measure.DEPTH_OFFSET, Optional.empty(), Formula.mean(sides, Formula::depthOffset), centimetres));
            all.add(scaled(
                    Measure.KNEE_PAST_TOE, Optional.empty(), Formula.mean(sides, Formula::kneePastToe), centimetres));
            all.add(whole(Measure.ARM_LINE, Formula::armLine));
            all.add(scaled(
                    Measure.HEAD_FORWARD, Optional.empty(), Formula.mean(sides, Formula::headForward), centimetres));
            for (Side side : feet) {
                all.add(new Momentary(
                        Measure.HEEL_RISE,
                        Optional.of(side),
                        Formula.heelHeight(side),
                        centimetres,
                        scaleFromBody,
                        true,
                        List.of()));
            }
            if (subject.pattern() == Pattern.LUNGE) {
                Side front = sides.get(0);
                all.add(plain(Measure.FRONT_LEG_SHARE, Optional.of(front), Formula.frontShare(front)));
                all.add(scaled(
                        Measure.REAR_KNEE_HEIGHT, Optional.of(front), Formula.rearKnee(front.opposite()), centimetres));
            } else {
                all.add(plain(Measure.LOAD_OVER_FOOT, Optional.empty(), Formula.loadOverFoot(sides)));
            }
        }
        return List.copyOf(all);
    }

    private Momentary whole(Measure measure, java.util.function.Function<Side, Formula> formula) {
        return plain(measure, Optional.empty(), Formula.mean(sides, formula));
    }

    private static Momentary plain(Measure measure, Optional<Side> side, Formula formula) {
        return new Momentary(measure, side, formula, 1, false, false, List.of());
    }

    private Momentary scaled(Measure measure, Optional<Side> side, Formula formula, double factor) {
        return new Momentary(measure, side, formula, factor, scaleFromBody, false, List.of());
    }

    private List<Momentary.Bound> notForeshortened(Side side) {
        double share = rules.foreshortened().value() / 100;
        return Stream.of(
                        Formula.frontalLength(Point.HIP, Point.KNEE, side),
                        Formula.frontalLength(Point.KNEE, Point.ANKLE, side))
                .map(length -> new Momentary.Bound(length, share * standing(length, first())))
                .toList();
    }

    /** A momentary measure in a frame, told against the standing before a repetition where it is told so. */
    Measurement read(Momentary momentary, Moment moment, int frame, Repetition repetition) {
        Posture p = posture(frame);
        if (!momentary.assessable(p)) {
            return new Measurement.NotAssessable(
                    momentary.measure(), momentary.side(), moment, Measurement.Reason.POINTS_AT_CAMERA);
        }
        double value = momentary.inUnit().of(p);
        if (Double.isNaN(value)) {
            return new Measurement.NotAssessable(
                    momentary.measure(), momentary.side(), moment, missing(momentary, frame));
        }
        double variance = square(sem(momentary.inUnit(), frame));
        if (momentary.standing()) {
            double base = still ? Double.NaN : standing(momentary.inUnit(), repetition);
            if (Double.isNaN(base)) {
                return new Measurement.NotAssessable(
                        momentary.measure(), momentary.side(), moment, Measurement.Reason.NO_STANDING);
            }
            value -= base;
            variance += square(standingSem(momentary.inUnit(), repetition));
        }
        if (momentary.scaled()) {
            variance += square(value * rules.scaleNoise().value() / 100);
        }
        return new Measurement.Value(
                momentary.measure(),
                momentary.side(),
                moment,
                value,
                Math.sqrt(variance),
                confidence(momentary.formula(), frame),
                frame);
    }

    private Measurement.Reason missing(Momentary momentary, int frame) {
        if (Double.isNaN(momentary.factor())) {
            return momentary.measure() == Measure.KNEE_OFFSET
                    ? Measurement.Reason.NO_FOOT_LENGTH
                    : Measurement.Reason.NO_SCALE;
        }
        return missing(momentary.formula(), frame);
    }

    /** Why a formula has no value: a landmark that is never there, or one that is lost here. */
    Measurement.Reason missing(Formula formula, int frame) {
        return used(formula, frame).stream().allMatch(c -> motion.landmarks().contains(c.landmark()))
                ? Measurement.Reason.LANDMARK_LOST
                : Measurement.Reason.LANDMARK_MISSING;
    }

    /** Median of a formula in the standing before a repetition; not a number where there is none. */
    double standing(Formula formula, Repetition repetition) {
        double[] values = standingFrames(repetition)
                .mapToDouble(f -> formula.of(posture(f)))
                .filter(v -> !Double.isNaN(v))
                .toArray();
        return values.length == 0 ? Double.NaN : median(values);
    }

    /** Standard error of that median: filtered frames are not independent, two per cut-off period are. */
    double standingSem(Formula formula, Repetition repetition) {
        int[] frames = standingFrames(repetition).toArray();
        if (frames.length == 0) {
            return 0;
        }
        double independent = Math.max(1, frames.length / rate() * 2 * rules.cutoffAt(rate()));
        return sem(formula, frames[frames.length / 2]) * Math.sqrt(Math.PI / 2 / independent);
    }

    /** Frames of the last second of standing before a repetition; of a clip without repetitions its last second upright. */
    IntStream standingFrames(Repetition repetition) {
        return Arrays.stream(standing.computeIfAbsent(repetition.start(), start -> {
            int from = hold || repetitions.complete().isEmpty() ? motion.frames() - 1 : start;
            double upright = repetitions.standingHeight()
                    * (1 - UPRIGHT * rules.startDrop().value() / 100);
            return IntStream.iterate(from, f -> f >= 0, f -> f - 1)
                    .filter(f -> still || hold || hip[f] >= upright)
                    .limit(hold ? motion.frames() : Math.max(1, Math.round(rate())))
                    .sorted()
                    .toArray();
        }));
    }

    private record Coordinate(Landmark landmark, Axis axis) {}

    private List<Coordinate> used(Formula formula, int frame) {
        List<Coordinate> used = new ArrayList<>();
        formula.of((landmark, axis) -> {
            Coordinate c = new Coordinate(landmark, axis);
            if (!used.contains(c)) {
                used.add(c);
            }
            return tracks.at(landmark, axis, frame);
        });
        return used;
    }

    /** Standard error of a formula's value in a frame, from the noise of each coordinate that it uses. */
    double sem(Formula formula, int frame) {
        double variance = 0;
        Posture here = posture(frame);
        for (Coordinate c : used(formula, frame)) {
            double sd = sd(c);
            if (sd > 0) {
                double up = formula.of(nudged(here, c, sd));
                double down = formula.of(nudged(here, c, -sd));
                if (!Double.isNaN(up) && !Double.isNaN(down)) {
                    variance += square((up - down) / 2);
                }
            }
        }
        return Math.sqrt(variance);
    }

    private double sd(Coordinate c) {
        return tracks.filtered() ? tracks.sd(c.landmark(), c.axis()) : markingNoise();
    }

    /** Noise of a marked point in units of the source. */
    private double markingNoise() {
        double leg = sides.stream()
                .mapToDouble(s ->
                        Formula.length(Point.HIP, Point.KNEE, s, motion.plane()).of(posture(0))
                                + Formula.length(Point.KNEE, Point.ANKLE, s, motion.plane())
                                        .of(posture(0)))
                .max()
                .orElse(Double.NaN);
        return Double.isNaN(leg) ? 0 : leg * rules.markingNoise().value() / 100;
    }

    private static Posture nudged(Posture p, Coordinate c, double by) {
        return (landmark, axis) -> p.at(landmark, axis) + (landmark == c.landmark() && axis == c.axis() ? by : 0);
    }

    double confidence(Formula formula, int frame) {
        return used(formula, frame).stream()
                .filter(c -> !Double.isNaN(tracks.at(c.landmark(), c.axis(), frame)))
                .mapToDouble(c -> tracks.confidence(c.landmark(), frame))
                .min()
                .orElse(0);
    }

    static double median(double[] values) {
        double[] sorted = values.clone();
        Arrays.sort(sorted);
        int middle = sorted.length / 2;
        return sorted.length % 2 == 1 ? sorted[middle] : (sorted[middle - 1] + sorted[middle]) / 2;
    }

    static double square(double v) {
        return v * v;
    }
}
