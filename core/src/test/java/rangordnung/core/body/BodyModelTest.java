package rangordnung.core.body;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.util.List;
import java.util.Optional;
import java.util.Random;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.EnumSource;
import rangordnung.core.ShippedData;
import rangordnung.core.StandardFloor;
import rangordnung.core.protocol.BodyRules;

class BodyModelTest {

    private static final Build AVERAGE = Build.ofStature(1.75);

    private static final BodyModel.Steps STEPS = StandardFloor.read(
                    "/rangordnung/" + ShippedData.BODY + ".json", BodyRules.class)
            .steps();

    private static BodyModel model(double ankle, ArmPosition arms) {
        return new BodyModel(
                AVERAGE,
                new BodyModel.Limits(ankle, BodyModel.Limits.HIP, BodyModel.Limits.TRUNK),
                arms,
                BodyLoad.NONE,
                0);
    }

    /** Geometry of a foot and a shank at 1.75 m (Drillis and Contini 1966; value from memory); the depth of the knee is house convention. */
    @ParameterizedTest
    @CsvSource({"0, 19.6", "5, 26.9", "10, 34.6", "12.7, 39.1"})
    void a_distance_at_the_wall_is_a_shin_angle_and_back(double centimetres, double degrees) {
        WallDistance wall = new WallDistance(AVERAGE);
        assertThat(wall.shin(centimetres / 100)).isCloseTo(degrees, within(0.05));
        assertThat(wall.distance(wall.shin(centimetres / 100)) * 100).isCloseTo(centimetres, within(1e-9));
    }

    /** Trunk angle at parallel, stature 1.75 m, computed from the published fractions (Drillis and Contini 1966; Winter 2009; values from memory). */
    @ParameterizedTest
    @CsvSource({
        "HANGING, 25, 75.1", "HANGING, 30, 57.0", "HANGING, 35, 45.8", "HANGING, 40, 37.1", "HANGING, 45, 29.8",
        "FORWARD, 25, 57.5", "FORWARD, 30, 45.7", "FORWARD, 35, 36.4", "FORWARD, 40, 28.6", "FORWARD, 45, 21.9",
        "OVERHEAD, 25, 59.3", "OVERHEAD, 30, 48.3", "OVERHEAD, 35, 39.7", "OVERHEAD, 40, 32.5", "OVERHEAD, 45, 26.2"
    })
    void the_trunk_balances_a_parallel_thigh(ArmPosition arms, double shin, double trunk) {
        assertThat(model(45, arms).trunk(shin, 0).orElseThrow()).isCloseTo(trunk, within(0.1));
    }

    @ParameterizedTest
    @EnumSource(ArmPosition.class)
    void with_fifteen_degrees_of_ankle_the_body_falls_backward(ArmPosition arms) {
        assertThat(model(45, arms).trunk(15, 0)).isEmpty();
    }

    /** Trunk and shin parallel: common practice, no source. */
    @Test
    void with_arms_forward_and_thirty_five_degrees_trunk_and_shin_are_parallel() {
        assertThat(model(45, ArmPosition.FORWARD).trunk(35, 0).orElseThrow()).isCloseTo(35, within(2.0));
    }

    @Test
    void a_longer_thigh_on_a_shorter_shin_costs_about_twelve_degrees_of_lean() {
        Build lanky = AVERAGE.with(
                Optional.of(AVERAGE.shank() * 0.95), Optional.of(AVERAGE.thigh() * 1.08), Optional.empty());
        double cost = model(45, ArmPosition.FORWARD).with(lanky).trunk(35, 0).orElseThrow()
                - model(45, ArmPosition.FORWARD).trunk(35, 0).orElseThrow();
        assertThat(cost).isCloseTo(12, within(1.0));
    }

    /** The mass centre of the answer, summed segment by segment in another way, lies over midfoot. */
    @Test
    void what_it_answers_is_balanced() {
        Random random = new Random(11);
        for (int i = 0; i < 500; i++) {
            BodyModel model = random(random);
            BodyModel.Pose p = model.deepest();
            assertThat(massCentre(model, p))
                    .as("%s %s", model, p)
                    .isCloseTo(
                            (Build.MIDFOOT - Build.ANKLE_ALONG_FOOT)
                                    * model.build().foot(),
                            within(1e-6));
            assertThat(p.shin()).isLessThanOrEqualTo(model.largestShin() + 1e-9);
            assertThat(p.hipFlexion()).isLessThanOrEqualTo(model.limits().hip() + 1e-9);
            assertThat(p.trunk()).isBetween(-1e-6, model.limits().trunk() + 1e-9);
        }
    }

