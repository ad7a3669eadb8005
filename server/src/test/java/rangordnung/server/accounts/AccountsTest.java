package rangordnung.server.accounts;

import static java.nio.charset.StandardCharsets.US_ASCII;
import static org.assertj.core.api.Assertions.assertThat;

import java.time.Instant;
import java.util.UUID;
import org.apache.commons.codec.binary.Base32;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.springframework.beans.factory.annotation.Autowired;
import rangordnung.server.Client;
import rangordnung.server.ServerTest;
import tools.jackson.databind.JsonNode;

/** What becomes of accounts: nobody keeps access who should not, and nobody is locked out for good. */
class AccountsTest extends ServerTest {

    private static final String OLD = "chalk on the floor";
    private static final String NEW = "ropes under the roof";

    private Client lead;
    private String login;
    private String rater;

    @Autowired
    private Accounts accounts;

    @Autowired
    private SecondFactor factor;

    @BeforeEach
    void before() {
        jdbc.sql("delete from login_attempt").update();
        lead = lead();
        login = "rater-" + UUID.randomUUID();
        rater = lead.post(
                        "/api/accounts",
                        "{\"name\":\"Rater Eins\",\"login\":\"%s\",\"password\":\"%s\",\"role\":\"RATER\"}"
                                .formatted(login, OLD))
                .ok()
                .text("/id");
    }

    private Client signedIn(String password) {
        return visitor().signIn(login, password);
    }

    private int signIn(String password) {
        Client visitor = visitor();
        visitor.get("/api/session");
        return visitor.post("/api/session", "{\"login\":\"%s\",\"password\":\"%s\"}".formatted(login, password))
                .status();
    }

    @Test
    void a_new_password_signs_out_everywhere_else() {
        Client here = signedIn(OLD);
        Client there = signedIn(OLD);
        String change = "{\"current\":\"%s\",\"next\":\"%s\"}";
        here.put("/api/account/password", change.formatted("a wrong sentence", NEW))
                .problem(400, "wrong-password");
        here.put("/api/account/password", change.formatted(OLD, "short")).problem(400, "password-length");
        here.put("/api/account/password", change.formatted(OLD, NEW)).ok();
        assertThat(here.get("/api/today").status()).isEqualTo(200);
        assertThat(there.get("/api/today").status()).isEqualTo(401);
        assertThat(signIn(OLD)).isEqualTo(401);
        Client again = signedIn(NEW);
        here.delete("/api/account/sessions").ok();
        assertThat(again.get("/api/today").status()).isEqualTo(401);
    }

    @Test
    void a_link_of_the_lead_opens_once_and_not_for_long() {
        Client here = signedIn(OLD);
        String first = lead.post("/api/accounts/" + rater + "/reset", "{}").ok().text("/code");
        String second =
                lead.post("/api/accounts/" + rater + "/reset", "{}").ok().text("/code");
        Client visitor = visitor();
        visitor.get("/api/session");
        String choose = "{\"code\":\"%s\",\"password\":\"%s\"}";
        visitor.post("/api/reset", choose.formatted(first, NEW)).problem(401, "reset-ended");
        visitor.post("/api/reset", choose.formatted("guessed", NEW)).problem(401, "reset-ended");
        visitor.post("/api/reset", choose.formatted(second, "short")).problem(400, "password-length");
        visitor.post("/api/reset", choose.formatted(second, NEW)).ok();
        visitor.post("/api/reset", choose.formatted(second, OLD)).problem(401, "reset-ended");
        assertThat(here.get("/api/today").status()).as("signed out").isEqualTo(401);
        assertThat(signIn(NEW)).isEqualTo(200);
        assertThat(jdbc.sql("select count(*) from account_reset where code_hash = :code")
                        .param("code", second)
                        .query(Integer.class)
                        .single())
                .as("the database knows no code")
                .isZero();

        String late = lead.post("/api/accounts/" + rater + "/reset", "{}").ok().text("/code");
        jdbc.sql("update account_reset set expires_at = now() - interval '1 minute' where used_at is null")
                .update();
        visitor.post("/api/reset", choose.formatted(late, OLD)).problem(401, "reset-ended");
    }

