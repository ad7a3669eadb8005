package rangordnung.core.protocol;

/** Where a value comes from; shown wherever the value is used. */
public enum Label {
    /** Common practice: a rule of thumb of the trade, with no source. */
    CP,
    /** Published; the source stands beside it. */
    PUB,
    /** House convention: set by this product, editable, no evidence. */
    HC
}
