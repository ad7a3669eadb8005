package rangordnung.server.protocols;

import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.time.Clock;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import java.util.concurrent.ConcurrentHashMap;
import org.springframework.context.event.EventListener;
import org.springframework.dao.DataIntegrityViolationException;
import org.springframework.stereotype.Service;
import rangordnung.core.Refusal;
import rangordnung.core.ShippedData;
import rangordnung.core.certainty.CertaintyRules;
import rangordnung.core.ladder.Ladders;
import rangordnung.core.link.LinkRules;
import rangordnung.core.motion.signal.MotionRules;
import rangordnung.core.motion.simulated.PoseRules;
import rangordnung.core.placement.PlacementRules;
import rangordnung.core.placement.TeachingRules;
import rangordnung.core.plan.PlanRules;
import rangordnung.core.protocol.Battery;
import rangordnung.core.protocol.BodyRules;
import rangordnung.core.protocol.Protocol;
import rangordnung.core.protocol.Text;
import rangordnung.core.training.TrainingRules;
import rangordnung.server.accounts.OrganisationFounded;
import rangordnung.server.accounts.OrganisationOpened;
import rangordnung.server.platform.Code;
import rangordnung.server.platform.Incidents;
import rangordnung.server.platform.Problem;
import rangordnung.server.platform.StoredJson;
import rangordnung.server.platform.Tenancy;
import tools.jackson.core.JacksonException;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.ObjectNode;

/** Gives protocols by version. A version never changes, so what was read once is kept. */
@Service
public class Protocols {

    /** The first protocol shipped whole; those after it are put together from the battery. */
    private static final String WHOLE = "standard-floor.1";

    private static final List<String> RECIPES =
            List.of("standard-floor.6", "training-stance.5", "personal.5", "running-field.5", "quick-lesson.5");

    private final ProtocolVersionRepository versions;
    private final StoredJson json;
    private final Tenancy tenancy;
    private final Clock clock;
    private final Map<Key, Protocol> read = new ConcurrentHashMap<>();
    private final Ladders ladders;
    private final PlacementRules placementRules;
    private final LinkRules linkRules;
    private final MotionRules motionRules;
    private final PoseRules poseRules;
    private final BodyRules bodyRules;
    private final CertaintyRules certaintyRules;
    private final TeachingRules teachingRules;
    private final PlanRules planRules;
    private final TrainingRules trainingRules;
    private final Battery battery;
    private final List<Protocol> shipped;

    private record Key(UUID organisation, String protocol, int version) {}

    Protocols(ProtocolVersionRepository versions, StoredJson json, Tenancy tenancy, Clock clock) {
        this.versions = versions;
        this.json = json;
        this.tenancy = tenancy;
        this.clock = clock;
        this.ladders = json.read(resource(ShippedData.LADDERS), Ladders.class);
        this.teachingRules =
                json.read(resource(ShippedData.TEACHING), TeachingRules.class).checked(ladders);
        this.planRules = json.read(resource(ShippedData.PLAN), PlanRules.class);
        this.trainingRules =
                json.read(resource(ShippedData.TRAINING), TrainingRules.class).checked(ladders);
        this.motionRules = json.read(resource(ShippedData.MOTION), MotionRules.class);
        this.poseRules = json.read(resource(ShippedData.POSE), PoseRules.class);
        this.bodyRules = json.read(resource(ShippedData.BODY), BodyRules.class);
        this.certaintyRules = json.read(resource(ShippedData.CERTAINTY), CertaintyRules.class);
        this.battery = json.read(resource(ShippedData.BATTERY), Battery.class);
        this.linkRules = json.read(resource(ShippedData.LINKS), LinkRules.class).checked(battery);
        this.placementRules =
                json.read(resource(ShippedData.PLACEMENT), PlacementRules.class).checked(ladders, linkRules);
        List<Protocol> all = new ArrayList<>(List.of(json.read(resource("protocols/" + WHOLE), Protocol.class)));
        RECIPES.forEach(r ->
                all.add(battery.protocol(json.read(resource("protocols/" + r + ".recipe"), Battery.Recipe.class))));
        this.shipped = List.copyOf(all);
    }

    /** A protocol in one line; {@code shipped} ones came with the product. */
    public record ProtocolLine(String id, int version, Text name, Text summary, boolean shipped) {}

    public List<ProtocolLine> all() {
        return versions.findAllByOrderByProtocolAscVersionAsc().stream()
                .flatMap(v -> readable(v).stream())
                .map(p -> new ProtocolLine(p.id(), p.version(), p.name(), p.summary(), isShipped(p)))
                .toList();
    }

    /** A version, unless it cannot be read, as one from an older product that was not checked then. */
    private Optional<Protocol> readable(ProtocolVersion version) {
        try {
            return find(version.protocol(), version.version());
        } catch (Problem e) {
            return Optional.empty();
        }
    }

    private boolean isShipped(Protocol protocol) {
        return shipped.stream().anyMatch(s -> s.id().equals(protocol.id()) && s.version() == protocol.version());
    }

    /** One version of a protocol of the organisation. */
    public Protocol get(String protocol, int version) {
        return find(protocol, version).orElseThrow(() -> Problem.notFound("protocol version"));
    }

