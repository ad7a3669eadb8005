package rangordnung.server.accounts;

import java.sql.Timestamp;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.Optional;
import java.util.UUID;
import org.springframework.http.HttpStatus;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.transaction.support.TransactionTemplate;
import rangordnung.server.platform.Code;
import rangordnung.server.platform.CurrentUser;
import rangordnung.server.platform.Problem;
import rangordnung.server.platform.Tenancy;

/** Links with which somebody who has forgotten their password chooses a new one; a lead makes and hands them over. */
@Service
class Resets {

    /** How long a link opens (house convention). */
    static final Duration OPENS = Duration.ofHours(24);

    private final Accounts accounts;
    private final Sessions sessions;
    private final Devices devices;
    private final JdbcClient jdbc;
    private final TransactionTemplate transaction;
    private final Clock clock;

    Resets(
            Accounts accounts,
            Sessions sessions,
            Devices devices,
            JdbcClient jdbc,
            TransactionTemplate transaction,
            Clock clock) {
        this.accounts = accounts;
        this.sessions = sessions;
        this.devices = devices;
        this.jdbc = jdbc;
        this.transaction = transaction;
        this.clock = clock;
    }

    /** A link, told once: the database keeps its hash only. */
    record NewReset(String code, Instant expiresAt) {}

    /** Makes a link for an account; links that were made before open no more. */
    NewReset make(UUID account) {
        Accounts.AccountView view = accounts.toChange(account);
        if (view.disabled()) {
            throw Problem.conflict(Code.ACCOUNT_DISABLED, "This account is disabled. Enable it first.");
        }
        CurrentUser lead = CurrentUser.required();
        String code = devices.secret();
        Instant expires = clock.instant().plus(OPENS);
        transaction.executeWithoutResult(t -> {
            jdbc.sql("delete from account_reset where account_id = :account")
                    .param("account", account)
                    .update();
            jdbc.sql("insert into account_reset (code_hash, organisation_id, account_id, created_by, expires_at)"
                            + " values (:hash, :organisation, :account, :by, :expires)")
                    .param("hash", Devices.hash(code))
                    .param("organisation", lead.organisation())
                    .param("account", account)
                    .param("by", lead.account())
                    .param("expires", Timestamp.from(expires))
                    .update();
        });
        return new NewReset(code, expires);
    }

    private record Reset(UUID organisation, UUID account) {}

    /** Gives the account of a link its new password; the link is used up, and whoever was signed in is no more. */
    void use(String code, String password) {
        String hash = Devices.hash(code);
        Reset reset = open(hash).orElseThrow(Resets::ended);
        Tenancy.as(reset.organisation(), () -> {
            transaction.executeWithoutResult(t -> {
                // used up first: of two that come at once only one goes on, and a bad password takes it back
                int used = jdbc.sql(
                                "update account_reset set used_at = :now where code_hash = :hash and used_at is null")
                        .param("now", Timestamp.from(clock.instant()))
                        .param("hash", hash)
                        .update();
                if (used == 0) {
                    throw ended();
                }
                accounts.setPassword(reset.account(), password);
                sessions.end(accounts.get(reset.account()).login(), Optional.empty());
            });
            return reset;
        });
    }

    private Optional<Reset> open(String hash) {
        return jdbc.sql(
                        "select r.organisation_id, r.account_id from account_reset r join account a on a.id = r.account_id"
                                + " where r.code_hash = :hash and r.used_at is null and r.expires_at > :now and a.disabled_at is null")
                .param("hash", hash)
                .param("now", Timestamp.from(clock.instant()))
                .query((row, n) -> new Reset(row.getObject(1, UUID.class), row.getObject(2, UUID.class)))
                .optional();
    }

    private static Problem ended() {
        return new Problem(
                HttpStatus.UNAUTHORIZED,
                Code.RESET_ENDED,
                "This link was used already, or opens no more. Ask the lead for a new one.");
    }
}
