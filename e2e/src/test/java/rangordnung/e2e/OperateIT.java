package rangordnung.e2e;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.PosixFilePermissions;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import java.util.stream.Stream;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.MethodOrderer;
import org.junit.jupiter.api.Order;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestInstance;
import org.junit.jupiter.api.TestMethodOrder;

/** What whoever runs an installation does with it, at the command line. */
@TestInstance(TestInstance.Lifecycle.PER_CLASS)
@TestMethodOrder(MethodOrderer.OrderAnnotation.class)
@Order(5)
class OperateIT {

    private static final String PASSWORD = "a sentence to keep";
    private static final Path HERE = Path.of(".");
    private static final Duration SOON = Duration.ofSeconds(60);

    private final String name = "Unmistakable" + UUID.randomUUID().toString().replace("-", "");
    private Product product;
    private SimulatedStation owner;
    private Path house;
    private Map<String, String> system;
    private String screening;
    private final List<String> athletes = new ArrayList<>();

    @BeforeAll
    void start() throws Exception {
        product = Product.fresh();
        house = Files.createTempDirectory("rangordnung-house");
        Files.setPosixFilePermissions(house, PosixFilePermissions.fromString("rwxr-xr-x"));
        system = Map.of(
                "RANGORDNUNG_HOUSE", house.resolve("house").toString(),
                "RANGORDNUNG_UNITS", house.resolve("units").toString());
        owner = visitor(product.address());
        post(owner, "api/setup", founding(product.setupCode(), "owner", "First house"));
        owner.send("GET", "api/session", "");
        String team = id(post(owner, "api/teams", "{\"name\":\"Class\",\"kind\":\"CLASS\"}"));
        for (String given : List.of("Ada", "Ben")) {
            athletes.add(id(post(
                    owner,
                    "api/teams/" + team + "/athletes",
                    "{\"givenName\":\"%s\",\"familyName\":\"Hall\",\"clearance\":\"CLEARED\"}".formatted(given))));
        }
        screening = id(post(
                owner,
                "api/screenings",
                "{\"team\":\"%s\",\"name\":\"S\",\"heldOn\":\"2026-11-09\",\"protocol\":\"standard-floor\",\"protocolVersion\":6}"
                        .formatted(team)));
    }

    @AfterAll
    void stop() throws IOException {
        product.close();
        try (Stream<Path> files = Files.walk(house)) {
            files.sorted(java.util.Comparator.reverseOrder())
                    .forEach(f -> f.toFile().delete());
        }
    }

    private static SimulatedStation visitor(String address) throws Exception {
        SimulatedStation visitor = new SimulatedStation(address, "", List.of(), 1);
        visitor.send("GET", "api/session", "");
        return visitor;
    }

    private static String founding(String code, String login, String organisation) {
        return "{\"code\":\"%s\",\"organisation\":\"%s\",\"name\":\"O\",\"login\":\"%s\",\"password\":\"%s\"}"
                .formatted(code, organisation, login, PASSWORD);
    }

    private static String post(SimulatedStation who, String path, String json) throws Exception {
        var answer = who.send("POST", path, json);
        assertThat(answer.statusCode()).as(path + " " + answer.body()).isBetween(200, 299);
        return answer.body();
    }

    private static String id(String json) {
        return json.replaceAll("(?s).*?\"id\":\"([^\"]+)\".*", "$1");
    }

    private Product.Said says(String... words) {
        return product.says(system, HERE, words);
    }

    private String done(String... words) {
        Product.Said said = says(words);
        assertThat(said.code()).as(said.words()).isZero();
        return said.words();
    }

    private static int status(String address) {
        try {
            return visitor(address).send("GET", "actuator/health/readiness", "").statusCode();
        } catch (Exception e) {
            return 0;
        }
    }

    private static void comesBack(String address) throws InterruptedException {
        Instant until = Instant.now().plus(SOON);
        while (status(address) != 200) {
            assertThat(Instant.now()).as(address + " is back by itself").isBefore(until);
            Thread.sleep(200);
        }
    }

    /** Files of the installation, but for the database's own, in which a text stands. */
    private List<Path> filesWith(String text) throws IOException {
        byte[] wanted = text.getBytes(StandardCharsets.UTF_8);
        List<Path> found = new ArrayList<>();
        try (Stream<Path> files = Files.walk(product.folder(""))) {
            for (Path file : files.filter(Files::isRegularFile)
                    .filter(f ->
                            !product.folder("").relativize(f).toString().matches("(pg|wal|app|backups/base-.*)/.*"))
                    .toList()) {
                if (new String(Files.readAllBytes(file), StandardCharsets.ISO_8859_1)
                        .contains(new String(wanted, StandardCharsets.ISO_8859_1))) {
                    found.add(file);
                }
            }
        }
        return found;
    }

