package rangordnung.server.exchange;

import de.siegmar.fastcsv.reader.CommentStrategy;
import de.siegmar.fastcsv.reader.CsvParseException;
import de.siegmar.fastcsv.reader.CsvReader;
import de.siegmar.fastcsv.reader.CsvRecord;
import de.siegmar.fastcsv.reader.FieldMismatchStrategy;
import java.io.IOException;
import java.io.InputStream;
import java.io.InputStreamReader;
import java.io.OutputStream;
import java.io.OutputStreamWriter;
import java.io.UncheckedIOException;
import java.io.Writer;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import rangordnung.core.motion.signal.Axis;
import rangordnung.core.motion.signal.Landmark;
import rangordnung.core.motion.signal.Motion;
import rangordnung.server.platform.Code;

/**
 * Landmarks as CSV. The first line names the columns: {@code time} in seconds, then for each point
 * {@code name.x}, {@code name.y}, {@code name.z} and optionally {@code name.c}, its confidence from 0 to 1; a point or an
 * underscore may separate them. Coordinates are metres with x forward, y to the athlete's left and z up; where there is no
 * z they are those of a picture, x to the right and y down. An empty cell was not seen.
 */
final class CsvLandmarks {

    private static final int MOST_COLUMNS = 4 * FrameReader.MOST_NAMES + 1;
    private static final int LONGEST_LINE = 1 << 20;

    private CsvLandmarks() {}

    private record Columns(String name, int[] axes) {}

    static LandmarkFile read(InputStream in, ReadOptions how) {
        try (CsvReader<CsvRecord> rows = CsvReader.builder()
                .commentStrategy(CommentStrategy.SKIP)
                .maxBufferSize(LONGEST_LINE)
                .extraFieldStrategy(FieldMismatchStrategy.IGNORE)
                .missingFieldStrategy(FieldMismatchStrategy.IGNORE)
                .ofCsvRecord(new InputStreamReader(in, StandardCharsets.UTF_8))) {
            FrameReader intake = null;
            List<Columns> columns = List.of();
            int time = -1;
            for (CsvRecord row : rows) {
                if (intake == null) {
                    List<String> header = row.getFields().stream()
                            .map(f -> f.strip().replace("\uFEFF", ""))
                            .toList();
                    if (header.size() > MOST_COLUMNS) {
                        throw FileProblems.at(Code.FILE_POINTS, "line 1", "more than " + MOST_COLUMNS + " columns");
                    }
                    columns = columns(header);
                    time = header.stream()
                            .map(h -> h.toLowerCase(Locale.ROOT))
                            .toList()
                            .indexOf("time");
                    boolean space = columns.stream().anyMatch(c -> c.axes()[2] >= 0);
                    intake = new FrameReader(
                            LandmarkFile.Format.CSV,
                            how,
                            space ? FrameReader.Axes.ATHLETE : FrameReader.Axes.PICTURE,
                            columns.stream().map(Columns::name).toList(),
                            Optional.empty(),
                            space ? Optional.of(1.0) : Optional.empty());
                } else {
                    take(intake, columns, time, row);
                }
            }
            if (intake == null) {
                throw FileProblems.at(
                        Code.FILE_WITHOUT_FRAMES,
                        "line 1",
                        "there is nothing in it. The first line names the columns: time, left-knee.x, left-knee.z and so on");
            }
            return intake.finish();
        } catch (CsvParseException e) {
            throw FileProblems.at(Code.FILE_BROKEN, "CSV", "a line cannot be read; a quotation mark may be open");
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    private static List<Columns> columns(List<String> header) {
        Map<String, int[]> found = new LinkedHashMap<>();
        for (int i = 0; i < header.size(); i++) {
            String cell = header.get(i);
            int cut = cell.length() - 2;
            int axis = cut < 1 || "._ :".indexOf(cell.charAt(cut)) < 0
                    ? -1
                    : "xyzc".indexOf(Character.toLowerCase(cell.charAt(cut + 1)));
            if (axis >= 0) {
                found.computeIfAbsent(cell.substring(0, cut), n -> new int[] {-1, -1, -1, -1})[axis] = i;
            }
        }
        List<Columns> columns = new ArrayList<>();
        found.forEach((name, axes) -> columns.add(new Columns(name, axes)));
        if (columns.isEmpty()) {
            throw FileProblems.at(
                    Code.FILE_NAMES, "line 1", "no column is named like left-knee.x. Name them by point and axis");
        }
        return columns;
    }

    private static void take(FrameReader intake, List<Columns> columns, int time, CsvRecord row) {
        String line = "line " + row.getStartingLineNumber();
        intake.frame(time < 0 ? Double.NaN : number(row, time, line, Double.NaN));
        for (int i = 0; i < columns.size(); i++) {
            int[] at = columns.get(i).axes();
            if (intake.takes(i)) {
                double x = number(row, at[0], line, 0);
                double y = number(row, at[1], line, 0);
                double z = number(row, at[2], line, 0);
                boolean seen = seen(row, at[0]) && seen(row, at[1]) && seen(row, at[2]);
                if (seen) {
                    intake.point(i, x, y, z, number(row, at[3], line, 1), line);
                }
            }
        }
    }

    private static boolean seen(CsvRecord row, int column) {
        return column < 0
                || column < row.getFieldCount() && !row.getField(column).isBlank();
    }

    private static double number(CsvRecord row, int column, String line, double otherwise) {
        if (column < 0 || !seen(row, column)) {
            return otherwise;
        }
        String text = row.getField(column).strip();
        try {
            return Double.parseDouble(text);
        } catch (NumberFormatException e) {
            throw FileProblems.notNumber(line + ", column " + (column + 1), text);
        }
    }

    static void write(Motion motion, OutputStream out) throws IOException {
        Writer writer = new OutputStreamWriter(out, StandardCharsets.UTF_8);
        double metres = motion.metresPerUnit().orElse(1.0);
        List<Axis> axes =
                switch (motion.plane()) {
                    case FRONT -> List.of(Axis.Y, Axis.Z);
                    case SIDE -> List.of(Axis.X, Axis.Z);
                    case SPACE -> List.of(Axis.values());
                };
        writer.write("time");
        for (Landmark l : motion.landmarks()) {
            for (Axis axis : axes) {
                writer.write("," + LandmarkNames.of(l) + "." + axis.name().toLowerCase(Locale.ROOT));
            }
            writer.write("," + LandmarkNames.of(l) + ".c");
        }
        writer.write("\n");
        for (int f = 0; f < motion.frames(); f++) {
            writer.write(String.format(Locale.ROOT, "%.5f", f / motion.rate()));
            for (Landmark l : motion.landmarks()) {
                boolean seen = motion.confidence(l, f) > 0;
                for (Axis axis : axes) {
                    writer.write(seen ? String.format(Locale.ROOT, ",%.6f", metres * motion.at(l, axis, f)) : ",");
                }
                writer.write(seen ? String.format(Locale.ROOT, ",%.3f", motion.confidence(l, f)) : ",");
            }
            writer.write("\n");
        }
        writer.flush();
    }
}
