/** Practice of raters: what they set at simulated athletes, held against what these are known to show. */
@org.jspecify.annotations.NullMarked
package rangordnung.core.practice;
