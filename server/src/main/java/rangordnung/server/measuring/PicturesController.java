package rangordnung.server.measuring;

import java.util.List;
import java.util.UUID;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RestController;
import rangordnung.core.motion.signal.Motion;
import rangordnung.core.motion.simulated.GradePictures;
import rangordnung.core.motion.simulated.SimulatedAthlete;
import rangordnung.core.protocol.Grade;
import rangordnung.core.protocol.Protocol;
import rangordnung.core.protocol.TestDefinition;
import rangordnung.server.platform.Problem;
import rangordnung.server.protocols.Protocols;
import rangordnung.server.screening.Screenings;

/** What the grades of a test look like, to be held against the athlete while looking. */
@RestController
class PicturesController {

    /** Frames a second: small enough for a phone to keep all (house convention). */
    private static final double RATE = 8;

    /** @param value of the anchor's measure */
    record GradePicture(Grade grade, double value, Film film) {}

    /** @param unit of the values */
    record CriterionPictures(String criterion, Motion.Plane plane, String unit, List<GradePicture> grades) {}

    private final Screenings screenings;
    private final Protocols protocols;

    PicturesController(Screenings screenings, Protocols protocols) {
        this.screenings = screenings;
        this.protocols = protocols;
    }

    @GetMapping("/api/screenings/{id}/pictures/{test}")
    List<CriterionPictures> pictures(@PathVariable UUID id, @PathVariable String test) {
        Screenings.ScreeningView view = screenings.visible(id);
        Protocol protocol = protocols.get(view.protocol(), view.protocolVersion());
        TestDefinition definition = protocol.test(test).orElseThrow(() -> Problem.notFound("test in this protocol"));
        GradePictures pictures = new GradePictures(protocol, protocols.poseRules());
        return definition.criteria().parallelStream()
                .flatMap(c -> pictures.of(definition, c).stream().map(p -> filmed(c.id(), p)))
                .toList();
    }

    private CriterionPictures filmed(String criterion, GradePictures.Pictures pictures) {
        return new CriterionPictures(
                criterion,
                pictures.plane(),
                pictures.anchor().tolerance().unit(),
                pictures.grades().stream()
                        .map(p -> new GradePicture(
                                p.grade(),
                                p.value(),
                                Film.of(
                                        new SimulatedAthlete(p.script(), protocols.poseRules()),
                                        pictures.plane(),
                                        RATE)))
                        .toList());
    }
}
