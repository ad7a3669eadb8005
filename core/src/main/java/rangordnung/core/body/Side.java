package rangordnung.core.body;

/** The athlete's own left or right; never the observer's. */
public enum Side {
    LEFT,
    RIGHT;

    /** The other side. */
    public Side opposite() {
        return this == LEFT ? RIGHT : LEFT;
    }
}
