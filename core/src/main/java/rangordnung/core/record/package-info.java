/**
 * What was seen, measured or said, and nothing of what follows from it: facts, entries, and the book of one athlete and
 * screening.
 *
 * <p>A book is added to and never rewritten. Which of its entries stand is decided here, once, for every reader.
 */
@org.jspecify.annotations.NullMarked
package rangordnung.core.record;
