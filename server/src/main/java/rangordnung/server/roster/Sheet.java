package rangordnung.server.roster;

import de.siegmar.fastcsv.reader.CsvParseException;
import de.siegmar.fastcsv.reader.CsvReader;
import de.siegmar.fastcsv.reader.CsvRecord;
import de.siegmar.fastcsv.reader.FieldMismatchStrategy;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.nio.ByteBuffer;
import java.nio.charset.CharacterCodingException;
import java.nio.charset.Charset;
import java.nio.charset.CodingErrorAction;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import java.util.zip.ZipEntry;
import java.util.zip.ZipFile;
import org.dhatim.fastexcel.reader.Cell;
import org.dhatim.fastexcel.reader.CellType;
import org.dhatim.fastexcel.reader.ReadableWorkbook;
import org.dhatim.fastexcel.reader.ReadingOptions;
import org.dhatim.fastexcel.reader.Row;
import org.springframework.http.HttpStatus;
import rangordnung.server.platform.Code;
import rangordnung.server.platform.Problem;

/**
 * A table as it came, before it means anything: header and rows of text.
 *
 * @param rows with the line or row number of the file
 */
record Sheet(List<String> header, List<Line> rows) {

    /** What a roster can be at most; a whole school's is far below (house convention). */
    static final int MOST_ROWS = 5_000;

    static final int MOST_COLUMNS = 60;
    static final int MOST_CELLS = 150_000;
    static final int LONGEST_CELL = 500;
    /** A spreadsheet is packed; this much it may be unpacked. */
    private static final long LARGEST_UNPACKED = 24L * 1024 * 1024;

    /** Formats tell a date from a number. */
    private static final ReadingOptions WITH_FORMATS = new ReadingOptions(true, false);

    record Line(int number, List<String> cells) {
        String cell(int column) {
            return column < cells.size() ? cells.get(column).strip() : "";
        }
    }

    /** Reads a spreadsheet or a text with separators, whichever it is. */
    static Sheet read(byte[] bytes) {
        List<Line> lines =
                bytes.length > 3 && bytes[0] == 'P' && bytes[1] == 'K' ? spreadsheet(bytes) : text(decode(bytes));
        List<Line> filled = lines.stream()
                .filter(l -> l.cells().stream().anyMatch(c -> !c.isBlank()))
                .toList();
        if (filled.isEmpty()) {
            throw Problem.invalid(
                    Code.EMPTY_FILE,
                    "There is nothing in it. The first line names the columns, each further line is an athlete.",
                    "file");
        }
        if (filled.size() > MOST_ROWS + 1) {
            throw tooManyRows();
        }
        return new Sheet(filled.get(0).cells().stream().map(String::strip).toList(), filled.subList(1, filled.size()));
    }

    /** UTF-8 or UTF-16 by their mark; else UTF-8 where the bytes allow it, else Windows-1252. */
    static String decode(byte[] bytes) {
        if (starts(bytes, 0xEF, 0xBB, 0xBF)) {
            return new String(bytes, 3, bytes.length - 3, StandardCharsets.UTF_8);
        }
        if (starts(bytes, 0xFF, 0xFE) || starts(bytes, 0xFE, 0xFF)) {
            return new String(bytes, StandardCharsets.UTF_16);
        }
        try {
            return StandardCharsets.UTF_8
                    .newDecoder()
                    .onMalformedInput(CodingErrorAction.REPORT)
                    .onUnmappableCharacter(CodingErrorAction.REPORT)
                    .decode(ByteBuffer.wrap(bytes))
                    .toString();
        } catch (CharacterCodingException e) {
            return new String(bytes, Charset.forName("windows-1252"));
        }
    }

    private static boolean starts(byte[] bytes, int... mark) {
        for (int i = 0; i < mark.length; i++) {
            if (i >= bytes.length || (bytes[i] & 0xFF) != mark[i]) {
                return false;
            }
        }
        return true;
    }

    private static List<Line> text(String text) {
        if (text.indexOf('\0') >= 0) {
            throw Problem.invalid(
                    Code.NOT_A_TABLE,
                    "This is neither text with separators nor a spreadsheet. Save it as CSV or XLSX.",
                    "file");
        }
        try (CsvReader<CsvRecord> reader = CsvReader.builder()
                .fieldSeparator(separator(text))
                .extraFieldStrategy(FieldMismatchStrategy.IGNORE)
                .missingFieldStrategy(FieldMismatchStrategy.IGNORE)
                .ofCsvRecord(text)) {
            Lines lines = new Lines();
            for (CsvRecord row : reader) {
                lines.add((int) row.getStartingLineNumber(), row.getFields());
            }
            checkLastQuote(text, lines.all);
            return lines.all;
        } catch (CsvParseException e) {
            throw unclosedQuote(String.valueOf(e.getMessage()));
        } catch (IOException e) {
            throw new java.io.UncheckedIOException(e);
        }
    }

    /** A quotation mark that is never closed swallows the rest of the file into the last row. */
    private static void checkLastQuote(String text, List<Line> lines) {
        if (lines.isEmpty()) {
            return;
        }
        int start = lines.get(lines.size() - 1).number();
        String last = text.lines().skip(start - 1L).collect(Collectors.joining("\n"));
        boolean odd = last.chars().filter(c -> c == '"').count() % 2 == 1;
        if (odd && last.matches("(?s)(.*[;,\t])?\\s*\".*")) {
            throw unclosedQuote("row " + start);
        }
    }

