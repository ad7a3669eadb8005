package rangordnung.server.exchange;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.EnumMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import rangordnung.core.body.Side;
import rangordnung.core.motion.signal.FrameTimes;
import rangordnung.core.motion.signal.Landmark;
import rangordnung.core.motion.signal.Landmark.Point;
import rangordnung.core.motion.signal.Motion;
import rangordnung.server.platform.Code;

/**
 * Takes the points of a file frame by frame, picks the landmarks, turns them into the athlete's axes and keeps nothing
 * else. The first frames wait until rate and axes are known.
 */
final class FrameReader {

    static final int MOST_NAMES = 400;
    /** Most frames that are read: ten minutes at 60 frames per second (house convention). */
    static final int MOST_FRAMES = 36_000;

    private static final int WAITING = 60;
    private static final double LARGEST = 1e7;
    /** Hips closer than this share of a foot lie behind each other: the body was seen from its side (house convention). */
    private static final double FLAT = 0.25;

    /** How the coordinates of a file lie. */
    enum Axes {
        /** x forward, y to the athlete's left, z up. */
        ATHLETE,
        /** x to the right, y down, as in a picture. */
        PICTURE,
        /** In space, anyhow: up and left are told from the body. */
        ANY
    }

    private final ReadOptions how;
    private final Axes axes;
    private final LandmarkFile.Format format;
    private final List<String> names;
    private final @Nullable Landmark[] landmarks;
    private final Map<String, Landmark> mapping = new LinkedHashMap<>();
    private final Optional<Double> rate;
    private final Optional<Double> metresPerUnit;
    private final List<double[]> waiting = new ArrayList<>();
    private final List<Double> times = new ArrayList<>();
    private double @Nullable [] frame;
    private @Nullable Placed placed;
    private boolean assumed;
    private int frames;

    /**
     * @param names         of the points in each frame
     * @param rate          frames per second, where the file says it
     * @param metresPerUnit where the file says it
     */
    FrameReader(
            LandmarkFile.Format format,
            ReadOptions how,
            Axes axes,
            List<String> names,
            Optional<Double> rate,
            Optional<Double> metresPerUnit) {
        if (names.isEmpty() || names.size() > MOST_NAMES) {
            throw FileProblems.at(
                    Code.FILE_POINTS,
                    "header",
                    "it names " + names.size() + " points; between 1 and " + MOST_NAMES + " are read");
        }
        this.format = format;
        this.how = how;
        this.axes = axes;
        this.names = names;
        this.rate = rate;
        this.metresPerUnit = metresPerUnit;
        this.landmarks = new @Nullable Landmark[names.size()];
        Set<Landmark> taken = new HashSet<>();
        for (int i = 0; i < landmarks.length; i++) {
            Optional<Landmark> landmark = how.landmark(names.get(i)).filter(taken::add);
            landmarks[i] = landmark.orElse(null);
            if (landmark.isPresent()) {
                mapping.put(names.get(i), landmark.get());
            }
        }
        if (mapping.isEmpty() && !how.mapping().isEmpty()) {
            throw FileProblems.at(Code.FILE_NAMES, "mapping", "none of the names in it stands in the file");
        }
        rate.ifPresent(r -> checkedRate(r, "header"));
    }

    private static double checkedRate(double r, String place) {
        if (!(r >= Motion.Builder.SLOWEST && r <= Motion.Builder.FASTEST)) {
            throw FileProblems.at(Code.FILE_RATE, place, "it has " + r + " frames per second; 1 to 1000 are read");
        }
        return r;
    }

    boolean takes(int index) {
        return landmarks[index] != null;
    }

    /**
     * Begins a frame.
     *
     * @param time in seconds; not a number where the file has none
     */
    void frame(double time) {
        finishFrame();
        frame = new double[4 * landmarks.length];
        frames++;
        times.add(time);
    }

