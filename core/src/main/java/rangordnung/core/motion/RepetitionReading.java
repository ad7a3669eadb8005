package rangordnung.core.motion;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.function.IntToDoubleFunction;
import java.util.stream.DoubleStream;
import java.util.stream.IntStream;
import rangordnung.core.body.Side;
import rangordnung.core.motion.Landmark.Point;
import rangordnung.core.motion.Repetition.Moment;

/** Reads every measure of one repetition. */
final class RepetitionReading {

    /** Readings within so many standard errors of the largest compete with it (house convention). */
    private static final double COMPETING = 2;
    /** Independent readings in each period of the low-pass, for the largest of them (house convention, checked by simulation). */
    private static final double READINGS_PER_PERIOD = 3;

    private static final List<Moment> PHASES = List.of(Moment.DESCENT, Moment.BOTTOM_PHASE, Moment.ASCENT);

    private final Examination clip;
    private final Repetition repetition;
    private final List<Measurement> read = new ArrayList<>();

    RepetitionReading(Examination clip, Repetition repetition) {
        this.clip = clip;
        this.repetition = repetition;
    }

    List<Measurement> all() {
        for (Momentary momentary : clip.momentary()) {
            switch (momentary.measure()) {
                case FPPA, KNEE_OFFSET -> knee(momentary);
                case HEEL_RISE -> heel(momentary);
                case TURN_OUT -> turnOut(momentary);
                case HIP_ABDUCTION, STANCE_WIDTH, STANCE_OVER_HIPS, STANCE_OVER_SHOULDERS -> standing(momentary);
                default -> {
                    if (clip.hold()) {
                        held(momentary);
                    } else {
                        at(momentary, Moment.BOTTOM, repetition.bottom());
                    }
                }
            }
        }
        if (clip.hold()) {
            sidesOf(Measure.KNEE_OFFSET).forEach(this::wobble);
        } else if (!clip.still()) {
            if (clip.sees(Axis.Y)) {
                sidesOf(Measure.KNEE_OFFSET).forEach(this::wobble);
            }
            if (clip.sees(Axis.X)) {
                tuck();
                hipsFirst();
                initiation();
            }
            tempo();
        }
        return List.copyOf(read);
    }

    private List<Side> sidesOf(Measure measure) {
        return clip.momentary().stream()
                .filter(m -> m.measure() == measure)
                .flatMap(m -> m.side().stream())
                .toList();
    }

    private void at(Momentary momentary, Moment moment, int frame) {
        read.add(clip.read(momentary, moment, frame, repetition));
    }

    /** In a held stance the median stands for the whole of it. */
    private void held(Momentary momentary) {
        Measurement found = clip.read(momentary, Moment.BOTTOM, repetition.bottom(), repetition);
        double median = clip.standing(momentary.inUnit(), repetition);
        read.add(
                found instanceof Measurement.Value v && !momentary.standing() && !Double.isNaN(median)
                        ? new Measurement.Value(
                                v.measure(),
                                v.side(),
                                v.moment(),
                                median,
                                clip.standingSem(momentary.inUnit(), repetition),
                                v.confidence(),
                                v.frame())
                        : found);
    }

    /** At the bottom, and the largest of each phase and of the whole; a picture or a held stance has no phases. */
    private void knee(Momentary momentary) {
        at(momentary, Moment.BOTTOM, repetition.bottom());
        if (!clip.still() && !clip.hold()) {
            PHASES.forEach(phase -> largest(momentary, phase));
        }
        largest(momentary, Moment.REPETITION);
    }

    /**
     * The largest value of a moment. Readings that noise blurs more are trusted less: the one whose value less its error is
     * largest is taken; what noise alone adds to the largest of so many independent readings near it is taken off.
     */
    private void largest(Momentary momentary, Moment moment) {
        Formula formula = momentary.inUnit();
        int[] frames = IntStream.rangeClosed(repetition.from(moment), repetition.to(moment))
                .filter(f -> momentary.assessable(clip.posture(f)) && !Double.isNaN(formula.of(clip.posture(f))))
                .toArray();
        double[] values = Arrays.stream(frames)
                .mapToDouble(f -> formula.of(clip.posture(f)))
                .toArray();
        double[] sems = errors(formula, frames);
        int top = IntStream.range(0, frames.length)
                .boxed()
                .max(Comparator.comparingDouble(i -> values[i] - sems[i]))
                .orElse(-1);
        Measurement found = clip.read(momentary, moment, top < 0 ? repetition.bottom() : frames[top], repetition);
        if (found instanceof Measurement.Value v && top >= 0) {
            Optional<Edge> edge = edge(momentary, frames[top]);
            double change =
                    edge.map(Edge::beyond).orElseGet(() -> -sems[top] * largestOf(values, values[top], sems[top]));
            found = new Measurement.Value(
                    v.measure(),
                    v.side(),
                    v.moment(),
                    v.value() + change,
                    Math.hypot(v.sem(), edge.map(Edge::sem).orElse(0.0)),
                    v.confidence(),
                    v.frame());
        }
        read.add(found);
    }

