package rangordnung.core.motion.simulated;

import java.util.SplittableRandom;
import java.util.stream.IntStream;

/** Stand-ins for devices that are not there: two scales and a balance plate. */
public final class SimulatedDevices {

    /** Noise of a bathroom scale in kilograms, of a plate in centimetres (house convention). */
    private static final double SCALE_NOISE = 0.3;

    private static final double PLATE_NOISE = 0.03;

    private SimulatedDevices() {}

    /** Two readings over time, sample by sample. */
    public record Series(double rate, double[] first, double[] second) {}

    /**
     * Two scales under somebody who steps on, holds a squat and steps off.
     *
     * @param kilograms of the body
     * @param share     of the first scale, percent
     */
    public static Series scales(double kilograms, double share, long seed) {
        double rate = 10;
        SplittableRandom random = new SplittableRandom(seed);
        double[] load = IntStream.range(0, 120)
                .mapToDouble(i -> ScriptMoment.smooth((i - 10) / 10.0) * ScriptMoment.smooth((110 - i) / 10.0))
                .toArray();
        return new Series(
                rate,
                IntStream.range(0, 120)
                        .mapToDouble(i ->
                                Math.max(0, load[i] * kilograms * share / 100 + SCALE_NOISE * random.nextGaussian()))
                        .toArray(),
                IntStream.range(0, 120)
                        .mapToDouble(i -> Math.max(
                                0, load[i] * kilograms * (1 - share / 100) + SCALE_NOISE * random.nextGaussian()))
                        .toArray());
    }

    /**
     * Centre of pressure in centimetres under somebody who stands on one leg.
     *
     * @param seconds   how long
     * @param amplitude centimetres from the middle to the edge of the sway
     */
    public static Series plate(double seconds, double amplitude, long seed) {
        double rate = 100;
        SplittableRandom random = new SplittableRandom(seed);
        int n = (int) Math.round(seconds * rate);
        Point3[] path = IntStream.range(0, n)
                .mapToObj(i -> Sway.at(seed % 100 + i / rate, amplitude))
                .toArray(Point3[]::new);
        return new Series(
                rate,
                IntStream.range(0, n)
                        .mapToDouble(i -> path[i].x() + PLATE_NOISE * random.nextGaussian())
                        .toArray(),
                IntStream.range(0, n)
                        .mapToDouble(i -> path[i].y() + PLATE_NOISE * random.nextGaussian())
                        .toArray());
    }
}