    /** A point of the frame that was begun; what was not seen is left out. */
    void point(int index, double x, double y, double z, double confidence, String place) {
        if (landmarks[index] == null || !(confidence > 0)) {
            return;
        }
        if (Math.abs(x) > LARGEST
                || Math.abs(y) > LARGEST
                || Math.abs(z) > LARGEST
                || Double.isNaN(x)
                || Double.isNaN(y)
                || Double.isNaN(z)) {
            throw FileProblems.at(
                    Code.FILE_VALUE,
                    place,
                    "“" + names.get(index) + "” lies at " + x + ", " + y + ", " + z + ", which cannot be");
        }
        double[] begun = Objects.requireNonNull(frame);
        begun[4 * index] = x;
        begun[4 * index + 1] = y;
        begun[4 * index + 2] = z;
        begun[4 * index + 3] = Math.min(1, confidence);
    }

    private void finishFrame() {
        if (frame == null) {
            return;
        }
        double[] done = frame;
        frame = null;
        if (placed == null) {
            waiting.add(done);
            if (waiting.size() >= WAITING) {
                begin();
            }
        } else {
            placed.take(done);
        }
    }

    private Placed begin() {
        Optional<Double> told = rate.or(this::rateOfTimes).or(how::rate);
        assumed = told.isEmpty();
        double known = told.orElse(ReadOptions.USUAL_RATE);
        Placed begun = new Placed(Motion.builder(how.plane(), checkedRate(known, "times"), metresPerUnit), turn());
        waiting.forEach(begun::take);
        waiting.clear();
        placed = begun;
        return begun;
    }

    private Optional<Double> rateOfTimes() {
        int n = Math.min(times.size(), WAITING);
        if (n < 2 || times.subList(0, n).stream().anyMatch(t -> t.isNaN())) {
            return Optional.empty();
        }
        for (int i = 1; i < n; i++) {
            checkedOrder(i, times.get(i - 1), times.get(i));
        }
        return Optional.of((n - 1) / (times.get(n - 1) - times.get(0)));
    }

    /** Frames in the athlete's axes, once the rate and the axes of the file are known. */
    private final class Placed {

        private final Motion.Builder motion;
        private final double[][] turn;

        Placed(Motion.Builder motion, double[][] turn) {
            this.motion = motion;
            this.turn = turn;
        }

        void take(double[] done) {
            if (motion.frames() == MOST_FRAMES) {
                throw FileProblems.at(
                        Code.FILE_TOO_LONG,
                        "frame " + (MOST_FRAMES + 1),
                        "more than ten minutes at 60 frames per second; cut the file");
            }
            motion.frame();
            for (int i = 0; i < landmarks.length; i++) {
                Landmark landmark = landmarks[i];
                if (landmark != null && done[4 * i + 3] > 0) {
                    double x = done[4 * i];
                    double y = done[4 * i + 1];
                    double z = done[4 * i + 2];
                    motion.set(landmark, along(0, x, y, z), along(1, x, y, z), along(2, x, y, z), done[4 * i + 3]);
                }
            }
        }

        private double along(int row, double x, double y, double z) {
            return turn[row][0] * x + turn[row][1] * y + turn[row][2] * z;
        }
    }

    /** Rows of the matrix that turns the file's axes into the athlete's. */
    private double[][] turn() {
        return switch (axes) {
            case ATHLETE -> new double[][] {{1, 0, 0}, {0, 1, 0}, {0, 0, 1}};
            case PICTURE -> picture();
            case ANY -> space();
        };
    }

    private double[][] picture() {
        double across = how.facing() == ReadOptions.Facing.AWAY || how.facing() == ReadOptions.Facing.LEFT ? -1 : 1;
        return new double[][] {{across, 0, 0}, {across, 0, 0}, {0, -1, 0}};
    }