    /**
     * What the limit to foreshortening makes of a value at the last frame within it.
     *
     * @param beyond change of the value from that frame to the moment at which the limit is reached
     * @param sem    change of the value over the time by which noise moves that moment
     */
    private record Edge(double beyond, double sem) {}

    private Optional<Edge> edge(Momentary momentary, int frame) {
        Formula formula = momentary.inUnit();
        for (Momentary.Bound bound : momentary.bounds()) {
            double length = bound.length().of(clip.posture(frame));
            for (int next : new int[] {frame - 1, frame + 1}) {
                if (next >= repetition.start() && next <= repetition.end()) {
                    double change = bound.length().of(clip.posture(next)) - length;
                    if (length + change < bound.least()) {
                        double perFrame = formula.of(clip.posture(next)) - formula.of(clip.posture(frame));
                        return Optional.of(new Edge(
                                perFrame * (bound.least() - length) / change,
                                Math.abs(perFrame * clip.sem(bound.length(), frame) / change)));
                    }
                }
            }
        }
        return Optional.empty();
    }

    /** Error in each frame; it changes slowly, so it is computed once in each period of the low-pass. */
    private double[] errors(Formula formula, int[] frames) {
        int step = (int) Math.max(1, Math.round(clip.rate() / clip.rules().cutoffAt(clip.rate())));
        double[] sems = new double[frames.length];
        for (int i = 0; i < frames.length; i++) {
            sems[i] = i % step == 0 ? clip.sem(formula, frames[i]) : sems[i - 1];
        }
        return sems;
    }

    /** How many standard errors the largest of the readings that compete lies above the truth, on average. */
    private double largestOf(double[] values, double top, double sem) {
        long near =
                Arrays.stream(values).filter(v -> v >= top - COMPETING * sem).count();
        return expectedLargest(Math.max(
                1, near / clip.rate() * READINGS_PER_PERIOD * clip.rules().cutoffAt(clip.rate())));
    }

    /**
     * Expected largest of m independent standard normal deviates: Φ⁻¹((m − 0.375) / (m + 0.25)) (Blom 1958; from memory),
     * with the normal quantile from Tukey's lambda distribution, good to 0.01.
     */
    static double expectedLargest(double m) {
        double p = (m - 0.375) / (m + 0.25);
        return (Math.pow(p, 0.135) - Math.pow(1 - p, 0.135)) / 0.1975;
    }

    private void heel(Momentary momentary) {
        largest(momentary, Moment.REPETITION);
        if (clip.still()) {
            return;
        }
        double base = clip.standing(momentary.inUnit(), repetition);
        double up = clip.rules().heelUpFrom().value();
        double[] rises = over(f -> momentary.inUnit().of(clip.posture(f)) - base);
        if (rises.length == 0) {
            add(Measure.HEEL_UP_SHARE, momentary.side(), reasonOf(momentary));
            return;
        }
        double sem = clip.sem(momentary.inUnit(), repetition.bottom());
        long sure = Arrays.stream(rises).filter(r -> r > up).count();
        long unsure = Arrays.stream(rises).filter(r -> Math.abs(r - up) <= sem).count();
        add(
                Measure.HEEL_UP_SHARE,
                momentary.side(),
                Moment.REPETITION,
                (double) sure / rises.length,
                Math.max(1.0 / rises.length, (double) unsure / rises.length) / 2,
                clip.confidence(momentary.formula(), repetition.bottom()),
                repetition.bottom());
    }

    private double[] over(IntToDoubleFunction value) {
        return IntStream.rangeClosed(repetition.start(), repetition.end())
                .mapToDouble(value)
                .filter(v -> !Double.isNaN(v))
                .toArray();
    }

