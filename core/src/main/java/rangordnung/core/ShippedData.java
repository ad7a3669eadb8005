package rangordnung.core;

/** The data that ship, by the names of their files in {@code /rangordnung}; a new version of one is named here and nowhere else. */
public final class ShippedData {

    public static final String BATTERY = "protocols/battery.5";
    public static final String LADDERS = "ladders/house-ladders.4";
    public static final String PLACEMENT = "placement/house-rules.3";
    public static final String LINKS = "links/house-links.3";
    public static final String CERTAINTY = "certainty/house-certainty.1";
    public static final String MOTION = "motion/house-motion.2";
    public static final String POSE = "motion/house-pose.1";
    public static final String BODY = "body/house-body.1";
    public static final String TEACHING = "teaching/house-teaching.1";
    public static final String TRAINING = "training/house-training.1";
    public static final String PLAN = "plan/house-plan.2";

    private ShippedData() {}
}
