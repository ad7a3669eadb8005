package rangordnung.server.hall;

import static org.mockito.ArgumentMatchers.any;
import static org.mockito.ArgumentMatchers.anyInt;
import static org.mockito.Mockito.atLeast;
import static org.mockito.Mockito.doAnswer;
import static org.mockito.Mockito.mock;
import static org.mockito.Mockito.timeout;
import static org.mockito.Mockito.verify;
import static org.mockito.Mockito.when;

import java.sql.Connection;
import java.sql.SQLException;
import java.sql.Statement;
import java.util.UUID;
import java.util.concurrent.CountDownLatch;
import javax.sql.DataSource;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.postgresql.PGConnection;
import org.postgresql.PGNotification;
import org.springframework.web.servlet.mvc.method.annotation.SseEmitter;

/** A phone that does not listen and a database that stumbles: both are hard to have for real. */
class LiveTest {

    private static final int LONG = 20_000;

    private final UUID screening = UUID.randomUUID();
    private final DataSource database = mock(DataSource.class);
    private final PGConnection listening = mock(PGConnection.class);
    private final CountDownLatch stalled = new CountDownLatch(1);
    private final Live live = new Live(database);

    @BeforeEach
    void connect() throws SQLException {
        Connection connection = mock(Connection.class);
        when(database.getConnection()).thenReturn(connection);
        when(connection.createStatement()).thenReturn(mock(Statement.class));
        when(connection.unwrap(PGConnection.class)).thenReturn(listening);
    }

    @AfterEach
    void end() {
        stalled.countDown();
        live.stop();
    }

    private PGNotification[] changed() {
        PGNotification notification = mock(PGNotification.class);
        when(notification.getParameter()).thenReturn(screening.toString());
        return new PGNotification[] {notification};
    }

    /** Hears something at every look, and gives the processor back in between. */
    private void hearing(PGNotification[] heard) throws SQLException {
        when(listening.getNotifications(anyInt())).thenAnswer(i -> {
            Thread.sleep(20);
            return heard;
        });
    }

    @Test
    void one_stalled_phone_delays_no_other() throws Exception {
        SseEmitter asleep = mock(SseEmitter.class);
        SseEmitter awake = mock(SseEmitter.class);
        doAnswer(i -> {
                    stalled.await();
                    return null;
                })
                .when(asleep)
                .send(any(SseEmitter.SseEventBuilder.class));
        hearing(changed());
        live.watch(screening, asleep);
        live.watch(screening, awake);
        live.start();
        verify(awake, timeout(LONG).atLeast(3)).send(any(SseEmitter.SseEventBuilder.class));
    }

    @Test
    void whatever_goes_wrong_while_listening_it_listens_again() throws Exception {
        PGNotification[] heard = changed();
        when(listening.getNotifications(anyInt()))
                .thenThrow(new IllegalStateException("no such thing"))
                .thenAnswer(i -> {
                    Thread.sleep(20);
                    return heard;
                });
        SseEmitter board = mock(SseEmitter.class);
        live.watch(screening, board);
        live.start();
        verify(board, timeout(LONG).atLeast(3)).send(any(SseEmitter.SseEventBuilder.class));
        verify(database, atLeast(2)).getConnection();
    }
}
