package rangordnung.core.motion.signal;

import java.util.Arrays;
import java.util.SplittableRandom;

/**
 * How noise hangs together in time: a share of it is new in each frame, the rest wanders as a first-order autoregressive
 * process and is forgotten by exp(−t / lasting).
 *
 * @param white   0 to 1
 * @param lasting seconds
 */
record Jitter(double white, double lasting) {

    static final Jitter WHITE = new Jitter(1, 1);

    /** Correlation of two frames so far apart. */
    double correlation(int lag, double rate) {
        return lag == 0 ? 1 : (1 - white) * Math.exp(-lag / (rate * lasting));
    }

    /** Variance that a low-pass leaves of it, over its variance before. */
    double gain(LowPass filter, double rate) {
        double[] response = filter.response();
        double gain = 0;
        for (int lag = 0; lag < response.length; lag++) {
            double product = 0;
            for (int i = 0; i + lag < response.length; i++) {
                product += response[i] * response[i + lag];
            }
            gain += (lag == 0 ? 1 : 2) * correlation(lag, rate) * product;
        }
        return gain;
    }

    /** What a low-pass leaves of it, with a standard deviation of 1. */
    float[] filtered(int frames, LowPass filter, double rate) {
        SplittableRandom random = new SplittableRandom(1);
        double kept = correlation(1, rate) / (1 - white + Double.MIN_NORMAL);
        double fresh = Math.sqrt(1 - kept * kept);
        double[] raw = new double[frames];
        double wandering = random.nextGaussian();
        for (int f = 0; f < frames; f++) {
            raw[f] = Math.sqrt(1 - white) * wandering + Math.sqrt(white) * random.nextGaussian();
            wandering = kept * wandering + fresh * random.nextGaussian();
        }
        double[] smooth = filter.apply(raw);
        double size = Math.sqrt(Arrays.stream(smooth).map(v -> v * v).sum() / frames);
        float[] unit = new float[frames];
        for (int f = 0; f < frames; f++) {
            unit[f] = (float) (smooth[f] / size);
        }
        return unit;
    }
}
