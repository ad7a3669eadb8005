package rangordnung.server.paper;

import java.util.Locale;
import rangordnung.core.protocol.Text;

/** In which language paper is set. */
public enum Language {
    EN(Locale.UK),
    DE(Locale.GERMANY);

    private final Locale locale;

    Language(Locale locale) {
        this.locale = locale;
    }

    Locale locale() {
        return locale;
    }

    String code() {
        return locale.getLanguage();
    }

    /** The words of protocol data in this language. */
    String say(Text text) {
        return this == DE ? text.de() : text.en();
    }
}