    /** Up leads from the ankles to the hips along one of the file's axes, left from the right hip to the left one. */
    private double[][] space() {
        Map<Landmark, double[]> sums = new EnumMap<>(Landmark.class);
        for (double[] f : waiting) {
            for (int i = 0; i < landmarks.length; i++) {
                Landmark landmark = landmarks[i];
                if (landmark != null && f[4 * i + 3] > 0) {
                    double[] sum = sums.computeIfAbsent(landmark, l -> new double[4]);
                    for (int a = 0; a < 3; a++) {
                        sum[a] += f[4 * i + a];
                    }
                    sum[3]++;
                }
            }
        }
        double[] body = difference(mean(sums, Point.HIP), mean(sums, Point.ANKLE));
        if (body == null) {
            body = difference(mean(sums, Point.SHOULDER), mean(sums, Point.ANKLE));
        }
        if (body == null || body[0] == 0 && body[1] == 0 && body[2] == 0) {
            return new double[][] {{1, 0, 0}, {0, 1, 0}, {0, 0, 1}};
        }
        int axis = Math.abs(body[0]) > Math.abs(body[1])
                ? (Math.abs(body[0]) > Math.abs(body[2]) ? 0 : 2)
                : Math.abs(body[1]) > Math.abs(body[2]) ? 1 : 2;
        double[] up = new double[3];
        up[axis] = Math.signum(body[axis]);
        double[] hips = difference(place(sums, Landmark.LEFT_HIP), place(sums, Landmark.RIGHT_HIP));
        double[] foot = difference(mean(sums, Point.SECOND_TOE), mean(sums, Point.HEEL));
        double[] left = hips == null || foot != null && length(hips) < FLAT * length(foot) ? null : across(hips, up);
        if (left == null) {
            double[] forward = foot == null ? null : across(foot, up);
            left = forward == null
                    ? new double[] {axis == 2 ? 1 : 0, axis == 0 ? 1 : 0, axis == 1 ? 1 : 0}
                    : cross(up, forward);
        }
        return new double[][] {cross(left, up), left, up};
    }

    private static double @Nullable [] mean(Map<Landmark, double[]> sums, Point point) {
        double[] left = place(sums, Landmark.of(point, Side.LEFT));
        double[] right = place(sums, Landmark.of(point, Side.RIGHT));
        if (left == null || right == null) {
            return left == null ? right : left;
        }
        return new double[] {(left[0] + right[0]) / 2, (left[1] + right[1]) / 2, (left[2] + right[2]) / 2};
    }

    private static double @Nullable [] place(Map<Landmark, double[]> sums, Landmark landmark) {
        double[] sum = sums.get(landmark);
        return sum == null ? null : new double[] {sum[0] / sum[3], sum[1] / sum[3], sum[2] / sum[3]};
    }

    private static double length(double[] v) {
        return Math.sqrt(v[0] * v[0] + v[1] * v[1] + v[2] * v[2]);
    }

    private static double @Nullable [] difference(double @Nullable [] to, double @Nullable [] from) {
        return to == null || from == null ? null : new double[] {to[0] - from[0], to[1] - from[1], to[2] - from[2]};
    }

    /** The part of a direction that is level, of length one; nothing where it is upright. */
    private static double @Nullable [] across(double[] direction, double[] up) {
        double along = direction[0] * up[0] + direction[1] * up[1] + direction[2] * up[2];
        double[] level = {direction[0] - along * up[0], direction[1] - along * up[1], direction[2] - along * up[2]};
        double size = length(level);
        return size < 1e-9 ? null : new double[] {level[0] / size, level[1] / size, level[2] / size};
    }

    private static double[] cross(double[] a, double[] b) {
        return new double[] {a[1] * b[2] - a[2] * b[1], a[2] * b[0] - a[0] * b[2], a[0] * b[1] - a[1] * b[0]};
    }

    LandmarkFile finish() {
        finishFrame();
        if (frames == 0) {
            throw FileProblems.at(Code.FILE_WITHOUT_FRAMES, "end of file", "there is no frame in it");
        }
        Placed whole = placed == null ? begin() : placed;
        return new LandmarkFile(format, names, mapping, inStep(whole.motion.build()));
    }

    /** The clip in step, where the file says when its frames were taken. */
    private Motion inStep(Motion motion) {
        if (assumed) {
            return motion.withTiming(new Motion.Timing(true, 0, 0));
        }
        double[] seconds = times.stream().mapToDouble(t -> t).toArray();
        if (seconds.length < 2 || Arrays.stream(seconds).anyMatch(Double::isNaN)) {
            return motion;
        }
        for (int i = 1; i < seconds.length; i++) {
            checkedOrder(i, seconds[i - 1], seconds[i]);
        }
        return FrameTimes.of(seconds, how.rules()).even(motion, how.rules());
    }

    private static void checkedOrder(int frame, double before, double time) {
        if (time <= before) {
            throw FileProblems.at(
                    Code.FILE_TIMES, "frame " + (frame + 1), "its time does not come after the one before");
        }
    }
}
