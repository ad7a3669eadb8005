package rangordnung.core.protocol;

import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import rangordnung.core.Refusal;

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
        Stated<Bands> bands,
        Stated<KneePastToe> kneePastToe,
        Stated<DescentStart> descentStart,
        Stated<HeelPlates> heelPlates,
        Stated<SoreKnee> soreKnee,
        Stated<FootWeight> footWeight,
        Stated<Gaze> gaze,
        Stated<Breathing> breathing,
        Stated<Pause> pause) {

    /**
     * A policy's value with the reason its school gives.
     *
     * @param target    the number it aims at, where it has one
     * @param tolerance how far around the target is still within it
     */
    public record Stated<P>(P value, Text reason, Optional<Threshold> target, Optional<Threshold> tolerance) {
        public Stated {
            target = target == null ? Optional.empty() : target;
            tolerance = tolerance == null ? Optional.empty() : tolerance;
            if (value == null || reason == null) {
                throw new InvalidProtocol("A policy needs its value and its reason");
            }
        }
    }

    /** Direction of the feet in the test. */
    public enum TurnOut {
        PARALLEL,
        FIXED,
        RANGE,
        MATCH_ABDUCTION,
        PERSONAL
    }

    /** Distance of the feet in the test. */
    public enum StanceWidth {
        HIP_JOINT,
        SHOULDER,
        PERSONAL
    }

    /** How deep a complete squat is. */
    public enum DepthTarget {
        PARALLEL,
        BELOW_PARALLEL,
        KNEE_HEIGHT,
        PERSONAL_CEILING
    }

    /** The line that the kneecap is held against; printed with every knee score. */
    public enum KneeReference {
        SECOND_THIRD_TOE,
        BIG_TOE,
        BIG_TOE_OUTER_BORDER,
        FOOT_AXIS,
        HIP_ANKLE_LINE
    }

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
    public enum Trunk {
        PARALLEL_TO_SHIN,
        UPRIGHT
    }

    /** Whether some inward travel of the knee is tolerated with the arms overhead. */
    public enum OverheadKnee {
        TOLERATE_ONE_GRADE,
        STRICT
    }

    /** Bands above the knees in training. */
    public enum Bands {
        BANDS,
        CUE_ONLY_EXPERIENCED,
        NO_BANDS
    }

    /** The knee in front of the toe: a display and a pain setting, never a fault by itself. */
    public enum KneePastToe {
        NO_CONCERN,
        SHOWN,
        LIMITED_IN_PAIN
    }

    /** What starts the descent. */
    public enum DescentStart {
        HIPS_FIRST,
        TOGETHER,
        IGNORE
    }

    /** Plates under the heels in training. */
    public enum HeelPlates {
        KEEP,
        WEAN
    }

    /** What comes first for a sore knee. */
    public enum SoreKnee {
        RAISE_FRONT_FOOT,
        LIMIT_KNEE_TRAVEL,
        LENGTHEN_STANCE,
        CUT_LOAD
    }

    /** Where the weight is felt. */
    public enum FootWeight {
        HEELS,
        MIDFOOT_TOWARD_HEEL,
        MIDFOOT,
        EQUAL_TRIPOD
    }

    /** Where the eyes go. */
    public enum Gaze {
        AHEAD,
        HALF_METRE_AHEAD,
        THREE_METRES_AHEAD
    }

    /** How one breathes. */
    public enum Breathing {
        IN_DOWN_OUT_UP,
        BRACE_WHEN_HEAVY,
        OUT_BEFORE_DESCENT
    }

    /** Whether the bottom is held. */
    public enum Pause {
        FLUID,
        PAUSE_TO_SEE
    }

    private static final Text OPEN = new Text("Not settled in this version.", "In dieser Fassung nicht festgelegt.");

    public Policies {
        Refusal.present(turnOut, "turnOut");
        Refusal.present(stanceWidth, "stanceWidth");
        Refusal.present(depthTarget, "depthTarget");
        Refusal.present(kneeReference, "kneeReference");
        Refusal.present(heelLift, "heelLift");
        Refusal.present(trunk, "trunk");
        Refusal.present(overheadKnee, "overheadKnee");
        Refusal.present(bands, "bands");
        kneePastToe = or(kneePastToe, KneePastToe.SHOWN);
        descentStart = or(descentStart, DescentStart.IGNORE);
        heelPlates = or(heelPlates, HeelPlates.WEAN);
        soreKnee = or(soreKnee, SoreKnee.CUT_LOAD);
        footWeight = or(footWeight, FootWeight.EQUAL_TRIPOD);
        gaze = or(gaze, Gaze.AHEAD);
        breathing = or(breathing, Breathing.IN_DOWN_OUT_UP);
        pause = or(pause, Pause.PAUSE_TO_SEE);
    }

    private static <P> Stated<P> or(Stated<P> stated, P otherwise) {
        return stated == null ? new Stated<>(otherwise, OPEN, Optional.empty(), Optional.empty()) : stated;
    }

    /** All policies by name, in the order in which they are shown. */
    public Map<String, Stated<?>> byName() {
        Map<String, Stated<?>> all = new LinkedHashMap<>();
        all.put("turnOut", turnOut);
        all.put("stanceWidth", stanceWidth);
        all.put("depthTarget", depthTarget);
        all.put("kneeReference", kneeReference);
        all.put("heelLift", heelLift);
        all.put("trunk", trunk);
        all.put("overheadKnee", overheadKnee);
        all.put("bands", bands);
        all.put("kneePastToe", kneePastToe);
        all.put("descentStart", descentStart);
        all.put("heelPlates", heelPlates);
        all.put("soreKnee", soreKnee);
        all.put("footWeight", footWeight);
        all.put("gaze", gaze);
        all.put("breathing", breathing);
        all.put("pause", pause);
        return all;
    }

    /** The same for an athlete whose own depth was found out, in degrees of the thigh above parallel. */
    public Policies withOwnDepth(Optional<Double> ceiling) {
        if (depthTarget.value() != DepthTarget.PERSONAL_CEILING || ceiling.isEmpty()) {
            return this;
        }
        Threshold own = new Threshold(ceiling.get(), "degrees", Label.HC, Optional.empty());
        return new Policies(
                turnOut,
                stanceWidth,
                new Stated<>(depthTarget.value(), depthTarget.reason(), Optional.of(own), depthTarget.tolerance()),
                kneeReference,
                heelLift,
                trunk,
                overheadKnee,
                bands,
                kneePastToe,
                descentStart,
                heelPlates,
                soreKnee,
                footWeight,
                gaze,
                breathing,
                pause);
    }

    /** The number that a policy aims at, zero where it has none; empty where it aims at the athlete's own and that is not known. */
    Optional<Double> target(String policy) {
        Stated<?> stated = byName().get(policy);
        if (stated == null) {
            throw new InvalidProtocol("There is no policy “" + policy + "”");
        }
        Optional<Double> number = stated.target().map(Threshold::value);
        return number.isPresent() || stated.value() == DepthTarget.PERSONAL_CEILING ? number : Optional.of(0.0);
    }

    /** Whether a policy has a value, written {@code policy=VALUE}. */
    boolean hold(String statement) {
        List<String> parts = List.of(statement.split("="));
        Stated<?> stated = parts.size() == 2 ? byName().get(parts.get(0)) : null;
        if (stated == null) {
            throw new InvalidProtocol("There is no policy as in “" + statement + "”");
        }
        return stated.value().toString().equals(parts.get(1));
    }
}
