package rangordnung.core.motion.simulated;

import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.BiFunction;
import java.util.function.DoubleFunction;
import rangordnung.core.body.ArmPosition;
import rangordnung.core.body.BodyLoad;
import rangordnung.core.body.BodyModel;
import rangordnung.core.body.Build;
import rangordnung.core.body.Side;
import rangordnung.core.body.Sided;
import rangordnung.core.motion.signal.Motion;
import rangordnung.core.protocol.Anchor;
import rangordnung.core.protocol.Conditions;
import rangordnung.core.protocol.Criterion;
import rangordnung.core.protocol.Grade;
import rangordnung.core.protocol.Protocol;
import rangordnung.core.protocol.TestDefinition;
import rangordnung.core.protocol.Threshold;
import rangordnung.core.protocol.View;

/**
 * What the grades of a criterion look like under the anchors of a protocol: the simulated athlete with as much of the fault as
 * the middle of a grade asks for, on the left, or toward it.
 */
public final class GradePictures {

    /** Of whom the pictures are, in metres (house convention). */
    private static final double STATURE = 1.7;

    /** Degrees that the shin bends forward, more than any test asks for (house convention). */
    private static final double ANKLE = 40;

    /** A little below parallel, degrees of the thigh (house convention). */
    private static final double DEPTH = -3;

    /** Where the tail begins to tuck, degrees of the thigh above parallel (house convention). */
    private static final double TUCK_FROM = 25;

    /** Quick, since a picture is looked at again and again (house convention). */
    private static final Script.Tempo TEMPO = new Script.Tempo(0.4, 0.9, 0.6, 0.9);

    /**
     * A grade of a criterion.
     *
     * @param value of the anchor's measure, in its unit
     */
    public record Picture(Grade grade, double value, Script script) {}

    /** The pictures of a criterion, the clean one first, as they are filmed. */
    public record Pictures(Anchor anchor, Motion.Plane plane, List<Picture> grades) {}

    /** How much of which fault makes a value of a measure. */
    private final Map<String, BiFunction<Script, Double, Script>> amounts;

    private final Protocol protocol;
    private final PoseRules poses;

    public GradePictures(Protocol protocol, PoseRules poses) {
        this.protocol = protocol;
        this.poses = poses;
        this.amounts = Map.of(
                "knee-to-foot-offset", GradePictures::kneeIn,
                "heel-rise", (s, value) -> s.with(s.faults().withHeelRise(new Sided<>(Math.max(0, value), 0.0))),
                "turn-out-change", (s, value) -> s.with(s.faults().withTurningFeet(value)),
                "pelvic-shift", (s, value) -> s.with(s.faults().withPelvis(value, 0)),
                "pelvic-obliquity", (s, value) -> s.with(s.faults().withPelvis(0, value)),
                "thigh-angle", (s, value) -> s.withDepth(Math.min(Script.SHALLOWEST, Math.max(Script.DEEPEST, value))),
                "trunk-minus-shin", (s, value) -> leaning(s, value + clean(s).shin()),
                "trunk-lean", this::leaning,
                "tuck-before-target", (s, value) -> s.with(s.faults().withTuck(value, TUCK_FROM)),
                "arm-line", (s, value) -> s.with(s.faults().withTrunk(0, 0, value)));
    }

    /** The pictures of a criterion in a test; empty where a skeleton does not show it. */
    public Optional<Pictures> of(TestDefinition test, Criterion criterion) {
        Motion.Plane plane = criterion.views().contains(View.SIDE) ? Motion.Plane.SIDE : Motion.Plane.FRONT;
        return performed(test).flatMap(script -> criterion.anchorsUnder(protocol.school()).stream()
                .filter(a -> shows(test, a))
                .flatMap(a -> Optional.ofNullable(amounts.get(a.measure())).stream()
                        .map(amount -> new Pictures(
                                a,
                                plane,
                                Arrays.stream(Grade.values())
                                        .map(grade -> picture(grade, a, value -> amount.apply(script, value)))
                                        .toList())))
                .findFirst());
    }

    /** A lunge and a stance are performed without what only a squat has. */
    private static boolean shows(TestDefinition test, Anchor anchor) {
        return switch (test.pattern()) {
            case SQUAT -> true;
            case LUNGE ->
                List.of("knee-to-foot-offset", "heel-rise", "pelvic-obliquity", "trunk-minus-shin", "trunk-lean")
                        .contains(anchor.measure());
            case BALANCE -> List.of("knee-to-foot-offset", "pelvic-obliquity").contains(anchor.measure());
            case ANKLE -> false;
        };
    }

    private Picture picture(Grade grade, Anchor anchor, DoubleFunction<Script> performed) {
        double value = grade == Grade.NONE && anchor.offset(0) <= 0
                ? 0
                : anchor.tolerance().value()
                        + middle(grade)
                                * (anchor.limit().value() - anchor.tolerance().value());
        double target = anchor.target(protocol.school()).orElse(0.0);
        return new Picture(grade, value, performed.apply(value + target));
    }

    /** The deviation in the middle of a grade; none is clean, and the last one is as bad as it is told. */
    private double middle(Grade grade) {
        List<Threshold> cuts = protocol.rules().gradeCutPoints();
        return switch (grade) {
            case NONE -> 0;
            case SEVERE -> 1;
            default ->
                (cuts.get(grade.ordinal() - 1).value()
                                + cuts.get(grade.ordinal()).value())
                        / 2;
        };
    }

    /** Somebody who performs the test without a fault; empty where nothing is performed that the skeleton can do. */
    private Optional<Script> performed(TestDefinition test) {
        Build build = Build.ofStature(STATURE);
        ArmPosition arms =
                test.standard().arms() == Conditions.Arms.OVERHEAD ? ArmPosition.OVERHEAD : ArmPosition.FORWARD;
        Script squat = new Script(
                Script.Exercise.SQUAT,
                build,
                new BodyModel.Limits(ANKLE, BodyModel.Limits.HIP, BodyModel.Limits.TRUNK),
                arms,
                BodyLoad.NONE,
                Side.LEFT,
                1,
                TEMPO,
                DEPTH,
                build.hipSpacing(),
                0,
                0,
                Faults.NONE);
        return switch (test.pattern()) {
            case SQUAT -> Optional.of(squat);
            case LUNGE -> Optional.of(squat.with(Script.Exercise.SPLIT_SQUAT, Side.LEFT));
            case BALANCE -> Optional.of(squat.with(Script.Exercise.SINGLE_LEG_STANCE, Side.LEFT));
            case ANKLE -> Optional.empty();
        };
    }

    private static Script kneeIn(Script script, double percent) {
        Faults.Phases phases = new Faults.Phases(percent / 2, percent, percent / 2);
        return script.with(script.faults().withKneeIn(new Sided<>(phases, Faults.Phases.NONE)));
    }

    /** As much lean beyond what balance asks for as makes it so many degrees from the vertical. */
    private Script leaning(Script script, double degrees) {
        return script.with(
                script.faults().withTrunk(Math.max(0, degrees - clean(script).trunk()), 0, 0));
    }

    private record Clean(double shin, double trunk) {}

    /** Shin and trunk at the bottom without a fault. */
    private Clean clean(Script script) {
        SimulatedAthlete athlete = new SimulatedAthlete(script, poses);
        return script.exercise() == Script.Exercise.SQUAT
                ? new Clean(athlete.bottom().shin(), athlete.bottom().trunk())
                : new Clean(athlete.lungeAngle(), athlete.lungeAngle());
    }
}
