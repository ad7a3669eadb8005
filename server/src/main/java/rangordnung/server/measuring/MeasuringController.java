package rangordnung.server.measuring;

import jakarta.servlet.http.HttpServletRequest;
import jakarta.validation.Valid;
import jakarta.validation.constraints.DecimalMax;
import jakarta.validation.constraints.DecimalMin;
import jakarta.validation.constraints.NotNull;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import java.util.stream.Stream;
import org.springframework.http.ContentDisposition;
import org.springframework.http.HttpHeaders;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;
import rangordnung.core.body.ArmPosition;
import rangordnung.core.body.BodyLoad;
import rangordnung.core.body.BodyModel;
import rangordnung.core.body.Build;
import rangordnung.core.body.Side;
import rangordnung.core.body.Sided;
import rangordnung.core.judgement.MeasuredFacts;
import rangordnung.core.motion.measure.ClipAnalysis;
import rangordnung.core.motion.measure.ClipReport;
import rangordnung.core.motion.measure.Measure;
import rangordnung.core.motion.measure.Subject;
import rangordnung.core.motion.signal.Landmark;
import rangordnung.core.motion.signal.Motion;
import rangordnung.core.motion.signal.MotionRules;
import rangordnung.core.motion.signal.Repetition;
import rangordnung.core.motion.simulated.Camera;
import rangordnung.core.motion.simulated.Faults;
import rangordnung.core.motion.simulated.Scene;
import rangordnung.core.motion.simulated.Script;
import rangordnung.core.motion.simulated.SimulatedAthlete;
import rangordnung.core.motion.view.Lens;
import rangordnung.core.protocol.Label;
import rangordnung.core.protocol.Protocol;
import rangordnung.core.protocol.School;
import rangordnung.core.protocol.Source;
import rangordnung.core.protocol.TestDefinition;
import rangordnung.core.record.Fact;
import rangordnung.server.exchange.LandmarkFile;
import rangordnung.server.exchange.LandmarkFiles;
import rangordnung.server.exchange.ReadOptions;
import rangordnung.server.platform.Code;
import rangordnung.server.platform.Problem;
import rangordnung.server.protocols.Protocols;
import rangordnung.server.screening.Screenings;
import rangordnung.server.screening.StationFilms;

/** Clips to numbers: reads files, simulates athletes, measures, and says what a test takes of it. Nothing is kept. */
@RestController
class MeasuringController {

    /**
     * Who and what is in a clip.
     *
     * @param stature   centimetres; gives a picture its scale
     * @param screening whose protocol holds; without one an average squat is measured
     * @param test      of that protocol
     * @param pattern   what is done, where no test says it
     * @param working   the working leg, where legs work one after the other
     * @param near      the side toward the camera
     * @param distance  of the camera, metres
     * @param height    of the lens above the floor, metres
     * @param behind    whether the camera stands behind the athlete
     */
    record About(
            Optional<@DecimalMin("80") @DecimalMax("250") Double> stature,
            Optional<UUID> screening,
            Optional<String> test,
            Optional<TestDefinition.Pattern> pattern,
            Optional<Side> working,
            Optional<Side> near,
            Optional<@DecimalMin("1.5") @DecimalMax("20") Double> distance,
            Optional<@DecimalMin("0") @DecimalMax("3") Double> height,
            Optional<Boolean> behind) {}

    /**
     * A clip to be measured.
     *
     * @param trial that its facts will belong to
     */
    record MeasureRequest(
            @NotNull @Valid Clip clip, @NotNull @Valid About about, @NotNull UUID trial, @NotNull Source source) {}

    /** A measure in every frame; null where it is not assessable. */
    record Trace(Measure measure, Optional<Side> side, Double[] values) {}

    /**
     * What the screen needs to know of a measure.
     *
     * @param told  the moment whose value stands for a repetition
     * @param label  what kind of statement its definition is
     * @param source of one that is published
     */
    record MeasureLine(
            Measure measure, String id, String unit, Repetition.Moment told, Label label, Optional<String> source) {}

    /**
     * What a clip says.
     *
     * @param facts  what the test takes of it; empty without a test
     * @param inStep the clip with its frames in step, which the report tells of, where they were not
     */
    record MeasureResponse(
            ClipReport report,
            List<MeasureLine> measures,
            List<Trace> traces,
            List<Fact.Measured> facts,
            Optional<Clip> inStep) {}

    /**
     * A film of a station, as landmarks.
     *
     * @param trial    that its facts will belong to
     * @param distance of the camera, metres, as in what is known about any clip
     */
    record FilmSent(
            @NotNull UUID screening,
            @NotNull UUID athlete,
            @NotNull String test,
            @NotNull UUID trial,
            @NotNull Source source,
            @NotNull @Valid Clip clip,
            Optional<Side> working,
            Optional<Side> near,
            Optional<@DecimalMin("1.5") @DecimalMax("20") Double> distance,
            Optional<@DecimalMin("0") @DecimalMax("3") Double> height,
            Optional<Boolean> behind) {}

