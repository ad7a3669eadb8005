package rangordnung.server.accounts;

import com.eatthepath.otp.TimeBasedOneTimePasswordGenerator;
import java.net.URLEncoder;
import java.nio.charset.StandardCharsets;
import java.security.InvalidKeyException;
import java.security.SecureRandom;
import java.sql.Timestamp;
import java.time.Clock;
import java.time.Instant;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.stream.IntStream;
import java.util.stream.LongStream;
import javax.crypto.spec.SecretKeySpec;
import org.apache.commons.codec.binary.Base32;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionTemplate;
import rangordnung.server.platform.Code;
import rangordnung.server.platform.CurrentUser;
import rangordnung.server.platform.Problem;
import rangordnung.server.platform.QrCode;

/**
 * Codes of an app as a second factor at sign-in (time-based one-time passwords, RFC 6238), and recovery codes for whoever has
 * lost the app. A code opens once.
 */
@Component
class SecondFactor {

    static final String NO_FIT =
            "This code does not fit, or was used already. Wait for the next one and check the clock of the phone.";
    static final int RECOVERY_CODES = 10;
    /** Lengths of a key (RFC 4226 recommends 160 bits) and of a recovery code (80 bits, house convention). */
    private static final int KEY_BYTES = 20;

    private static final int RECOVERY_BYTES = 10;
    private static final int RECOVERY_GROUP = 4;
    /** Steps by which the clocks may differ (RFC 6238, 5.2, allows one). */
    private static final int STEPS_AWAY = 1;

    private static final Base32 BASE32 = new Base32();

    private final JdbcClient jdbc;
    private final TransactionTemplate transaction;
    private final Clock clock;
    private final SecureRandom random = new SecureRandom();
    private final TimeBasedOneTimePasswordGenerator passwords = new TimeBasedOneTimePasswordGenerator();

    SecondFactor(JdbcClient jdbc, TransactionTemplate transaction, Clock clock) {
        this.jdbc = jdbc;
        this.transaction = transaction;
        this.clock = clock;
    }

    /** @param recoveryCodes how many of them have not been used */
    record State(boolean factor, int recoveryCodes) {}

    /**
     * A key for an app.
     *
     * @param address as apps read it
     * @param squares the same as a code for a camera, rows of 0 and 1
     */
    record Key(String secret, String address, List<String> squares) {}

    private record Factor(byte[] key, long lastStep, boolean confirmed) {}

    /** Whether signing in to an account asks for a code. */
    boolean on(UUID account) {
        return !on(Set.of(account)).isEmpty();
    }

    /** Those of some accounts whose signing in asks for a code. */
    Set<UUID> on(Set<UUID> accounts) {
        return accounts.isEmpty()
                ? Set.of()
                : Set.copyOf(jdbc.sql(
                                "select account_id from second_factor where account_id in (:accounts) and confirmed_at is not null")
                        .param("accounts", accounts)
                        .query(UUID.class)
                        .list());
    }

    State of(UUID account) {
        return new State(
                on(account),
                jdbc.sql("select count(*) from recovery_code where account_id = :account")
                        .param("account", account)
                        .query(Integer.class)
                        .single());
    }

    /** A new key, which does not count yet; one that does is removed first. */
    Key begin(CurrentUser signed) {
        byte[] key = random(KEY_BYTES);
        String secret = BASE32.encodeToString(key);
        int kept = jdbc.sql(
                        """
                insert into second_factor (account_id, organisation_id, secret) values (:account, :organisation, :secret)
                on conflict (account_id) do update set secret = excluded.secret, last_step = 0
                where second_factor.confirmed_at is null""")
                .param("account", signed.account())
                .param("organisation", signed.organisation())
                .param("secret", secret)
                .update();
        if (kept == 0) {
            throw Problem.conflict(Code.FACTOR_EXISTS, "The second factor is on already. Turn it off first.");
        }
        String address =
                "otpauth://totp/Rangordnung:" + encoded(signed.login()) + "?secret=" + secret + "&issuer=Rangordnung";
        return new Key(secret, address, QrCode.of(address));
    }

