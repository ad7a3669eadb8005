package rangordnung.server.transfer;

import jakarta.persistence.EntityManager;
import jakarta.validation.Validator;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.UUID;
import org.springframework.dao.DataAccessException;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import rangordnung.core.Refusal;
import rangordnung.core.Words;
import rangordnung.core.kit.Inventory;
import rangordnung.core.record.Fact;
import rangordnung.core.training.Block;
import rangordnung.core.training.TrainingFact;
import rangordnung.server.groups.Formations;
import rangordnung.server.groups.Groups;
import rangordnung.server.platform.Code;
import rangordnung.server.platform.CurrentUser;
import rangordnung.server.platform.Problem;
import rangordnung.server.platform.StoredJson;
import rangordnung.server.protocols.Protocols;
import rangordnung.server.roster.AthleteRecord;
import rangordnung.server.screening.HallSetup;
import rangordnung.server.training.Blocks;
import tools.jackson.core.JacksonException;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.ObjectNode;

/**
 * Takes a file in, whole or not at all: every row is read as what it has to be, and what was taken in is judged once before it stays.
 * What is here already is not changed; a roster that is here comes in a second time under new ids and another name.
 */
@Service
class Import {

    /** Longest name of a roster or a screening, as the tables have it. */
    private static final int LONGEST_NAME = 120;

    /** Most ids that are asked for at once (house convention). */
    private static final int ASKED_AT_ONCE = 5000;

    private final JdbcClient jdbc;
    private final JsonMapper json;
    private final StoredJson stored;
    private final Validator validator;
    private final Protocols protocols;
    private final Groups groups;
    private final Formations formations;
    private final Blocks blocks;
    private final EntityManager entities;

    Import(
            JdbcClient jdbc,
            JsonMapper json,
            StoredJson stored,
            Validator validator,
            Protocols protocols,
            Groups groups,
            Formations formations,
            Blocks blocks,
            EntityManager entities) {
        this.jdbc = jdbc;
        this.json = json;
        this.stored = stored;
        this.validator = validator;
        this.protocols = protocols;
        this.groups = groups;
        this.formations = formations;
        this.blocks = blocks;
        this.entities = entities;
    }

    /** A roster that came in, by the name it has here. */
    record Roster(UUID id, String name) {}

    /** @param copied whether some of it was here already, so that all of it came in under new ids */
    record Taken(List<Roster> rosters, int athletes, int screenings, int facts, boolean copied) {}

    /** What is taken in by one file. */
    private final class Taking {

        private final UUID organisation = CurrentUser.required().organisation();
        private final Map<String, String> ids;
        private final Set<String> here;
        private final List<Roster> rosters = new ArrayList<>();
        private final List<UUID> screenings = new ArrayList<>();
        private final Map<Section, Integer> count = new HashMap<>();

        /**
         * @param ids  new ones for those that are taken
         * @param here of people and halls that are this organisation's already
         */
        Taking(Map<String, String> ids, Set<String> here) {
            this.ids = ids;
            this.here = here;
        }

        void take(Section section, int first, List<JsonNode> came) {
            List<JsonNode> rows = new ArrayList<>();
            for (int i = 0; i < came.size(); i++) {
                int number = first + i;
                JsonNode row = came.get(i);
                if (!row.isObject()) {
                    throw unfit(section, number, "is no object");
                }
                renamed((ObjectNode) row);
                try {
                    check(section, (ObjectNode) row);
                } catch (Refusal e) {
                    throw unfit(section, number, String.valueOf(e.getMessage()));
                } catch (JacksonException | IllegalArgumentException | ClassCastException e) {
                    throw unfit(section, number, "cannot be read");
                }
                if (!known(section, row)) {
                    rows.add(row);
                }
            }
            count.merge(section, rows.size(), Integer::sum);
            try {
                jdbc.sql(section.insert(moreColumns(section), moreValues(section)))
                        .param("organisation", organisation)
                        .param("rows", json.writeValueAsString(rows))
                        .update();
            } catch (DataAccessException e) {
                throw unfit(section, first, "do not fit together with the others");
            }
        }

