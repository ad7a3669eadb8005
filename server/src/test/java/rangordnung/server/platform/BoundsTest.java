package rangordnung.server.platform;

import static org.assertj.core.api.Assertions.assertThat;
import static org.awaitility.Awaitility.await;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.net.Socket;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import java.util.concurrent.Callable;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.concurrent.TimeUnit;
import java.util.stream.IntStream;
import java.util.zip.ZipEntry;
import java.util.zip.ZipOutputStream;
import org.apache.catalina.core.StandardContext;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.boot.tomcat.TomcatWebServer;
import org.springframework.boot.web.server.servlet.context.ServletWebServerApplicationContext;
import rangordnung.server.Client;
import rangordnung.server.ServerTest;

/** Nothing that one sends takes the server away from the others. */
class BoundsTest extends ServerTest {

    /** Milliseconds that a request of somebody else may take on a busy machine; whoever waits for the slow ones waits longer. */
    private static final long WAITS = 10_000;

    @Value("${local.server.port}")
    private int port;

    @Autowired
    private ServletWebServerApplicationContext server;

    private static long millis(Runnable task) {
        long start = System.nanoTime();
        task.run();
        return TimeUnit.NANOSECONDS.toMillis(System.nanoTime() - start);
    }

    /** 230 bodies that never end: a request of somebody else is answered meanwhile, and no slow one is waited for. */
    @Test
    void slow_bodies_delay_nobody() throws Exception {
        Client lead = lead();
        lead.get("/api/teams").ok();
        List<Socket> slow = new ArrayList<>();
        try {
            for (int i = 0; i < 230; i++) {
                Socket socket = new Socket(InetAddress.getLoopbackAddress(), port);
                socket.getOutputStream()
                        .write(
                                ("POST /api/session HTTP/1.1\r\nHost: x\r\nContent-Type: application/json\r\nContent-Length: 900\r\n\r\n{\"login\":")
                                        .getBytes(StandardCharsets.US_ASCII));
                slow.add(socket);
            }
            for (int i = 0; i < 5; i++) {
                assertThat(millis(() -> lead.get("/api/teams").ok())).isLessThan(WAITS);
                assertThat(millis(() -> lead.post("/api/teams", "{\"name\":\"\",\"kind\":\"CLASS\"}")
                                .problem(400, "invalid")))
                        .isLessThan(WAITS);
            }
            Socket slowest = slow.get(0);
            slowest.setSoTimeout(30_000);
            assertThat(new String(slowest.getInputStream().readNBytes(12), StandardCharsets.US_ASCII))
                    .isEqualTo("HTTP/1.1 408");
        } finally {
            for (Socket socket : slow) {
                socket.close();
            }
        }
    }

    @Test
    void many_logins_at_once_leave_the_others_their_server() throws Exception {
        Client lead = lead();
        ExecutorService threads = Executors.newFixedThreadPool(200);
        List<Client> visitors = IntStream.range(0, 200).mapToObj(i -> visitor()).toList();
        visitors.get(0).get("/api/session");
        List<Future<Integer>> logins = new ArrayList<>();
        for (int i = 0; i < 200; i++) {
            int n = i;
            logins.add(threads.submit(() -> {
                visitors.get(n).get("/api/session");
                return visitors.get(n)
                        .post("/api/session", "{\"login\":\"nobody%d\",\"password\":\"%s\"}".formatted(n, PASSWORD))
                        .status();
            }));
        }
        long slowest = 0;
        while (logins.stream().anyMatch(l -> !l.isDone())) {
            slowest = Math.max(slowest, millis(() -> lead.get("/api/teams").ok()));
        }
        threads.shutdown();
        assertThat(slowest).isLessThan(WAITS);
        for (Future<Integer> login : logins) {
            assertThat(login.get()).isIn(401, 429, 503);
        }
        jdbc.sql("delete from login_attempt").update();
    }

    @Test
    void one_address_does_not_hold_all_connections() throws IOException {
        Client lead = lead();
        List<Socket> open = new ArrayList<>();
        try {
            int closed = 0;
            for (int i = 0; i < Connections.BY_ADDRESS + 40; i++) {
                Socket socket = new Socket();
                socket.bind(new InetSocketAddress("127.0.0.7", 0));
                socket.connect(new InetSocketAddress("127.0.0.1", port), 2000);
                socket.setSoTimeout(50);
                open.add(socket);
            }
            for (Socket socket : open.subList(Connections.BY_ADDRESS, open.size())) {
                closed += ended(socket) ? 1 : 0;
            }
            assertThat(closed).isGreaterThan(30);
            lead.get("/api/teams").ok();
        } finally {
            for (Socket socket : open) {
                socket.close();
            }
        }
    }

