package rangordnung.core.motion.signal;

import java.util.List;
import java.util.Map;
import java.util.SplittableRandom;
import org.jspecify.annotations.Nullable;

/**
 * Noise that is left on the paths after filtering, and more of its kind to try a measure with.
 *
 * <p>Jitter of landmarks that a network finds lasts: most of it passes a low-pass, and what a low-pass takes out says little
 * about it. So it is told from quiet standing. Where a clip shows too little of that, the usual jitter of its source holds. A
 * landmark may also lie beside its place all the time, which no clip shows: each source has its usual offset.
 */
public final class Noise {

    /** How often noise is tried, in pairs; twice a power of two (house convention). */
    public static final int NUMBERS = 64;

    private static final int AXES = Axis.values().length;

    private static final int COORDINATES = Landmark.values().length * AXES;

    /** Far enough that the axes of one leg do not share a column. */
    private static final int AXIS_APART = 11;

    /** Frames of noise that are drawn from; a power of two (house convention). */
    private static final int DRAWN = 1 << 16;

    /**
     * What is usual of a source, in units of the coordinates.
     *
     * @param jitter  standard deviation
     * @param lasting seconds; 0 where it is new in each frame
     * @param offset  standard deviation of where a landmark lies all the time
     */
    public record Usual(double jitter, double lasting, double offset) {}

    private final double[] sds = new double[COORDINATES];
    private final double offset;
    private final float @Nullable [] drawn;

    /** Where in what was drawn each coordinate begins, by pair of numbers. */
    private final int[][] starts = new int[NUMBERS / 2][COORDINATES];

    /**
     * Tells the noise of a clip.
     *
     * @param quiet where nothing moves
     * @param least standard deviation that is noise at all, in units of the coordinates
     */
    public static Noise of(Tracks tracks, List<Span> quiet, Usual usual, double least) {
        QuietStanding standing = new QuietStanding(tracks, quiet);
        if (!standing.told()) {
            Jitter jitter = usual.lasting() > 0 ? new Jitter(0, usual.lasting()) : Jitter.WHITE;
            return new Noise(tracks, jitter, Map.of(), usual, least);
        }
        Jitter jitter = standing.jitter();
        return new Noise(tracks, jitter, standing.variances(jitter), usual, least);
    }

    private Noise(Tracks tracks, Jitter jitter, Map<Landmark, double[]> variances, Usual usual, double least) {
        offset = usual.offset();
        double gain = tracks.filtered() ? jitter.gain(tracks.filter(), tracks.rate()) : 1;
        boolean any = false;
        for (Landmark landmark : tracks.landmarks()) {
            double[] told = variances.get(landmark);
            for (Axis axis : Axis.values()) {
                double raw = told == null || Double.isNaN(told[axis.ordinal()])
                        ? usual.jitter()
                        : Math.sqrt(told[axis.ordinal()]);
                double sd = Math.max(raw * Math.sqrt(gain), tracks.sd(landmark, axis));
                sds[coordinate(landmark, axis)] = sd;
                any |= sd > least;
            }
        }
        SplittableRandom random = new SplittableRandom(2);
        for (int pair = 0; pair < starts.length; pair++) {
            for (int coordinate = 0; coordinate < starts[pair].length; coordinate++) {
                starts[pair][coordinate] = random.nextInt(DRAWN);
            }
        }
        drawn = any ? jitter.filtered(DRAWN, tracks.filter(), tracks.rate()) : null;
    }

    /** Whether there is any. */
    public boolean any() {
        return drawn != null || offset > 0;
    }

    private static int coordinate(Landmark landmark, Axis axis) {
        return landmark.ordinal() * AXES + axis.ordinal();
    }

    /** Standard deviation of the jitter that is left in a coordinate, in its units. */
    public double sd(Landmark landmark, Axis axis) {
        return sds[coordinate(landmark, axis)];
    }

    /**
     * Noise as it might have been: the same for the same number, landmark, axis and frame. An odd number has the noise of the
     * even one before it turned around, so that both together move no mean.
     *
     * @param number from 0, below {@link #NUMBERS}
     */
    public double of(int number, Landmark landmark, Axis axis, int frame) {
        int coordinate = coordinate(landmark, axis);
        int pair = number / 2;
        double noise = offset * sign(pair, landmark.ordinal() + AXIS_APART * axis.ordinal());
        if (drawn != null) {
            noise += sds[coordinate] * drawn[(starts[pair][coordinate] + frame) & (DRAWN - 1)];
        }
        return number % 2 == 0 ? noise : -noise;
    }

    /**
     * Offsets to either side, so that over all pairs no coordinate goes with another: columns of a Hadamard matrix (Plackett and
     * Burman 1946, Biometrika 33; from memory).
     */
    private static int sign(int pair, int coordinate) {
        return Integer.bitCount(pair & coordinate) % 2 == 0 ? 1 : -1;
    }
}
