package rangordnung.core;

import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import rangordnung.core.certainty.CertaintyRules;
import rangordnung.core.ladder.Ladders;
import rangordnung.core.link.LinkRules;
import rangordnung.core.motion.simulated.PoseRules;
import rangordnung.core.placement.PlacementRules;
import rangordnung.core.protocol.Battery;
import rangordnung.core.protocol.Protocol;
import rangordnung.core.protocol.TestDefinition;
import rangordnung.core.protocol.Text;
import tools.jackson.databind.DeserializationFeature;
import tools.jackson.databind.ObjectMapper;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ObjectNode;

/** The data that ship, read as the product reads them. */
public final class StandardFloor {

    public static final String FILE = "/rangordnung/protocols/standard-floor.1.json";
    public static final ObjectMapper JSON = JsonMapper.builder()
            .enable(DeserializationFeature.FAIL_ON_UNKNOWN_PROPERTIES)
            .build();

    public static final Protocol PROTOCOL = protocol(root -> {});
    public static final Ladders LADDERS = shipped(ShippedData.LADDERS, Ladders.class);
    public static final PlacementRules RULES = shipped(ShippedData.PLACEMENT, PlacementRules.class);

    public static final PoseRules POSES = shipped(ShippedData.POSE, PoseRules.class);
    public static final CertaintyRules CERTAINTY = shipped(ShippedData.CERTAINTY, CertaintyRules.class);
    public static final LinkRules LINKS = shipped(ShippedData.LINKS, LinkRules.class);
    public static final Battery BATTERY = shipped(ShippedData.BATTERY, Battery.class);
    public static final List<String> RECIPES =
            List.of("standard-floor.6", "training-stance.5", "personal.5", "running-field.5", "quick-lesson.5");

    private StandardFloor() {}

    /** A protocol that ships, put together from the battery. */
    public static Protocol shipped(String recipe) {
        return BATTERY.protocol(read("/rangordnung/protocols/" + recipe + ".recipe.json", Battery.Recipe.class));
    }

    /** A protocol of some tests of the battery under the usual school. */
    public static Protocol of(String... tests) {
        return of(Map.of(), tests);
    }

    /** The same under some views of its own, by policy. */
    public static Protocol of(Map<String, String> views, String... tests) {
        return BATTERY.protocol(new Battery.Recipe(
                "some",
                1,
                new Text("Some", "Einige"),
                new Text("Some", "Einige"),
                Arrays.stream(tests)
                        .map(t -> new Battery.Chosen(
                                t.replace("?", ""),
                                t.endsWith("?") ? Optional.of(TestDefinition.Role.RETEST) : Optional.empty()))
                        .toList(),
                views));
    }

    /** The protocol with something changed in its data. */
    public static Protocol protocol(java.util.function.Consumer<ObjectNode> change) {
        ObjectNode root = (ObjectNode) tree(FILE);
        root.remove("$schema");
        change.accept(root);
        return JSON.treeToValue(root, Protocol.class);
    }

    public static tools.jackson.databind.JsonNode tree(String resource) {
        try (InputStream in = StandardFloor.class.getResourceAsStream(resource)) {
            return JSON.readTree(in);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    /** Data that ship, by their name in {@link ShippedData}. */
    public static <T> T shipped(String name, Class<T> type) {
        return read("/rangordnung/" + name + ".json", type);
    }

    public static <T> T read(String resource, Class<T> type) {
        return JSON.treeToValue(tree(resource), type);
    }
}
