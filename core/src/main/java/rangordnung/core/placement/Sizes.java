package rangordnung.core.placement;

import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import rangordnung.core.body.ArmPosition;
import rangordnung.core.body.BodyLoad;
import rangordnung.core.body.BodyModel;
import rangordnung.core.body.Build;
import rangordnung.core.body.Side;
import rangordnung.core.body.WallDistance;
import rangordnung.core.judgement.KnownBody;
import rangordnung.core.judgement.ScreenResult;
import rangordnung.core.ladder.Exercise;
import rangordnung.core.link.AnkleTest;
import rangordnung.core.record.Fact;

/** How large the kit is that an athlete needs; empty where nobody knows the stature or the ankle. */
record Sizes(PlacementRules rules, ScreenResult screen, Profile profile, TrainingDepth depth) {

    /** Of all kit that is sized, as far as it can be told. */
    Map<Exercise.SizedBy, Proposal.Size> all() {
        Map<Exercise.SizedBy, Proposal.Size> all = new EnumMap<>(Exercise.SizedBy.class);
        for (Exercise.SizedBy by : Exercise.SizedBy.values()) {
            of(by).ifPresent(size -> all.put(by, size));
        }
        return all;
    }

    Optional<Proposal.Size> of(Exercise.SizedBy by) {
        return switch (by) {
            case HEEL_PLATE -> plate();
            case BOX_BELOW_KNEE ->
                build().map(b -> size(Math.floor((b.ankleHeight() + b.shank()) * 100
                        - rules.boxBelowKnee().value())));
            case REAR_FOOT_BOX ->
                chosenBox().or(() -> profile.stature().map(metres -> {
                    PlacementRules.RearFootBox box = rules.rearFootBox();
                    return new Proposal.Size(
                            metres * 100 < box.tallFrom().value()
                                    ? box.shorter().value()
                                    : box.usual().value(),
                            true);
                }));
            case RACK_MID_DELTOID -> build().map(b -> size(Math.rint((b.hipHeight() + b.trunk()) * 100)));
        };
    }

    private Optional<Proposal.Size> chosenBox() {
        return screen.personal()
                .chosen()
                .flatMap(Fact.StanceChosen::rearBox)
                .map(centimetres -> new Proposal.Size(centimetres, true));
    }

    private Optional<Build> build() {
        return KnownBody.build(screen.body(), profile.stature());
    }

    private Proposal.Size size(double centimetres) {
        return new Proposal.Size(centimetres, screen.body().isPresent());
    }

    /** The smallest plate with which the body model reaches the depth target, up to the next step in which plates come. */
    private Optional<Proposal.Size> plate() {
        return build().flatMap(build -> AnkleTest.distance(screen, List.of(Side.values()))
                .flatMap(metres -> smallest(build, new WallDistance(build).shin(metres))));
    }

    private Optional<Proposal.Size> smallest(Build build, double shin) {
        double ankle = Math.max(0, Math.min(BodyModel.Limits.MOST_SHIN, shin));
        BodyModel model = new BodyModel(
                build,
                new BodyModel.Limits(
                        ankle,
                        screen.body().flatMap(known -> known.hip()).orElse(BodyModel.Limits.HIP),
                        BodyModel.Limits.TRUNK),
                ArmPosition.FORWARD,
                BodyLoad.NONE,
                0);
        double target = depth.thigh().orElse(0.0);
        if (model.reaches(target)) {
            return Optional.empty(); // by its lengths this body needs none
        }
        double step = rules.plateStep().value();
        for (double plate = step; plate <= BodyModel.HIGHEST_PLATE * 100; plate += step) {
            if (model.withPlate(plate / 100).reaches(target)) {
                return Optional.of(size(plate));
            }
        }
        return Optional.empty();
    }
}
