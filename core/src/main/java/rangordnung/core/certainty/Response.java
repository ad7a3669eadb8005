package rangordnung.core.certainty;

import rangordnung.core.Refusal;

/**
 * How a fault responds to a retest: it helps, and the true grade falls by one step or more, each possible fall being equally
 * likely; or it makes worse, alike; or it changes nothing. What has no room to fall or to rise stays as it is.
 *
 * @param helps   chance that it helps, 0 to 1
 * @param worsens chance that it makes worse, 0 to 1; both together at most 1
 */
public record Response(double helps, double worsens) {

    public Response {
        Refusal.within(helps, 0, 1, "", "helps");
        Refusal.within(worsens, 0, 1 - helps, "", "worsens");
    }

    /**
     * The chance of what a retest showed, up to the factor of its likelihood.
     *
     * @param before the baseline
     * @param retest what was seen in the retest
     */
    public double chance(GradeChances before, Likelihood retest) {
        double sum = 0;
        for (int g = 0; g < 4; g++) {
            double same = retest.at(g);
            double better = same;
            double worse = same;
            if (g > 0) {
                better = mean(retest, 0, g - 1);
            }
            if (g < 3) {
                worse = mean(retest, g + 1, 3);
            }
            sum += before.at(g) * (helps * better + worsens * worse + (1 - helps - worsens) * same);
        }
        return sum;
    }

    /** The chances of the true grades once it has had its effect. */
    public GradeChances on(GradeChances before) {
        double[] after = new double[4];
        for (int g = 0; g < 4; g++) {
            double better = g > 0 ? helps : 0;
            double worse = g < 3 ? worsens : 0;
            after[g] += before.at(g) * (1 - better - worse);
            for (int to = 0; to < 4; to++) {
                after[to] += before.at(g) * (to < g ? better / g : to > g ? worse / (3 - g) : 0);
            }
        }
        return new GradeChances(after[0], after[1], after[2], after[3]);
    }

    private static double mean(Likelihood of, int from, int to) {
        double sum = 0;
        for (int g = from; g <= to; g++) {
            sum += of.at(g);
        }
        return sum / (to - from + 1);
    }
}
