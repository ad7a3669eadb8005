package rangordnung.server.roster;

import rangordnung.core.Refusal;
import rangordnung.core.Words;

/**
 * An athlete's name: NFC, trimmed, inner white space folded. The family name may be empty, since not
 * everybody has one.
 */
public record AthleteName(String given, String family) {

    /** Longest part of a name that is kept, in UTF-16 units (house convention). */
    public static final int LONGEST = 80;

    public AthleteName {
        given = Words.clean(given);
        family = Words.clean(family);
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
        if (!Words.visible(Refusal.words(part, LONGEST, field))) {
            throw Refusal.text(field, "has no character that can be seen");
        }
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
