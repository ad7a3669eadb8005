package rangordnung.server.demo;

import java.util.List;

/**
 * A screening of 28 invented players, after all tests: one line an athlete, so that every link, every focus and every kind of
 * doubt stands in it once.
 */
final class SeasonScreen {

    private SeasonScreen() {}

    private static final String LUNGE = ";test split-squat;front;side";
    private static final String STANCE =
            ";test timed-stance;eyes-open L eyes-open=45 cap;eyes-open R eyes-open=44 foot-down;eyes-closed L eyes-closed=12 foot-down;eyes-closed R eyes-closed=11 foot-down;front";
    private static final String WALL = ";test wall-test;wall L wall-distance=13;wall R wall-distance=13.5;side";
    private static final String REST = LUNGE + STANCE + WALL;

    static final List<String> LINES = List.of(
            // ready for load
            "present;asked;test overhead-squat;front;side" + REST,
            // heels: the ankle, and long thighs
            "present;asked;test overhead-squat;front;heels L MARKED;heels R MARKED;depth - MARKED;side;retest heels-up;front;side"
                    + LUNGE + STANCE + ";test wall-test;wall L wall-distance=6.5;wall R wall-distance=7;side",
            "present;asked;test overhead-squat;front;heels L MARKED;heels R MARKED;depth - MARKED;side;retest heels-up;front;side"
                    + LUNGE + STANCE + ";test wall-test;wall L wall-distance=14.5;wall R wall-distance=14;side",
            // knees in: the foot, coordination, hip abductors, and one that nobody has told apart
            "present;asked;test overhead-squat;knee-line L SLIGHT BOTTOM;front;side;retest inner-heel-up;front;side;retest inner-forefoot-up;knee-line L SEVERE;front;side"
                    + REST,
            "present;asked;test overhead-squat;knee-line R MARKED ASCENT;front;side;retest target;front;side;retest static;front;side"
                    + REST,
            "present;asked;test overhead-squat;knee-line R SLIGHT;front;side;retest light-band;knee-line R SEVERE;front;side"
                    + REST,
            "present;asked;test overhead-squat;knee-line L MARKED;knee-line R SLIGHT;front;side" + REST,
            // knees out: turn-out and stance
            "present;asked;test overhead-squat;knee-line L MARKED outward;knee-line R MARKED outward;front;side" + REST,
            // depth: hip room, strength or confidence
            "present;asked;test overhead-squat;front;depth - MARKED;side;retest wider;front;side;retest holding-on;front;depth - MARKED;side"
                    + REST,
            "present;asked;test overhead-squat;front;depth - SEVERE;side;retest holding-on;front;side" + REST,
            // sides: drift, and an old injury on the side drifted away from
            "present;asked;test overhead-squat;drift R MARKED;front;side;retest plate-under-foot;front;side" + REST,
            "present;asked INJURY_IN_TWELVE_MONTHS KNEE L;test overhead-squat;drift R MARKED;front;side" + REST,
            // trunk
            "present;asked;test overhead-squat;front;low-back - MARKED;side;retest weight-in-front;front;side" + REST,
            // the front heel in a split: step length
            "present;asked;test overhead-squat;front;side;test split-squat;front;front-heel L MARKED;side" + STANCE
                    + WALL,
            // load history, pain that stops, pain that does not
            "present;asked SHARP_RISE_IN_TRAINING;test overhead-squat;pain 2 BELOW_KNEECAP L;knee-line L SLIGHT;front;side"
                    + REST,
            "present;asked;test overhead-squat;front;pain 6 BACK - NEW_OR_SHARP",
            "present;asked;test overhead-squat;pain 2 KNEE R;front;side" + REST,
            // one leg steady and the other not
            "present;asked;test overhead-squat;front;side" + LUNGE
                    + ";test timed-stance;eyes-open L eyes-open=45 cap;eyes-open R eyes-open=12 foot-down;eyes-closed L eyes-closed=9 foot-down;eyes-closed R eyes-closed=2 foot-down;front"
                    + WALL,
            // foot before knee, and both
            "present;asked;test overhead-squat;arch R MARKED;knee-line R MARKED;front;side" + REST,
            // could not be told, only done with help, half of it missing
            "present;asked;test overhead-squat;unclear knee-line L;unclear knee-line R;front;side" + REST,
            "present;asked;test overhead-squat;knee-line L SLIGHT;front;side;cued" + REST,
            "present;asked;test overhead-squat;front" + LUNGE,
            // measured by landmarks
            "present;asked;test overhead-squat;knee-line L knee-to-foot-offset=28;knee-line R knee-to-foot-offset=11;front;heels L heel-rise=0.4;heels R heel-rise=0.3;side"
                    + REST,
            "present;asked;test overhead-squat;knee-line L knee-to-foot-offset=4;knee-line R knee-to-foot-offset=3;front;side"
                    + REST,
            "present;asked;test overhead-squat;knee-line L fppa=13;knee-line R fppa=15;front;heels L heel-rise=1.6;heels R heel-rise=1.9;depth - MARKED;side"
                    + REST,
            // much at once, and nearly nothing
            "present;asked;test overhead-squat;knee-line L SEVERE;knee-line R SEVERE;arch L MARKED;front;depth - SEVERE;trunk - MARKED;side;test split-squat;knee-line L SEVERE;rotation L MARKED;front;trunk L SLIGHT;side"
                    + STANCE + WALL,
            "present;asked;test overhead-squat;front;head - SLIGHT;side" + REST,
            "present;asked;test overhead-squat;arch L SLIGHT;front;side" + REST);
}
