package rangordnung.server.exchange;

import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import rangordnung.core.ShippedData;
import rangordnung.core.motion.signal.Motion;
import rangordnung.core.motion.signal.MotionRules;
import rangordnung.core.motion.simulated.PoseRules;
import rangordnung.core.motion.simulated.Script;
import rangordnung.core.motion.simulated.SimulatedAthlete;
import tools.jackson.databind.json.JsonMapper;

/** The data of measuring that ship, for tests without a product around them. */
final class Shipped {

    static final MotionRules MOTION = read(ShippedData.MOTION, MotionRules.class);
    private static final PoseRules POSES = read(ShippedData.POSE, PoseRules.class);

    private Shipped() {}

    static SimulatedAthlete athlete(Script script) {
        return new SimulatedAthlete(script, POSES);
    }

    private static <T> T read(String name, Class<T> type) {
        try (InputStream in = Motion.class.getResourceAsStream("/rangordnung/" + name + ".json")) {
            return JsonMapper.builder().build().readValue(in, type);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }
}
