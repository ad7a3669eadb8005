/**
 * From facts to results: grades, voiding, deviations, movement index, noise, rank bands.
 *
 * <p>Pure functions of facts and a protocol version. Every figure carries its origin. What cannot be told is
 * one of several named states, never null and never zero. Nothing here stores, edits or decides.
 */
@org.jspecify.annotations.NullMarked
package rangordnung.core.judgement;