        /** Ids that are taken get another, wherever they are named. */
        private void renamed(ObjectNode node) {
            if (ids.isEmpty()) {
                return;
            }
            node.properties().forEach(e -> {
                JsonNode value = e.getValue();
                if (value.isString()) {
                    String other = ids.get(value.stringValue());
                    if (other != null) {
                        node.put(e.getKey(), other);
                    }
                } else {
                    within(value);
                }
            });
        }

        private void within(JsonNode value) {
            if (value instanceof ObjectNode object) {
                renamed(object);
            } else if (value instanceof ArrayNode array) {
                for (int i = 0; i < array.size(); i++) {
                    JsonNode one = array.get(i);
                    String other = one.isString() ? ids.get(one.stringValue()) : null;
                    if (other != null) {
                        array.set(i, json.getNodeFactory().stringNode(other));
                    } else {
                        within(one);
                    }
                }
            }
        }

        /** Whether it is here already and stays as it is. */
        private boolean known(Section section, JsonNode row) {
            return switch (section) {
                case PEOPLE, HALLS -> here.contains(row.path("id").stringValue(""));
                case PROTOCOLS ->
                    protocols
                            .find(
                                    row.path("id").stringValue(""),
                                    row.path("version").intValue(0))
                            .isPresent();
                default -> false;
            };
        }

        /** Reads a row as what it has to be. */
        private void check(Section section, ObjectNode row) {
            switch (section) {
                case PEOPLE -> name(row);
                case PROTOCOLS -> protocol(row);
                case HALLS -> {
                    name(row);
                    stored.read(row.path("inventory"), Inventory.class);
                }
                case ROSTERS -> {
                    name(row);
                    row.put("name", free(row.path("name").stringValue("")));
                    rosters.add(new Roster(id(row), row.path("name").stringValue("")));
                }
                case ATHLETES -> athlete(row);
                case SCREENINGS -> {
                    name(row);
                    screenings.add(id(row));
                }
                case HALL_PLANS ->
                    stored.read(row.path("plan"), HallSetup.class).plan(1);
                case FACTS -> stored.read(row.path("fact"), Fact.class);
                case PRESCRIPTIONS -> stored.read(row.path("prescription"), Block.Prescription.class);
                case TRAINING_FACTS -> stored.read(row.path("fact"), TrainingFact.class);
                default -> {
                    // the tables and the last reading check the rest
                }
            }
        }

        private void name(ObjectNode row) {
            String name = Refusal.words(row.path("name").stringValue(""), LONGEST_NAME, "name");
            if (!Words.visible(name)) {
                throw Refusal.text("name", "has no character that can be seen");
            }
        }

        private UUID id(ObjectNode row) {
            return UUID.fromString(row.path("id").stringValue(""));
        }

        private void athlete(ObjectNode row) {
            AthleteRecord record =
                    json.treeToValue(row.deepCopy().without(List.of("id", "roster", "since")), AthleteRecord.class);
            record.checked();
            validator.validate(record).stream().findFirst().ifPresent(v -> {
                throw Refusal.text(v.getPropertyPath().toString(), v.getMessage());
            });
        }

        private void protocol(ObjectNode row) {
            String protocol = row.path("id").stringValue("");
            int version = row.path("version").intValue(0);
            JsonNode body = row.path("protocol");
            protocols.check(protocol, version, body);
            protocols
                    .find(protocol, version)
                    .filter(p -> !protocols.same(p, body))
                    .ifPresent(other -> {
                        throw Problem.conflict(
                                        Code.TRANSFER_PROTOCOL,
                                        "Version " + version + " of the protocol “" + protocol
                                                + "” is another one here. The file cannot be judged as it was.")
                                .with("protocol", protocol)
                                .with("version", version);
                    });
        }

        /** The name, or the first one after it that no roster has. */
        private String free(String name) {
            String free = name;
            for (int n = 2; taken(free); n++) {
                String ending = " (" + n + ")";
                free = name.substring(0, Math.min(name.length(), LONGEST_NAME - ending.length())) + ending;
            }
            return free;
        }

        private boolean taken(String name) {
            return jdbc.sql("select exists (select 1 from team where organisation_id = :organisation and name = :name)")
                    .param("organisation", organisation)
                    .param("name", name)
                    .query(Boolean.class)
                    .single();
        }

