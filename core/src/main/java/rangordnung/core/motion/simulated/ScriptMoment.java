package rangordnung.core.motion.simulated;

/**
 * Where in its repetition an athlete is.
 *
 * @param depth 0 standing to 1 bottom, along a minimum-jerk course
 * @param down  whether it still goes down
 * @param time  seconds since the beginning
 */
record ScriptMoment(double depth, boolean down, double time) {

    static ScriptMoment of(Script script, double time) {
        Script.Tempo tempo = script.tempo();
        double whole = tempo.standing() + tempo.descent() + tempo.pause() + tempo.ascent();
        boolean over = time >= script.repetitions() * whole;
        double in = over ? 0 : time % whole - tempo.standing();
        if (over || in <= 0) {
            return new ScriptMoment(0, true, time);
        }
        if (in < tempo.descent()) {
            return new ScriptMoment(smooth(in / tempo.descent()), true, time);
        }
        if (in < tempo.descent() + tempo.pause()) {
            return new ScriptMoment(1, true, time);
        }
        return new ScriptMoment(smooth(1 - (in - tempo.descent() - tempo.pause()) / tempo.ascent()), false, time);
    }

    /** Minimum-jerk course from 0 to 1 (Flash and Hogan 1985, J Neurosci 5; from memory). */
    static double smooth(double t) {
        double u = Math.min(1, Math.max(0, t));
        return u * u * u * (10 + u * (-15 + 6 * u));
    }

    static double between(double from, double to, double share) {
        return from + (to - from) * share;
    }
}
