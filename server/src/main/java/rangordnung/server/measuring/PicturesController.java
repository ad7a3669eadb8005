package rangordnung.server.measuring;

import java.util.EnumSet;
import java.util.List;
import java.util.Set;
import java.util.UUID;
import java.util.stream.IntStream;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RestController;
import rangordnung.core.motion.signal.Axis;
import rangordnung.core.motion.signal.Landmark;
import rangordnung.core.motion.signal.Motion;
import rangordnung.core.motion.simulated.Camera;
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

    private static final double MILLIMETRES = 1000;

    /** What a figure is drawn from. */
    private static final Set<Landmark.Point> DRAWN = EnumSet.of(
            Landmark.Point.EAR,
            Landmark.Point.SHOULDER,
            Landmark.Point.ELBOW,
            Landmark.Point.WRIST,
            Landmark.Point.FRONT_HIP_BONE,
            Landmark.Point.REAR_HIP_BONE,
            Landmark.Point.HIP,
            Landmark.Point.KNEE,
            Landmark.Point.ANKLE,
            Landmark.Point.HEEL,
            Landmark.Point.SECOND_TOE);

    /** A landmark through a picture: across and up, in millimetres. */
    record PicturePath(Landmark landmark, int[] across, int[] up) {}

    /** @param value of the anchor's measure */
    record GradePicture(Grade grade, double value, int frames, double rate, List<PicturePath> paths) {}

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
        Camera camera = Camera.exact(pictures.plane(), RATE);
        return new CriterionPictures(
                criterion,
                pictures.plane(),
                pictures.anchor().tolerance().unit(),
                pictures.grades().stream()
                        .map(p -> {
                            Motion film = camera.film(new SimulatedAthlete(p.script(), protocols.poseRules()));
                            return new GradePicture(p.grade(), p.value(), film.frames(), RATE, paths(film));
                        })
                        .toList());
    }

    private static List<PicturePath> paths(Motion film) {
        Axis across = film.plane() == Motion.Plane.FRONT ? Axis.Y : Axis.X;
        return film.landmarks().stream()
                .filter(l -> DRAWN.contains(l.point()))
                .map(l -> new PicturePath(l, along(film, l, across), along(film, l, Axis.Z)))
                .toList();
    }

    private static int[] along(Motion film, Landmark landmark, Axis axis) {
        return IntStream.range(0, film.frames())
                .map(f -> (int) Math.round(film.at(landmark, axis, f) * MILLIMETRES))
                .toArray();
    }
}
