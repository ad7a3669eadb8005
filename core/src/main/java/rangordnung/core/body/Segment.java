package rangordnung.core.body;

/**
 * Segments of the body with their share of the body's mass and the place of their mass centre
 * (Winter 2009, Biomechanics and Motor Control of Human Movement, table of anthropometric data; value from memory).
 */
public enum Segment {
    FOOT(0.0145, 0.5, 2),
    SHANK(0.0465, 0.433, 2),
    THIGH(0.100, 0.433, 2),
    TRUNK_HEAD_NECK(0.578, 0.66, 1),
    UPPER_ARM(0.028, 0.436, 2),
    FOREARM(0.016, 0.430, 2),
    HAND(0.006, 0.506, 2);

    private final double mass;
    private final double centre;
    private final int count;

    Segment(double mass, double centre, int count) {
        this.mass = mass;
        this.centre = centre;
        this.count = count;
    }

    /** Share of one such segment in the mass of the body, 0 to 1. */
    public double mass() {
        return mass;
    }

    /** Share of all such segments, 0 to 1. */
    public double wholeMass() {
        return mass * count;
    }

    /**
     * Where the mass centre lies along the segment, 0 to 1: from the heel in the foot, from the knee in the shank, from
     * the hip in the thigh and the trunk, from the body in the arm.
     */
    public double centre() {
        return centre;
    }
}
