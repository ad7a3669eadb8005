package rangordnung.server.protocols;

import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.time.Clock;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import java.util.concurrent.ConcurrentHashMap;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Service;
import rangordnung.core.ladder.Ladders;
import rangordnung.core.placement.PlacementRules;
import rangordnung.core.protocol.Protocol;
import rangordnung.core.protocol.Text;
import rangordnung.server.accounts.OrganisationFounded;
import rangordnung.server.platform.Problem;
import rangordnung.server.platform.Tenancy;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ObjectNode;

/** Gives protocols by version. A version never changes, so what was read once is kept. */
@Service
public class Protocols {

    private static final List<String> SHIPPED = List.of("standard-floor.1");

    private final ProtocolVersionRows versions;
    private final JsonMapper json;
    private final Tenancy tenancy;
    private final Clock clock;
    private final Map<Key, Protocol> read = new ConcurrentHashMap<>();
    private final Ladders ladders;
    private final PlacementRules placementRules;

    private record Key(UUID organisation, String protocol, int version) {}

    Protocols(ProtocolVersionRows versions, JsonMapper json, Tenancy tenancy, Clock clock) {
        this.versions = versions;
        this.json = json;
        this.tenancy = tenancy;
        this.clock = clock;
        this.ladders = json.treeToValue(shipped("ladders/house-ladders.1"), Ladders.class);
        this.placementRules = json.treeToValue(shipped("placement/house-rules.1"), PlacementRules.class);
    }

    /** A protocol in one line. */
    public record ProtocolLine(String id, int version, Text name, Text summary) {}

    public List<ProtocolLine> all() {
        return versions.findAllByOrderByProtocolAscVersionAsc().stream()
                .map(v -> get(v.protocol(), v.version()))
                .map(p -> new ProtocolLine(p.id(), p.version(), p.name(), p.summary()))
                .toList();
    }

    /** One version of a protocol of the organisation. */
    public Protocol get(String protocol, int version) {
        Key key = new Key(tenancy.resolveCurrentTenantIdentifier(), protocol, version);
        Protocol known = read.get(key);
        if (known == null) {
            String body = versions.findByProtocolAndVersion(protocol, version)
                    .map(ProtocolVersion::body)
                    .orElseThrow(() -> Problem.notFound("protocol version"));
            known = json.readValue(body, Protocol.class);
            read.put(key, known);
        }
        return known;
    }

    public Ladders ladders() {
        return ladders;
    }

    public PlacementRules placementRules() {
        return placementRules;
    }

    @EventListener
    void putInWhatShips(OrganisationFounded founded) {
        for (String name : SHIPPED) {
            JsonNode tree = shipped("protocols/" + name);
            Protocol protocol = json.treeToValue(tree, Protocol.class);
            versions.save(new ProtocolVersion(protocol.id(), protocol.version(), tree.toString(), clock.instant()));
        }
    }

    private JsonNode shipped(String name) {
        try (InputStream in = Protocol.class.getResourceAsStream("/rangordnung/" + name + ".json")) {
            ObjectNode tree = (ObjectNode) json.readTree(in);
            tree.remove("$schema");
            return tree;
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }
}
