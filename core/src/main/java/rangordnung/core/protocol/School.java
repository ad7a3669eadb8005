package rangordnung.core.protocol;

import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/**
 * The school that a protocol takes: by policy, the view it holds. Most views act through their data: targets that anchors
 * are held against, statements under which an anchor or a variant counts, lines of the set-up. Those that decide more
 * have a typed accessor here.
 */
public record School(Map<String, Policy> policies) {

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

    /** Where the heels stand. */
    public enum StanceWidth {
        HIP_JOINT,
        SHOULDER,
        PERSONAL
    }

    /** How far the feet are turned out. */
    public enum TurnOut {
        PARALLEL,
        FIXED,
        RANGE,
        MATCH_ABDUCTION,
        PERSONAL
    }

    /** Whether raters say in which phase a fault shows most. */
    public enum Phases {
        NOT_ASKED,
        ASKED
    }

    private static final String STANCE_WIDTH = "stanceWidth";
    private static final String TURN_OUT = "turnOut";
    private static final String DEPTH_TARGET = "depthTarget";
    private static final String KNEE_REFERENCE = "kneeReference";
    private static final String HEEL_LIFT = "heelLift";
    private static final String OVERHEAD_KNEE = "overheadKnee";
    private static final String BANDS = "bands";
    private static final String PHASES = "phases";

    public School {
        for (Map.Entry<String, Policy> policy : policies.entrySet()) {
            if (policy.getValue() == null) {
                throw new InvalidProtocol("The policy " + policy.getKey() + " is empty");
            }
        }
        decided(policies, DEPTH_TARGET, DepthTarget.class);
        decided(policies, KNEE_REFERENCE, KneeReference.class);
        decided(policies, HEEL_LIFT, HeelLift.class);
        decided(policies, OVERHEAD_KNEE, OverheadKnee.class);
        decided(policies, BANDS, Bands.class);
    }

    /**
     * A school by the names of its views.
     *
     * @param values by policy; what is not named is the usual one
     */
    static School of(List<Question> questions, Map<String, String> values) {
        Map<String, Policy> chosen = new LinkedHashMap<>();
        for (Question question : questions) {
            String wanted = values.getOrDefault(question.id(), question.usual().value());
            chosen.put(
                    question.id(),
                    question.view(wanted)
                            .orElseThrow(() ->
                                    new InvalidProtocol("No view “" + wanted + "” is known for " + question.id())));
        }
        return new School(chosen);
    }

    /** The same in the order of the questions, with those that its version did not know yet, and the words of each view. */
    School completed(List<Question> questions) {
        Map<String, Policy> all = new LinkedHashMap<>();
        for (Question question : questions) {
            Policy held = policies.get(question.id());
            all.put(
                    question.id(),
                    held == null
                            ? question.open()
                            : question.view(held.value()).map(held::as).orElse(held));
        }
        return new School(all);
    }

    public DepthTarget depthTarget() {
        return decided(policies, DEPTH_TARGET, DepthTarget.class);
    }

    /** Thigh angle of the depth target, degrees above parallel; empty where it is the athlete's own and not known. */
    public Optional<Double> targetThigh() {
        return target(DEPTH_TARGET);
    }

    public StanceWidth stanceWidth() {
        return decided(policies, STANCE_WIDTH, StanceWidth.class);
    }

    /** Distance of the heels as a share of stature; empty where it is the athlete's own. */
    public Optional<Double> stanceShare() {
        return Optional.ofNullable(policies.get(STANCE_WIDTH))
                .flatMap(Policy::target)
                .map(Threshold::value);
    }

    public TurnOut turnOut() {
        return decided(policies, TURN_OUT, TurnOut.class);
    }

    public KneeReference kneeReference() {
        return decided(policies, KNEE_REFERENCE, KneeReference.class);
    }

    public HeelLift heelLift() {
        return decided(policies, HEEL_LIFT, HeelLift.class);
    }

    /** The retest that is tried first after a heel lift. */
    public Optional<String> afterHeelLift() {
        return Optional.ofNullable(policies.get(HEEL_LIFT)).flatMap(Policy::retest);
    }

    public OverheadKnee overheadKnee() {
        return decided(policies, OVERHEAD_KNEE, OverheadKnee.class);
    }

    public Bands bands() {
        return decided(policies, BANDS, Bands.class);
    }

    /** A version that is older than the question does not ask. */
    public Phases phases() {
        return policies.containsKey(PHASES) ? decided(policies, PHASES, Phases.class) : Phases.NOT_ASKED;
    }

    private static <E extends Enum<E>> E decided(Map<String, Policy> policies, String policy, Class<E> type) {
        Policy held = policies.get(policy);
        if (held == null) {
            throw new InvalidProtocol("The policy " + policy + " is missing");
        }
        try {
            return Enum.valueOf(type, held.value());
        } catch (IllegalArgumentException e) {
            throw new InvalidProtocol("No view “" + held.value() + "” is known for " + policy);
        }
    }

    /** The same for an athlete whose own depth was found out, in degrees of the thigh above parallel. */
    public School withOwnDepth(Optional<Double> ceiling) {
        if (depthTarget() != DepthTarget.PERSONAL_CEILING || ceiling.isEmpty()) {
            return this;
        }
        Map<String, Policy> own = new LinkedHashMap<>(policies);
        own.computeIfPresent(
                DEPTH_TARGET,
                (id, held) -> held.aimingAt(new Threshold(ceiling.get(), "degrees", Label.HC, Optional.empty())));
        return new School(own);
    }

    /** The number that a policy aims at, zero where it has none; empty where it aims at the athlete's own and that is not known. */
    Optional<Double> target(String policy) {
        Policy held = policies.get(policy);
        if (held == null) {
            throw new InvalidProtocol("There is no policy “" + policy + "”");
        }
        Optional<Double> number = held.target().map(Threshold::value);
        boolean own = policy.equals(DEPTH_TARGET) && depthTarget() == DepthTarget.PERSONAL_CEILING;
        return number.isPresent() || own ? number : Optional.of(0.0);
    }

    /** Whether a policy has a value, written {@code policy=VALUE}. */
    public boolean holds(String statement) {
        List<String> parts = List.of(statement.split("="));
        Policy held = parts.size() == 2 ? policies.get(parts.get(0)) : null;
        if (held == null) {
            throw new InvalidProtocol("There is no policy as in “" + statement + "”");
        }
        return held.value().equals(parts.get(1));
    }
}
