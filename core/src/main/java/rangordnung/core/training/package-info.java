/**
 * What follows from groups: the training block from the first session to the retest, the dose and its progress, and what was done.
 *
 * <p>Nothing here places anybody; that is {@code placement}.
 */
@org.jspecify.annotations.NullMarked
package rangordnung.core.training;
