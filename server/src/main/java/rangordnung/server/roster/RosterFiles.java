package rangordnung.server.roster;

import de.siegmar.fastcsv.writer.CsvWriter;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.StringWriter;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import org.dhatim.fastexcel.Workbook;
import org.dhatim.fastexcel.Worksheet;

/** A roster written as CSV or XLSX, in columns that the import reads again. */
final class RosterFiles {

    private static final List<String> HEADER = List.of(
            "Given name",
            "Family name",
            "Birth date",
            "Height cm",
            "Mass kg",
            "Leg length cm",
            "Sport",
            "Side preference",
            "Experience",
            "Aim",
            "Clearance");

    private RosterFiles() {}

    /** UTF-8 with its mark, so that spreadsheets read it rightly. */
    static byte[] csv(List<AthleteRecord> athletes) {
        StringWriter text = new StringWriter();
        text.write('\uFEFF');
        try (CsvWriter writer = CsvWriter.builder().build(text)) {
            writer.writeRecord(HEADER);
            athletes.forEach(a -> writer.writeRecord(row(a)));
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
        return text.toString().getBytes(StandardCharsets.UTF_8);
    }

    static byte[] xlsx(List<AthleteRecord> athletes) {
        ByteArrayOutputStream bytes = new ByteArrayOutputStream();
        try (Workbook book = new Workbook(bytes, "Rangordnung", "1.0")) {
            Worksheet sheet = book.newWorksheet("Roster");
            for (int column = 0; column < HEADER.size(); column++) {
                sheet.value(0, column, HEADER.get(column));
            }
            for (int i = 0; i < athletes.size(); i++) {
                List<String> row = row(athletes.get(i));
                for (int column = 0; column < row.size(); column++) {
                    sheet.value(i + 1, column, row.get(column));
                }
            }
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
        return bytes.toByteArray();
    }

    private static List<String> row(AthleteRecord a) {
        List<String> row = new ArrayList<>(List.of(guarded(a.givenName()), guarded(a.familyName())));
        row.add(text(a.birthDate()));
        row.add(text(a.heightCm()));
        row.add(text(a.massKg()));
        row.add(text(a.legLengthCm()));
        row.add(guarded(a.sport().orElse("")));
        row.add(word(a.sidePreference()));
        row.add(word(a.experience()));
        row.add(word(a.aim()));
        row.add(
                switch (a.clearance()) {
                    case CLEARED -> "cleared";
                    case NOT_CLEARED -> "not cleared";
                    case NOT_ASKED -> "";
                });
        return row;
    }

    private static String word(Optional<? extends Enum<?>> value) {
        return value.map(v -> v.name().toLowerCase(Locale.ROOT).replace('_', ' '))
                .orElse("");
    }

    private static String text(Optional<?> value) {
        return value.map(Object::toString).orElse("");
    }

    /** A text that a spreadsheet would take for a formula gets an apostrophe in front (common practice). */
    static String guarded(String text) {
        return !text.isEmpty() && "=+-@\t\r".indexOf(text.charAt(0)) >= 0 ? "'" + text : text;
    }

    /** Takes the apostrophe away again. */
    static String withoutGuard(String text) {
        return text.length() > 1 && text.charAt(0) == '\'' && "=+-@\t\r".indexOf(text.charAt(1)) >= 0
                ? text.substring(1)
                : text;
    }
}
