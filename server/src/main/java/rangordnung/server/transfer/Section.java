package rangordnung.server.transfer;

import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/**
 * A part of the file, in the order in which one rests on another: rows of one table, by the names that the format has for its columns.
 * What is written and what is read are made of the same list, so that one cannot forget what the other knows.
 */
enum Section {
    PEOPLE("account", Scope.AUTHOR, "t.id", Field.id("id", "id"), Field.text("name", "name")),
    PROTOCOLS(
            "protocol_version",
            "exists (select 1 from screening s where s.organisation_id = t.organisation_id"
                    + " and s.protocol_id = t.protocol_id and s.protocol_version = t.version and " + Scope.SCREENING
                    + ")",
            "t.protocol_id, t.version",
            Field.text("id", "protocol_id"),
            Field.number("version", "version"),
            Field.json("protocol", "body")),
    HALLS(
            "training_hall",
            Scope.HALL,
            "t.name, t.id",
            Field.id("id", "id"),
            Field.text("name", "name"),
            Field.json("inventory", "inventory")),
    ROSTERS(
            "team",
            Scope.TEAM.replace("s.team_id", "t.id"),
            "t.name, t.id",
            Field.id("id", "id"),
            Field.text("name", "name"),
            Field.text("kind", "kind"),
            Field.moment("archivedAt", "archived_at"),
            Field.truth("practice", "practice")),
    ATHLETES(
            "athlete",
            Scope.TEAM.replace("s.team_id", "t.team_id"),
            "t.family_name, t.given_name, t.id",
            Field.id("id", "id"),
            Field.id("roster", "team_id"),
            Field.text("givenName", "given_name"),
            Field.text("familyName", "family_name"),
            Field.day("birthDate", "birth_date"),
            Field.decimal("heightCm", "height_cm"),
            Field.decimal("massKg", "mass_kg"),
            Field.decimal("legLengthCm", "leg_length_cm"),
            Field.text("sport", "sport"),
            Field.text("sidePreference", "side_preference"),
            Field.text("experience", "experience"),
            Field.text("aim", "aim"),
            Field.text("clearance", "clearance"),
            Field.day("clearedOn", "clearance_on"),
            Field.text("clearedBy", "clearance_by"),
            Field.moment("since", "created_at")),
    MOVES(
            "athlete_move",
            Scope.ATHLETE + " and " + Scope.TEAM.replace("s.team_id", "t.from_team"),
            "t.at, t.athlete_id",
            Field.id("athlete", "athlete_id"),
            Field.id("from", "from_team"),
            Field.moment("at", "at")),
    CONSENTS(
            "consent",
            Scope.ATHLETE,
            "t.sequence",
            Field.id("id", "id"),
            Field.id("athlete", "athlete_id"),
            Field.truth("film", "film"),
            Field.truth("touch", "touch"),
            Field.truth("landmarks", "landmarks"),
            Field.text("givenBy", "given_by"),
            Field.day("givenOn", "given_on"),
            Field.id("author", "author_id"),
            Field.moment("at", "at")),
    REQUESTS(
            "athlete_request",
            Scope.ATHLETE,
            "t.at, t.id",
            Field.id("id", "id"),
            Field.id("athlete", "athlete_id"),
            Field.text("kind", "kind"),
            Field.text("text", "text"),
            Field.moment("at", "at"),
            Field.moment("doneAt", "done_at"),
            Field.id("doneBy", "done_by")),
    SCREENINGS(
            "screening",
            Scope.TEAM.replace("s.team_id", "t.team_id"),
            "t.created_at, t.id",
            Field.id("id", "id"),
            Field.id("roster", "team_id"),
            Field.text("name", "name"),
            Field.day("heldOn", "held_on"),
            Field.text("protocol", "protocol_id"),
            Field.number("protocolVersion", "protocol_version"),
            Field.id("follows", "follows"),
            Field.moment("archivedAt", "archived_at"),
            Field.moment("createdAt", "created_at")),
    HALL_PLANS(
            "hall_plan",
            Scope.OF_SCREENING,
            "t.screening_id",
            Field.id("screening", "screening_id"),
            Field.json("plan", "body")),
    ASKED(
            "asked_look",
            Scope.OF_SCREENING + " and " + Scope.ATHLETE,
            "t.screening_id, t.athlete_id, t.test",
            Field.id("screening", "screening_id"),
            Field.id("athlete", "athlete_id"),
            Field.text("test", "test")),
    FACTS(
            "fact",
            Scope.OF_SCREENING + " and " + Scope.ATHLETE,
            "t.sequence",
            Field.id("id", "id"),
            Field.id("screening", "screening_id"),
            Field.id("athlete", "athlete_id"),
            Field.id("supersedes", "supersedes"),
            Field.json("fact", "body"),
            Field.id("author", "author_id"),
            Field.moment("at", "device_at"),
            Field.moment("receivedAt", "received_at")),
    SETTLEMENTS(
            "settlement",
            Scope.OF_SCREENING + " and " + Scope.ATHLETE,
            "t.sequence",
            Field.id("id", "id"),
            Field.id("screening", "screening_id"),
            Field.id("athlete", "athlete_id"),
            Field.text("test", "test"),
            Field.id("trial", "trial"),
            Field.text("reason", "reason"),
            Field.id("author", "author_id"),
            Field.moment("at", "at")),
    DECISIONS(
            "decision",
            Scope.OF_SCREENING + " and " + Scope.ATHLETE,
            "t.sequence",
            Field.id("id", "id"),
            Field.id("screening", "screening_id"),
            Field.id("athlete", "athlete_id"),
            Field.text("kind", "kind"),
            Field.text("focus", "focus"),
            Field.text("rung", "rung"),
            Field.text("proposedFocus", "proposed_focus"),
            Field.text("proposedRung", "proposed_rung"),
            Field.text("reason", "reason"),
            Field.text("clearedBy", "cleared_by"),
            Field.day("clearedOn", "cleared_on"),
            Field.text("answers", "answers"),
            Field.id("author", "author_id"),
            Field.moment("at", "at")),
    FORMATIONS(
            "formation",
            Scope.OF_SCREENING,
            "t.sequence",
            Field.id("id", "id"),
            Field.id("screening", "screening_id"),
            Field.json("groups", "body"),
            Field.id("author", "author_id"),
            Field.moment("at", "at")),
    MEMBERS(
            "formation_member",
            "exists (select 1 from formation f join screening s on s.id = f.screening_id where f.id = t.formation_id and "
                    + Scope.SCREENING + ") and " + Scope.ATHLETE,
            "t.formation_id, t.place, t.athlete_id",
            Field.id("formation", "formation_id"),
            Field.id("athlete", "athlete_id"),
            Field.number("group", "place"),
            Field.text("rung", "rung"),
            Field.truth("earned", "earned")),
    BLOCKS(
            "training_block",
            Scope.OF_SCREENING,
            "t.sequence",
            Field.id("id", "id"),
            Field.id("screening", "screening_id"),
            Field.json("block", "body"),
            Field.id("author", "author_id"),
            Field.moment("at", "at")),
    PRESCRIPTIONS(
            "prescription",
            Scope.OF_BLOCK + " and " + Scope.ATHLETE,
            "t.block_id, t.place",
            Field.id("block", "block_id"),
            Field.id("athlete", "athlete_id"),
            Field.number("place", "place"),
            Field.json("prescription", "body")),
    TRAINING_FACTS(
            "training_fact",
            Scope.OF_BLOCK + " and " + Scope.ATHLETE,
            "t.sequence",
            Field.id("id", "id"),
            Field.id("block", "block_id"),
            Field.id("athlete", "athlete_id"),
            Field.json("fact", "body"),
            Field.id("author", "author_id"),
            Field.moment("at", "device_at"),
            Field.moment("receivedAt", "received_at"));

