package rangordnung.server.measuring;

import jakarta.validation.Valid;
import jakarta.validation.constraints.DecimalMax;
import jakarta.validation.constraints.DecimalMin;
import jakarta.validation.constraints.NotNull;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import java.util.stream.Stream;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RestController;
import rangordnung.core.body.ArmPosition;
import rangordnung.core.body.BodyLoad;
import rangordnung.core.body.BodyModel;
import rangordnung.core.body.Build;
import rangordnung.core.body.Side;
import rangordnung.core.body.Sided;
import rangordnung.core.body.UncertainBody;
import rangordnung.core.body.WallDistance;
import rangordnung.core.certainty.CertaintyRules;
import rangordnung.core.judgement.KnownBody;
import rangordnung.core.judgement.Reading;
import rangordnung.core.judgement.ScreenResult;
import rangordnung.core.protocol.BodyRules;
import rangordnung.core.protocol.Family;
import rangordnung.server.platform.Problem;
import rangordnung.server.protocols.Protocols;
import rangordnung.server.results.Results;

/** How deep a body can sink and what ends it. Nothing is kept; measured lengths are sent to the screening as a fact. */
@RestController
class BodyModelController {

    private static final int STEPS = 24;

    /**
     * A body, its limits and what it carries; centimetres and degrees.
     *
     * @param ankle  largest shin angle of each side
     * @param load   in percent of the body's mass
     * @param plate  under the heels
     * @param target thigh angle to be reached
     */
    record BodyRequest(
            @DecimalMin("80") @DecimalMax("250") double stature,
            Optional<Double> shank,
            Optional<Double> thigh,
            Optional<Double> trunk,
            @NotNull Sided<Double> ankle,
            double hip,
            @NotNull ArmPosition arms,
            @NotNull BodyLoad.Place place,
            double load,
            double plate,
            double target) {

        BodyModel model(Side side) {
            Build build = Build.ofStature(stature / 100)
                    .with(shank.map(cm -> cm / 100), thigh.map(cm -> cm / 100), trunk.map(cm -> cm / 100));
            return new BodyModel(
                    build,
                    new BodyModel.Limits(ankle.get(side), hip, BodyModel.Limits.TRUNK),
                    arms,
                    new BodyLoad(place, place == BodyLoad.Place.NONE ? 0 : load / 100),
                    plate / 100);
        }
    }

    /**
     * What the body can do with each ankle; in a squat the stiffer one decides.
     *
     * @param chance  that the target is reached, with the noise of lengths, wall distance and hip, 0 to 1
     * @param wall    toe-to-wall distance that each ankle stands for, centimetres
     * @param descent postures from standing to the deepest of the side that decides
     * @param tried   the sizes of the changes
     */
    record BodyResponse(
            Build build,
            Sided<BodyModel.Answer> answers,
            Sided<Double> chance,
            Sided<Double> wall,
            Side decides,
            List<BodyModel.Pose> descent,
            BodyRules tried) {}

    /**
     * What is known of an athlete: from the roster, the wall test and what was measured before.
     *
     * @param stature centimetres
     * @param ankle   shin angle from the wall test
     * @param target  thigh angle that the school aims at
     */
    record BodyStart(
            Optional<Double> stature,
            Sided<Optional<Double>> ankle,
            Optional<Double> shank,
            Optional<Double> thigh,
            Optional<Double> trunk,
            Optional<Double> hip,
            double target) {}

    private final Results results;
    private final Protocols protocols;

    BodyModelController(Results results, Protocols protocols) {
        this.results = results;
        this.protocols = protocols;
    }

    @PostMapping("/api/body-model")
    BodyResponse ask(@Valid @RequestBody BodyRequest asked) {
        Sided<BodyModel.Answer> answers = Sided.each(side ->
                asked.model(side).answer(asked.target(), protocols.bodyRules().steps()));
        Side decides =
                answers.left().deepest().thigh() >= answers.right().deepest().thigh() ? Side.LEFT : Side.RIGHT;
        BodyModel model = asked.model(decides);
        CertaintyRules noise = protocols.certaintyRules();
        return new BodyResponse(
                model.build(),
                answers,
                Sided.each(side -> new UncertainBody(
                                asked.model(side),
                                noise.lengthNoise().value() / 100,
                                noise.wallSem().value() / 100,
                                noise.hipSem().value())
                        .reaches(asked.target())),
                Sided.each(side -> 100
                        * new WallDistance(model.build()).distance(asked.ankle().get(side))),
                decides,
                model.descent(STEPS),
                protocols.bodyRules());
    }

    /** Where the sliders stand when an athlete is chosen. */
    @GetMapping("/api/screenings/{id}/results/{athlete}/body")
    BodyStart start(@PathVariable UUID id, @PathVariable UUID athlete) {
        Results.Screen screen = results.of(id);
        Results.Screened screened = screen.athletes().stream()
                .filter(a -> a.athlete().id().equals(athlete))
                .findFirst()
                .orElseThrow(() -> Problem.notFound("athlete in this screening"));
        Optional<KnownBody> body = screened.result().body();
        Optional<Build> build =
                body.map(KnownBody::build).or(() -> screened.athlete().stature().map(Build::ofStature));
        double target = screen.protocol().school().targetThigh().orElse(0.0);
        return new BodyStart(
                screened.athlete().stature().map(m -> m * 100),
                Sided.each(side -> build.flatMap(
                        b -> wall(screened.result(), side).map(cm -> new WallDistance(b).shin(cm / 100)))),
                body.map(b -> b.build().shank() * 100),
                body.map(b -> b.build().thigh() * 100),
                body.map(b -> b.build().trunk() * 100),
                body.flatMap(KnownBody::hip),
                target);
    }

    /** Distance at the wall in this screening, counted or only done to tell causes apart. */
    private static Optional<Double> wall(ScreenResult result, Side side) {
        return Stream.concat(result.tests().stream(), result.retests().stream())
                .flatMap(t -> t.criteria().stream())
                .filter(c -> c.criterion().family() == Family.ANKLE)
                .flatMap(c -> c.readings().get(side).stream())
                .map(Reading::value)
                .flatMap(Optional::stream)
                .findFirst();
    }
}
