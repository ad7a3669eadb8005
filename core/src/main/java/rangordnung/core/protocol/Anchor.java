package rangordnung.core.protocol;

import java.util.Optional;
import java.util.Set;
import rangordnung.core.Ordered;
import rangordnung.core.Refusal;

/**
 * How a measured value becomes a deviation: tolerance is 0, limit is 1, linear between.
 *
 * @param measure   what is measured, for example {@code fppa}
 * @param tolerance up to here there is no deviation
 * @param limit     from here on the deviation is 1; may lie below the tolerance where smaller is worse
 * @param sem       standard error of measurement, in the same unit
 * @param under     schools, written {@code policy=VALUE}, under which it counts; empty means under all
 * @param against   the policy whose target is taken off the value first; empty where the value stands by itself
 */
public record Anchor(
        String measure,
        Threshold tolerance,
        Threshold limit,
        Threshold sem,
        Set<String> under,
        Optional<String> against) {

    public Anchor {
        Refusal.present(measure, "measure");
        Refusal.present(tolerance, "tolerance");
        Refusal.present(limit, "limit");
        Refusal.present(sem, "sem");
        against = against == null ? Optional.empty() : against;
        under = under == null ? Set.of() : Ordered.copy(under);
        if (tolerance.value() == limit.value()) {
            throw new InvalidProtocol("Tolerance and limit of " + measure + " must differ");
        }
        if (!tolerance.unit().equals(limit.unit()) || !tolerance.unit().equals(sem.unit())) {
            throw new InvalidProtocol("Tolerance, limit and SEM of " + measure + " must share one unit");
        }
        if (sem.value() <= 0) {
            throw new InvalidProtocol("The SEM of " + measure + " must be above zero");
        }
    }

    /** What is taken off a value first under a school; empty where the school wants the athlete's own and it is not known. */
    public Optional<Double> target(School school) {
        return against.map(school::target).orElse(Optional.of(0.0));
    }

    /** Deviation of a value, 0 to 1, after its target was taken off. */
    public double deviation(double value) {
        return Math.min(1, Math.max(0, offset(value)));
    }

    /** The same, below 0 and above 1 as far as the value lies outside. */
    public double offset(double value) {
        return (value - tolerance.value()) / (limit.value() - tolerance.value());
    }

    /** Standard error of the deviation, from the measure's SEM; not reduced at the clamped ends. */
    public double deviationSem() {
        return sem.value() / range();
    }

    /** From tolerance to limit, in the measure's unit. */
    public double range() {
        return Math.abs(limit.value() - tolerance.value());
    }
}
