package rangordnung.core.certainty;

import rangordnung.core.protocol.Grade;

/** The chance of each true grade; the four add up to 1. */
public record GradeChances(double none, double slight, double marked, double severe) implements ByGrade {

    public double of(Grade grade) {
        return at(grade.ordinal());
    }

    /** The same after one more look. */
    public GradeChances after(Likelihood seen) {
        double sum = none * seen.none() + slight * seen.slight() + marked * seen.marked() + severe * seen.severe();
        return sum == 0
                ? this
                : new GradeChances(
                        none * seen.none() / sum,
                        slight * seen.slight() / sum,
                        marked * seen.marked() / sum,
                        severe * seen.severe() / sum);
    }

    /** The chance that the true grade is another than the likeliest. */
    public double doubt() {
        return 1 - Math.max(Math.max(none, slight), Math.max(marked, severe));
    }

    /** The chance that the true grade is this one or worse. */
    public double atLeast(Grade grade) {
        double sum = 0;
        for (int g = grade.ordinal(); g < Grade.values().length; g++) {
            sum += at(g);
        }
        return sum;
    }

    /** The chance that the true grades of two places differ by one or more, the two being seen apart from each other. */
    public double differs(GradeChances other) {
        return 1 - none * other.none - slight * other.slight - marked * other.marked - severe * other.severe;
    }
}
