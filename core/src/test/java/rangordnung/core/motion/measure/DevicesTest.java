package rangordnung.core.motion.measure;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;
import static rangordnung.core.motion.measure.Clips.RULES;

import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import rangordnung.core.motion.simulated.SimulatedDevices;

class DevicesTest {

    @ParameterizedTest
    @CsvSource({"50, 60", "56, 48", "80, 71.5", "20, 90"})
    void two_scales_give_the_share_that_they_were_told(double share, double kilograms) {
        for (long seed = 0; seed < 20; seed++) {
            SimulatedDevices.Series series = SimulatedDevices.scales(kilograms, share, seed);
            ScalesReading reading = ScalesReading.of(series.first(), series.second(), series.rate(), RULES);
            assertThat(reading.share()).isCloseTo(share, within(Math.max(0.4, 4 * reading.sem())));
            assertThat(reading.first() + reading.second()).isCloseTo(kilograms, within(0.5));
        }
    }

    /** A circle once a second: the path is its circumference, the ellipse has 3 · 2π · half the square of the radius (exact). */
    @Test
    void a_circle_on_a_plate() {
        double radius = 1.5;
        int n = 3001;
        double[] x = IntStream.range(0, n)
                .mapToDouble(i -> radius * Math.cos(2 * Math.PI * i / 300.0 * 0.3))
                .toArray();
        double[] y = IntStream.range(0, n)
                .mapToDouble(i -> radius * Math.sin(2 * Math.PI * i / 300.0 * 0.3))
                .toArray();
        PlateReading reading = PlateReading.of(x, y, 100, RULES);
        assertThat(reading.velocity()).isCloseTo(2 * Math.PI * radius * 0.1, within(0.01));
        assertThat(reading.ellipseArea()).isCloseTo(2 * Math.PI * 3 * radius * radius / 2, within(0.3));
    }

    /**
     * Two swings that know nothing of each other: their variances are half of their amplitudes squared, and 95 % of a
     * normal cloud lie within √5.99 standard deviations (χ² of two degrees of freedom; value from memory).
     */
    @Test
    void the_ellipse_of_two_swings() {
        int n = 12_001;
        double[] x = IntStream.range(0, n)
                .mapToDouble(i -> 1.2 * Math.sin(2 * Math.PI * i / 600.0))
                .toArray();
        double[] y = IntStream.range(0, n)
                .mapToDouble(i -> 0.7 * Math.sin(2 * Math.PI * i / 300.0))
                .toArray();
        PlateReading reading = PlateReading.of(x, y, 100, RULES);
        assertThat(reading.ellipseArea()).isCloseTo(Math.PI * 5.99 * 1.2 * 0.7 / 2, within(0.02));
        assertThat(reading.seconds()).isCloseTo(120, within(0.02));
    }

    @Test
    void what_is_no_reading_is_refused_in_words() {
        assertThatThrownBy(() -> ScalesReading.of(new double[3], new double[3], 10, RULES))
                .hasMessageContaining("samples");
        assertThatThrownBy(() -> ScalesReading.of(new double[30], new double[30], 10, RULES))
                .hasMessageContaining("Nobody stood");
        assertThatThrownBy(() -> PlateReading.of(new double[30], new double[29], 100, RULES))
                .hasMessageContaining("samples");
    }
}
