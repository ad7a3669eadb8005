package rangordnung.server.measuring;

import jakarta.validation.Valid;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.io.StringWriter;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.UUID;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RestController;
import rangordnung.core.Refusal;
import rangordnung.core.body.Side;
import rangordnung.core.motion.measure.PlateReading;
import rangordnung.core.motion.measure.ScalesReading;
import rangordnung.core.motion.simulated.SimulatedDevices;
import rangordnung.core.protocol.Criterion;
import rangordnung.core.protocol.Extent;
import rangordnung.core.protocol.Gauge;
import rangordnung.core.protocol.Source;
import rangordnung.core.protocol.TestDefinition;
import rangordnung.core.record.Fact;
import rangordnung.server.exchange.DeviceFile;
import rangordnung.server.platform.Code;
import rangordnung.server.platform.Problem;
import rangordnung.server.protocols.Protocols;
import rangordnung.server.screening.Screenings;

/** Scales and plates by their files, and stand-ins where there is no device. Nothing is kept. */
@RestController
class DeviceController {

    /** The kinds of devices. */
    enum Device {
        SCALES,
        PLATE
    }

    /**
     * A file of a device.
     *
     * @param csv time and two columns
     * @param working the working leg, where the test has legs one after the other
     */
    record DeviceRequest(
            @NotNull Device device,
            @NotBlank @Size(max = 4_000_000) String csv,
            Optional<UUID> screening,
            Optional<String> test,
            Optional<Side> working,
            @NotNull UUID trial) {}

    /**
     * What it says.
     *
     * @param facts what the test takes of it
     */
    record DeviceResponse(
            Optional<ScalesReading> scales,
            Optional<PlateReading> plate,
            double rate,
            double[] first,
            double[] second,
            List<Fact.Measured> facts) {}

    /**
     * A stand-in.
     *
     * @param size share of the first scale in percent, or centimetres of sway
     */
    record DeviceSimulation(@NotNull Device device, double size, double kilograms, long seed) {}

    record DeviceCsv(String csv) {}

    private final Protocols protocols;
    private final Screenings screenings;

    DeviceController(Protocols protocols, Screenings screenings) {
        this.protocols = protocols;
        this.screenings = screenings;
    }

    @PostMapping("/api/measuring/device")
    DeviceResponse read(@Valid @RequestBody DeviceRequest asked) {
        DeviceFile file = DeviceFile.read(asked.csv());
        Optional<TestDefinition> test = asked.screening()
                .map(screenings::visible)
                .map(s -> protocols.get(s.protocol(), s.protocolVersion()))
                .flatMap(p -> asked.test()
                        .map(id -> p.test(id).orElseThrow(() -> Problem.notFound("test in this protocol"))));
        try {
            if (asked.device() == Device.SCALES) {
                ScalesReading reading =
                        ScalesReading.of(file.first(), file.second(), file.rate(), protocols.motionRules());
                return new DeviceResponse(
                        Optional.of(reading),
                        Optional.empty(),
                        file.rate(),
                        file.first(),
                        file.second(),
                        test.map(t -> facts(t, asked, reading)).orElse(List.of()));
            }
            PlateReading reading = PlateReading.of(file.first(), file.second(), file.rate(), protocols.motionRules());
            return new DeviceResponse(
                    Optional.empty(),
                    Optional.of(reading),
                    file.rate(),
                    file.first(),
                    file.second(),
                    test.map(t -> facts(t, asked, reading)).orElse(List.of()));
        } catch (Refusal e) {
            throw Problem.invalid(Code.NO_READING, String.valueOf(e.getMessage()), "csv");
        }
    }

    /** The two parts of each gauge that reads scales. */
    private static List<Fact.Measured> facts(TestDefinition test, DeviceRequest asked, ScalesReading reading) {
        return test.criteria().stream()
                .filter(c -> c.gauge()
                        .filter(g -> g.instrument() == Gauge.Instrument.SCALE
                                && g.parts().size() == 2)
                        .isPresent())
                .flatMap(c -> {
                    List<Gauge.Part> parts = c.gauge().orElseThrow().parts();
                    return List.of(
                            fact(c, asked, parts.get(0).id(), reading.first(), Source.SCALES),
                            fact(c, asked, parts.get(1).id(), reading.second(), Source.SCALES))
                            .stream();
                })
                .toList();
    }

    /** What a criterion notes of a stance on a plate. */
    private static List<Fact.Measured> facts(TestDefinition test, DeviceRequest asked, PlateReading reading) {
        return test.criteria().stream()
                .filter(c -> c.noted().contains("sway-velocity"))
                .limit(1)
                .flatMap(c -> List.of(
                        fact(c, asked, "sway-velocity", reading.velocity(), Source.PLATE),
                        fact(c, asked, "sway-area", reading.ellipseArea(), Source.PLATE))
                        .stream())
                .toList();
    }

    private static Fact.Measured fact(
            Criterion criterion, DeviceRequest asked, String measure, double value, Source source) {
        Optional<Side> side = criterion.extent() == Extent.SIDED ? asked.working() : Optional.empty();
        if (criterion.extent() == Extent.SIDED && side.isEmpty()) {
            throw Problem.invalid(
                    Code.WORKING_LEG_MISSING,
                    "In this test legs work one after the other. Say which leg works.",
                    "working");
        }
        return new Fact.Measured(
                asked.trial(),
                criterion.id(),
                side,
                measure,
                1,
                Clip.rounded(value, 1000),
                1,
                Optional.empty(),
                Optional.of(new Fact.Taken(source, 0)));
    }

    /** A reading as such a device would write it. */
    @PostMapping("/api/measuring/device/simulation")
    DeviceCsv simulate(@Valid @RequestBody DeviceSimulation asked) {
        boolean scales = asked.device() == Device.SCALES;
        SimulatedDevices.Series series = scales
                ? SimulatedDevices.scales(
                        Math.max(20, Math.min(200, asked.kilograms())),
                        Math.max(0, Math.min(100, asked.size())),
                        asked.seed())
                : SimulatedDevices.plate(30, Math.max(0, Math.min(10, asked.size())), asked.seed());
        StringWriter csv = new StringWriter();
        csv.write(scales ? "time,first,second\n" : "time,x,y\n");
        for (int i = 0; i < series.first().length; i++) {
            csv.write(String.format(
                    Locale.ROOT, "%.2f,%.3f,%.3f\n", i / series.rate(), series.first()[i], series.second()[i]));
        }
        return new DeviceCsv(csv.toString());
    }
}
