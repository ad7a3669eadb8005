package rangordnung.server.results;

import java.util.List;
import java.util.Optional;
import java.util.UUID;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;
import rangordnung.core.placement.Proposal;
import rangordnung.core.placement.Teaching;
import rangordnung.core.protocol.TestDefinition;
import rangordnung.core.protocol.Threshold;
import rangordnung.core.record.Book;
import rangordnung.server.platform.Problem;
import rangordnung.server.protocols.Protocols;
import rangordnung.server.screening.Facts;

/** The cues with which an athlete is taught, and what they did. */
@RestController
class TeachingController {

    /**
     * @param repetitions of one cue, before the next
     * @param cues        one after the other; none where nothing can be proposed for the athlete yet
     * @param tried       what was tried, the first first
     */
    record TeachingView(Threshold repetitions, List<Teaching.Cue> cues, List<Teaching.Cue> tried) {}

    private final Results results;
    private final Protocols protocols;
    private final Facts facts;

    TeachingController(Results results, Protocols protocols, Facts facts) {
        this.results = results;
        this.protocols = protocols;
        this.facts = facts;
    }

    /** @param test whose pattern the cues are for; without one only what was tried is told */
    @GetMapping("/api/screenings/{id}/teaching/{athlete}")
    TeachingView teaching(@PathVariable UUID id, @PathVariable UUID athlete, @RequestParam Optional<String> test) {
        Results.Screen screen = results.of(id);
        if (screen.athletes().stream().noneMatch(s -> s.athlete().id().equals(athlete))) {
            throw Problem.notFound("athlete in this screening");
        }
        Book book =
                facts.books(id).getOrDefault(athlete, Facts.AthleteBook.EMPTY).book();
        Teaching teaching = new Teaching(protocols.teachingRules(), protocols.ladders());
        List<Teaching.Cue> cues = test.map(
                        t -> screen.protocol().test(t).orElseThrow(() -> Problem.notFound("test in this protocol")))
                .map(TestDefinition::pattern)
                .flatMap(pattern -> placed(screen, athlete).map(placed -> teaching.cues(placed, pattern, book)))
                .orElse(List.of());
        return new TeachingView(protocols.teachingRules().repetitions(), cues, teaching.tried(book));
    }

    private Optional<Proposal.Placed> placed(Results.Screen screen, UUID athlete) {
        return Optional.ofNullable(results.proposals(screen).get(athlete))
                .map(Results.Proposed::proposal)
                .filter(Proposal.Placed.class::isInstance)
                .map(Proposal.Placed.class::cast);
    }
}
