package rangordnung.server.platform;

import jakarta.servlet.http.HttpServletRequest;
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
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpStatus;

/** The body of a request, on its way or here: in memory, or in a file that goes with it. */
abstract class Body implements AutoCloseable {

    /** The body from its beginning; waits for one that is taken only now. */
    abstract InputStream open() throws IOException;

    private static final int PART = 8192;

    /** Where what arrives is put. */
    abstract OutputStream into() throws IOException;

    @Override
    public void close() throws IOException {}

    /** A body of known length that is about to arrive. */
    static Body of(long length) throws IOException {
        return length <= Bodies.IN_MEMORY ? new InMemory((int) length) : new InFile();
    }

    /**
     * Takes what has come already, and waits for nothing.
     *
     * @return how many bytes
     */
    long takeWhatIsThere(InputStream in, long length) throws IOException {
        byte[] part = new byte[(int) Math.min(length, PART)];
        long got = 0;
        while (got < length && in.available() > 0) {
            int read = in.read(part, 0, (int) Math.min(part.length, length - got));
            if (read < 0) {
                break;
            }
            into().write(part, 0, read);
            got += read;
        }
        into().flush();
        return got;
    }

    /** A large body that is taken when it is asked for; who may not send it never gets that far. */
    static Body later(HttpServletRequest request, long length, Duration longest) {
        return new Later(request, length, longest);
    }

    /** What is thrown away. */
    static Body nowhere() {
        return new Body() {
            @Override
            InputStream open() {
                return InputStream.nullInputStream();
            }

            @Override
            OutputStream into() {
                return OutputStream.nullOutputStream();
            }
        };
    }

    private static final class InMemory extends Body {

        private final ByteArrayOutputStream bytes;

        InMemory(int length) {
            bytes = new ByteArrayOutputStream(Math.min(length, 4096));
        }

        @Override
        InputStream open() {
            return new ByteArrayInputStream(bytes.toByteArray());
        }

        @Override
        OutputStream into() {
            return bytes;
        }
    }

    private static final class InFile extends Body {

        private final Path file;
        private final OutputStream out;

        InFile() throws IOException {
            file = Files.createTempFile("rangordnung-body", null);
            out = Files.newOutputStream(file);
        }

        @Override
        InputStream open() throws IOException {
            out.close();
            return new BufferedInputStream(Files.newInputStream(file));
        }

        @Override
        OutputStream into() {
            return out;
        }

        @Override
        public void close() throws IOException {
            out.close();
            Files.deleteIfExists(file);
        }
    }

    private static final class Later extends Body {

        /** Large bodies that arrive at once (house convention). */
        private static final Semaphore ARRIVING = new Semaphore(16);

        private final HttpServletRequest request;
        private final long length;
        private final Duration longest;
        private @Nullable InFile file;

        Later(HttpServletRequest request, long length, Duration longest) {
            this.request = request;
            this.length = length;
            this.longest = longest;
        }

        @Override
        InputStream open() throws IOException {
            if (!ARRIVING.tryAcquire()) {
                throw Problem.busy("Too many files are being sent at once. Try again in a moment.", 2);
            }
            try {
                InFile whole = new InFile();
                file = whole;
                copy(request.getInputStream(), whole.into(), System.nanoTime() + longest.toNanos());
                return whole.open();
            } finally {
                ARRIVING.release();
            }
        }

        private void copy(InputStream in, OutputStream out, long deadline) throws IOException {
            byte[] part = new byte[1 << 16];
            for (long got = 0; got < length; ) {
                int read = in.read(part, 0, (int) Math.min(part.length, length - got));
                if (read < 0 || System.nanoTime() > deadline) {
                    throw tooSlow();
                }
                out.write(part, 0, read);
                got += read;
            }
        }

        @Override
        OutputStream into() {
            throw new IllegalStateException("it takes itself in");
        }

        @Override
        public void close() throws IOException {
            if (file == null) {
                Connections.abandon(request);
            } else {
                file.close();
            }
        }
    }

    static Problem tooSlow() {
        return new Problem(
                HttpStatus.REQUEST_TIMEOUT,
                Code.TOO_SLOW,
                "The request arrived too slowly and was not waited for. Try again with a better network.");
    }
}
