package rangordnung.core.certainty;

import java.util.ArrayList;
import java.util.List;

/** How well chances that were told agree with what turned out to be true. */
public final class Calibration {

    private static final int BINS = 10;

    private final double[] told = new double[BINS];
    private final int[] counts = new int[BINS];
    private final int[] hits = new int[BINS];
    private double squares;
    private int all;

    /**
     * Tenth of the scale from 0 to 1.
     *
     * @param told   mean chance that was told in it
     * @param held   share of it that turned out true
     * @param counts how often it was told
     */
    public record Bin(double told, double held, int counts) {}

    public void add(double chance, boolean turnedOut) {
        int bin = (int) Math.min(BINS - 1, chance * BINS);
        told[bin] += chance;
        counts[bin]++;
        hits[bin] += turnedOut ? 1 : 0;
        double away = chance - (turnedOut ? 1 : 0);
        squares += away * away;
        all++;
    }

    /** Mean square of chance less outcome; 0 is perfect, 0.25 what always saying a half gives (Brier 1950, Mon Weather Rev 78; value from memory). */
    public double brier() {
        return squares / all;
    }

    /** The tenths in which anything was told. */
    public List<Bin> bins() {
        List<Bin> bins = new ArrayList<>();
        for (int i = 0; i < BINS; i++) {
            if (counts[i] > 0) {
                bins.add(new Bin(told[i] / counts[i], (double) hits[i] / counts[i], counts[i]));
            }
        }
        return bins;
    }
}
