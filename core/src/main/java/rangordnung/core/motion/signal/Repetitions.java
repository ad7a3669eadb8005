package rangordnung.core.motion.signal;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import org.hipparchus.stat.StatUtils;

/**
 * Finds repetitions in the path of the hip.
 *
 * @param complete   from standing to standing
 * @param incomplete begun before the clip or not ended in it
 * @param standingHeight of the hip above the ankle, in units of the source
 */
public record Repetitions(List<Repetition> complete, int incomplete, double standingHeight) {

    /**
     * Finds them by hysteresis around standing height.
     *
     * @param hip   height of the hip above the ankle for each frame, filtered; not a number where it is lost
     * @param noise standard deviation of that height: its lowest point is known only up to it
     * @param rate  frames per second
     * @param rules drop that begins a repetition, width of the bottom, shortest repetition
     */
    public static Repetitions in(double[] hip, double noise, double rate, MotionRules rules) {
        double standing = standing(hip, rules);
        double down = standing * (1 - rules.startDrop().value() / 100);
        List<Repetition> complete = new ArrayList<>();
        int incomplete = 0;
        int i = 0;
        boolean fromStanding = false;
        while (i < hip.length) {
            if (Double.isNaN(hip[i])) {
                fromStanding = false;
                i++;
                continue;
            }
            if (hip[i] >= down) {
                fromStanding = true;
                i++;
                continue;
            }
            int start = i;
            int bottom = i;
            while (i < hip.length && hip[i] < down) {
                if (hip[i] < hip[bottom]) {
                    bottom = i;
                }
                i++;
            }
            boolean ended = i < hip.length && !Double.isNaN(hip[i]);
            if (!fromStanding || !ended) {
                incomplete++;
            } else if ((i - start) / rate >= rules.shortestRepetition().value()) {
                bottom = middleOfTheLowest(
                        hip,
                        bottom,
                        Math.max(3 * noise, standing * rules.resting().value() / 100));
                int half = (int) Math.round((i - start) * rules.bottomShare().value() / 100);
                complete.add(new Repetition(
                        complete.size() + 1,
                        start,
                        Math.max(start, bottom - half),
                        bottom,
                        Math.min(i, bottom + half),
                        i));
            }
        }
        return new Repetitions(List.copyOf(complete), incomplete, standing);
    }

    /** The middle of the time for which the hip rests at its lowest; where it turns at once, its lowest point. */
    private static int middleOfTheLowest(double[] hip, int lowest, double tolerance) {
        int from = lowest;
        int to = lowest;
        while (from > 0 && hip[from - 1] <= hip[lowest] + tolerance) {
            from--;
        }
        while (to < hip.length - 1 && hip[to + 1] <= hip[lowest] + tolerance) {
            to++;
        }
        return (from + to) / 2;
    }

    /** Median height of the frames around the tallest but a few. */
    private static double standing(double[] hip, MotionRules rules) {
        double[] seen =
                Arrays.stream(hip).filter(h -> !Double.isNaN(h)).sorted().toArray();
        if (seen.length == 0) {
            return Double.NaN;
        }
        double tall =
                seen[(int) Math.floor((seen.length - 1) * (1 - rules.tallest().value() / 100))];
        return StatUtils.percentile(
                Arrays.stream(seen)
                        .filter(h -> h
                                >= tall
                                        * (1
                                                - rules.upright().value()
                                                        / 100
                                                        * rules.startDrop().value()
                                                        / 100))
                        .toArray(),
                50);
    }
}