    /** The text of a whole backup: every row that it would bring back. */
    private String restored(Path backup) throws Exception {
        Path work = Files.createTempDirectory("rangordnung-read");
        assertThat(new ProcessBuilder("tar", "-C", work.toString(), "-xf", backup.toString())
                        .start()
                        .waitFor())
                .isZero();
        return Product.output(
                "bash",
                "-c",
                "$(ls -d /usr/lib/postgresql/*/bin | tail -n 1)/pg_restore -f - " + work + "/database.dump");
    }

    @Test
    @Order(1)
    void who_is_erased_stands_in_no_table_log_file_or_new_backup() throws Exception {
        String team = id(post(owner, "api/teams", "{\"name\":\"Other class\",\"kind\":\"CLASS\"}"));
        String athlete = id(post(
                owner,
                "api/teams/" + team + "/athletes",
                "{\"givenName\":\"Mira\",\"familyName\":\"%s\",\"birthDate\":\"2011-03-07\",\"clearance\":\"CLEARED\"}"
                        .formatted(name)));
        post(
                owner,
                "api/teams/" + team + "/imports/pasted",
                "{\"text\":\"Given name\\tFamily name\\nMira\\t%s\"}".formatted(name));
        owner.send(
                "POST",
                "api/teams/" + team + "/athletes",
                "{\"familyName\":\"%s\",\"heightCm\":\"x\"}".formatted(name));
        Path before = product.folder("before.backup");
        done("backup", before.toString());
        assertThat(restored(before)).as("it stood there").contains(name);
        Files.delete(before);

        assertThat(owner.send("DELETE", "api/athletes/" + athlete, "").statusCode())
                .isEqualTo(204);
        Path after = product.folder("after.backup");
        done("backup", after.toString());
        assertThat(restored(after)).doesNotContain(name, "2011-03-07");
        assertThat(filesWith(name)).isEmpty();
        for (String table : product.column("select tablename from pg_tables where schemaname = 'public'")) {
            assertThat(product.count("select count(*) from " + table + " t where t::text like '%" + name + "%'"))
                    .as(table)
                    .isZero();
        }
        Files.delete(after);
    }

    @Test
    @Order(2)
    void organisations_are_made_and_closed_and_a_lost_password_is_reset() throws Exception {
        String code = done("organisation", "make").replaceAll("(?s).*#/setup/([0-9a-f]+).*", "$1");
        SimulatedStation other = visitor(product.address());
        post(other, "api/setup", founding(code, "other", name));
        assertThat(done("organisation", "list")).contains("First house", name);
        assertThat(says("organisation", "close", "Nobody's").words()).contains("not exactly one organisation");
        Product.Said unsure = says("organisation", "close", name);
        assertThat(unsure.code()).as("nobody typed the name").isEqualTo(1);

        String reset =
                done("account", "reset", "other", "--without-factor").replaceAll("(?s).*#/reset/([0-9a-f]+).*", "$1");
        SimulatedStation lost = visitor(product.address());
        assertThat(lost.send(
                                "POST",
                                "api/reset",
                                "{\"code\":\"%s\",\"password\":\"another sentence to keep\"}".formatted(reset))
                        .statusCode())
                .isEqualTo(204);
        assertThat(says("account", "reset", "nobody").code()).isEqualTo(1);

        assertThat(product.typed(name + "\n", "organisation", "close", name).words())
                .contains("Closed");
        assertThat(product.column("select name from organisation")).containsExactly("First house");
        assertThat(product.count("select count(*) from account where login = 'other'"))
                .isZero();
        assertThat(product.count("select count(*) from athlete"))
                .as("the first house is whole")
                .isEqualTo(2);
        assertThat(filesWith(name)).isEmpty();
    }

    @Test
    @Order(3)
    void a_service_is_installed_upgraded_and_taken_away() throws Exception {
        assertThat(done("doctor"))
                .contains("Running at", "Data checksums are on")
                .doesNotContain("wrong");
        done("install");
        Path unit = house.resolve("units/rangordnung.service");
        assertThat(says("install").words()).contains("installed already");
        if (Files.isExecutable(Path.of("/usr/bin/systemd-analyze"))) {
            Process verify = new ProcessBuilder("systemd-analyze", "verify", unit.toString())
                    .redirectErrorStream(true)
                    .start();
            String words = new String(verify.getInputStream().readAllBytes(), StandardCharsets.UTF_8);
            assertThat(verify.waitFor()).as(words).isZero();
            assertThat(words).doesNotContain("rangordnung.service:");
        }
        Path current = house.resolve("house/current");
        Path first = Files.readSymbolicLink(current);
        Thread.sleep(1100); // a release is named by its second

        // killed while it works: the old program or the new one, and all of the data
        product.killed(system, 2500, HERE, "upgrade");
        assertThat(current.resolve("rangordnung")).isExecutable();
        assertThat(current.resolve("app/rangordnung-app.jar")).isNotEmptyFile();
        Thread.sleep(1100);
        assertThat(done("upgrade")).contains("Upgraded");
        Path second = Files.readSymbolicLink(current);
        assertThat(second).isNotEqualTo(first);
        comesBack(product.address());
        assertThat(product.count("select count(*) from athlete")).isEqualTo(2);
        product.execute(
                "insert into team values (gen_random_uuid(), (select id from organisation), 'Since then', 'CLASS', 0)");

        assertThat(done("upgrade", "--back")).contains("Back at");
        assertThat(Files.readSymbolicLink(current)).isNotEqualTo(second);
        comesBack(product.address());
        assertThat(product.column("select name from team")).contains("Class").doesNotContain("Since then");
        done("stop");
        done("uninstall");
        assertThat(unit).doesNotExist();
        assertThat(product.folder("pg/PG_VERSION")).as("the data stay").exists();
    }

