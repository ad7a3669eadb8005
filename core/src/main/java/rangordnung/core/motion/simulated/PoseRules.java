package rangordnung.core.motion.simulated;

import rangordnung.core.protocol.Threshold;

/**
 * How a simulated athlete holds itself where no fault says otherwise, as data with its labels.
 *
 * @param lungeShare of the front leg at the bottom of a lunge, percent
 * @param pelvicTilt line from front to rear hip-bone point against the trunk, degrees
 * @param rearPitch pitch of the rear foot of a lunge, degrees
 * @param hover how high the rear knee of a lunge stays above the floor, centimetres
 * @param nearlyStraight most of its length to which a leg is stretched, percent
 * @param stepHeight over which a stepping foot swings, centimetres
 * @param stepping share of a lunge's way down that is the step, percent
 * @param tallLean lean of the trunk between lunges, degrees
 * @param wobbles of a knee in a second
 * @param liftedBehind where the rear foot is before a reverse lunge, centimetres
 * @param liftedTo how high it is then, percent of the shank
 * @param stanceBehind where the lifted foot of a stance is, centimetres
 * @param stancePitch its pitch, degrees
 * @param stanceLift its height, percent of the shank
 * @param stanceForward how far the pelvis stands forward in a stance, centimetres
 * @param stanceAside how far aside, percent of the way to the foot
 * @param stanceLow how far low, centimetres
 */
public record PoseRules(
        int version,
        Threshold lungeShare,
        Threshold pelvicTilt,
        Threshold rearPitch,
        Threshold hover,
        Threshold nearlyStraight,
        Threshold stepHeight,
        Threshold stepping,
        Threshold tallLean,
        Threshold wobbles,
        Threshold liftedBehind,
        Threshold liftedTo,
        Threshold stanceBehind,
        Threshold stancePitch,
        Threshold stanceLift,
        Threshold stanceForward,
        Threshold stanceAside,
        Threshold stanceLow) {}
