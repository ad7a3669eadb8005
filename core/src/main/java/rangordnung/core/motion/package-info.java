/**
 * Numbers from movement: landmarks over time, filtering, events of repetitions, measures with their noise.
 *
 * <p>Forward is x, the athlete's left is y, up is z. Angles are degrees, lengths metres unless a name says otherwise,
 * times seconds. Files and pictures are read elsewhere; what a number means for a grade is decided in {@code judgement}.
 */
@org.jspecify.annotations.NullMarked
package rangordnung.core.motion;
