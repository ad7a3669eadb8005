package rangordnung.core.motion.signal;

/**
 * Frames in a row.
 *
 * @param from first
 * @param to   last
 */
public record Span(int from, int to) {

    public int frames() {
        return to - from + 1;
    }
}
