package rangordnung.core.motion.signal;

import java.util.ArrayList;
import java.util.EnumMap;
import java.util.EnumSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import rangordnung.core.Refusal;

/**
 * Landmarks over time, kept small: an hour at 60 frames per second with 33 landmarks takes about 110 MB.
 *
 * <p>A landmark that was not seen in a frame has no coordinates there and confidence 0. Coordinates are in units of
 * the source; {@link #metresPerUnit()} says what a unit is, where that is known.
 */
public final class Motion {

    /** What the source saw. */
    public enum Plane {
        /** From the front or the back: y and z. */
        FRONT,
        /** From the side: x and z. */
        SIDE,
        /** In space: x, y and z. */
        SPACE;

        /** Whether an axis is seen in it. */
        public boolean has(Axis axis) {
            return this == SPACE || axis == Axis.Z || axis == (this == FRONT ? Axis.Y : Axis.X);
        }
    }

    /**
     * How well it is known when frames were taken.
     *
     * @param assumed whether the rate is a guess, so that seconds say nothing
     * @param uneven  percent of the time in which frames did not follow in step
     * @param lost    percent of the time in which frames were missing for too long to be bridged
     */
    public record Timing(boolean assumed, double uneven, double lost) {

        public static final Timing KNOWN = new Timing(false, 0, 0);
    }

    private final Plane plane;
    private final double rate;
    private final Timing timing;
    private final Optional<Double> metresPerUnit;
    private final int frames;
    private final Map<Landmark, Column> columns;

    private Motion(
            Plane plane,
            double rate,
            Timing timing,
            Optional<Double> metresPerUnit,
            int frames,
            Map<Landmark, Column> columns) {
        this.plane = plane;
        this.rate = rate;
        this.timing = timing;
        this.metresPerUnit = metresPerUnit;
        this.frames = frames;
        this.columns = columns;
    }

    public Plane plane() {
        return plane;
    }

    /** Frames per second. */
    public double rate() {
        return rate;
    }

    /** Metres per unit of the coordinates; empty for a picture of unknown scale. */
    public Optional<Double> metresPerUnit() {
        return metresPerUnit;
    }

    public int frames() {
        return frames;
    }

    /** Landmarks that were seen in at least one frame. */
    public Set<Landmark> landmarks() {
        return columns.isEmpty() ? Set.of() : EnumSet.copyOf(columns.keySet());
    }

    /** Coordinate in units of the source; not a number where it was not seen. */
    public double at(Landmark landmark, Axis axis, int frame) {
        Column column = columns.get(landmark);
        return column == null || !plane.has(axis) ? Double.NaN : column.get(axis.ordinal(), frame);
    }

    /** Confidence, 0 to 1. */
    public double confidence(Landmark landmark, int frame) {
        Column column = columns.get(landmark);
        return column == null ? 0 : column.get(CONFIDENCE, frame);
    }

    public Timing timing() {
        return timing;
    }

    /** The same motion with another scale. */
    public Motion withScale(double metres) {
        return new Motion(plane, rate, timing, Optional.of(metres), frames, columns);
    }

    /** The same motion with what is known of its times. */
    public Motion withTiming(Timing known) {
        return new Motion(plane, rate, known, metresPerUnit, frames, columns);
    }

    public static Builder builder(Plane plane, double rate, Optional<Double> metresPerUnit) {
        return new Builder(plane, rate, metresPerUnit);
    }

    private static final int CONFIDENCE = 3;
    private static final int BLOCK = 4096;

    /** Coordinates and confidence of one landmark, in blocks, so that growing copies nothing. */
    private static final class Column {

        private final List<float @Nullable [][]> blocks = new ArrayList<>();
        private final boolean[] kept;

        Column(Plane plane) {
            kept = new boolean[] {plane.has(Axis.X), plane.has(Axis.Y), plane.has(Axis.Z), true};
        }

        double get(int what, int frame) {
            int block = frame / BLOCK;
            float @Nullable [][] values = block < blocks.size() ? blocks.get(block) : null;
            if (values == null) {
                return what == CONFIDENCE ? 0 : Double.NaN;
            }
            return what != CONFIDENCE && values[CONFIDENCE][frame % BLOCK] == 0
                    ? Double.NaN
                    : values[what][frame % BLOCK];
        }

        void set(int frame, double x, double y, double z, double confidence) {
            int block = frame / BLOCK;
            while (blocks.size() <= block) {
                blocks.add(null);
            }
            float @Nullable [][] values = blocks.get(block);
            if (values == null) {
                values = new float[4][];
                for (int i = 0; i < kept.length; i++) {
                    values[i] = new float[kept[i] ? BLOCK : 0];
                }
                blocks.set(block, values);
            }
            double[] given = {x, y, z, confidence};
            for (int i = 0; i < kept.length; i++) {
                if (kept[i]) {
                    values[i][frame % BLOCK] = (float) given[i];
                }
            }
        }
    }

    /** Takes frames one after the other. */
    public static final class Builder {

        /** Frames per second between which a clip is taken (house convention). */
        public static final double SLOWEST = 1;

        public static final double FASTEST = 1000;
        /** Two hours at 60 frames per second (house convention). */
        public static final int MOST_FRAMES = 432_000;

        private final Plane plane;
        private final double rate;
        private final Optional<Double> metresPerUnit;
        private final Map<Landmark, Column> columns = new EnumMap<>(Landmark.class);
        private int frames;

        private Builder(Plane plane, double rate, Optional<Double> metresPerUnit) {
            if (!(rate >= SLOWEST && rate <= FASTEST)) {
                throw Refusal.outOfRange("rate", rate, 1, 1000, "frames per second");
            }
            if (metresPerUnit.filter(m -> !(m > 0 && Double.isFinite(m))).isPresent()) {
                throw Refusal.contradiction("A unit of length must be above zero");
            }
            this.plane = plane;
            this.rate = rate;
            this.metresPerUnit = metresPerUnit;
        }

        /** Begins the next frame. */
        public Builder frame() {
            if (frames == MOST_FRAMES) {
                throw Refusal.contradiction("A clip has at most " + MOST_FRAMES + " frames; cut it");
            }
            frames++;
            return this;
        }

        /**
         * A landmark in the frame that was begun last; what is not finite or not confident at all was not seen.
         *
         * @param x forward; ignored from the front
         * @param y to the athlete's left; ignored from the side
         * @param z up
         */
        public Builder set(Landmark landmark, double x, double y, double z, double confidence) {
            boolean seen = (!plane.has(Axis.X) || Double.isFinite(x))
                    && (!plane.has(Axis.Y) || Double.isFinite(y))
                    && Double.isFinite(z)
                    && confidence > 0;
            if (seen) {
                columns.computeIfAbsent(landmark, l -> new Column(plane))
                        .set(frames - 1, x, y, z, Math.min(1, confidence));
            }
            return this;
        }

        public int frames() {
            return frames;
        }

        public Motion build() {
            if (frames == 0) {
                throw Refusal.contradiction("There is no frame in it");
            }
            return new Motion(plane, rate, Timing.KNOWN, metresPerUnit, frames, columns);
        }
    }
}
