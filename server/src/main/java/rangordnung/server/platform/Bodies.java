package rangordnung.server.platform;

import jakarta.servlet.FilterChain;
import jakarta.servlet.ReadListener;
import jakarta.servlet.ServletException;
import jakarta.servlet.ServletInputStream;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletRequestWrapper;
import jakarta.servlet.http.HttpServletResponse;
import java.io.BufferedInputStream;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.concurrent.Semaphore;
import org.springframework.core.Ordered;
import org.springframework.core.annotation.Order;
import org.springframework.http.HttpStatus;
import org.springframework.stereotype.Component;
import org.springframework.web.filter.OncePerRequestFilter;

/**
 * Takes the body of a request in before anything else happens: no larger than its address allows, within a time, and only so
 * many at once that arrive slowly. What follows finds the body whole and waits for nobody. Large ones lie in a file meanwhile.
 */
@Component
@Order(Ordered.HIGHEST_PRECEDENCE + 2)
class Bodies extends OncePerRequestFilter {

    private static final long KILO = 1024;
    static final long MEGA = KILO * KILO;

    /** How large a body may be, by the beginning of its address; the first that fits holds (house convention). */
    private enum Most {
        /** A file of landmarks, read as it comes and not kept. */
        LANDMARK_FILE("/api/measuring/file", 256 * MEGA),
        /** A clip, which is held whole while it is measured. */
        CLIP("/api/measuring/", 8 * MEGA),
        ROSTER("/api/teams/", 6 * MEGA),
        PROTOCOL("/api/protocols", 2 * MEGA),
        ANYTHING("/", MEGA);

        private final String start;
        private final long bytes;

        Most(String start, long bytes) {
            this.start = start;
            this.bytes = bytes;
        }

        static long at(String path) {
            for (Most most : values()) {
                if (path.startsWith(most.start)) {
                    return most.bytes;
                }
            }
            return ANYTHING.bytes;
        }
    }

    /** Larger bodies lie in a file until they are read, and still larger ones are taken only from whoever may send them. */
    private static final long IN_MEMORY = 256 * KILO;
    private static final long FROM_ANYBODY = MEGA;
    /** What every body is given, and the slowest network that is waited for (house convention). */
    private static final Duration LONGEST_FIRST = Duration.ofSeconds(10);
    private static final long SLOWEST_BYTES_PER_SECOND = 32 * KILO;
    /** Bodies that have not arrived yet: together, and from one address. */
    private static final int ARRIVING = 64;
    private static final int ARRIVING_BY_ADDRESS = 24;

    private final Semaphore arriving = new Semaphore(ARRIVING);
    private final Shares<String> byAddress = new Shares<>(ARRIVING_BY_ADDRESS);

    @Override
    protected void doFilterInternal(HttpServletRequest request, HttpServletResponse response, FilterChain chain) throws ServletException, IOException {
        long length = request.getContentLengthLong();
        long most = Most.at(request.getRequestURI());
        if (request.getHeader("Transfer-Encoding") != null) {
            Connections.abandon(request);
            throw new Problem(HttpStatus.LENGTH_REQUIRED, Code.LENGTH_REQUIRED, "Say how large the body is.");
        }
        if (length > most) {
            discard(request);
            throw new Problem(HttpStatus.CONTENT_TOO_LARGE, Code.TOO_LARGE, "At most " + most / MEGA + " MB at once are taken here. Send less, or in parts.")
                    .with("megabytes", most / MEGA);
        }
        if (length <= 0) {
            chain.doFilter(request, response);
            return;
        }
        try (Whole whole = new Whole(request, length)) {
            if (length <= FROM_ANYBODY) {
                whole.take();
            }
            chain.doFilter(whole, response);
        }
    }

    /** Reads what is too large for a moment, so that the client hears the answer, and then no further. */
    private void discard(HttpServletRequest request) throws IOException {
        try {
            slotted(request.getRemoteAddr(), () -> {
                long until = System.nanoTime() + Duration.ofSeconds(2).toNanos();
                InputStream in = request.getInputStream();
                byte[] part = new byte[(int) (16 * KILO)];
                for (long got = 0; got < 8 * MEGA && System.nanoTime() < until;) {
                    int read = in.read(part);
                    if (read < 0) {
                        return null;
                    }
                    got += read;
                }
                return null;
            });
        } catch (Problem | IOException e) {
            // it is refused in any case
        }
        Connections.abandon(request);
    }

    private interface Arrival<T> {
        T arrives() throws IOException;
    }

