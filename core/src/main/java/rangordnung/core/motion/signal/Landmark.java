package rangordnung.core.motion.signal;

import java.util.Optional;
import org.jspecify.annotations.Nullable;
import rangordnung.core.body.Side;

/** A point of the body that can be seen or marked. */
public enum Landmark {
    HEAD(Point.HEAD, null),
    LEFT_EAR(Point.EAR, Side.LEFT),
    RIGHT_EAR(Point.EAR, Side.RIGHT),
    LEFT_SHOULDER(Point.SHOULDER, Side.LEFT),
    RIGHT_SHOULDER(Point.SHOULDER, Side.RIGHT),
    LEFT_ELBOW(Point.ELBOW, Side.LEFT),
    RIGHT_ELBOW(Point.ELBOW, Side.RIGHT),
    LEFT_WRIST(Point.WRIST, Side.LEFT),
    RIGHT_WRIST(Point.WRIST, Side.RIGHT),
    LOW_BACK(Point.LOW_BACK, null),
    LEFT_HIP(Point.HIP, Side.LEFT),
    RIGHT_HIP(Point.HIP, Side.RIGHT),
    LEFT_HIP_CREASE(Point.HIP_CREASE, Side.LEFT),
    RIGHT_HIP_CREASE(Point.HIP_CREASE, Side.RIGHT),
    LEFT_FRONT_HIP_BONE(Point.FRONT_HIP_BONE, Side.LEFT),
    RIGHT_FRONT_HIP_BONE(Point.FRONT_HIP_BONE, Side.RIGHT),
    LEFT_REAR_HIP_BONE(Point.REAR_HIP_BONE, Side.LEFT),
    RIGHT_REAR_HIP_BONE(Point.REAR_HIP_BONE, Side.RIGHT),
    LEFT_KNEE(Point.KNEE, Side.LEFT),
    RIGHT_KNEE(Point.KNEE, Side.RIGHT),
    LEFT_ANKLE(Point.ANKLE, Side.LEFT),
    RIGHT_ANKLE(Point.ANKLE, Side.RIGHT),
    LEFT_HEEL(Point.HEEL, Side.LEFT),
    RIGHT_HEEL(Point.HEEL, Side.RIGHT),
    LEFT_SECOND_TOE(Point.SECOND_TOE, Side.LEFT),
    RIGHT_SECOND_TOE(Point.SECOND_TOE, Side.RIGHT),
    LEFT_BIG_TOE(Point.BIG_TOE, Side.LEFT),
    RIGHT_BIG_TOE(Point.BIG_TOE, Side.RIGHT),
    LEFT_LITTLE_TOE(Point.LITTLE_TOE, Side.LEFT),
    RIGHT_LITTLE_TOE(Point.LITTLE_TOE, Side.RIGHT);

    /** What is marked, whichever side. */
    public enum Point {
        HEAD,
        EAR,
        SHOULDER,
        ELBOW,
        WRIST,
        LOW_BACK,
        HIP,
        HIP_CREASE,
        FRONT_HIP_BONE,
        REAR_HIP_BONE,
        /** Middle of the kneecap from the front, joint line from the side. */
        KNEE,
        ANKLE,
        HEEL,
        SECOND_TOE,
        BIG_TOE,
        LITTLE_TOE
    }

    private static final Landmark[][] BY_POINT = new Landmark[Point.values().length][2];

    static {
        for (Landmark landmark : values()) {
            for (Side side : Side.values()) {
                if (landmark.side == null || landmark.side == side) {
                    BY_POINT[landmark.point.ordinal()][side.ordinal()] = landmark;
                }
            }
        }
    }

    private final Point point;
    private final @Nullable Side side;

    Landmark(Point point, @Nullable Side side) {
        this.point = point;
        this.side = side;
    }

    public Point point() {
        return point;
    }

    /** The athlete's own side; empty in the middle of the body. */
    public Optional<Side> side() {
        return Optional.ofNullable(side);
    }

    /** The landmark of a point on a side; in the middle of the body the one that there is. */
    public static Landmark of(Point point, Side side) {
        return BY_POINT[point.ordinal()][side.ordinal()];
    }

    /** The same point on the other side. */
    public Landmark mirrored() {
        return side == null ? this : of(point, side.opposite());
    }
}