    private Measurement.Reason reasonOf(Momentary momentary) {
        return Double.isNaN(momentary.factor())
                ? Measurement.Reason.NO_SCALE
                : clip.missing(momentary.formula(), repetition.bottom());
    }

    private void standing(Momentary momentary) {
        standing(momentary.measure(), momentary.side(), momentary.inUnit(), momentary.scaled());
    }

    private void standing(Measure measure, Optional<Side> side, Formula formula, boolean scaled) {
        double value = clip.still() ? Double.NaN : clip.standing(formula, repetition);
        if (Double.isNaN(value)) {
            read.add(new Measurement.NotAssessable(
                    measure,
                    side,
                    Moment.STANDING,
                    clip.still()
                            ? Measurement.Reason.NO_STANDING
                            : measure.unit().equals("centimetres")
                                    ? Measurement.Reason.NO_SCALE
                                    : clip.missing(formula, repetition.start())));
            return;
        }
        double sem = Math.hypot(
                clip.standingSem(formula, repetition),
                scaled ? value * clip.rules().scaleNoise().value() / 100 : 0);
        add(
                measure,
                side,
                Moment.STANDING,
                value,
                sem,
                clip.confidence(formula, repetition.start()),
                repetition.start());
    }

    private void turnOut(Momentary momentary) {
        standing(momentary);
        Side side = momentary.side().orElseThrow();
        standing(Measure.FOOT_TO_THIGH, momentary.side(), momentary.inUnit().minus(Formula.abduction(side)), false);
        if (!clip.still()) {
            largest(
                    new Momentary(
                            Measure.TURN_OUT_CHANGE,
                            momentary.side(),
                            momentary.formula(),
                            momentary.factor(),
                            false,
                            true,
                            List.of()),
                    Moment.REPETITION);
        }
    }

    /** Sideways path of the kneecap minus its net travel. Its error is what the noise alone would add to the path. */
    private void wobble(Side side) {
        Momentary offset =
                clip.momentary(Measure.KNEE_OFFSET, Optional.of(side)).orElseThrow();
        Formula across = Formula.at(Landmark.of(Point.KNEE, side), Axis.Y).times(offset.factor());
        double[] path = over(f -> across.of(clip.posture(f)));
        if (path.length < 2) {
            add(
                    Measure.KNEE_WOBBLE,
                    Optional.of(side),
                    Double.isNaN(offset.factor())
                            ? Measurement.Reason.NO_FOOT_LENGTH
                            : clip.missing(offset.formula(), repetition.bottom()));
            return;
        }
        double travelled = IntStream.range(1, path.length)
                .mapToDouble(i -> Math.abs(path[i] - path[i - 1]))
                .sum();
        double seconds = (path.length - 1) / clip.rate();
        double noise =
                clip.sem(across, repetition.bottom()) * seconds * clip.rules().cutoffAt(clip.rate()) * 2;
        add(
                Measure.KNEE_WOBBLE,
                Optional.of(side),
                Moment.REPETITION,
                Math.max(0, travelled - Math.abs(path[path.length - 1] - path[0])),
                noise,
                clip.confidence(across, repetition.bottom()),
                repetition.bottom());
    }

