package rangordnung.server.demo;

import java.time.DayOfWeek;
import java.time.LocalDate;
import java.time.LocalTime;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import org.springframework.stereotype.Component;
import rangordnung.core.kit.Inventory;
import rangordnung.core.placement.Assignment;
import rangordnung.core.protocol.Grade;
import rangordnung.core.record.Attendance;
import rangordnung.core.safety.PainReport;
import rangordnung.core.training.Amount;
import rangordnung.core.training.Block;
import rangordnung.core.training.Season;
import rangordnung.core.training.TrainingFact;
import rangordnung.server.groups.Formations;
import rangordnung.server.groups.Groups;
import rangordnung.server.training.Blocks;
import rangordnung.server.training.TrainingSessions;

/** Groups that fit the invented hall, their block, and two sessions of it that lie behind. */
@Component
class InventedBlock {

    private static final int GROUPS = 5;
    private static final LocalDate START = LocalDate.of(2026, 11, 23);

    /** What was seen in the two sessions, one athlete after the other and then again. */
    private static final List<List<Grade>> LOOKS = List.of(
            List.of(Grade.SLIGHT, Grade.NONE),
            List.of(Grade.NONE, Grade.NONE),
            List.of(Grade.MARKED, Grade.SLIGHT),
            List.of(Grade.MARKED, Grade.MARKED),
            List.of(Grade.SLIGHT, Grade.MARKED));

    private final Formations formations;
    private final Groups groups;
    private final Blocks blocks;
    private final TrainingSessions sessions;

    InventedBlock(Formations formations, Groups groups, Blocks blocks, TrainingSessions sessions) {
        this.formations = formations;
        this.groups = groups;
        this.blocks = blocks;
        this.sessions = sessions;
    }

    /** Forms the groups of a screening, plans their block, and trains twice. */
    void train(UUID screening, UUID hall) {
        Formations.Wishes wishes = new Formations.Wishes(
                GROUPS, 3, 10, 2, Optional.of(hall), Optional.empty(), List.of(), List.of(), List.of());
        if (!(formations.formed(screening, wishes, 1) instanceof Assignment.Formed formed)) {
            throw new IllegalStateException("The invented hall does not hold the invented season");
        }
        List<Inventory.Place> places = InventedHall.inventory().places();
        List<Formations.FormedGroup> saved = new ArrayList<>();
        for (Assignment.Opened group : formed.groups()) {
            saved.add(new Formations.FormedGroup(
                    group.offer(),
                    Optional.of(places.get(saved.size()).name()),
                    Optional.of(InventedHall.inventory()
                            .supervisors()
                            .get(saved.size() < 4 ? 0 : 1)
                            .role()),
                    group.members().stream()
                            .map(m -> new Formations.Seat(m.athlete(), m.rung(), false))
                            .toList()));
        }
        formations.save(
                screening,
                UUID.randomUUID(),
                wishes,
                saved,
                "Groups that fit the hall",
                groups.of(screening).latest());
        Blocks.BlockView block = blocks.save(screening, UUID.randomUUID(), season());
        for (int session = 0; session < LOOKS.get(0).size(); session++) {
            sessions.take(block.id(), told(block.plan().block(), session));
        }
    }

    private static Season season() {
        return new Season(
                START,
                5,
                List.of(
                        new Inventory.Hours(DayOfWeek.MONDAY, LocalTime.of(8, 0), LocalTime.of(8, 45)),
                        new Inventory.Hours(DayOfWeek.THURSDAY, LocalTime.of(10, 0), LocalTime.of(10, 45))),
                List.of(new Season.Holiday("Winter holidays", LocalDate.of(2026, 12, 21), LocalDate.of(2027, 1, 2))),
                List.of(LocalDate.of(2026, 12, 4)));
    }

    /** One is absent, one has pain that stops, the others have done what was prescribed. */
    private static List<TrainingSessions.FactSent> told(Block block, int session) {
        List<TrainingSessions.FactSent> told = new ArrayList<>();
        Season.Session at = block.sessions().get(session);
        for (int i = 0; i < block.athletes().size(); i++) {
            Block.Prescription one = block.athletes().get(i);
            boolean absent = i == 6;
            boolean hurts = i == 9 && session == 1;
            add(told, one, at, new TrainingFact.Attended(session, absent ? Attendance.ABSENT : Attendance.PRESENT));
            if (hurts) {
                add(
                        told,
                        one,
                        at,
                        new TrainingFact.Hurt(
                                session, new PainReport(PainReport.Region.KNEE, Optional.empty(), 5, Set.of())));
            } else if (!absent) {
                add(
                        told,
                        one,
                        at,
                        new TrainingFact.Trained(
                                session,
                                one.work().stream().map(w -> done(w, at.week())).toList(),
                                Optional.of(LOOKS.get(i % LOOKS.size()).get(session))));
            }
        }
        return told;
    }

    private static TrainingFact.Done done(Block.Work work, int week) {
        Amount amount = work.byWeek().get(week);
        return new TrainingFact.Done(work.part(), work.exercise(), amount.sets(), amount.each(), Optional.empty());
    }

    private static void add(
            List<TrainingSessions.FactSent> told, Block.Prescription one, Season.Session at, TrainingFact fact) {
        told.add(new TrainingSessions.FactSent(
                UUID.randomUUID(),
                one.athlete(),
                at.day().atTime(at.hours().from()).toInstant(ZoneOffset.UTC),
                fact));
    }
}
