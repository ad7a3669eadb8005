package rangordnung.core.training;

import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;
import rangordnung.core.protocol.Grade;
import rangordnung.core.record.Attendance;
import rangordnung.core.safety.PainReport;

/**
 * One athlete's session as it stands.
 *
 * @param done  empty where nothing was said; an empty list where it was taken back
 * @param pains in the order in which they were told
 */
public record SessionRecord(
        Optional<Attendance> attendance,
        Optional<List<TrainingFact.Done>> done,
        Optional<Grade> look,
        List<PainReport> pains) {

    /**
     * The state of a session.
     *
     * @param facts of one athlete, the oldest first; those of other sessions are left out
     */
    public static SessionRecord of(int session, List<TrainingFact> facts) {
        List<TrainingFact> own =
                facts.stream().filter(f -> f.session() == session).toList();
        Optional<TrainingFact.Trained> trained = last(own, TrainingFact.Trained.class);
        return new SessionRecord(
                last(own, TrainingFact.Attended.class).map(TrainingFact.Attended::attendance),
                trained.map(TrainingFact.Trained::done),
                trained.flatMap(TrainingFact.Trained::look),
                all(own, TrainingFact.Hurt.class).map(TrainingFact.Hurt::report).toList());
    }

    private static <T extends TrainingFact> Stream<T> all(List<TrainingFact> facts, Class<T> kind) {
        return facts.stream().filter(kind::isInstance).map(kind::cast);
    }

    private static <T extends TrainingFact> Optional<T> last(List<TrainingFact> facts, Class<T> kind) {
        return all(facts, kind).reduce((a, b) -> b);
    }

    /** Whether somebody trained. */
    public boolean trained() {
        return done.filter(d -> !d.isEmpty()).isPresent();
    }
}
