package rangordnung.core.motion.view;

import java.util.HashMap;
import java.util.Map;
import rangordnung.core.motion.signal.Axis;
import rangordnung.core.motion.signal.Landmark;
import rangordnung.core.motion.signal.Paths;

/** A clip as it would be from square, each frame computed when it is first asked for. */
final class SquaredPaths implements Paths {

    private static final int AXES = Axis.values().length;

    private final Paths seen;
    private final Sight sight;
    private final StandingBody body;
    private final Map<Integer, float[]> frames = new HashMap<>();

    SquaredPaths(Paths seen, Sight sight, StandingBody body) {
        this.seen = seen;
        this.sight = sight;
        this.body = body;
    }

    @Override
    public double at(Landmark landmark, Axis axis, int frame) {
        float[] known = frames.computeIfAbsent(frame, this::squared);
        return known[landmark.ordinal() * AXES + axis.ordinal()];
    }

    private float[] squared(int frame) {
        SquaredPosture posture = new SquaredPosture(seen.posture(frame), sight, body);
        float[] all = new float[Landmark.values().length * AXES];
        for (Landmark landmark : Landmark.values()) {
            for (Axis axis : Axis.values()) {
                all[landmark.ordinal() * AXES + axis.ordinal()] = (float) posture.at(landmark, axis);
            }
        }
        return all;
    }
}
