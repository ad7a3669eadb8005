package rangordnung.server;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.BufferedReader;
import java.io.IOException;
import java.io.InputStream;
import java.io.InputStreamReader;
import java.io.UncheckedIOException;
import java.net.CookieManager;
import java.net.HttpCookie;
import java.net.InetAddress;
import java.net.Socket;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.util.Optional;
import java.util.concurrent.BlockingQueue;
import java.util.concurrent.LinkedBlockingQueue;
import java.util.concurrent.TimeUnit;
import java.util.stream.Collectors;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** A browser without a screen: cookies, the token against forged requests, JSON. */
public final class Client {

    private static final JsonMapper JSON = new JsonMapper();

    private final CookieManager cookies = new CookieManager();
    private final HttpClient http =
            HttpClient.newBuilder().cookieHandler(cookies).build();
    private final String base;

    public Client(int port) {
        base = "http://127.0.0.1:" + port;
    }

    /** An answer with its body as JSON, where it is JSON. */
    public record Answer(int status, JsonNode body, byte[] bytes, java.net.http.HttpHeaders headers) {

        public Answer ok() {
            assertThat(status).as(() -> body == null ? "" : body.toString()).isBetween(200, 299);
            return this;
        }

        public Answer problem(int expected, String code) {
            assertThat(status).as(() -> body == null ? "" : body.toString()).isEqualTo(expected);
            assertThat(body.get("code").stringValue()).isEqualTo(code);
            assertThat(body.get("detail").stringValue()).isNotBlank();
            return this;
        }

        public String text(String pointer) {
            return body.at(pointer).stringValue();
        }
    }

    public Client signIn(String login, String password) {
        get("/api/session");
        post("/api/session", "{\"login\":\"%s\",\"password\":\"%s\"}".formatted(login, password))
                .ok();
        get("/api/session");
        return this;
    }

    public Answer get(String path) {
        return send(HttpRequest.newBuilder().GET(), path);
    }

    public Answer post(String path, String json) {
        return send(json(json, "POST"), path);
    }

    public Answer put(String path, String json) {
        return send(json(json, "PUT"), path);
    }

    public Answer delete(String path) {
        return send(HttpRequest.newBuilder().DELETE(), path);
    }

    public Answer stream(String path, byte[] bytes) {
        return send(
                HttpRequest.newBuilder()
                        .header("Content-Type", "application/octet-stream")
                        .POST(HttpRequest.BodyPublishers.ofByteArray(bytes)),
                path);
    }

    public Answer upload(String path, String fileName, byte[] bytes) {
        return stream(path + "?name=" + fileName, bytes);
    }

    /** A stream of events that stays open. */
    public final class Stream implements AutoCloseable {

        private final BlockingQueue<String> lines = new LinkedBlockingQueue<>();
        private final InputStream body;

        private Stream(InputStream body) {
            this.body = body;
            Thread reader = new Thread(() -> new BufferedReader(new InputStreamReader(body, StandardCharsets.UTF_8))
                    .lines()
                    .filter(l -> l.startsWith("event:") && !l.contains("beat"))
                    .forEach(lines::add));
            reader.setUncaughtExceptionHandler((t, e) -> lines.add("closed"));
            reader.setDaemon(true);
            reader.start();
        }

        /** The next event but the beats that keep a stream open, or null when none has come within half a minute. */
        public String next() throws InterruptedException {
            return lines.poll(30, TimeUnit.SECONDS);
        }

        @Override
        public void close() throws IOException {
            body.close();
        }
    }

    public Stream stream(String path) throws IOException, InterruptedException {
        return new Stream(http.send(
                        HttpRequest.newBuilder().uri(URI.create(base + path)).build(),
                        HttpResponse.BodyHandlers.ofInputStream())
                .body());
    }

    private static HttpRequest.Builder json(String json, String method) {
        return HttpRequest.newBuilder()
                .header("Content-Type", "application/json")
                .method(method, HttpRequest.BodyPublishers.ofString(json));
    }

    /** Posts from another address of this machine, on a connection of its own; the status of the answer. */
    public int postFrom(String address, String path, String json) throws IOException {
        String all = cookies.getCookieStore().getCookies().stream()
                .map(c -> c.getName() + "=" + c.getValue())
                .collect(Collectors.joining("; "));
        URI at = URI.create(base);
        try (Socket socket = new Socket(at.getHost(), at.getPort(), InetAddress.getByName(address), 0)) {
            byte[] body = json.getBytes(StandardCharsets.UTF_8);
            socket.setSoTimeout(30_000);
            socket.getOutputStream()
                    .write(("POST " + path + " HTTP/1.1\r\nHost: x\r\nCookie: " + all + "\r\nX-XSRF-TOKEN: "
                                    + token().orElse("") + "\r\nContent-Type: application/json\r\nContent-Length: "
                                    + body.length + "\r\n\r\n")
                            .getBytes(StandardCharsets.US_ASCII));
            socket.getOutputStream().write(body);
            return Integer.parseInt(
                    new BufferedReader(new InputStreamReader(socket.getInputStream(), StandardCharsets.US_ASCII))
                            .readLine()
                            .split(" ")[1]);
        }
    }

    private Optional<String> token() {
        return cookies.getCookieStore().getCookies().stream()
                .filter(c -> c.getName().equals("XSRF-TOKEN"))
                .map(HttpCookie::getValue)
                .findFirst();
    }

    private Answer send(HttpRequest.Builder request, String path) {
        token().ifPresent(t -> request.header("X-XSRF-TOKEN", t));
        try {
            HttpResponse<byte[]> response =
                    http.send(request.uri(URI.create(base + path)).build(), HttpResponse.BodyHandlers.ofByteArray());
            boolean json = response.headers()
                    .firstValue("Content-Type")
                    .orElse("")
                    .matches("application/(?!x-ndjson).*json.*");
            return new Answer(
                    response.statusCode(),
                    json && response.body().length > 0 ? JSON.readTree(response.body()) : null,
                    response.body(),
                    response.headers());
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            throw new IllegalStateException(e);
        }
    }
}
