package rangordnung.server.practice;

import jakarta.validation.Valid;
import jakarta.validation.constraints.Max;
import jakarta.validation.constraints.Min;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;
import rangordnung.core.body.Side;
import rangordnung.core.motion.signal.Motion;
import rangordnung.core.motion.simulated.Script;
import rangordnung.core.motion.simulated.SimulatedAthlete;
import rangordnung.core.protocol.Criterion;
import rangordnung.core.protocol.TestDefinition;
import rangordnung.server.measuring.Film;
import rangordnung.server.protocols.Protocols;
import rangordnung.server.screening.Facts;

/** Six simulated athletes at a station, marked by eye, and what came of it. */
@RestController
class PracticeController {

    /** Frames a second: smooth enough to see a knee, small enough for a phone (house convention). */
    private static final double RATE = 12;

    /** @param side the leg in front, where legs work one after the other */
    record Performance(Optional<Side> side, Film film) {}

    /** @param performances from the front and from the side */
    record Performer(UUID id, List<Performance> performances) {}

    /**
     * A drill without what is known of it.
     *
     * @param criteria that can be seen on its athletes
     */
    record DrillView(String test, int seed, List<String> criteria, List<Performer> athletes) {}

    /** As it is sent. */
    record PracticeDone(
            @NotNull UUID id,
            @NotBlank @Size(max = 60) String test,
            @Min(0) @Max(Integer.MAX_VALUE) int seed,
            @NotNull @Size(max = 5000) List<Facts.FactSent> facts) {}

    private final Practices practices;
    private final Protocols protocols;

    PracticeController(Practices practices, Protocols protocols) {
        this.practices = practices;
        this.protocols = protocols;
    }

    /** Who has practised. */
    @GetMapping("/api/screenings/{id}/practice")
    List<Practices.Practiser> practisers(@PathVariable UUID id) {
        return practices.of(id);
    }

    /** The tests that can be practised. */
    @GetMapping("/api/screenings/{id}/practice/tests")
    List<String> tests(@PathVariable UUID id) {
        return practices.tests(id);
    }

    /** The same seed gives the same athletes. */
    @GetMapping("/api/screenings/{id}/practice/tests/{test}")
    DrillView drill(
            @PathVariable UUID id, @PathVariable String test, @RequestParam @Min(0) @Max(Integer.MAX_VALUE) int seed) {
        Practices.Numbered numbered = practices.drill(id, test, seed);
        TestDefinition shown = numbered.drill().test();
        return new DrillView(
                test,
                seed,
                shown.criteria().stream().map(Criterion::id).toList(),
                IntStream.range(0, numbered.athletes().size())
                        .parallel()
                        .mapToObj(i -> new Performer(
                                numbered.athletes().get(i),
                                films(shown, numbered.drill().athletes().get(i).scripts())))
                        .toList());
    }

    private List<Performance> films(TestDefinition test, List<Script> scripts) {
        boolean each = test.legs() == TestDefinition.Legs.EACH;
        return scripts.stream()
                .flatMap(script -> {
                    SimulatedAthlete athlete = new SimulatedAthlete(script, protocols.poseRules());
                    Optional<Side> leg = each ? Optional.of(script.working()) : Optional.empty();
                    return Stream.of(Motion.Plane.FRONT, Motion.Plane.SIDE)
                            .map(plane -> new Performance(leg, Film.of(athlete, plane, RATE)));
                })
                .toList();
    }

    @PostMapping("/api/screenings/{id}/practice")
    Practices.PracticeResult done(@PathVariable UUID id, @Valid @RequestBody PracticeDone done) {
        return practices.done(id, new Practices.Practised(done.id(), done.test(), done.seed(), done.facts()));
    }
}
