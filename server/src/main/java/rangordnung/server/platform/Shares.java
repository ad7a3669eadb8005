package rangordnung.server.platform;

import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;

/** How many of something each one has at once, up to a bound; who has none is forgotten. */
public final class Shares<K> {

    private final int most;
    private final Map<K, Integer> taken = new ConcurrentHashMap<>();

    public Shares(int most) {
        this.most = most;
    }

    /** Takes one, unless all of this one's are taken. */
    public boolean take(K who) {
        boolean[] got = {false};
        taken.compute(who, (k, n) -> {
            got[0] = n == null || n < most;
            return n == null ? Integer.valueOf(1) : got[0] ? Integer.valueOf(n + 1) : n;
        });
        return got[0];
    }

    public void giveBack(K who) {
        taken.computeIfPresent(who, (k, n) -> n == 1 ? null : n - 1);
    }
}
