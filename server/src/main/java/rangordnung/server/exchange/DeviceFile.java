package rangordnung.server.exchange;

import de.siegmar.fastcsv.reader.CommentStrategy;
import de.siegmar.fastcsv.reader.CsvParseException;
import de.siegmar.fastcsv.reader.CsvReader;
import de.siegmar.fastcsv.reader.CsvRecord;
import de.siegmar.fastcsv.reader.FieldMismatchStrategy;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.util.Arrays;
import rangordnung.server.platform.Code;

/**
 * A device's readings as CSV: a header, then lines of time in seconds and two values: the kilograms of two scales, or the
 * centimetres of a centre of pressure forward and to the athlete's left.
 */
public record DeviceFile(double rate, double[] first, double[] second) {

    private static final int MOST = 200_000;

    public static DeviceFile read(String csv) {
        char separator = csv.lines().findFirst().filter(l -> l.contains(";")).isPresent() ? ';' : ',';
        try (CsvReader<CsvRecord> rows = CsvReader.builder()
                .fieldSeparator(separator)
                .commentStrategy(CommentStrategy.SKIP)
                .extraFieldStrategy(FieldMismatchStrategy.IGNORE)
                .missingFieldStrategy(FieldMismatchStrategy.IGNORE)
                .ofCsvRecord(csv)) {
            double[][] values = new double[3][1024];
            int n = -1;
            for (CsvRecord row : rows) {
                if (n >= 0) {
                    for (int column = 0; column < 3; column++) {
                        if (n == values[column].length) {
                            values[column] = Arrays.copyOf(values[column], 2 * n);
                        }
                        values[column][n] = number(row, column);
                    }
                    if (n > 0 && values[0][n] <= values[0][n - 1]) {
                        throw FileProblems.at(
                                Code.FILE_TIMES,
                                "line " + row.getStartingLineNumber(),
                                "its time does not come after the one before");
                    }
                }
                if (++n > MOST) {
                    throw FileProblems.at(
                            Code.FILE_TOO_LONG,
                            "line " + row.getStartingLineNumber(),
                            "more than " + MOST + " samples; cut the file");
                }
            }
            if (n < 2) {
                throw FileProblems.at(
                        Code.FILE_WITHOUT_FRAMES,
                        "line 1",
                        "there are no samples in it. The first line names the columns time, first, second; each further line is a sample");
            }
            return new DeviceFile(
                    (n - 1) / (values[0][n - 1] - values[0][0]),
                    Arrays.copyOf(values[1], n),
                    Arrays.copyOf(values[2], n));
        } catch (CsvParseException e) {
            throw FileProblems.at(Code.FILE_BROKEN, "CSV", "a line cannot be read; a quotation mark may be open");
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    private static double number(CsvRecord row, int column) {
        String place = "line " + row.getStartingLineNumber() + ", column " + (column + 1);
        if (column >= row.getFieldCount()) {
            throw FileProblems.at(Code.FILE_NOT_NUMBER, place, "there is no value; time and two values are needed");
        }
        String text = row.getField(column).strip().replace(',', '.');
        try {
            double value = Double.parseDouble(text);
            if (Math.abs(value) > 1e6 || Double.isNaN(value)) {
                throw FileProblems.at(Code.FILE_VALUE, place, text + " cannot be");
            }
            return value;
        } catch (NumberFormatException e) {
            throw FileProblems.notNumber(place, text);
        }
    }
}