    /** One of the few that may arrive slowly. */
    private <T> T slotted(String address, Arrival<T> arrival) throws IOException {
        if (!byAddress.take(address)) {
            throw Problem.busy("Too much is being sent from this address. Try again in a moment.", 2);
        }
        try {
            if (!arriving.tryAcquire()) {
                throw Problem.busy("Too much is being sent at once. Try again in a moment.", 2);
            }
            try {
                return arrival.arrives();
            } finally {
                arriving.release();
            }
        } finally {
            byAddress.giveBack(address);
        }
    }

    private Body taken(HttpServletRequest request, long length) throws IOException {
        try {
            ServletInputStream in = request.getInputStream();
            if (in.available() >= length) {
                return Body.read(in, length, Long.MAX_VALUE);
            }
            long deadline = System.nanoTime() + LONGEST_FIRST.plusSeconds(length / SLOWEST_BYTES_PER_SECOND).toNanos();
            return slotted(request.getRemoteAddr(), () -> Body.read(in, length, deadline));
        } catch (Problem e) {
            Connections.abandon(request);
            throw e;
        }
    }

    /** A body that has arrived: in memory, or in a file that goes with it. */
    private record Body(byte[] bytes, Path file) implements AutoCloseable {

        static Body read(InputStream in, long length, long deadline) throws IOException {
            if (length <= IN_MEMORY) {
                ByteArrayOutputStream bytes = new ByteArrayOutputStream((int) length);
                copy(in, bytes, length, deadline);
                return new Body(bytes.toByteArray(), null);
            }
            Path file = Files.createTempFile("rangordnung-body", null);
            try (OutputStream out = Files.newOutputStream(file)) {
                copy(in, out, length, deadline);
                return new Body(null, file);
            } catch (IOException | RuntimeException e) {
                Files.deleteIfExists(file);
                throw e;
            }
        }

        private static void copy(InputStream in, OutputStream out, long length, long deadline) throws IOException {
            byte[] part = new byte[(int) Math.min(length, 16 * KILO)];
            long got = 0;
            while (got < length) {
                int read;
                try {
                    read = in.read(part, 0, (int) Math.min(part.length, length - got));
                } catch (java.net.SocketTimeoutException e) {
                    throw tooSlow();
                }
                if (read < 0) {
                    throw Problem.invalid(Code.UNREADABLE, "The request ended before its body did. Send it again.", "");
                }
                out.write(part, 0, read);
                got += read;
                if (got < length && System.nanoTime() > deadline) {
                    throw tooSlow();
                }
            }
        }

        private static Problem tooSlow() {
            return new Problem(HttpStatus.REQUEST_TIMEOUT, Code.TOO_SLOW, "The request arrived too slowly and was not waited for. Try again with a better network.");
        }

        InputStream open() throws IOException {
            return file == null ? new ByteArrayInputStream(bytes) : new BufferedInputStream(Files.newInputStream(file));
        }

        @Override
        public void close() throws IOException {
            if (file != null) {
                Files.deleteIfExists(file);
            }
        }
    }

    /** The request with its body at hand; a large one is taken in when it is asked for, which nobody does who may not. */
    private final class Whole extends HttpServletRequestWrapper implements AutoCloseable {

        private final long length;
        private Body body;
        private ServletInputStream stream;

        Whole(HttpServletRequest request, long length) {
            super(request);
            this.length = length;
        }

        void take() throws IOException {
            body = taken((HttpServletRequest) getRequest(), length);
        }

        @Override
        public ServletInputStream getInputStream() throws IOException {
            if (stream == null) {
                if (body == null) {
                    take();
                }
                stream = new Stream(body.open());
            }
            return stream;
        }

        @Override
        public void close() throws IOException {
            if (body == null) {
                Connections.abandon((HttpServletRequest) getRequest());
            } else {
                if (stream != null) {
                    stream.close();
                }
                body.close();
            }
        }
    }

    private static final class Stream extends ServletInputStream {

        private final InputStream in;
        private boolean finished;

        Stream(InputStream in) {
            this.in = in;
        }

        @Override
        public int read() throws IOException {
            int read = in.read();
            finished = read < 0;
            return read;
        }

        @Override
        public int read(byte[] into, int from, int count) throws IOException {
            int read = in.read(into, from, count);
            finished = read < 0;
            return read;
        }

        @Override
        public void close() throws IOException {
            in.close();
        }

        @Override
        public boolean isFinished() {
            return finished;
        }

        @Override
        public boolean isReady() {
            return true;
        }

        @Override
        public void setReadListener(ReadListener listener) {
            throw new UnsupportedOperationException("the body is read where it is needed");
        }
    }
}
