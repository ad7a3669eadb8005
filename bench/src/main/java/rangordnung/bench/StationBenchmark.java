package rangordnung.bench;

import java.sql.Connection;
import java.sql.PreparedStatement;
import java.sql.ResultSet;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Collections;
import java.util.List;
import java.util.UUID;
import java.util.concurrent.Callable;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.concurrent.TimeUnit;
import java.util.stream.IntStream;
import tools.jackson.databind.JsonNode;

/** Forty stations, each one mark a second, against bare inserts of the same rows on the same schedule. */
final class StationBenchmark {

    private static final int STATIONS = 40;
    private static final int SECONDS = 20;
    private static final int WARM = 5;
    private static final int WARM_MARKS = 150;
    private static final double LIMIT = 4;
    private static final double BOARD_LIMIT = 5;
    private static final int BOARD_EVERY_MILLIS = 400;

    private StationBenchmark() {}

    /** What one station does with its n-th mark. */
    private interface Mark {
        void send(int station, int number) throws Exception;
    }

    /** Latencies in milliseconds, ascending, and how long all took together. */
    private record Load(List<Double> latencies, double seconds) {

        double quantile(double share) {
            return latencies.get((int) Math.min(latencies.size() - 1L, Math.round(share * latencies.size())));
        }

        double throughput() {
            return latencies.size() / seconds;
        }
    }

    static void measure(Demo demo) throws Exception {
        Demo.Visitor lead = demo.lead();
        JsonNode lesson = lead.json("api/today")
                .get("screenings")
                .valueStream()
                .map(s -> s.get("screening"))
                .filter(s -> s.get("name").stringValue().equals("Winter screen"))
                .findFirst()
                .orElseThrow();
        String screening = lesson.get("id").stringValue();
        List<String> athletes = lead.json("api/screenings/" + screening + "/station")
                .get("queue")
                .valueStream()
                .map(q -> q.get("id").stringValue())
                .toList();
        List<Demo.Visitor> stations = new ArrayList<>();
        List<UUID> trials = new ArrayList<>();
        for (int i = 0; i < STATIONS; i++) {
            String address = lead.post(
                            "api/screenings/" + screening + "/passes",
                            "{\"station\":\"squat\",\"helper\":\"Station %d\",\"minutes\":60}".formatted(i))
                    .get("address")
                    .stringValue();
            Demo.Visitor station = demo.visitor();
            station.post("api/join", "{\"code\":\"%s\"}".formatted(address.substring(address.lastIndexOf('/') + 1)));
            station.get("api/session");
            UUID trial = UUID.randomUUID();
            station.post(
                    "api/screenings/" + screening + "/facts",
                    facts(
                            athletes.get(i % athletes.size()),
                            UUID.randomUUID(),
                            "{\"kind\":\"trialOpened\",\"trial\":\"%s\",\"test\":\"overhead-squat\",\"conditions\":{\"load\":{\"position\":\"NONE\",\"kilograms\":0},\"arms\":\"AS_IN_TEST\",\"shoes\":false,\"turnOut\":{},\"aids\":[],\"archAssisted\":false}}"
                                    .formatted(trial)));
            stations.add(station);
            trials.add(trial);
        }

        List<Connection> connections = new ArrayList<>();
        for (int i = 0; i < STATIONS; i++) {
            connections.add(demo.connect());
        }
        Mark bare = (station, number) -> insert(
                connections.get(station),
                screening,
                athletes.get(station % athletes.size()),
                mark(trials.get(station), number));
        Mark post = (station, number) -> stations.get(station)
                .post(
                        "api/screenings/" + screening + "/facts",
                        facts(
                                athletes.get(station % athletes.size()),
                                UUID.randomUUID(),
                                mark(trials.get(station), number)));
        // warm is what a hall is after two or three minutes: so many marks have gone through by then
        load(bare, WARM);
        Callable<Object> board = () -> lead.get("api/screenings/" + screening + "/board");
        atOnce(post, WARM_MARKS);
        boards(board, WARM * 5);
        List<Bench.Round> medians = new ArrayList<>();
        List<Bench.Round> slowest = new ArrayList<>();
        List<Bench.Round> throughputs = new ArrayList<>();
        List<Bench.Round> looks = new ArrayList<>();
        long rows = 0;
        long kept = 0;
        for (int round = 0; round < Bench.ROUNDS; round++) {
            List<Double> idle = boards(board, SECONDS / 2);
            long before = count(connections.get(0), screening);
            Load inserts = load(bare, SECONDS);
            long between = count(connections.get(0), screening);
            Load marks = load(post, SECONDS);
            rows += between - before;
            kept += count(connections.get(0), screening) - between;
            medians.add(new Bench.Round(marks.quantile(0.5), inserts.quantile(0.5)));
            slowest.add(new Bench.Round(marks.quantile(0.99), inserts.quantile(0.99)));
            throughputs.add(new Bench.Round(inserts.throughput(), marks.throughput()));
            // the board is read in a load of its own, so that it does not slow what the marks are held against
            ExecutorService reader = Executors.newSingleThreadExecutor();
            Future<List<Double>> busy = reader.submit(() -> boards(board, SECONDS / 2));
            load(post, SECONDS / 2);
            reader.shutdown();
            List<Double> under = busy.get();
            looks.add(new Bench.Round(under.get(under.size() / 2), idle.get(idle.size() / 2)));
        }
        for (Connection connection : connections) {
            connection.close();
        }

        Bench.exactly("station-bare-rows", rows, (long) STATIONS * SECONDS * Bench.ROUNDS);
        Bench.exactly("station-marks-kept", kept, (long) STATIONS * SECONDS * Bench.ROUNDS);
        Bench.middle("station-marks-over-insert", "milliseconds, median", LIMIT, medians);
        Bench.middle("station-marks-over-insert-p99", "milliseconds, 99th percentile", Double.MAX_VALUE, slowest);
        Bench.middle("board-under-load-over-idle", "milliseconds, median", BOARD_LIMIT, looks);
        Bench.middle("station-inserts-over-marks-throughput", "facts a second", LIMIT, throughputs);
    }

