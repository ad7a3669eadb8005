package rangordnung.server.paper;

import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.text.Collator;
import java.text.NumberFormat;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneId;
import java.time.format.DateTimeFormatter;
import java.time.format.FormatStyle;
import java.util.Comparator;
import java.util.HashMap;
import java.util.Map;
import rangordnung.core.body.Side;
import rangordnung.core.protocol.Text;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.ObjectMapper;

/** The words of the interface in one language: the same catalogue that the screens are written with. */
final class Catalogue {

    private final Language language;
    private final Map<String, JsonNode> words;
    private final Map<String, String> plain = new HashMap<>();

    private Catalogue(Language language, Map<String, JsonNode> words) {
        this.language = language;
        this.words = words;
        words.forEach((key, value) -> {
            if (value.isString()) {
                plain.put(key, value.stringValue());
            }
        });
    }

    static Catalogue of(Language language, ObjectMapper json) {
        try (InputStream in = Catalogue.class.getResourceAsStream("/messages/" + language.code() + ".json")) {
            if (in == null) {
                throw new IllegalStateException("There are no words in " + language);
            }
            Map<String, JsonNode> words = new HashMap<>();
            json.readTree(in).propertyStream().forEach(e -> words.put(e.getKey(), e.getValue()));
            return new Catalogue(language, words);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    Language language() {
        return language;
    }

    /** All messages without a plural, by key, for templates. */
    Map<String, String> plain() {
        return plain;
    }

    String say(Text text) {
        return language.say(text);
    }

    /**
     * A message.
     *
     * @param with names and values of its places, in turn
     */
    String say(String key, Object... with) {
        JsonNode found = words.get(key);
        if (found == null) {
            throw new IllegalArgumentException("There is no message " + key);
        }
        String text = found.isString() ? found.stringValue() : plural(found, with);
        for (int i = 0; i + 1 < with.length; i += 2) {
            text = text.replace("{" + with[i] + "}", with[i + 1].toString());
        }
        return text;
    }

    /** English and German know one and many. */
    private static String plural(JsonNode message, Object... with) {
        boolean one = with.length > 1 && with[1] instanceof Number n && n.intValue() == 1;
        return message.get(0)
                .get("match")
                .propertyStream()
                .filter(e -> e.getKey().endsWith(one ? "=one" : "=other"))
                .findFirst()
                .orElseThrow()
                .getValue()
                .stringValue();
    }

    String side(Side side) {
        return say(side == Side.LEFT ? "side_left" : "side_right");
    }

    /** How names are sorted. */
    Comparator<Object> order() {
        return Collator.getInstance(language.locale());
    }

    String day(LocalDate day) {
        return DateTimeFormatter.ofLocalizedDate(FormatStyle.LONG)
                .withLocale(language.locale())
                .format(day);
    }

    /** The day of a moment where the server stands. */
    LocalDate localDay(Instant moment) {
        return LocalDate.ofInstant(moment, ZoneId.systemDefault());
    }

    /** In the quotation marks of the language. */
    String quoted(String text) {
        return language == Language.DE ? "„" + text + "“" : "“" + text + "”";
    }

    /** With two decimals, for ratios and shares. */
    String hundredths(double value) {
        NumberFormat format = NumberFormat.getNumberInstance(language.locale());
        format.setMinimumFractionDigits(2);
        format.setMaximumFractionDigits(2);
        return format.format(value);
    }

    /** With one decimal at most. */
    String number(double value) {
        NumberFormat format = NumberFormat.getNumberInstance(language.locale());
        format.setMaximumFractionDigits(1);
        return format.format(value);
    }
}
