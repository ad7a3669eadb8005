package rangordnung.bench;

import java.io.IOException;
import java.net.CookieManager;
import java.net.HttpCookie;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.PosixFilePermissions;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.SQLException;
import java.util.ArrayList;
import java.util.List;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** The product with its demo data, started by the launcher in a folder of its own. */
final class Demo implements AutoCloseable {

    private static final JsonMapper JSON = new JsonMapper();

    private final Path data;
    private final String base;

    private Demo(Path data) throws IOException {
        this.data = data;
        this.base = Files.readString(data.resolve("address")).strip();
    }

    static Demo start() throws IOException, InterruptedException {
        Path data = Files.createTempDirectory("rangordnung-bench");
        Files.setPosixFilePermissions(data, PosixFilePermissions.fromString("rwxr-xr-x"));
        launcher("demo", "--background", "--data", data.toString());
        return new Demo(data);
    }

    /** A connection to its database. */
    Connection connect() throws IOException, SQLException {
        String port = Files.readAllLines(data.resolve("pg/postmaster.pid")).get(3).strip();
        return DriverManager.getConnection("jdbc:postgresql://127.0.0.1:" + port + "/rangordnung", "rangordnung",
                Files.readString(data.resolve("database.secret")).strip());
    }

    long process() throws IOException {
        return Long.parseLong(Files.readString(data.resolve("app.pid")).strip());
    }

    /** Somebody with cookies of their own. */
    final class Visitor {

        private final CookieManager cookies = new CookieManager();
        private final HttpClient http = HttpClient.newBuilder().cookieHandler(cookies).build();

        byte[] get(String path) throws IOException, InterruptedException {
            return checked(path, http.send(HttpRequest.newBuilder(URI.create(base + path)).build(), HttpResponse.BodyHandlers.ofByteArray()));
        }

        JsonNode json(String path) throws IOException, InterruptedException {
            return JSON.readTree(get(path));
        }

        JsonNode post(String path, String body) throws IOException, InterruptedException {
            String token = cookies.getCookieStore().getCookies().stream().filter(c -> c.getName().equals("XSRF-TOKEN"))
                    .map(HttpCookie::getValue).findFirst().orElse("");
            byte[] answer = checked(path, http.send(HttpRequest.newBuilder(URI.create(base + path)).header("Content-Type", "application/json")
                    .header("X-XSRF-TOKEN", token).POST(HttpRequest.BodyPublishers.ofString(body)).build(), HttpResponse.BodyHandlers.ofByteArray()));
            return answer.length == 0 ? null : JSON.readTree(answer);
        }

        private static byte[] checked(String path, HttpResponse<byte[]> response) {
            if (response.statusCode() >= 300) {
                throw new IllegalStateException(path + " answers " + response.statusCode() + " " + new String(response.body()));
            }
            return response.body();
        }
    }

    Visitor visitor() throws IOException, InterruptedException {
        Visitor visitor = new Visitor();
        visitor.get("api/session");
        return visitor;
    }

    Visitor lead() throws IOException, InterruptedException {
        Visitor lead = visitor();
        lead.post("api/session", "{\"login\":\"lead\",\"password\":\"hall-lines-and-wall-bars\"}");
        lead.get("api/session");
        return lead;
    }

    @Override
    public void close() throws IOException {
        try {
            launcher("stop", "--data", data.toString());
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            throw new IOException(e);
        }
    }

    private static void launcher(String... words) throws IOException, InterruptedException {
        List<String> command = new ArrayList<>(List.of("./rangordnung"));
        command.addAll(List.of(words));
        Path log = Files.createTempFile("rangordnung-bench", ".log");
        int exit = new ProcessBuilder(command).redirectErrorStream(true).redirectOutput(log.toFile()).start().waitFor();
        if (exit != 0) {
            throw new IllegalStateException(String.join(" ", command) + "\n" + Files.readString(log));
        }
    }
}
