package rangordnung.server;

import java.util.List;
import java.util.UUID;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.boot.test.context.SpringBootTest;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.test.context.DynamicPropertyRegistry;
import org.springframework.test.context.DynamicPropertySource;

/** The whole server on a real database, spoken to over HTTP; one context for all tests. */
@SpringBootTest(
        webEnvironment = SpringBootTest.WebEnvironment.RANDOM_PORT,
        properties = "rangordnung.setup-code=open-sesame")
public abstract class ServerTest {

    public static final String PASSWORD = "long enough to keep";

    @Value("${local.server.port}")
    private int port;

    @Autowired
    protected JdbcClient jdbc;

    @DynamicPropertySource
    static void database(DynamicPropertyRegistry registry) {
        registry.add("spring.datasource.url", () -> TestDatabase.URL);
        registry.add("spring.datasource.username", () -> TestDatabase.USER);
        registry.add("spring.datasource.password", () -> TestDatabase.SECRET);
    }

    /** Somebody without a session. */
    protected Client visitor() {
        return new Client(port);
    }

    /** The lead of the first organisation, which the first test founds. */
    protected Client lead() {
        Client client = visitor();
        if (client.get("/api/session").body().get("setupNeeded").booleanValue()) {
            client.post(
                            "/api/setup",
                            """
                    {"code":"open-sesame","organisation":"Test club","name":"Test Lead","login":"lead","password":"%s"}"""
                                    .formatted(PASSWORD))
                    .ok();
            return client;
        }
        return client.signIn("lead", PASSWORD);
    }

    /** A lead of another organisation. */
    protected Client foreigner() {
        lead(); // whose password the other one has as well
        UUID organisation = UUID.randomUUID();
        String login = "foreign-" + organisation;
        jdbc.sql("insert into organisation values (?, 'Elsewhere', now())")
                .param(organisation)
                .update();
        jdbc.sql(
                        "insert into account select ?, ?, ?, 'F', 'OWNER', password_hash, now() from account where login = 'lead'")
                .params(UUID.randomUUID(), organisation, login)
                .update();
        return visitor().signIn(login, PASSWORD);
    }

    /** A screening of a new roster. */
    protected record Hall(String team, String screening, List<String> athletes) {

        public String athlete() {
            return athletes.get(0);
        }
    }

    /** The version of the standard floor that ships. */
    protected static final int FLOOR = 6;

    /** A new roster of cleared athletes with a screening under a version of the standard floor; a family name may follow a given one. */
    protected static Hall hall(Client lead, int protocolVersion, String... names) {
        String team = lead.post(
                        "/api/teams", "{\"name\":\"Roster %s\",\"kind\":\"CLASS\"}".formatted(UUID.randomUUID()))
                .ok()
                .text("/id");
        List<String> athletes = Stream.of(names)
                .map(name -> (name + " ").split(" ", 2))
                .map(name -> lead.post(
                                "/api/teams/" + team + "/athletes",
                                "{\"givenName\":\"%s\",\"familyName\":\"%s\",\"clearance\":\"CLEARED\"}"
                                        .formatted(name[0], name[1].strip()))
                        .ok()
                        .text("/id"))
                .toList();
        return new Hall(team, screening(lead, team, protocolVersion), athletes);
    }

    protected static String screening(Client lead, String team, int protocolVersion) {
        return lead.post(
                        "/api/screenings",
                        """
                {"team":"%s","name":"S","heldOn":"2026-11-09","protocol":"standard-floor","protocolVersion":%d}"""
                                .formatted(team, protocolVersion))
                .ok()
                .text("/id");
    }

    /** Facts about an athlete, one delivery each. */
    protected static void send(Client who, String screening, String athlete, String... facts) {
        for (String fact : facts) {
            who.post(
                            "/api/screenings/" + screening + "/facts",
                            "{\"facts\":[{\"id\":\"%s\",\"athlete\":\"%s\",\"at\":\"2026-11-09T08:00:00Z\",\"fact\":%s}]}"
                                    .formatted(UUID.randomUUID(), athlete, fact))
                    .ok();
        }
    }

    /** Four Mondays, with a match on a Tuesday. */
    protected static final String SEASON =
            "{\"start\":\"2026-11-30\",\"weeks\":4,\"slots\":[{\"day\":\"MONDAY\",\"from\":\"08:00:00\",\"to\":\"08:45:00\"}],"
                    + "\"holidays\":[],\"matches\":[\"2026-12-08\"]}";

    /** The block of a hall of clean athletes in one group, which works on load. */
    protected static String block(Client lead, Hall hall) {
        String path = "/api/screenings/" + hall.screening();
        String members = hall.athletes().stream()
                .map("{\"athlete\":\"%s\",\"rung\":\"bodyweight-squat\"}"::formatted)
                .collect(Collectors.joining(","));
        lead.post(
                        path + "/formation",
                        "{\"id\":\"%s\",\"wishes\":{\"groups\":1,\"smallest\":1,\"largest\":4,\"rungs\":1,\"together\":[],\"apart\":[],\"ages\":[]},\"groups\":[{\"offer\":{\"focus\":\"LOAD\",\"rungs\":[\"bodyweight-squat\"]},\"members\":[%s]}],\"reason\":\"Fits\"}"
                                .formatted(UUID.randomUUID(), members))
                .ok();
        return lead.post(path + "/block", "{\"id\":\"%s\",\"season\":%s}".formatted(UUID.randomUUID(), SEASON))
                .ok()
                .text("/id");
    }

    /** A whole overhead squat in which only the given marks were made, written {@code knee-line LEFT MARKED} or {@code knee-line LEFT MARKED ASCENT}. */
    protected static UUID squat(Client who, String screening, String athlete, String... marks) {
        UUID trial = UUID.randomUUID();
        send(
                who,
                screening,
                athlete,
                "{\"kind\":\"trialOpened\",\"trial\":\"%s\",\"test\":\"overhead-squat\",\"conditions\":{\"load\":{\"position\":\"NONE\",\"kilograms\":0},\"arms\":\"OVERHEAD\",\"shoes\":false,\"turnOut\":{},\"aids\":[],\"archAssisted\":false}}"
                        .formatted(trial));
        for (String mark : marks) {
            String[] part = mark.split(" ");
            send(
                    who,
                    screening,
                    athlete,
                    "{\"kind\":\"marked\",\"trial\":\"%s\",\"criterion\":\"%s\",\"side\":\"%s\",\"grade\":\"%s\"%s}"
                            .formatted(
                                    trial,
                                    part[0],
                                    part[1],
                                    part[2],
                                    part.length > 3 ? ",\"phase\":\"" + part[3] + "\"" : ""));
        }
        send(
                who,
                screening,
                athlete,
                "{\"kind\":\"viewClosed\",\"trial\":\"%s\",\"view\":\"FRONT\",\"repetitions\":5}".formatted(trial),
                "{\"kind\":\"viewClosed\",\"trial\":\"%s\",\"view\":\"SIDE\",\"repetitions\":5}".formatted(trial));
        return trial;
    }
}
