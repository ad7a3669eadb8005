package rangordnung.core.motion.signal;

import java.util.Arrays;
import rangordnung.core.Refusal;

/**
 * Zero-phase low-pass: a second-order Butterworth run forth and back, fourth order overall. The cut-off of each pass is
 * raised by C = (√2 − 1)^¼ = 0.802, so that both together have it where it was asked for
 * (Winter 2009, Biomechanics and Motor Control of Human Movement; value from memory).
 */
public final class LowPass {

    private static final double TWO_PASSES = Math.pow(Math.sqrt(2) - 1, 0.25);

    private final double a0;
    private final double a1;
    private final double a2;
    private final double b1;
    private final double b2;
    private final int pad;
    private final double[] response;
    private final double noiseGain;
    private final double residualGain;

    /**
     * @param rate   samples per second
     * @param cutoff hertz, below half the rate
     */
    public LowPass(double rate, double cutoff) {
        if (!(cutoff > 0 && cutoff < rate / 2)) {
            throw Refusal.contradiction(
                    "A cut-off lies between zero and half of " + rate + " per second, not at " + cutoff);
        }
        double warped = Math.tan(Math.PI * cutoff / rate) / TWO_PASSES;
        double k = Math.sqrt(2) * warped;
        double squared = warped * warped;
        a0 = squared / (1 + k + squared);
        a1 = 2 * a0;
        a2 = a0;
        b1 = 2 * (squared - 1) / (1 + k + squared);
        b2 = (1 - k + squared) / (1 + k + squared);
        pad = (int) Math.ceil(2 * rate / cutoff);
        double[] impulse = new double[4 * pad + 1];
        impulse[2 * pad] = 1;
        double[] answer = apply(impulse);
        response = answer;
        noiseGain = Arrays.stream(answer).map(h -> h * h).sum();
        residualGain = 1 - 2 * answer[2 * pad] + noiseGain;
    }

    /** What becomes of a single 1. */
    double[] response() {
        return response;
    }

    /** Variance of filtered white noise over its variance before. */
    public double noiseGain() {
        return noiseGain;
    }

    /** Variance of what the filter takes out of white noise over the noise's variance. */
    public double residualGain() {
        return residualGain;
    }

    /** The filtered signal; its ends are continued by turning the signal around its end points. */
    public double[] apply(double[] signal) {
        int n = signal.length;
        if (n < 2) {
            return signal.clone();
        }
        int ends = Math.min(pad, n - 1);
        double[] longer = new double[n + 2 * ends];
        System.arraycopy(signal, 0, longer, ends, n);
        for (int i = 1; i <= ends; i++) {
            longer[ends - i] = 2 * signal[0] - signal[i];
            longer[ends + n - 1 + i] = 2 * signal[n - 1] - signal[n - 1 - i];
        }
        pass(longer, 0, 1);
        pass(longer, longer.length - 1, -1);
        return Arrays.copyOfRange(longer, ends, ends + n);
    }

    /** One pass, begun as if the first value had stood there forever. */
    private void pass(double[] values, int from, int step) {
        double x1 = values[from];
        double x2 = x1;
        double y1 = x1;
        double y2 = x1;
        for (int i = from; i >= 0 && i < values.length; i += step) {
            double x = values[i];
            double y = a0 * x + a1 * x1 + a2 * x2 - b1 * y1 - b2 * y2;
            x2 = x1;
            x1 = x;
            y2 = y1;
            y1 = y;
            values[i] = y;
        }
    }
}