    /** The lead looks at the board again and again. Latencies in milliseconds, ascending. */
    private static List<Double> boards(Callable<Object> board, int seconds) throws Exception {
        List<Double> latencies = new ArrayList<>();
        long until = System.nanoTime() + TimeUnit.SECONDS.toNanos(seconds);
        while (System.nanoTime() < until) {
            long began = System.nanoTime();
            board.call();
            latencies.add((System.nanoTime() - began) / 1e6);
            TimeUnit.MILLISECONDS.sleep(BOARD_EVERY_MILLIS);
        }
        Collections.sort(latencies);
        return latencies;
    }

    /** Every station sends one mark a second, each at its own moment of the second. */
    private static Load load(Mark mark, int seconds) throws Exception {
        ExecutorService threads = Executors.newFixedThreadPool(STATIONS);
        long start = System.nanoTime() + TimeUnit.MILLISECONDS.toNanos(200);
        List<Callable<double[]>> all = IntStream.range(0, STATIONS)
                .<Callable<double[]>>mapToObj(station -> () -> {
                    double[] latencies = new double[seconds];
                    for (int i = 0; i < seconds; i++) {
                        long due =
                                start + TimeUnit.SECONDS.toNanos(i) + TimeUnit.SECONDS.toNanos(1) * station / STATIONS;
                        TimeUnit.NANOSECONDS.sleep(Math.max(0, due - System.nanoTime()));
                        long began = System.nanoTime();
                        mark.send(station, i);
                        latencies[i] = (System.nanoTime() - began) / 1e6;
                    }
                    return latencies;
                })
                .toList();
        List<Double> latencies = new ArrayList<>();
        for (Future<double[]> station : threads.invokeAll(all)) {
            Arrays.stream(station.get()).forEach(latencies::add);
        }
        threads.shutdown();
        Collections.sort(latencies);
        return new Load(latencies, (System.nanoTime() - start) / 1e9);
    }

    /** Every station sends some marks, one after the other, as fast as they are taken. */
    private static void atOnce(Mark mark, int each) throws Exception {
        ExecutorService threads = Executors.newFixedThreadPool(4);
        for (Future<Object> station : threads.invokeAll(IntStream.range(0, STATIONS)
                .<Callable<Object>>mapToObj(s -> () -> {
                    for (int i = 0; i < each; i++) {
                        mark.send(s, i);
                    }
                    return null;
                })
                .toList())) {
            station.get();
        }
        threads.shutdown();
    }

    private static String mark(UUID trial, int number) {
        String[] grades = {"SLIGHT", "MARKED", "SEVERE", "NONE"};
        return "{\"kind\":\"marked\",\"trial\":\"%s\",\"criterion\":\"knee-line\",\"side\":\"LEFT\",\"grade\":\"%s\"}"
                .formatted(trial, grades[number % grades.length]);
    }

    private static String facts(String athlete, UUID id, String fact) {
        return "{\"facts\":[{\"id\":\"%s\",\"athlete\":\"%s\",\"at\":\"2026-11-25T08:00:00Z\",\"fact\":%s}]}"
                .formatted(id, athlete, fact);
    }

    private static void insert(Connection connection, String screening, String athlete, String body) throws Exception {
        try (PreparedStatement statement = connection.prepareStatement(
                """
                insert into fact (id, organisation_id, screening_id, athlete_id, body, author_id, device_at, received_at)
                select ?, s.organisation_id, s.id, ?, ?::jsonb, (select id from account where role = 'OWNER' limit 1), now(), now() from screening s where s.id = ?""")) {
            statement.setObject(1, UUID.randomUUID());
            statement.setObject(2, UUID.fromString(athlete));
            statement.setString(3, body);
            statement.setObject(4, UUID.fromString(screening));
            statement.executeUpdate();
        }
    }

    private static long count(Connection connection, String screening) throws Exception {
        try (PreparedStatement statement =
                connection.prepareStatement("select count(*) from fact where screening_id = ?")) {
            statement.setObject(1, UUID.fromString(screening));
            try (ResultSet rows = statement.executeQuery()) {
                rows.next();
                return rows.getLong(1);
            }
        }
    }
}
