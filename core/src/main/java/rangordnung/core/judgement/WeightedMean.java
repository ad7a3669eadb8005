package rangordnung.core.judgement;

import java.util.Optional;

/**
 * Weighted mean of estimates with independent noise: Σwx / Σw, with the standard error √(Σw²s²) / Σw
 * (propagation of independent errors).
 */
final class WeightedMean {

    private double weights;
    private double values;
    private double variances;

    WeightedMean add(double weight, Estimate estimate) {
        weights += weight;
        values += weight * estimate.value();
        variances += weight * weight * estimate.sem() * estimate.sem();
        return this;
    }

    Optional<Estimate> mean() {
        return weights == 0
                ? Optional.empty()
                : Optional.of(new Estimate(values / weights, Math.sqrt(variances) / weights));
    }
}
