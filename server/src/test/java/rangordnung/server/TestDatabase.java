package rangordnung.server;

import java.io.BufferedReader;
import java.io.IOException;
import java.io.InputStreamReader;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.SQLException;
import java.sql.Statement;
import java.util.UUID;

/** A fresh database on a real PostgreSQL: the launcher's, which ./rangordnung test has started, or one started here. */
final class TestDatabase {

    static final String USER = "rangordnung";
    static final String SECRET;
    static final String URL;

    static {
        String server = System.getenv("RANGORDNUNG_TEST_DB");
        String secret = System.getenv("RANGORDNUNG_TEST_DB_SECRET");
        if (server == null) {
            String[] answer = launcher().split(" ");
            server = answer[0];
            secret = answer[1];
        }
        String name = "test_" + UUID.randomUUID().toString().substring(0, 8);
        try (Connection connection = DriverManager.getConnection(server + "postgres", USER, secret);
                Statement statement = connection.createStatement()) {
            statement.execute("create database " + name);
        } catch (SQLException e) {
            throw new IllegalStateException("No test database: " + e.getMessage(), e);
        }
        SECRET = secret;
        URL = server + name;
    }

    private TestDatabase() {}

    private static String launcher() {
        try {
            Path folder = Path.of(System.getProperty("java.io.tmpdir"), "rangordnung-test-database");
            Files.createDirectories(folder);
            Process process = new ProcessBuilder("../rangordnung", "database", folder.toString(), "scratch")
                    .redirectError(ProcessBuilder.Redirect.INHERIT)
                    .start();
            try (BufferedReader out = new BufferedReader(new InputStreamReader(process.getInputStream()))) {
                return out.readLine();
            }
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }
}
