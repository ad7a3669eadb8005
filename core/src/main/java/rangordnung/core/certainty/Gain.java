package rangordnung.core.certainty;

import rangordnung.core.protocol.Grade;

/** What a further trial would tell of a link: how many bits of doubt it is expected to take away. */
public final class Gain {

    private Gain() {}

    /** Of a retest that is graded by eye, over its four possible readings. */
    public static double ofRetest(double chance, GradeChances before, Response with, Response without, double noise) {
        double left = 0;
        for (Grade reading : Grade.values()) {
            // by eye the four readings of one true grade add up to 1 only before the largest is made 1
            double scale = seen(reading, noise);
            Likelihood retest = Likelihood.byEye(reading, noise);
            left += after(chance, scale * with.chance(before, retest), scale * without.chance(before, retest));
        }
        return entropy(chance) - left;
    }

    /**
     * How likely each grade is to be read by eye in a retest, from none to severe; the four add up to 1.
     *
     * @param noise standard deviation of a mark by eye, in grades
     */
    public static double[] readings(GradeChances before, Response response, double noise) {
        double[] all = new double[Grade.values().length];
        for (Grade reading : Grade.values()) {
            all[reading.ordinal()] = seen(reading, noise) * response.chance(before, Likelihood.byEye(reading, noise));
        }
        return all;
    }

    /**
     * Of a trial with two outcomes.
     *
     * @param with    chance of the first where the link limits
     * @param without where it does not
     */
    public static double ofTwo(double chance, double with, double without) {
        return entropy(chance) - after(chance, with, without) - after(chance, 1 - with, 1 - without);
    }

    /** The largest likelihood of a mark by eye, which is that of the grade itself. */
    private static double seen(Grade reading, double noise) {
        double half = Likelihood.normal(0.5 / noise);
        return reading == Grade.NONE || reading == Grade.SEVERE ? half : 2 * half - 1;
    }

    private static double after(double chance, double with, double without) {
        double together = chance * with + (1 - chance) * without;
        return together == 0 ? 0 : together * entropy(chance * with / together);
    }

    private static double entropy(double chance) {
        return chance <= 0 || chance >= 1
                ? 0
                : -(chance * Math.log(chance) + (1 - chance) * Math.log(1 - chance)) / Math.log(2);
    }
}
