/**
 * What may limit a pattern: retests against their baseline, evidence for and against, the limiting link.
 *
 * <p>Pure functions of screen results and rules that are data. Never a diagnosis, and never one cause presented as
 * certain; what to train is decided in {@code placement}.
 */
@org.jspecify.annotations.NullMarked
package rangordnung.core.link;
