package rangordnung.core.motion.simulated;

import rangordnung.core.body.Side;
import rangordnung.core.body.Sided;

/**
 * Set amounts of each fault; zero everywhere is clean.
 *
 * @param kneeIn    kneecap inside the second toe, percent of foot length, by side and phase
 * @param heelRise  centimetres at the bottom, by side
 * @param drift     pelvis to the athlete's left at the bottom, percent of the ankle distance
 * @param obliquity left side of the pelvis higher at the bottom, degrees
 * @param tuck      backward rotation of the pelvis by the bottom, degrees
 * @param tuckOnset thigh angle at which it begins, degrees
 * @param trunk     lean beyond what balance asks for at the bottom, degrees
 * @param hipsFirst extra lean in the middle of the ascent, degrees
 * @param wobble    sideways swing of each kneecap, percent of foot length
 * @param armsFall  arms in front of the line of the trunk at the bottom, degrees
 * @param turnsOut  feet turn out further by the bottom, degrees
 */
public record Faults(
        Sided<Phases> kneeIn,
        Sided<Double> heelRise,
        double drift,
        double obliquity,
        double tuck,
        double tuckOnset,
        double trunk,
        double hipsFirst,
        double wobble,
        double armsFall,
        double turnsOut) {

    /** An amount in the middle of the descent, at the bottom and in the middle of the ascent. */
    public record Phases(double descent, double bottom, double ascent) {

        public static final Phases NONE = new Phases(0, 0, 0);

        /** The amount at a depth, 0 standing to 1 bottom. */
        double at(double depth, boolean down) {
            return 4 * depth * (1 - depth) * (down ? descent : ascent) + depth * depth * bottom;
        }
    }

    public static final Faults NONE = new Faults(Sided.both(Phases.NONE), Sided.both(0.0), 0, 0, 0, 20, 0, 0, 0, 0, 0);

    public Faults withKneeIn(Sided<Phases> amounts) {
        return new Faults(
                amounts, heelRise, drift, obliquity, tuck, tuckOnset, trunk, hipsFirst, wobble, armsFall, turnsOut);
    }

    public Faults withHeelRise(Sided<Double> centimetres) {
        return new Faults(
                kneeIn, centimetres, drift, obliquity, tuck, tuckOnset, trunk, hipsFirst, wobble, armsFall, turnsOut);
    }

    public Faults withPelvis(double percentLeft, double degreesLeftHigher) {
        return new Faults(
                kneeIn,
                heelRise,
                percentLeft,
                degreesLeftHigher,
                tuck,
                tuckOnset,
                trunk,
                hipsFirst,
                wobble,
                armsFall,
                turnsOut);
    }

    public Faults withTuck(double degrees, double onset) {
        return new Faults(
                kneeIn, heelRise, drift, obliquity, degrees, onset, trunk, hipsFirst, wobble, armsFall, turnsOut);
    }

    public Faults withTrunk(double degrees, double rising, double arms) {
        return new Faults(kneeIn, heelRise, drift, obliquity, tuck, tuckOnset, degrees, rising, wobble, arms, turnsOut);
    }

    public Faults withWobble(double percent) {
        return new Faults(
                kneeIn, heelRise, drift, obliquity, tuck, tuckOnset, trunk, hipsFirst, percent, armsFall, turnsOut);
    }

    public Faults withTurningFeet(double degrees) {
        return new Faults(
                kneeIn, heelRise, drift, obliquity, tuck, tuckOnset, trunk, hipsFirst, wobble, armsFall, degrees);
    }

    Faults withKneeIn(Side side, Phases amounts) {
        return withKneeIn(kneeIn.with(side, amounts));
    }

    Faults withHeelRise(Side side, double centimetres) {
        return withHeelRise(heelRise.with(side, centimetres));
    }

    Faults withDrift(double percentLeft) {
        return withPelvis(percentLeft, obliquity);
    }

    Faults withObliquity(double degreesLeftHigher) {
        return withPelvis(drift, degreesLeftHigher);
    }

    Faults withLean(double degrees) {
        return withTrunk(degrees, hipsFirst, armsFall);
    }

    Faults withArmsFall(double degrees) {
        return withTrunk(trunk, hipsFirst, degrees);
    }

    double largestHeelRise() {
        return heelRise.join(Math::max);
    }
}
