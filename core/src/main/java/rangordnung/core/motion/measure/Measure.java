package rangordnung.core.motion.measure;

import static rangordnung.core.motion.measure.Declaration.both;
import static rangordnung.core.motion.measure.Declaration.event;
import static rangordnung.core.motion.measure.Declaration.front;
import static rangordnung.core.motion.measure.Declaration.side;
import static rangordnung.core.motion.measure.Declaration.space;

import java.util.Arrays;
import java.util.Optional;
import rangordnung.core.motion.measure.Declaration.Shown;
import rangordnung.core.motion.signal.Landmark.Point;
import rangordnung.core.motion.signal.Repetition.Moment;
import rangordnung.core.protocol.Label;
import rangordnung.core.protocol.TestDefinition.Pattern;

/**
 * What is measured: id, unit, relation to left and right, origin, and how it is taken. The id is the name that an anchor
 * of a protocol knows.
 */
public enum Measure {
    /** 180° minus the hip-knee-ankle angle in the frontal plane; positive with the knee medial. */
    FPPA(
            "fppa",
            "degrees",
            Extent.SIDED,
            Label.CP,
            front(Formula::fppa).largestOfEachPhase().whileSegmentsAreWhole()),
    /** Horizontal distance of the kneecap from the school's reference line; positive medial. */
    KNEE_OFFSET(
            "knee-to-foot-offset",
            "percent of foot length",
            Extent.SIDED,
            Label.CP,
            front((s, legs) -> Formula.kneeOffset(s, legs.kneeReference()))
                    .inPercentOfFoot()
                    .largestOfEachPhase()),
    /** Knee distance over ankle distance; below 1 the knees are inside the ankles. */
    KNEE_SEPARATION(
            "knee-separation-ratio",
            "knee distance / ankle distance",
            Extent.WHOLE,
            Label.CP,
            both(Formula.kneeSeparation()).only(Pattern.SQUAT)),
    /** Hip-to-ankle line from the vertical; positive outward. */
    HIP_ABDUCTION(
            "hip-abduction",
            "degrees",
            Extent.SIDED,
            Label.CP,
            front(Formula::abduction).whileStanding()),
    /** Heel-to-second-toe line from straight ahead, seen from above; positive outward. */
    TURN_OUT(
            "turn-out",
            "degrees",
            Extent.SIDED,
            Label.CP,
            space(Formula::turnOut).whileStanding()),
    /** Largest turn-out within the repetition minus that in standing. */
    TURN_OUT_CHANGE(
            "turn-out-change",
            "degrees",
            Extent.SIDED,
            Label.HC,
            space(Formula::turnOut).minusStanding().largest()),
    /** Turn-out minus hip abduction in standing. */
    FOOT_TO_THIGH(
            "foot-to-thigh-mismatch",
            "degrees",
            Extent.SIDED,
            Label.CP,
            space(s -> Formula.turnOut(s).minus(Formula.abduction(s))).whileStanding()),
    /** Distance of the heels. */
    STANCE_WIDTH(
            "stance-width",
            "centimetres",
            Extent.WHOLE,
            Label.CP,
            both(Formula.heelDistance()).inCentimetres().whileStanding().only(Pattern.SQUAT)),
    /** Distance of the heels over the distance of the hip joints. */
    STANCE_OVER_HIPS(
            "stance-over-hips",
            "heel distance / hip-joint distance",
            Extent.WHOLE,
            Label.CP,
            both(Formula.heelsOver(Point.HIP)).whileStanding().only(Pattern.SQUAT)),
    /** Distance of the heels over the width of the shoulders. */
    STANCE_OVER_SHOULDERS(
            "stance-over-shoulders",
            "heel distance / shoulder width",
            Extent.WHOLE,
            Label.CP,
            both(Formula.heelsOver(Point.SHOULDER)).whileStanding().only(Pattern.SQUAT)),
    /** Sideways travel of the pelvis from standing to the bottom; positive to the athlete's left. */
    PELVIC_SHIFT(
            "pelvic-shift",
            "percent of ankle distance",
            Extent.WHOLE,
            Label.CP,
            both(Formula.pelvisOverFeet()).minusStanding().only(Pattern.SQUAT)),
    /** Line through both hips from the horizontal; positive with the left side higher. */
    PELVIC_OBLIQUITY(
            "pelvic-obliquity",
            "degrees",
            Extent.WHOLE,
            Label.CP,
            both(Formula.obliquity()).ofTheHigherSide()),
    /** Sideways path of the kneecap beyond its net travel. */
    KNEE_WOBBLE(
            "knee-wobble",
            "percent of foot length",
            Extent.SIDED,
            Label.HC,
            event(Shown.FRONT, Moment.REPETITION, RepetitionEvents::wobble).alsoWhileHeld()),
    /** Hip-to-knee line from the horizontal; 0 is parallel, positive with the hip above the knee. */
    THIGH_ANGLE("thigh-angle", "degrees", Extent.WHOLE, Label.CP, side(Formula::thigh)),
    /** Hip crease, or joint centre where it was not marked, above the knee. */
    DEPTH_OFFSET(
            "depth-offset",
            "centimetres",
            Extent.WHOLE,
            Label.CP,
            side(Formula::depthOffset).inCentimetres()),
    /** Ankle-to-knee line from the vertical; positive forward. */
    SHIN_ANGLE("shin-angle", "degrees", Extent.WHOLE, Label.CP, side(Formula::shin)),
    /** Hip-to-shoulder line from the vertical; positive forward. */
    TRUNK_LEAN("trunk-lean", "degrees", Extent.WHOLE, Label.CP, side(Formula::trunk)),
    /** Trunk minus shin; 0 is parallel. */
    TRUNK_MINUS_SHIN("trunk-minus-shin", "degrees", Extent.WHOLE, Label.CP, side(s -> Formula.trunk(s)
            .minus(Formula.shin(s)))),
    /** Heel above its standing height: median of the bottom phase less that of standing. */
    HEEL_RISE(
            "heel-rise",
            "centimetres",
            Extent.SIDED,
            Label.CP,
            side((s, legs) -> Formula.heelHeight(s))
                    .inCentimetres()
                    .minusStanding()
                    .medianOfTheBottomPhase()),
    /** Part of the repetition with the heel up. */
    HEEL_UP_SHARE(
            "heel-up-share",
            "share of the repetition",
            Extent.SIDED,
            Label.HC,
            event(Shown.SIDE, Moment.REPETITION, RepetitionEvents::heelUpShare).alsoWhileHeld()),
    /** Knee in front of the toe; never a fault by itself. */
    KNEE_PAST_TOE(
            "knee-past-toe",
            "centimetres",
            Extent.WHOLE,
            Label.CP,
            side(Formula::kneePastToe).inCentimetres()),
    /** 90° + trunk − thigh. */
    HIP_FLEXION("hip-flexion", "degrees", Extent.WHOLE, Label.CP, side(Formula::hipFlexion)),
    /** Thigh angle at which the pelvis begins to rotate backward against the trunk on the way down. */
    TUCK_ONSET(
            "tuck-onset",
            "degrees",
            Extent.WHOLE,
            Label.CP,
            event(Shown.SIDE, Moment.DESCENT, RepetitionEvents::tuckOnset)),
    /** Backward rotation of the pelvis from its onset until the depth target or the bottom, whichever comes first. */
    TUCK_BEFORE_TARGET(
            "tuck-before-target",
            "degrees",
            Extent.WHOLE,
            Label.HC,
            event(Shown.SIDE, Moment.DESCENT, RepetitionEvents::tuckBeforeTarget)),
    /** Rise of the hip over rise of the shoulder in the first third of the ascent. */
    HIPS_FIRST(
            "hips-first-rise",
            "hip rise / shoulder rise",
            Extent.WHOLE,
            Label.HC,
            event(Shown.SIDE, Moment.ASCENT, RepetitionEvents::hipsFirst)),
    /** Onset of hip flexion minus onset of knee flexion; negative with the hips first. */
    INITIATION(
            "initiation",
            "seconds",
            Extent.WHOLE,
            Label.CP,
            event(Shown.SIDE, Moment.DESCENT, RepetitionEvents::initiation)),
    /** Shoulder-to-wrist line from the hip-to-shoulder line; 0 overhead in line, positive forward. */
    ARM_LINE("arm-line", "degrees", Extent.WHOLE, Label.CP, side(Formula::armLine)),
    /** Ear in front of the shoulder. */
    HEAD_FORWARD(
            "head-forward",
            "centimetres",
            Extent.WHOLE,
            Label.CP,
            side(Formula::headForward).inCentimetres()),
    /** Mass centre over the foot: 0 over the heel, 1 over the toe. */
    LOAD_OVER_FOOT(
            "load-over-foot",
            "share of foot length",
            Extent.WHOLE,
            Label.PUB,
            "Winter 2009, Biomechanics and Motor Control of Human Movement (segment masses; values from memory)",
            side((s, legs) -> Formula.loadOverFoot(legs.sides())).except(Pattern.LUNGE)),
    /** Estimated share of the front leg, from the mass centre between rear ball and front midfoot; only scales measure load. */
    FRONT_LEG_SHARE(
            "front-leg-share",
            "percent",
            Extent.WORKING,
            Label.HC,
            side((s, legs) -> Formula.frontShare(s)).only(Pattern.LUNGE)),
    /** Rear knee above the floor. */
    REAR_KNEE_HEIGHT(
            "rear-knee-height",
            "centimetres",
            Extent.WORKING,
            Label.CP,
            side((s, legs) -> Formula.rearKnee(s.opposite())).inCentimetres().only(Pattern.LUNGE)),
    /** Time from the start until the hip is within 5 % of its range of the lowest point. */
    TEMPO_DESCENT(
            "tempo-descent",
            "seconds",
            Extent.WHOLE,
            Label.CP,
            event(Shown.ANY, Moment.DESCENT, RepetitionEvents::descent)),
    /** Time within 5 % of the hip's range of the lowest point. */
    TEMPO_PAUSE(
            "tempo-pause",
            "seconds",
            Extent.WHOLE,
            Label.CP,
            event(Shown.ANY, Moment.BOTTOM_PHASE, RepetitionEvents::pause)),
    /** Time from there to the end. */
    TEMPO_ASCENT(
            "tempo-ascent",
            "seconds",
            Extent.WHOLE,
            Label.CP,
            event(Shown.ANY, Moment.ASCENT, RepetitionEvents::ascent));

