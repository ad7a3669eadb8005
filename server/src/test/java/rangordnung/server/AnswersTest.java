package rangordnung.server;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.UUID;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ObjectNode;

/**
 * What the server answers about a small hall lies in {@code web/tests/answers}, and the tests of the interface's screens
 * read the same files: neither side changes without the other. After a change:
 * {@code -Dtest=AnswersTest -Danswers.write=true}.
 */
class AnswersTest extends ServerTest {

    private static final Path FOLDER = Path.of("../web/tests/answers");
    private static final JsonMapper JSON = JsonMapper.builder().build();
    private static final Pattern CHANGING =
            Pattern.compile("[0-9a-f]{8}(?:-[0-9a-f]{4}){3}-[0-9a-f]{12}|\\d{4}-\\d\\d-\\d\\dT[0-9:.]+Z");

    private final Map<String, String> fixed = new HashMap<>();

    @Test
    void the_interface_is_tested_with_what_the_server_answers() throws IOException {
        Client lead = lead();
        Hall hall = hall(lead, FLOOR, "Ada Grün", "Bo Weiß", "Cem Rot", "Dana Blau");
        String screening = hall.screening();
        UUID squat = squat(
                lead,
                screening,
                hall.athletes().get(0),
                "heels LEFT MARKED ASCENT",
                "heels RIGHT SLIGHT",
                "knee-line LEFT SLIGHT",
                "arch LEFT SLIGHT");
        send(
                lead,
                screening,
                hall.athletes().get(0),
                retest(squat),
                "{\"kind\":\"bodyMeasured\",\"thigh\":45,\"hip\":110}");
        squat(lead, screening, hall.athletes().get(1));
        squat(lead, screening, hall.athletes().get(2), "knee-line RIGHT SEVERE");
        send(
                lead,
                screening,
                hall.athletes().get(2),
                "{\"kind\":\"painReported\",\"report\":{\"region\":\"KNEE\",\"side\":\"RIGHT\",\"intensity\":6,\"signs\":[]}}");
        String team = "/api/teams/" + hall.team();
        String of = "/api/screenings/" + screening + "/";

        Map<String, Client.Answer> answers = new LinkedHashMap<>();
        answers.put("protocol", lead.get("/api/protocols/standard-floor/" + FLOOR));
        answers.put("ladders", lead.get("/api/ladders"));
        answers.put("results", lead.get(of + "results"));
        answers.put("athlete", lead.get(of + "results/" + hall.athletes().get(0)));
        answers.put("body-start", lead.get(of + "results/" + hall.athletes().get(0) + "/body"));
        answers.put(
                "body-model",
                lead.post(
                        "/api/body-model",
                        "{\"stature\":175,\"ankle\":{\"left\":25,\"right\":35},\"hip\":130,\"arms\":\"FORWARD\",\"place\":\"NONE\",\"load\":0,\"plate\":0,\"target\":0}"));
        answers.put("groups", lead.get(of + "groups"));
        answers.put("station", lead.get(of + "station"));
        answers.put("plan", lead.get(of + "plan"));
        answers.put("board", lead.get(of + "board"));
        answers.put("team", lead.get(team));
        answers.put("ranking", lead.get("/api/screenings/" + ranked(lead) + "/ranking"));
        answers.put(
                "import",
                lead.post(
                        team + "/imports/pasted",
                        "{\"text\":\"Given name;Family name;Birth date\\nEda;Gelb;2012-03-04\\n;Lila;2012-05-06\\nAda;Grün;2012-07-08\"}"));
        answers.put("practised", practised(lead, of + "practice"));
        for (Map.Entry<String, Client.Answer> answer : answers.entrySet()) {
            JsonNode body = answer.getValue().ok().body();
            if (answer.getKey().equals("station")) {
                // it carries the protocol, which has a file of its own
                assertThat(((ObjectNode) body).remove("protocol"))
                        .isEqualTo(answers.get("protocol").body());
            }
            String told = fixed(JSON.writeValueAsString(body));
            Path file = FOLDER.resolve(answer.getKey() + ".json");
            if (Boolean.getBoolean("answers.write")) {
                Files.createDirectories(FOLDER);
                Files.writeString(file, told + "\n");
            }
            assertThat(Files.readString(file).strip())
                    .as(answer.getKey()
                            + " is answered otherwise; write the answers anew and see that the screens follow")
                    .isEqualTo(told);
        }
    }

    /** A screening of the squat alone, in which some are told apart from others and one was not seen. */
    private static String ranked(Client lead) {
        Hall hall = hall(lead, 1, "Emil Eins", "Frida Zwei", "Gül Drei", "Hugo Vier");
        squat(lead, hall.screening(), hall.athletes().get(0));
        squat(lead, hall.screening(), hall.athletes().get(1), "knee-line LEFT SLIGHT");
        squat(
                lead,
                hall.screening(),
                hall.athletes().get(2),
                "knee-line LEFT SEVERE",
                "knee-line RIGHT SEVERE",
                "arch LEFT SEVERE",
                "turn-out LEFT SEVERE");
        return hall.screening();
    }

    /** Every athlete of a drill seen whole, and the left knee of each marked. */
    private static Client.Answer practised(Client lead, String practice) {
        UUID trial = UUID.randomUUID();
        String facts = IntStream.range(0, 6)
                .boxed()
                .flatMap(i -> Stream.of(
                                "\"kind\":\"marked\",\"criterion\":\"knee-line\",\"side\":\"LEFT\",\"grade\":\"SLIGHT\"",
                                "\"kind\":\"viewClosed\",\"view\":\"FRONT\",\"repetitions\":5",
                                "\"kind\":\"viewClosed\",\"view\":\"SIDE\",\"repetitions\":5")
                        .map(fact ->
                                "{\"id\":\"%s\",\"athlete\":\"%s\",\"at\":\"2026-11-09T08:00:00Z\",\"fact\":{\"trial\":\"%s\",%s}}"
                                        .formatted(UUID.randomUUID(), new UUID(7, i), trial, fact)))
                .collect(Collectors.joining(","));
        return lead.post(
                practice,
                "{\"id\":\"%s\",\"test\":\"overhead-squat\",\"seed\":7,\"facts\":[%s]}"
                        .formatted(UUID.randomUUID(), facts));
    }

    private static String retest(UUID baseline) {
        return ("{\"kind\":\"trialOpened\",\"trial\":\"%s\",\"test\":\"overhead-squat\",\"retest\":{\"retest\":\"heels-up\",\"baseline\":\"%s\"},"
                        + "\"conditions\":{\"load\":{\"position\":\"NONE\",\"kilograms\":0},\"arms\":\"OVERHEAD\",\"shoes\":false,\"turnOut\":{},"
                        + "\"aids\":[{\"kind\":\"HEEL_PLATE\",\"heightCentimetres\":2}],\"archAssisted\":false}}")
                .formatted(UUID.randomUUID(), baseline);
    }

    /** Ids by the order in which they appear, and one moment for all. */
    private String fixed(String json) {
        return CHANGING.matcher(json.replaceAll("Roster [0-9a-f-]{36}", "Roster"))
                .replaceAll(found -> Matcher.quoteReplacement(
                        found.group().contains("T")
                                ? "2026-11-09T08:00:00Z"
                                : fixed.computeIfAbsent(
                                        found.group(), id -> new UUID(0, fixed.size() + 1L).toString())));
    }
}
