package rangordnung.server.screening;

import java.util.Optional;
import java.util.UUID;
import org.springframework.http.HttpStatus;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import rangordnung.core.protocol.Protocol;
import rangordnung.core.record.Fact;
import rangordnung.server.platform.Code;
import rangordnung.server.platform.CurrentUser;
import rangordnung.server.platform.Problem;
import rangordnung.server.protocols.Protocols;
import rangordnung.server.roster.Consents;
import rangordnung.server.roster.Rosters;

/** Whether somebody at a station may be filmed, and what measuring a film of them needs. */
@Service
@Transactional(readOnly = true)
public class StationFilms {

    private final Screenings screenings;
    private final Facts facts;
    private final Halls halls;
    private final Rosters rosters;
    private final Consents consents;
    private final Protocols protocols;

    StationFilms(
            Screenings screenings, Facts facts, Halls halls, Rosters rosters, Consents consents, Protocols protocols) {
        this.screenings = screenings;
        this.facts = facts;
        this.halls = halls;
        this.rosters = rosters;
        this.consents = consents;
        this.protocols = protocols;
    }

    /**
     * What a film is measured with.
     *
     * @param stature metres, where the roster has it
     */
    public record Allowed(Protocol protocol, Optional<Double> stature) {}

    /**
     * Asks whether one athlete may be filmed in one test by whoever is signed in.
     *
     * @throws Problem where the screening, the athlete or the test is not theirs to see, or where filming is not allowed
     */
    public Allowed allowed(UUID screening, UUID athlete, String test) {
        Screenings.Open open = screenings.open(screening);
        Screenings.ScreeningView view = open.view();
        Protocol protocol = protocols.get(view.protocol(), view.protocolVersion());
        Rosters.Member member = rosters.members(view.team()).stream()
                .filter(m -> m.id().equals(athlete))
                .findFirst()
                .orElseThrow(() -> Problem.notFound("athlete in this screening"));
        CurrentUser signed = CurrentUser.required();
        if (signed.pass() != null
                && !FactChecks.Reach.of(halls.of(open), signed.pass().station(), protocol, signed.account())
                        .tests()
                        .contains(test)) {
            throw Problem.notFound("test at this station");
        }
        Facts.AthleteBook book = facts.books(screening).getOrDefault(athlete, Facts.AthleteBook.EMPTY);
        if (!mayBeFilmed(book, Optional.ofNullable(consents.holding(view.team()).get(athlete)))) {
            throw new Problem(
                    HttpStatus.FORBIDDEN,
                    Code.FILM_NOT_ALLOWED,
                    "Nobody has allowed filming this athlete. Ask at check-in, or note the consent in the roster; mark by eye until then.");
        }
        return new Allowed(protocol, member.stature());
    }

    /** What was said at check-in holds before what was said for the roster; where nobody was asked, nothing is allowed. */
    static boolean mayBeFilmed(Facts.AthleteBook book, Optional<Consents.ConsentView> allowed) {
        return book.book().last(Fact.Asked.class).map(Fact.Asked::film).orElseGet(() -> allowed.filter(
                        Consents.ConsentView::film)
                .isPresent());
    }
}