    @Test
    void whoever_has_left_is_out_at_once_and_what_they_wrote_stays() {
        Hall hall = hall(lead, 1, "Ada");
        lead.put("/api/screenings/" + hall.screening() + "/raters", "{\"accounts\":[\"%s\"]}".formatted(rater))
                .ok();
        Client here = signedIn(OLD);
        squat(here, hall.screening(), hall.athlete());
        lead.put("/api/accounts/" + rater + "/disabled", "{\"disabled\":true}").ok();
        assertThat(here.get("/api/today").status()).isEqualTo(401);
        assertThat(signIn(OLD)).isEqualTo(401);
        lead.post("/api/accounts/" + rater + "/reset", "{}").problem(409, "account-disabled");
        lead.put("/api/accounts/" + rater + "/disabled", "{\"disabled\":false}").ok();
        assertThat(signIn(OLD)).isEqualTo(200);

        lead.delete("/api/accounts/" + rater).ok();
        assertThat(signIn(OLD)).isEqualTo(401);
        assertThat(lead.get("/api/accounts").ok().body().findValuesAsString("id"))
                .doesNotContain(rater);
        assertThat(jdbc.sql("select count(*) from account where name like '%Rater Eins%' or login = :login")
                        .param("login", login)
                        .query(Integer.class)
                        .single())
                .isZero();
        assertThat(lead.get("/api/screenings/" + hall.screening() + "/results/" + hall.athlete())
                        .ok()
                        .text("/tests/0/conditions/arms"))
                .as("what was seen stays")
                .isNotEmpty();
        lead.delete("/api/accounts/" + rater).problem(404, "not-found");
    }

    private int signIn(String password, String code) {
        Client visitor = visitor();
        visitor.get("/api/session");
        return visitor.post(
                        "/api/session",
                        "{\"login\":\"%s\",\"password\":\"%s\",\"code\":\"%s\"}".formatted(login, password, code))
                .status();
    }

    /** What an app shows some steps of half a minute from now. */
    private String shown(String secret, int steps) {
        return factor.password(new Base32().decode(secret), Instant.now().plusSeconds(30L * steps));
    }

    /** Source: RFC 6238, appendix B, SHA-1, the last six of eight digits. */
    @ParameterizedTest
    @CsvSource({"59,287082", "1111111109,081804", "1111111111,050471", "1234567890,005924", "2000000000,279037"})
    void codes_are_those_of_every_app(long second, String code) {
        assertThat(factor.password("12345678901234567890".getBytes(US_ASCII), Instant.ofEpochSecond(second)))
                .isEqualTo(code);
    }

    @Test
    void a_second_factor_opens_once_and_recovery_codes_stand_in_for_it() {
        Client here = signedIn(OLD);
        Client there = signedIn(OLD);
        String password = "{\"password\":\"%s\"}";
        here.post("/api/account/factor", password.formatted("a wrong sentence")).problem(400, "wrong-password");
        here.put("/api/account/factor", "{\"code\":\"123456\"}").problem(409, "factor-missing");
        here.post("/api/account/factor", password.formatted(OLD)).ok();
        String secret =
                here.post("/api/account/factor", password.formatted(OLD)).ok().text("/secret");
        assertThat(signIn(OLD)).as("a key counts once a code has come back").isEqualTo(200);
        here.put("/api/account/factor", "{\"code\":\"%s\"}".formatted(shown(secret, 5)))
                .problem(400, "wrong-code");
        JsonNode codes = here.put("/api/account/factor", "{\"code\":\"%s\"}".formatted(shown(secret, -1)))
                .ok()
                .body()
                .get("codes");
        assertThat(there.get("/api/today").status()).as("signed out elsewhere").isEqualTo(401);
        here.post("/api/account/factor", password.formatted(OLD)).problem(409, "factor-exists");

        assertThat(signIn(OLD)).isEqualTo(401);
        assertThat(signIn(OLD, shown(secret, -1))).as("replayed").isEqualTo(401);
        assertThat(signIn(OLD, shown(secret, 1))).isEqualTo(200);
        assertThat(signIn(OLD, shown(secret, 0)))
                .as("older than one that was used")
                .isEqualTo(401);
        assertThat(codes).hasSize(SecondFactor.RECOVERY_CODES);
        String recovery = codes.get(3).stringValue();
        assertThat(signIn(NEW, recovery)).as("without the password").isEqualTo(401);
        assertThat(signIn(OLD, recovery.toUpperCase(java.util.Locale.ROOT).replace("-", " ")))
                .isEqualTo(200);
        assertThat(signIn(OLD, recovery)).as("used").isEqualTo(401);
        assertThat(here.get("/api/account").ok().body().get("recoveryCodes").intValue())
                .isEqualTo(SecondFactor.RECOVERY_CODES - 1);

        lead.delete("/api/accounts/" + rater + "/factor").ok();
        assertThat(signIn(OLD)).isEqualTo(200);
        assertThat(signIn(OLD, codes.get(4).stringValue()))
                .as("a code that is not asked for")
                .isEqualTo(200);
    }

