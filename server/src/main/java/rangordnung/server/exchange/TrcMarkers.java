package rangordnung.server.exchange;

import java.io.BufferedReader;
import java.io.IOException;
import java.io.InputStream;
import java.io.InputStreamReader;
import java.io.OutputStream;
import java.io.OutputStreamWriter;
import java.io.UncheckedIOException;
import java.io.Writer;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import rangordnung.core.motion.signal.Axis;
import rangordnung.core.motion.signal.Landmark;
import rangordnung.core.motion.signal.Motion;
import rangordnung.server.platform.Code;

/** Marker paths as text separated by tabs: three header lines, two lines of column names, then a line for each frame. */
final class TrcMarkers {

    private static final int LONGEST_LINE = 1 << 18;
    private static final Map<String, Double> METRES = Map.of("mm", 0.001, "cm", 0.01, "m", 1.0);

    private TrcMarkers() {}

    static boolean recognises(String head) {
        return head.startsWith("PathFileType");
    }

    static LandmarkFile read(InputStream in, ReadOptions how) {
        Lines lines = new Lines(new BufferedReader(new InputStreamReader(in, StandardCharsets.UTF_8)));
        lines.required("PathFileType");
        List<String> keys = cells(lines.required("the names of the header's values"));
        List<String> values = cells(lines.required("the header's values"));
        double rate = number(value(keys, values, "DataRate"), "line 3, DataRate");
        String units = value(keys, values, "Units").toLowerCase(Locale.ROOT);
        if (!METRES.containsKey(units)) {
            throw FileProblems.at(Code.FILE_HEADER, "line 3, Units", "“" + units + "” is not mm, cm or m");
        }
        List<String> names = cells(lines.required("the names of the markers")).stream()
                .skip(2)
                .map(String::strip)
                .filter(n -> !n.isEmpty())
                .toList();
        lines.required("the axes");
        FrameReader intake = new FrameReader(
                LandmarkFile.Format.TRC,
                how,
                FrameReader.Axes.ANY,
                names,
                Optional.of(rate),
                Optional.of(METRES.get(units)));
        for (String line = lines.next(); line != null; line = lines.next()) {
            if (!line.isBlank()) {
                take(intake, names.size(), cells(line), "line " + lines.number);
            }
        }
        return intake.finish();
    }

    private static void take(FrameReader intake, int markers, List<String> cells, String line) {
        intake.frame(Double.NaN);
        for (int i = 0; i < markers; i++) {
            int at = 2 + 3 * i;
            if (intake.takes(i)
                    && cells.size() > at + 2
                    && !cells.get(at).isBlank()
                    && !cells.get(at + 1).isBlank()
                    && !cells.get(at + 2).isBlank()) {
                String place = line + ", column ";
                double x = number(cells.get(at), place + (at + 1));
                double y = number(cells.get(at + 1), place + (at + 2));
                double z = number(cells.get(at + 2), place + (at + 3));
                if (!Double.isNaN(x + y + z)) {
                    intake.point(i, x, y, z, 1, line);
                }
            }
        }
    }

    private static List<String> cells(String line) {
        return List.of(line.split("\t", -1));
    }

    private static String value(List<String> keys, List<String> values, String key) {
        int at = keys.stream().map(String::strip).toList().indexOf(key);
        if (at < 0 || at >= values.size()) {
            throw FileProblems.at(Code.FILE_HEADER, "line 2", "the header does not say " + key);
        }
        return values.get(at).strip();
    }

    private static double number(String text, String place) {
        try {
            return Double.parseDouble(text.strip());
        } catch (NumberFormatException e) {
            throw FileProblems.notNumber(place, text);
        }
    }

    /** Lines of bounded length. */
    private static final class Lines {
        private final BufferedReader reader;
        private int number;

        Lines(BufferedReader reader) {
            this.reader = reader;
        }

        String required(String what) {
            String line = next();
            if (line == null) {
                throw FileProblems.at(Code.FILE_CUT_OFF, "line " + (number + 1), "the file ends before " + what);
            }
            return line;
        }

        @Nullable
        String next() {
            StringBuilder line = new StringBuilder();
            try {
                int c = reader.read();
                if (c < 0) {
                    return null;
                }
                number++;
                for (; c >= 0 && c != '\n'; c = reader.read()) {
                    if (line.length() == LONGEST_LINE) {
                        throw FileProblems.at(
                                Code.FILE_BROKEN,
                                "line " + number,
                                "it is longer than " + LONGEST_LINE + " characters");
                    }
                    if (c != '\r') {
                        line.append((char) c);
                    }
                }
            } catch (IOException e) {
                throw new UncheckedIOException(e);
            }
            return line.toString();
        }
    }

    /** Millimetres, x forward, y up, z to the right, as is common in such files. */
    static void write(Motion motion, OutputStream out) throws IOException {
        Writer writer = new OutputStreamWriter(out, StandardCharsets.UTF_8);
        List<Landmark> landmarks = new ArrayList<>(motion.landmarks());
        double millimetres = 1000 * motion.metresPerUnit().orElse(1.0);
        writer.write("PathFileType\t4\t(X/Y/Z)\trangordnung.trc\n");
        writer.write(
                "DataRate\tCameraRate\tNumFrames\tNumMarkers\tUnits\tOrigDataRate\tOrigDataStartFrame\tOrigNumFrames\n");
        writer.write(String.format(
                Locale.ROOT,
                "%1$.4f\t%1$.4f\t%2$d\t%3$d\tmm\t%1$.4f\t1\t%2$d\n",
                motion.rate(),
                motion.frames(),
                landmarks.size()));
        writer.write("Frame#\tTime");
        for (Landmark l : landmarks) {
            writer.write("\t" + LandmarkNames.of(l) + "\t\t");
        }
        writer.write("\n\t");
        for (int i = 1; i <= landmarks.size(); i++) {
            writer.write("\tX" + i + "\tY" + i + "\tZ" + i);
        }
        writer.write("\n");
        for (int f = 0; f < motion.frames(); f++) {
            writer.write(String.format(Locale.ROOT, "%d\t%.5f", f + 1, f / motion.rate()));
            for (Landmark l : landmarks) {
                writer.write(
                        motion.confidence(l, f) > 0
                                ? String.format(
                                        Locale.ROOT,
                                        "\t%.4f\t%.4f\t%.4f",
                                        millimetres * known(motion, l, Axis.X, f),
                                        millimetres * known(motion, l, Axis.Z, f),
                                        -millimetres * known(motion, l, Axis.Y, f))
                                : "\t\t\t");
            }
            writer.write("\n");
        }
        writer.flush();
    }

    /** A coordinate; zero along the axis that a view does not show. */
    static double known(Motion motion, Landmark landmark, Axis axis, int frame) {
        double value = motion.at(landmark, axis, frame);
        return Double.isNaN(value) ? 0 : value;
    }
}
