package rangordnung.core.protocol;

import rangordnung.core.body.BodyModel;

/**
 * The numbers of the body model, as data with their labels.
 *
 * @param ankleStep     more that the ankle may give, degrees
 * @param hipStep       more that the hip may give, degrees
 * @param plateStep     more under the heels, centimetres
 * @param weightInFront held in stretched arms, percent of the body's mass
 * @param samePlate     plates that differ by less are one, centimetres
 * @param sameDepth     thigh angles that differ by less are one, degrees
 */
public record BodyRules(
        int version,
        Threshold ankleStep,
        Threshold hipStep,
        Threshold plateStep,
        Threshold weightInFront,
        Threshold samePlate,
        Threshold sameDepth) {

    /** In the model's own units. */
    public BodyModel.Steps steps() {
        return new BodyModel.Steps(
                ankleStep.value(),
                hipStep.value(),
                plateStep.value() / 100,
                weightInFront.value() / 100,
                samePlate.value() / 100,
                sameDepth.value());
    }
}