    private static boolean ended(Socket socket) {
        try {
            return socket.getInputStream().read() < 0;
        } catch (java.net.SocketTimeoutException e) {
            return false;
        } catch (IOException e) {
            return true;
        }
    }

    @ParameterizedTest
    @CsvSource({
        "/api/session, 1",
        "/api/protocols/preview, 2",
        "/api/teams/x/imports, 6",
        "/api/measuring/report, 8",
        "/api/measuring/file, 256"
    })
    void each_address_says_how_much_it_takes(String address, int megabytes) throws IOException {
        try (Socket socket = new Socket(InetAddress.getLoopbackAddress(), port)) {
            socket.setSoTimeout(15_000);
            OutputStream out = socket.getOutputStream();
            out.write(("POST " + address + " HTTP/1.1\r\nHost: x\r\nContent-Type: application/json\r\nContent-Length: "
                            + (megabytes * Bodies.MEGA + 1) + "\r\n\r\n{")
                    .getBytes(StandardCharsets.US_ASCII));
            InputStream in = socket.getInputStream();
            StringBuilder answer = new StringBuilder();
            for (int c = in.read(); c >= 0 && answer.indexOf("\"megabytes\":" + megabytes) < 0; c = in.read()) {
                answer.append((char) c);
            }
            assertThat(answer).startsWith("HTTP/1.1 413").contains("\"code\":\"too-large\"");
        }
    }

    /** A request that stays open in the container's books would keep the server from ending, for as long as it may take. */
    @Test
    void a_refused_body_leaves_nothing_open() {
        lead().post("/api/teams", "{\"name\":\"" + "x".repeat((int) Bodies.MEGA) + "\",\"kind\":\"CLASS\"}")
                .problem(413, "too-large");
        StandardContext context = (StandardContext)
                ((TomcatWebServer) server.getWebServer()).getTomcat().getHost().findChildren()[0];
        await().atMost(30, TimeUnit.SECONDS).until(() -> context.getInProgressAsyncCount() == 0);
    }

    /** What the container refuses before the application sees it has our answer too. */
    @ParameterizedTest
    @ValueSource(
            strings = {
                "GET /api/teams HTTP/9.9\r\nHost: x\r\n\r\n",
                "GET /api/<x> HTTP/1.1\r\nHost: x\r\n\r\n",
                "GET /api/teams/%00 HTTP/1.1\r\nHost: x\r\n\r\n",
                "GET /api/screenings/%2e%2e/x HTTP/1.1\r\nHost: x\r\n\r\n",
                "NONSENSE\r\n\r\n",
                "GET /api/protocols/x/1?y=%00 HTTP/1.1\r\nHost: x\r\n\r\n"
            })
    void every_error_page_is_ours(String request) throws IOException {
        try (Socket socket = new Socket(InetAddress.getLoopbackAddress(), port)) {
            socket.setSoTimeout(5000);
            socket.getOutputStream().write(request.getBytes(StandardCharsets.US_ASCII));
            byte[] got = new byte[4096];
            int read = socket.getInputStream().read(got);
            String answer = read < 0 ? "" : new String(got, 0, read, StandardCharsets.UTF_8);
            assertThat(answer)
                    .doesNotContain("Tomcat", "Exception", "java.", "<h1>HTTP Status")
                    .containsPattern("HTTP/1.1 (400|401|404|505)")
                    .contains("\"code\":");
        }
    }

    private static byte[] spreadsheet(int rows, int columns, String cell) throws IOException {
        ByteArrayOutputStream bytes = new ByteArrayOutputStream();
        try (org.dhatim.fastexcel.Workbook book = new org.dhatim.fastexcel.Workbook(bytes, "t", "1.0")) {
            var sheet = book.newWorksheet("s");
            for (int row = 0; row < rows; row++) {
                for (int column = 0; column < columns; column++) {
                    sheet.value(row, column, row == 0 ? "H" + column : cell);
                }
            }
        }
        return bytes.toByteArray();
    }

    /** A small file that would become a large one. */
    private static byte[] bomb() throws IOException {
        ByteArrayOutputStream bytes = new ByteArrayOutputStream();
        try (ZipOutputStream zip = new ZipOutputStream(bytes)) {
            zip.putNextEntry(new ZipEntry("xl/worksheets/sheet1.xml"));
            byte[] blank = " ".repeat(1 << 20).getBytes(StandardCharsets.US_ASCII);
            for (int i = 0; i < 50; i++) {
                zip.write(blank);
            }
            zip.closeEntry();
        }
        return bytes.toByteArray();
    }

