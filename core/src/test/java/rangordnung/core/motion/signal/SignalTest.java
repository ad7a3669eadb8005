package rangordnung.core.motion.signal;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.util.Arrays;
import java.util.Random;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import rangordnung.core.ShippedData;
import rangordnung.core.StandardFloor;
import uk.me.berndporr.iirj.Butterworth;

/** Filter, gaps and events, on signals built by hand. */
class SignalTest {

    private static final MotionRules RULES = StandardFloor.shipped(ShippedData.MOTION, MotionRules.class);

    /**
     * Two passes of a general-purpose Butterworth filter (iirj) of second order, its cut-off raised by C = 0.802 on the
     * warped frequency axis (Winter 2009; value from memory).
     */
    @ParameterizedTest
    @CsvSource({"30, 6", "60, 6", "100, 6", "240, 10", "25, 5"})
    void the_filter_is_that_of_a_reference(double rate, double cutoff) {
        double[] signal = noisy(900, rate, 5);
        double raised = rate / Math.PI * Math.atan(Math.tan(Math.PI * cutoff / rate) / 0.802);
        double[] reference = backward(pass(backward(pass(signal, rate, raised)), rate, raised));
        double[] ours = new LowPass(rate, cutoff).apply(signal);
        // Away from the ends, which the reference begins at zero.
        for (int i = 300; i < 600; i++) {
            assertThat(ours[i]).isCloseTo(reference[i], within(1e-3));
        }
    }

    private static double[] pass(double[] signal, double rate, double cutoff) {
        Butterworth filter = new Butterworth();
        filter.lowPass(2, rate, cutoff);
        return Arrays.stream(signal).map(filter::filter).toArray();
    }

    private static double[] backward(double[] signal) {
        return IntStream.range(0, signal.length)
                .mapToDouble(i -> signal[signal.length - 1 - i])
                .toArray();
    }

    /** At its cut-off the filter leaves 1/√2 of a swing, without delay (definition of a cut-off). */
    @ParameterizedTest
    @CsvSource({"60, 6", "120, 6", "30, 6"})
    void a_swing_at_the_cutoff_keeps_seven_tenths(double rate, double cutoff) {
        int n = (int) (10 * rate);
        double[] swing = IntStream.range(0, n)
                .mapToDouble(i -> Math.sin(2 * Math.PI * cutoff * i / rate))
                .toArray();
        double[] filtered = new LowPass(rate, cutoff).apply(swing);
        double product = IntStream.range(n / 4, 3 * n / 4)
                .mapToDouble(i -> 2 * swing[i] * filtered[i])
                .average()
                .orElseThrow();
        assertThat(product).isCloseTo(Math.sqrt(0.5), within(0.005));
    }

    @Test
    void noise_is_what_the_filter_takes_out_scaled() {
        Random random = new Random(3);
        double[] noise = IntStream.range(0, 60_000)
                .mapToDouble(i -> 2 * random.nextGaussian())
                .toArray();
        LowPass filter = new LowPass(60, 6);
        double[] left = filter.apply(noise);
        double removed = IntStream.range(0, noise.length)
                .mapToDouble(i -> Math.pow(noise[i] - left[i], 2))
                .average()
                .orElseThrow();
        assertThat(Math.sqrt(removed / filter.residualGain())).isCloseTo(2, within(0.03));
        assertThat(Math.sqrt(Arrays.stream(left).map(v -> v * v).average().orElseThrow()))
                .isCloseTo(2 * Math.sqrt(filter.noiseGain()), within(0.03));
    }

    @Test
    void a_line_passes_unchanged_and_a_wrong_cutoff_is_refused() {
        double[] line = IntStream.range(0, 50).mapToDouble(i -> 3 - 0.2 * i).toArray();
        double[] filtered = new LowPass(60, 6).apply(line);
        for (int i = 0; i < line.length; i++) {
            assertThat(filtered[i]).isCloseTo(line[i], within(0.02));
        }
        assertThatThrownBy(() -> new LowPass(10, 6)).hasMessageContaining("cut-off");
    }

