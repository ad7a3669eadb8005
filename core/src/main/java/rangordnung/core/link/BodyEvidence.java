package rangordnung.core.link;

import java.util.EnumMap;
import java.util.Map;
import java.util.Optional;
import rangordnung.core.body.ArmPosition;
import rangordnung.core.body.BodyLoad;
import rangordnung.core.body.BodyModel;
import rangordnung.core.body.Build;
import rangordnung.core.body.UncertainBody;
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
            for (UncertainBody.Draw draw : uncertain(known, metres).draws()) {
                BodyModel model = draw.model();
                if (!model.reaches(target)) {
                    lengths += draw.weight() * (model.with(known.average()).reaches(target) ? 1 : 0);
                    hip += draw.weight() * (model.with(free(model)).reaches(target) ? 1 : 0);
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

    private static BodyModel.Limits free(BodyModel model) {
        return new BodyModel.Limits(
                model.limits().shin(), BodyModel.Limits.HIP, model.limits().trunk());
    }

    private UncertainBody uncertain(KnownBody known, double metres) {
        double shin = Math.max(0, Math.min(BodyModel.Limits.MOST_SHIN, new WallDistance(known.build()).shin(metres)));
        return new UncertainBody(
                model(known.build(), shin, known.hip().orElse(BodyModel.Limits.HIP)),
                rules.lengthNoise().value() / 100,
                rules.wallSem().value() / 100,
                known.hip().isPresent() ? rules.hipSem().value() : 0);
    }

    private boolean reaches(Build build, double shin, double hip) {
        return model(build, shin, hip).reaches(target);
    }

    private BodyModel model(Build build, double shin, double hip) {
        return new BodyModel(
                build,
                new BodyModel.Limits(shin, hip, BodyModel.Limits.TRUNK),
                arms(fault.test().test()),
                BodyLoad.NONE,
                0);
    }

    private static ArmPosition arms(TestDefinition test) {
        return switch (test.standard().arms()) {
            case OVERHEAD, AS_IN_TEST -> ArmPosition.OVERHEAD;
            case FORWARD, LOAD -> ArmPosition.FORWARD;
            default -> ArmPosition.HANGING;
        };
    }
}
