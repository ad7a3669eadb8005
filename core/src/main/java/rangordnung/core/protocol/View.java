package rangordnung.core.protocol;

/** Where the observer stands. */
public enum View {
    FRONT,
    SIDE,
    BACK
}
