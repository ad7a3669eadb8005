package rangordnung.core.motion.measure;

import java.util.Arrays;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.function.IntPredicate;
import java.util.function.IntToDoubleFunction;
import java.util.stream.IntStream;
import org.hipparchus.stat.StatUtils;
import rangordnung.core.body.Side;
import rangordnung.core.motion.signal.Axis;
import rangordnung.core.motion.signal.BreakpointFit;
import rangordnung.core.motion.signal.Landmark;
import rangordnung.core.motion.signal.Landmark.Point;
import rangordnung.core.motion.signal.MotionRules;
import rangordnung.core.motion.signal.Repetition;
import rangordnung.core.motion.signal.Span;

/** Measures that take a whole repetition: paths, shares, onsets, tempo. */
final class RepetitionEvents {

    private final ClipAnalysis clip;
    private final Readings readings;
    private final MotionRules rules;
    private final Repetition repetition;
    private final List<Side> sides;
    private final Span seen;
    private final double[] hip;
    private final double stands;

    RepetitionEvents(ClipAnalysis clip, Readings readings, Repetition repetition) {
        this.clip = clip;
        this.readings = readings;
        this.rules = readings.rules();
        this.repetition = repetition;
        this.sides = clip.legs().sides();
        int around = (int) Math.ceil(rules.quietMargin().value() * readings.rate());
        this.seen = new Span(
                Math.max(0, repetition.start() - around), Math.min(readings.frames() - 1, repetition.end() + around));
        this.hip = IntStream.rangeClosed(seen.from(), seen.to())
                .mapToDouble(f -> readings.value(clip.legs()::hipHeight, f))
                .toArray();
        double standing = clip.standing().median(readings, clip.legs()::hipHeight, repetition);
        this.stands = Double.isNaN(standing) ? clip.standingHeight() : standing;
    }

    /** Height of the hip in a frame of the repetition or shortly before or after. */
    private double hip(int frame) {
        return hip[frame - seen.from()];
    }

    /** Sideways path of the kneecap minus its net travel; at a lower frame rate the low-pass takes a quick sway away. */
    Measurement wobble(Measure measure, Side side) {
        FrameMeasure offset =
                clip.frameMeasure(Measure.KNEE_OFFSET, Optional.of(side)).orElseThrow();
        Formula across = Formula.at(Landmark.of(Point.KNEE, side), Axis.Y).times(offset.factor());
        double[] path = over(f -> readings.value(across, f));
        if (path.length < 2) {
            return none(measure, Optional.of(side), clip.missing(offset, repetition.bottom()));
        }
        if (readings.rate() < rules.fullRate().value()) {
            return none(measure, Optional.of(side), Measurement.Reason.TOO_FEW_FRAMES);
        }
        double travelled = IntStream.range(1, path.length)
                .mapToDouble(i -> Math.abs(path[i] - path[i - 1]))
                .sum();
        return value(
                measure,
                Optional.of(side),
                Math.max(0, travelled - Math.abs(path[path.length - 1] - path[0])),
                0,
                readings.confidence(across, repetition.bottom()),
                repetition.bottom());
    }

    /** Part of the repetition with the heel up; half of the part within two standard deviations of the limit may be wrong. */
    Measurement heelUpShare(Measure measure, Side side) {
        FrameMeasure rise =
                clip.frameMeasure(Measure.HEEL_RISE, Optional.of(side)).orElseThrow();
        double base = clip.standing().median(readings, rise.inUnit(), repetition);
        double up = rules.heelUpFrom().value();
        double[] rises = over(f -> readings.value(rise.inUnit(), f) - base);
        if (rises.length == 0) {
            return none(measure, rise.side(), clip.missing(rise, repetition.bottom()));
        }
        double noise = rise.factor() * clip.noise().sd(Landmark.of(Point.HEEL, side), Axis.Z);
        if (noise > up * rules.surelyUp().value() / 100) {
            return none(measure, rise.side(), Measurement.Reason.TOO_NOISY);
        }
        return value(
                measure,
                rise.side(),
                (double) Arrays.stream(rises).filter(r -> r > up).count() / rises.length,
                Math.max(
                                1,
                                Arrays.stream(rises)
                                        .filter(r -> Math.abs(r - up) <= 2 * noise)
                                        .count())
                        / 2.0
                        / rises.length,
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
     */
    private record Descent(Formula pelvis, double[] tilt, double[] thighs, int top) {

        double most() {
            return tilt[top];
        }

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
        return new Descent(pelvis, tilt, thighs, top);
    }

    /** Backward rotation of the pelvis until the depth target or the bottom. */
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
                readings.confidence(descent.pelvis(), repetition.start() + descent.top()),
                repetition.start() + until);
    }