    /** What was measured in a film of a station, and what the test takes of it. */
    record FilmMeasured(ClipReport report, List<Fact.Measured> facts) {}

    /** A file that was read, with what its names were taken for. */
    record FileRead(LandmarkFile.Format format, List<String> names, Map<String, Landmark> mapping, Clip clip) {}

    /**
     * A simulated athlete and how it is filmed.
     *
     * @param stature centimetres
     * @param ankle   largest shin angle, degrees
     * @param depth   thigh angle at the bottom, degrees
     * @param stance  distance of the ankles in centimetres; hip-wide where it is empty
     * @param noise   standard deviation of each landmark, centimetres
     * @param stand   where a camera stands whose film is drawn; nothing is drawn without it
     */
    record Simulation(
            @NotNull Script.Exercise exercise,
            @DecimalMin("80") @DecimalMax("250") double stature,
            double ankle,
            @NotNull ArmPosition arms,
            @NotNull Side working,
            int repetitions,
            @NotNull Script.Tempo tempo,
            double depth,
            Optional<Double> stance,
            double turnOut,
            @NotNull Faults faults,
            @NotNull Motion.Plane plane,
            double rate,
            @DecimalMin("0") @DecimalMax("5") double noise,
            @NotNull Side near,
            long seed,
            Optional<@Valid Stand> stand) {

        Script script() {
            Build build = Build.ofStature(stature / 100);
            BodyModel.Limits limits = new BodyModel.Limits(ankle, BodyModel.Limits.HIP, BodyModel.Limits.TRUNK);
            return new Script(
                    exercise,
                    build,
                    limits,
                    arms,
                    BodyLoad.NONE,
                    working,
                    repetitions,
                    tempo,
                    depth,
                    stance.map(cm -> cm / 100).orElse(build.hipSpacing()),
                    Sided.both(turnOut),
                    0.01,
                    faults);
        }
    }

    /**
     * Where a camera stands.
     *
     * @param distance metres
     * @param height   of the lens, metres
     * @param roll     degrees
     * @param yaw      degrees
     */
    record Stand(
            @DecimalMin("1.5") @DecimalMax("20") double distance,
            @DecimalMin("0") @DecimalMax("3") double height,
            @DecimalMin("-45") @DecimalMax("45") double roll,
            @DecimalMin("-90") @DecimalMax("90") double yaw) {

        Camera.Stand place() {
            return new Camera.Stand(Optional.of(distance), height, roll, yaw);
        }
    }

    /**
     * A simulated athlete, filmed.
     *
     * @param clip      as a camera that stands square sees it
     * @param endsEarly whether the body cannot get as deep as it was told to
     * @param scene     of which a film is drawn, where that was asked for
     */
    record Simulated(Clip clip, BodyModel.Pose bottom, boolean endsEarly, Optional<Scene> scene) {}

    private final Protocols protocols;
    private final Screenings screenings;
    private final StationFilms films;

    MeasuringController(Protocols protocols, Screenings screenings, StationFilms films) {
        this.protocols = protocols;
        this.screenings = screenings;
        this.films = films;
    }

    /** The numbers of measuring, with their labels. */
    @GetMapping("/api/measuring/rules")
    MotionRules rules() {
        return protocols.motionRules();
    }

    /** Measures a clip or a single picture. */
    @PostMapping("/api/measuring/report")
    MeasureResponse report(@Valid @RequestBody MeasureRequest asked) {
        Optional<Protocol> protocol = asked.about()
                .screening()
                .map(screenings::visible)
                .map(s -> protocols.get(s.protocol(), s.protocolVersion()));
        Optional<TestDefinition> test =
                protocol.flatMap(p -> asked.about().test().map(id -> test(p, id)));
        Motion motion = asked.clip().inStep(protocols.motionRules());
        ClipAnalysis examination = new ClipAnalysis(
                motion, subject(asked.about(), protocol, test, asked.source()), protocols.motionRules());
        ClipReport report = examination.report();
        List<Trace> traces = examination.traces().stream()
                .map(t -> new Trace(
                        t.measure(),
                        t.side(),
                        boxed(examination.trace(t.measure(), t.side()).orElseThrow())))
                .toList();
        List<Fact.Measured> facts = test.map(
                        t -> MeasuredFacts.of(t, report, asked.trial(), asked.source(), working(t, asked.about())))
                .orElse(List.of());
        return new MeasureResponse(
                report,
                Stream.of(Measure.values())
                        .map(m -> new MeasureLine(m, m.id(), m.unit(), m.told(), m.label(), m.source()))
                        .toList(),
                traces,
                facts,
                asked.clip().times().map(t -> Clip.of(motion)));
    }

