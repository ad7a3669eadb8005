package rangordnung.core.motion.signal;

import java.util.Map;
import rangordnung.core.protocol.Source;
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
 * @param leastDrop         percent of the standing hip height that a hip drops in a repetition at least: less is noise or unrest
 * @param quietMargin       seconds next to a movement in which nobody stands quietly yet
 * @param quietStretch      seconds about whose mean noise is told from quiet standing: what is slower is sway
 * @param quietLeast        seconds of quiet standing that are needed for it
 * @param leastNoise        percent of the standing hip height below which what a low-pass takes out is no noise: it turns no segment by a tenth of a degree
 * @param pooledReadings    readings that the noise of all landmarks counts as against those of one
 * @param surelyUp          percent of the limit of a raised heel that its noise may be, if it is to be told for how long it is up
 * @param triedRepetitions  repetitions of a clip upon which noise is tried
 * @param onsetKnown        degrees of standard error up to which the beginning of a tuck is told
 * @param growthKnown       percent of what noise adds to a value, by which that may be off
 * @param filterBlur        percent of a period of the low-pass by which it moves the moment at which a hip crosses a level
 * @param camera            what is known of a camera, and what of somebody who stands before it
 * @param noise             what is usual of landmarks, by source
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
        Threshold leastDrop,
        Threshold quietMargin,
        Threshold quietStretch,
        Threshold quietLeast,
        Threshold leastNoise,
        Threshold pooledReadings,
        Threshold surelyUp,
        Threshold triedRepetitions,
        Threshold onsetKnown,
        Threshold growthKnown,
        Threshold filterBlur,
        CameraRules camera,
        Map<Source, UsualNoise> noise) {

    /**
     * What is known of a camera, and what of somebody who stands before it.
     *
     * @param distance         metres, where nobody entered it
     * @param distanceUnsure   percent by which that may be off
     * @param height           of the lens above the floor, metres, where nobody entered it
     * @param heightUnsure     metres by which that may be off
     * @param enteredUnsure    percent by which a distance or height that was entered may be off
     * @param square           degrees up to which a camera counts as square and level
     * @param surely           standard errors beyond which a camera is said not to be square
     * @param corrected        degrees up to which it is corrected without a word about how sure that is
     * @param beyond           degrees beyond which nothing is measured
     * @param correctionUnsure percent of an angle by which its correction may be off
     * @param unknownYaw       degrees by which a camera may stand beside square when the body does not tell
     * @param footTurned       degrees by which a foot may point further outward than the other, by standard deviation, as all below
     * @param kneesAside       centimetres by which the middle of the knees moves aside on the way down
     * @param drifts           centimetres by which the pelvis does
     * @param leansAside       centimetres by which the shoulders do against the pelvis
     * @param bodyTurned       degrees by which pelvis or shoulders are turned in standing
     * @param feetUneven       centimetres by which a foot stands in front of the other
     * @param heldLevel        degrees by which a camera is tilted
     * @param standsAside      degrees by which somebody stands leaning aside
     * @param standsUpright    degrees by which somebody stands leaning otherwise than usual, from the side
     * @param standsForward    degrees by which somebody stands leaning forward, on average
     * @param shouldersUneven  centimetres by which a shoulder is higher
     * @param wrongView        percent of its standing length below which a thigh at the bottom points at a camera that should be beside it
     * @param swapped          percent of the frames in which left and right may change places
     * @param slowest          frames per second that are measured
     * @param uneven           percent of the usual interval by which frames may follow unevenly
     * @param unevenTold       percent of the time in which they do, up to which nobody is told
     * @param lostTime         percent of the time that may lie in gaps
     */
    public record CameraRules(
            Threshold distance,
            Threshold distanceUnsure,
            Threshold height,
            Threshold heightUnsure,
            Threshold enteredUnsure,
            Threshold square,
            Threshold surely,
            Threshold corrected,
            Threshold beyond,
            Threshold correctionUnsure,
            Threshold unknownYaw,
            Threshold footTurned,
            Threshold kneesAside,
            Threshold drifts,
            Threshold leansAside,
            Threshold bodyTurned,
            Threshold feetUneven,
            Threshold heldLevel,
            Threshold standsAside,
            Threshold standsUpright,
            Threshold standsForward,
            Threshold shouldersUneven,
            Threshold wrongView,
            Threshold swapped,
            Threshold slowest,
            Threshold uneven,
            Threshold unevenTold,
            Threshold lostTime) {}

    /**
     * What is usual of landmarks of a source; nothing where it is not told.
     *
     * @param jitter  percent of the standing hip height
     * @param lasting seconds
     * @param offset  percent of the standing hip height by which a landmark may lie beside its place all the time
     */
    public record UsualNoise(Threshold jitter, Threshold lasting, Threshold offset) {}

    /** Usual noise of a source, in the unit of a hip height. */
    public Noise.Usual noiseOf(Source source, double hipHeight) {
        UsualNoise usual = noise.get(source);
        return usual == null || !(hipHeight > 0)
                ? new Noise.Usual(0, 0, 0)
                : new Noise.Usual(
                        usual.jitter().value() / 100 * hipHeight,
                        usual.lasting().value(),
                        usual.offset().value() / 100 * hipHeight);
    }

    /** Cut-off at a frame rate, in hertz. */
    public double cutoffAt(double rate) {
        return cutoff.value() * Math.min(1, rate / fullRate.value());
    }
}
