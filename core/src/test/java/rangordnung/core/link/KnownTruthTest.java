package rangordnung.core.link;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import org.junit.jupiter.api.Test;
import rangordnung.core.StandardFloor;
import rangordnung.core.certainty.Calibration;
import rangordnung.core.protocol.Protocol;

/** The reasoning against simulated athletes whose limiting links are known; the floors are loose on purpose (house convention). */
class KnownTruthTest {

    private static final Protocol FLOOR =
            StandardFloor.of("overhead-squat", "split-squat", "sit-to-stand?", "wall-test?");

    private static KnownTruth.Report report(int athletes) {
        return new KnownTruth(FLOOR, StandardFloor.LINKS, StandardFloor.CERTAINTY, "overhead-squat", "knee-line")
                .of(athletes, 12);
    }

    @Test
    void trials_name_a_true_link_first_more_often_than_what_is_usual_and_the_chances_hold() {
        KnownTruth.Report report = report(2000);
        System.out.printf(
                "known truth: %d athletes, first named %.2f, priors alone %.2f, Brier %.3f, %s%n",
                report.athletes(),
                report.firstNamed(),
                report.priorsAlone(),
                report.calibration().brier(),
                report.calibration().bins());
        assertThat(report.athletes()).isGreaterThan(1200);
        assertThat(report.firstNamed()).isGreaterThan(report.priorsAlone() + 0.15);
        assertThat(report.calibration().brier()).isLessThan(report.priors().brier() - 0.03);
        assertThat(report.calibration().bins())
                .filteredOn(bin -> bin.counts() >= 100)
                .isNotEmpty()
                .allSatisfy(bin -> assertThat(bin.held()).isCloseTo(bin.told(), within(0.15)));
        assertThat(report(100))
                .as("the same seed, the same report")
                .usingRecursiveComparison()
                .isEqualTo(report(100));
    }

    /** Brier 1950, Mon Weather Rev 78 (value from memory): always a half gives a quarter, to be sure and right gives nothing. */
    @Test
    void the_score_of_chances_is_their_distance_from_what_turned_out() {
        Calibration half = new Calibration();
        Calibration sure = new Calibration();
        for (int i = 0; i < 10; i++) {
            half.add(0.5, i % 2 == 0);
            sure.add(i % 2, i % 2 == 1);
        }
        assertThat(half.brier()).isEqualTo(0.25);
        assertThat(sure.brier()).isZero();
        assertThat(half.bins()).containsExactly(new Calibration.Bin(0.5, 0.5, 10));
    }
}
