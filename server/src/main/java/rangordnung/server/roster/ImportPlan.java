package rangordnung.server.roster;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;
import rangordnung.core.Refusal;
import rangordnung.core.Words;
import rangordnung.core.body.Side;
import rangordnung.core.placement.Profile;
import rangordnung.core.safety.Clearance;
import rangordnung.server.platform.Spreadsheet;

/** What an import would do, row by row; nothing is written here. */
final class ImportPlan {

    /** What happens to a row. */
    enum Action {
        NEW,
        UPDATE,
        UNCHANGED,
        PROBLEM
    }

    /**
     * @param number  line or row in the file
     * @param name    as read
     * @param changes columns whose value would change
     * @param problem what stops the row
     */
    record Row(int number, String name, Action action, List<Column> changes, Optional<RowProblem> problem) {}

    /** A stable code, the column, and the text that stands there. */
    record RowProblem(String code, Column column, String text) {}

    /** A row that can be written: onto an athlete of the roster, or as a new one. */
    record Write(Optional<Athlete> existing, AthleteRecord record) {}

    final List<Row> rows = new ArrayList<>();
    final List<Write> writes = new ArrayList<>();

    /** Who has cleared somebody by a table, as a role. */
    private static final String BY_IMPORT = "import";

    private final List<Column> mapping;
    private final CellReader.DateOrder dates;
    private final LocalDate today;
    private final Map<String, List<Athlete>> present = new HashMap<>();
    private final Set<String> inFile = new HashSet<>();

    ImportPlan(Sheet sheet, List<Column> mapping, List<Athlete> roster, LocalDate today) {
        this.mapping = mapping;
        this.today = today;
        int birthDate = mapping.indexOf(Column.BIRTH_DATE);
        this.dates = birthDate < 0
                ? CellReader.DateOrder.DAY_FIRST
                : CellReader.order(
                        sheet.rows().stream().map(r -> r.cell(birthDate)).toList());
        roster.forEach(a -> present.computeIfAbsent(key(a.record().name()), k -> new ArrayList<>())
                .add(a));
        sheet.rows().forEach(this::plan);
    }

    private void plan(Sheet.Line line) {
        Fields fields = new Fields(line);
        Optional<AthleteName> name = fields.name();
        String shown = name.map(AthleteName::full).orElse("");
        Optional<LocalDate> birthDate = fields.read(Column.BIRTH_DATE, c -> CellReader.date(c, dates, today));
        if (name.isPresent() && fields.problem.isEmpty() && !inFile.add(key(name.get()) + birthDate)) {
            fields.problem = Optional.of(new RowProblem("twice-in-file", Column.FULL_NAME, shown));
        }
        List<Athlete> candidates = name.map(n -> present.getOrDefault(key(n), List.of())).orElse(List.of()).stream()
                .filter(a -> birthDate.isEmpty()
                        || a.record().birthDate().isEmpty()
                        || a.record().birthDate().equals(birthDate))
                .toList();
        if (candidates.size() > 1 && fields.problem.isEmpty()) {
            fields.problem = Optional.of(new RowProblem("several-in-roster", Column.FULL_NAME, shown));
        }
        Optional<Athlete> existing = candidates.stream().findFirst();
        AthleteRecord before = existing.map(Athlete::record)
                .orElseGet(() -> AthleteRecord.named(
                        name.map(AthleteName::given).orElse("?"),
                        name.map(AthleteName::family).orElse("")));
        AthleteRecord after = fields.onto(before, birthDate);
        if (fields.problem.isPresent()) {
            rows.add(new Row(line.number(), shown, Action.PROBLEM, List.of(), fields.problem));
            return;
        }
        List<Column> changes = changes(before, after);
        Action action = existing.isEmpty() ? Action.NEW : changes.isEmpty() ? Action.UNCHANGED : Action.UPDATE;
        rows.add(new Row(line.number(), shown, action, existing.isEmpty() ? List.of() : changes, Optional.empty()));
        if (action != Action.UNCHANGED) {
            writes.add(new Write(existing, after));
        }
    }

    private static String key(AthleteName name) {
        return name.full().toLowerCase(Locale.ROOT);
    }

