package rangordnung.core.link;

import java.util.ArrayList;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import rangordnung.core.body.ArmPosition;
import rangordnung.core.body.BodyLoad;
import rangordnung.core.body.BodyModel;
import rangordnung.core.body.Build;
import rangordnung.core.body.WallDistance;
import rangordnung.core.certainty.CertaintyRules;
import rangordnung.core.certainty.Evidence;
import rangordnung.core.judgement.KnownBody;
import rangordnung.core.judgement.ScreenResult;
import rangordnung.core.protocol.Protocol;
import rangordnung.core.protocol.TestDefinition;

/**
 * What a measured body says of a fault: what ends its depth, with the uncertainty of what was measured. Average lengths are
 * no measurement, and say nothing.
 */
final class BodyEvidence {

    /** Where the noise of a value is tried: mean and ± √3 standard deviations, which carry a sixth of the weight each. */
    private static final double[] SPREAD = {-Math.sqrt(3), 0, Math.sqrt(3)};

    private static final double[] WEIGHTS = {1 / 6.0, 2 / 3.0, 1 / 6.0};

    private static final double EXACT = 0.01;

    private final CertaintyRules rules;
    private final Fault fault;
    private final Optional<KnownBody> body;
    private final double target;

    BodyEvidence(Protocol protocol, CertaintyRules rules, ScreenResult screen, Fault fault) {
        this.rules = rules;
        this.fault = fault;
        this.body = screen.body().filter(b -> fault.test().test().pattern() == TestDefinition.Pattern.SQUAT);
        this.target = protocol.school()
                .withOwnDepth(screen.personal().depthCeiling())
                .targetThigh()
                .orElse(0.0);
    }

    /** Toe-to-wall distance in centimetres that this athlete needs; the usual one where the lengths are not measured. */
    double wallNeed() {
        return body.flatMap(known -> {
                    double least = 0;
                    double most = BodyModel.Limits.MOST_SHIN;
                    if (!reaches(known.build(), most, known.hip().orElse(BodyModel.Limits.HIP))) {
                        return Optional.empty(); // no ankle would do, so that the usual need is as good as any
                    }
                    while (most - least > EXACT) {
                        double middle = (least + most) / 2;
                        if (reaches(known.build(), middle, known.hip().orElse(BodyModel.Limits.HIP))) {
                            most = middle;
                        } else {
                            least = middle;
                        }
                    }
                    return Optional.of(new WallDistance(known.build()).distance(most) * 100);
                })
                .orElse(rules.wallNeed().value());
    }

    /** What a measured body says of proportions, and of the hip where its limit was measured. The ankle speaks for itself at the wall. */
    Map<Link, Evidence> model(Optional<AnkleTest.Wall> wall) {
        Map<Link, Evidence> all = new EnumMap<>(Link.class);
        body.ifPresent(known -> wall.flatMap(AnkleTest.Wall::metres).ifPresent(metres -> {
            double lengths = 0;
            double hip = 0;
            for (Draw draw : draws(known, metres)) {
                if (!reaches(draw.build(), draw.shin(), draw.hip())) {
                    lengths += draw.weight() * (reaches(known.average(), draw.shin(), draw.hip()) ? 1 : 0);
                    hip += draw.weight() * (reaches(draw.build(), draw.shin(), BodyModel.Limits.HIP) ? 1 : 0);
                }
            }
            all.put(Link.PROPORTIONS, doubted(lengths));
            if (known.hip().isPresent()) {
                all.put(Link.HIP_ROOM, doubted(hip));
            }
        }));
        return all;
    }

    /** The model itself may be wrong, so it is never surer than that. */
    private Evidence doubted(double chance) {
        double doubt = rules.modelDoubt().value();
        return Evidence.ofChance(Math.min(1 - doubt, Math.max(doubt, chance)), rules);
    }

    private record Draw(Build build, double shin, double hip, double weight) {}

    private List<Draw> draws(KnownBody known, double metres) {
        List<Draw> draws = new ArrayList<>();
        double measuredHip = known.hip().orElse(BodyModel.Limits.HIP);
        double hipNoise = known.hip().isPresent() ? rules.hipSem().value() : 0;
        double lengthNoise = rules.lengthNoise().value() / 100;
        for (int i = 0; i < SPREAD.length; i++) {
            for (int j = 0; j < SPREAD.length; j++) {
                for (int k = 0; k < SPREAD.length; k++) {
                    double longer = 1 + SPREAD[i] * lengthNoise;
                    Build build = known.build()
                            .with(
                                    Optional.of(known.build().shank() / longer),
                                    Optional.of(known.build().thigh() * longer),
                                    Optional.empty());
                    double shin = new WallDistance(known.build())
                            .shin(metres + SPREAD[j] * rules.wallSem().value() / 100);
                    draws.add(new Draw(
                            build,
                            Math.max(0, Math.min(BodyModel.Limits.MOST_SHIN, shin)),
                            Math.max(
                                    BodyModel.Limits.LEAST_HIP,
                                    Math.min(BodyModel.Limits.MOST_HIP, measuredHip + SPREAD[k] * hipNoise)),
                            WEIGHTS[i] * WEIGHTS[j] * WEIGHTS[k]));
                }
            }
        }
        return draws;
    }

    private boolean reaches(Build build, double shin, double hip) {
        return new BodyModel(
                        build,
                        new BodyModel.Limits(shin, hip, BodyModel.Limits.TRUNK),
                        arms(fault.test().test()),
                        BodyLoad.NONE,
                        0)
                .reaches(target);
    }

    private static ArmPosition arms(TestDefinition test) {
        return switch (test.standard().arms()) {
            case OVERHEAD, AS_IN_TEST -> ArmPosition.OVERHEAD;
            case FORWARD, LOAD -> ArmPosition.FORWARD;
            default -> ArmPosition.HANGING;
        };
    }
}
