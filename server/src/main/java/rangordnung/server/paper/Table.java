package rangordnung.server.paper;

/** Tables to go on working with, by the message that names them. */
enum Table {
    RESULTS("nav_results"),
    GROUPS("nav_groups"),
    BLOCK("nav_training"),
    HISTORY("table_history");

    private final String title;

    Table(String title) {
        this.title = title;
    }

    String title() {
        return title;
    }
}