    private static List<Column> changes(AthleteRecord before, AthleteRecord after) {
        List<Column> changes = new ArrayList<>();
        Map<Column, Function<AthleteRecord, Object>> parts = Map.of(
                Column.BIRTH_DATE,
                AthleteRecord::birthDate,
                Column.EXPERIENCE,
                AthleteRecord::experience,
                Column.AIM,
                AthleteRecord::aim,
                Column.HEIGHT_CM,
                AthleteRecord::heightCm,
                Column.MASS_KG,
                AthleteRecord::massKg,
                Column.LEG_LENGTH_CM,
                AthleteRecord::legLengthCm,
                Column.SPORT,
                AthleteRecord::sport,
                Column.SIDE_PREFERENCE,
                AthleteRecord::sidePreference,
                Column.CLEARANCE,
                AthleteRecord::clearance);
        for (Column column : Column.values()) {
            Function<AthleteRecord, Object> part = parts.get(column);
            if (part != null && !Objects.equals(part.apply(before), part.apply(after))) {
                changes.add(column);
            }
        }
        return changes;
    }

    /** The cells of one row, read; the first problem is kept. An empty cell changes nothing. */
    private final class Fields {

        private final Sheet.Line line;
        private Optional<RowProblem> problem = Optional.empty();

        Fields(Sheet.Line line) {
            this.line = line;
        }

        <T> Optional<T> read(Column column, Function<String, Optional<T>> reader) {
            int at = mapping.indexOf(column);
            String cell = at < 0 ? "" : Spreadsheet.withoutGuard(line.cell(at));
            try {
                return reader.apply(cell);
            } catch (CellReader.UnreadableCell e) {
                if (problem.isEmpty()) {
                    problem = Optional.of(new RowProblem(e.code, column, cell));
                }
                return Optional.empty();
            }
        }

        Optional<String> text(Column column) {
            return read(column, c -> {
                if (c.length() > AthleteName.LONGEST) {
                    throw new CellReader.UnreadableCell("text-too-long");
                }
                if (c.codePoints().anyMatch(Refusal::unusable)) {
                    throw new CellReader.UnreadableCell("text-unusable");
                }
                return Optional.of(Words.clean(c)).filter(t -> !t.isEmpty());
            });
        }

        /** Given and family name, or one column with “family, given” or “given family”. */
        Optional<AthleteName> name() {
            Optional<String> given = text(Column.GIVEN_NAME);
            Optional<String> family = text(Column.FAMILY_NAME);
            if (given.isEmpty()) {
                Optional<String> full = text(Column.FULL_NAME);
                if (full.isPresent()) {
                    String[] turned = full.get().split("\\s*,\\s*", 2);
                    int blank = full.get().indexOf(' ');
                    given = Optional.of(
                                    turned.length == 2
                                            ? turned[1]
                                            : blank < 0
                                                    ? full.get()
                                                    : full.get().substring(0, blank))
                            .filter(g -> !g.isEmpty());
                    family = Optional.of(
                            turned.length == 2
                                    ? turned[0]
                                    : blank < 0 ? "" : full.get().substring(blank + 1));
                }
            }
            if (given.isEmpty()) {
                problem = problem.or(() -> Optional.of(new RowProblem("name-missing", Column.GIVEN_NAME, "")));
                return Optional.empty();
            }
            try {
                return Optional.of(new AthleteName(given.get(), family.orElse("")));
            } catch (Refusal e) {
                problem = problem.or(() -> Optional.of(new RowProblem("text-unusable", Column.GIVEN_NAME, "")));
                return Optional.empty();
            }
        }

        AthleteRecord onto(AthleteRecord before, Optional<LocalDate> birthDate) {
            Optional<Double> height = read(Column.HEIGHT_CM, c -> CellReader.centimetres(c, 80, 250));
            Optional<Double> mass = read(Column.MASS_KG, c -> CellReader.number(c, 15, 250));
            Optional<Double> leg = read(Column.LEG_LENGTH_CM, c -> CellReader.centimetres(c, 30, 140));
            Optional<Side> side = read(Column.SIDE_PREFERENCE, CellReader::side);
            Optional<Profile.Experience> experience = read(Column.EXPERIENCE, CellReader::experience);
            Optional<Profile.Aim> aim = read(Column.AIM, CellReader::aim);
            Optional<Clearance> clearance =
                    read(Column.CLEARANCE, CellReader::clearance).filter(c -> c != before.clearance());
            AthleteRecord read = new AthleteRecord(
                    before.givenName(),
                    before.familyName(),
                    birthDate.or(before::birthDate),
                    height.or(before::heightCm),
                    mass.or(before::massKg),
                    leg.or(before::legLengthCm),
                    text(Column.SPORT).or(before::sport),
                    side.or(before::sidePreference),
                    experience.or(before::experience),
                    aim.or(before::aim),
                    before.clearance(),
                    before.clearedOn(),
                    before.clearedBy());
            // another clearance is one of today, and no longer that of whoever gave the last one
            return clearance.map(c -> read.withClearance(c, today, BY_IMPORT)).orElse(read);
        }
    }
}
