package rangordnung.core.body;

import java.text.Normalizer;

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
            throw new IllegalArgumentException("A given name is needed");
        }
        if (given.length() > LONGEST || family.length() > LONGEST) {
            throw new IllegalArgumentException("A name part may have at most " + LONGEST + " characters");
        }
    }

    /** Text in NFC with outer white space removed and inner white space folded to one blank. */
    public static String clean(String text) {
        return text == null ? "" : Normalizer.normalize(text, Normalizer.Form.NFC).strip().replaceAll("\\s+", " ");
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
