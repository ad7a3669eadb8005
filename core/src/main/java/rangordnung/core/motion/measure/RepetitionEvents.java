package rangordnung.core.motion.measure;

import java.util.Arrays;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.function.IntToDoubleFunction;
import java.util.stream.DoubleStream;
import java.util.stream.IntStream;
import rangordnung.core.body.Side;
import rangordnung.core.motion.signal.Axis;
import rangordnung.core.motion.signal.BreakpointFit;
import rangordnung.core.motion.signal.Landmark;
import rangordnung.core.motion.signal.Landmark.Point;
import rangordnung.core.motion.signal.MotionRules;
import rangordnung.core.motion.signal.Repetition;

/** Measures that take a whole repetition: paths, shares, onsets, tempo. Each tells what its error comes from. */
final class RepetitionEvents {

    /** A speed that stands in for none at all, so that an error stays a number (house convention). */
    private static final double SLOWEST = 1e-6;

    private final ClipAnalysis clip;
    private final Readings readings;
    private final MotionRules rules;
    private final Repetition repetition;
    private final List<Side> sides;

    RepetitionEvents(ClipAnalysis clip, Repetition repetition) {
        this.clip = clip;
        this.readings = clip.readings();
        this.rules = readings.rules();
        this.repetition = repetition;
        this.sides = clip.legs().sides();
    }

    /** Sideways path of the kneecap minus its net travel. Its error is what the noise alone would add to the path. */
    Measurement wobble(Measure measure, Side side) {
        FrameMeasure offset =
                clip.frameMeasure(Measure.KNEE_OFFSET, Optional.of(side)).orElseThrow();
        Formula across = Formula.at(Landmark.of(Point.KNEE, side), Axis.Y).times(offset.factor());
        double[] path = over(f -> readings.value(across, f));
        if (path.length < 2) {
            return none(measure, Optional.of(side), clip.missing(offset, repetition.bottom()));
        }
        double travelled = IntStream.range(1, path.length)
                .mapToDouble(i -> Math.abs(path[i] - path[i - 1]))
                .sum();
        double seconds = (path.length - 1) / readings.rate();
        return value(
                measure,
                Optional.of(side),
                Math.max(0, travelled - Math.abs(path[path.length - 1] - path[0])),
                readings.sem(across, repetition.bottom()) * seconds * readings.cutoff() * 2,
                readings.confidence(across, repetition.bottom()),
                repetition.bottom());
    }

    /** Part of the repetition with the heel up. Its error is half of the part that lies within noise of the limit. */
    Measurement heelUpShare(Measure measure, Side side) {
        FrameMeasure rise =
                clip.frameMeasure(Measure.HEEL_RISE, Optional.of(side)).orElseThrow();
        double base = clip.standing().median(rise.inUnit(), repetition);
        double up = rules.heelUpFrom().value();
        double[] rises = over(f -> readings.value(rise.inUnit(), f) - base);
        if (rises.length == 0) {
            return none(measure, rise.side(), clip.missing(rise, repetition.bottom()));
        }
        double sem = readings.sem(rise.inUnit(), repetition.bottom());
        long sure = Arrays.stream(rises).filter(r -> r > up).count();
        long unsure = Arrays.stream(rises).filter(r -> Math.abs(r - up) <= sem).count();
        return value(
                measure,
                rise.side(),
                (double) sure / rises.length,
                Math.max(1.0 / rises.length, (double) unsure / rises.length) / 2,
                readings.confidence(rise.formula(), repetition.bottom()),
                repetition.bottom());
    }

    private double[] over(IntToDoubleFunction value) {
        return IntStream.rangeClosed(repetition.start(), repetition.end())
                .mapToDouble(value)
                .filter(v -> !Double.isNaN(v))
                .toArray();
    }

    /**
     * The pelvis against the trunk on the way down: a trunk that comes upright takes the pelvis along and rounds no back.
     *
     * @param tilt   of the pelvis against the trunk, forward positive, for each frame from the start to the bottom
     * @param thighs thigh angles there
     * @param top    where the pelvis is tipped forward most
     * @param most   its tilt there, less what noise alone adds to the largest
     */
    private record Descent(Formula pelvis, double[] tilt, double[] thighs, int top, double most, double sem) {

        int from(double thigh) {
            return IntStream.range(0, thighs.length)
                    .filter(i -> thighs[i] <= thigh)
                    .findFirst()
                    .orElse(thighs.length - 1);
        }
    }

    private Formula pelvisAgainstTrunk() {
        return Formula.mean(sides, s -> Formula.pelvis(s).minus(Formula.trunk(s)));
    }

