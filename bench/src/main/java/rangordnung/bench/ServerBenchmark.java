package rangordnung.bench;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.Connection;
import java.sql.PreparedStatement;
import java.sql.ResultSet;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.UUID;
import java.util.concurrent.Callable;
import tools.jackson.databind.JsonNode;

/** The running product with the 500 roster: its results over HTTP against the bare SQL, and its memory. */
final class ServerBenchmark {

    private static final int WARM = 60;
    private static final int MEASURED = 40;

    private ServerBenchmark() {}

    static void measure(Demo demo) throws Exception {
        Demo.Visitor lead = demo.lead();
        JsonNode club = club(lead);
        UUID screening = UUID.fromString(club.get("id").stringValue());
        UUID team = UUID.fromString(club.get("team").stringValue());

        try (Connection connection = demo.connect()) {
            Callable<Object> sql = () -> bareSql(connection, screening, team);
            Callable<Object> kept = () -> lead.get("api/screenings/" + screening + "/results");
            // The honest reference reads the same rows; a new fact before each request makes the server judge anew.
            Callable<Object> judged = () -> {
                touch(connection, screening);
                return kept.call();
            };
            for (int i = 0; i < WARM; i++) {
                sql.call();
                judged.call();
                kept.call();
            }
            Bench.rounds("results-500-over-sql", "milliseconds, median", 3, () -> against(sql, () -> {}, kept));
            Bench.rounds(
                    "results-500-judged-anew-over-sql",
                    "milliseconds, median, one new fact before each",
                    Double.MAX_VALUE,
                    () -> against(sql, () -> touch(connection, screening), kept));
            Bench.rounds(
                    "judge-cold-500-over-sql",
                    "milliseconds, median, every athlete changed before each",
                    3,
                    () -> against(sql, () -> change(connection, team), kept));
        }
    }

    /** The block of a season for all 500, planned and sent, against reading the rows that it rests on. */
    static void block(Demo demo) throws Exception {
        Demo.Visitor lead = demo.lead();
        JsonNode club = club(lead);
        UUID screening = UUID.fromString(club.get("id").stringValue());
        UUID team = UUID.fromString(club.get("team").stringValue());
        String path = "api/screenings/" + screening;
        form(lead, path);
        try (Connection connection = demo.connect()) {
            Callable<Object> sql = () -> bareSql(connection, screening, team);
            Callable<Object> plan = () -> lead.send(path + "/block/plan", SEASON);
            for (int i = 0; i < WARM; i++) {
                sql.call();
                plan.call();
            }
            Bench.rounds("block-500-over-sql", "milliseconds, median", 5, () -> against(sql, () -> {}, plan));
        }
    }

    private static final String SEASON =
            """
            {"start":"2026-11-30","weeks":6,"holidays":[],"matches":[],"slots":[
            {"day":"MONDAY","from":"08:00:00","to":"08:45:00"},{"day":"THURSDAY","from":"08:00:00","to":"08:45:00"}]}""";

    private static final String WISHES =
            """
            {"groups":24,"smallest":3,"largest":40,"rungs":2,"together":[],"apart":[],"ages":[]}""";

    /** Saves the groups that the product finds. */
    private static void form(Demo.Visitor lead, String path) throws IOException {
        StringBuilder groups = new StringBuilder();
        for (JsonNode group : lead.post(path + "/groups/formed?round=0", WISHES).get("groups")) {
            StringBuilder members = new StringBuilder();
            for (JsonNode member : group.get("members")) {
                members.append(members.isEmpty() ? "" : ",")
                        .append("{\"athlete\":%s,\"rung\":%s}".formatted(member.get("athlete"), member.get("rung")));
            }
            groups.append(groups.isEmpty() ? "" : ",")
                    .append("{\"offer\":%s,\"members\":[%s]}".formatted(group.get("offer"), members));
        }
        JsonNode latest = lead.json(path + "/groups").get("latest");
        lead.post(
                path + "/formation",
                "{\"id\":\"%s\",\"wishes\":%s,\"groups\":[%s],\"reason\":\"bench\"%s}"
                        .formatted(UUID.randomUUID(), WISHES, groups, latest == null ? "" : ",\"basedOn\":" + latest));
    }

