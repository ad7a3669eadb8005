package rangordnung.core.motion.view;

import java.util.Optional;
import java.util.stream.Stream;
import rangordnung.core.body.Build;
import rangordnung.core.body.Side;
import rangordnung.core.body.Sided;
import rangordnung.core.motion.signal.Axis;
import rangordnung.core.motion.signal.Landmark;
import rangordnung.core.motion.signal.Landmark.Point;
import rangordnung.core.motion.signal.Posture;

/**
 * An athlete who stands, as a picture shows it: lengths in metres, and where the feet are in the picture.
 *
 * @param shank     as seen; not a number where it is not
 * @param thigh     as seen
 * @param trunk     from hip to shoulder, as seen
 * @param build     proportions, for what the picture does not show
 * @param halfFeet  half the distance of the ankles, metres, for a picture that does not show it
 * @param metres    of a unit of the picture
 * @param middle    between the feet, across, in units of the picture
 * @param floor     height of the floor, in units of the picture
 */
record StandingBody(
        Sided<Double> shank,
        Sided<Double> thigh,
        Sided<Double> trunk,
        Build build,
        double halfFeet,
        double metres,
        double middle,
        double floor) {

    /** Stature of somebody of whom it is not known, in metres: it gives a picture its distance, which hardly depends on it (house convention). */
    private static final double USUAL_STATURE = 1.7;

    /**
     * Looks at somebody who stands.
     *
     * @param across axis that the picture shows
     * @param scale  metres of a unit, where it is known
     * @return nothing where neither leg is seen whole
     */
    static Optional<StandingBody> of(Posture stands, Axis across, Optional<Double> scale, Optional<Build> known) {
        Sided<Double> shank = lengths(stands, across, Point.ANKLE, Point.KNEE);
        Sided<Double> thigh = lengths(stands, across, Point.KNEE, Point.HIP);
        Build build = known.orElseGet(() -> Build.ofStature(USUAL_STATURE));
        double leg = mean(Sided.each(side -> shank.get(side) + thigh.get(side)));
        if (!(leg > 0)) {
            return Optional.empty();
        }
        double metres = scale.orElse(build.leg() / leg);
        return Optional.of(new StandingBody(
                shank.map(l -> l * metres),
                thigh.map(l -> l * metres),
                lengths(stands, across, Point.HIP, Point.SHOULDER).map(l -> l * metres),
                build,
                build.hipSpacing(),
                metres,
                mean(Sided.each(side -> stands.at(Landmark.of(Point.ANKLE, side), across))),
                mean(Sided.each(side -> stands.z(Point.ANKLE, side))) - build.ankleHeight() / metres));
    }

    private static Sided<Double> lengths(Posture stands, Axis across, Point from, Point to) {
        return Sided.each(side -> Math.hypot(
                stands.at(Landmark.of(to, side), across) - stands.at(Landmark.of(from, side), across),
                stands.z(to, side) - stands.z(from, side)));
    }

    /** Of the sides that are seen; not a number where neither is. */
    static double mean(Sided<Double> values) {
        return Stream.of(Side.values())
                .mapToDouble(values::get)
                .filter(Double::isFinite)
                .average()
                .orElse(Double.NaN);
    }
}
