package rangordnung.server.today;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.UUID;
import org.jspecify.annotations.Nullable;
import org.springframework.dao.DataAccessException;
import org.springframework.stereotype.Service;
import org.springframework.transaction.TransactionException;
import rangordnung.core.judgement.MovementIndex;
import rangordnung.server.platform.Incidents;
import rangordnung.server.results.Results;
import rangordnung.server.roster.Rosters;
import rangordnung.server.screening.Asked;
import rangordnung.server.screening.Facts;
import rangordnung.server.screening.Screenings;
import rangordnung.server.screening.Settlements;

/** How far each screening is; judged again only once something that it rests on has changed. */
@Service
class Dues {

    /** Most screenings whose counts are kept in memory (house convention). */
    private static final int KEPT_SCREENINGS = 10_000;

    private final Results results;
    private final Facts facts;
    private final Settlements settlements;
    private final Rosters rosters;
    private final Screenings screenings;
    private final Cache<UUID, Kept> kept =
            Caffeine.newBuilder().maximumSize(KEPT_SCREENINGS).build();

    Dues(Results results, Facts facts, Settlements settlements, Rosters rosters, Screenings screenings) {
        this.results = results;
        this.facts = facts;
        this.settlements = settlements;
        this.rosters = rosters;
        this.screenings = screenings;
    }

    /**
     * How far a screening is.
     *
     * @param done    athletes with an index, a stop or a check-in that excuses them
     * @param stopped athletes whom pain stopped: somebody has to look after them
     * @param setAside facts that cannot be read: somebody has to take them back and look again
     * @param unjudged numbers of incidents: of athletes who could not be judged, or of the whole screening
     */
    record Due(
            Screenings.ScreeningView screening,
            String team,
            int athletes,
            int done,
            int waiting,
            int stopped,
            int setAside,
            List<String> unjudged) {}

    /** All that a screening's progress rests on; equal ones mean equal progress. */
    private record Ground(
            Screenings.ScreeningView screening,
            String team,
            Facts.@Nullable Tally facts,
            @Nullable Long settlements,
            Rosters.@Nullable Stamp roster) {}

    private record Kept(Ground ground, Due due) {}

    /** @param names of teams, by id */
    List<Due> of(List<Screenings.ScreeningView> screenings, Map<UUID, String> names) {
        Map<UUID, Facts.Tally> tallies = facts.tallies();
        Map<UUID, Long> settled = settlements.counts();
        Map<UUID, Rosters.Stamp> stamps = rosters.stamps();
        return screenings.stream()
                .map(s -> {
                    Ground ground = new Ground(
                            s,
                            names.getOrDefault(s.team(), ""),
                            tallies.get(s.id()),
                            settled.get(s.id()),
                            stamps.get(s.team()));
                    Kept known = kept.getIfPresent(s.id());
                    if (known == null || !known.ground().equals(ground)) {
                        known = new Kept(ground, due(s, ground.team()));
                        if (known.due().unjudged().isEmpty()) {
                            kept.put(s.id(), known);
                        }
                    }
                    return known.due();
                })
                .toList();
    }

    /** How far one screening is; one that cannot be judged at all hides no other. */
    private Due due(Screenings.ScreeningView screening, String team) {
        try {
            return due(results.of(screening.id()), screenings.asked(screening), team);
        } catch (DataAccessException | TransactionException e) {
            throw e;
        } catch (RuntimeException e) {
            return new Due(
                    screening,
                    team,
                    0,
                    0,
                    0,
                    0,
                    0,
                    List.of(Incidents.report("judging screening " + screening.id(), e)));
        }
    }

    private static Due due(Results.Screen screen, Asked asked, String team) {
        int done = 0;
        int stopped = 0;
        List<Results.Screened> due = screen.athletes().stream()
                .filter(a -> asked.anything(a.athlete().id()))
                .toList();
        for (Results.Screened screened : due) {
            boolean known = screened.result().index() instanceof MovementIndex.Known;
            boolean excused = screened.result().index() instanceof MovementIndex.Unknown unknown
                    && unknown.reason() != MovementIndex.Reason.NOT_TESTED
                    && unknown.reason() != MovementIndex.Reason.TOO_INCOMPLETE;
            done += known
                            || excused
                            || looked(screened, asked)
                            || screened.result().tests().stream().anyMatch(t -> t.voided())
                    ? 1
                    : 0;
            stopped += screened.result().stopped() ? 1 : 0;
        }
        return new Due(
                screen.screening(),
                team,
                due.size(),
                done,
                due.size() - done,
                stopped,
                screen.athletes().stream().mapToInt(a -> a.setAside().size()).sum(),
                screen.athletes().stream().flatMap(a -> a.incident().stream()).toList());
    }

    /** Whether a short screening has seen whole what it asked for. */
    private static boolean looked(Results.Screened screened, Asked asked) {
        return asked.tests()
                .filter(tests -> tests.getOrDefault(screened.athlete().id(), Set.of()).stream()
                        .allMatch(screened.result()::done))
                .isPresent();
    }
}
