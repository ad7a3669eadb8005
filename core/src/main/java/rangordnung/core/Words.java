package rangordnung.core;

import java.text.Normalizer;
import org.jspecify.annotations.Nullable;

/** What makes a text that somebody wrote one that can be shown and compared. */
public final class Words {

    private Words() {}

    /** Whether something of a text can be seen: a letter, a digit, a sign; joiners and blanks alone cannot. */
    public static boolean visible(String text) {
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
    public static String clean(@Nullable String text) {
        return text == null
                ? ""
                : Normalizer.normalize(text, Normalizer.Form.NFC).strip().replaceAll("\\s+", " ");
    }
}
