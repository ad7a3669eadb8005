package rangordnung.server.today;

import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import org.springframework.dao.DataAccessException;
import org.springframework.transaction.TransactionException;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RestController;
import rangordnung.core.judgement.MovementIndex;
import rangordnung.server.platform.Incidents;
import rangordnung.server.platform.Signed;
import rangordnung.server.results.Results;
import rangordnung.server.roster.Rosters;
import rangordnung.server.screening.Screenings;

@RestController
class TodayController {

    /**
     * How far a screening is.
     *
     * @param done    athletes with an index, a stop or a check-in that excuses them
     * @param stopped athletes whom pain stopped: somebody has to look after them
     * @param setAside facts that cannot be read: somebody has to take them back and look again
     * @param unjudged numbers of incidents: of athletes who could not be judged, or of the whole screening
     */
    record Due(Screenings.ScreeningView screening, String team, int athletes, int done, int waiting, int stopped, int setAside, List<String> unjudged) {}

    /** @param backup for a lead, where daily backups are made */
    record TodayView(List<Due> screenings, List<Rosters.TeamLine> teams, Optional<Backups.Backup> backup) {}

    private final Screenings screenings;
    private final Rosters rosters;
    private final Results results;
    private final Backups backups;

    TodayController(Screenings screenings, Rosters rosters, Results results, Backups backups) {
        this.screenings = screenings;
        this.rosters = rosters;
        this.results = results;
        this.backups = backups;
    }

    /** For a lead everything; for a rater the screenings they are invited to, and no rosters. */
    @GetMapping("/api/today")
    TodayView today() {
        List<Rosters.TeamLine> teams = rosters.teams();
        Map<UUID, String> names = new HashMap<>();
        teams.forEach(t -> names.put(t.id(), t.name()));
        List<Due> due = screenings.visible().stream().map(s -> due(s, names.getOrDefault(s.team(), ""))).toList();
        boolean lead = Signed.required().role() == Signed.Role.LEAD;
        return new TodayView(due, lead ? teams : List.of(), lead ? backups.now() : Optional.empty());
    }

    /** How far one screening is; one that cannot be judged at all hides no other. */
    private Due due(Screenings.ScreeningView screening, String team) {
        try {
            return due(results.of(screening.id()), team);
        } catch (DataAccessException | TransactionException e) {
            throw e;
        } catch (RuntimeException e) {
            return new Due(screening, team, 0, 0, 0, 0, 0, List.of(Incidents.report("judging screening " + screening.id(), e)));
        }
    }

    private static Due due(Results.Screen screen, String team) {
        int done = 0;
        int stopped = 0;
        for (Results.Screened screened : screen.athletes()) {
            boolean known = screened.result().index() instanceof MovementIndex.Known;
            boolean excused = screened.result().index() instanceof MovementIndex.Unknown unknown
                    && unknown.reason() != MovementIndex.Reason.NOT_TESTED && unknown.reason() != MovementIndex.Reason.TOO_INCOMPLETE;
            done += known || excused || screened.result().tests().stream().anyMatch(t -> t.voided()) ? 1 : 0;
            stopped += screened.result().stopped() ? 1 : 0;
        }
        return new Due(screen.screening(), team, screen.athletes().size(), done, screen.athletes().size() - done, stopped,
                screen.athletes().stream().mapToInt(a -> a.setAside().size()).sum(), screen.athletes().stream().flatMap(a -> a.incident().stream()).toList());
    }
}
