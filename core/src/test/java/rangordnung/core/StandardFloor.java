package rangordnung.core;

import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import rangordnung.core.ladder.Ladders;
import rangordnung.core.placement.PlacementRules;
import rangordnung.core.protocol.Protocol;
import tools.jackson.databind.DeserializationFeature;
import tools.jackson.databind.ObjectMapper;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ObjectNode;

/** The data that ship, read as the product reads them. */
public final class StandardFloor {

    public static final String FILE = "/rangordnung/protocols/standard-floor.1.json";
    public static final ObjectMapper JSON = JsonMapper.builder().enable(DeserializationFeature.FAIL_ON_UNKNOWN_PROPERTIES).build();

    public static final Protocol PROTOCOL = protocol(root -> {});
    public static final Ladders LADDERS = read("/rangordnung/ladders/house-ladders.1.json", Ladders.class);
    public static final PlacementRules RULES = read("/rangordnung/placement/house-rules.1.json", PlacementRules.class);

    private StandardFloor() {}

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

    private static <T> T read(String resource, Class<T> type) {
        return JSON.treeToValue(tree(resource), type);
    }
}
