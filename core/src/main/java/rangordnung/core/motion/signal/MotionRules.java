package rangordnung.core.motion.signal;

import rangordnung.core.protocol.Threshold;

/**
 * The numbers of measuring, as data with their labels.
 *
 * @param cutoff            of the low-pass, hertz, at {@code fullRate} frames per second or more
 * @param fullRate          below it the cut-off falls with the rate
 * @param startDrop         share of the standing hip height, in percent, that the hip drops before a repetition has begun
 * @param bottomShare       percent of a repetition's time before and after its lowest point that are its bottom
 * @param longestGap        seconds over which a landmark that was lost is interpolated
 * @param landmarkConfidence below it a landmark is missing, 0 to 1
 * @param hiddenConfidence  of a keypoint that was labelled though hidden, 0 to 1
 * @param shortestRepetition seconds
 * @param heelUpFrom        centimetres of heel rise from which a heel is up
 * @param foreshortened     percent of its standing length below which a segment points at the camera, so that its angle says nothing
 * @param hipsFirstFrom     hip rise over shoulder rise above which the hips shoot up
 * @param onset             percent of its range that an angle has moved when its movement has begun
 * @param tuckFrom          degrees of backward rotation of the pelvis from which a tuck is told
 * @param scaleNoise        percent by which a scale taken from the athlete's height may be off
 * @param markingNoise      percent of the standing hip height by which a point that was marked in a single picture may be off
 * @param plateCutoff       of the low-pass of a plate's reading, hertz
 * @param fewestFrames frames, of a clip whose paths are low-passed; fewer cannot tell noise from movement
 * @param shortestFiltered seconds, of a clip whose paths are low-passed
 * @param upright percent of the drop, that begins a repetition, within which a hip stands upright
 * @param tallest percent of the frames, that may lie above standing height: lifted heels and noise
 * @param resting percent of standing hip height, within which a hip rests
 * @param competing standard errors, within which readings compete with the largest
 * @param readingsPerPeriod readings, that are independent in each period of the low-pass, for the largest of them
 * @param steadyLoad        percent of its usual value by which the sum of two scales may vary while somebody stands still
 */
public record MotionRules(
        int version,
        Threshold cutoff,
        Threshold fullRate,
        Threshold startDrop,
        Threshold bottomShare,
        Threshold longestGap,
        Threshold landmarkConfidence,
        Threshold hiddenConfidence,
        Threshold shortestRepetition,
        Threshold heelUpFrom,
        Threshold foreshortened,
        Threshold hipsFirstFrom,
        Threshold onset,
        Threshold tuckFrom,
        Threshold scaleNoise,
        Threshold markingNoise,
        Threshold plateCutoff,
        Threshold steadyLoad,
        Threshold fewestFrames,
        Threshold shortestFiltered,
        Threshold upright,
        Threshold tallest,
        Threshold resting,
        Threshold competing,
        Threshold readingsPerPeriod) {

    /** Cut-off at a frame rate, in hertz. */
    public double cutoffAt(double rate) {
        return cutoff.value() * Math.min(1, rate / fullRate.value());
    }
}
