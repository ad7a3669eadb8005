package rangordnung.core.motion.view;

import java.util.Optional;
import rangordnung.core.Refusal;

/**
 * What is known of the camera.
 *
 * @param distance to the athlete, metres
 * @param height   above the floor, metres
 * @param behind   whether it stands behind the athlete
 */
public record Lens(Optional<Double> distance, Optional<Double> height, boolean behind) {

    /** Nearest and furthest, in metres, at which anybody films a squat (house convention). */
    public static final double NEAREST = 1.5;

    public static final double FURTHEST = 20;
    /** Highest lens, in metres (house convention). */
    public static final double HIGHEST = 3;

    /** Nothing is known but that it stands in front. */
    public static final Lens UNKNOWN = new Lens(Optional.empty(), Optional.empty(), false);

    public Lens {
        distance.filter(d -> !(d >= NEAREST && d <= FURTHEST)).ifPresent(d -> {
            throw Refusal.outOfRange("distance", d, (int) NEAREST, (int) FURTHEST, "m");
        });
        height.filter(h -> !(h >= 0 && h <= HIGHEST)).ifPresent(h -> {
            throw Refusal.outOfRange("height", h, 0, (int) HIGHEST, "m");
        });
    }
}
