package rangordnung.server.platform;

import de.siegmar.fastcsv.writer.CsvWriter;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.StringWriter;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.time.LocalDate;
import java.util.List;
import org.dhatim.fastexcel.Workbook;
import org.dhatim.fastexcel.Worksheet;

/**
 * A table as CSV (RFC 4180) or XLSX (ISO/IEC 29500).
 *
 * @param name of the sheet
 * @param rows of cells: texts, numbers, days; an empty text is an empty cell
 */
public record Spreadsheet(String name, List<String> header, List<List<?>> rows) {

    /** First characters that a spreadsheet takes for a formula. */
    private static final String FORMULA = "=+-@\t\r";

    private static final String DAY = "yyyy-mm-dd";

    /** Files that it can be written as. */
    public enum As {
        CSV("csv", "text/csv;charset=UTF-8"),
        XLSX("xlsx", "application/vnd.openxmlformats-officedocument.spreadsheetml.sheet");

        private final String ending;
        private final String type;

        As(String ending, String type) {
            this.ending = ending;
            this.type = type;
        }

        public String ending() {
            return ending;
        }

        public String type() {
            return type;
        }
    }

    public byte[] write(As as) {
        return as == As.CSV ? csv() : xlsx();
    }

    /** UTF-8 with its mark, so that spreadsheets read it rightly. */
    private byte[] csv() {
        StringWriter text = new StringWriter();
        text.write('\uFEFF');
        try (CsvWriter writer = CsvWriter.builder().build(text)) {
            writer.writeRecord(header.stream().map(Spreadsheet::guarded).toList());
            rows.forEach(row -> writer.writeRecord(row.stream()
                    .map(cell -> cell instanceof String words ? guarded(words) : cell.toString())
                    .toList()));
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
        return text.toString().getBytes(StandardCharsets.UTF_8);
    }

    private byte[] xlsx() {
        ByteArrayOutputStream bytes = new ByteArrayOutputStream();
        try (Workbook book = new Workbook(bytes, "Rangordnung", "1.0")) {
            Worksheet sheet = book.newWorksheet(name);
            for (int column = 0; column < header.size(); column++) {
                sheet.value(0, column, guarded(header.get(column)));
                sheet.style(0, column).bold().set();
            }
            for (int i = 0; i < rows.size(); i++) {
                for (int column = 0; column < rows.get(i).size(); column++) {
                    put(sheet, i + 1, column, rows.get(i).get(column));
                }
            }
            sheet.freezePane(1, 1);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
        return bytes.toByteArray();
    }

    private static void put(Worksheet sheet, int row, int column, Object cell) {
        if (cell instanceof Number number) {
            sheet.value(row, column, number);
        } else if (cell instanceof LocalDate day) {
            sheet.value(row, column, day);
            sheet.style(row, column).format(DAY).set();
        } else if (!cell.toString().isEmpty()) {
            sheet.value(row, column, guarded(cell.toString()));
        }
    }

    /** A text that a spreadsheet would take for a formula gets an apostrophe in front (common practice). */
    public static String guarded(String text) {
        return !text.isEmpty() && FORMULA.indexOf(text.charAt(0)) >= 0 ? "'" + text : text;
    }

    /** Takes the apostrophe away again. */
    public static String withoutGuard(String text) {
        return text.length() > 1 && text.charAt(0) == '\'' && FORMULA.indexOf(text.charAt(1)) >= 0
                ? text.substring(1)
                : text;
    }
}
