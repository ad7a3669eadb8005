package rangordnung.server.paper;

/** A sheet. */
enum PageSize {
    A4,
    LETTER;

    String sheet() {
        return this == A4 ? "a4" : "letter";
    }
}
