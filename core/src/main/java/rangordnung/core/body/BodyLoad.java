package rangordnung.core.body;

import rangordnung.core.Refusal;

/**
 * A carried load, by its share of the body's mass and where it sits on the trunk.
 *
 * @param share mass of the load / mass of the body, 0 or more
 */
public record BodyLoad(Place place, double share) {

    public static final BodyLoad NONE = new BodyLoad(Place.NONE, 0);

    public BodyLoad {
        if (!(share >= 0 && share <= 5)) {
            throw Refusal.outOfRange("load", share, 0, 5, "times the body's mass");
        }
    }

    /**
     * Where a load sits: along the trunk from hip to shoulder, and in front of that line in metres (house convention;
     * the low bar 5 cm below the high one is common practice, no source). In front it hangs from the hands of forward
     * arms.
     */
    public enum Place {
        NONE(0, 0, 0),
        BACK_HIGH(1, 0, -0.04),
        BACK_LOW(1, -0.05, -0.07),
        FRONT(1, -0.02, 0.10),
        GOBLET(0.85, 0, 0.18),
        IN_FRONT(1, 0, 0);

        private final double share;
        private final double shift;
        private final double forward;

        Place(double share, double shift, double forward) {
            this.share = share;
            this.shift = shift;
            this.forward = forward;
        }

        /** Distance from the hip along the trunk, in metres. */
        double along(double trunk) {
            return share * trunk + shift;
        }

        /** Distance in front of the line from hip to shoulder, in metres. */
        double forward() {
            return forward;
        }
    }
}
