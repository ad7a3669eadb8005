package rangordnung.core.agreement;

/** A figure with its 95 % interval. */
public record Interval(double value, double low, double high) {

    /** From a standard error, held to a range. */
    static Interval of(double value, double error, double least, double most) {
        double reach = NORMAL * error;
        return new Interval(value, Math.max(least, value - reach), Math.min(most, value + reach));
    }

    /** Normal quantile of a 95 % interval. */
    static final double NORMAL = 1.959963984540054;
}
