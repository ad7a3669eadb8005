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
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import javax.sql.DataSource;
import org.jspecify.annotations.Nullable;
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
    private final Map<UUID, List<Watcher>> boards = new ConcurrentHashMap<>();
    private final ExecutorService senders = Executors.newCachedThreadPool(work -> {
        Thread thread = new Thread(work, "live-sender");
        thread.setDaemon(true);
        return thread;
    });
    private volatile boolean running;
    private @Nullable Thread listener;

    Live(DataSource database) {
        this.database = database;
    }

    /** A stream of changes of one screening; its first event says that it is open. */
    SseEmitter open(UUID screening) {
        SseEmitter emitter = new SseEmitter(0L);
        watch(screening, emitter);
        return emitter;
    }

    void watch(UUID screening, SseEmitter emitter) {
        List<Watcher> here = boards.computeIfAbsent(screening, s -> new CopyOnWriteArrayList<>());
        Watcher watcher = new Watcher(emitter, here);
        here.add(watcher);
        emitter.onCompletion(() -> here.remove(watcher));
        emitter.onError(e -> here.remove(watcher));
        watcher.tell("open");
    }

    /** One open board. It is told in a thread of its own, so that one that does not listen delays no other, and only the latest that waits. */
    private final class Watcher {

        private final SseEmitter emitter;
        private final List<Watcher> all;
        private @Nullable String waiting;
        private boolean telling;

        Watcher(SseEmitter emitter, List<Watcher> all) {
            this.emitter = emitter;
            this.all = all;
        }

        synchronized void tell(String name) {
            waiting = name.equals("beat") && waiting != null ? waiting : name;
            if (!telling) {
                telling = true;
                senders.execute(this::send);
            }
        }

        private synchronized @Nullable String next() {
            String name = waiting;
            waiting = null;
            telling = name != null;
            return name;
        }

        private void send() {
            try {
                for (String name = next(); name != null; name = next()) {
                    emitter.send(SseEmitter.event().name(name).data(""));
                }
            } catch (IOException | RuntimeException e) {
                all.remove(this);
            }
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
            try (Connection connection = database.getConnection();
                    Statement statement = connection.createStatement()) {
                statement.execute("listen screening");
                boards.keySet().forEach(this::changed);
                hear(connection.unwrap(PGConnection.class));
            } catch (SQLException | RuntimeException e) {
                if (running) {
                    LOG.warn("Live changes are interrupted: {}", String.valueOf(e.getMessage()));
                    pause();
                }
            }
        }
    }

    private void hear(PGConnection connection) throws SQLException {
        for (int beat = 1; running; beat++) {
            PGNotification[] heard = connection.getNotifications(WAIT_MILLIS);
            if (heard != null) {
                Arrays.stream(heard)
                        .map(n -> UUID.fromString(n.getParameter()))
                        .distinct()
                        .forEach(this::changed);
            }
            if (beat % BEAT_EVERY == 0) {
                boards.values().forEach(all -> all.forEach(w -> w.tell("beat")));
            }
        }
    }

    private void changed(UUID screening) {
        boards.getOrDefault(screening, List.of()).forEach(w -> w.tell("changed"));
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
        boards.values().forEach(all -> all.forEach(w -> w.emitter.complete()));
        senders.shutdownNow();
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
