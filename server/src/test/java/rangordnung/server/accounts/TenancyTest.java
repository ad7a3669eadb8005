package rangordnung.server.accounts;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import org.junit.jupiter.api.Test;
import org.springframework.beans.factory.annotation.Autowired;
import rangordnung.server.Client;
import rangordnung.server.ServerTest;

class TenancyTest extends ServerTest {

    @Autowired
    Accounts accounts;

    @Test
    void one_organisation_never_sees_another() {
        Client mine = lead();
        String team = mine.post("/api/teams", "{\"name\":\"Only mine\",\"kind\":\"TEAM\"}")
                .ok()
                .text("/id");
        String athlete = mine.post(
                        "/api/teams/" + team + "/athletes",
                        "{\"givenName\":\"Mei\",\"familyName\":\"\",\"clearance\":\"CLEARED\"}")
                .ok()
                .text("/id");
        String screening = mine.post(
                        "/api/screenings",
                        """
                {"team":"%s","name":"S","heldOn":"2026-11-09","protocol":"standard-floor","protocolVersion":1}"""
                                .formatted(team))
                .ok()
                .text("/id");
        accounts.found("Other club", "other", "Other Lead", PASSWORD);
        Client other = visitor().signIn("other", PASSWORD);

        for (String path : List.of(
                "/api/teams/" + team,
                "/api/teams/" + team + "/roster.csv",
                "/api/screenings/" + screening + "/results",
                "/api/screenings/" + screening + "/station",
                "/api/screenings/" + screening + "/groups",
                "/api/screenings/" + screening + "/results/" + athlete,
                "/api/screenings/" + screening + "/facts?athlete=" + athlete)) {
            other.get(path).problem(404, "not-found");
        }
        other.delete("/api/athletes/" + athlete).problem(404, "not-found");
        other.post("/api/screenings/" + screening + "/facts", "{\"facts\":[]}").problem(404, "not-found");
        assertThat(other.get("/api/teams").ok().body()).isEmpty();
        assertThat(other.get("/api/accounts").ok().body()).hasSize(1);
        assertThat(other.get("/api/protocols").ok().body()).hasSize(6);
        other.post("/api/teams", "{\"name\":\"Only mine\",\"kind\":\"TEAM\"}").ok();
    }

    @Test
    void a_rater_sees_the_station_of_the_screening_they_are_invited_to_and_nothing_else() {
        Client lead = lead();
        String rater = lead.post(
                        "/api/accounts",
                        "{\"name\":\"Rater\",\"login\":\"rater1\",\"password\":\"%s\",\"role\":\"RATER\"}"
                                .formatted(PASSWORD))
                .ok()
                .text("/id");
        String team = lead.post("/api/teams", "{\"name\":\"Rated\",\"kind\":\"TEAM\"}")
                .ok()
                .text("/id");
        lead.post(
                        "/api/teams/" + team + "/athletes",
                        "{\"givenName\":\"Amara\",\"familyName\":\"Lindwurm\",\"clearance\":\"CLEARED\"}")
                .ok();
        String body =
                "{\"team\":\"%s\",\"name\":\"S\",\"heldOn\":\"2026-11-09\",\"protocol\":\"standard-floor\",\"protocolVersion\":1}"
                        .formatted(team);
        String invited = lead.post("/api/screenings", body).ok().text("/id");
        String closed = lead.post("/api/screenings", body).ok().text("/id");
        lead.put("/api/screenings/" + invited + "/raters", "{\"accounts\":[\"%s\"]}".formatted(rater))
                .ok();
        Client client = visitor().signIn("rater1", PASSWORD);

        var station = client.get("/api/screenings/" + invited + "/station").ok();
        assertThat(station.text("/queue/0/shortName")).isEqualTo("Amara L.");
        assertThat(new String(station.bytes(), java.nio.charset.StandardCharsets.UTF_8))
                .doesNotContain("Lindwurm");
        assertThat(client.get("/api/today").ok().body().get("screenings")).hasSize(1);
        assertThat(client.get("/api/today").body().get("teams")).isEmpty();
        client.get("/api/screenings/" + closed + "/station").problem(404, "not-found");
        client.post("/api/screenings/" + closed + "/facts", "{\"facts\":[]}").problem(404, "not-found");
        for (String path : List.of(
                "/api/teams",
                "/api/accounts",
                "/api/screenings/" + invited + "/results",
                "/api/screenings/" + invited + "/ranking",
                "/api/screenings/" + invited + "/groups")) {
            client.get(path).problem(403, "forbidden");
        }
        lead.put("/api/screenings/" + invited + "/raters", "{\"accounts\":[]}").ok();
        client.get("/api/screenings/" + invited + "/station").problem(404, "not-found");
    }
}
