package rangordnung.core.motion.view;

import rangordnung.core.body.Side;
import rangordnung.core.motion.signal.Motion;
import rangordnung.core.protocol.TestDefinition.Pattern;

/**
 * From where a camera looks at an athlete.
 *
 * @param plane    that the picture is read in
 * @param pattern  what the athlete does
 * @param working  the front leg of a lunge, the standing leg of a stance
 * @param toward   1 where what is nearer to the camera lies forward or to the left, -1 where it lies backward or to the right
 * @param yaw      degrees by which forward leads to the left of a picture from the front, left forward in one from the side
 * @param roll     degrees by which it is tilted
 * @param distance metres; without an end where nothing is foreshortened by perspective
 * @param height   of the lens above the floor, metres
 */
record Sight(
        Motion.Plane plane,
        Pattern pattern,
        Side working,
        int toward,
        double yaw,
        double roll,
        double distance,
        double height) {

    Sight turned(double otherYaw, double otherRoll) {
        return new Sight(plane, pattern, working, toward, otherYaw, otherRoll, distance, height);
    }

    Sight at(double otherDistance, double otherHeight) {
        return new Sight(plane, pattern, working, toward, yaw, roll, otherDistance, otherHeight);
    }

    boolean front() {
        return plane == Motion.Plane.FRONT;
    }
}
