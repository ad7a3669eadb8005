package rangordnung.core.motion;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.IntToDoubleFunction;
import java.util.stream.IntStream;
import rangordnung.core.body.Side;
import rangordnung.core.motion.Landmark.Point;
import rangordnung.core.motion.Repetition.Moment;

/** Reads every measure of one repetition. */
final class RepetitionReading {

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
                case HIP_ABDUCTION, STANCE_WIDTH -> standing(momentary);
                default -> at(momentary, Moment.BOTTOM, repetition.bottom());
            }
        }
        if (!clip.still()) {
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
        return clip.momentary().stream().filter(m -> m.measure() == measure).flatMap(m -> m.side().stream()).toList();
    }

    private void at(Momentary momentary, Moment moment, int frame) {
        read.add(clip.read(momentary, moment, frame, repetition));
    }

    /** At the bottom, and the largest of each phase and of the whole. */
    private void knee(Momentary momentary) {
        at(momentary, Moment.BOTTOM, repetition.bottom());
        if (!clip.still()) {
            for (Moment moment : List.of(Moment.DESCENT, Moment.BOTTOM_PHASE, Moment.ASCENT, Moment.REPETITION)) {
                largest(momentary, moment);
            }
        }
    }

    private void largest(Momentary momentary, Moment moment) {
        Formula formula = momentary.inUnit();
        at(momentary, moment, IntStream.rangeClosed(repetition.from(moment), repetition.to(moment))
                .filter(f -> momentary.assessable(clip.posture(f)) && !Double.isNaN(formula.of(clip.posture(f))))
                .boxed()
                .max(java.util.Comparator.comparingDouble(f -> formula.of(clip.posture(f))))
                .orElse(repetition.bottom()));
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
        long sure = java.util.Arrays.stream(rises).filter(r -> r > up).count();
        long unsure = java.util.Arrays.stream(rises).filter(r -> Math.abs(r - up) <= sem).count();
        add(Measure.HEEL_UP_SHARE, momentary.side(), Moment.REPETITION, (double) sure / rises.length,
                Math.max(1.0 / rises.length, (double) unsure / rises.length) / 2, clip.confidence(momentary.formula(), repetition.bottom()), repetition.bottom());
    }

    private double[] over(IntToDoubleFunction value) {
        return IntStream.rangeClosed(repetition.start(), repetition.end()).mapToDouble(value).filter(v -> !Double.isNaN(v)).toArray();
    }

    private Measurement.Reason reasonOf(Momentary momentary) {
        return Double.isNaN(momentary.factor()) ? Measurement.Reason.NO_SCALE : clip.missing(momentary.formula(), repetition.bottom());
    }

    private void standing(Momentary momentary) {
        standing(momentary.measure(), momentary.side(), momentary.inUnit(), momentary.scaled());
    }

    private void standing(Measure measure, Optional<Side> side, Formula formula, boolean scaled) {
        double value = clip.still() ? Double.NaN : clip.standing(formula, repetition);
        if (Double.isNaN(value)) {
            read.add(new Measurement.NotAssessable(measure, side, Moment.STANDING, clip.still() ? Measurement.Reason.NO_STANDING
                    : measure.unit().equals("centimetres") ? Measurement.Reason.NO_SCALE : clip.missing(formula, repetition.start())));
            return;
        }
        double sem = Math.hypot(clip.standingSem(formula, repetition), scaled ? value * clip.rules().scaleNoise().value() / 100 : 0);
        add(measure, side, Moment.STANDING, value, sem, clip.confidence(formula, repetition.start()), repetition.start());
    }

    private void turnOut(Momentary momentary) {
        standing(momentary);
        Side side = momentary.side().orElseThrow();
        standing(Measure.FOOT_TO_THIGH, momentary.side(), momentary.inUnit().minus(Formula.abduction(side)), false);
        if (!clip.still()) {
            largest(new Momentary(Measure.TURN_OUT_CHANGE, momentary.side(), momentary.formula(), momentary.factor(), false, true, List.of()), Moment.REPETITION);
        }
    }

    /** Sideways path of the kneecap minus its net travel. Its error is what the noise alone would add to the path. */
    private void wobble(Side side) {
        Momentary offset = clip.momentary(Measure.KNEE_OFFSET, Optional.of(side)).orElseThrow();
        Formula across = Formula.at(Landmark.of(Point.KNEE, side), Axis.Y).times(offset.factor());
        double[] path = over(f -> across.of(clip.posture(f)));
        if (path.length < 2) {
            add(Measure.KNEE_WOBBLE, Optional.of(side), Double.isNaN(offset.factor()) ? Measurement.Reason.NO_FOOT_LENGTH : clip.missing(offset.formula(), repetition.bottom()));
            return;
        }
        double travelled = IntStream.range(1, path.length).mapToDouble(i -> Math.abs(path[i] - path[i - 1])).sum();
        double seconds = (path.length - 1) / clip.rate();
        double noise = clip.sem(across, repetition.bottom()) * seconds * clip.rules().cutoffAt(clip.rate()) * 2;
        add(Measure.KNEE_WOBBLE, Optional.of(side), Moment.REPETITION, Math.max(0, travelled - Math.abs(path[path.length - 1] - path[0])), noise,
                clip.confidence(across, repetition.bottom()), repetition.bottom());
    }

    /**
     * Where the pelvis turns backward before the bottom, it tucks. It is read against the trunk, since a trunk that comes
     * upright takes the pelvis along and rounds no back.
     */
    private void tuck() {
        Formula pelvis = Formula.mean(clip.sides(), s -> Formula.pelvis(s).minus(Formula.trunk(s)));
        Formula thigh = Formula.mean(clip.sides(), Formula::thigh);
        int onset = repetition.start();
        int until = repetition.bottom();
        double most = Double.NEGATIVE_INFINITY;
        for (int f = repetition.start(); f <= repetition.bottom(); f++) {
            double tilt = pelvis.of(clip.posture(f));
            if (Double.isNaN(tilt)) {
                add(Measure.TUCK_ONSET, Optional.empty(), clip.missing(pelvis, f));
                add(Measure.TUCK_BEFORE_TARGET, Optional.empty(), clip.missing(pelvis, f));
                return;
            }
            if (tilt > most) {
                most = tilt;
                onset = f;
            }
            if (until == repetition.bottom() && thigh.of(clip.posture(f)) <= clip.subject().targetThigh()) {
                until = f;
            }
        }
        double whole = most - pelvis.of(clip.posture(repetition.bottom()));
        double early = onset >= until ? 0 : Math.max(0, most - pelvis.of(clip.posture(until)));
        double sem = clip.sem(pelvis, onset);
        double confidence = clip.confidence(pelvis, onset);
        if (whole < clip.rules().tuckFrom().value()) {
            add(Measure.TUCK_ONSET, Optional.empty(), Measurement.Reason.NOT_REACHED);
        } else {
            add(Measure.TUCK_ONSET, Optional.empty(), Moment.DESCENT, thigh.of(clip.posture(onset)), onsetError(pelvis, thigh, onset, sem), confidence, onset);
        }
        add(Measure.TUCK_BEFORE_TARGET, Optional.empty(), Moment.DESCENT, early, sem * Math.sqrt(2), confidence, until);
    }

    /** At a turning point the time is as uncertain as the noise is wide against its curvature; the thigh moves on meanwhile. */
    private double onsetError(Formula pelvis, Formula thigh, int onset, double sem) {
        int window = (int) Math.max(1, Math.round(clip.rate() / clip.rules().cutoffAt(clip.rate())));
        int from = Math.max(repetition.start(), onset - window);
        int to = Math.min(repetition.bottom(), onset + window);
        double fall = Math.max(pelvis.of(clip.posture(onset)) - (pelvis.of(clip.posture(from)) + pelvis.of(clip.posture(to))) / 2, 1e-9);
        double frames = Math.min(to - from, (to - from) / 2.0 * Math.sqrt(sem / fall));
        double speed = Math.abs(thigh.of(clip.posture(to)) - thigh.of(clip.posture(from))) / Math.max(1, to - from);
        return Math.hypot(clip.sem(thigh, onset), frames * speed);
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
        add(Measure.HIPS_FIRST, Optional.empty(), Moment.ASCENT, ratio, sem, Math.min(clip.confidence(hip, low), clip.confidence(shoulder, low)), low);
    }

    private void initiation() {
        Formula hip = Formula.mean(clip.sides(), s -> p -> 90 + Formula.trunk(s).of(p) - Formula.thigh(s).of(p));
        Formula knee = Formula.mean(clip.sides(), s -> p -> 90 - Formula.thigh(s).of(p) + Formula.shin(s).of(p));
        double hipOnset = onset(hip);
        double kneeOnset = onset(knee);
        if (Double.isNaN(hipOnset + kneeOnset)) {
            add(Measure.INITIATION, Optional.empty(), clip.missing(hip, repetition.start()));
            return;
        }
        double sem = Math.hypot(onsetSem(hip, hipOnset), onsetSem(knee, kneeOnset));
        add(Measure.INITIATION, Optional.empty(), Moment.DESCENT, hipOnset - kneeOnset, sem,
                Math.min(clip.confidence(hip, repetition.start()), clip.confidence(knee, repetition.start())), repetition.start());
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
        return Math.hypot(clip.sem(angle, frame), clip.standingSem(angle, repetition)) / speed(f -> angle.of(clip.posture(f)), frame);
    }

    /** Change per second around a frame; never zero. */
    private double speed(IntToDoubleFunction value, int frame) {
        int from = Math.max(0, frame - 1);
        int to = Math.min(clip.tracks().frames() - 1, frame + 1);
        return Math.max(Math.abs(value.applyAsDouble(to) - value.applyAsDouble(from)) * clip.rate() / Math.max(1, to - from), 1e-6);
    }

    private double low() {
        double lowest = clip.hip()[repetition.bottom()];
        return lowest + clip.rules().onset().value() / 100 * (clip.hip()[repetition.start()] - lowest);
    }

    private int firstLow() {
        return IntStream.rangeClosed(repetition.start(), repetition.bottom()).filter(f -> clip.hip()[f] <= low()).findFirst().orElse(repetition.bottom());
    }

    private int lastLow() {
        return IntStream.iterate(repetition.end(), f -> f >= repetition.bottom(), f -> f - 1).filter(f -> clip.hip()[f] <= low()).findFirst().orElse(repetition.bottom());
    }

    private void tempo() {
        int down = firstLow();
        int up = lastLow();
        duration(Measure.TEMPO_DESCENT, Moment.DESCENT, repetition.start(), down);
        duration(Measure.TEMPO_PAUSE, Moment.BOTTOM_PHASE, down, up);
        duration(Measure.TEMPO_ASCENT, Moment.ASCENT, up, repetition.end());
    }

    private void duration(Measure measure, Moment moment, int from, int to) {
        add(measure, Optional.empty(), moment, (to - from) / clip.rate(), Math.hypot(crossingSem(from), crossingSem(to)), 1, from);
    }

    /** Error of the time at which the hip crosses a level: its noise over its speed, and the width of a frame. */
    private double crossingSem(int frame) {
        Side side = clip.sides().get(0);
        double noise = clip.sem(Formula.at(Landmark.of(Point.HIP, side), Axis.Z).minus(Formula.at(Landmark.of(Point.ANKLE, side), Axis.Z)), frame);
        return Math.hypot(noise / speed(f -> clip.hip()[f], frame), 1 / clip.rate() / Math.sqrt(12));
    }

    private void add(Measure measure, Optional<Side> side, Moment moment, double value, double sem, double confidence, int frame) {
        read.add(new Measurement.Value(measure, side, moment, value, sem, confidence, frame));
    }

    private void add(Measure measure, Optional<Side> side, Measurement.Reason reason) {
        read.add(new Measurement.NotAssessable(measure, side, Moment.REPETITION, reason));
    }
}
