package rangordnung.server.roster;

import jakarta.persistence.EntityManager;
import java.time.Clock;
import java.time.Duration;
import java.time.LocalDate;
import java.util.Arrays;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import rangordnung.server.platform.Code;
import rangordnung.server.platform.Problem;
import rangordnung.server.platform.StoredJson;

/** Import in two steps: first what would happen, then, once confirmed, all of it or nothing. */
@Service
@Transactional
public class RosterImports {

    private final AthleteRepository athletes;
    private final Rosters rosters;
    private final EntityManager entities;
    private final StoredJson json;
    private final Clock clock;

    RosterImports(AthleteRepository athletes, Rosters rosters, EntityManager entities, StoredJson json, Clock clock) {
        this.athletes = athletes;
        this.rosters = rosters;
        this.entities = entities;
        this.json = json;
        this.clock = clock;
    }

    /** A column of the file and what it is taken for. */
    record MappedColumn(String header, Column column, String example) {}

    /** What the import would do. */
    record Preview(
            UUID id, List<MappedColumn> columns, Map<ImportPlan.Action, Long> counts, List<ImportPlan.Row> rows) {}

    /** What the import did. */
    record Done(long added, long changed, long leftOut) {}

    /** Takes a table in; the columns are guessed from their headers. */
    Preview take(UUID team, String fileName, byte[] bytes) {
        rosters.team(team);
        forgetOld();
        Sheet sheet = Sheet.read(bytes);
        List<Column> mapping = guess(sheet);
        RosterImport taken = new RosterImport(
                UUID.randomUUID(),
                team,
                fileName.substring(0, Math.min(200, fileName.length())),
                json.write(sheet),
                json.write(mapping),
                clock.instant());
        entities.persist(taken);
        return preview(taken, sheet, mapping);
    }

    /** How long a preview waits for its confirmation (house convention). */
    static final Duration WAITS = Duration.ofHours(1);

    /** Throws away what nobody has confirmed in time: it holds names. */
    void forgetOld() {
        entities.createQuery("delete from RosterImport i where i.confirmedAt is null and i.createdAt < :before")
                .setParameter("before", clock.instant().minus(WAITS))
                .executeUpdate();
    }

    /** The same table with its columns taken for something else. */
    Preview remap(UUID id, List<Column> mapping) {
        RosterImport taken = find(id);
        Sheet sheet = sheet(taken);
        if (mapping.size() != sheet.header().size()) {
            throw Problem.invalid(
                    Code.MAPPING_SIZE,
                    "The file has " + sheet.header().size() + " columns, not " + mapping.size() + ".",
                    "mapping");
        }
        long used = mapping.stream().filter(c -> c != Column.IGNORED).count();
        if (used != mapping.stream().filter(c -> c != Column.IGNORED).distinct().count()) {
            throw Problem.invalid(
                    Code.MAPPING_TWICE,
                    "Two columns are taken for the same thing. Set one of them to “not used”.",
                    "mapping");
        }
        taken.map(json.write(mapping));
        return preview(taken, sheet, mapping);
    }

    /**
     * Writes what the preview showed, all or nothing.
     *
     * @param expected what the preview counted; another outcome now means that the roster changed meanwhile
     * @param leaveOutProblems whether rows with a problem are left out; else one of them stops everything
     */
    Done confirm(UUID id, Map<ImportPlan.Action, Long> expected, boolean leaveOutProblems) {
        RosterImport taken = find(id);
        ImportPlan plan = plan(taken, sheet(taken), mapping(taken));
        Map<ImportPlan.Action, Long> counts = counts(plan);
        if (!counts.equals(filled(expected))) {
            throw Problem.conflict(
                            Code.ROSTER_CHANGED,
                            "The roster changed since the preview. Nothing was written; look at the new preview.")
                    .with("counts", counts);
        }
        long problems = counts.getOrDefault(ImportPlan.Action.PROBLEM, 0L);
        if (problems > 0 && !leaveOutProblems) {
            throw Problem.conflict(
                    Code.ROWS_WITH_PROBLEMS,
                    problems + " rows have a problem. Mend the file, or leave these rows out.");
        }
        for (ImportPlan.Write write : plan.writes) {
            write.existing()
                    .ifPresentOrElse(
                            athlete -> athlete.become(write.record()),
                            () -> entities.persist(new Athlete(UUID.randomUUID(), taken.team(), write.record())));
        }
        taken.confirm(clock.instant());
        return new Done(
                counts.getOrDefault(ImportPlan.Action.NEW, 0L),
                counts.getOrDefault(ImportPlan.Action.UPDATE, 0L),
                problems);
    }

    /** Throws away a table that nobody has confirmed, and the names in it. */
    void discard(UUID id) {
        entities.remove(find(id));
    }

    private RosterImport find(UUID id) {
        RosterImport taken = entities.find(RosterImport.class, id);
        if (taken == null) {
            throw Problem.notFound("import");
        }
        if (taken.confirmed()) {
            throw Problem.conflict(
                    Code.ALREADY_IMPORTED, "This import was confirmed already; nothing was written twice.");
        }
        return taken;
    }

    private static List<Column> guess(Sheet sheet) {
        List<Column> mapping = new java.util.ArrayList<>();
        for (String header : sheet.header()) {
            Column column = Column.of(header);
            mapping.add(mapping.contains(column) ? Column.IGNORED : column);
        }
        return mapping;
    }

    private Sheet sheet(RosterImport taken) {
        return json.read(taken.sheet(), Sheet.class);
    }

    private List<Column> mapping(RosterImport taken) {
        return List.of(json.read(taken.mapping(), Column[].class));
    }

    private ImportPlan plan(RosterImport taken, Sheet sheet, List<Column> mapping) {
        return new ImportPlan(
                sheet,
                mapping,
                athletes.findByTeamOrderByGivenNameAscFamilyNameAsc(taken.team()),
                LocalDate.now(clock));
    }

    private Preview preview(RosterImport taken, Sheet sheet, List<Column> mapping) {
        ImportPlan plan = plan(taken, sheet, mapping);
        List<MappedColumn> columns = new java.util.ArrayList<>();
        for (int i = 0; i < mapping.size(); i++) {
            int column = i;
            String example = sheet.rows().stream()
                    .map(r -> r.cell(column))
                    .filter(c -> !c.isEmpty())
                    .findFirst()
                    .orElse("");
            columns.add(new MappedColumn(sheet.header().get(i), mapping.get(i), example));
        }
        return new Preview(taken.id(), columns, counts(plan), plan.rows);
    }

    private static Map<ImportPlan.Action, Long> counts(ImportPlan plan) {
        Map<ImportPlan.Action, Long> counts = filled(Map.of());
        plan.rows.forEach(r -> counts.merge(r.action(), 1L, Long::sum));
        return counts;
    }

    private static Map<ImportPlan.Action, Long> filled(Map<ImportPlan.Action, Long> counts) {
        Map<ImportPlan.Action, Long> all = new EnumMap<>(ImportPlan.Action.class);
        Arrays.stream(ImportPlan.Action.values()).forEach(a -> all.put(a, counts.getOrDefault(a, 0L)));
        return all;
    }
}