    /**
     * Where the pelvis turns backward before the bottom, it tucks. It is read against the trunk, since a trunk that comes
     * upright takes the pelvis along and rounds no back.
     */
    private void tuck() {
        Formula pelvis = Formula.mean(clip.sides(), s -> Formula.pelvis(s).minus(Formula.trunk(s)));
        Formula thigh = Formula.mean(clip.sides(), Formula::thigh);
        int frames = repetition.bottom() - repetition.start() + 1;
        double[] tilt = IntStream.range(0, frames)
                .mapToDouble(i -> pelvis.of(clip.posture(repetition.start() + i)))
                .toArray();
        OptionalInt lost =
                IntStream.range(0, frames).filter(i -> Double.isNaN(tilt[i])).findFirst();
        if (lost.isPresent()) {
            add(Measure.TUCK_ONSET, Optional.empty(), clip.missing(pelvis, repetition.start() + lost.getAsInt()));
            add(
                    Measure.TUCK_BEFORE_TARGET,
                    Optional.empty(),
                    clip.missing(pelvis, repetition.start() + lost.getAsInt()));
            return;
        }
        double[] thighs = IntStream.range(0, frames)
                .mapToDouble(i -> thigh.of(clip.posture(repetition.start() + i)))
                .toArray();
        int top = IntStream.range(0, frames)
                .boxed()
                .max(Comparator.comparingDouble(i -> tilt[i]))
                .orElse(0);
        int until = IntStream.range(0, frames)
                .filter(i -> thighs[i] <= clip.subject().targetThigh())
                .findFirst()
                .orElse(frames - 1);
        double sem = clip.sem(pelvis, repetition.start() + top);
        double most = tilt[top] - sem * largestOf(tilt, tilt[top], sem);
        double whole = most - tilt[frames - 1];
        double confidence = clip.confidence(pelvis, repetition.start() + top);
        add(
                Measure.TUCK_BEFORE_TARGET,
                Optional.empty(),
                Moment.DESCENT,
                top >= until ? 0 : Math.max(0, most - tilt[until]),
                sem * Math.sqrt(2),
                confidence,
                repetition.start() + until);
        Hinge hinge = Hinge.fit(
                thighs, tilt, Math.max(1, clip.rate() / (2 * clip.rules().cutoffAt(clip.rate()))));
        if (whole < clip.rules().tuckFrom().value() || !hinge.falls()) {
            add(Measure.TUCK_ONSET, Optional.empty(), Measurement.Reason.NOT_REACHED);
            return;
        }
        int onset = IntStream.range(0, frames)
                .filter(i -> thighs[i] <= hinge.at())
                .findFirst()
                .orElse(frames - 1);
        add(
                Measure.TUCK_ONSET,
                Optional.empty(),
                Moment.DESCENT,
                hinge.at(),
                Math.hypot(hinge.sem(), clip.sem(thigh, repetition.start() + onset)),
                confidence,
                repetition.start() + onset);
    }

    private void hipsFirst() {
        int low = lastLow();
        int third = low + (repetition.end() - low) / 3;
        Formula hip = Formula.mean(clip.sides(), s -> Formula.at(Landmark.of(Point.HIP, s), Axis.Z));
        Formula shoulder = Formula.mean(clip.sides(), s -> Formula.at(Landmark.of(Point.SHOULDER, s), Axis.Z));
        double hipRise = hip.of(clip.posture(third)) - hip.of(clip.posture(low));
        double shoulderRise = shoulder.of(clip.posture(third)) - shoulder.of(clip.posture(low));
        if (Double.isNaN(hipRise + shoulderRise)) {
            add(Measure.HIPS_FIRST, Optional.empty(), clip.missing(shoulder, low));
            return;
        }
        if (shoulderRise <= 0) {
            add(Measure.HIPS_FIRST, Optional.empty(), Measurement.Reason.NOT_REACHED);
            return;
        }
        double ratio = hipRise / shoulderRise;
        double sem = Math.sqrt(2) * Math.hypot(clip.sem(hip, low), ratio * clip.sem(shoulder, low)) / shoulderRise;
        add(
                Measure.HIPS_FIRST,
                Optional.empty(),
                Moment.ASCENT,
                ratio,
                sem,
                Math.min(clip.confidence(hip, low), clip.confidence(shoulder, low)),
                low);
    }

    private void initiation() {
        Formula hip = Formula.mean(
                clip.sides(),
                s -> p -> 90 + Formula.trunk(s).of(p) - Formula.thigh(s).of(p));
        Formula knee = Formula.mean(
                clip.sides(),
                s -> p -> 90 - Formula.thigh(s).of(p) + Formula.shin(s).of(p));
        double hipOnset = onset(hip);
        double kneeOnset = onset(knee);
        if (Double.isNaN(hipOnset + kneeOnset)) {
            add(Measure.INITIATION, Optional.empty(), clip.missing(hip, repetition.start()));
            return;
        }
        double sem = Math.hypot(onsetSem(hip, hipOnset), onsetSem(knee, kneeOnset));
        add(
                Measure.INITIATION,
                Optional.empty(),
                Moment.DESCENT,
                hipOnset - kneeOnset,
                sem,
                Math.min(clip.confidence(hip, repetition.start()), clip.confidence(knee, repetition.start())),
                repetition.start());
    }

