/**
 * What a hall has: kit with its sizes, places to train at, and who supervises when; and who can be given which piece of it.
 *
 * <p>Nothing here knows which exercise an athlete does; that is {@code placement} and {@code plan}.
 */
@org.jspecify.annotations.NullMarked
package rangordnung.core.kit;
