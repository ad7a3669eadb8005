package rangordnung.core.motion.measure;

import java.util.Optional;
import rangordnung.core.body.Build;
import rangordnung.core.body.Side;
import rangordnung.core.motion.view.Lens;
import rangordnung.core.protocol.School.KneeReference;
import rangordnung.core.protocol.Source;
import rangordnung.core.protocol.TestDefinition.Pattern;

/**
 * What is known of whom and what is measured.
 *
 * @param build         segment lengths, by which a picture gets its scale; empty where the stature is not known
 * @param pattern       what is done
 * @param working       the working leg, where legs work one after the other
 * @param kneeReference line that the kneecap is held against
 * @param targetThigh   thigh angle of the depth target, degrees
 * @param near          the side toward the camera, in a view from the side; empty means the one that is seen better
 * @param source        of the landmarks, whose usual noise is known
 * @param lens          what is known of the camera
 */
public record Subject(
        Optional<Build> build,
        Pattern pattern,
        Optional<Side> working,
        KneeReference kneeReference,
        double targetThigh,
        Optional<Side> near,
        Source source,
        Lens lens) {

    /** Of a camera of which nothing is known. */
    public Subject(
            Optional<Build> build,
            Pattern pattern,
            Optional<Side> working,
            KneeReference kneeReference,
            double targetThigh,
            Optional<Side> near,
            Source source) {
        this(build, pattern, working, kneeReference, targetThigh, near, source, Lens.UNKNOWN);
    }

    /** A two-leg squat to parallel. */
    public static Subject squat(Optional<Build> build, Source source) {
        return new Subject(
                build, Pattern.SQUAT, Optional.empty(), KneeReference.SECOND_THIRD_TOE, 0, Optional.empty(), source);
    }
}
