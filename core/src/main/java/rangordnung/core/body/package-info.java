/**
 * The athlete's body as the screen knows it: sides and names.
 *
 * <p>Left and right are always the athlete's own. Nothing here knows tests, grades or storage.
 */
@org.jspecify.annotations.NullMarked
package rangordnung.core.body;