    /** Where the pelvis turns backward before the bottom, it tucks; the fit has an error of its own. */
    Measurement tuckOnset(Measure measure, Side leg) {
        OptionalInt lost = pelvisLost();
        if (lost.isPresent()) {
            return none(measure, readings.missing(pelvisAgainstTrunk(), lost.getAsInt()));
        }
        Descent descent = descent();
        double whole = descent.most() - descent.tilt()[descent.tilt().length - 1];
        if (whole < rules.tuckFrom().value()) {
            return none(measure, Measurement.Reason.NOT_REACHED);
        }
        BreakpointFit fit = BreakpointFit.of(
                descent.thighs(), descent.tilt(), Math.max(1, readings.rate() / (2 * readings.cutoff())));
        if (!fit.falls()) {
            return none(measure, Measurement.Reason.NOT_REACHED);
        }
        int onset = repetition.start() + descent.from(fit.at());
        return value(
                measure,
                Optional.empty(),
                fit.at(),
                fit.sem(),
                readings.confidence(descent.pelvis(), repetition.start() + descent.top()),
                onset);
    }

    /** Rise of the hip over rise of the shoulder in the first third of the ascent. */
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
        return value(measure, ratio, Math.min(readings.confidence(hip, low), readings.confidence(shoulder, low)), low);
    }

    /** Onset of hip flexion minus onset of knee flexion. */
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
                Math.min(readings.confidence(hip, repetition.start()), readings.confidence(knee, repetition.start())),
                repetition.start());
    }

    /** Seconds at which an angle has left its standing value by a share of its range, between frames. */
    private double onset(Formula angle) {
        double base = clip.standing().median(readings, angle, repetition);
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

    /** Height below which the hip is at its lowest. */
    private double low() {
        double lowest = StatUtils.percentile(
                IntStream.rangeClosed(repetition.bottomFrom(), repetition.bottomTo())
                        .mapToDouble(this::hip)
                        .toArray(),
                50);
        return lowest + rules.onset().value() / 100 * (hip(repetition.start()) - lowest);
    }

    /** Last frame before the hip rises from its lowest. */
    private int lastLow() {
        double low = low();
        return last(repetition.bottom(), repetition.end(), f -> hip(f) <= low).orElse(repetition.bottom());
    }

    private static OptionalInt last(int from, int to, IntPredicate is) {
        return IntStream.iterate(to, f -> f >= from, f -> f - 1).filter(is).findFirst();
    }

    /** Height at which the hip has left its standing. */
    private double up() {
        return stands * (1 - rules.startDrop().value() / 100);
    }

    /** Times, in frames, at which the hip leaves its standing, is low, rises, and stands again. */
    private double[] crossings() {
        double low = low();
        double up = up();
        int firstLow = IntStream.rangeClosed(seen.from(), repetition.bottom())
                .filter(f -> hip(f) <= low)
                .findFirst()
                .orElse(repetition.bottom());
        int lastUp = last(seen.from(), firstLow, f -> hip(f) >= up).orElse(seen.from());
        int lastLow = lastLow();
        int nextUp = IntStream.rangeClosed(lastLow, seen.to())
                .filter(f -> hip(f) >= up)
                .findFirst()
                .orElse(seen.to());
        return new double[] {
            crossing(up, Math.min(lastUp + 1, seen.to())),
            crossing(low, firstLow),
            crossing(low, Math.min(lastLow + 1, seen.to())),
            crossing(up, nextUp)
        };
    }

    Measurement descent(Measure measure, Side leg) {
        double[] at = crossings();
        return duration(measure, at[0], at[1]);
    }

    Measurement pause(Measure measure, Side leg) {
        double[] at = crossings();
        return duration(measure, at[1], at[2]);
    }

    Measurement ascent(Measure measure, Side leg) {
        double[] at = crossings();
        return duration(measure, at[2], at[3]);
    }

    /** Time at which the hip crosses a level on its way to a frame, in frames. */
    private double crossing(double level, int frame) {
        if (frame == seen.from()) {
            return frame;
        }
        double before = hip(frame - 1);
        double here = hip(frame);
        double share = before == here ? 1 : (level - before) / (here - before);
        return frame - 1 + Math.min(1, Math.max(0, share));
    }

    /** Each end of a time is known up to a frame, evenly, and to what the low-pass rounds off. */
    private Measurement duration(Measure measure, double from, double to) {
        double end = Math.hypot(
                1 / Math.sqrt(12) / readings.rate(), rules.filterBlur().value() / 100 / readings.cutoff());
        return value(measure, Optional.empty(), (to - from) / readings.rate(), Math.sqrt(2) * end, 1, (int)
                Math.round(from));
    }

    private static Measurement value(Measure measure, double value, double confidence, int frame) {
        return value(measure, Optional.empty(), value, 0, confidence, frame);
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
