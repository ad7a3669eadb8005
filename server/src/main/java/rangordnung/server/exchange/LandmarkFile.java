package rangordnung.server.exchange;

import java.util.List;
import java.util.Map;
import rangordnung.core.motion.signal.Landmark;
import rangordnung.core.motion.signal.Motion;

/**
 * A file of landmarks, read.
 *
 * @param names   what the file calls its points, in its order
 * @param mapping the landmarks that were taken, by name
 * @param motion  their paths
 */
public record LandmarkFile(Format format, List<String> names, Map<String, Landmark> mapping, Motion motion) {

    /** Kinds of files. */
    public enum Format {
        CSV,
        TRC,
        C3D,
        COCO,
        LANDMARKS_33
    }
}
