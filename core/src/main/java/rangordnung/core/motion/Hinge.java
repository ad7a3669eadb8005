package rangordnung.core.motion;

import java.util.Arrays;
import java.util.Comparator;
import java.util.stream.IntStream;

/**
 * Where a signal that was level begins to change in proportion to something that falls: the least-squares fit of
 * y = level + slope · max(0, at − x).
 *
 * @param at  the x at which it begins
 * @param sem its standard error, from how far it may move before the squares grow beyond what noise explains
 */
record Hinge(double at, double sem, double level, double slope) {

    private static final int STEPS = 120;
    private static final double COVERAGE = 1.96;

    /**
     * @param neighbours how many readings side by side say the same
     */
    static Hinge fit(double[] x, double[] y, double neighbours) {
        double least = Arrays.stream(x).min().orElse(0);
        double step = (Arrays.stream(x).max().orElse(0) - least) / STEPS;
        double[] squares = IntStream.range(0, STEPS)
                .mapToDouble(i -> i < 2 ? Double.POSITIVE_INFINITY : line(x, y, least + i * step)[2])
                .toArray();
        int best = IntStream.range(0, STEPS)
                .boxed()
                .min(Comparator.comparingDouble(i -> squares[i]))
                .orElse(0);
        double within = squares[best] * (1 + COVERAGE * COVERAGE * neighbours / Math.max(1, x.length - 3));
        int low = IntStream.range(0, STEPS)
                .filter(i -> squares[i] <= within)
                .min()
                .orElse(best);
        int high = IntStream.range(0, STEPS)
                .filter(i -> squares[i] <= within)
                .max()
                .orElse(best);
        double[] fitted = line(x, y, least + best * step);
        return new Hinge(
                least + best * step,
                step * Math.max(0.5, Math.max(high - best, best - low)) / COVERAGE,
                fitted[0],
                fitted[1]);
    }

    boolean falls() {
        return slope < 0;
    }

    /** Level, slope and sum of squares for a hinge that is given. */
    private static double[] line(double[] x, double[] y, double at) {
        double n = x.length;
        double su = 0;
        double sy = 0;
        double suu = 0;
        double suy = 0;
        double syy = 0;
        for (int i = 0; i < x.length; i++) {
            double u = Math.max(0, at - x[i]);
            su += u;
            sy += y[i];
            suu += u * u;
            suy += u * y[i];
            syy += y[i] * y[i];
        }
        double spread = n * suu - su * su;
        double slope = spread <= 0 ? 0 : (n * suy - su * sy) / spread;
        double level = (sy - slope * su) / n;
        return new double[] {level, slope, Math.max(0, syy - level * sy - slope * suy)};
    }
}