    /** Seconds at which an angle has left its standing value by a share of its range, between frames. */
    private double onset(Formula angle) {
        double base = clip.standing(angle, repetition);
        double level = base + clip.rules().onset().value() / 100 * (angle.of(clip.posture(repetition.bottom())) - base);
        boolean rising = level > base;
        for (int f = repetition.bottom(); f > 0; f--) {
            double here = angle.of(clip.posture(f - 1));
            double next = angle.of(clip.posture(f));
            if (Double.isNaN(here) || Double.isNaN(next)) {
                return Double.NaN;
            }
            if (rising ? here <= level : here >= level) {
                return (f - 1 + (next == here ? 0 : (level - here) / (next - here))) / clip.rate();
            }
        }
        return Double.NaN;
    }

    private double onsetSem(Formula angle, double onset) {
        int frame = (int) Math.round(onset * clip.rate());
        return Math.hypot(clip.sem(angle, frame), clip.standingSem(angle, repetition))
                / speed(f -> angle.of(clip.posture(f)), frame);
    }

    /** Change per second around a frame; never zero. */
    private double speed(IntToDoubleFunction value, int frame) {
        int from = Math.max(0, frame - 1);
        int to = Math.min(clip.tracks().frames() - 1, frame + 1);
        return Math.max(
                Math.abs(value.applyAsDouble(to) - value.applyAsDouble(from)) * clip.rate() / Math.max(1, to - from),
                1e-6);
    }

    /** Height below which the hip is at its lowest. */
    private double low() {
        double lowest = clip.hip()[repetition.bottom()];
        return lowest + clip.rules().onset().value() / 100 * (clip.hip()[repetition.start()] - lowest);
    }

    private int firstLow() {
        return IntStream.rangeClosed(repetition.start(), repetition.bottom())
                .filter(f -> clip.hip()[f] <= low())
                .findFirst()
                .orElse(repetition.bottom());
    }

    private int lastLow() {
        return IntStream.iterate(repetition.end(), f -> f >= repetition.bottom(), f -> f - 1)
                .filter(f -> clip.hip()[f] <= low())
                .findFirst()
                .orElse(repetition.bottom());
    }

    private void tempo() {
        double up = clip.standingHeight() * (1 - clip.rules().startDrop().value() / 100);
        double start = crossing(up, repetition.start());
        double down = crossing(low(), firstLow());
        double rising = crossing(low(), Math.min(lastLow() + 1, repetition.end()));
        double end = crossing(up, repetition.end());
        double[] sems =
                DoubleStream.of(start, down, rising, end).map(this::crossingSem).toArray();
        duration(Measure.TEMPO_DESCENT, Moment.DESCENT, start, down, Math.sqrt(2) * Math.hypot(sems[0], sems[1]));
        // Both ends of the pause hang on the same level: what moves it moves them apart.
        duration(
                Measure.TEMPO_PAUSE,
                Moment.BOTTOM_PHASE,
                down,
                rising,
                Math.hypot(Math.hypot(sems[1], sems[2]), sems[1] + sems[2]));
        duration(Measure.TEMPO_ASCENT, Moment.ASCENT, rising, end, Math.sqrt(2) * Math.hypot(sems[2], sems[3]));
    }

    /** Time at which the hip crosses a level on its way to a frame, in frames. */
    private double crossing(double level, int frame) {
        if (frame == 0) {
            return 0;
        }
        double before = clip.hip()[frame - 1];
        double here = clip.hip()[frame];
        double share = before == here ? 1 : (level - before) / (here - before);
        return frame - 1 + Math.min(1, Math.max(0, share));
    }

    private void duration(Measure measure, Moment moment, double from, double to, double sem) {
        add(measure, Optional.empty(), moment, (to - from) / clip.rate(), sem, 1, (int) Math.round(from));
    }

    /** Error of the time at which the hip crosses a level that is known: its noise over its speed. */
    private double crossingSem(double at) {
        int frame = (int) Math.round(at);
        return clip.hipNoise() / speed(f -> clip.hip()[f], frame);
    }

    private void add(
            Measure measure,
            Optional<Side> side,
            Moment moment,
            double value,
            double sem,
            double confidence,
            int frame) {
        read.add(new Measurement.Value(measure, side, moment, value, sem, confidence, frame));
    }

    private void add(Measure measure, Optional<Side> side, Measurement.Reason reason) {
        read.add(new Measurement.NotAssessable(measure, side, Moment.REPETITION, reason));
    }
}
