package rangordnung.server.platform;

import jakarta.servlet.AsyncContext;
import jakarta.servlet.AsyncEvent;
import jakarta.servlet.AsyncListener;
import jakarta.servlet.ReadListener;
import jakarta.servlet.ServletInputStream;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.time.Duration;
import java.util.Optional;
import java.util.concurrent.atomic.AtomicBoolean;
import java.util.function.Consumer;

/** Reads a body as it comes and holds no thread meanwhile; then lets its request go on, or refuses it. */
final class Receiver implements ReadListener, AsyncListener {

    private final HttpServletRequest request;
    private final HttpServletResponse response;
    private final ServletInputStream in;
    private final Body into;
    private final long length;
    private final Optional<Problem> refusal;
    private final Runnable over;
    private final Consumer<Body> arrived;
    private final AtomicBoolean ended = new AtomicBoolean();
    private final byte[] part = new byte[8192];
    private long got;

    /**
     * @param got     how much of it is there already
     * @param length  how much is read
     * @param refusal what is answered in any case
     * @param over    called once, when nothing is waited for any more
     * @param arrived called with the body that is whole, before its request goes on
     */
    Receiver(
            HttpServletRequest request,
            HttpServletResponse response,
            ServletInputStream in,
            Body into,
            long got,
            long length,
            Optional<Problem> refusal,
            Runnable over,
            Consumer<Body> arrived) {
        this.request = request;
        this.response = response;
        this.in = in;
        this.into = into;
        this.got = got;
        this.length = length;
        this.refusal = refusal;
        this.over = over;
        this.arrived = arrived;
    }

    void start(Duration longest) {
        AsyncContext context = request.startAsync(request, response);
        context.setTimeout(longest.toMillis());
        context.addListener(this);
        in.setReadListener(this);
    }

    @Override
    public void onDataAvailable() throws IOException {
        while (!ended.get() && in.isReady()) {
            int read = in.read(part);
            if (read < 0) {
                return;
            }
            into.into().write(part, 0, read);
            got += read;
            if (refusal.isPresent() && got >= length) {
                refuse(refusal.get());
                return;
            }
        }
    }

    @Override
    public void onAllDataRead() throws IOException {
        if (refusal.isPresent()) {
            refuse(refusal.get());
        } else if (got < length) {
            refuse(Problem.invalid(Code.UNREADABLE, "The request ended before its body did. Send it again.", ""));
        } else if (ended.compareAndSet(false, true)) {
            over.run();
            arrived.accept(into);
            request.getAsyncContext().dispatch();
        }
    }

    private void refuse(Problem problem) throws IOException {
        if (ended.compareAndSet(false, true)) {
            over.run();
            into.close();
            Answers.write(problem, request, response);
            // With any of these answers the container closes the connection and reads no further.
            response.flushBuffer();
            request.getAsyncContext().complete();
        }
    }

    /** The connection is gone, or nothing has come for too long. */
    @Override
    public void onError(Throwable t) {
        try {
            refuse(refusal.orElseGet(Body::tooSlow));
        } catch (IOException | IllegalStateException e) {
            // nobody is there to hear it
        }
    }

    @Override
    public void onTimeout(AsyncEvent event) throws IOException {
        refuse(refusal.orElseGet(Body::tooSlow));
    }

    @Override
    public void onError(AsyncEvent event) throws IOException {
        onError(event.getThrowable());
    }

    @Override
    public void onComplete(AsyncEvent event) {}

    @Override
    public void onStartAsync(AsyncEvent event) {}
}