    /** Which rows belong to the rosters that are written; all where none is named. */
    private static final class Scope {

        static final String TEAM = "(cast(:roster as uuid) is null or s.team_id = :roster)";
        static final String SCREENING = TEAM;
        static final String OF_SCREENING =
                "exists (select 1 from screening s where s.id = t.screening_id and " + TEAM + ")";
        static final String OF_BLOCK =
                "exists (select 1 from training_block b join screening s on s.id = b.screening_id where b.id = t.block_id and "
                        + TEAM + ")";
        /** Whoever has written any of it. */
        static final String AUTHOR = Stream.of("fact", "decision", "settlement", "formation", "training_block")
                .map(table -> "exists (select 1 from " + table
                        + " a join screening s on s.id = a.screening_id where a.author_id = t.id and " + TEAM + ")")
                .collect(Collectors.joining(
                        " or ",
                        "(",
                        " or exists (select 1 from consent a join athlete s on s.id = a.athlete_id where a.author_id = t.id and "
                                + TEAM
                                + ") or exists (select 1 from athlete_request a join athlete s on s.id = a.athlete_id where a.done_by = t.id and "
                                + TEAM
                                + ") or exists (select 1 from training_fact a join training_block b on b.id = a.block_id"
                                + " join screening s on s.id = b.screening_id where a.author_id = t.id and " + TEAM
                                + "))"));

