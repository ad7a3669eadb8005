package rangordnung.core.protocol;

/** Protocol data that contradict themselves or miss a part; the message says which and where. */
public final class InvalidProtocol extends IllegalArgumentException {

    public InvalidProtocol(String message) {
        super(message);
    }
}