    @Test
    void codes_cannot_be_guessed_for_long() {
        Client here = signedIn(OLD);
        String secret = here.post("/api/account/factor", "{\"password\":\"%s\"}".formatted(OLD))
                .ok()
                .text("/secret");
        here.put("/api/account/factor", "{\"code\":\"%s\"}".formatted(shown(secret, 0)))
                .ok();
        for (int i = 0; i < LoginGuard.PER_LOGIN; i++) {
            assertThat(signIn(OLD, "00000" + i)).isEqualTo(401);
        }
        assertThat(signIn(OLD, shown(secret, 1))).isEqualTo(429);
    }

    @Test
    void only_an_owner_decides_about_owners_and_roles() {
        String me = lead.get("/api/session").ok().text("/me/id");
        lead.put("/api/accounts/" + rater + "/role", "{\"role\":\"HELPER\"}").problem(400, "wrong-role");
        lead.put("/api/accounts/" + me + "/role", "{\"role\":\"LEAD\"}").problem(409, "own-account");
        Client old = signedIn(OLD);
        lead.put("/api/accounts/" + rater + "/role", "{\"role\":\"LEAD\"}").ok();
        assertThat(old.get("/api/today").status()).as("signs in again").isEqualTo(401);
        Client second = signedIn(OLD);
        second.get("/api/access?page=0").ok();
        second.put("/api/accounts/" + me + "/role", "{\"role\":\"RATER\"}").problem(403, "forbidden");
        second.put("/api/accounts/" + me + "/disabled", "{\"disabled\":true}").problem(403, "owners-only");
        second.post("/api/accounts/" + me + "/reset", "{}").problem(403, "owners-only");
        second.delete("/api/accounts/" + me).problem(403, "owners-only");
        second.delete("/api/accounts/" + me + "/factor").problem(403, "owners-only");
        second.post(
                        "/api/accounts",
                        "{\"name\":\"O\",\"login\":\"o-%s\",\"password\":\"%s\",\"role\":\"OWNER\"}"
                                .formatted(UUID.randomUUID(), NEW))
                .problem(403, "owners-only");
        lead.put("/api/accounts/" + rater + "/role", "{\"role\":\"OWNER\"}").ok();
        Client owner = signedIn(OLD);
        owner.put("/api/accounts/" + me + "/role", "{\"role\":\"OWNER\"}").ok();
        lead.signIn("lead", PASSWORD)
                .put("/api/accounts/" + rater + "/role", "{\"role\":\"RATER\"}")
                .ok();
    }

    /** The administrator makes a code at the command line; with it another organisation begins, once. */
    @Test
    void another_organisation_begins_with_a_code_of_the_command_line() {
        Client visitor = visitor();
        visitor.get("/api/session");
        String first =
                "{\"code\":\"%s\",\"organisation\":\"Other hall\",\"name\":\"O\",\"login\":\"%s\",\"password\":\"%s\"}";
        String owner = "owner-" + UUID.randomUUID();
        for (String code : new String[] {"first-code", "late-code"}) {
            jdbc.sql("insert into founding (code_hash, expires_at) values (:hash, now() + :hours * interval '1 hour')")
                    .param("hash", Devices.hash(code))
                    .param("hours", code.startsWith("late") ? -1 : 1)
                    .update();
        }
        visitor.post("/api/setup", first.formatted("open-sesame", owner, NEW)).problem(409, "already-set-up");
        visitor.post("/api/setup", first.formatted("late-code", owner, NEW)).problem(403, "wrong-setup-code");
        visitor.post("/api/setup", first.formatted("first-code", "lead", NEW)).problem(409, "login-taken");
        visitor.post("/api/setup", first.formatted("first-code", owner, NEW)).ok();
        visitor.get("/api/session");
        assertThat(visitor.get("/api/teams").ok().body())
                .as("an empty house of its own")
                .isEmpty();
        assertThat(visitor.get("/api/session").ok().text("/me/role")).isEqualTo("OWNER");
        Client again = visitor();
        again.get("/api/session");
        again.post("/api/setup", first.formatted("first-code", "x" + owner, NEW))
                .problem(403, "wrong-setup-code");
    }

    @Test
    void somebody_has_to_be_left_who_may_do_everything() {
        String me = lead.get("/api/session").ok().text("/me/id");
        lead.delete("/api/accounts/" + me).problem(409, "own-account");
        lead.put("/api/accounts/" + me + "/disabled", "{\"disabled\":true}").problem(409, "own-account");
        Client other = signedIn(OLD);
        other.delete("/api/accounts/" + me).problem(403, "forbidden");
        String stranger = "stranger-" + UUID.randomUUID();
        accounts.found("Other club", stranger, "Other Lead", OLD);
        Client foreign = visitor().signIn(stranger, OLD);
        foreign.delete("/api/accounts/" + rater).problem(404, "not-found");
        foreign.post("/api/accounts/" + rater + "/reset", "{}").problem(404, "not-found");
    }
}
