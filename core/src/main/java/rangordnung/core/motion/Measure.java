package rangordnung.core.motion;

/**
 * What is measured. The id is the name that an anchor of a protocol knows.
 */
public enum Measure {
    /** 180° minus the hip-knee-ankle angle in the frontal plane; positive with the knee medial. */
    FPPA("fppa", "degrees", Extent.SIDED),
    /** Horizontal distance of the kneecap from the school's reference line; positive medial. */
    KNEE_OFFSET("knee-to-foot-offset", "percent of foot length", Extent.SIDED),
    /** Knee distance over ankle distance; below 1 the knees are inside the ankles. */
    KNEE_SEPARATION("knee-separation-ratio", "knee distance / ankle distance", Extent.WHOLE),
    /** Hip-to-ankle line from the vertical; positive outward. */
    HIP_ABDUCTION("hip-abduction", "degrees", Extent.SIDED),
    /** Heel-to-second-toe line from straight ahead, seen from above; positive outward. */
    TURN_OUT("turn-out", "degrees", Extent.SIDED),
    /** Largest turn-out within the repetition minus that in standing. */
    TURN_OUT_CHANGE("turn-out-change", "degrees", Extent.SIDED),
    /** Turn-out minus hip abduction in standing. */
    FOOT_TO_THIGH("foot-to-thigh-mismatch", "degrees", Extent.SIDED),
    /** Distance of the heels. */
    STANCE_WIDTH("stance-width", "centimetres", Extent.WHOLE),
    /** Sideways travel of the pelvis from standing to the bottom; positive to the athlete's left. */
    PELVIC_SHIFT("pelvic-shift", "percent of ankle distance", Extent.WHOLE),
    /** Line through both hips from the horizontal; positive with the left side higher. */
    PELVIC_OBLIQUITY("pelvic-obliquity", "degrees", Extent.WHOLE),
    /** Sideways path of the kneecap beyond its net travel. */
    KNEE_WOBBLE("knee-wobble", "percent of foot length", Extent.SIDED),
    /** Hip-to-knee line from the horizontal; 0 is parallel, positive with the hip above the knee. */
    THIGH_ANGLE("thigh-angle", "degrees", Extent.WHOLE),
    /** Hip crease, or joint centre where it was not marked, above the knee. */
    DEPTH_OFFSET("depth-offset", "centimetres", Extent.WHOLE),
    /** Ankle-to-knee line from the vertical; positive forward. */
    SHIN_ANGLE("shin-angle", "degrees", Extent.WHOLE),
    /** Hip-to-shoulder line from the vertical; positive forward. */
    TRUNK_LEAN("trunk-lean", "degrees", Extent.WHOLE),
    /** Trunk minus shin; 0 is parallel. */
    TRUNK_MINUS_SHIN("trunk-minus-shin", "degrees", Extent.WHOLE),
    /** Heel above its standing height, highest in the repetition. */
    HEEL_RISE("heel-rise", "centimetres", Extent.SIDED),
    /** Part of the repetition with the heel up. */
    HEEL_UP_SHARE("heel-up-share", "share of the repetition", Extent.SIDED),
    /** Knee in front of the toe; never a fault by itself. */
    KNEE_PAST_TOE("knee-past-toe", "centimetres", Extent.WHOLE),
    /** 90° + trunk − thigh. */
    HIP_FLEXION("hip-flexion", "degrees", Extent.WHOLE),
    /** Thigh angle at which the pelvis begins to rotate backward against the trunk on the way down. */
    TUCK_ONSET("tuck-onset", "degrees", Extent.WHOLE),
    /** Backward rotation of the pelvis from its onset until the depth target or the bottom, whichever comes first. */
    TUCK_BEFORE_TARGET("tuck-before-target", "degrees", Extent.WHOLE),
    /** Rise of the hip over rise of the shoulder in the first third of the ascent. */
    HIPS_FIRST("hips-first-rise", "hip rise / shoulder rise", Extent.WHOLE),
    /** Onset of hip flexion minus onset of knee flexion; negative with the hips first. */
    INITIATION("initiation", "seconds", Extent.WHOLE),
    /** Shoulder-to-wrist line from the hip-to-shoulder line; 0 overhead in line, positive forward. */
    ARM_LINE("arm-line", "degrees", Extent.WHOLE),
    /** Ear in front of the shoulder. */
    HEAD_FORWARD("head-forward", "centimetres", Extent.WHOLE),
    /** Mass centre over the foot: 0 over the heel, 1 over the toe. */
    LOAD_OVER_FOOT("load-over-foot", "share of foot length", Extent.WHOLE),
    /** Estimated share of the front leg, from the mass centre between rear ball and front midfoot; only scales measure load. */
    FRONT_LEG_SHARE("front-leg-share", "percent", Extent.WORKING),
    /** Rear knee above the floor. */
    REAR_KNEE_HEIGHT("rear-knee-height", "centimetres", Extent.WORKING),
    /** Time from the start until the hip is within 5 % of its range of the lowest point. */
    TEMPO_DESCENT("tempo-descent", "seconds", Extent.WHOLE),
    /** Time within 5 % of the hip's range of the lowest point. */
    TEMPO_PAUSE("tempo-pause", "seconds", Extent.WHOLE),
    /** Time from there to the end. */
    TEMPO_ASCENT("tempo-ascent", "seconds", Extent.WHOLE);

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

    Measure(String id, String unit, Extent extent) {
        this.id = id;
        this.unit = unit;
        this.extent = extent;
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
}