    /** The key counts from now on, since a code of it has come back; the recovery codes are told once. */
    List<String> confirm(CurrentUser signed, String code) {
        UUID account = signed.account();
        Factor factor = read(account)
                .filter(f -> !f.confirmed())
                .orElseThrow(() -> Problem.conflict(
                        Code.FACTOR_MISSING, "There is no key that waits for its first code. Begin again."));
        long step = step(factor, digits(code)).orElseThrow(() -> Problem.invalid(Code.WRONG_CODE, NO_FIT, "code"));
        List<String> codes = IntStream.range(0, RECOVERY_CODES)
                .mapToObj(i -> BASE32.encodeToString(random(RECOVERY_BYTES))
                        .toLowerCase(Locale.ROOT)
                        .replaceAll("(.{" + RECOVERY_GROUP + "})(?!$)", "$1-"))
                .toList();
        transaction.executeWithoutResult(t -> {
            jdbc.sql("update second_factor set confirmed_at = :now, last_step = :step where account_id = :account")
                    .param("now", Timestamp.from(clock.instant()))
                    .param("step", step)
                    .param("account", account)
                    .update();
            codes.forEach(c -> jdbc.sql("insert into recovery_code (account_id, organisation_id, code_hash)"
                            + " values (:account, :organisation, :hash)")
                    .param("account", account)
                    .param("organisation", signed.organisation())
                    .param("hash", Devices.hash(plain(c)))
                    .update());
        });
        return codes;
    }

    /** Whether a code of the app or a recovery code opens; it is used up. */
    boolean fits(UUID account, String code) {
        return read(account)
                        .flatMap(f -> step(f, digits(code)))
                        .filter(step -> jdbc.sql(
                                                "update second_factor set last_step = :step where account_id = :account and last_step < :step")
                                        .param("step", step)
                                        .param("account", account)
                                        .update()
                                == 1)
                        .isPresent()
                || jdbc.sql("delete from recovery_code where account_id = :account and code_hash = :hash")
                                .param("account", account)
                                .param("hash", Devices.hash(plain(code)))
                                .update()
                        == 1;
    }

    /** Signing in asks for the password only. */
    void remove(UUID account) {
        transaction.executeWithoutResult(t -> {
            for (String table : List.of("second_factor", "recovery_code")) {
                jdbc.sql("delete from " + table + " where account_id = :account")
                        .param("account", account)
                        .update();
            }
        });
    }

    /** The step of a code, later than the last one that was used; in seconds of the time step it is the one about now. */
    private Optional<Long> step(Factor factor, String code) {
        long length = passwords.getTimeStep().toSeconds();
        long now = clock.instant().getEpochSecond() / length;
        return LongStream.rangeClosed(now - STEPS_AWAY, now + STEPS_AWAY)
                .filter(s -> s > factor.lastStep()
                        && password(factor.key(), Instant.ofEpochSecond(s * length))
                                .equals(code))
                .boxed()
                .findFirst();
    }

    /** The code that an app shows at a moment. */
    String password(byte[] key, Instant at) {
        try {
            return passwords.generateOneTimePasswordString(new SecretKeySpec(key, passwords.getAlgorithm()), at);
        } catch (InvalidKeyException e) {
            throw new IllegalStateException(e);
        }
    }

    private Optional<Factor> read(UUID account) {
        return jdbc.sql(
                        "select secret, last_step, confirmed_at is not null from second_factor where account_id = :account")
                .param("account", account)
                .query((row, n) -> new Factor(BASE32.decode(row.getString(1)), row.getLong(2), row.getBoolean(3)))
                .optional();
    }

    private byte[] random(int length) {
        byte[] bytes = new byte[length];
        random.nextBytes(bytes);
        return bytes;
    }

    private static String digits(String code) {
        return code.replaceAll("\\s", "");
    }

    private static String plain(String code) {
        return code.replaceAll("[\\s-]", "").toLowerCase(Locale.ROOT);
    }

    private static String encoded(String text) {
        return URLEncoder.encode(text, StandardCharsets.UTF_8).replace("+", "%20");
    }
}
