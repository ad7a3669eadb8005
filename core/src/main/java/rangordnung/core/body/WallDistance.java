package rangordnung.core.body;

/**
 * What a toe-to-wall distance says of an ankle: with the knee's front at the wall and the heel down, the shin leans by
 * asin((0.75 × foot + distance − knee's depth) / shank). Geometry; the depth of the knee is a house convention.
 *
 * @param build lengths of foot and shank, metres
 */
public record WallDistance(Build build) {

    /** From the knee's joint centre to its front, metres (house convention). */
    private static final double KNEE_DEPTH = 0.055;

    /** Largest shin angle in degrees for a distance in metres. */
    public double shin(double metres) {
        double sine = (toAnkle() + metres - KNEE_DEPTH) / build.shank();
        return Math.toDegrees(Math.asin(Math.max(-1, Math.min(1, sine))));
    }

    /** The distance in metres at which the shin leans by so many degrees. */
    public double distance(double degrees) {
        return build.shank() * Math.sin(Math.toRadians(degrees)) - toAnkle() + KNEE_DEPTH;
    }

    /** From the ankle to the toes. */
    private double toAnkle() {
        return (1 - Build.ANKLE_ALONG_FOOT) * build.foot();
    }
}
