package rangordnung.core.judgement;

import java.util.Optional;
import rangordnung.core.body.Build;
import rangordnung.core.record.Fact;

/**
 * What is known of an athlete's body for the body model.
 *
 * @param average segment lengths of somebody of the same stature
 * @param build   the same, with what was measured
 * @param hip     largest hip flexion before the pelvis tucks in degrees, where it was measured
 */
public record KnownBody(Build average, Build build, Optional<Double> hip) {

    /** Lengths of an athlete: with what was measured, else those of the stature in metres; empty where neither is known. */
    public static Optional<Build> build(Optional<KnownBody> known, Optional<Double> stature) {
        return known.map(KnownBody::build).or(() -> stature.map(Build::ofStature));
    }

    static Optional<KnownBody> of(Optional<Double> stature, Optional<Fact.BodyMeasured> measured) {
        return stature.flatMap(metres -> measured.map(body -> {
            Build average = Build.ofStature(metres);
            return new KnownBody(
                    average,
                    average.with(metres(body.shank()), metres(body.thigh()), metres(body.trunk())),
                    body.hip());
        }));
    }

    private static Optional<Double> metres(Optional<Double> centimetres) {
        return centimetres.map(c -> c / 100);
    }
}
