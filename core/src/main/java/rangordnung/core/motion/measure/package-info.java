/**
 * Numbers from movement: every measure of the battery with its formula, the moment at which it is told, its unit and its
 * noise; and what scales and plates say.
 *
 * <p>Angles are degrees, lengths centimetres, times seconds unless a name says otherwise. Files and images are read
 * elsewhere; what a number means for a grade is decided in {@code judgement}.
 */
@org.jspecify.annotations.NullMarked
package rangordnung.core.motion.measure;
