/**
 * Movement as signals: landmarks over time, their cleaned paths with the noise that is left, and the events of
 * repetitions.
 *
 * <p>Forward is x, the athlete's left is y, up is z. Lengths are in units of the source, times in seconds.
 */
@org.jspecify.annotations.NullMarked
package rangordnung.core.motion.signal;
