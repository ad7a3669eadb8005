package rangordnung.e2e;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.PosixFilePermissions;
import java.time.LocalDateTime;
import java.time.format.DateTimeFormatter;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Order;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestInstance;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** Backup and restore by the launcher, on a product of its own. */
@TestInstance(TestInstance.Lifecycle.PER_CLASS)
@Order(7)
class BackupIT {

    private Product product;

    @TempDir
    Path folder;

    @BeforeAll
    void start() {
        product = Product.fresh();
        assertThat(product.says(Map.of(), Path.of("."), "restore", "pom.xml").words())
                .as("while it runs")
                .contains("the application runs");
    }

    @AfterAll
    void stop() {
        product.close();
    }

    private void team(String name) {
        product.execute(
                "insert into organisation select gen_random_uuid(), 'O', now() where not exists (select 1 from organisation)");
        product.execute(
                "insert into team select gen_random_uuid(), id, '" + name + "', 'CLASS', 0 from organisation limit 1");
    }

    private long teams(String name) {
        return product.count("select count(*) from team where name = ?", name);
    }

    @Test
    void a_backup_is_whole_private_and_comes_back() throws IOException {
        team("before");
        product.execute("insert into login_attempt (subject, at) values ('login somebody', now())");
        Product.Said said = product.says(Map.of(), folder, "backup", "one.backup");
        Path file = folder.resolve("one.backup");
        assertThat(said.code()).isZero();
        assertThat(PosixFilePermissions.toString(Files.getPosixFilePermissions(file)))
                .isEqualTo("rw-------");
        String manifest = Product.output("tar", "-xOf", file.toString(), "manifest");
        assertThat(manifest)
                .containsPattern("(?m)^schema=\\d+$")
                .contains("sha256=", "rows public.team=")
                .doesNotContain("login_attempt", "spring_session");

        team("after");
        product.stop();
        assertThat(product.says(Map.of(), folder, "restore", "one.backup")).returns(0, Product.Said::code);
        product.startDatabase();
        assertThat(List.of(teams("before"), teams("after"))).containsExactly(1L, 0L);
        assertThat(product.count("select count(*) from login_attempt")).isZero();
    }

    @ParameterizedTest
    @ValueSource(strings = {"no-folder/x.backup", "."})
    void without_a_place_nothing_is_written_and_it_says_so(String target) throws IOException {
        Product.Said said = product.says(Map.of(), folder, "backup", target);
        assertThat(said.code()).isEqualTo(1);
        assertThat(said.words()).contains("no backup was written").doesNotContain("Written");
        assertThat(folder).isEmptyDirectory();
    }

    /** Files may grow to 4 kB and no further, as on a disk that is full. */
    @Test
    void on_a_full_disk_nothing_is_written_and_it_says_so() throws IOException {
        Path target = folder.resolve("full.backup");
        Product.Said said = product.says(Map.of("FULL", "4"), folder, "backup", target.toString());
        assertThat(said.code()).isEqualTo(1);
        assertThat(said.words()).contains("no backup was written").doesNotContain("Written");
        assertThat(folder).isEmptyDirectory();
    }

    @Test
    void what_is_not_a_whole_backup_is_refused_and_changes_nothing() throws IOException {
        team("stays");
        Map<String, String> closed = Map.of("RANGORDNUNG_PASSPHRASE", "a quiet sentence");
        assertThat(product.says(Map.of(), folder, "backup", "good")).returns(0, Product.Said::code);
        assertThat(product.says(closed, folder, "backup", "closed")).returns(0, Product.Said::code);
        byte[] good = Files.readAllBytes(folder.resolve("good"));
        Files.write(folder.resolve("cut"), java.util.Arrays.copyOf(good, good.length / 2));
        good[good.length / 2] ^= 1;
        Files.write(folder.resolve("flipped"), good);
        Files.writeString(folder.resolve("text"), "no backup");
        product.stop();
        for (String file : List.of("cut", "flipped", "text", "closed", "missing")) {
            Product.Said said = product.says(Map.of(), folder, "restore", file);
            assertThat(said.code()).as(file).isEqualTo(1);
            assertThat(said.words()).as(file).doesNotContain("Restored");
        }
        assertThat(product.says(Map.of("RANGORDNUNG_PASSPHRASE", "another sentence"), folder, "restore", "closed"))
                .returns(1, Product.Said::code);
        assertThat(product.says(closed, folder, "restore", "closed")).returns(0, Product.Said::code);
        product.startDatabase();
        assertThat(teams("stays")).isEqualTo(1);
    }

    /** Killed at any moment, the database is there whole, old or new, and the same call again finishes. */
    @Test
    void a_restore_that_is_killed_can_be_repeated() throws IOException {
        team("in the backup");
        assertThat(product.says(Map.of(), folder, "backup", "killed.backup")).returns(0, Product.Said::code);
        product.stop();
        for (int millis : new int[] {150, 400, 700, 1000, 1300}) {
            product.killed(millis, folder, "restore", "killed.backup");
        }
        assertThat(product.says(Map.of(), folder, "restore", "killed.backup")).returns(0, Product.Said::code);
        product.startDatabase();
        assertThat(teams("in the backup")).isEqualTo(1);
    }

    @Test
    void any_moment_comes_back() throws Exception {
        for (int age = 1; age <= 9; age++) {
            Files.createFile(Files.createDirectories(product.folder("backups"))
                    .resolve("daily-" + java.time.LocalDate.now().minusDays(age) + ".backup"));
            Files.createFile(product.folder("backups").resolve("weekly-2026-W%02d.backup".formatted(age)));
        }
        assertThat(product.says(Map.of(), folder, "daily")).returns(0, Product.Said::code);
        try (var kept = Files.list(product.folder("backups"))) {
            List<String> names = kept.map(f -> f.getFileName().toString()).toList();
            assertThat(names)
                    .filteredOn(n -> n.startsWith("daily"))
                    .hasSize(7)
                    .contains("daily-" + java.time.LocalDate.now() + ".backup");
            assertThat(names).filteredOn(n -> n.startsWith("weekly")).hasSize(5);
            assertThat(names).filteredOn(n -> n.startsWith("base")).hasSize(1);
        }
        team("first mark");
        Thread.sleep(2000);
        String between = LocalDateTime.now().format(DateTimeFormatter.ofPattern("yyyy-MM-dd HH:mm:ss"));
        Thread.sleep(2000);
        team("second mark");
        assertThat(product.says(Map.of(), folder, "status").words()).contains("Last daily backup");
        product.stop();
        assertThat(product.says(Map.of(), folder, "restore", "--until", between))
                .returns(0, Product.Said::code);
        product.startDatabase();
        assertThat(List.of(teams("first mark"), teams("second mark"))).containsExactly(1L, 0L);
        product.stop();
        assertThat(product.says(Map.of(), folder, "restore", "--until", "2001-01-01")
                        .words())
                .contains("no base copy from before");
        product.start();
        assertThat(teams("first mark")).as("the application runs on it").isEqualTo(1);
        product.stop();
        product.startDatabase();
    }
}
