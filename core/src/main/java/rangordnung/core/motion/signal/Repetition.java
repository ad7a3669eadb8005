package rangordnung.core.motion.signal;

/**
 * Events of one repetition, as frames of the clip.
 *
 * @param number from 1
 * @param start  first frame in which the hip has dropped and is falling
 * @param bottomFrom first frame of the bottom phase
 * @param bottom frame with the lowest hip
 * @param bottomTo last frame of the bottom phase
 * @param end    first frame in which the hip is up again
 */
public record Repetition(int number, int start, int bottomFrom, int bottom, int bottomTo, int end) {

    /** When something was measured. */
    public enum Moment {
        /** Before the repetition. */
        STANDING,
        /** At the lowest hip. */
        BOTTOM,
        /** From the start to the bottom phase. */
        DESCENT,
        /** Around the lowest hip. */
        BOTTOM_PHASE,
        /** From the bottom phase to the end. */
        ASCENT,
        /** The whole of it. */
        REPETITION
    }

    /** First frame of a moment. */
    public int from(Moment moment) {
        return switch (moment) {
            case DESCENT, REPETITION -> start;
            case BOTTOM_PHASE -> bottomFrom;
            case BOTTOM -> bottom;
            case ASCENT -> bottomTo;
            case STANDING -> throw new IllegalArgumentException("Standing comes before a repetition");
        };
    }

    /** Last frame of a moment. */
    public int to(Moment moment) {
        return switch (moment) {
            case DESCENT -> bottomFrom;
            case BOTTOM_PHASE -> bottomTo;
            case BOTTOM -> bottom;
            case ASCENT, REPETITION -> end;
            case STANDING -> throw new IllegalArgumentException("Standing comes before a repetition");
        };
    }
}
