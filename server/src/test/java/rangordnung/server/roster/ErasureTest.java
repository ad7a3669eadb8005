package rangordnung.server.roster;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import java.util.UUID;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.springframework.beans.factory.annotation.Autowired;
import rangordnung.server.Client;
import rangordnung.server.ServerTest;

/** What is erased leaves no byte of a name or a birth date in any table. */
class ErasureTest extends ServerTest {

    private static final String BORN = "2011-03-07";

    @Autowired
    private Forgetting forgetting;

    private final String name = "Zwetschgenkern" + UUID.randomUUID().toString().substring(0, 8);
    private Client lead;
    private Hall hall;
    private String athlete;

    @BeforeEach
    void before() {
        lead = lead();
        hall = hall(lead, 1, "Ada Other");
        imported(lead.post("/api/teams/" + hall.team() + "/imports/pasted", pasted())
                .ok());
        athlete = jdbc.sql("select id::text from athlete where family_name = :name")
                .param("name", name)
                .query(String.class)
                .single();
        squat(lead, hall.screening(), athlete, "arch LEFT MARKED");
        lead.post(
                        "/api/screenings/" + hall.screening() + "/decisions",
                        "{\"id\":\"%s\",\"athlete\":\"%s\",\"kind\":\"LOCK\",\"reason\":\"\"}"
                                .formatted(UUID.randomUUID(), athlete))
                .ok();
    }

    private String pasted() {
        return "{\"text\":\"Given name\\tFamily name\\tBirth date\\nMirabelle\\t%s\\t%s\"}".formatted(name, BORN);
    }

    private void imported(Client.Answer preview) {
        lead.post(
                        "/api/imports/" + preview.text("/id") + "/confirm",
                        "{\"expected\":%s,\"leaveOutProblems\":false}"
                                .formatted(preview.body().get("counts")))
                .ok();
    }

    /** Tables in which a text stands anywhere. */
    private List<String> tablesWith(String text) {
        List<String> found = new ArrayList<>();
        for (String table : jdbc.sql("select tablename from pg_tables where schemaname = 'public'")
                .query(String.class)
                .list()) {
            int rows = jdbc.sql("select count(*) from " + table + " t where t::text like '%' || :text || '%'")
                    .param("text", text)
                    .query(Integer.class)
                    .single();
            if (rows > 0) {
                found.add(table);
            }
        }
        return found;
    }

    @Test
    void an_athlete_who_is_erased_is_nowhere_not_even_in_a_preview() {
        assertThat(tablesWith(name))
                .as("an import is not kept beside the roster")
                .containsExactly("athlete");
        lead.post("/api/teams/" + hall.team() + "/imports/pasted", pasted()).ok();
        assertThat(tablesWith(name)).contains("athlete", "roster_import");
        lead.delete("/api/athletes/" + athlete).ok();
        assertThat(tablesWith(name)).isEmpty();
        assertThat(tablesWith(athlete)).as("only that it happened").containsExactly("access_log");
    }

    @Test
    void a_preview_that_nobody_confirms_is_gone_within_an_hour() {
        lead.delete("/api/athletes/" + athlete).ok();
        lead.post("/api/teams/" + hall.team() + "/imports/pasted", pasted()).ok();
        forgetting.previews();
        assertThat(tablesWith(name)).containsExactly("roster_import");
        jdbc.sql("update roster_import set created_at = created_at - interval '61 minutes' where confirmed_at is null")
                .update();
        forgetting.previews();
        assertThat(tablesWith(name)).isEmpty();
    }

    @Test
    void a_screening_is_renamed_and_deleted_with_all_that_was_written_in_it() {
        String path = "/api/screenings/" + hall.screening();
        assertThat(lead.put(path, "{\"name\":\"Other name\",\"heldOn\":\"2026-11-10\"}")
                        .ok()
                        .text("/name"))
                .isEqualTo("Other name");
        String later = lead.post(
                        path + "/follow-up",
                        "{\"name\":\"Short\",\"heldOn\":\"2027-01-11\",\"asked\":[{\"athlete\":\"%s\",\"tests\":[\"overhead-squat\"]}]}"
                                .formatted(athlete))
                .ok()
                .text("/id");
        lead.put(path, "{\"name\":\"Other name\",\"heldOn\":\"2027-02-01\"}").problem(400, "contradiction");
        lead.delete(path).problem(409, "followed");
        lead.delete("/api/screenings/" + later).ok();
        lead.delete(path).ok();
        lead.get(path + "/results").problem(404, "not-found");
        assertThat(tablesWith(hall.screening())).containsExactly("access_log");
        assertThat(tablesWith(name)).containsExactly("athlete");
    }

    @Test
    void a_roster_is_renamed_and_deleted_with_everybody_in_it() {
        String path = "/api/teams/" + hall.team();
        String other = lead.post("/api/teams", "{\"name\":\"%s\",\"kind\":\"TEAM\"}".formatted("T " + name))
                .ok()
                .text("/name");
        lead.put(path, "{\"name\":\"%s\",\"kind\":\"CLASS\"}".formatted(other)).problem(409, "team-exists");
        String renamed = "R" + name;
        assertThat(lead.put(path, "{\"name\":\"%s\",\"kind\":\"TEAM\"}".formatted(renamed))
                        .ok()
                        .text("/name"))
                .isEqualTo(renamed);
        lead.delete(path).ok();
        lead.get(path).problem(404, "not-found");
        assertThat(tablesWith(hall.team())).containsExactly("access_log");
        assertThat(tablesWith(renamed)).isEmpty();
        assertThat(tablesWith(athlete)).containsExactly("access_log");
    }
}
