package rangordnung.core.motion.simulated;

import java.util.Map;
import java.util.Optional;
import java.util.Set;
import rangordnung.core.body.Side;
import rangordnung.core.protocol.Anchor;
import rangordnung.core.protocol.Criterion;
import rangordnung.core.protocol.School;
import rangordnung.core.protocol.TestDefinition;

/** How much of which fault makes the simulated athlete show a value of a measure. */
final class Amounts {

    /** What an amount changes in a script: the value, and on which side or toward which. */
    @FunctionalInterface
    private interface Amount {
        Script in(Script script, double value, Side side);
    }

    /** Where the tail begins to tuck, degrees of the thigh above parallel (house convention). */
    private static final double TUCK_FROM = 25;

    /** What else than a squat shows: a lunge and a stance are performed without what only a squat has. */
    private static final Set<String> IN_A_LUNGE =
            Set.of("knee-to-foot-offset", "heel-rise", "pelvic-obliquity", "trunk-minus-shin", "trunk-lean");

    private static final Set<String> IN_A_STANCE = Set.of("knee-to-foot-offset", "pelvic-obliquity");

    /** Of what has sides, that which both show alike. */
    static final Set<String> BOTH = Set.of("turn-out-change");

    private final PoseRules poses;
    private final Map<String, Amount> known = Map.of(
            "knee-to-foot-offset", (s, value, side) -> s.with(s.faults().withKneeIn(side, most(value))),
            "heel-rise", (s, value, side) -> s.with(s.faults().withHeelRise(side, Math.max(0, value))),
            "turn-out-change", (s, value, side) -> s.with(s.faults().withTurningFeet(value)),
            "pelvic-shift", (s, value, side) -> s.with(s.faults().withDrift(Skeleton.outward(side) * value)),
            "pelvic-obliquity", (s, value, side) -> s.with(s.faults().withObliquity(-Skeleton.outward(side) * value)),
            "thigh-angle",
                    (s, value, side) -> s.withDepth(Math.min(Script.SHALLOWEST, Math.max(Script.DEEPEST, value))),
            "trunk-minus-shin", (s, value, side) -> leaning(s, value + clean(s).shin()),
            "trunk-lean", (s, value, side) -> leaning(s, value),
            "tuck-before-target", (s, value, side) -> s.with(s.faults().withTuck(value, TUCK_FROM)),
            "arm-line", (s, value, side) -> s.with(s.faults().withArmsFall(value)));

    Amounts(PoseRules poses) {
        this.poses = poses;
    }

    /** The first anchor of a criterion that the simulated athlete can show in a test; empty where a skeleton shows none. */
    Optional<Anchor> shown(TestDefinition test, Criterion criterion, School school) {
        return criterion.anchorsUnder(school).stream()
                .filter(a -> known.containsKey(a.measure()))
                .filter(a -> switch (test.pattern()) {
                    case SQUAT -> true;
                    case LUNGE -> IN_A_LUNGE.contains(a.measure());
                    case BALANCE -> IN_A_STANCE.contains(a.measure());
                    case ANKLE -> false;
                })
                .findFirst();
    }

    /**
     * The script with a value of a measure.
     *
     * @param value in the unit of the anchor
     * @param side  on which, or toward which; of no concern to what has no sides
     */
    Script with(Script script, Anchor anchor, double value, Side side) {
        Amount amount = known.get(anchor.measure());
        if (amount == null) {
            throw new IllegalArgumentException("The simulated athlete does not show " + anchor.measure());
        }
        return amount.in(script, value, side);
    }

    /** Most of it at the bottom, half of it on the way down and up. */
    private static Faults.Phases most(double percent) {
        return new Faults.Phases(percent / 2, percent, percent / 2);
    }

    /** As much lean beyond what balance asks for as makes it so many degrees from the vertical. */
    private Script leaning(Script script, double degrees) {
        return script.with(
                script.faults().withLean(Math.max(0, degrees - clean(script).trunk())));
    }

    private record Clean(double shin, double trunk) {}

    /** Shin and trunk at the bottom before any lean is added. */
    private Clean clean(Script script) {
        SimulatedAthlete athlete =
                new SimulatedAthlete(script.with(script.faults().withLean(0)), poses);
        return script.exercise() == Script.Exercise.SQUAT
                ? new Clean(athlete.bottom().shin(), athlete.bottom().trunk())
                : new Clean(athlete.lungeAngle(), athlete.lungeAngle());
    }
}
