/**
 * The job. What stands in this package itself belongs to no room of it: only how bad input is refused. The rooms are its
 * packages; how data walk through them is in {@code docs/developers.md}.
 */
@org.jspecify.annotations.NullMarked
package rangordnung.core;
