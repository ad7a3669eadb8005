package rangordnung.core.motion.signal;

import java.util.Arrays;
import java.util.Set;
import org.jspecify.annotations.Nullable;

/**
 * The paths of all landmarks, cleaned: what is not confident is lost, short gaps are interpolated, the rest is
 * low-passed between the gaps that stay. Also tells how noisy each path was.
 */
public final class Tracks implements Paths {

    private static final int AXES = Axis.values().length;

    private final Motion motion;
    private final MotionRules rules;
    private final LowPass filter;
    private final boolean filtered;
    private final @Nullable Path[] paths = new Path[Landmark.values().length * AXES];

    /**
     * One coordinate over time, in units of the source.
     *
     * @param values not a number where the landmark is lost
     * @param sd     standard deviation of the noise that is left after filtering
     */
    private record Path(float[] values, double sd) {}

    public Tracks(Motion motion, MotionRules rules) {
        this.motion = motion;
        this.rules = rules;
        this.filter = new LowPass(motion.rate(), rules.cutoffAt(motion.rate()));
        this.filtered =
                motion.frames() >= motion.rate() * rules.shortestFiltered().value()
                        && motion.frames() >= rules.fewestFrames().value();
    }

    public int frames() {
        return motion.frames();
    }

    public double rate() {
        return motion.rate();
    }

    /** Whether there were enough frames to tell noise from movement. */
    public boolean filtered() {
        return filtered;
    }

    /** Filtered coordinate. */
    @Override
    public double at(Landmark landmark, Axis axis, int frame) {
        return path(landmark, axis).values()[frame];
    }

    /** Landmarks that were seen. */
    Set<Landmark> landmarks() {
        return motion.landmarks();
    }

    LowPass filter() {
        return filter;
    }

    MotionRules rules() {
        return rules;
    }

    /** Coordinate as it was seen, in units of the source; not a number where it is lost. */
    double raw(Landmark landmark, Axis axis, int frame) {
        return sure(landmark, frame) ? motion.at(landmark, axis, frame) : Double.NaN;
    }

    /** Noise left in a coordinate after filtering if it were new in each frame, in units of the source. */
    public double sd(Landmark landmark, Axis axis) {
        return path(landmark, axis).sd();
    }

    /** Confidence at a frame; in a bridged gap the lower one at its ends. */
    public double confidence(Landmark landmark, int frame) {
        double here = motion.confidence(landmark, frame);
        if (here >= rules.landmarkConfidence().value()) {
            return here;
        }
        int before = frame;
        int after = frame;
        while (before >= 0 && !sure(landmark, before)) {
            before--;
        }
        while (after < frames() && !sure(landmark, after)) {
            after++;
        }
        boolean bridged = before >= 0 && after < frames() && after - before - 1 <= longestGap();
        return bridged ? Math.min(motion.confidence(landmark, before), motion.confidence(landmark, after)) : here;
    }

    private boolean sure(Landmark landmark, int frame) {
        return motion.confidence(landmark, frame) >= rules.landmarkConfidence().value();
    }

    private int longestGap() {
        return (int) Math.floor(rules.longestGap().value() * rate());
    }

    private Path path(Landmark landmark, Axis axis) {
        int coordinate = landmark.ordinal() * AXES + axis.ordinal();
        Path known = paths[coordinate];
        if (known == null) {
            known = clean(landmark, axis);
            paths[coordinate] = known;
        }
        return known;
    }

    private Path clean(Landmark landmark, Axis axis) {
        int n = frames();
        float[] kept = new float[n];
        Arrays.fill(kept, Float.NaN);
        if (!motion.plane().has(axis)) {
            return new Path(kept, 0);
        }
        double[] raw = new double[n];
        for (int i = 0; i < n; i++) {
            raw[i] = raw(landmark, axis, i);
        }
        boolean[] seen = new boolean[n];
        for (int i = 0; i < n; i++) {
            seen[i] = !Double.isNaN(raw[i]);
        }
        bridge(raw, longestGap());
        double squares = 0;
        long counted = 0;
        int from = 0;
        while (from < n) {
            if (Double.isNaN(raw[from])) {
                from++;
                continue;
            }
            int to = from;
            while (to < n && !Double.isNaN(raw[to])) {
                to++;
            }
            double[] run = Arrays.copyOfRange(raw, from, to);
            double[] smooth = filtered ? filter.apply(run) : run;
            for (int i = 0; i < smooth.length; i++) {
                kept[from + i] = (float) smooth[i];
                if (seen[from + i]) {
                    squares += (run[i] - smooth[i]) * (run[i] - smooth[i]);
                    counted++;
                }
            }
            from = to;
        }
        double sd = counted == 0 || !filtered
                ? 0
                : Math.sqrt(squares / counted / filter.residualGain() * filter.noiseGain());
        return new Path(kept, sd);
    }

    /** Fills gaps up to a length with a cubic through the values and slopes at their ends. */
    static void bridge(double[] values, int longest) {
        int last = -1;
        for (int i = 0; i < values.length; i++) {
            if (Double.isNaN(values[i])) {
                continue;
            }
            int gap = i - last - 1;
            if (last >= 0 && gap > 0 && gap <= longest) {
                double width = gap + 1.0;
                double slopeBefore = slope(values, last, -1) * width;
                double slopeAfter = slope(values, i, 1) * width;
                for (int j = 1; j <= gap; j++) {
                    double t = j / width;
                    values[last + j] = (1 + 2 * t) * (1 - t) * (1 - t) * values[last]
                            + t * (1 - t) * (1 - t) * slopeBefore
                            + t * t * (3 - 2 * t) * values[i]
                            + t * t * (t - 1) * slopeAfter;
                }
            }
            last = i;
        }
    }

    /** Change per frame at the end of a gap, over up to three frames away from it. */
    private static double slope(double[] values, int at, int away) {
        int far = at;
        for (int i = 1; i <= 3; i++) {
            int next = at + i * away;
            if (next < 0 || next >= values.length || Double.isNaN(values[next])) {
                break;
            }
            far = next;
        }
        return far == at ? 0 : (values[far] - values[at]) / (far - at);
    }
}
