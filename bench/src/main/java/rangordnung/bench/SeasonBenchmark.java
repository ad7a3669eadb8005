package rangordnung.bench;

import java.sql.Connection;
import java.sql.SQLException;
import java.sql.Statement;
import java.util.List;
import java.util.UUID;
import java.util.concurrent.Callable;

/**
 * Whether an organisation notices the others: results of one class and the page of the day with ten thousand facts in the
 * database, and the same with millions of facts of 2,000 organisations.
 */
final class SeasonBenchmark {

    private static final int ORGANISATIONS = 2000;
    private static final int ATHLETES = 25;
    private static final int FACTS_EACH = 20;
    private static final int FEW = 10_000;
    private static final int WARM = 300;
    private static final int MEASURED = 60;
    private static final double LIMIT = 1.5;

    private SeasonBenchmark() {}

    /** @param facts how many there are in the end */
    static void measure(String name, int facts) throws Exception {
        try (Demo demo = Demo.start();
                Connection connection = demo.connect();
                Statement sql = connection.createStatement()) {
            Demo.Visitor lead = demo.lead();
            UUID screening = UUID.fromString(lead.json("api/today")
                    .get("screenings")
                    .valueStream()
                    .filter(s -> s.get("athletes").intValue() < 40)
                    .findFirst()
                    .orElseThrow()
                    .at("/screening/id")
                    .stringValue());
            List<Callable<Object>> pages =
                    List.of(() -> lead.get("api/screenings/" + screening + "/results"), () -> lead.get("api/today"));
            fill(sql, FEW);
            double[] few = medians(pages);
            fill(sql, facts);
            double[] many = medians(pages);
            Bench.ratio(name + "-results", many[0], few[0], "milliseconds, median", LIMIT);
            Bench.ratio(name + "-today", many[1], few[1], "milliseconds, median", LIMIT);
        }
    }

    private static double[] medians(List<Callable<Object>> pages) throws Exception {
        double[] medians = new double[pages.size()];
        for (int p = 0; p < medians.length; p++) {
            Callable<Object> page = pages.get(p);
            for (int i = 0; i < WARM; i++) {
                page.call();
            }
            double[] times = new double[MEASURED];
            for (int i = 0; i < MEASURED; i++) {
                long from = System.nanoTime();
                page.call();
                times[i] = (System.nanoTime() - from) / 1e6;
            }
            medians[p] = Bench.median(times);
        }
        return medians;
    }

    /** Fills the database with organisations, each with a class and screenings, until there are so many facts. */
    private static void fill(Statement sql, int facts) throws SQLException {
        int screenings = Math.max(1, facts / (ORGANISATIONS * ATHLETES * FACTS_EACH));
        int organisations = Math.min(ORGANISATIONS, Math.max(1, facts / (screenings * ATHLETES * FACTS_EACH)));
        // foreign keys hold by construction, and checking millions of them would take most of the time
        sql.execute("set session_replication_role = replica");
        for (String statement : List.of(
                "delete from fact where device_at = 'epoch'",
                "delete from screening where created_at = 'epoch'",
                "delete from athlete where created_at = 'epoch'",
                "delete from team where name like 'Class of organisation %'",
                "delete from account where created_at = 'epoch'",
                "delete from organisation where created_at = 'epoch'",
                "insert into organisation (id, name, created_at) select md5('o' || o)::uuid, 'Organisation ' || o, 'epoch' from generate_series(1, %d) o"
                        .formatted(organisations),
                "insert into account (id, organisation_id, login, name, role, password_hash, created_at) select md5('c' || o)::uuid, md5('o' || o)::uuid, 'lead-' || o, 'Lead', 'OWNER', '-', 'epoch' from generate_series(1, %d) o"
                        .formatted(organisations),
                "insert into team (id, organisation_id, name, kind, version) select md5('t' || o)::uuid, md5('o' || o)::uuid, 'Class of organisation ' || o, 'CLASS', 0 from generate_series(1, %d) o"
                        .formatted(organisations),
                "insert into athlete (id, organisation_id, team_id, given_name, family_name, clearance, version, created_at) select md5('a' || o || '-' || a)::uuid, md5('o' || o)::uuid, md5('t' || o)::uuid, 'A' || a, '', 'CLEARED', 0, 'epoch' from generate_series(1, %d) o, generate_series(1, %d) a"
                        .formatted(organisations, ATHLETES),
                "insert into screening (id, organisation_id, team_id, name, held_on, protocol_id, protocol_version, created_at) select md5('s' || o || '-' || s)::uuid, md5('o' || o)::uuid, md5('t' || o)::uuid, 'S' || s, current_date - 30 * s, 'standard-floor', 6, 'epoch' from generate_series(1, %d) o, generate_series(1, %d) s"
                        .formatted(organisations, screenings),
                """
                insert into fact (id, organisation_id, screening_id, athlete_id, body, author_id, device_at, received_at)
                select gen_random_uuid(), md5('o' || o)::uuid, md5('s' || o || '-' || s)::uuid, md5('a' || o || '-' || a)::uuid,
                  jsonb_build_object('kind', 'marked', 'trial', md5('x' || o || s || a)::uuid, 'criterion', 'knee-line', 'side', 'LEFT', 'grade', 'SLIGHT'),
                  md5('c' || o)::uuid, 'epoch', now()
                from generate_series(1, %d) o, generate_series(1, %d) s, generate_series(1, %d) a, generate_series(1, %d) f"""
                        .formatted(organisations, screenings, ATHLETES, FACTS_EACH))) {
            sql.execute(statement);
        }
        sql.execute("set session_replication_role = origin");
        for (String table : List.of("organisation", "account", "team", "athlete", "screening", "fact")) {
            sql.execute("vacuum analyze " + table);
        }
        settled(sql);
    }

    /** Waits until the database has written out and put away what came with the filling; it would be measured otherwise. */
    private static void settled(Statement sql) throws SQLException {
        sql.execute("checkpoint");
        sql.execute(
                """
                do $$ begin
                  while exists (select 1 from pg_ls_archive_statusdir() where name like '%.ready') loop perform pg_sleep(0.2); end loop;
                end $$""");
    }
}