        /** Judges what came in as a screen would ask for it; whatever cannot be shown does not come in. */
        void read() {
            entities.clear();
            for (UUID screening : screenings) {
                try {
                    groups.of(screening);
                    formations.lastOf(screening);
                    blocks.lastOf(screening);
                } catch (RuntimeException e) {
                    throw Problem.invalid(
                                    Code.TRANSFER_UNFIT,
                                    "A screening of the file cannot be read as a whole. Nothing was taken in.",
                                    Section.SCREENINGS.address())
                            .with("section", Section.SCREENINGS.address())
                            .with("row", 1 + screenings.indexOf(screening));
                }
            }
        }

        Taken taken() {
            return new Taken(
                    rosters,
                    count.getOrDefault(Section.ATHLETES, 0),
                    screenings.size(),
                    count.getOrDefault(Section.FACTS, 0),
                    !ids.isEmpty());
        }
    }

    private static String moreColumns(Section section) {
        return switch (section) {
            case PEOPLE -> ", login, role, password_hash, created_at, disabled_at, gone";
            case PROTOCOLS -> ", id, created_at";
            case HALLS, HALL_PLANS, ROSTERS, ATHLETES -> ", version";
            default -> "";
        };
    }

    /** Whoever has written a fact elsewhere has a name here and no way in. */
    private static String moreValues(Section section) {
        return switch (section) {
            case PEOPLE -> ", 'from-' || (r ->> 'id'), 'RATER', '-', now(), now(), true";
            case PROTOCOLS -> ", gen_random_uuid(), now()";
            case HALLS, HALL_PLANS, ROSTERS, ATHLETES -> ", 0";
            default -> "";
        };
    }

    private static Problem unfit(Section section, int number, String why) {
        return Problem.invalid(
                        Code.TRANSFER_UNFIT,
                        "“" + section.address() + "”, from row " + number + ": " + why + ". Nothing was taken in.",
                        section.address())
                .with("section", section.address())
                .with("row", number);
    }

    @Transactional
    public Taken take(Path file) {
        Incoming incoming = new Incoming(file, json);
        Map<Section, Set<String>> named = new HashMap<>();
        incoming.read((section, first, rows) -> {
            if (section.identified()) {
                Set<String> all = named.computeIfAbsent(section, s -> new HashSet<>());
                rows.forEach(r -> all.add(r.path("id").stringValue("")));
            }
        });
        Taking taking = taking(named);
        try {
            incoming.read(taking::take);
            taking.read();
        } catch (RuntimeException e) {
            protocols.forget();
            throw e;
        }
        return taking.taken();
    }

    /** Decides which ids get another: all but those of people and halls that are here, where any of the others is taken. */
    private Taking taking(Map<Section, Set<String>> named) {
        Set<String> here = new HashSet<>();
        Map<String, String> ids = new HashMap<>();
        boolean again = false;
        for (Map.Entry<Section, Set<String>> of : named.entrySet()) {
            boolean shared = of.getKey() == Section.PEOPLE || of.getKey() == Section.HALLS;
            if (shared) {
                Set<String> own = known(of.getKey(), of.getValue(), true);
                here.addAll(own);
                known(of.getKey(), of.getValue(), false).stream()
                        .filter(id -> !own.contains(id))
                        .forEach(id -> ids.put(id, UUID.randomUUID().toString()));
            } else {
                again |= !known(of.getKey(), of.getValue(), false).isEmpty();
            }
        }
        if (again) {
            named.forEach((section, all) -> {
                if (section != Section.PEOPLE && section != Section.HALLS) {
                    all.forEach(id -> ids.put(id, UUID.randomUUID().toString()));
                }
            });
        }
        return new Taking(ids, here);
    }

    private Set<String> known(Section section, Set<String> ids, boolean own) {
        Set<String> known = new HashSet<>();
        List<String> all = List.copyOf(ids);
        for (int i = 0; i < all.size(); i += ASKED_AT_ONCE) {
            known.addAll(jdbc.sql("select cast(id as text) from " + section.table()
                            + " where cast(id as text) in (:ids) and (not :own or organisation_id = :organisation)")
                    .param("ids", all.subList(i, Math.min(all.size(), i + ASKED_AT_ONCE)))
                    .param("own", own)
                    .param("organisation", CurrentUser.required().organisation())
                    .query(String.class)
                    .list());
        }
        return known;
    }
}
