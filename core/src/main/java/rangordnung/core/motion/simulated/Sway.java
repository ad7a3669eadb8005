package rangordnung.core.motion.simulated;

/**
 * Wandering of somebody who stands on one leg: slow swings forward and sideways that never repeat within a test.
 */
final class Sway {

    /** Hertz and share of each swing: forward and back, then sideways (house convention). */
    private static final double[][] FORWARD = {{0.23, 0.55}, {0.61, 0.3}, {1.37, 0.15}};

    private static final double[][] SIDEWAYS = {{0.31, 0.5}, {0.83, 0.35}, {1.71, 0.15}};

    private Sway() {}

    /** Where the mass centre is, from the middle, in metres. */
    static Point3 at(double seconds, double largest) {
        return new Point3(largest * swing(FORWARD, seconds, 0.4), largest * swing(SIDEWAYS, seconds, 1.3), 0);
    }

    private static double swing(double[][] parts, double seconds, double phase) {
        double sum = 0;
        for (double[] part : parts) {
            sum += part[1] * Math.sin(2 * Math.PI * part[0] * seconds + phase * (1 + part[0]));
        }
        return sum;
    }
}
