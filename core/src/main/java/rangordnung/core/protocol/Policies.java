package rangordnung.core.protocol;

/**
 * The school: where good practitioners disagree, the view that a protocol takes.
 * Each carries its reason in words; all are common practice without a source.
 */
public record Policies(
        Stated<TurnOut> turnOut,
        Stated<StanceWidth> stanceWidth,
        Stated<DepthTarget> depthTarget,
        Stated<KneeReference> kneeReference,
        Stated<HeelLift> heelLift,
        Stated<Trunk> trunk,
        Stated<OverheadKnee> overheadKnee,
        Stated<Bands> bands) {

    /** A policy's value with the reason its school gives. */
    public record Stated<P>(P value, Text reason) {}

    /** Direction of the feet in the test. */
    public enum TurnOut { PARALLEL, FIXED, RANGE, MATCH_ABDUCTION, PERSONAL }

    /** Distance of the feet in the test. */
    public enum StanceWidth { HIP_JOINT, SHOULDER, PERSONAL }

    /** How deep a complete squat is. */
    public enum DepthTarget { PARALLEL, BELOW_PARALLEL, KNEE_HEIGHT, PERSONAL_CEILING }

    /** The line that the kneecap is held against; printed with every knee score. */
    public enum KneeReference { SECOND_THIRD_TOE, BIG_TOE, BIG_TOE_OUTER_BORDER, FOOT_AXIS, HIP_ANKLE_LINE }

    /** What an unplanned heel lift does to the trial. */
    public enum HeelLift {
        VOID_AND_CHAIR,
        VOID_AND_HEELS_UP,
        GRADE_ONLY;

        public boolean voids() {
            return this != GRADE_ONLY;
        }
    }

    /** What the trunk is read against. */
    public enum Trunk { PARALLEL_TO_SHIN, UPRIGHT }

    /** Whether some inward travel of the knee is tolerated with the arms overhead. */
    public enum OverheadKnee { TOLERATE_ONE_GRADE, STRICT }

    /** Bands above the knees in training. */
    public enum Bands { BANDS, CUE_ONLY_EXPERIENCED, NO_BANDS }
}
