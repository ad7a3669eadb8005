package rangordnung.server.accounts;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.UUID;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.springframework.beans.factory.annotation.Autowired;
import rangordnung.server.Client;
import rangordnung.server.ServerTest;

/** What becomes of accounts: nobody keeps access who should not, and nobody is locked out for good. */
class AccountsTest extends ServerTest {

    private static final String OLD = "chalk on the floor";
    private static final String NEW = "ropes under the roof";

    private Client lead;
    private String login;
    private String rater;

    @Autowired
    private Accounts accounts;

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
