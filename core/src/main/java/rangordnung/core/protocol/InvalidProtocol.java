package rangordnung.core.protocol;

import rangordnung.core.Refusal;

/** Protocol data that contradict themselves or miss a part; the message says which and where. */
public final class InvalidProtocol extends Refusal {

    private static final long serialVersionUID = 1L;

    public InvalidProtocol(String message) {
        super(Kind.CONTRADICTION, "", null, message);
    }
}
