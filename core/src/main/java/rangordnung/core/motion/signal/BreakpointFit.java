package rangordnung.core.motion.signal;

import java.util.Comparator;
import java.util.stream.IntStream;
import org.hipparchus.stat.StatUtils;
import org.hipparchus.stat.regression.SimpleRegression;

/**
 * Where a signal that was level begins to change in proportion to something that falls: the least-squares fit of
 * y = level + slope · max(0, at − x).
 *
 * @param at    the x at which it begins
 * @param sem   its standard error, from how far it may move before the squares grow beyond what noise explains
 * @param slope change of y for each unit that x falls below it
 */
public record BreakpointFit(double at, double sem, double slope) {

    /** How finely it is searched (house convention). */
    private static final int STEPS = 120;
    /** Standard errors to either side that hold 95 % of a normal distribution. */
    private static final double COVERAGE = 1.96;

    /**
     * Tries breakpoints in equal steps over the range of x.
     *
     * @param neighbours how many readings side by side say the same
     */
    public static BreakpointFit of(double[] x, double[] y, double neighbours) {
        double least = StatUtils.min(x);
        double step = (StatUtils.max(x) - least) / STEPS;
        // A breakpoint among the last of the readings has nothing to be fitted to.
        double[] squares = IntStream.range(0, STEPS)
                .mapToDouble(i -> i < 2
                        ? Double.POSITIVE_INFINITY
                        : fit(x, y, least + i * step).getSumSquaredErrors())
                .toArray();
        int best = IntStream.range(0, STEPS)
                .boxed()
                .min(Comparator.comparingDouble(i -> squares[i]))
                .orElse(0);
        double within = squares[best] * (1 + COVERAGE * COVERAGE * neighbours / Math.max(1, x.length - 3));
        int[] near = IntStream.range(0, STEPS).filter(i -> squares[i] <= within).toArray();
        int low = near.length == 0 ? best : near[0];
        int high = near.length == 0 ? best : near[near.length - 1];
        double slope = fit(x, y, least + best * step).getSlope();
        return new BreakpointFit(
                least + best * step, step * Math.max(0.5, Math.max(high - best, best - low)) / COVERAGE, slope);
    }

    public boolean falls() {
        return slope < 0;
    }

    private static SimpleRegression fit(double[] x, double[] y, double at) {
        SimpleRegression line = new SimpleRegression();
        for (int i = 0; i < x.length; i++) {
            line.addData(Math.max(0, at - x[i]), y[i]);
        }
        return line;
    }
}
