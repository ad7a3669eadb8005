package rangordnung.server.platform;

import java.time.Duration;
import java.util.concurrent.Semaphore;
import java.util.concurrent.TimeUnit;
import java.util.function.Supplier;

/**
 * Work of which only so much is done at once, in the order of asking; some may wait for a while, more are told to come back.
 * No address has more than its share of the places.
 */
public final class Lane {

    private static final long BACK_SECONDS = 2;

    private final Semaphore work;
    private final Semaphore places;
    private final Shares<String> byAddress;
    private final Duration patience;

    /**
     * @param atOnce    done at once
     * @param waiting   that may wait beside those
     * @param byAddress of both, that one address may have
     */
    public Lane(int atOnce, int waiting, int byAddress, Duration patience) {
        this.work = new Semaphore(atOnce, true);
        this.places = new Semaphore(atOnce + waiting);
        this.byAddress = new Shares<>(byAddress);
        this.patience = patience;
    }

    /** Does the work when its turn comes. */
    public <T> T run(String address, Supplier<T> task) {
        enter(address);
        try {
            return task.get();
        } finally {
            leave(address);
        }
    }

    void enter(String address) {
        if (!byAddress.take(address)) {
            throw busy();
        }
        if (!places.tryAcquire()) {
            byAddress.giveBack(address);
            throw busy();
        }
        try {
            if (work.tryAcquire(patience.toMillis(), TimeUnit.MILLISECONDS)) {
                return;
            }
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        }
        places.release();
        byAddress.giveBack(address);
        throw busy();
    }

    void leave(String address) {
        work.release();
        places.release();
        byAddress.giveBack(address);
    }

    private static Problem busy() {
        return Problem.busy("The server is busy with the same for others. Try again in a moment.", BACK_SECONDS);
    }
}