    @Test
    void short_gaps_are_bridged_and_long_ones_stay() {
        double[] path =
                IntStream.range(0, 100).mapToDouble(i -> Math.sin(i / 15.0)).toArray();
        double[] holed = path.clone();
        Arrays.fill(holed, 20, 26, Double.NaN);
        Arrays.fill(holed, 50, 70, Double.NaN);
        Arrays.fill(holed, 0, 3, Double.NaN);
        Tracks.bridge(holed, 6);
        for (int i = 20; i < 26; i++) {
            assertThat(holed[i]).isCloseTo(path[i], within(0.015));
        }
        assertThat(Arrays.stream(holed, 50, 70)).containsOnly(Double.NaN);
        assertThat(holed[0]).isNaN();
    }

    /** Standing at 1, squats down to 0.5 with a rest; the 5 % line is at 0.95. */
    @ParameterizedTest
    @CsvSource({"1, 30, 0", "3, 30, 0", "2, 0, 1", "1, 30, 2"})
    void repetitions_are_found_by_the_hip(int count, int standing, int cutOff) {
        double[] one = new double[120];
        for (int i = 0; i < 40; i++) {
            one[i] = 1 - 0.5 * (1 - Math.cos(Math.PI * i / 40)) / 2;
            one[80 + i] = 1 - 0.5 * (1 + Math.cos(Math.PI * i / 40)) / 2;
        }
        Arrays.fill(one, 40, 80, 0.5);
        double[] stand = new double[standing];
        Arrays.fill(stand, 1);
        double[] all = stand;
        for (int i = 0; i < count; i++) {
            all = joined(joined(all, one), stand);
        }
        if (cutOff > 0) {
            all = joined(
                    Arrays.copyOfRange(one, 60, 120), joined(all, cutOff > 1 ? Arrays.copyOf(one, 60) : new double[0]));
        }
        Repetitions found = Repetitions.in(all, 0, 30, RULES);
        assertThat(found.incomplete()).isEqualTo(cutOff);
        assertThat(found.complete()).hasSize(count);
        int first = (cutOff > 0 ? 60 : 0) + standing;
        Repetition r = found.complete().get(0);
        // 0.95 = 1 − 0.25 (1 − cos φ) at φ = acos(0.8), 8.2 frames into the descent
        assertThat(r.start()).isEqualTo(first + 9);
        assertThat(r.bottom()).isBetween(first + 58, first + 61);
        assertThat(r.end()).isEqualTo(first + 120 - 8);
        assertThat(r.bottomTo() - r.bottomFrom()).isEqualTo(2 * (int) Math.round(0.05 * (r.end() - r.start())));
    }

    @Test
    void jitter_around_standing_and_a_lost_hip_are_no_repetition() {
        Random random = new Random(4);
        double[] still = IntStream.range(0, 300)
                .mapToDouble(i -> 1 + 0.01 * random.nextGaussian())
                .toArray();
        assertThat(Repetitions.in(still, 0, 30, RULES).complete()).isEmpty();
        double[] lost = still.clone();
        Arrays.fill(lost, 100, 120, 0.6);
        Arrays.fill(lost, 120, 200, Double.NaN);
        Repetitions found = Repetitions.in(lost, 0, 30, RULES);
        assertThat(found.complete()).isEmpty();
        assertThat(found.incomplete()).isEqualTo(1);
    }

    private static double[] joined(double[] one, double[] other) {
        double[] all = Arrays.copyOf(one, one.length + other.length);
        System.arraycopy(other, 0, all, one.length, other.length);
        return all;
    }

    private static double[] noisy(int n, double rate, long seed) {
        Random random = new Random(seed);
        return IntStream.range(0, n)
                .mapToDouble(i -> Math.sin(2 * Math.PI * 0.7 * i / rate) + 0.3 * random.nextGaussian())
                .toArray();
    }
}
