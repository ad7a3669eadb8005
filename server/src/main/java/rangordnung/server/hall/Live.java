package rangordnung.server.hall;

import java.io.IOException;
import java.sql.Connection;
import java.sql.SQLException;
import java.sql.Statement;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.CopyOnWriteArrayList;
import javax.sql.DataSource;
import org.postgresql.PGConnection;
import org.postgresql.PGNotification;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.context.SmartLifecycle;
import org.springframework.stereotype.Component;
import org.springframework.web.servlet.mvc.method.annotation.SseEmitter;

/**
 * Tells open boards that a screening has changed. The database tells every instance, each instance its own boards;
 * what has changed is read anew by whoever wants to know.
 */
@Component
class Live implements SmartLifecycle {

    private static final Logger LOG = LoggerFactory.getLogger(Live.class);
    private static final int WAIT_MILLIS = 500;
    private static final int BEAT_EVERY = 30;
    private static final long AGAIN_MILLIS = 2000;

    private final DataSource database;
    private final Map<UUID, List<SseEmitter>> boards = new ConcurrentHashMap<>();
    private volatile boolean running;
    private Thread listener;

    Live(DataSource database) {
        this.database = database;
    }

    /** A stream of changes of one screening; its first event says that it is open. */
    SseEmitter open(UUID screening) {
        SseEmitter emitter = new SseEmitter(0L);
        List<SseEmitter> here = boards.computeIfAbsent(screening, s -> new CopyOnWriteArrayList<>());
        here.add(emitter);
        emitter.onCompletion(() -> here.remove(emitter));
        emitter.onError(e -> here.remove(emitter));
        send(here, emitter, "open");
        return emitter;
    }

    private static void send(List<SseEmitter> all, SseEmitter emitter, String name) {
        try {
            emitter.send(SseEmitter.event().name(name).data(""));
        } catch (IOException | IllegalStateException e) {
            all.remove(emitter);
        }
    }

    @Override
    public void start() {
        running = true;
        listener = new Thread(this::listen, "live-changes");
        listener.setDaemon(true);
        listener.start();
    }

    /** A lost connection is opened again; boards are then told to look, since something may have been missed. */
    private void listen() {
        while (running) {
            try (Connection connection = database.getConnection(); Statement statement = connection.createStatement()) {
                statement.execute("listen screening");
                boards.keySet().forEach(this::changed);
                hear(connection.unwrap(PGConnection.class));
            } catch (SQLException e) {
                if (running) {
                    LOG.warn("Live changes are interrupted: {}", e.getMessage());
                    pause();
                }
            }
        }
    }

    private void hear(PGConnection connection) throws SQLException {
        for (int beat = 1; running; beat++) {
            PGNotification[] heard = connection.getNotifications(WAIT_MILLIS);
            if (heard != null) {
                Arrays.stream(heard).map(n -> UUID.fromString(n.getParameter())).distinct().forEach(this::changed);
            }
            if (beat % BEAT_EVERY == 0) {
                boards.values().forEach(all -> all.forEach(e -> send(all, e, "beat")));
            }
        }
    }

    private void changed(UUID screening) {
        List<SseEmitter> all = boards.getOrDefault(screening, List.of());
        all.forEach(e -> send(all, e, "changed"));
    }

    private static void pause() {
        try {
            Thread.sleep(AGAIN_MILLIS);
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        }
    }

    @Override
    public void stop() {
        running = false;
        boards.values().forEach(all -> all.forEach(SseEmitter::complete));
    }

    @Override
    public boolean isRunning() {
        return running;
    }

    /** Ends before the web server does, which would wait for open streams. */
    @Override
    public int getPhase() {
        return Integer.MAX_VALUE;
    }
}
