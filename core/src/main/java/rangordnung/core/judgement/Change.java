package rangordnung.core.judgement;

/**
 * A value against an earlier one, held against the noise of both.
 *
 * @param difference     now minus before
 * @param detectable     the smallest difference that noise does not explain
 * @param verdict        said only beyond the detectable difference
 */
public record Change(double difference, double detectable, Verdict verdict) {

    /** What may be said of a change. */
    public enum Verdict {
        IMPROVED,
        WORSE,
        WITHIN_NOISE
    }

    /**
     * The change from one estimate to a later one of the same measure, side and conditions.
     *
     * @param coverage   normal quantile, 1.96 for 95 % (Weir 2005, J Strength Cond Res 19; value from memory)
     * @param moreIsBetter whether a rise is an improvement
     */
    public static Change between(Estimate before, Estimate now, double coverage, boolean moreIsBetter) {
        double difference = now.value() - before.value();
        double detectable = before.detectableDifference(now, coverage);
        Verdict verdict = Math.abs(difference) < detectable
                ? Verdict.WITHIN_NOISE
                : difference > 0 == moreIsBetter ? Verdict.IMPROVED : Verdict.WORSE;
        return new Change(difference, detectable, verdict);
    }
}
