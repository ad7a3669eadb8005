package rangordnung.bench;

import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.function.Supplier;
import rangordnung.core.ShippedData;
import rangordnung.core.body.Build;
import rangordnung.core.motion.measure.ClipAnalysis;
import rangordnung.core.motion.measure.ClipReport;
import rangordnung.core.motion.measure.Subject;
import rangordnung.core.motion.signal.Motion;
import rangordnung.core.motion.signal.MotionRules;
import rangordnung.core.motion.simulated.Camera;
import rangordnung.core.motion.simulated.PoseRules;
import rangordnung.core.motion.simulated.Script;
import rangordnung.core.motion.simulated.SimulatedAthlete;
import rangordnung.core.protocol.Source;
import rangordnung.server.exchange.LandmarkFile;
import rangordnung.server.exchange.LandmarkFiles;
import rangordnung.server.exchange.ReadOptions;
import tools.jackson.databind.json.JsonMapper;

/** Measuring a clip against merely reading its file, and an hour at 60 frames per second in a small heap. */
public final class MeasureBenchmark {

    private static final int WARM_UP = 8;
    private static final int TIMES = 15;
    private static final int HOUR = 60 * 60 * 60;
    private static final int HEAP_MB = 256;

    private MeasureBenchmark() {}

    private static ReadOptions how(MotionRules rules) {
        return new ReadOptions(Motion.Plane.SIDE, ReadOptions.Facing.RIGHT, Map.of(), Optional.empty(), rules);
    }

    static void run() throws Exception {
        MotionRules rules = shipped(ShippedData.MOTION, MotionRules.class);
        Build build = Build.ofStature(1.75);
        Motion film = film(build, 12);
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        LandmarkFiles.write(film, LandmarkFile.Format.LANDMARKS_33, out);
        byte[] file = out.toByteArray();
        Supplier<Motion> read = () -> LandmarkFiles.read(
                        new ByteArrayInputStream(file), Optional.of(LandmarkFile.Format.LANDMARKS_33), how(rules))
                .motion();
        Supplier<ClipReport> measure = () ->
                new ClipAnalysis(read.get(), Subject.squat(Optional.of(build), Source.LANDMARK_FILE), rules).report();
        for (int i = 0; i < WARM_UP; i++) {
            milliseconds(read);
            milliseconds(measure);
        }
        Bench.rounds("measure-over-parse", "milliseconds for %d frames".formatted(film.frames()), 2, () -> {
            double[] reading = new double[TIMES];
            double[] measuring = new double[TIMES];
            for (int i = 0; i < TIMES; i++) {
                reading[i] = milliseconds(read);
                measuring[i] = milliseconds(measure);
            }
            return new Bench.Round(Bench.median(measuring), Bench.median(reading));
        });
        hour();
    }

    private static Motion film(Build build, int repetitions) throws IOException {
        return Camera.exact(Motion.Plane.SIDE, 60)
                .withScale(400)
                .withNoise(0.004, 3)
                .losing(0.01)
                .film(new SimulatedAthlete(
                        Script.squat(build, repetitions), shipped(ShippedData.POSE, PoseRules.class)));
    }

    private static <T> T shipped(String name, Class<T> type) throws IOException {
        try (InputStream in = Motion.class.getResourceAsStream("/rangordnung/" + name + ".json")) {
            return new JsonMapper().readValue(in, type);
        }
    }

    private static double milliseconds(Supplier<?> work) {
        long from = System.nanoTime();
        if (work.get() == null) {
            throw new IllegalStateException("nothing came back");
        }
        return (System.nanoTime() - from) / 1e6;
    }

    /** An hour of 33 landmarks as JSON, made as it is read, measured by a process that may use no more than the bound. */
    private static void hour() throws IOException, InterruptedException {
        long from = System.nanoTime();
        Process process = new ProcessBuilder(
                        ProcessHandle.current().info().command().orElse("java"),
                        "-Xmx" + HEAP_MB + "m",
                        "-XX:+UseSerialGC",
                        "-cp",
                        System.getProperty("java.class.path"),
                        MeasureBenchmark.class.getName())
                .redirectErrorStream(true)
                .start();
        String said = new String(process.getInputStream().readAllBytes(), StandardCharsets.UTF_8).strip();
        if (process.waitFor() != 0) {
            System.err.println(said);
        }
        double used = process.exitValue() == 0
                ? Double.parseDouble(said.lines().reduce((a, b) -> b).orElse("0"))
                : Double.MAX_VALUE;
        Bench.absolute(
                "hour-clip-heap-mb",
                used,
                HOUR / ((System.nanoTime() - from) / 1e9),
                "MB after reading and measuring, over frames per second",
                HEAP_MB);
    }

    /** Reads and measures the hour; prints the megabytes that are in use at its end. */
    public static void main(String[] args) throws IOException {
        MotionRules rules = shipped(ShippedData.MOTION, MotionRules.class);
        Build build = Build.ofStature(1.75);
        Motion film = film(build, 6);
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        LandmarkFiles.write(film, LandmarkFile.Format.LANDMARKS_33, out);
        Motion motion = LandmarkFiles.read(
                        new Repeated(out.toString(StandardCharsets.UTF_8), HOUR),
                        Optional.of(LandmarkFile.Format.LANDMARKS_33),
                        how(rules))
                .motion();
        ClipReport report =
                new ClipAnalysis(motion, Subject.squat(Optional.of(build), Source.LANDMARK_FILE), rules).report();
        if (report.frames() != HOUR || report.repetitions().size() < 500) {
            throw new IllegalStateException(
                    report.frames() + " frames, " + report.repetitions().size() + " repetitions");
        }
        System.out.println(String.format(
                Locale.ROOT,
                "%.1f",
                (Runtime.getRuntime().totalMemory() - Runtime.getRuntime().freeMemory()) / 1048576.0));
    }

    /** The frames of a file over and over, until there are enough. */
    private static final class Repeated extends InputStream {

        private final List<byte[]> frames = new ArrayList<>();
        private final int wanted;
        private int given;
        private byte[] now;
        private int at;

        Repeated(String file, int wanted) {
            int list = file.indexOf('[') + 1;
            now = file.substring(0, list).getBytes(StandardCharsets.UTF_8);
            for (String frame : file.substring(list, file.lastIndexOf(']'))
                    .replaceAll("\"time\":[^,]*,", "")
                    .split("(?<=\\}\\]\\}),")) {
                frames.add(frame.getBytes(StandardCharsets.UTF_8));
            }
            this.wanted = wanted;
        }

        @Override
        public int read() {
            byte[] one = new byte[1];
            return read(one, 0, 1) < 0 ? -1 : one[0] & 0xFF;
        }

        @Override
        public int read(byte[] into, int offset, int length) {
            if (at == now.length && !next()) {
                return -1;
            }
            int count = Math.min(length, now.length - at);
            System.arraycopy(now, at, into, offset, count);
            at += count;
            return count;
        }

        private boolean next() {
            if (given > wanted) {
                return false;
            }
            ByteArrayOutputStream text = new ByteArrayOutputStream();
            try {
                if (given == wanted) {
                    text.write("]}".getBytes(StandardCharsets.UTF_8));
                } else {
                    text.write(given == 0 ? new byte[0] : new byte[] {','});
                    text.write(frames.get(given % frames.size()));
                }
            } catch (IOException e) {
                throw new UncheckedIOException(e);
            }
            given++;
            now = text.toByteArray();
            at = 0;
            return true;
        }
    }
}