    /** Relation to left and right. */
    public enum Extent {
        /** Each side has its own. */
        SIDED,
        /** One for the whole body; of the working leg where legs work one after the other. */
        WHOLE,
        /** Of the working leg only. */
        WORKING
    }

    private final String id;
    private final String unit;
    private final Extent extent;
    private final Label label;
    private final Optional<String> source;
    private final Declaration taken;

    Measure(String id, String unit, Extent extent, Label label, Declaration taken) {
        this(id, unit, extent, label, Optional.empty(), taken);
    }

    Measure(String id, String unit, Extent extent, Label label, String source, Declaration taken) {
        this(id, unit, extent, label, Optional.of(source), taken);
    }

    Measure(String id, String unit, Extent extent, Label label, Optional<String> source, Declaration taken) {
        this.id = id;
        this.unit = unit;
        this.extent = extent;
        this.label = label;
        this.source = source;
        this.taken = taken;
    }

    public String id() {
        return id;
    }

    public String unit() {
        return unit;
    }

    public Extent extent() {
        return extent;
    }

    /** What kind of statement its definition is. */
    public Label label() {
        return label;
    }

    /** The publication of one that is published. */
    public Optional<String> source() {
        return source;
    }

    /** Whether the sign names the side that is higher: the other one is lower, whichever of both is looked at. */
    public boolean tellsTheHigherSide() {
        return taken.has(Declaration.Trait.HIGHER_SIDE);
    }

    /** The measure of an id; empty where it is none that a clip gives. */
    public static Optional<Measure> of(String id) {
        return Arrays.stream(values()).filter(m -> m.id.equals(id)).findFirst();
    }

    /** The moment whose value stands for the repetition. */
    public Moment told() {
        return taken.told();
    }

    Declaration taken() {
        return taken;
    }
}
