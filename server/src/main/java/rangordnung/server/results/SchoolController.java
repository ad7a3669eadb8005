package rangordnung.server.results;

import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.UUID;
import java.util.stream.Stream;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;
import rangordnung.core.body.Side;
import rangordnung.core.judgement.CriterionResult;
import rangordnung.core.judgement.Finding;
import rangordnung.core.judgement.MovementIndex;
import rangordnung.core.judgement.ScreenResult;
import rangordnung.core.judgement.TestResult;
import rangordnung.core.placement.Proposal;
import rangordnung.core.protocol.Grade;
import rangordnung.core.protocol.Protocol;
import rangordnung.core.protocol.TestDefinition;
import rangordnung.core.protocol.Text;
import rangordnung.server.platform.Code;
import rangordnung.server.platform.Problem;
import rangordnung.server.protocols.Protocols;
import rangordnung.server.screening.Screenings;

/**
 * The same screening under two schools: who would stand elsewhere, and why. Only what both can judge is compared, since
 * what only one looks at would move everybody. Nothing of it is kept.
 */
@RestController
class SchoolController {

    /** A screening and a protocol that is not saved yet. */
    record Draft(@NotNull UUID screening, @NotNull Protocol protocol) {}

    /** A grade that differs; empty where there is none under that school. */
    record GradeMoved(String test, String criterion, Optional<Side> side, Optional<Grade> one, Optional<Grade> other) {}

    /** Where an athlete stands under one school. */
    record Stand(Optional<Double> index, Optional<Integer> band, Optional<Proposal.Place> place) {}

    /** An athlete whose grade, band or place differs. */
    record Moved(UUID athlete, String name, Stand one, Stand other, List<GradeMoved> grades) {}

    /** A test that only one of two protocols has, or a criterion of a test that both have. */
    record Only(Text test, Optional<Text> criterion) {}

    /**
     * @param athletes  how many were compared
     * @param onlyOne   what only the first judges
     * @param onlyOther what only the second judges
     */
    record SchoolsView(
            Protocols.ProtocolLine one,
            Protocols.ProtocolLine other,
            int athletes,
            List<Moved> moved,
            List<Only> onlyOne,
            List<Only> onlyOther) {}

    /** A screening of a season, with whom the other protocol would move. */
    record SeasonScreening(Screenings.ScreeningView screening, SchoolsView compared) {}

    /**
     * A season under another protocol.
     *
     * @param screenings of those days, the oldest first
     */
    record SeasonView(LocalDate from, LocalDate to, List<SeasonScreening> screenings) {}

    private final Screenings screenings;
    private final Results results;
    private final Protocols protocols;

    SchoolController(Screenings screenings, Results results, Protocols protocols) {
        this.screenings = screenings;
        this.results = results;
        this.protocols = protocols;
    }

    /** Two protocols on the same screening. */
    @GetMapping("/api/screenings/{id}/schools")
    SchoolsView compare(@PathVariable UUID id, @RequestParam String protocol, @RequestParam int version) {
        return compare(screenings.visible(id), protocols.get(protocol, version));
    }

    /** Every screening of some days under another protocol than its own; nothing is rewritten. */
    @GetMapping("/api/schools/season")
    SeasonView season(
            @RequestParam String protocol,
            @RequestParam int version,
            @RequestParam LocalDate from,
            @RequestParam LocalDate to) {
        Protocol tried = protocols.get(protocol, version);
        if (from.isAfter(to)) {
            throw Problem.invalid(Code.CONTRADICTION, "The season ends before it begins. Choose a later end.", "to");
        }
        return new SeasonView(
                from,
                to,
                screenings.visible().stream()
                        .filter(s -> !s.heldOn().isBefore(from) && !s.heldOn().isAfter(to))
                        .sorted(Comparator.comparing(Screenings.ScreeningView::heldOn))
                        .map(s -> new SeasonScreening(s, compare(s, tried)))
                        .toList());
    }

    /** What a changed protocol would move in a screening, before it is saved. */
    @PostMapping("/api/protocols/preview")
    SchoolsView preview(@Valid @RequestBody Draft draft) {
        return compare(
                screenings.visible(draft.screening()), protocols.battery().dressed(draft.protocol()));
    }

