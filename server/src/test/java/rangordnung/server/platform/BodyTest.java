package rangordnung.server.platform;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.mockito.ArgumentMatchers.any;
import static org.mockito.ArgumentMatchers.anyInt;
import static org.mockito.Mockito.mock;
import static org.mockito.Mockito.when;

import jakarta.servlet.ServletInputStream;
import jakarta.servlet.http.HttpServletRequest;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.List;
import java.util.stream.Stream;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;

/** Connections that break and disks that are full: a body is whole or refused, and leaves nothing behind. */
class BodyTest {

    private static final int LENGTH = 300_000;

    private final HttpServletRequest request = mock(HttpServletRequest.class);
    private final ServletInputStream connection = mock(ServletInputStream.class);
    private List<Path> before = List.of();

    @BeforeEach
    void connect() throws IOException {
        when(request.getInputStream()).thenReturn(connection);
        before = left();
    }

    private static List<Path> left() throws IOException {
        try (Stream<Path> files = Files.list(Path.of(System.getProperty("java.io.tmpdir")))) {
            return files.filter(f -> f.getFileName().toString().startsWith("rangordnung-body"))
                    .sorted()
                    .toList();
        }
    }

    private Body later(Duration longest) {
        return Body.later(request, LENGTH, longest);
    }

    @Test
    void a_large_body_arrives_whole() throws IOException {
        when(connection.read(any(), anyInt(), anyInt())).thenAnswer(i -> Math.min(1000, i.<Integer>getArgument(2)));
        try (Body body = later(Duration.ofMinutes(1))) {
            assertThat(body.open().readAllBytes()).hasSize(LENGTH);
        }
        assertThat(left()).isEqualTo(before);
    }

    @Test
    void a_connection_that_breaks_half_way_leaves_nothing() throws IOException {
        when(connection.read(any(), anyInt(), anyInt()))
                .thenReturn(65_536, 65_536)
                .thenThrow(new IOException("Connection reset by peer"));
        try (Body body = later(Duration.ofMinutes(1))) {
            assertThatThrownBy(body::open).isInstanceOf(IOException.class).hasMessageContaining("reset");
        }
        assertThat(left()).isEqualTo(before);
    }

    @Test
    void a_body_that_ends_before_its_length_is_refused() throws IOException {
        when(connection.read(any(), anyInt(), anyInt())).thenReturn(65_536, -1);
        try (Body body = later(Duration.ofMinutes(1))) {
            assertThatThrownBy(body::open).isInstanceOfSatisfying(Problem.class, p -> assertThat(p.code())
                    .isEqualTo(Code.TOO_SLOW));
        }
        assertThat(left()).isEqualTo(before);
    }

    @Test
    void a_body_that_dribbles_is_not_waited_for() throws IOException {
        when(connection.read(any(), anyInt(), anyInt())).thenAnswer(i -> {
            Thread.sleep(5);
            return 1;
        });
        try (Body body = later(Duration.ofMillis(40))) {
            assertThatThrownBy(body::open).isInstanceOfSatisfying(Problem.class, p -> assertThat(p.code())
                    .isEqualTo(Code.TOO_SLOW));
        }
        assertThat(left()).isEqualTo(before);
    }

    @Test
    void a_full_disk_is_not_taken_for_a_whole_body() throws IOException {
        OutputStream disk = mock(OutputStream.class);
        org.mockito.Mockito.doThrow(new IOException("No space left on device"))
                .when(disk)
                .write(any(), anyInt(), anyInt());
        Body full = new Body() {
            @Override
            InputStream open() {
                return InputStream.nullInputStream();
            }

            @Override
            OutputStream into() {
                return disk;
            }
        };
        when(connection.available()).thenReturn(1000);
        when(connection.read(any(), anyInt(), anyInt())).thenReturn(1000);
        assertThatThrownBy(() -> full.takeWhatIsThere(connection, LENGTH)).hasMessageContaining("No space left");
    }
}
