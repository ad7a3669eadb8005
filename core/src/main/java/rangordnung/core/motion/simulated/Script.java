package rangordnung.core.motion.simulated;

import rangordnung.core.Refusal;
import rangordnung.core.body.ArmPosition;
import rangordnung.core.body.BodyLoad;
import rangordnung.core.body.BodyModel;
import rangordnung.core.body.Build;
import rangordnung.core.body.Side;
import rangordnung.core.body.Sided;

/**
 * What a simulated athlete is told to do.
 *
 * @param working     front leg of a lunge, standing leg of a stance
 * @param repetitions 1 to 50
 * @param tempo       how fast
 * @param depth       thigh angle at the bottom, degrees; where the body cannot get there, as deep as it can
 * @param stance      distance of the ankles in metres
 * @param turnOut     of each foot, degrees
 * @param sway        of the mass centre in a stance, metres from the middle to its edge
 */
public record Script(
        Exercise exercise,
        Build build,
        BodyModel.Limits limits,
        ArmPosition arms,
        BodyLoad load,
        Side working,
        int repetitions,
        Tempo tempo,
        double depth,
        double stance,
        Sided<Double> turnOut,
        double sway,
        Faults faults) {

    /** Angles of the thigh that can be told, degrees above parallel (house convention). */
    static final double DEEPEST = -40;

    static final double SHALLOWEST = 80;

    /** What can be performed. */
    public enum Exercise {
        SQUAT,
        SPLIT_SQUAT,
        FORWARD_LUNGE,
        REVERSE_LUNGE,
        SINGLE_LEG_STANCE
    }

    /** Seconds of each part of a repetition; standing comes before each repetition and after the last. */
    public record Tempo(double standing, double descent, double pause, double ascent) {

        public static final Tempo CALM = new Tempo(1.2, 1.8, 0.8, 1.4);

        public Tempo {
            if (!(standing >= 0.3
                    && descent >= 0.3
                    && ascent >= 0.3
                    && pause >= 0
                    && standing + descent + pause + ascent <= 60)) {
                throw Refusal.contradiction(
                        "Each part of a repetition takes at least 0.3 seconds, all together at most a minute");
            }
        }
    }

    public Script {
        if (repetitions < 1 || repetitions > 50) {
            throw Refusal.outOfRange("repetitions", repetitions, 1, 50, "");
        }
        if (!(stance >= 0.05 && stance <= 1.2)) {
            throw Refusal.outOfRange("stance", (double) Math.round(stance * 100), 5, 120, "cm");
        }
        if (!(depth >= DEEPEST && depth <= SHALLOWEST)) {
            throw Refusal.outOfRange("depth", depth, DEEPEST, SHALLOWEST, "degrees");
        }
    }

    /** A clean squat of an average body: arms forward, hip-wide stance, feet parallel. */
    public static Script squat(Build build, int repetitions) {
        return new Script(
                Exercise.SQUAT,
                build,
                new BodyModel.Limits(40, BodyModel.Limits.HIP, BodyModel.Limits.TRUNK),
                ArmPosition.FORWARD,
                BodyLoad.NONE,
                Side.LEFT,
                repetitions,
                Tempo.CALM,
                -3,
                build.hipSpacing(),
                Sided.both(0.0),
                0,
                Faults.NONE);
    }

    public Script with(Exercise changed, Side leg) {
        return new Script(
                changed,
                build,
                limits,
                changed == Exercise.SQUAT ? arms : ArmPosition.HANGING,
                load,
                leg,
                repetitions,
                tempo,
                depth,
                stance,
                turnOut,
                sway,
                faults);
    }

    public Script with(Faults changed) {
        return with(arms, tempo, depth, stance, turnOut, sway, changed);
    }

    public Script with(Tempo changed) {
        return with(arms, changed, depth, stance, turnOut, sway, faults);
    }

    public Script withFeet(double metres, double degrees) {
        return withFeet(metres, Sided.both(degrees));
    }

    public Script withFeet(double metres, Sided<Double> degrees) {
        return with(arms, tempo, depth, metres, degrees, sway, faults);
    }

    public Script withDepth(double degrees) {
        return with(arms, tempo, degrees, stance, turnOut, sway, faults);
    }

    public Script withArms(ArmPosition changed) {
        return with(changed, tempo, depth, stance, turnOut, sway, faults);
    }

    public Script withSway(double metres) {
        return with(arms, tempo, depth, stance, turnOut, metres, faults);
    }

    private Script with(
            ArmPosition itsArms,
            Tempo itsTempo,
            double itsDepth,
            double itsStance,
            Sided<Double> itsTurnOut,
            double itsSway,
            Faults itsFaults) {
        return new Script(
                exercise,
                build,
                limits,
                itsArms,
                load,
                working,
                repetitions,
                itsTempo,
                itsDepth,
                itsStance,
                itsTurnOut,
                itsSway,
                itsFaults);
    }

    /** Whole duration in seconds. */
    public double seconds() {
        return exercise == Exercise.SINGLE_LEG_STANCE
                ? 12
                : repetitions * (tempo.standing() + tempo.descent() + tempo.pause() + tempo.ascent())
                        + tempo.standing();
    }
}