    @Test
    void more_of_anything_never_makes_it_shallower() {
        Random random = new Random(12);
        for (int i = 0; i < 200; i++) {
            BodyModel model = random(random);
            BodyModel.Answer answer = model.answer(0, STEPS);
            answer.changes().forEach((change, thigh) -> {
                if (change != BodyModel.ChangeOf.ARMS_FORWARD && change != BodyModel.ChangeOf.WEIGHT_IN_FRONT) {
                    assertThat(thigh)
                            .as("%s of %s", change, model)
                            .isLessThanOrEqualTo(answer.deepest().thigh() + 0.01);
                }
            });
            answer.plate().filter(p -> p > 0).ifPresent(p -> {
                assertThat(model.withPlate(p).deepest().thigh()).isLessThanOrEqualTo(0.01);
                assertThat(model.withPlate(Math.max(0, p - 0.002)).deepest().thigh())
                        .isGreaterThan(0);
            });
        }
    }

    /** asin((stance − hip joints) / (2 × leg)): 10° put each heel 14.8 cm outside its hip joint on a leg of 85 cm (common practice). */
    @Test
    void feet_turn_out_as_far_as_the_hips_are_apart_and_a_still_shin_needs_a_longer_split() {
        Build leg = AVERAGE.with(Optional.of(0.42), Optional.of(0.43), Optional.empty());
        Sided<Optional<Double>> unknown = Sided.both(Optional.empty());
        TrainingStance stance = TrainingStance.of(
                leg, new TrainingStance.Own(Optional.of(0.105 * 1.75 + 2 * 0.148), unknown, Optional.empty()));
        assertThat(stance.turnOut().left()).isCloseTo(10, within(0.05));
        assertThat(TrainingStance.of(leg, TrainingStance.Own.UNKNOWN).turnOut().left())
                .as("at shoulder width")
                .isCloseTo(9.1, within(0.1));
        assertThat(stance.splitSore()).isGreaterThan(stance.split());
        assertThat(stance.split()).isBetween(0.6, 0.9);
        TrainingStance chosen = TrainingStance.of(
                leg,
                new TrainingStance.Own(
                        Optional.of(0.3), new Sided<>(Optional.of(12.0), Optional.empty()), Optional.of(0.8)));
        assertThat(chosen.turnOut().left()).isEqualTo(12);
        assertThat(chosen.turnOut().right()).isBetween(2.0, 6.0);
        assertThat(chosen.split()).isEqualTo(0.8);
        assertThat(chosen.splitSore()).isGreaterThan(0.8);
    }

    /** With more noise a depth that is just reached is less sure, and one that is far away is out of reach all the same. */
    @Test
    void how_sure_a_depth_is_follows_from_what_is_uncertain() {
        BodyModel model =
                new BodyModel(AVERAGE, new BodyModel.Limits(38, 120, 65), ArmPosition.FORWARD, BodyLoad.NONE, 0);
        double deepest = model.deepest().thigh();
        UncertainBody known = new UncertainBody(model, 0.001, 0.0005, 0.1);
        UncertainBody vague = new UncertainBody(model, 0.03, 0.006, 5);
        assertThat(vague.draws().stream()
                        .mapToDouble(UncertainBody.Draw::weight)
                        .sum())
                .isCloseTo(1, within(1e-9));
        assertThat(known.reaches(deepest + 3)).isCloseTo(1, within(1e-9));
        assertThat(vague.reaches(deepest + 3)).isBetween(0.5, 0.95);
        assertThat(vague.reaches(deepest - 30)).isLessThan(0.05);
    }

    @ParameterizedTest
    @CsvSource({"20, 130, ANKLE, false", "45, 80, HIP, false", "38, 125, ANKLE_AND_HIP, true", "45, 160, NONE, true"})
    void it_says_what_ends_the_descent(double ankle, double hip, BodyModel.Limit limit, boolean reaches) {
        BodyModel model =
                new BodyModel(AVERAGE, new BodyModel.Limits(ankle, hip, 65), ArmPosition.FORWARD, BodyLoad.NONE, 0);
        BodyModel.Answer answer = model.answer(0, STEPS);
        assertThat(answer.limit()).isEqualTo(limit);
        assertThat(answer.reaches()).isEqualTo(reaches);
        assertThat(answer.atTarget().isPresent()).isEqualTo(reaches);
        if (limit != BodyModel.Limit.NONE) {
            assertThat(answer.gains().ankle()).isPositive();
            assertThat(answer.gains().hip()).isPositive();
            assertThat(answer.gains().plate()).isGreaterThan(answer.gains().ankle());
        }
    }

