package rangordnung.server.hall;

import jakarta.validation.Valid;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RestController;
import rangordnung.core.plan.HallPlan;
import rangordnung.core.plan.Planner;
import rangordnung.core.plan.Timetable;
import rangordnung.server.roster.Rosters;
import rangordnung.server.screening.HallSetup;
import rangordnung.server.screening.Halls;
import rangordnung.server.screening.Screenings;

/** The timetable of a hall, as it is kept or as it would be with other numbers. */
@RestController
class PlanController {

    /** Seconds a station stands empty, over all its places. */
    record Idle(String station, int seconds) {}

    /**
     * @param waiting the longest that one athlete waits, in seconds
     * @param idle    by station
     */
    record TimetableView(
            List<Timetable.Slot> slots, int finish, int lowerBound, boolean proven, int waiting, List<Idle> idle) {}

    /** @param athletes in the order in which the slots count them */
    record PlanView(
            HallSetup hall,
            List<String> athletes,
            TimetableView flow,
            Optional<TimetableView> rotation,
            String bottleneck,
            int lessons) {}

    private final Halls halls;
    private final Screenings screenings;
    private final Rosters rosters;
    private final Timetables timetables;

    PlanController(Halls halls, Screenings screenings, Rosters rosters, Timetables timetables) {
        this.halls = halls;
        this.screenings = screenings;
        this.rosters = rosters;
        this.timetables = timetables;
    }

    @GetMapping("/api/screenings/{id}/plan")
    PlanView kept(@PathVariable UUID id) {
        return plan(id, halls.of(id));
    }

    /** What the timetable would be with other numbers; nothing is kept. */
    @PostMapping("/api/screenings/{id}/plan")
    PlanView tried(@PathVariable UUID id, @Valid @RequestBody HallSetup setup) {
        return plan(id, setup);
    }

    /** What one more place or rater would save; slower to tell than the timetable itself. */
    @PostMapping("/api/screenings/{id}/plan/savings")
    List<Planner.Saving> savings(@PathVariable UUID id, @Valid @RequestBody HallSetup setup) {
        int athletes = rosters.members(screenings.visible(id).team()).size();
        return timetables.savings(setup.plan(Math.max(1, athletes)));
    }

    private PlanView plan(UUID id, HallSetup setup) {
        List<String> athletes = rosters.members(screenings.visible(id).team()).stream()
                .map(m -> m.name().shortened())
                .toList();
        HallPlan plan = setup.plan(Math.max(1, athletes.size()));
        Planner.Planned planned = Planner.plan(timetables.of(plan));
        return new PlanView(
                setup,
                athletes,
                view(plan, planned.flow()),
                planned.rotation().map(r -> view(plan, r)),
                planned.bottleneck(),
                planned.lessons());
    }

    private static TimetableView view(HallPlan plan, Timetable timetable) {
        int waiting = 0;
        for (int athlete = 0; athlete < plan.athletes(); athlete++) {
            waiting = Math.max(waiting, timetable.waiting(athlete, plan.walkingSeconds()));
        }
        return new TimetableView(
                timetable.slots(),
                timetable.finish(),
                timetable.lowerBound(),
                timetable.proven(),
                waiting,
                plan.stations().stream()
                        .map(s -> new Idle(s.id(), timetable.idle(s)))
                        .toList());
    }
}