    /** The screening of the roster with 500 athletes. */
    static JsonNode club(Demo.Visitor lead) throws IOException {
        return lead.json("api/today")
                .get("screenings")
                .valueStream()
                .filter(s -> s.get("athletes").intValue() == 500)
                .findFirst()
                .orElseThrow()
                .get("screening");
    }

    private interface Before {
        void run() throws Exception;
    }

    /** Medians of some work and of the bare SQL, in turns; both read what has just been changed. */
    private static Bench.Round against(Callable<Object> sql, Before before, Callable<Object> work) throws Exception {
        List<Double> sqlTimes = new ArrayList<>();
        List<Double> times = new ArrayList<>();
        for (int i = 0; i < MEASURED; i++) {
            before.run();
            sqlTimes.add(milliseconds(sql));
            before.run();
            times.add(milliseconds(work));
        }
        return new Bench.Round(median(times), median(sqlTimes));
    }

    /** What the server holds after all that was asked of it. */
    static void memory(Demo demo) throws IOException {
        Bench.absolute(
                "server-rss-mb",
                residentMegabytes(demo.process()),
                residentMegabytes(ProcessHandle.current().pid()),
                "MB, against this measuring process",
                512);
    }

    /** The rows that the results rest on, read with plain JDBC and every column taken. */
    private static int bareSql(Connection connection, UUID screening, UUID team) throws Exception {
        int read = 0;
        for (String sql : List.of(
                "select * from fact where screening_id = ? order by athlete_id, sequence",
                "select * from athlete where team_id = ? order by given_name, family_name, id")) {
            try (PreparedStatement statement = connection.prepareStatement(sql)) {
                statement.setObject(1, sql.contains("fact") ? screening : team);
                try (ResultSet rows = statement.executeQuery()) {
                    int columns = rows.getMetaData().getColumnCount();
                    while (rows.next()) {
                        for (int c = 1; c <= columns; c++) {
                            read += rows.getObject(c) == null ? 0 : 1;
                        }
                    }
                }
            }
        }
        return read;
    }

    /** Adds a fact without weight, so that nothing that was judged before can be reused. */
    private static void touch(Connection connection, UUID screening) throws Exception {
        try (PreparedStatement statement = connection.prepareStatement(
                """
                insert into fact (id, organisation_id, screening_id, athlete_id, body, author_id, device_at, received_at)
                select gen_random_uuid(), organisation_id, screening_id, athlete_id, '{"kind":"attended","attendance":"PRESENT"}', author_id, now(), now()
                from fact where screening_id = ? order by sequence limit 1""")) {
            statement.setObject(1, screening);
            statement.executeUpdate();
        }
    }

    /** Every athlete grows by nothing and is another all the same, so that nothing at all can be reused. */
    private static void change(Connection connection, UUID team) throws Exception {
        try (PreparedStatement statement = connection.prepareStatement(
                "update athlete set height_cm = case height_cm when 171 then 172 when 172 then 173 else 171 end, version = version + 1 where team_id = ?")) {
            statement.setObject(1, team);
            statement.executeUpdate();
        }
    }

    private static double milliseconds(Callable<Object> work) throws Exception {
        long start = System.nanoTime();
        work.call();
        return (System.nanoTime() - start) / 1e6;
    }

    private static double median(List<Double> times) {
        Collections.sort(times);
        return times.get(times.size() / 2);
    }

    private static double residentMegabytes(long process) throws IOException {
        return Files.readAllLines(Path.of("/proc/" + process + "/status")).stream()
                        .filter(l -> l.startsWith("VmRSS"))
                        .mapToLong(l -> Long.parseLong(l.replaceAll("\\D", "")))
                        .findFirst()
                        .orElseThrow()
                / 1024.0;
    }
}
