/**
 * What is tested and by which school: tests, criteria, anchors, policies and their versions, all of it data.
 *
 * <p>Every threshold carries its {@link rangordnung.core.protocol.Label}. Reading the data from a file or a
 * database belongs to the caller; judging by it belongs to {@code judgement}.
 */
@org.jspecify.annotations.NullMarked
package rangordnung.core.protocol;
