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
 * @param quiet      where nothing moves
 */
public record Repetitions(List<Repetition> complete, int incomplete, double standingHeight, List<Span> quiet) {

    /**
     * Finds them by hysteresis around standing height, which is then told from where nothing moves, and looks again: the tallest
     * of many noisy heights is taller than anybody.
     *
     * @param hip   height of the hip above the ankle for each frame, filtered; not a number where it is lost
     * @param noise standard deviation of that height: its lowest point is known only up to it
     * @param rate  frames per second
     * @param rules drop that begins a repetition and that makes one, width of the bottom, shortest repetition
     */
    public static Repetitions in(double[] hip, double noise, double rate, MotionRules rules) {
        Repetitions first = in(hip, standing(hip, rules), noise, rate, rules);
        double[] quiet = first.quiet().stream()
                .flatMapToDouble(s -> Arrays.stream(hip, s.from(), s.to() + 1))
                .filter(h -> !Double.isNaN(h))
                .toArray();
        if (quiet.length < rate * rules.shortestFiltered().value()) {
            return first;
        }
        double unrest = Math.sqrt(StatUtils.variance(quiet));
        return in(hip, StatUtils.percentile(quiet, 50), Math.max(noise, unrest), rate, rules);
    }

    private static Repetitions in(double[] hip, double standing, double noise, double rate, MotionRules rules) {
        double down = standing * (1 - rules.startDrop().value() / 100);
        double deep = standing * (1 - rules.leastDrop().value() / 100);
        List<Repetition> complete = new ArrayList<>();
        List<Span> quiet = new ArrayList<>();
        int incomplete = 0;
        int stands = 0;
        boolean fromStanding = false;
        int i = 0;
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
            if (hip[bottom] > deep) {
                continue; // noise around the limit, or somebody who shifts their weight
            }
            boolean ended = i < hip.length && !Double.isNaN(hip[i]);
            quiet.add(new Span(stands, start - 1 - away(start, bottom, rate, rules)));
            stands = i + away(bottom, i, rate, rules);
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
        quiet.add(new Span(stands, hip.length - 1));
        return new Repetitions(
                List.copyOf(complete),
                incomplete,
                standing,
                quiet.stream().filter(s -> s.frames() > 0).toList());
    }

    /** Frames for which somebody already moves before they are seen to, or still does: half as long as the movement that is seen (house convention). */
    private static int away(int from, int to, double rate, MotionRules rules) {
        return (int) Math.ceil(Math.max(rate * rules.quietMargin().value(), (to - from) / 2.0));
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
                Arrays.stream(seen).filter(h -> h >= upright(tall, rules)).toArray(), 50);
    }

    /** Height from which a hip stands upright. */
    private static double upright(double standing, MotionRules rules) {
        return standing * (1 - rules.upright().value() / 100 * rules.startDrop().value() / 100);
    }

    /** Height of the hip from which it stands upright. */
    public double upright(MotionRules rules) {
        return upright(standingHeight, rules);
    }
}
