package rangordnung.core.training;

import java.util.List;
import java.util.Optional;
import rangordnung.core.Refusal;
import rangordnung.core.protocol.Grade;
import rangordnung.core.record.Attendance;
import rangordnung.core.safety.PainReport;

/** What happened to one athlete in one session; of each kind the last one counts, but every pain stays. */
public sealed interface TrainingFact {

    /** Most sessions of a block, parts of a session, sets and what is counted in one (house convention). */
    int MOST_SESSIONS = Season.MOST_WEEKS * Season.MOST_SLOTS;

    int MOST_SETS = 20;
    int MOST_EACH = 600;
    int HEAVIEST = 400;

    /** Of the block, from 0. */
    int session();

    /** Whether somebody was there. */
    record Attended(int session, Attendance attendance) implements TrainingFact {
        public Attended {
            counted(session);
            Refusal.present(attendance, "attendance");
        }
    }

    /**
     * What somebody has done.
     *
     * @param done empty where it was taken back
     * @param look the worst main fault that the leader saw in the exercise of the group; empty where nobody looked
     */
    record Trained(int session, List<Done> done, Optional<Grade> look) implements TrainingFact {
        public Trained {
            counted(session);
            done = List.copyOf(Refusal.each(done, "done"));
            Refusal.within(done.size(), 0, Part.values().length, "", "done");
            Refusal.present(look, "look");
        }
    }

    /** Pain in a session. */
    record Hurt(int session, PainReport report) implements TrainingFact {
        public Hurt {
            counted(session);
            Refusal.present(report, "report");
        }
    }

    /**
     * One part as it was done.
     *
     * @param each repetitions, seconds or breaths of a set, of each side where the exercise has sides
     */
    record Done(Part part, String exercise, int sets, int each, Optional<Double> kilograms) {
        public Done {
            Refusal.present(part, "part");
            Refusal.name(exercise, "exercise");
            Refusal.within(sets, 0, MOST_SETS, "", "sets");
            Refusal.within(each, 0, MOST_EACH, "", "each");
            Refusal.within(kilograms, 0, HEAVIEST, "kg", "kilograms");
        }
    }

    private static void counted(int session) {
        Refusal.within(session, 0, MOST_SESSIONS - 1, "", "session");
    }
}
