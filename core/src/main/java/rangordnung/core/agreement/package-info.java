/**
 * How far two raters agree: percent, kappa, intraclass correlation, limits, and where they differ.
 *
 * <p>Stands beside the arrow. Knows grades and results, but neither who the raters are nor what follows from it.
 */
@org.jspecify.annotations.NullMarked
package rangordnung.core.agreement;
