/**
 * What is trained: focuses, ladders of exercises from easy to hard, and their rungs; all of it data.
 *
 * <p>Nothing here knows who stands where; that is {@code placement}.
 */
@org.jspecify.annotations.NullMarked
package rangordnung.core.ladder;
