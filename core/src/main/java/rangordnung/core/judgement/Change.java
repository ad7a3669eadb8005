package rangordnung.core.judgement;

/**
 * A value against an earlier one, held against the noise of both.
 *
 * @param difference now minus before
 * @param detectable the smallest difference that noise does not explain
 * @param low        lower end of the 90 % interval of the difference
 * @param high       upper end of it
 * @param verdict    what may be said
 */
public record Change(double difference, double detectable, double low, double high, Verdict verdict) {

    /** What may be said of a change. */
    public enum Verdict {
        IMPROVED,
        WORSE,
        /** The whole interval is too small a change to matter. */
        SAME,
        /** Neither a change nor the lack of one is shown; it speaks for nothing. */
        CANNOT_TELL
    }

    /** Normal quantile of a 90 % interval. */
    static final double NINETY = 1.645;

    /**
     * The change from one estimate to a later one of the same measure, side and conditions.
     *
     * @param coverage     normal quantile of the detectable difference, 1.96 for 95 % (Weir 2005, J Strength Cond Res 19; value
     *                     from memory)
     * @param worthwhile   the smallest change that matters; within less either way it is the same
     * @param moreIsBetter whether a rise is an improvement
     */
    public static Change between(
            Estimate before, Estimate now, double coverage, double worthwhile, boolean moreIsBetter) {
        double difference = now.value() - before.value();
        double detectable = before.detectableDifference(now, coverage);
        double reach = before.detectableDifference(now, NINETY);
        double low = difference - reach;
        double high = difference + reach;
        Verdict verdict = Math.abs(difference) >= detectable
                ? difference > 0 == moreIsBetter ? Verdict.IMPROVED : Verdict.WORSE
                : Math.max(-low, high) < worthwhile ? Verdict.SAME : Verdict.CANNOT_TELL;
        return new Change(difference, detectable, low, high, verdict);
    }
}
