package rangordnung.core.body;

import java.text.Normalizer;
import rangordnung.core.Refusal;

/**
 * An athlete's name: NFC, trimmed, inner white space folded. The family name may be empty, since not
 * everybody has one.
 */
public record AthleteName(String given, String family) {

    /** Longest part of a name that is kept, in UTF-16 units (house convention). */
    public static final int LONGEST = 80;

    public AthleteName {
        given = clean(given);
        family = clean(family);
        if (given.isEmpty()) {
            throw Refusal.missing("givenName");
        }
        visible(given, "givenName");
        if (!family.isEmpty()) {
            visible(family, "familyName");
        }
    }

    /** A name that was kept when less was checked: what cannot be shown becomes a question mark. */
    public static AthleteName kept(String given, String family) {
        try {
            return new AthleteName(given, family);
        } catch (Refusal e) {
            return new AthleteName("?", "");
        }
    }

    private static void visible(String part, String field) {
        if (!hasVisible(Refusal.words(part, LONGEST, field))) {
            throw Refusal.text(field, "has no character that can be seen");
        }
    }

    /** Whether something of a text can be seen: a letter, a digit, a sign; joiners and blanks alone cannot. */
    public static boolean hasVisible(String text) {
        return text.codePoints().anyMatch(c -> switch (Character.getType(c)) {
            case Character.FORMAT,
                    Character.CONTROL,
                    Character.SPACE_SEPARATOR,
                    Character.LINE_SEPARATOR,
                    Character.PARAGRAPH_SEPARATOR,
                    Character.NON_SPACING_MARK,
                    Character.ENCLOSING_MARK,
                    Character.UNASSIGNED,
                    Character.SURROGATE,
                    Character.PRIVATE_USE -> false;
            default -> c != BLANK_BRAILLE && c != HANGUL_FILLER && c != HALFWIDTH_FILLER;
        });
    }

    /** Letters by their class that show nothing. */
    private static final int BLANK_BRAILLE = 0x2800;

    private static final int HANGUL_FILLER = 0x3164;
    private static final int HALFWIDTH_FILLER = 0xFFA0;

    /** Text in NFC with outer white space removed and inner white space folded to one blank. */
    public static String clean(String text) {
        return text == null
                ? ""
                : Normalizer.normalize(text, Normalizer.Form.NFC).strip().replaceAll("\\s+", " ");
    }

    /**
     * Given name and the first letter of the family name, as shown at a station: least data for
     * minors (common practice in safeguarding, no source).
     */
    public String shortened() {
        if (family.isEmpty()) {
            return given;
        }
        String initial = family.substring(0, family.offsetByCodePoints(0, 1));
        return given + " " + initial + ".";
    }

    /** Given name, then family name. */
    public String full() {
        return family.isEmpty() ? given : given + " " + family;
    }
}
