package rangordnung.bench;

import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import java.util.concurrent.Callable;
import java.util.stream.Stream;
import java.util.zip.GZIPInputStream;
import rangordnung.core.protocol.Protocol;
import tools.jackson.databind.json.JsonMapper;

/**
 * Prints one JSON line per benchmark: name, value, reference, ratio and limit, where there is one. Each value stands
 * against a reference that was measured in the same run. Ends with an error when a limit is broken.
 */
public final class Bench {

    private static boolean broken;

    private Bench() {}

    public static void main(String[] args) throws Exception {
        List<String> wanted = List.of(args);
        if (wanted.isEmpty() || wanted.contains("judge-500")) {
            JudgeBenchmark.run();
        }
        if (wanted.isEmpty() || wanted.contains("rank-500") || wanted.contains("link-first-named")) {
            CertaintyBenchmark.run();
        }
        if (wanted.isEmpty()
                || wanted.contains("assign-500x24-over-solver")
                || wanted.contains("hall-30-over-solver")) {
            SolverBenchmark.run();
        }
        if (wanted.isEmpty() || wanted.contains("measure-over-parse")) {
            MeasureBenchmark.run();
        }
        if (wanted.isEmpty() || wanted.contains("initial-js-kb")) {
            initialScript();
        }
        // the season at night; a tenth of it whenever all is measured
        if (wanted.contains("season-10m")) {
            SeasonBenchmark.measure("season-10m", 10_000_000);
        }
        if (wanted.isEmpty() || wanted.contains("season-1m")) {
            SeasonBenchmark.measure("season-1m", 1_000_000);
        }
        boolean memory = wanted.isEmpty() || wanted.contains("server-rss-mb");
        boolean results =
                memory || wanted.contains("results-500-over-sql") || wanted.contains("judge-cold-500-over-sql");
        boolean groups = memory || wanted.contains("groups-500-paint-over-json");
        boolean stations =
                memory || wanted.contains("station-marks-over-insert") || wanted.contains("board-under-load-over-idle");
        boolean taps = memory || wanted.contains("tap-over-empty");
        boolean cards = memory || wanted.contains("cards-30-over-library");
        boolean blocks = memory || wanted.contains("block-500-over-sql");
        if (results || groups || stations || taps || blocks || cards) {
            try (Demo demo = Demo.start()) {
                if (results) {
                    ServerBenchmark.measure(demo);
                }
                if (blocks) {
                    ServerBenchmark.block(demo);
                }
                if (cards) {
                    CardsBenchmark.measure(demo);
                }
                if (groups) {
                    GroupsBenchmark.measure(demo);
                }
                if (taps) {
                    TapBenchmark.measure(demo);
                }
                if (stations) {
                    StationBenchmark.measure(demo);
                }
                if (memory) {
                    ServerBenchmark.memory(demo);
                }
            }
        }
        System.exit(broken ? 1 : 0);
    }

    /** A value against its reference; the ratio must stay at or below the limit. */
    static void ratio(String name, double value, double reference, String unit, double limit) {
        double ratio = value / reference;
        broken |= ratio > limit;
        System.out.println(String.format(
                Locale.ROOT,
                "{\"name\":\"%s\",\"value\":%.3f,\"reference\":%.3f,\"unit\":\"%s\",\"ratio\":%.2f,\"limit\":%s}",
                name,
                value,
                reference,
                unit,
                ratio,
                limit == Double.MAX_VALUE ? "null" : String.valueOf(limit)));
    }

    static double milliseconds(Runnable work) {
        long from = System.nanoTime();
        work.run();
        return (System.nanoTime() - from) / 1e6;
    }

    /** Data that ship with the product. */
    static <T> T read(String name, Class<T> type) throws IOException {
        try (InputStream in = Protocol.class.getResourceAsStream("/rangordnung/" + name + ".json")) {
            return new JsonMapper().readValue(in, type);
        }
    }

    /** What one round of a benchmark has found. */
    record Round(double value, double reference) {

        double ratio() {
            return value / reference;
        }
    }

    /** Rounds of one line; a machine that was busy for a moment must not decide. */
    static final int ROUNDS = 3;

    /** A benchmark in three rounds; the one in the middle is told. */
    static void rounds(String name, String unit, double limit, Callable<Round> round) throws Exception {
        List<Round> all = new ArrayList<>();
        for (int i = 0; i < ROUNDS; i++) {
            all.add(round.call());
        }
        middle(name, unit, limit, all);
    }

    /** Of some rounds the one in the middle. */
    static void middle(String name, String unit, double limit, List<Round> rounds) {
        List<Round> sorted = new ArrayList<>(rounds);
        sorted.sort(Comparator.comparingDouble(Round::ratio));
        Round middle = sorted.get(sorted.size() / 2);
        ratio(name, middle.value(), middle.reference(), unit, limit);
    }

    static double median(double... values) {
        double[] sorted = values.clone();
        Arrays.sort(sorted);
        return sorted[sorted.length / 2];
    }

    /** A count that must be met exactly. */
    static void exactly(String name, long value, long expected) {
        broken |= value != expected;
        System.out.println(String.format(
                Locale.ROOT,
                "{\"name\":\"%s\",\"value\":%d,\"reference\":%d,\"unit\":\"facts\",\"ratio\":%.2f,\"limit\":1}",
                name,
                value,
                expected,
                (double) value / expected));
    }

    /** What the first page loads as script, compressed, against the same uncompressed. */
    private static void initialScript() throws IOException {
        Path dist = Path.of("web/dist");
        String page = Files.readString(dist.resolve("index.html"));
        double compressed = 0;
        double raw = 0;
        try (Stream<Path> files = Files.list(dist.resolve("assets"))) {
            for (Path file : files.filter(f -> f.toString().endsWith(".js")
                            && page.contains(f.getFileName().toString()))
                    .toList()) {
                byte[] gzip = Files.readAllBytes(Path.of(file + ".gz"));
                compressed += gzip.length / 1024.0;
                try (GZIPInputStream in = new GZIPInputStream(new ByteArrayInputStream(gzip))) {
                    raw += in.readAllBytes().length / 1024.0;
                }
            }
        }
        absolute("initial-js-kb", compressed, raw, "kB gzip over kB raw", 120);
    }

    /** A value with a limit of its own; the reference is printed beside it. */
    static void absolute(String name, double value, double reference, String unit, double limit) {
        broken |= value > limit || value <= 0;
        System.out.println(String.format(
                Locale.ROOT,
                "{\"name\":\"%s\",\"value\":%.1f,\"reference\":%.1f,\"unit\":\"%s\",\"ratio\":%.2f,\"limit\":%.0f}",
                name,
                value,
                reference,
                unit,
                value / reference,
                limit));
    }
}