    /**
     * Measures what a station has filmed. Who may not be filmed is not measured; the height comes from the roster, which stations
     * do not see. Nothing is kept: the station sends the facts with its other ones.
     */
    @PostMapping("/api/measuring/film")
    FilmMeasured film(@Valid @RequestBody FilmSent sent) {
        StationFilms.Allowed allowed = films.allowed(sent.screening(), sent.athlete(), sent.test());
        About about = new About(
                allowed.stature().map(metres -> 100 * metres),
                Optional.empty(),
                Optional.empty(),
                Optional.empty(),
                sent.working(),
                sent.near(),
                sent.distance(),
                sent.height(),
                sent.behind());
        TestDefinition test = test(allowed.protocol(), sent.test());
        Optional<Side> working = working(test, about);
        ClipReport report = new ClipAnalysis(
                        sent.clip().inStep(protocols.motionRules()),
                        subject(about, Optional.of(allowed.protocol()), Optional.of(test), sent.source()),
                        protocols.motionRules())
                .report();
        return new FilmMeasured(report, MeasuredFacts.of(test, report, sent.trial(), sent.source(), working));
    }

    private static TestDefinition test(Protocol protocol, String id) {
        return protocol.test(id).orElseThrow(() -> Problem.notFound("test in this protocol"));
    }

    private static Optional<Side> working(TestDefinition test, About about) {
        if (test.legs() == TestDefinition.Legs.EACH && about.working().isEmpty()) {
            throw Problem.invalid(
                    Code.WORKING_LEG_MISSING,
                    "In this test legs work one after the other. Say which leg works.",
                    "working");
        }
        return test.legs() == TestDefinition.Legs.EACH ? about.working() : Optional.empty();
    }

    private static Subject subject(
            About about, Optional<Protocol> protocol, Optional<TestDefinition> test, Source source) {
        Optional<School> school = protocol.map(Protocol::school);
        return new Subject(
                about.stature().map(cm -> Build.ofStature(cm / 100)),
                test.map(TestDefinition::pattern).or(about::pattern).orElse(TestDefinition.Pattern.SQUAT),
                about.working(),
                school.map(School::kneeReference).orElse(School.KneeReference.SECOND_THIRD_TOE),
                school.flatMap(School::targetThigh).orElse(0.0),
                about.near(),
                source,
                new Lens(about.distance(), about.height(), about.behind().orElse(false)));
    }

    private static Double[] boxed(double[] values) {
        return Arrays.stream(values)
                .mapToObj(v -> Double.isFinite(v) ? (Double) Clip.rounded(v, 1000) : null)
                .toArray(Double[]::new);
    }

    /** Reads a file of landmarks; its names are guessed, or taken as they are mapped: {@code name=LANDMARK}. */
    @PostMapping(path = "/api/measuring/file", consumes = MediaType.APPLICATION_OCTET_STREAM_VALUE)
    FileRead read(
            HttpServletRequest request,
            @RequestParam Motion.Plane plane,
            @RequestParam ReadOptions.Facing facing,
            @RequestParam Optional<LandmarkFile.Format> format,
            @RequestParam Optional<Double> rate,
            @RequestParam Optional<List<String>> mapped)
            throws IOException {
        LandmarkFile file = LandmarkFiles.read(
                request.getInputStream(),
                format,
                new ReadOptions(plane, facing, mapping(mapped.orElse(List.of())), rate, protocols.motionRules()));
        return new FileRead(file.format(), file.names(), file.mapping(), Clip.of(file.motion()));
    }

    private static Map<String, Landmark> mapping(List<String> mapped) {
        Map<String, Landmark> mapping = new HashMap<>();
        for (String line : mapped) {
            int at = line.lastIndexOf('=');
            if (at > 0) {
                mapping.put(line.substring(0, at), Landmark.valueOf(line.substring(at + 1)));
            }
        }
        return mapping;
    }

    /** Writes a clip as a file. */
    @PostMapping("/api/measuring/export")
    ResponseEntity<byte[]> write(@Valid @RequestBody Clip clip, @RequestParam LandmarkFile.Format format)
            throws IOException {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        LandmarkFiles.write(clip.motion(), format, out);
        String ending =
                switch (format) {
                    case CSV -> "csv";
                    case TRC -> "trc";
                    case C3D -> "c3d";
                    case COCO, LANDMARKS_33 -> "json";
                };
        return ResponseEntity.ok()
                .header(
                        HttpHeaders.CONTENT_DISPOSITION,
                        ContentDisposition.attachment()
                                .filename("landmarks." + ending)
                                .build()
                                .toString())
                .contentType(MediaType.APPLICATION_OCTET_STREAM)
                .body(out.toByteArray());
    }

    /** Films a simulated athlete. */
    @PostMapping("/api/measuring/simulation")
    Simulated simulate(@Valid @RequestBody Simulation asked) {
        Script script = asked.script();
        SimulatedAthlete athlete = new SimulatedAthlete(script, protocols.poseRules());
        if (script.seconds() * asked.rate() > Clip.MOST_FRAMES) {
            throw Problem.invalid(
                    Code.CLIP_TOO_LONG, "That many repetitions make a clip that is too long.", "repetitions");
        }
        Camera camera = Camera.exact(asked.plane(), asked.rate())
                .from(asked.near())
                .withNoise(asked.noise() / 100, asked.seed());
        return new Simulated(
                Clip.of(camera.film(athlete)),
                athlete.bottom(),
                athlete.endsEarly(),
                asked.stand().map(stand -> Scene.of(camera.at(stand.place()), athlete)));
    }
}