    /** One version of a protocol of the organisation, if it exists. */
    public Optional<Protocol> find(String protocol, int version) {
        Key key = new Key(tenancy.resolveCurrentTenantIdentifier(), protocol, version);
        Protocol known = read.get(key);
        if (known != null) {
            return Optional.of(known);
        }
        Optional<Protocol> found =
                versions.findByProtocolAndVersion(protocol, version).map(this::read);
        found.ifPresent(p -> read.put(key, p));
        return found;
    }

    private Protocol read(ProtocolVersion version) {
        try {
            return battery.completed(json.read(version.body(), Protocol.class));
        } catch (JacksonException e) {
            Incidents.report("reading protocol " + version.protocol() + " version " + version.version(), e);
            throw Problem.conflict(
                    Code.CONTRADICTION,
                    "Version " + version.version()
                            + " of this protocol cannot be read. Judge the screening under another version.");
        }
    }

    /**
     * Reads a version that comes from elsewhere, and keeps nothing.
     *
     * @throws Refusal where it is no protocol, or another one than it says
     */
    public void check(String protocol, int version, JsonNode body) {
        Protocol read = battery.completed(json.read(body, Protocol.class));
        if (!read.id().equals(protocol) || read.version() != version) {
            throw Refusal.contradiction("The protocol is " + read.id() + " version " + read.version() + ".");
        }
    }

    /** Whether a version that comes from elsewhere is this one. */
    public boolean same(Protocol here, JsonNode body) {
        return here.equals(battery.completed(json.read(body, Protocol.class)));
    }

    /** Forgets what was read of this organisation's versions, where something that was to be kept was not. */
    public void forget() {
        UUID organisation = tenancy.resolveCurrentTenantIdentifier();
        read.keySet().removeIf(key -> key.organisation().equals(organisation));
    }

    /** Ids of an organisation's own protocols begin so, and those that ship never do: neither takes a number of the other. */
    private static final String OWN = "own-";

    private static final int LONGEST_ID = 60;

    /**
     * Keeps a changed protocol as the next version of its name; one that ships becomes the first of an own protocol. What
     * was there before stays as it was.
     *
     * @return the protocol with its id and version
     */
    public Protocol add(Protocol changed) {
        boolean own = changed.id().startsWith(OWN);
        String id = own
                ? changed.id()
                : (OWN + changed.id())
                        .substring(
                                0,
                                Math.min(LONGEST_ID, OWN.length() + changed.id().length()));
        Text name = shipped.stream()
                        .noneMatch(p -> p.id().equals(changed.id()) && p.name().equals(changed.name()))
                ? changed.name()
                : new Text(changed.name().en() + " (own)", changed.name().de() + " (eigene)");
        int next = versions.findAllByOrderByProtocolAscVersionAsc().stream()
                        .filter(v -> v.protocol().equals(id))
                        .mapToInt(ProtocolVersion::version)
                        .max()
                        .orElse(0)
                + 1;
        Protocol dressed = battery.dressed(changed);
        Protocol version = new Protocol(
                id,
                next,
                name,
                dressed.summary(),
                dressed.tests(),
                dressed.policies(),
                dressed.rules(),
                battery.retestsFor(dressed.tests(), dressed.school()));
        try {
            save(version);
        } catch (DataIntegrityViolationException e) {
            throw Problem.conflict(
                    Code.CHANGED_MEANWHILE,
                    "Somebody else saved a version of this protocol at the same moment. Look at it, then save again.");
        }
        return version;
    }

    private void save(Protocol protocol) {
        versions.save(new ProtocolVersion(protocol.id(), protocol.version(), json.write(protocol), clock.instant()));
    }

    public Ladders ladders() {
        return ladders;
    }

    public PlacementRules placementRules() {
        return placementRules;
    }

    public TeachingRules teachingRules() {
        return teachingRules;
    }

    public CertaintyRules certaintyRules() {
        return certaintyRules;
    }

    public LinkRules linkRules() {
        return linkRules;
    }

    public MotionRules motionRules() {
        return motionRules;
    }

    public PoseRules poseRules() {
        return poseRules;
    }

    public BodyRules bodyRules() {
        return bodyRules;
    }

    public TrainingRules trainingRules() {
        return trainingRules;
    }

    public PlanRules planRules() {
        return planRules;
    }

    public Battery battery() {
        return battery;
    }

    @EventListener
    void putInWhatShips(OrganisationFounded founded) {
        putInWhatIsNew();
    }

    /** An organisation that was founded before gets what has come since. */
    @EventListener
    void putInWhatIsNew(OrganisationOpened opened) {
        putInWhatIsNew();
    }

    private void putInWhatIsNew() {
        shipped.stream()
                .filter(p ->
                        versions.findByProtocolAndVersion(p.id(), p.version()).isEmpty())
                .forEach(this::save);
    }

    private JsonNode resource(String name) {
        try (InputStream in = Protocol.class.getResourceAsStream("/rangordnung/" + name + ".json")) {
            ObjectNode tree = (ObjectNode) json.tree(new String(in.readAllBytes(), StandardCharsets.UTF_8));
            tree.remove("$schema");
            return tree;
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }
}
