package rangordnung.server;

import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.boot.test.context.SpringBootTest;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.test.context.DynamicPropertyRegistry;
import org.springframework.test.context.DynamicPropertySource;

/** The whole server on a real database, spoken to over HTTP; one context for all tests. */
@SpringBootTest(webEnvironment = SpringBootTest.WebEnvironment.RANDOM_PORT, properties = "rangordnung.setup-code=open-sesame")
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
            client.post("/api/setup", """
                    {"code":"open-sesame","organisation":"Test club","name":"Test Lead","login":"lead","password":"%s"}""".formatted(PASSWORD)).ok();
            return client;
        }
        return client.signIn("lead", PASSWORD);
    }
}
