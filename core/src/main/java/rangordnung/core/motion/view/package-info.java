/**
 * How a camera saw an athlete: which side is which, from where it looked, and what the landmarks would be from square in front or
 * square beside.
 */
@NullMarked
package rangordnung.core.motion.view;

import org.jspecify.annotations.NullMarked;
