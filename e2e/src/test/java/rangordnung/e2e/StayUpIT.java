package rangordnung.e2e;

import static org.assertj.core.api.Assertions.assertThat;

import com.sun.tools.attach.VirtualMachine;
import java.io.IOException;
import java.io.InputStream;
import java.net.HttpURLConnection;
import java.net.URI;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.PosixFilePermissions;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.concurrent.TimeUnit;
import java.util.jar.JarOutputStream;
import java.util.jar.Manifest;
import java.util.zip.ZipEntry;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.MethodOrderer;
import org.junit.jupiter.api.Order;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestInstance;
import org.junit.jupiter.api.TestMethodOrder;

/** Whatever ends comes back without a hand, and nothing is ended that is not ours. */
@TestInstance(TestInstance.Lifecycle.PER_CLASS)
@TestMethodOrder(MethodOrderer.OrderAnnotation.class)
@Order(8)
class StayUpIT {

    /** Twice the half minute within which the product is back, for a machine that builds beside it (house convention). */
    private static final Duration SOON = Duration.ofSeconds(60);

    private Product product;

    @BeforeAll
    void start() {
        product = Product.fresh();
    }

    @AfterAll
    void stop() {
        product.close();
    }

    private int readiness() {
        try {
            HttpURLConnection asked = (HttpURLConnection) URI.create(product.address() + "actuator/health/readiness")
                    .toURL()
                    .openConnection();
            asked.setConnectTimeout(2000);
            asked.setReadTimeout(8000);
            return asked.getResponseCode();
        } catch (IOException e) {
            return 0;
        }
    }

    private void comesBack() throws InterruptedException {
        Instant until = Instant.now().plus(SOON);
        while (readiness() != 200) {
            assertThat(Instant.now()).as("back by itself").isBefore(until);
            Thread.sleep(200);
        }
    }

    private Product.Said says(String word) {
        return product.says(Map.of(), Path.of("."), word);
    }

    private void killed(String file) throws IOException {
        ProcessHandle process = ProcessHandle.of(
                        Long.parseLong(Files.readString(product.folder(file)).strip()))
                .orElseThrow();
        process.destroyForcibly();
        process.onExit().join();
    }

    @Test
    @Order(1)
    void the_application_owns_its_schema_only_and_runs_as_an_ordinary_user() throws IOException {
        assertThat(
                        product.count(
                                "select count(*) from pg_roles where rolname = 'rangordnung_app' and not rolsuper and not rolcreatedb"))
                .isEqualTo(1);
        assertThat(
                        product.count(
                                "select count(*) from pg_tables where schemaname = 'public' and tableowner <> 'rangordnung_app'"))
                .isZero();
        assertThat(product.count("select count(*) from pg_stat_activity where usename = 'rangordnung_app'"))
                .isPositive();
        assertThat(product.count("select count(*) from pg_settings where name = 'data_checksums' and setting = 'on'"))
                .isEqualTo(1);
        String pid = Files.readString(product.folder("app.pid")).strip();
        assertThat(ProcessHandle.of(Long.parseLong(pid)).orElseThrow().info().user())
                .isNotEqualTo(java.util.Optional.of("root"));
        assertThat(Files.readString(Path.of("/proc", pid, "cmdline"))).doesNotContain("secret", "password");
    }

    @Test
    @Order(2)
    void without_a_database_it_is_not_ready_and_comes_back_with_it() throws InterruptedException {
        product.killDatabase();
        assertThat(readiness()).isIn(503, 200); // the database may be back before anybody could ask
        comesBack();
        assertThat(says("status")).returns(0, Product.Said::code);
    }

    @Test
    @Order(3)
    void an_application_that_was_killed_comes_back() throws Exception {
        killed("app.pid");
        assertThat(readiness()).isNotEqualTo(200);
        assertThat(says("status"))
                .returns(4, Product.Said::code)
                .extracting(Product.Said::words)
                .asString()
                .contains("Coming back");
        comesBack();
        assertThat(Files.readString(product.folder("tend.log"))).contains("the application has ended");
    }

    /** Its memory is filled from within, as a mistake of ours would; the machine ends it. */
    @Test
    @Order(4)
    void an_application_without_memory_comes_back() throws Exception {
        Path agent = Files.createTempFile(product.folder(""), "greedy", ".jar");
        Manifest manifest = new Manifest();
        manifest.getMainAttributes().putValue("Manifest-Version", "1.0");
        manifest.getMainAttributes().putValue("Agent-Class", Greedy.class.getName());
        String file = Greedy.class.getName().replace('.', '/') + ".class";
        try (JarOutputStream jar = new JarOutputStream(Files.newOutputStream(agent), manifest);
                InputStream bytes = Greedy.class.getResourceAsStream("/" + file)) {
            jar.putNextEntry(new ZipEntry(file));
            bytes.transferTo(jar);
        }
        Files.setPosixFilePermissions(agent, PosixFilePermissions.fromString("rw-r--r--"));
        String before = Files.readString(product.folder("app.pid")).strip();
        VirtualMachine application = VirtualMachine.attach(before);
        application.loadAgent(agent.toString());
        ProcessHandle.of(Long.parseLong(before))
                .ifPresent(p -> p.onExit().orTimeout(30, TimeUnit.SECONDS).join());
        comesBack();
        assertThat(Files.readString(product.folder("app.pid")).strip()).isNotEqualTo(before);
        assertThat(Files.readString(product.folder("app.log"))).contains("OutOfMemoryError");
    }

    /** Takes all the memory of the process that it is loaded into. */
    public static final class Greedy {

        private Greedy() {}

        public static void agentmain(String arguments) {
            Thread greedy = new Thread(() -> {
                List<byte[]> kept = new ArrayList<>();
                while (!kept.contains(null)) {
                    kept.add(new byte[1 << 20]);
                }
            });
            greedy.setDaemon(true);
            greedy.start();
        }
    }

    @Test
    @Order(5)
    void start_works_right_after_everything_was_killed() throws Exception {
        killed("tend.pid");
        killed("app.pid");
        product.killDatabase();
        product.start();
        assertThat(readiness()).isEqualTo(200);
    }

    /** The number of a process that is not ours may stand in an old file: this very test. */
    @Test
    @Order(6)
    void nothing_is_ended_that_is_not_ours() throws IOException {
        product.stop();
        Files.writeString(
                product.folder("app.pid"),
                String.valueOf(ProcessHandle.current().pid()));
        Files.writeString(product.folder("app.pid.begun"), "1");
        assertThat(says("status")).returns(3, Product.Said::code);
        product.stop();
        assertThat(ProcessHandle.current().isAlive()).isTrue();
    }

    @Test
    @Order(7)
    void an_older_program_refuses_a_newer_database_in_words() {
        product.startDatabase();
        product.execute(
                "insert into flyway_schema_history values (999, '999', 'later', 'SQL', 'V999__later.sql', 0, 'x', now(), 1, true)");
        Product.Said said = product.says(Map.of(), Path.of("."), "start", "--background");
        assertThat(said.code()).isEqualTo(1);
        assertThat(said.words()).contains("newer version of this product (schema 999");
        product.startDatabase();
        product.execute("delete from flyway_schema_history where version = '999'");
    }
}
