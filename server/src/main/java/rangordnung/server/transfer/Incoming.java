package rangordnung.server.transfer;

import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import rangordnung.server.platform.Code;
import rangordnung.server.platform.Problem;
import tools.jackson.core.JacksonException;
import tools.jackson.core.JsonParser;
import tools.jackson.core.JsonToken;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** A file that somebody has sent, read row by row as often as needed; never whole in memory. */
final class Incoming {

    /** Rows that are handed on at once (house convention). */
    private static final int AT_ONCE = 500;

    /** Takes rows of a section, with the number of the first of them, from 1. */
    @FunctionalInterface
    interface Rows {

        void take(Section section, int first, List<JsonNode> rows);
    }

    private final Path file;
    private final JsonMapper json;

    Incoming(Path file, JsonMapper json) {
        this.file = file;
        this.json = json;
    }

    /** Reads the file from its beginning to its end. */
    void read(Rows rows) {
        try (InputStream in = Files.newInputStream(file);
                JsonParser parser = json.createParser(in)) {
            if (parser.nextToken() != JsonToken.START_OBJECT) {
                throw foreign();
            }
            boolean ours = false;
            while (parser.nextToken() == JsonToken.PROPERTY_NAME) {
                String name = parser.currentName();
                JsonToken value = parser.nextToken();
                var section = Section.at(name);
                if (name.equals("format")) {
                    ours = value == JsonToken.VALUE_STRING && parser.getString().equals(Export.FORMAT);
                } else if (name.equals("version")) {
                    version(value, parser);
                } else if (section.isPresent()) {
                    if (!ours || value != JsonToken.START_ARRAY) {
                        throw foreign();
                    }
                    rows(section.get(), parser, rows);
                } else {
                    parser.skipChildren();
                }
            }
            if (!ours) {
                throw foreign();
            }
        } catch (JacksonException e) {
            throw Problem.invalid(
                    Code.TRANSFER_UNREADABLE,
                    "The file is no whole JSON: it breaks off or is damaged at line "
                            + e.getLocation().getLineNr() + ".",
                    "file");
        } catch (IOException e) {
            throw new java.io.UncheckedIOException(e);
        }
    }

    private void rows(Section section, JsonParser parser, Rows rows) {
        List<JsonNode> some = new ArrayList<>();
        int first = 1;
        while (parser.nextToken() != JsonToken.END_ARRAY) {
            some.add(parser.readValueAsTree());
            if (some.size() == AT_ONCE) {
                rows.take(section, first, some);
                first += AT_ONCE;
                some = new ArrayList<>();
            }
        }
        if (!some.isEmpty()) {
            rows.take(section, first, some);
        }
    }

    private static void version(JsonToken value, JsonParser parser) {
        if (value != JsonToken.VALUE_NUMBER_INT || parser.getIntValue() != Export.VERSION) {
            throw Problem.invalid(
                    Code.TRANSFER_VERSION,
                    "The file is of another version than " + Export.VERSION
                            + ", which this product reads. Write it with the same version of the product.",
                    "version");
        }
    }

    private static Problem foreign() {
        return Problem.invalid(
                Code.TRANSFER_UNREADABLE,
                "That is no file with rosters from this product. Choose one that “Everything as one file” has written.",
                "file");
    }
}
