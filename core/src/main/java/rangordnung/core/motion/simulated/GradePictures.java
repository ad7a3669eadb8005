package rangordnung.core.motion.simulated;

import java.util.Arrays;
import java.util.List;
import java.util.Optional;
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

    private final Protocol protocol;
    private final Amounts amounts;

    public GradePictures(Protocol protocol, PoseRules poses) {
        this.protocol = protocol;
        this.amounts = new Amounts(poses);
    }

    /** The pictures of a criterion in a test; empty where a skeleton does not show it. */
    public Optional<Pictures> of(TestDefinition test, Criterion criterion) {
        Motion.Plane plane = criterion.views().contains(View.SIDE) ? Motion.Plane.SIDE : Motion.Plane.FRONT;
        return performed(test).flatMap(script -> amounts.shown(test, criterion, protocol.school())
                .map(anchor -> new Pictures(
                        anchor,
                        plane,
                        Arrays.stream(Grade.values())
                                .map(grade -> picture(grade, anchor, script))
                                .toList())));
    }

    private Picture picture(Grade grade, Anchor anchor, Script script) {
        double value = value(protocol, anchor, grade);
        double target = anchor.target(protocol.school()).orElse(0.0);
        return new Picture(grade, value, amounts.with(script, anchor, value + target, Side.LEFT));
    }

    /** The value in the middle of a grade, against the target of the school. */
    static double value(Protocol protocol, Anchor anchor, Grade grade) {
        return grade == Grade.NONE && anchor.offset(0) <= 0
                ? 0
                : anchor.tolerance().value()
                        + middle(protocol, grade)
                                * (anchor.limit().value() - anchor.tolerance().value());
    }

    /** The deviation in the middle of a grade; none is clean, and the last one is as bad as it is told. */
    private static double middle(Protocol protocol, Grade grade) {
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
    static Optional<Script> performed(TestDefinition test) {
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
                Sided.both(0.0),
                0,
                Faults.NONE);
        return switch (test.pattern()) {
            case SQUAT -> Optional.of(squat);
            case LUNGE -> Optional.of(squat.with(Script.Exercise.SPLIT_SQUAT, Side.LEFT));
            case BALANCE -> Optional.of(squat.with(Script.Exercise.SINGLE_LEG_STANCE, Side.LEFT));
            case ANKLE -> Optional.empty();
        };
    }
}
