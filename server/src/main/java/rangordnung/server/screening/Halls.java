package rangordnung.server.screening;

import java.util.HashSet;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.stream.Collectors;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import rangordnung.core.Refusal;
import rangordnung.core.protocol.Protocol;
import rangordnung.core.protocol.TestDefinition;
import rangordnung.server.platform.Code;
import rangordnung.server.platform.Problem;
import rangordnung.server.platform.StoredJson;
import rangordnung.server.protocols.Protocols;
import tools.jackson.core.JacksonException;

/** The hall of each screening: what the lead has set up, else one station a test. */
@Service
@Transactional
public class Halls {

    private final HallPlanRepository rows;
    private final Screenings screenings;
    private final Protocols protocols;
    private final StoredJson json;

    Halls(HallPlanRepository rows, Screenings screenings, Protocols protocols, StoredJson json) {
        this.rows = rows;
        this.screenings = screenings;
        this.protocols = protocols;
        this.json = json;
    }

    @Transactional(readOnly = true)
    public HallSetup of(UUID screening) {
        return of(screenings.open(screening));
    }

    HallSetup of(Screenings.Open screening) {
        return screening
                .hall()
                .flatMap(this::possible)
                .orElseGet(() -> HallSetup.usual(
                        protocols.get(
                                screening.view().protocol(), screening.view().protocolVersion()),
                        protocols.planRules()));
    }

    /** A hall that is kept, unless it is one that cannot be, from when less was checked. */
    private Optional<HallSetup> possible(String body) {
        try {
            HallSetup setup = json.read(body, HallSetup.class);
            setup.plan(1);
            return Optional.of(setup);
        } catch (JacksonException | Refusal e) {
            return Optional.empty();
        }
    }

    /** Keeps a hall; each test of the screening stands at one station at most. */
    public HallSetup change(UUID screening, HallSetup setup) {
        Screenings.ScreeningView view = screenings.visible(screening);
        Protocol protocol = protocols.get(view.protocol(), view.protocolVersion());
        Set<String> known = protocol.tests().stream().map(TestDefinition::id).collect(Collectors.toSet());
        Set<String> placed = new HashSet<>();
        for (HallSetup.StationSetup station : setup.stations()) {
            for (String test : station.tests()) {
                if (!known.contains(test)) {
                    throw Problem.invalid(
                            Code.UNKNOWN_TEST,
                            "Station “" + station.name().en() + "” names the test “" + test
                                    + "”, which the protocol does not have.",
                            "stations");
                }
                if (!placed.add(test)) {
                    throw Problem.invalid(
                            Code.TEST_TWICE,
                            "The test “" + test + "” stands at two stations. Leave it at one.",
                            "stations");
                }
            }
            if (station.tests().isEmpty() && !station.checkIn()) {
                throw Problem.invalid(
                        Code.STATION_EMPTY,
                        "Station “" + station.name().en() + "” has nothing to do. Give it a test or the check-in.",
                        "stations");
            }
        }
        setup.plan(1);
        String body = json.write(setup);
        rows.findById(screening)
                .ifPresentOrElse(r -> r.become(body), () -> rows.save(new HallPlanRow(screening, body)));
        return setup;
    }
}