    @Test
    void tables_are_counted_while_they_are_read() throws IOException {
        Client lead = lead();
        String imports = "/api/teams/" + hall(lead, 1, "Ada").team() + "/imports";
        byte[] bomb = bomb();
        assertThat(bomb.length).isLessThan(60_000);
        lead.upload(imports, "bomb.xlsx", bomb).problem(413, "too-large");
        lead.upload(imports, "wide.xlsx", spreadsheet(3, 80, "x")).problem(400, "too-many-columns");
        lead.upload(imports, "long.xlsx", spreadsheet(6000, 1, "x")).problem(400, "too-many-rows");
        lead.upload(imports, "cells.xlsx", spreadsheet(2600, 60, "x")).problem(400, "too-many-cells");
        lead.upload(imports, "cell.xlsx", spreadsheet(2, 1, "x".repeat(501))).problem(400, "cell-too-long");
        String row = "x,".repeat(59) + "x\n";
        ExecutorService two = Executors.newFixedThreadPool(2);
        List<Callable<Integer>> both = List.of(
                () -> lead.upload(imports, "a.csv", row.repeat(20_000).getBytes(StandardCharsets.US_ASCII))
                        .status(),
                () -> lead.upload(imports, "b.csv", row.repeat(20_000).getBytes(StandardCharsets.US_ASCII))
                        .status());
        try {
            for (Future<Integer> status : two.invokeAll(both)) {
                assertThat(status.get()).isEqualTo(400);
            }
        } catch (InterruptedException | java.util.concurrent.ExecutionException e) {
            throw new AssertionError(e);
        }
        two.shutdown();
    }

    @ParameterizedTest
    @CsvSource({
        "places, 30000000",
        "places, 0",
        "seconds, 99999",
        "raters, 2000000000",
        "walkingSeconds, -1",
        "setUpSeconds, 2147483647",
        "lessonSeconds, 999999999",
        "waves, 2147483647"
    })
    void a_hall_beyond_all_halls_is_refused_and_not_kept(String field, String value) {
        Client lead = lead();
        String path = "/api/screenings/" + hall(lead, 1, "Ada").screening() + "/hall";
        String hall =
                """
                {"stations":[{"id":"a","name":{"en":"A","de":"A"},"tests":["overhead-squat"],"checkIn":false,"places":1,"seconds":60}],
                 "raters":1,"walkingSeconds":0,"setUpSeconds":60,"lessonSeconds":2700,"orders":[],"waves":1}""";
        lead.put(path, hall.replaceAll("\"" + field + "\":\\d+", "\"" + field + "\":" + value))
                .problem(400, "invalid");
        jdbc.sql("insert into hall_plan select id, organisation_id, ?::jsonb, 0 from screening where id = ?::uuid")
                .params(hall.replaceAll("\"places\":\\d+", "\"places\":30000000"), path.split("/")[3])
                .update();
        lead.get(path.replace("/hall", "/plan")).ok();
        lead.get(path.replace("/hall", "/board")).ok();
    }

    /** Two requests at once of the largest kind that each address takes, with bytes that mean nothing or nearly something. */
    @Test
    void the_largest_of_everything_two_at_once_is_refused_or_done() throws Exception {
        Client lead = lead();
        Hall hall = hall(lead, 1, "Ada");
        byte[] noise = new byte[(int) (5 * Bodies.MEGA)];
        new Random(1).nextBytes(noise);
        String deep = "[".repeat(100_000);
        String wide = "{\"a\":[" + "0,".repeat((int) (3.9 * Bodies.MEGA / 2) / 2) + "0]}";
        List<Callable<Client.Answer>> all = new ArrayList<>();
        for (int i = 0; i < 2; i++) {
            all.add(() -> lead.stream("/api/measuring/file?plane=FRONT&facing=TOWARD", noise));
            all.add(() -> lead.post("/api/measuring/report", wide));
            all.add(() -> lead.post("/api/measuring/report", deep));
            all.add(() -> lead.upload("/api/teams/" + hall.team() + "/imports", "n.xlsx", noise));
            all.add(() -> lead.post("/api/protocols/preview", wide.substring(0, (int) Bodies.MEGA)));
            all.add(() -> lead.post("/api/screenings/" + hall.screening() + "/facts", deep));
        }
        ExecutorService threads = Executors.newFixedThreadPool(all.size());
        for (Future<Client.Answer> answer : threads.invokeAll(all)) {
            assertThat(answer.get().status()).isBetween(400, 503).isNotEqualTo(500);
        }
        threads.shutdown();
        lead.get("/api/today").ok();
    }
}
