package rangordnung.core.motion.view;

/**
 * What is not as it should be in a clip, and what became of it.
 *
 * @param amount of it: degrees of {@code YAW} and {@code ROLL}, metres of {@code PERSPECTIVE}, percent of the frames of
 *               {@code SIDES_SWAPPED}, frames a second of {@code FEW_FRAMES} and {@code RATE_ASSUMED}, percent of the time of
 *               {@code RATE_UNEVEN}; else 0
 * @param unsure standard error of it
 */
public record ClipFinding(Kind kind, Outcome outcome, double amount, double unsure) {

    /** What it is. */
    public enum Kind {
        /** Left and right are on the wrong sides, all the time: mirrored, from behind, or named the other way round. */
        SIDES_REVERSED,
        /** Left and right change places in some frames. */
        SIDES_SWAPPED,
        /** It shows the athlete from the front though it is read from the side, or the other way round. */
        WRONG_VIEW,
        /** The toes point backward. */
        LOOKS_BACK,
        /** The camera does not stand straight in front of the athlete, or straight beside. */
        YAW,
        /** The camera is tilted. */
        ROLL,
        /** The camera is so near that what is nearer is seen larger. */
        PERSPECTIVE,
        /** There are too few frames, or too few a second. */
        FEW_FRAMES,
        /** Nothing says how many frames there are in a second. */
        RATE_ASSUMED,
        /** Frames follow one another unevenly. */
        RATE_UNEVEN
    }

    /** What became of it. */
    public enum Outcome {
        /** Taken out of the numbers; what is left of it is part of their standard errors. */
        CORRECTED,
        /** Part of the standard errors. */
        WIDENED,
        /** Nothing is measured. */
        REFUSED
    }
}
