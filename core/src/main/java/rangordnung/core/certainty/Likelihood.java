package rangordnung.core.certainty;

import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;
import java.util.function.IntToDoubleFunction;
import org.hipparchus.special.Erf;
import rangordnung.core.Refusal;
import rangordnung.core.protocol.Grade;

/**
 * How well something that was seen fits each true grade: P(seen | true grade), up to a factor that all four share. The largest
 * of the four is 1, so that many looks can be multiplied without one of them vanishing.
 */
public record Likelihood(double none, double slight, double marked, double severe) implements ByGrade {

    /** Of what was not seen: nothing follows from it. */
    public static final Likelihood NOTHING = new Likelihood(1, 1, 1, 1);

    private static final int GRADES = Grade.values().length;

    /**
     * Of a grade chosen by eye: the true grade with normal noise was nearest to it, the outer grades open to the outside.
     *
     * @param noise standard deviation in grades, above 0
     */
    public static Likelihood byEye(Grade grade, double noise) {
        Mark mark = new Mark(grade, noise);
        Likelihood known = MARKS.get(mark);
        if (known == null) {
            known = byEye(mark);
            if (MARKS.size() < MOST_MARKS) {
                MARKS.put(mark, known);
            }
        }
        return known;
    }

    private record Mark(Grade grade, double noise) {}

    /** Marks by eye have few noises, and their likelihoods are asked for all the time. */
    private static final Map<Mark, Likelihood> MARKS = new ConcurrentHashMap<>();

    private static final int MOST_MARKS = 500;

    private static Likelihood byEye(Mark seen) {
        double noise = seen.noise();
        positive(noise, "noise");
        int mark = seen.grade().ordinal();
        return of(g -> (mark == GRADES - 1 ? 1 : normal((mark + 0.5 - g) / noise))
                - (mark == 0 ? 0 : normal((mark - 0.5 - g) / noise)));
    }

    /**
     * Of a measured deviation with normal noise.
     *
     * @param deviation 0 at the tolerance and 1 at the limit, not held to that range
     * @param sem       standard error of the deviation, above 0
     */
    public static Likelihood measured(double deviation, double sem) {
        positive(sem, "sem");
        double[] away = new double[GRADES];
        double nearest = Double.MAX_VALUE;
        for (int g = 0; g < GRADES; g++) {
            double z = (3 * deviation - g) / (3 * sem);
            away[g] = z * z / 2;
            nearest = Math.min(nearest, away[g]);
        }
        double least = nearest; // taken off first, since far from every grade all four would vanish
        return of(g -> Math.exp(least - away[g]));
    }

    private static void positive(double value, String name) {
        if (!(value > 0 && value < Double.POSITIVE_INFINITY)) {
            throw Refusal.outOfRange(name, value, 0, 3, "");
        }
    }

    /** Φ, the share of a normal distribution below z. */
    static double normal(double z) {
        return 0.5 * Erf.erfc(-z / Math.sqrt(2));
    }

    private static Likelihood of(IntToDoubleFunction each) {
        double[] values = new double[GRADES];
        double most = 0;
        for (int g = 0; g < GRADES; g++) {
            values[g] = each.applyAsDouble(g);
            most = Math.max(most, values[g]);
        }
        return most == 0
                ? NOTHING // looks that exclude each other say nothing together
                : new Likelihood(values[0] / most, values[1] / most, values[2] / most, values[3] / most);
    }

    /** Of this and another look at the same thing, each with noise of its own. */
    public Likelihood and(Likelihood other) {
        return of(g -> at(g) * other.at(g));
    }

    /** Of a look that counts in part only: each likelihood to a power, 0 for nothing and 1 for the whole. */
    public Likelihood weakened(double power) {
        return of(g -> Math.pow(at(g), power));
    }

    /** What follows from it while every grade was equally likely before. */
    public GradeChances chances() {
        double sum = none + slight + marked + severe;
        return new GradeChances(none / sum, slight / sum, marked / sum, severe / sum);
    }
}
