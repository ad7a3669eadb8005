package rangordnung.server.today;

import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RestController;
import rangordnung.server.platform.CurrentUser;
import rangordnung.server.roster.Rosters;
import rangordnung.server.screening.Screenings;

@RestController
class TodayController {

    /** @param backup for a lead, where daily backups are made */
    record TodayView(List<Dues.Due> screenings, List<Rosters.TeamLine> teams, Optional<Backups.Backup> backup) {}

    private final Screenings screenings;
    private final Rosters rosters;
    private final Dues dues;
    private final Backups backups;
    private final FirstSteps steps;

    TodayController(Screenings screenings, Rosters rosters, Dues dues, Backups backups, FirstSteps steps) {
        this.screenings = screenings;
        this.rosters = rosters;
        this.dues = dues;
        this.backups = backups;
        this.steps = steps;
    }

    /** For a lead everything; for a viewer the screenings, for a rater those they are invited to, and no rosters. */
    @GetMapping("/api/today")
    TodayView today() {
        List<Rosters.TeamLine> teams = rosters.teams();
        Map<UUID, String> names = new HashMap<>();
        teams.forEach(t -> names.put(t.id(), t.name()));
        List<Dues.Due> due = dues.of(screenings.visible(), names);
        boolean lead = CurrentUser.required().role().leads();
        return new TodayView(due, lead ? teams : List.of(), lead ? backups.now() : Optional.empty());
    }

    /** How far a new lead is with the first steps. */
    @GetMapping("/api/today/steps")
    FirstSteps.Steps steps() {
        return steps.now();
    }
}
