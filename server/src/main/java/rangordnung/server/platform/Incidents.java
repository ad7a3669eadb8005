package rangordnung.server.platform;

import java.security.SecureRandom;
import org.jspecify.annotations.Nullable;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/**
 * Mistakes of the product: each gets a number that a person can read out, under which the log tells the rest. What is
 * logged names ids and no people.
 */
public final class Incidents {

    private static final Logger LOG = LoggerFactory.getLogger("rangordnung.incidents");
    private static final SecureRandom RANDOM = new SecureRandom();
    private static final int FIRST = 100_000;
    private static final int NUMBERS = 900_000;

    private Incidents() {}

    /**
     * Notes a mistake.
     *
     * @param doing what was being done, with ids
     * @return the number of the incident
     */
    public static String report(String doing, @Nullable Throwable mistake) {
        String number = String.valueOf(FIRST + RANDOM.nextInt(NUMBERS));
        LOG.error("Incident {}: {}, for {}", number, doing, who(), mistake);
        return number;
    }

    private static String who() {
        try {
            return CurrentUser.current().map(s -> "account " + s.account()).orElse("nobody");
        } catch (RuntimeException e) {
            return "somebody whose session cannot be read";
        }
    }
}