    /** Below about 25 degrees of ankle, parallel is out of reach for an average body (common practice). */
    @Test
    void a_stiff_ankle_needs_a_plate_and_a_weight_in_front_helps() {
        BodyModel.Answer answer = model(20, ArmPosition.HANGING).answer(0, STEPS);
        assertThat(answer.reaches()).isFalse();
        assertThat(answer.plate().orElseThrow()).isBetween(0.01, 0.06);
        assertThat(answer.changes().get(BodyModel.ChangeOf.WEIGHT_IN_FRONT))
                .isLessThan(answer.changes().get(BodyModel.ChangeOf.ARMS_FORWARD));
        assertThat(answer.changes().get(BodyModel.ChangeOf.ARMS_FORWARD))
                .isLessThan(answer.deepest().thigh());
    }

    @Test
    void a_bar_on_the_back_leans_the_trunk_further_than_one_in_front() {
        List<Double> trunks = List.of(BodyLoad.Place.FRONT, BodyLoad.Place.BACK_HIGH, BodyLoad.Place.BACK_LOW).stream()
                .map(place -> new BodyModel(
                                AVERAGE,
                                model(40, ArmPosition.FORWARD).limits(),
                                ArmPosition.FORWARD,
                                new BodyLoad(place, 1),
                                0)
                        .trunk(40, 0)
                        .orElseThrow())
                .toList();
        assertThat(trunks).isSorted();
    }

    @Test
    void impossible_bodies_are_refused_in_words() {
        assertThatThrownBy(() -> Build.ofStature(17)).hasMessageContaining("80 to 250 cm");
        assertThatThrownBy(() -> AVERAGE.with(Optional.of(4.0), Optional.empty(), Optional.empty()))
                .hasMessageContaining("shank");
        assertThatThrownBy(() -> new BodyModel.Limits(-1, 130, 65)).hasMessageContaining("ankle");
    }

    private static BodyModel random(Random random) {
        Build build = Build.ofStature(1.4 + random.nextDouble() * 0.6);
        Build lengths = build.with(
                Optional.of(build.shank() * (0.92 + random.nextDouble() * 0.16)),
                Optional.of(build.thigh() * (0.92 + random.nextDouble() * 0.16)),
                Optional.empty());
        BodyLoad load = random.nextBoolean()
                ? BodyLoad.NONE
                : new BodyLoad(BodyLoad.Place.values()[1 + random.nextInt(5)], random.nextDouble());
        return new BodyModel(
                lengths,
                new BodyModel.Limits(15 + random.nextDouble() * 30, 90 + random.nextDouble() * 60, 65),
                ArmPosition.values()[random.nextInt(3)],
                load,
                random.nextDouble() * 0.04);
    }

    private static double massCentre(BodyModel model, BodyModel.Pose p) {
        Build b = model.build();
        double knee = b.shank() * sin(p.shin());
        double hip = knee - b.thigh() * Math.cos(Math.toRadians(p.thigh()));
        double shoulder = hip + b.trunk() * sin(p.trunk());
        boolean forward = model.arms() == ArmPosition.FORWARD || model.load().place() == BodyLoad.Place.IN_FRONT;
        double reach = forward ? 1 : model.arms() == ArmPosition.OVERHEAD ? sin(p.trunk()) : 0;
        double moment = 2 * 0.0145 * 0.25 * b.foot()
                + 2 * 0.0465 * (knee + 0.433 * (0 - knee))
                + 2 * 0.1 * (hip + 0.433 * (knee - hip))
                + 0.578 * (hip + 0.66 * (shoulder - hip))
                + 2 * 0.028 * (shoulder + reach * 0.436 * b.upperArm())
                + 2 * 0.016 * (shoulder + reach * (b.upperArm() + 0.43 * b.forearm()))
                + 2 * 0.006 * (shoulder + reach * (b.upperArm() + b.forearm() + 0.506 * b.hand()));
        BodyLoad.Place place = model.load().place();
        double at = place == BodyLoad.Place.IN_FRONT
                ? shoulder + b.upperArm() + b.forearm() + 0.506 * b.hand()
                : hip + place.along(b.trunk()) * sin(p.trunk()) + place.forward() * Math.cos(Math.toRadians(p.trunk()));
        return (moment + model.load().share() * at) / (1 + model.load().share());
    }

    private static double sin(double degrees) {
        return Math.sin(Math.toRadians(degrees));
    }
}
