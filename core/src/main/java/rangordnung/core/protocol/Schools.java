package rangordnung.core.protocol;

import java.util.List;
import java.util.Map;

/** The views that practitioners hold, each with its reason; the first of each is the usual one (common practice, no source). */
public record Schools(
        List<Policies.Stated<Policies.TurnOut>> turnOut,
        List<Policies.Stated<Policies.StanceWidth>> stanceWidth,
        List<Policies.Stated<Policies.DepthTarget>> depthTarget,
        List<Policies.Stated<Policies.KneeReference>> kneeReference,
        List<Policies.Stated<Policies.HeelLift>> heelLift,
        List<Policies.Stated<Policies.Trunk>> trunk,
        List<Policies.Stated<Policies.OverheadKnee>> overheadKnee,
        List<Policies.Stated<Policies.Bands>> bands,
        List<Policies.Stated<Policies.KneePastToe>> kneePastToe,
        List<Policies.Stated<Policies.DescentStart>> descentStart,
        List<Policies.Stated<Policies.HeelPlates>> heelPlates,
        List<Policies.Stated<Policies.SoreKnee>> soreKnee,
        List<Policies.Stated<Policies.FootWeight>> footWeight,
        List<Policies.Stated<Policies.Gaze>> gaze,
        List<Policies.Stated<Policies.Breathing>> breathing,
        List<Policies.Stated<Policies.Pause>> pause) {

    /**
     * A school.
     *
     * @param values by policy, the name of its value; what is not named is the usual one
     */
    public Policies choose(Map<String, String> values) {
        return new Policies(
                pick("turnOut", turnOut, values),
                pick("stanceWidth", stanceWidth, values),
                pick("depthTarget", depthTarget, values),
                pick("kneeReference", kneeReference, values),
                pick("heelLift", heelLift, values),
                pick("trunk", trunk, values),
                pick("overheadKnee", overheadKnee, values),
                pick("bands", bands, values),
                pick("kneePastToe", kneePastToe, values),
                pick("descentStart", descentStart, values),
                pick("heelPlates", heelPlates, values),
                pick("soreKnee", soreKnee, values),
                pick("footWeight", footWeight, values),
                pick("gaze", gaze, values),
                pick("breathing", breathing, values),
                pick("pause", pause, values));
    }

    private static <P extends Enum<P>> Policies.Stated<P> pick(
            String policy, List<Policies.Stated<P>> views, Map<String, String> values) {
        String wanted = values.get(policy);
        return views.stream()
                .filter(v -> wanted == null || v.value().name().equals(wanted))
                .findFirst()
                .orElseThrow(() -> new InvalidProtocol("No view “" + wanted + "” is known for " + policy));
    }
}
