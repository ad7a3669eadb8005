package rangordnung.bench;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.PosixFilePermissions;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.SQLException;
import java.util.ArrayList;
import java.util.List;
import org.apache.hc.client5.http.classic.methods.HttpGet;
import org.apache.hc.client5.http.classic.methods.HttpPost;
import org.apache.hc.client5.http.cookie.BasicCookieStore;
import org.apache.hc.client5.http.impl.classic.CloseableHttpClient;
import org.apache.hc.client5.http.impl.classic.HttpClients;
import org.apache.hc.client5.http.impl.io.BasicHttpClientConnectionManager;
import org.apache.hc.core5.http.ClassicHttpRequest;
import org.apache.hc.core5.http.ContentType;
import org.apache.hc.core5.http.io.entity.EntityUtils;
import org.apache.hc.core5.http.io.entity.StringEntity;
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
        String port =
                Files.readAllLines(data.resolve("pg/postmaster.pid")).get(3).strip();
        return DriverManager.getConnection(
                "jdbc:postgresql://127.0.0.1:" + port + "/rangordnung",
                "rangordnung",
                Files.readString(data.resolve("database.secret")).strip());
    }

    String address() {
        return base;
    }

    long process() throws IOException {
        return Long.parseLong(Files.readString(data.resolve("app.pid")).strip());
    }

    /** Somebody with cookies and a connection of their own; head and body of a request leave together, as they do from a browser. */
    final class Visitor {

        private final BasicCookieStore cookies = new BasicCookieStore();
        private final CloseableHttpClient http = HttpClients.custom()
                .setConnectionManager(new BasicHttpClientConnectionManager())
                .setDefaultCookieStore(cookies)
                .disableContentCompression()
                .build();

        byte[] get(String path) throws IOException {
            return answered(path, new HttpGet(base + path));
        }

        JsonNode json(String path) throws IOException {
            return JSON.readTree(get(path));
        }

        JsonNode post(String path, String body) throws IOException {
            byte[] answer = send(path, body);
            return answer.length == 0 ? null : JSON.readTree(answer);
        }

        /** What is answered, as it arrives. */
        byte[] send(String path, String body) throws IOException {
            HttpPost request = new HttpPost(base + path);
            cookies.getCookies().stream()
                    .filter(c -> c.getName().equals("XSRF-TOKEN"))
                    .findFirst()
                    .ifPresent(c -> request.setHeader("X-XSRF-TOKEN", c.getValue()));
            request.setEntity(new StringEntity(body, ContentType.APPLICATION_JSON));
            return answered(path, request);
        }

        private byte[] answered(String path, ClassicHttpRequest request) throws IOException {
            return http.execute(request, response -> {
                byte[] body =
                        response.getEntity() == null ? new byte[0] : EntityUtils.toByteArray(response.getEntity());
                if (response.getCode() >= 300) {
                    throw new IllegalStateException(
                            path + " answers " + response.getCode() + " " + new String(body, StandardCharsets.UTF_8));
                }
                return body;
            });
        }
    }

    Visitor visitor() throws IOException {
        Visitor visitor = new Visitor();
        visitor.get("api/session");
        return visitor;
    }

    Visitor lead() throws IOException {
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
        int exit = new ProcessBuilder(command)
                .redirectErrorStream(true)
                .redirectOutput(log.toFile())
                .start()
                .waitFor();
        if (exit != 0) {
            throw new IllegalStateException(String.join(" ", command) + "\n" + Files.readString(log));
        }
    }
}