    private OptionalInt pelvisLost() {
        Formula pelvis = pelvisAgainstTrunk();
        return IntStream.rangeClosed(repetition.start(), repetition.bottom())
                .filter(f -> Double.isNaN(readings.value(pelvis, f)))
                .findFirst();
    }

    private Descent descent() {
        Formula pelvis = pelvisAgainstTrunk();
        Formula thigh = Formula.mean(sides, Formula::thigh);
        int[] frames =
                IntStream.rangeClosed(repetition.start(), repetition.bottom()).toArray();
        double[] tilt = Arrays.stream(frames)
                .mapToDouble(f -> readings.value(pelvis, f))
                .toArray();
        double[] thighs =
                Arrays.stream(frames).mapToDouble(f -> readings.value(thigh, f)).toArray();
        int top = IntStream.range(0, tilt.length)
                .boxed()
                .max(Comparator.comparingDouble(i -> tilt[i]))
                .orElse(0);
        double sem = readings.sem(pelvis, frames[top]);
        double most = tilt[top] - sem * RepetitionAnalysis.excessOfLargest(readings, tilt, tilt[top], sem);
        return new Descent(pelvis, tilt, thighs, top, most, sem);
    }

    /** Backward rotation of the pelvis until the depth target or the bottom; the error is that of both tilts. */
    Measurement tuckBeforeTarget(Measure measure, Side leg) {
        OptionalInt lost = pelvisLost();
        if (lost.isPresent()) {
            return none(measure, readings.missing(pelvisAgainstTrunk(), lost.getAsInt()));
        }
        Descent descent = descent();
        int until = descent.from(clip.subject().targetThigh());
        return value(
                measure,
                descent.top() >= until ? 0 : Math.max(0, descent.most() - descent.tilt()[until]),
                descent.sem() * Math.sqrt(2),
                readings.confidence(descent.pelvis(), repetition.start() + descent.top()),
                repetition.start() + until);
    }

    /** Where the pelvis turns backward before the bottom, it tucks; the error is that of the fit and of the thigh there. */
    Measurement tuckOnset(Measure measure, Side leg) {
        OptionalInt lost = pelvisLost();
        if (lost.isPresent()) {
            return none(measure, readings.missing(pelvisAgainstTrunk(), lost.getAsInt()));
        }
        Descent descent = descent();
        double whole = descent.most() - descent.tilt()[descent.tilt().length - 1];
        BreakpointFit fit = BreakpointFit.of(
                descent.thighs(), descent.tilt(), Math.max(1, readings.rate() / (2 * readings.cutoff())));
        if (whole < rules.tuckFrom().value() || !fit.falls()) {
            return none(measure, Measurement.Reason.NOT_REACHED);
        }
        int onset = repetition.start() + descent.from(fit.at());
        return value(
                measure,
                fit.at(),
                Math.hypot(fit.sem(), readings.sem(Formula.mean(sides, Formula::thigh), onset)),
                readings.confidence(descent.pelvis(), repetition.start() + descent.top()),
                onset);
    }

    /** Rise of the hip over rise of the shoulder in the first third of the ascent, with the errors of both. */
    Measurement hipsFirst(Measure measure, Side leg) {
        int low = lastLow();
        int third = low + (repetition.end() - low) / 3;
        Formula hip = Formula.mean(sides, s -> Formula.at(Landmark.of(Point.HIP, s), Axis.Z));
        Formula shoulder = Formula.mean(sides, s -> Formula.at(Landmark.of(Point.SHOULDER, s), Axis.Z));
        double hipRise = readings.value(hip, third) - readings.value(hip, low);
        double shoulderRise = readings.value(shoulder, third) - readings.value(shoulder, low);
        if (Double.isNaN(hipRise + shoulderRise)) {
            return none(measure, readings.missing(shoulder, low));
        }
        if (shoulderRise <= 0) {
            return none(measure, Measurement.Reason.NOT_REACHED);
        }
        double ratio = hipRise / shoulderRise;
        return value(
                measure,
                ratio,
                Math.sqrt(2) * Math.hypot(readings.sem(hip, low), ratio * readings.sem(shoulder, low)) / shoulderRise,
                Math.min(readings.confidence(hip, low), readings.confidence(shoulder, low)),
                low);
    }

