package rangordnung.server.paper;

/** Kinds of paper, by the name in their address and of their template, with the message that names them. */
enum Paper {
    WALL_LIST("wall-list", "paper_wall_list"),
    CARDS("cards", "paper_cards"),
    LETTERS("letters", "paper_letters");

    private final String address;
    private final String title;

    Paper(String address, String title) {
        this.address = address;
        this.title = title;
    }

    String address() {
        return address;
    }

    String title() {
        return title;
    }
}