    private static Problem unclosedQuote(String where) {
        return Problem.invalid(Code.BROKEN_QUOTES, "A quotation mark that opens is not closed: " + where, "file");
    }

    /** The separator that stands most often in the first line. */
    private static char separator(String text) {
        String first = text.lines().filter(l -> !l.isBlank()).findFirst().orElse("");
        return Stream.of(';', '\t', ',')
                .max(java.util.Comparator.comparingLong(
                        s -> first.chars().filter(c -> c == s).count()))
                .orElse(',');
    }

    private static List<Line> spreadsheet(byte[] bytes) {
        unpacked(bytes);
        try (ReadableWorkbook book = new ReadableWorkbook(new ByteArrayInputStream(bytes), WITH_FORMATS);
                Stream<Row> rows = book.getFirstSheet().openStream()) {
            Lines lines = new Lines();
            rows.forEach(row -> lines.add(
                    row.getRowNum(),
                    row.stream().limit(MOST_COLUMNS + 1L).map(Sheet::cellText).toList()));
            return lines.all;
        } catch (Problem e) {
            throw e;
        } catch (IOException | RuntimeException e) {
            throw brokenSpreadsheet();
        }
    }

    private static String cellText(Cell cell) {
        if (cell == null || cell.getType() == CellType.EMPTY || cell.getType() == CellType.ERROR) {
            return "";
        }
        if (cell.getType() == CellType.NUMBER
                && cell.getDataFormatString() != null
                && date(cell.getDataFormatString())) {
            return cell.asDate().toLocalDate().toString();
        }
        return cell.getText();
    }

    /** Whether a number format shows a day or a year; colours, quoted words and escaped signs in it say nothing (ECMA-376, part 1, 18.8.31). */
    static boolean date(String format) {
        return format.replaceAll("\\[[^\\]]*\\]|\"[^\"]*\"|[\\\\_*].", "").matches("(?s).*[dDyY].*");
    }

    /** Counts what a packed file holds before anything is made of it. */
    private static void unpacked(byte[] bytes) {
        long left = LARGEST_UNPACKED;
        byte[] part = new byte[1 << 14];
        try {
            Path file = Files.createTempFile("rangordnung-roster", null);
            Files.write(file, bytes);
            try (ZipFile zip = new ZipFile(file.toFile())) {
                for (ZipEntry entry : Collections.list(zip.entries())) {
                    try (InputStream in = zip.getInputStream(entry)) {
                        for (int read = in.read(part); read >= 0; read = in.read(part)) {
                            left -= read;
                            if (left < 0) {
                                throw new Problem(
                                                HttpStatus.CONTENT_TOO_LARGE,
                                                Code.TOO_LARGE,
                                                "Unpacked, the spreadsheet is larger than "
                                                        + LARGEST_UNPACKED / 1024 / 1024
                                                        + " MB. Remove sheets or columns that are not needed.")
                                        .with("megabytes", LARGEST_UNPACKED / 1024 / 1024);
                            }
                        }
                    }
                }
            } finally {
                Files.deleteIfExists(file);
            }
        } catch (IOException | IllegalArgumentException e) {
            throw brokenSpreadsheet();
        }
    }

    private static Problem brokenSpreadsheet() {
        return Problem.invalid(
                Code.BROKEN_SPREADSHEET,
                "The spreadsheet cannot be read. Open it, save it as XLSX again, or save it as CSV.",
                "file");
    }

    private static Problem tooManyRows() {
        return Problem.invalid(Code.TOO_MANY_ROWS, "More than " + MOST_ROWS + " rows. Split the file.", "file")
                .with("most", MOST_ROWS);
    }

    /** Takes lines one by one, and no more than can be. */
    private static final class Lines {

        private final List<Line> all = new ArrayList<>();
        private int cells;

        void add(int number, List<String> row) {
            if (all.size() > MOST_ROWS + 1) {
                throw tooManyRows();
            }
            if (row.size() > MOST_COLUMNS) {
                throw Problem.invalid(
                                Code.TOO_MANY_COLUMNS,
                                "Row " + number + " has more than " + MOST_COLUMNS + " columns.",
                                "file")
                        .with("row", number)
                        .with("most", MOST_COLUMNS);
            }
            cells += row.size();
            if (cells > MOST_CELLS) {
                throw Problem.invalid(
                                Code.TOO_MANY_CELLS,
                                "More than " + MOST_CELLS
                                        + " cells. Remove columns that are not needed, or split the file.",
                                "file")
                        .with("most", MOST_CELLS);
            }
            if (row.stream().anyMatch(c -> c.length() > LONGEST_CELL)) {
                throw Problem.invalid(
                                Code.CELL_TOO_LONG,
                                "Row " + number + " has a cell of more than " + LONGEST_CELL
                                        + " characters. Is a quotation mark open there?",
                                "file")
                        .with("row", number)
                        .with("most", LONGEST_CELL);
            }
            all.add(new Line(number, List.copyOf(row)));
        }
    }
}