        /** The halls in which groups were formed; all of them where everything is written. */
        static final String HALL = "(cast(:roster as uuid) is null"
                + " or exists (select 1 from formation f join screening s on s.id = f.screening_id where s.team_id = :roster"
                + " and f.body #>> '{wishes,hall}' = cast(t.id as text))"
                + " or exists (select 1 from training_block b join screening s on s.id = b.screening_id where s.team_id = :roster"
                + " and b.body ->> 'hall' = cast(t.id as text)))";

        static final String ATHLETE = "exists (select 1 from athlete s where s.id = t.athlete_id and " + TEAM + ")";
    }

    /**
     * A column.
     *
     * @param name in the file
     * @param type in the database
     */
    record Field(String name, String column, String type) {

        static Field id(String name, String column) {
            return new Field(name, column, "uuid");
        }

        static Field text(String name, String column) {
            return new Field(name, column, "text");
        }

        static Field number(String name, String column) {
            return new Field(name, column, "integer");
        }

        static Field decimal(String name, String column) {
            return new Field(name, column, "double precision");
        }

        static Field truth(String name, String column) {
            return new Field(name, column, "boolean");
        }

        static Field day(String name, String column) {
            return new Field(name, column, "date");
        }

        static Field moment(String name, String column) {
            return new Field(name, column, "timestamptz");
        }

        static Field json(String name, String column) {
            return new Field(name, column, "jsonb");
        }

        /** Its value in a row {@code r} of the file. */
        private String read() {
            return type.equals("jsonb") ? "r -> '" + name + "'" : "cast(r ->> '" + name + "' as " + type + ")";
        }
    }

    private final String table;
    private final String which;
    private final String order;
    private final List<Field> fields;

    Section(String table, String which, String order, Field... fields) {
        this.table = table;
        this.which = which;
        this.order = order;
        this.fields = List.of(fields);
    }

    /** Its name in the file, such as {@code hallPlans}. */
    String address() {
        String[] parts = name().toLowerCase(Locale.ROOT).split("_");
        return parts[0]
                + Stream.of(parts)
                        .skip(1)
                        .map(p -> p.substring(0, 1).toUpperCase(Locale.ROOT) + p.substring(1))
                        .collect(Collectors.joining());
    }

    static Optional<Section> at(String address) {
        return Stream.of(values()).filter(s -> s.address().equals(address)).findFirst();
    }

    String table() {
        return table;
    }

    List<Field> fields() {
        return fields;
    }

    /** Whether its rows have an id of their own, which others name. */
    boolean identified() {
        return fields.get(0).equals(Field.id("id", "id"));
    }

    /** Its rows as JSON, in order. */
    String select() {
        return "select jsonb_build_object("
                + fields.stream()
                        .map(f -> "'" + f.name() + "', t." + f.column())
                        .collect(Collectors.joining(", "))
                + ")::text from " + table + " t where t.organisation_id = :organisation and " + which + " order by "
                + order;
    }

    /** Adds the rows of an array {@code :rows}, in its order, with columns that the format does not know. */
    String insert(String moreColumns, String moreValues) {
        return "insert into " + table + " (organisation_id, "
                + fields.stream().map(Field::column).collect(Collectors.joining(", ")) + moreColumns
                + ") select :organisation, "
                + fields.stream().map(Field::read).collect(Collectors.joining(", ")) + moreValues
                + " from jsonb_array_elements(cast(:rows as jsonb)) with ordinality as x (r, n) order by n";
    }
}
