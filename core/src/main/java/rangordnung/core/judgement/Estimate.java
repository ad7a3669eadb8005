package rangordnung.core.judgement;

/**
 * A number with its noise.
 *
 * @param value the number
 * @param sem   its standard error of measurement, in the same unit
 */
public record Estimate(double value, double sem) {

    /**
     * Minimal detectable change of one value: 1.96 × √2 × SEM
     * (Weir 2005, J Strength Cond Res 19; value from memory).
     *
     * @param coverage normal quantile, 1.96 for 95 %
     */
    public double minimalDetectableChange(double coverage) {
        return coverage * Math.sqrt(2) * sem;
    }

    /**
     * The smallest difference between two values that their noise does not explain: coverage × √(SEM₁² + SEM₂²);
     * with equal noise the minimal detectable change.
     */
    public double detectableDifference(Estimate other, double coverage) {
        return coverage * Math.hypot(sem, other.sem);
    }
}
