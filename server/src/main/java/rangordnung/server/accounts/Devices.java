package rangordnung.server.accounts;

import jakarta.servlet.http.Cookie;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.security.SecureRandom;
import java.sql.Timestamp;
import java.time.Clock;
import java.time.Duration;
import java.util.Arrays;
import java.util.Base64;
import java.util.HexFormat;
import java.util.Optional;
import java.util.UUID;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

/**
 * Devices that have signed in before. A device carries a secret of its own in a cookie; the database keeps its hash with the
 * accounts that it may be believed for. It opens nothing by itself.
 */
@Component
public class Devices {

    private static final String COOKIE = "rangordnung-device";
    private static final Duration REMEMBERED = Duration.ofDays(400);
    private static final int SECRET_BYTES = 24;
    private static final int SECRET_LENGTH = 32;

    private final JdbcClient jdbc;
    private final Clock clock;
    private final SecureRandom random = new SecureRandom();

    Devices(JdbcClient jdbc, Clock clock) {
        this.jdbc = jdbc;
        this.clock = clock;
    }

    /** The hash of the device's secret, where it has one. */
    public Optional<String> of(HttpServletRequest request) {
        return Optional.ofNullable(request.getCookies()).stream()
                .flatMap(Arrays::stream)
                .filter(c -> c.getName().equals(COOKIE) && c.getValue().length() == SECRET_LENGTH)
                .map(c -> hash(c.getValue()))
                .findFirst();
    }

    /** The hash of the device's secret; a device without one gets one with this answer. */
    public String known(HttpServletRequest request, HttpServletResponse response) {
        return of(request).orElseGet(() -> {
            String secret = secret();
            Cookie cookie = new Cookie(COOKIE, secret);
            cookie.setHttpOnly(true);
            cookie.setSecure(request.isSecure());
            cookie.setPath("/");
            cookie.setMaxAge((int) REMEMBERED.toSeconds());
            cookie.setAttribute("SameSite", "Strict");
            response.addCookie(cookie);
            return hash(secret);
        });
    }

    /** Whether the device has signed in to an account of this login before. */
    boolean knows(String device, String login) {
        return jdbc.sql(
                                "select count(*) from known_device d join account a on a.id = d.account_id where d.device_hash = :device and a.login = :login")
                        .param("device", device)
                        .param("login", login)
                        .query(Integer.class)
                        .single()
                > 0;
    }

    void remember(String device, UUID account, UUID organisation) {
        jdbc.sql("delete from known_device where seen_at < :from")
                .param("from", Timestamp.from(clock.instant().minus(REMEMBERED)))
                .update();
        jdbc.sql(
                        """
                insert into known_device (device_hash, account_id, organisation_id, seen_at) values (:device, :account, :organisation, :now)
                on conflict (device_hash, account_id) do update set seen_at = excluded.seen_at""")
                .param("device", device)
                .param("account", account)
                .param("organisation", organisation)
                .param("now", Timestamp.from(clock.instant()))
                .update();
    }

    /** A secret that nobody guesses. */
    public String secret() {
        byte[] bytes = new byte[SECRET_BYTES];
        random.nextBytes(bytes);
        return Base64.getUrlEncoder().withoutPadding().encodeToString(bytes);
    }

    /** What is kept of a secret. */
    public static String hash(String secret) {
        try {
            return HexFormat.of()
                    .formatHex(MessageDigest.getInstance("SHA-256").digest(secret.getBytes(StandardCharsets.UTF_8)));
        } catch (NoSuchAlgorithmException e) {
            throw new IllegalStateException(e);
        }
    }
}