    @Test
    @Order(4)
    void two_instances_and_a_replica_lose_nothing_when_one_of_them_is_killed() throws Exception {
        String words = done("cluster", "--instances", "2", "--replica");
        String first = product.address();
        String second = words.replaceAll("(?s).*Instance 2: +(\\S+).*", "$1");
        SimulatedStation here = visitor(first);
        SimulatedStation there = visitor(second);
        for (SimulatedStation who : List.of(here, there)) {
            post(who, "api/session", "{\"login\":\"owner\",\"password\":\"%s\"}".formatted(PASSWORD));
            who.send("GET", "api/session", "");
        }
        mark(here, 0);
        assertThat(results(there))
                .as("what one takes in, the other judges at once")
                .contains("\"SEVERE\"");
        Instant until = Instant.now().plus(SOON);
        while (product.count("select count(*) from pg_stat_replication where state = 'streaming'") == 0) {
            assertThat(Instant.now()).isBefore(until);
            Thread.sleep(200);
        }
        long read = replicaReads();
        results(here);
        assertThat(replicaReads()).as("results are read from the replica").isGreaterThan(read);

        killed("instance-2.pid");
        mark(here, 1);
        assertThat(results(here)).contains("\"SEVERE\"");
        killed("replica/pg/postmaster.pid");
        assertThat(results(here)).as("the primary answers").contains("\"SEVERE\"");
        mark(here, 0);
        comesBack(second);
        assertThat(results(there)).contains("\"SEVERE\"");
        killed("app.pid");
        mark(there, 1);
        comesBack(first);
        assertThat(product.count("select count(*) from fact where body ->> 'kind' = 'marked'"))
                .isEqualTo(4);
        done("stop");
        assertThat(status(second)).isZero();
    }

    /** A squat with a severe knee. */
    private void mark(SimulatedStation who, int athlete) throws Exception {
        UUID trial = UUID.randomUUID();
        for (String fact : List.of(
                "{\"kind\":\"trialOpened\",\"trial\":\"%s\",\"test\":\"overhead-squat\",\"conditions\":{\"load\":{\"position\":\"NONE\",\"kilograms\":0},\"arms\":\"OVERHEAD\",\"shoes\":false,\"turnOut\":{},\"aids\":[],\"archAssisted\":false}}",
                "{\"kind\":\"marked\",\"trial\":\"%s\",\"criterion\":\"knee-line\",\"side\":\"LEFT\",\"grade\":\"SEVERE\"}",
                "{\"kind\":\"viewClosed\",\"trial\":\"%s\",\"view\":\"FRONT\",\"repetitions\":5}")) {
            post(
                    who,
                    "api/screenings/" + screening + "/facts",
                    "{\"facts\":[{\"id\":\"%s\",\"athlete\":\"%s\",\"at\":\"2026-11-09T08:00:00Z\",\"fact\":%s}]}"
                            .formatted(UUID.randomUUID(), athletes.get(athlete), fact.formatted(trial)));
        }
    }

    private String results(SimulatedStation who) throws Exception {
        var answer = who.send("GET", "api/screenings/" + screening + "/results", "");
        assertThat(answer.statusCode()).as(answer.body()).isEqualTo(200);
        return answer.body();
    }

    private long replicaReads() throws IOException {
        return product.at(
                Files.readString(product.folder("replica.port")).strip(),
                "select pg_stat_clear_snapshot() is null, coalesce(sum(xact_commit), 0) from pg_stat_database where datname = 'rangordnung'");
    }

    private void killed(String file) throws IOException {
        ProcessHandle process = ProcessHandle.of(Long.parseLong(Files.readString(product.folder(file))
                        .lines()
                        .findFirst()
                        .orElseThrow()
                        .strip()))
                .orElseThrow();
        process.destroyForcibly();
        process.onExit().join();
    }
}
