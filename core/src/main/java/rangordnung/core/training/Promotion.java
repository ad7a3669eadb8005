package rangordnung.core.training;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Optional;
import org.hipparchus.distribution.continuous.NormalDistribution;
import rangordnung.core.ladder.Exercise;
import rangordnung.core.ladder.Ladders;
import rangordnung.core.placement.Bounds;
import rangordnung.core.protocol.Grade;
import rangordnung.core.protocol.Rules;
import rangordnung.core.safety.PainReport;
import rangordnung.core.safety.StopRules;

/**
 * Whether somebody goes up, stays, goes down or is referred after sessions, with the evidence: up one step once the rung was owned in
 * the last two sessions that were looked at, down at once on pain that came up or a marked fault twice running (house convention).
 */
public final class Promotion {

    /** So many sessions in a row decide (house convention). */
    private static final int TWICE = 2;

    private final Ladders ladders;
    private final TrainingRules rules;
    private final Rules protocol;

    public Promotion(Ladders ladders, TrainingRules rules, Rules protocol) {
        this.ladders = ladders;
        this.rules = rules;
        this.protocol = protocol;
    }

    /** What is proposed. */
    public enum Verdict {
        UP,
        STAY,
        DOWN,
        REFER
    }

    /** Why. */
    public enum Because {
        /** Owned in the last two sessions that were looked at. */
        OWNED_TWICE,
        /** A marked fault in the last two. */
        MARKED_TWICE,
        /** Pain came up that was not there when the block was made. */
        NEW_PAIN,
        /** Pain or signs with which a clinician has to be seen first. */
        STOPPED,
        /** Not looked at twice yet. */
        TOO_FEW_LOOKS,
        /** Not owned twice in a row. */
        NOT_OWNED,
        /** Known pain: the rung is held. */
        SORE,
        TOP_OF_LADDER,
        /** The exercise above must not be given to this athlete, or not in this hall. */
        BOUND
    }

    /**
     * A session as evidence.
     *
     * @param owned  the chance that the fault is slight at most, by what was seen; empty where nobody looked
     * @param whole  whether the dose of the group's exercise was done as prescribed
     * @param pain   the worst that was told, 0 where none was
     */
    public record Session(LocalDate day, Optional<Grade> look, Optional<Double> owned, boolean whole, int pain) {}

    /**
     * A session as it was.
     *
     * @param part in which the exercise of the group is trained
     * @param prescribed volume of it
     */
    public record Held(LocalDate day, Part part, int prescribed, SessionRecord record) {}

    /**
     * What is proposed for an athlete.
     *
     * @param to       the rung that follows; the present one where the athlete stays
     * @param evidence the last sessions, the newest first
     */
    public record Proposed(Verdict verdict, Because because, String to, List<Session> evidence) {}

    /**
     * The proposal for one athlete.
     *
     * @param ladder  of the group
     * @param rung    on which the athlete trains
     * @param known   pain that was there when the block was made
     * @param cleared the last day on which somebody cleared the athlete; pain until then is answered
     * @param spotted whether somebody spots at the rack
     * @param held    sessions in which the athlete was, the oldest first
     */
    public Proposed of(
            Ladders.Ladder ladder,
            String rung,
            Bounds bounds,
            List<PainReport> known,
            Optional<LocalDate> cleared,
            boolean spotted,
            List<Held> held) {
        List<Session> sessions =
                new ArrayList<>(held.stream().map(this::session).toList());
        Collections.reverse(sessions);
        List<Session> evidence = List.copyOf(sessions.subList(0, Math.min(sessions.size(), 2 * TWICE)));
        List<PainReport> told =
                held.stream().flatMap(h -> unanswered(h, cleared).stream()).toList();
        if (told.stream().anyMatch(this::stops) || StopRules.refer(told)) {
            return new Proposed(Verdict.REFER, Because.STOPPED, rung, evidence);
        }
        List<Session> looked =
                sessions.stream().filter(s -> s.look().isPresent()).limit(TWICE).toList();
        int at = ladder.position(rung).orElseThrow();
        String below = ladder.rungs().get(Math.max(0, at - 1));
        if (!held.isEmpty() && newPain(unanswered(held.get(held.size() - 1), cleared), known)) {
            return new Proposed(down(at), Because.NEW_PAIN, below, evidence);
        }
        if (looked.size() == TWICE
                && looked.stream()
                        .allMatch(s ->
                                s.look().filter(g -> g.atLeast(Grade.MARKED)).isPresent())) {
            return new Proposed(down(at), Because.MARKED_TWICE, below, evidence);
        }
        if (!known.isEmpty() || told.stream().anyMatch(p -> p.intensity() > 0)) {
            return new Proposed(Verdict.STAY, Because.SORE, rung, evidence);
        }
        if (looked.size() < TWICE) {
            return new Proposed(Verdict.STAY, Because.TOO_FEW_LOOKS, rung, evidence);
        }
        if (!looked.stream().allMatch(this::owned)) {
            return new Proposed(Verdict.STAY, Because.NOT_OWNED, rung, evidence);
        }
        if (at == ladder.rungs().size() - 1) {
            return new Proposed(Verdict.STAY, Because.TOP_OF_LADDER, rung, evidence);
        }
        String above = ladder.above(rung);
        Exercise next = ladders.exercise(above).orElseThrow();
        boolean barred = bounds.against(next).isPresent()
                || !spotted && next.notFor().contains(Exercise.Contraindication.NO_SPOTTER);
        return barred
                ? new Proposed(Verdict.STAY, Because.BOUND, rung, evidence)
                : new Proposed(Verdict.UP, Because.OWNED_TWICE, above, evidence);
    }

    private static List<PainReport> unanswered(Held held, Optional<LocalDate> cleared) {
        return cleared.filter(on -> !on.isBefore(held.day())).isPresent()
                ? List.of()
                : held.record().pains();
    }

    /** Below the easiest rung there is none. */
    private static Verdict down(int at) {
        return at == 0 ? Verdict.STAY : Verdict.DOWN;
    }

    private boolean stops(PainReport report) {
        return StopRules.action(report, protocol) == StopRules.Consequence.STOP;
    }

    /** Pain in a region that did not hurt when the block was made, or more of it. */
    private static boolean newPain(List<PainReport> now, List<PainReport> known) {
        return now.stream().filter(p -> p.intensity() > 0).anyMatch(p -> known.stream()
                .noneMatch(
                        k -> k.region() == p.region() && k.side().equals(p.side()) && k.intensity() >= p.intensity()));
    }

    private boolean owned(Session session) {
        return session.whole()
                && session.owned()
                        .filter(chance -> chance >= rules.ownedChance().value())
                        .isPresent();
    }

    private Session session(Held held) {
        SessionRecord record = held.record();
        int done = record.done().orElse(List.of()).stream()
                .filter(d -> d.part() == held.part())
                .mapToInt(d -> d.sets() * d.each())
                .sum();
        return new Session(
                held.day(),
                record.look(),
                record.look().map(this::slight),
                done >= held.prescribed(),
                record.pains().stream().mapToInt(PainReport::intensity).max().orElse(0));
    }

    /** The chance that the true fault is slight at most, where a grade was seen by eye. */
    private double slight(Grade seen) {
        double limit = Grade.SLIGHT.ordinal() + 0.5;
        return new NormalDistribution(seen.ordinal(), rules.eye().value()).cumulativeProbability(limit);
    }
}