    private SchoolsView compare(Screenings.ScreeningView view, Protocol tried) {
        Protocol now = protocols.get(view.protocol(), view.protocolVersion());
        Optional<Protocol> shared = now.sharedWith(tried);
        Optional<Protocol> sharedTried = tried.sharedWith(now);
        if (shared.isEmpty() || sharedTried.isEmpty()) {
            return new SchoolsView(line(now), line(tried), 0, List.of(), only(now, tried), only(tried, now));
        }
        Results.Screen one = results.under(view, shared.get());
        Results.Screen other = results.under(view, sharedTried.get());
        return new SchoolsView(
                line(now), line(tried), one.athletes().size(), moved(one, other), only(now, tried), only(tried, now));
    }

    private static List<Only> only(Protocol one, Protocol other) {
        return one.tests().stream()
                .filter(TestDefinition::counts)
                .flatMap(test -> other.test(test.id())
                        .filter(t -> t.role() == test.role())
                        .map(twin -> test.criteria().stream()
                                .filter(c -> twin.criterion(c.id()).isEmpty())
                                .map(c -> new Only(test.name(), Optional.of(c.name()))))
                        .orElseGet(() -> Stream.of(new Only(test.name(), Optional.empty()))))
                .toList();
    }

    private List<Moved> moved(Results.Screen one, Results.Screen other) {
        Map<UUID, Stand> before = stands(one);
        Map<UUID, Stand> after = stands(other);
        List<Moved> moved = new ArrayList<>();
        for (int i = 0; i < one.athletes().size(); i++) {
            Results.Screened now = one.athletes().get(i);
            UUID id = now.athlete().id();
            List<GradeMoved> grades =
                    grades(now.result(), other.athletes().get(i).result());
            Stand was = Objects.requireNonNull(before.get(id));
            Stand is = Objects.requireNonNull(after.get(id));
            boolean stays = Objects.equals(was.band(), is.band()) && Objects.equals(was.place(), is.place());
            if (!grades.isEmpty() || !stays) {
                moved.add(new Moved(id, now.athlete().name().full(), was, is, grades));
            }
        }
        return moved;
    }

    private static Protocols.ProtocolLine line(Protocol p) {
        return new Protocols.ProtocolLine(p.id(), p.version(), p.name(), p.summary(), false);
    }

    private Map<UUID, Stand> stands(Results.Screen screen) {
        Map<UUID, Integer> bands = new HashMap<>();
        results.ranking(screen).placed().forEach(p -> p.band()
                .filter(band -> !p.between())
                .ifPresent(band -> bands.put(p.entrant().athlete(), band)));
        Map<UUID, Results.Proposed> proposals = results.proposalsAnew(screen);
        Map<UUID, Stand> stands = new HashMap<>();
        for (Results.Screened s : screen.athletes()) {
            Optional<Double> index = s.result().index() instanceof MovementIndex.Known known
                    ? Optional.of(known.value())
                    : Optional.empty();
            Optional<Proposal.Place> place =
                    Objects.requireNonNull(proposals.get(s.athlete().id())).proposal() instanceof Proposal.Placed placed
                            ? Optional.of(placed.place())
                            : Optional.empty();
            stands.put(
                    s.athlete().id(),
                    new Stand(index, Optional.ofNullable(bands.get(s.athlete().id())), place));
        }
        return stands;
    }

    /** Grades of tests and criteria that both schools know. */
    private static List<GradeMoved> grades(ScreenResult one, ScreenResult other) {
        List<GradeMoved> moved = new ArrayList<>();
        for (TestResult test : one.tests()) {
            Optional<TestResult> same = other.tests().stream()
                    .filter(t -> t.test().id().equals(test.test().id()))
                    .findFirst();
            for (CriterionResult result : test.criteria()) {
                same.flatMap(t -> t.criterion(result.criterion().id()))
                        .ifPresent(again -> result.spots().forEach(side -> {
                            Optional<Grade> before = result.at(side).map(Finding.Graded::grade);
                            Optional<Grade> after = again.at(side).map(Finding.Graded::grade);
                            if (!before.equals(after)) {
                                moved.add(new GradeMoved(
                                        test.test().id(), result.criterion().id(), side, before, after));
                            }
                        }));
            }
        }
        return moved;
    }
}
