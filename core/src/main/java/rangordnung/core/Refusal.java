package rangordnung.core;

import java.util.Collection;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/**
 * Bad input: what is wrong, where, and between what a number may lie. It is the only exception that the core throws for
 * what comes from outside; anything else that it throws is a mistake of the product.
 */
public class Refusal extends RuntimeException {

    private static final long serialVersionUID = 1L;

    /** What is wrong. */
    public enum Kind {
        /** A part is missing or null. */
        MISSING,
        /** A number lies outside what can be. */
        OUT_OF_RANGE,
        /** A text is empty, too long, or has characters that no text has. */
        TEXT,
        /** A body that stands on no feet: its landmarks are mixed up, or up is down. */
        BODY,
        /** The parts do not fit together. */
        CONTRADICTION
    }

    /** Between what a number may lie, and in which unit; an empty unit is a plain number. */
    public record Range(double low, double high, String unit) {}

    private final Kind kind;
    private final String field;
    private final transient @Nullable Range range;

    protected Refusal(Kind kind, String field, @Nullable Range range, String sentence) {
        super(sentence);
        this.kind = kind;
        this.field = field;
        this.range = range;
    }

    /** Parts that do not fit together, in a sentence. */
    public static Refusal contradiction(String sentence) {
        return new Refusal(Kind.CONTRADICTION, "", null, sentence);
    }

    /** A body as no body is. */
    public static Refusal body(String sentence) {
        return new Refusal(Kind.BODY, "", null, sentence);
    }

    public static Refusal missing(String field) {
        return new Refusal(Kind.MISSING, field, null, "“" + field + "” is missing.");
    }

    public static Refusal text(String field, String what) {
        return new Refusal(Kind.TEXT, field, null, "“" + field + "” " + what + ".");
    }

    /** A number that lies outside; low and high belong to what is possible. */
    public static Refusal outOfRange(String field, double given, double low, double high, String unit) {
        String of = unit.isEmpty() ? "" : " " + unit;
        return new Refusal(
                Kind.OUT_OF_RANGE,
                field,
                new Range(low, high, unit),
                "“" + field + "” must be from " + plain(low) + " to " + plain(high) + of + ", not " + plain(given)
                        + ".");
    }

    /** The value, unless it is missing. */
    public static <T> T present(T value, String field) {
        if (value == null) {
            throw missing(field);
        }
        return value;
    }

    /** The collection, unless it or one of what is in it is missing. */
    public static <C extends Collection<?>> C each(C values, String field) {
        for (Object value : present(values, field)) {
            present(value, field);
        }
        return values;
    }

    /** The number, where it is one and lies within. */
    public static double within(double value, double low, double high, String unit, String field) {
        if (!(value >= low && value <= high)) {
            throw outOfRange(field, value, low, high, unit);
        }
        return value;
    }

    public static int within(int value, int low, int high, String unit, String field) {
        within((double) value, low, high, unit, field);
        return value;
    }

    /** The number, where there is one, if it lies within. */
    public static Optional<Double> within(Optional<Double> value, double low, double high, String unit, String field) {
        present(value, field).ifPresent(v -> within(v, low, high, unit, field));
        return value;
    }

    /** A name that data use for something: small letters and what stands between them, at most 80 characters (house convention). */
    public static String name(String value, String field) {
        if (present(value, field).isBlank()) {
            throw text(field, "is empty");
        }
        return words(value, 80, field);
    }

    /** A text that can be kept and shown: no control characters but line breaks, no half characters, and not too long. */
    public static String words(String value, int longest, String field) {
        if (present(value, field).length() > longest) {
            throw text(field, "has more than " + longest + " characters");
        }
        value.codePoints().filter(Refusal::unusable).findFirst().ifPresent(c -> {
            throw text(field, "has a character that no text has (U+%04X)".formatted(c));
        });
        return value;
    }

    /** Whether a character belongs to no text: a control character but tab and line break, or half of a character. */
    public static boolean unusable(int codePoint) {
        return Character.isISOControl(codePoint) && codePoint != '\t' && codePoint != '\n' && codePoint != '\r'
                || codePoint >= Character.MIN_SURROGATE && codePoint <= Character.MAX_SURROGATE;
    }

    private static String plain(double value) {
        return value == Math.rint(value) && Math.abs(value) < 1e9
                ? String.valueOf((long) value)
                : String.valueOf(value);
    }

    public Kind kind() {
        return kind;
    }

    /** The part that is wrong; empty where several do not fit together. */
    public String field() {
        return field;
    }

    public Optional<Range> range() {
        return Optional.ofNullable(range);
    }
}
