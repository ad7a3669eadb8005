package rangordnung.server.paper;

/** Kinds of paper, by the name in their address and of their template, with the message that names them. */
enum Paper {
    WALL_LIST("wall-list", "paper_wall_list"),
    CARDS("cards", "paper_cards"),
    LETTERS("letters", "paper_letters"),
    SESSIONS("sessions", "paper_sessions"),
    CONSENTS("consents", "paper_consents"),
    STATIONS("stations", "paper_stations"),
    BLANKS("blanks", "paper_blanks"),
    GRADES("grades", "grades_title"),
    REPORT("report", "paper_report");

    private final String address;
    private final String title;

    Paper(String address, String title) {
        this.address = address;
        this.title = title;
    }

    String address() {
        return address;
    }

    /** Of a sheet without names the template is that of the one with names. */
    String template() {
        return this == BLANKS ? STATIONS.address : address;
    }

    /** Whether its sheets lie across: tables with many columns. */
    boolean wide() {
        return this == SESSIONS || this == STATIONS || this == BLANKS;
    }

    String title() {
        return title;
    }
}
