package rangordnung.server.platform;

import jakarta.servlet.DispatcherType;
import jakarta.servlet.ReadListener;
import jakarta.servlet.ServletInputStream;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletRequestWrapper;
import java.io.IOException;
import java.io.InputStream;
import org.jspecify.annotations.Nullable;

/** A request with its body at hand. It is a first request for all that follows, also where its body was waited for. */
final class Whole extends HttpServletRequestWrapper implements AutoCloseable {

    private final Body body;
    private @Nullable Stream stream;

    Whole(HttpServletRequest request, Body body) {
        super(request);
        this.body = body;
    }

    @Override
    public DispatcherType getDispatcherType() {
        return DispatcherType.REQUEST;
    }

    @Override
    public ServletInputStream getInputStream() throws IOException {
        if (stream == null) {
            stream = new Stream(body.open());
        }
        return stream;
    }

    @Override
    public void close() throws IOException {
        if (stream != null) {
            stream.close();
        }
        body.close();
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
