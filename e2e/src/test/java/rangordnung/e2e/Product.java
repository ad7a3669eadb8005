package rangordnung.e2e;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.net.ServerSocket;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.PosixFilePermissions;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.PreparedStatement;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.UUID;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicInteger;

/** The product as a user starts it: with the launcher, in a data folder of its own. */
final class Product implements AutoCloseable {

    /** Products that run side by side look for free ports in different places. */
    private static final AtomicInteger STARTED = new AtomicInteger();

    private static final Path HOME = Path.of("..").toAbsolutePath().normalize();

    private static Product shared;

    private final Path data;
    private final String word;
    private final int number = STARTED.incrementAndGet();
    private String port;

    private Product(String word, Path data) {
        this.word = word;
        this.data = data;
    }

    private static Path folder() {
        try {
            Path folder = Files.createTempDirectory("rangordnung-e2e");
            Files.setPosixFilePermissions(folder, PosixFilePermissions.fromString("rwxr-xr-x"));
            return folder;
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    /** A new installation without any account. */
    static Product fresh() {
        return fresh(folder());
    }

    /** The same in a folder that exists. */
    static Product fresh(Path data) {
        return new Product("start", data).start();
    }

    /**
     * The demo with its invented data, started once for all tests that end nothing. Each of them that writes does so in an
     * organisation of its own.
     */
    static synchronized Product shared() {
        if (shared == null) {
            shared = new Product("demo", folder()).start();
            Runtime.getRuntime().addShutdownHook(new Thread(() -> shared.launcher("stop")));
        }
        return shared;
    }

    /** Another organisation with its first account, which has the password of the demo's. */
    void organisation(String login) {
        UUID organisation = UUID.randomUUID();
        execute("insert into organisation values ('%s', 'Invented school', now())".formatted(organisation));
        execute(
                """
                insert into account select gen_random_uuid(), '%s', '%s', 'Test Lead', role, password_hash, now()
                from account where login = 'lead'"""
                        .formatted(organisation, login));
        execute(
                """
                insert into protocol_version select gen_random_uuid(), '%s', protocol_id, version, body, v.created_at
                from protocol_version v join account a using (organisation_id)
                where a.login = 'lead' and protocol_id not like 'own-%%'"""
                        .formatted(organisation));
    }

    Product start() {
        List<String> words = new ArrayList<>(List.of(word, "--background"));
        words.addAll(List.of("--port", port != null ? port : String.valueOf(freePort(8080 + 100 * number))));
        launcher(words.toArray(String[]::new));
        port = address().replaceAll(".*:(\\d+)/", "$1");
        return this;
    }

    private static int freePort(int from) {
        for (int candidate = from; ; candidate++) {
            try (ServerSocket free = new ServerSocket(candidate)) {
                return free.getLocalPort();
            } catch (IOException taken) {
                // the next one
            }
        }
    }

    String address() {
        return read("address");
    }

    String setupCode() {
        return read("setup.code");
    }

    /** Ends the application the hard way, as a power cut does; the database stays. */
    void kill() {
        ProcessHandle application =
                ProcessHandle.of(Long.parseLong(read("app.pid"))).orElseThrow();
        application.destroyForcibly();
        application.onExit().orTimeout(20, TimeUnit.SECONDS).join();
    }

    /** Ends the database the hard way; the application stays. */
    void killDatabase() {
        ProcessHandle.of(Long.parseLong(read("pg/postmaster.pid")
                        .lines()
                        .findFirst()
                        .orElseThrow()
                        .strip()))
                .ifPresent(database -> {
                    database.destroyForcibly();
                    database.onExit().orTimeout(20, TimeUnit.SECONDS).join();
                });
    }

    /** Starts the database, if it does not run. */
    void startDatabase() {
        launcher("database", data.toString());
    }

    private String jdbc() {
        return "jdbc:postgresql://127.0.0.1:"
                + read("pg/postmaster.pid").lines().skip(3).findFirst().orElseThrow() + "/rangordnung";
    }

    /** A folder among the product's data. */
    Path folder(String name) {
        return data.resolve(name);
    }

    /** What the launcher said, and with which code it ended. */
    record Said(int code, String words) {}

    /** Calls the launcher from a folder, as a user does. FULL in the environment is the most kilobytes that a file may have. */
    Said says(java.util.Map<String, String> environment, Path from, String... words) {
        return said(environment, from, "", words);
    }

    /** Calls the launcher and types something. */
    Said typed(String text, String... words) {
        return said(java.util.Map.of(), Path.of("."), text, words);
    }

    private Said said(java.util.Map<String, String> environment, Path from, String typed, String... words) {
        try {
            Process process = called(environment, from, words);
            process.getOutputStream().write(typed.getBytes(java.nio.charset.StandardCharsets.UTF_8));
            process.getOutputStream().close();
            String output =
                    new String(process.getInputStream().readAllBytes(), java.nio.charset.StandardCharsets.UTF_8);
            return new Said(process.waitFor(), output);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            throw new IllegalStateException(e);
        }
    }

    /** Calls the launcher and ends it, with all that it has started, after a while; the database stays. */
    void killed(int millis, Path from, String... words) {
        killed(java.util.Map.of(), millis, from, words);
    }

    void killed(java.util.Map<String, String> environment, int millis, Path from, String... words) {
        try {
            Process process = called(environment, from, words);
            process.waitFor(millis, TimeUnit.MILLISECONDS);
            List<ProcessHandle> all = process.descendants()
                    .filter(p -> !p.info().command().orElse("").endsWith("/postgres"))
                    .toList();
            process.destroyForcibly().waitFor();
            all.forEach(ProcessHandle::destroyForcibly);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            throw new IllegalStateException(e);
        }
    }

    private Process called(java.util.Map<String, String> environment, Path from, String... words) throws IOException {
        List<String> command = new ArrayList<>(List.of(
                "bash",
                "-c",
                "[ -z \"${FULL:-}\" ] || ulimit -f \"$FULL\"; exec \"$@\"",
                "bash",
                HOME.resolve("rangordnung").toString()));
        command.addAll(Arrays.asList(words));
        command.addAll(List.of("--data", data.toString()));
        ProcessBuilder builder =
                new ProcessBuilder(command).directory(from.toFile()).redirectErrorStream(true);
        builder.environment().put("RANGORDNUNG_DB_PORT", String.valueOf(15432 + 100 * number));
        builder.environment().putAll(environment);
        return builder.start();
    }

    static String output(String... command) {
        try {
            return new String(
                    new ProcessBuilder(command).start().getInputStream().readAllBytes(),
                    java.nio.charset.StandardCharsets.UTF_8);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    /** Ends what runs, as ./rangordnung stop does. */
    void stop() {
        launcher("stop");
    }

    void execute(String sql) {
        try (Connection connection = connection();
                java.sql.Statement statement = connection.createStatement()) {
            statement.execute(sql);
        } catch (SQLException e) {
            throw new IllegalStateException(e);
        }
    }

    private Connection connection() throws SQLException {
        return DriverManager.getConnection(jdbc(), "rangordnung", read("database.secret"));
    }

    /** The last number of a row from the database at another port. */
    long at(String port, String sql) {
        try (Connection connection = DriverManager.getConnection(
                        "jdbc:postgresql://127.0.0.1:" + port + "/rangordnung",
                        "rangordnung",
                        read("database.secret"));
                PreparedStatement statement = connection.prepareStatement(sql);
                ResultSet rows = statement.executeQuery()) {
            rows.next();
            return rows.getLong(rows.getMetaData().getColumnCount());
        } catch (SQLException e) {
            throw new IllegalStateException(e);
        }
    }

    /** One number from the database. */
    long count(String sql, Object... parameters) {
        try (Connection connection = connection();
                PreparedStatement statement = connection.prepareStatement(sql)) {
            for (int i = 0; i < parameters.length; i++) {
                statement.setObject(i + 1, parameters[i]);
            }
            try (ResultSet rows = statement.executeQuery()) {
                rows.next();
                return rows.getLong(1);
            }
        } catch (SQLException e) {
            throw new IllegalStateException(e);
        }
    }

    /** The values of a query's first column. */
    Set<String> column(String sql) {
        try (Connection connection = connection();
                PreparedStatement statement = connection.prepareStatement(sql);
                ResultSet rows = statement.executeQuery()) {
            Set<String> values = new HashSet<>();
            while (rows.next()) {
                values.add(rows.getString(1));
            }
            return values;
        } catch (SQLException e) {
            throw new IllegalStateException(e);
        }
    }

    private String read(String name) {
        try {
            return Files.readString(data.resolve(name)).strip();
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    private void launcher(String... words) {
        List<String> command =
                new ArrayList<>(List.of(HOME.resolve("rangordnung").toString()));
        command.addAll(Arrays.asList(words));
        command.addAll(List.of("--data", data.toString()));
        try {
            ProcessBuilder builder = new ProcessBuilder(command)
                    .directory(HOME.toFile())
                    .redirectErrorStream(true)
                    .redirectOutput(data.resolve("launcher.log").toFile());
            builder.environment().put("RANGORDNUNG_DB_PORT", String.valueOf(15432 + 100 * number));
            Process process = builder.start();
            if (!process.waitFor(4, TimeUnit.MINUTES) || process.exitValue() != 0) {
                throw new IllegalStateException(String.join(" ", command) + "\n" + read("launcher.log"));
            }
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            throw new IllegalStateException(e);
        }
    }

    @Override
    public void close() {
        if (this != shared) {
            launcher("stop");
        }
    }
}
