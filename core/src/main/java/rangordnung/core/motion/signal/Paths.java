package rangordnung.core.motion.signal;

/** Where the landmarks of a clip are, frame by frame. */
public interface Paths {

    /** Coordinate in units of the source; not a number where it is lost. */
    double at(Landmark landmark, Axis axis, int frame);

    /** All of them in one frame. */
    default Posture posture(int frame) {
        return (landmark, axis) -> at(landmark, axis, frame);
    }
}
