package rangordnung.core.protocol;

import java.util.List;

/** How strongly a fault shows: four ordered grades (house convention). */
public enum Grade {
    NONE,
    SLIGHT,
    MARKED,
    SEVERE;

    /** The deviation that a grade chosen by eye stands for: 0, 1/3, 2/3 or 1 (house convention). */
    public double deviation() {
        return ordinal() / 3.0;
    }

    public boolean atLeast(Grade other) {
        return compareTo(other) >= 0;
    }

    /** One grade less; none stays none. */
    public Grade lower() {
        return values()[Math.max(0, ordinal() - 1)];
    }

    /** One grade more; severe stays severe. */
    public Grade higher() {
        return values()[Math.min(SEVERE.ordinal(), ordinal() + 1)];
    }

    public static Grade worse(Grade a, Grade b) {
        return a.compareTo(b) >= 0 ? a : b;
    }

    /**
     * The grade of a measured deviation.
     *
     * @param deviation 0 to 1
     * @param cutPoints three ascending cut-points in 0..1; at a cut-point the higher grade holds
     */
    public static Grade of(double deviation, List<Threshold> cutPoints) {
        int grade = 0;
        for (Threshold cut : cutPoints) {
            if (deviation >= cut.value()) {
                grade++;
            }
        }
        return values()[grade];
    }
}
