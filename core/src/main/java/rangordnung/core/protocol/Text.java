package rangordnung.core.protocol;

/** Words that belong to protocol data, in every language of the interface. */
public record Text(String en, String de) {

    public Text {
        if (en == null || en.isBlank() || de == null || de.isBlank()) {
            throw new InvalidProtocol("A text is needed in English and in German: " + en + " / " + de);
        }
    }
}
