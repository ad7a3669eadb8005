package rangordnung.e2e;

import java.io.IOException;
import java.net.CookieManager;
import java.net.HttpCookie;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Deque;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.Set;
import java.util.UUID;
import java.util.concurrent.ConcurrentHashMap;

/** A helper's phone without a screen: it makes marks, keeps them until the server has them, and loses its network now and then. */
final class SimulatedStation implements Runnable {

    private static final String CONDITIONS =
            "{\"load\":{\"position\":\"NONE\",\"kilograms\":0},\"arms\":\"OVERHEAD\",\"shoes\":false,\"turnOut\":{},\"aids\":[],\"archAssisted\":false}";
    private static final List<String> BROKEN = List.of(
            "{\"kind\":\"marked\",\"trial\":null}",
            "{\"kind\":\"jumped\"}",
            "{\"kind\":\"viewClosed\",\"trial\":\"TRIAL\",\"view\":\"FRONT\",\"repetitions\":-5}",
            "{\"kind\":\"measured\",\"trial\":\"TRIAL\",\"criterion\":\"knee-line\",\"side\":\"LEFT\",\"measure\":\"fppa\",\"repetition\":1,\"value\":1e300,\"confidence\":1}",
            "{\"kind\":\"marked\",\"trial\":\"TRIAL\",\"criterion\":\"a\\u0000b\",\"grade\":\"SLIGHT\"}",
            "{\"kind\":\"painReported\",\"report\":{\"region\":\"KNEE\",\"intensity\":99,\"signs\":[]}}",
            "null",
            "[]");

    private final CookieManager cookies = new CookieManager();
    private final HttpClient http = HttpClient.newBuilder()
            .cookieHandler(cookies)
            .connectTimeout(Duration.ofSeconds(3))
            .build();
    private final String base;
    private final String screening;
    private final List<String> athletes;
    private final Random random;
    private final Deque<String> waiting = new ArrayDeque<>();
    private final Set<String> made = ConcurrentHashMap.newKeySet();
    private final Map<String, Integer> refused = new ConcurrentHashMap<>();
    private volatile boolean cut;
    private volatile boolean stopped;
    private volatile boolean making = true;

    SimulatedStation(String base, String screening, List<String> athletes, long seed) {
        this.base = base;
        this.screening = screening;
        this.athletes = athletes;
        this.random = new Random(seed);
    }

    /** Opens its station with a code. */
    void join(String code) throws IOException, InterruptedException {
        send("GET", "api/session", "");
        int status = send("POST", "api/join", "{\"code\":\"" + code + "\"}").statusCode();
        if (status != 204) {
            throw new IllegalStateException("joining: " + status);
        }
        send("GET", "api/session", "");
    }

    HttpResponse<String> send(String method, String path, String json) throws IOException, InterruptedException {
        HttpRequest.Builder request =
                HttpRequest.newBuilder(URI.create(base + path)).timeout(Duration.ofSeconds(15));
        cookies.getCookieStore().getCookies().stream()
                .filter(c -> c.getName().equals("XSRF-TOKEN"))
                .map(HttpCookie::getValue)
                .findFirst()
                .ifPresent(token -> request.header("X-XSRF-TOKEN", token));
        if (method.equals("GET")) {
            request.GET();
        } else {
            request.header("Content-Type", "application/json")
                    .method(method, HttpRequest.BodyPublishers.ofString(json, StandardCharsets.UTF_8));
        }
        return http.send(request.build(), HttpResponse.BodyHandlers.ofString());
    }

    void cut(boolean now) {
        cut = now;
    }

    void makeNoMore() {
        making = false;
    }

    void stop() {
        stopped = true;
    }

    Set<String> made() {
        return made;
    }

    /** Good facts that were refused, by status. */
    Map<String, Integer> refused() {
        return refused;
    }

    synchronized int waits() {
        return waiting.size();
    }

    @Override
    public void run() {
        while (!stopped) {
            try {
                if (making) {
                    see();
                }
                if (!cut) {
                    deliverAndMore();
                }
                Thread.sleep(1500 + random.nextInt(2500));
            } catch (InterruptedException e) {
                return;
            }
        }
    }

    private void deliverAndMore() throws InterruptedException {
        try {
            deliver();
            if (making && random.nextInt(4) == 0) {
                nonsense();
            }
        } catch (IOException e) {
            // no network: it stays in the queue
        }
    }

    /** One athlete seen from the front and the side, with a mark or two. */
    private synchronized void see() {
        String athlete = athletes.get(random.nextInt(athletes.size()));
        String trial = UUID.randomUUID().toString();
        add(
                athlete,
                "{\"kind\":\"trialOpened\",\"trial\":\"%s\",\"test\":\"overhead-squat\",\"conditions\":%s}"
                        .formatted(trial, CONDITIONS));
        for (int i = random.nextInt(3); i > 0; i--) {
            add(
                    athlete,
                    "{\"kind\":\"marked\",\"trial\":\"%s\",\"criterion\":\"knee-line\",\"side\":\"%s\",\"grade\":\"%s\"}"
                            .formatted(
                                    trial,
                                    random.nextBoolean() ? "LEFT" : "RIGHT",
                                    List.of("NONE", "SLIGHT", "MARKED", "SEVERE")
                                            .get(random.nextInt(4))));
        }
        add(
                athlete,
                "{\"kind\":\"viewClosed\",\"trial\":\"%s\",\"view\":\"FRONT\",\"repetitions\":5}".formatted(trial));
        add(athlete, "{\"kind\":\"viewClosed\",\"trial\":\"%s\",\"view\":\"SIDE\",\"repetitions\":5}".formatted(trial));
    }

    private void add(String athlete, String fact) {
        String id = UUID.randomUUID().toString();
        made.add(id);
        // its clock jumps by hours
        waiting.add("{\"id\":\"%s\",\"athlete\":\"%s\",\"at\":\"%s\",\"fact\":%s}"
                .formatted(id, athlete, Instant.now().plusSeconds(random.nextInt(100_000) - 50_000L), fact));
    }

    private void deliver() throws IOException, InterruptedException {
        List<String> batch = new ArrayList<>();
        synchronized (this) {
            waiting.stream().limit(100).forEach(batch::add);
        }
        if (batch.isEmpty()) {
            return;
        }
        int status = post(batch).statusCode();
        if (status == 200) {
            synchronized (this) {
                batch.forEach(b -> waiting.poll());
            }
        } else if (status == 403) {
            send("GET", "api/session", "");
        } else if (status != 503 && status != 408 && status != 429) {
            refused.merge(String.valueOf(status), 1, Integer::sum);
        }
    }

    private HttpResponse<String> post(List<String> facts) throws IOException, InterruptedException {
        return send("POST", "api/screenings/" + screening + "/facts", "{\"facts\":[" + String.join(",", facts) + "]}");
    }

    /** What no phone should send: it must be refused and leave nothing behind. */
    private void nonsense() throws IOException, InterruptedException {
        String fact = BROKEN.get(random.nextInt(BROKEN.size()))
                .replace("TRIAL", UUID.randomUUID().toString());
        int status = post(List.of("{\"id\":\"%s\",\"athlete\":\"%s\",\"at\":\"2026-11-09T08:00:00Z\",\"fact\":%s}"
                        .formatted(UUID.randomUUID(), athletes.get(0), fact)))
                .statusCode();
        if (status != 400 && status != 503 && status != 403) {
            refused.merge("nonsense " + status + " " + fact, 1, Integer::sum);
        }
    }
}