    /** Onset of hip flexion minus onset of knee flexion, with the errors of both times. */
    Measurement initiation(Measure measure, Side leg) {
        Formula hip = Formula.mean(sides, Formula::hipFlexion);
        Formula knee = Formula.mean(sides, Formula::kneeFlexion);
        double hipOnset = onset(hip);
        double kneeOnset = onset(knee);
        if (Double.isNaN(hipOnset + kneeOnset)) {
            return none(measure, readings.missing(hip, repetition.start()));
        }
        return value(
                measure,
                hipOnset - kneeOnset,
                Math.hypot(onsetSem(hip, hipOnset), onsetSem(knee, kneeOnset)),
                Math.min(readings.confidence(hip, repetition.start()), readings.confidence(knee, repetition.start())),
                repetition.start());
    }

    /** Seconds at which an angle has left its standing value by a share of its range, between frames. */
    private double onset(Formula angle) {
        double base = clip.standing().median(angle, repetition);
        double level = base + rules.onset().value() / 100 * (readings.value(angle, repetition.bottom()) - base);
        boolean rising = level > base;
        for (int f = repetition.bottom(); f > 0; f--) {
            double here = readings.value(angle, f - 1);
            double next = readings.value(angle, f);
            if (Double.isNaN(here) || Double.isNaN(next)) {
                return Double.NaN;
            }
            if (rising ? here <= level : here >= level) {
                return (f - 1 + (next == here ? 0 : (level - here) / (next - here))) / readings.rate();
            }
        }
        return Double.NaN;
    }

    private double onsetSem(Formula angle, double onset) {
        int frame = (int) Math.round(onset * readings.rate());
        return Math.hypot(readings.sem(angle, frame), clip.standing().sem(angle, repetition))
                / speed(f -> readings.value(angle, f), frame);
    }

    /** Change per second around a frame; never zero. */
    private double speed(IntToDoubleFunction value, int frame) {
        int from = Math.max(0, frame - 1);
        int to = Math.min(readings.frames() - 1, frame + 1);
        return Math.max(
                Math.abs(value.applyAsDouble(to) - value.applyAsDouble(from))
                        * readings.rate()
                        / Math.max(1, to - from),
                SLOWEST);
    }

    /** Height below which the hip is at its lowest. */
    private double low() {
        double lowest = clip.hip()[repetition.bottom()];
        return lowest + rules.onset().value() / 100 * (clip.hip()[repetition.start()] - lowest);
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

    /** Height at which the hip has left its standing. */
    private double up() {
        return clip.standingHeight() * (1 - rules.startDrop().value() / 100);
    }

    /** Times, in frames, at which the hip leaves its standing, is low, rises, and stands again. */
    private double[] crossings() {
        return new double[] {
            crossing(up(), repetition.start()),
            crossing(low(), firstLow()),
            crossing(low(), Math.min(lastLow() + 1, repetition.end())),
            crossing(up(), repetition.end())
        };
    }

    Measurement descent(Measure measure, Side leg) {
        double[] at = crossings();
        return duration(measure, at[0], at[1], Math.sqrt(2) * Math.hypot(crossingSem(at[0]), crossingSem(at[1])));
    }

    /** Both ends of the pause hang on the same level: what moves it moves them apart. */
    Measurement pause(Measure measure, Side leg) {
        double[] at = crossings();
        double[] sems = DoubleStream.of(at[1], at[2]).map(this::crossingSem).toArray();
        return duration(measure, at[1], at[2], Math.hypot(Math.hypot(sems[0], sems[1]), sems[0] + sems[1]));
    }

    Measurement ascent(Measure measure, Side leg) {
        double[] at = crossings();
        return duration(measure, at[2], at[3], Math.sqrt(2) * Math.hypot(crossingSem(at[2]), crossingSem(at[3])));
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

    /** Error of the time at which the hip crosses a level that is known: its noise over its speed. */
    private double crossingSem(double at) {
        return clip.hipNoise() / speed(f -> clip.hip()[f], (int) Math.round(at));
    }

    private Measurement duration(Measure measure, double from, double to, double sem) {
        return value(measure, (to - from) / readings.rate(), sem, 1, (int) Math.round(from));
    }

    private static Measurement value(Measure measure, double value, double sem, double confidence, int frame) {
        return value(measure, Optional.empty(), value, sem, confidence, frame);
    }

    private static Measurement value(
            Measure measure, Optional<Side> side, double value, double sem, double confidence, int frame) {
        return new Measurement.Value(measure, side, measure.told(), value, sem, confidence, frame);
    }

    private static Measurement none(Measure measure, Measurement.Reason reason) {
        return none(measure, Optional.empty(), reason);
    }

    private static Measurement none(Measure measure, Optional<Side> side, Measurement.Reason reason) {
        return new Measurement.NotAssessable(measure, side, measure.told(), reason);
    }
}
