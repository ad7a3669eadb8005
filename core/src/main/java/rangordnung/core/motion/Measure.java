package rangordnung.core.motion;

import rangordnung.core.motion.Repetition.Moment;

/**
 * What is measured. The id is the name that an anchor of a protocol knows.
 */
public enum Measure {
    /** 180° minus the hip-knee-ankle angle in the frontal plane; positive with the knee medial. */
    FPPA("fppa", "degrees", Extent.SIDED, Moment.REPETITION),
    /** Horizontal distance of the kneecap from the school's reference line; positive medial. */
    KNEE_OFFSET("knee-to-foot-offset", "percent of foot length", Extent.SIDED, Moment.REPETITION),
    /** Knee distance over ankle distance; below 1 the knees are inside the ankles. */
    KNEE_SEPARATION("knee-separation-ratio", "knee distance / ankle distance", Extent.WHOLE, Moment.BOTTOM),
    /** Hip-to-ankle line from the vertical; positive outward. */
    HIP_ABDUCTION("hip-abduction", "degrees", Extent.SIDED, Moment.STANDING),
    /** Heel-to-second-toe line from straight ahead, seen from above; positive outward. */
    TURN_OUT("turn-out", "degrees", Extent.SIDED, Moment.STANDING),
    /** Largest turn-out within the repetition minus that in standing. */
    TURN_OUT_CHANGE("turn-out-change", "degrees", Extent.SIDED, Moment.REPETITION),
    /** Turn-out minus hip abduction in standing. */
    FOOT_TO_THIGH("foot-to-thigh-mismatch", "degrees", Extent.SIDED, Moment.STANDING),
    /** Distance of the heels. */
    STANCE_WIDTH("stance-width", "centimetres", Extent.WHOLE, Moment.STANDING),
    /** Distance of the heels over the distance of the hip joints. */
    STANCE_OVER_HIPS("stance-over-hips", "heel distance / hip-joint distance", Extent.WHOLE, Moment.STANDING),
    /** Distance of the heels over the width of the shoulders. */
    STANCE_OVER_SHOULDERS("stance-over-shoulders", "heel distance / shoulder width", Extent.WHOLE, Moment.STANDING),
    /** Sideways travel of the pelvis from standing to the bottom; positive to the athlete's left. */
    PELVIC_SHIFT("pelvic-shift", "percent of ankle distance", Extent.WHOLE, Moment.BOTTOM),
    /** Line through both hips from the horizontal; positive with the left side higher. */
    PELVIC_OBLIQUITY("pelvic-obliquity", "degrees", Extent.WHOLE, Moment.BOTTOM),
    /** Sideways path of the kneecap beyond its net travel. */
    KNEE_WOBBLE("knee-wobble", "percent of foot length", Extent.SIDED, Moment.REPETITION),
    /** Hip-to-knee line from the horizontal; 0 is parallel, positive with the hip above the knee. */
    THIGH_ANGLE("thigh-angle", "degrees", Extent.WHOLE, Moment.BOTTOM),
    /** Hip crease, or joint centre where it was not marked, above the knee. */
    DEPTH_OFFSET("depth-offset", "centimetres", Extent.WHOLE, Moment.BOTTOM),
    /** Ankle-to-knee line from the vertical; positive forward. */
    SHIN_ANGLE("shin-angle", "degrees", Extent.WHOLE, Moment.BOTTOM),
    /** Hip-to-shoulder line from the vertical; positive forward. */
    TRUNK_LEAN("trunk-lean", "degrees", Extent.WHOLE, Moment.BOTTOM),
    /** Trunk minus shin; 0 is parallel. */
    TRUNK_MINUS_SHIN("trunk-minus-shin", "degrees", Extent.WHOLE, Moment.BOTTOM),
    /** Heel above its standing height, highest in the repetition. */
    HEEL_RISE("heel-rise", "centimetres", Extent.SIDED, Moment.REPETITION),
    /** Part of the repetition with the heel up. */
    HEEL_UP_SHARE("heel-up-share", "share of the repetition", Extent.SIDED, Moment.REPETITION),
    /** Knee in front of the toe; never a fault by itself. */
    KNEE_PAST_TOE("knee-past-toe", "centimetres", Extent.WHOLE, Moment.BOTTOM),
    /** 90° + trunk − thigh. */
    HIP_FLEXION("hip-flexion", "degrees", Extent.WHOLE, Moment.BOTTOM),
    /** Thigh angle at which the pelvis begins to rotate backward against the trunk on the way down. */
    TUCK_ONSET("tuck-onset", "degrees", Extent.WHOLE, Moment.DESCENT),
    /** Backward rotation of the pelvis from its onset until the depth target or the bottom, whichever comes first. */
    TUCK_BEFORE_TARGET("tuck-before-target", "degrees", Extent.WHOLE, Moment.DESCENT),
    /** Rise of the hip over rise of the shoulder in the first third of the ascent. */
    HIPS_FIRST("hips-first-rise", "hip rise / shoulder rise", Extent.WHOLE, Moment.ASCENT),
    /** Onset of hip flexion minus onset of knee flexion; negative with the hips first. */
    INITIATION("initiation", "seconds", Extent.WHOLE, Moment.DESCENT),
    /** Shoulder-to-wrist line from the hip-to-shoulder line; 0 overhead in line, positive forward. */
    ARM_LINE("arm-line", "degrees", Extent.WHOLE, Moment.BOTTOM),
    /** Ear in front of the shoulder. */
    HEAD_FORWARD("head-forward", "centimetres", Extent.WHOLE, Moment.BOTTOM),
    /** Mass centre over the foot: 0 over the heel, 1 over the toe. */
    LOAD_OVER_FOOT("load-over-foot", "share of foot length", Extent.WHOLE, Moment.BOTTOM),
    /** Estimated share of the front leg, from the mass centre between rear ball and front midfoot; only scales measure load. */
    FRONT_LEG_SHARE("front-leg-share", "percent", Extent.WORKING, Moment.BOTTOM),
    /** Rear knee above the floor. */
    REAR_KNEE_HEIGHT("rear-knee-height", "centimetres", Extent.WORKING, Moment.BOTTOM),
    /** Time from the start until the hip is within 5 % of its range of the lowest point. */
    TEMPO_DESCENT("tempo-descent", "seconds", Extent.WHOLE, Moment.DESCENT),
    /** Time within 5 % of the hip's range of the lowest point. */
    TEMPO_PAUSE("tempo-pause", "seconds", Extent.WHOLE, Moment.BOTTOM_PHASE),
    /** Time from there to the end. */
    TEMPO_ASCENT("tempo-ascent", "seconds", Extent.WHOLE, Moment.ASCENT);

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
    private final Moment told;

    Measure(String id, String unit, Extent extent, Moment told) {
        this.id = id;
        this.unit = unit;
        this.extent = extent;
        this.told = told;
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

    /** The moment whose value stands for the repetition. */
    public Moment told() {
        return told;
    }
}
