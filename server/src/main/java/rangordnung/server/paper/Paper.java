package rangordnung.server.paper;

/** Kinds of paper, by the name in their address. */
enum Paper {
    WALL_LIST("wall-list"),
    CARDS("cards"),
    LETTERS("letters");

    private final String address;

    Paper(String address) {
        this.address = address;
    }

    String address() {
        return address;
    }
}
