package rangordnung.server.results;

import static org.assertj.core.api.Assertions.assertThat;
import static org.mockito.ArgumentMatchers.any;
import static org.mockito.ArgumentMatchers.anyInt;
import static org.mockito.ArgumentMatchers.anyString;
import static org.mockito.Mockito.mock;
import static org.mockito.Mockito.when;

import java.time.LocalDate;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.boot.test.system.CapturedOutput;
import org.springframework.boot.test.system.OutputCaptureExtension;
import rangordnung.core.placement.Profile;
import rangordnung.core.protocol.Protocol;
import rangordnung.core.record.Attendance;
import rangordnung.core.record.Book;
import rangordnung.core.record.Fact;
import rangordnung.core.safety.Clearance;
import rangordnung.server.ServerTest;
import rangordnung.server.platform.StoredJson;
import rangordnung.server.protocols.Protocols;
import rangordnung.server.roster.Rosters;
import rangordnung.server.screening.Facts;
import rangordnung.server.screening.Screenings;
import rangordnung.server.screening.Settlements;

/** One athlete who cannot be judged, because of a mistake of ours, hides nobody else. */
@ExtendWith(OutputCaptureExtension.class)
class IsolationTest extends ServerTest {

    @Autowired
    private StoredJson json;

    @Test
    void one_who_cannot_be_judged_gets_an_incident_and_the_others_stand(CapturedOutput log) {
        UUID screening = UUID.randomUUID();
        UUID team = UUID.randomUUID();
        Rosters.Member broken = new Rosters.Member(
                UUID.randomUUID(),
                "Secret",
                "Name",
                Clearance.CLEARED,
                Optional.empty(),
                Optional.empty(),
                Optional.empty(),
                Optional.empty(),
                Profile.UNKNOWN);
        Rosters.Member whole = new Rosters.Member(
                UUID.randomUUID(),
                "Ada",
                "Grün",
                Clearance.CLEARED,
                Optional.empty(),
                Optional.empty(),
                Optional.empty(),
                Optional.empty(),
                Profile.UNKNOWN);
        Protocol protocol = json.read(
                lead().get("/api/protocols/standard-floor/1").ok().body().toString(), Protocol.class);
        Screenings screenings = mock();
        Rosters rosters = mock();
        Protocols protocols = mock();
        Facts facts = mock();
        Book failing = mock();
        when(failing.standing()).thenThrow(new IllegalStateException("a mistake of ours"));
        when(failing.facts(any())).thenThrow(new IllegalStateException("a mistake of ours"));
        Settlements settlements = mock();
        when(screenings.visible(screening))
                .thenReturn(new Screenings.ScreeningView(
                        screening, team, "S", LocalDate.of(2026, 11, 9), "standard-floor", 1, Optional.empty()));
        when(rosters.members(team)).thenReturn(List.of(broken, whole));
        when(protocols.get(anyString(), anyInt())).thenReturn(protocol);
        when(facts.marks(screening))
                .thenReturn(List.of(new Facts.BookMark(broken.id(), 1, 1), new Facts.BookMark(whole.id(), 1, 2)));
        when(facts.books(any(), any()))
                .thenReturn(Map.of(
                        broken.id(),
                        new Facts.AthleteBook(failing, List.of()),
                        whole.id(),
                        new Facts.AthleteBook(
                                Book.EMPTY.add(
                                        UUID.randomUUID(), new Fact.Attended(Attendance.ABSENT), Optional.empty()),
                                List.of())));
        when(settlements.particulars(any(), any())).thenReturn(Map.of());

        List<Results.Screened> screened = new Results(screenings, rosters, protocols, facts, settlements)
                .of(screening)
                .athletes();

        assertThat(screened).extracting(s -> s.incident().isPresent()).containsExactly(true, false);
        assertThat(screened.get(0).result().attendance()).isEmpty();
        assertThat(screened.get(1).result().attendance()).contains(Attendance.ABSENT);
        assertThat(log.getAll())
                .contains(
                        "Incident " + screened.get(0).incident().orElseThrow(),
                        broken.id().toString(),
                        "a mistake of ours")
                .doesNotContain("Secret");
    }
}
