package rangordnung.core.motion.signal;

import java.util.Arrays;
import org.hipparchus.stat.StatUtils;
import rangordnung.core.Refusal;

/**
 * When the frames of a clip were taken, which is not always in step: phones drop frames in bad light.
 *
 * @param rate   frames per second of the even clip, by the usual interval
 * @param uneven percent of the time that lies in intervals that differ from the usual one by more than a part of it
 * @param lost   percent of the time that lies in gaps that are too long to be bridged
 */
public record FrameTimes(double[] seconds, double rate, double uneven, double lost) {

    /**
     * Looks at times in seconds.
     *
     * @throws Refusal where a frame does not come after the one before
     */
    public static FrameTimes of(double[] seconds, MotionRules rules) {
        if (seconds.length < 2) {
            throw Refusal.contradiction("Times say nothing of a single frame");
        }
        double[] intervals = new double[seconds.length - 1];
        for (int i = 0; i < intervals.length; i++) {
            intervals[i] = seconds[i + 1] - seconds[i];
            if (!(intervals[i] > 0)) {
                throw Refusal.contradiction("Frame " + (i + 2) + " does not come after the one before");
            }
        }
        double usual = StatUtils.percentile(intervals, 50);
        double all = Arrays.stream(intervals).sum();
        double uneven = Arrays.stream(intervals)
                .filter(d -> Math.abs(d - usual) > rules.camera().uneven().value() / 100 * usual)
                .sum();
        double lost = Arrays.stream(intervals)
                .filter(d -> d > rules.longestGap().value())
                .sum();
        double rate = uneven == 0 ? intervals.length / all : 1 / usual;
        return new FrameTimes(seconds, rate, 100 * uneven / all, 100 * lost / all);
    }

    /**
     * The clip in step: each frame between the two that were taken before and after it; in a gap nothing was seen.
     *
     * @param taken its frames in order, at these times
     */
    public Motion even(Motion taken, MotionRules rules) {
        if (uneven == 0) {
            return taken;
        }
        Motion.Builder even = Motion.builder(taken.plane(), rate, taken.metresPerUnit());
        int last = seconds.length - 1;
        int frames = 1 + (int) Math.floor((seconds[last] - seconds[0]) * rate + 1e-6);
        int before = 0;
        for (int f = 0; f < frames; f++) {
            even.frame();
            double time = seconds[0] + f / rate;
            while (before < last - 1 && seconds[before + 1] <= time) {
                before++;
            }
            double gap = seconds[before + 1] - seconds[before];
            double share = Math.max(0, Math.min(1, (time - seconds[before]) / gap));
            if (gap <= rules.longestGap().value()) {
                for (Landmark landmark : taken.landmarks()) {
                    even.set(
                            landmark,
                            between(taken, landmark, Axis.X, before, share),
                            between(taken, landmark, Axis.Y, before, share),
                            between(taken, landmark, Axis.Z, before, share),
                            confidence(taken, landmark, before, share));
                }
            }
        }
        return even.build().withTiming(new Motion.Timing(false, uneven, lost));
    }

    private static double between(Motion taken, Landmark landmark, Axis axis, int before, double share) {
        if (share == 0 || share == 1) {
            return taken.at(landmark, axis, before + (int) share);
        }
        return (1 - share) * taken.at(landmark, axis, before) + share * taken.at(landmark, axis, before + 1);
    }

    private static double confidence(Motion taken, Landmark landmark, int before, double share) {
        if (share == 0 || share == 1) {
            return taken.confidence(landmark, before + (int) share);
        }
        return Math.min(taken.confidence(landmark, before), taken.confidence(landmark, before + 1));
    }
}
