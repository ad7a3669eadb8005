package rangordnung.server.screening;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.UUID;
import org.springframework.stereotype.Service;
import rangordnung.core.judgement.Estimate;
import rangordnung.core.judgement.Judge;
import rangordnung.core.judgement.Particulars;
import rangordnung.core.judgement.PersonalTargets;
import rangordnung.core.judgement.Progress;
import rangordnung.core.link.Retests;
import rangordnung.core.protocol.Anchor;
import rangordnung.core.protocol.Conditions;
import rangordnung.core.protocol.Criterion;
import rangordnung.core.protocol.Family;
import rangordnung.core.protocol.Protocol;
import rangordnung.core.protocol.Retest;
import rangordnung.core.protocol.TestDefinition;
import rangordnung.core.record.Book;
import rangordnung.core.safety.Clearance;
import rangordnung.core.safety.PainReport;
import rangordnung.server.platform.CurrentUser;
import rangordnung.server.platform.Problem;
import rangordnung.server.protocols.Protocols;
import rangordnung.server.roster.Consents;
import rangordnung.server.roster.Rosters;

/** What a station needs to run: the queue with shortened names, and the protocol. No ranks, no results. */
@Service
class Station {

    private final Screenings screenings;
    private final Rosters rosters;
    private final Consents consents;
    private final Facts facts;
    private final Halls halls;
    private final Settlements settlements;
    private final Protocols protocols;

    Station(
            Screenings screenings,
            Rosters rosters,
            Consents consents,
            Facts facts,
            Halls halls,
            Settlements settlements,
            Protocols protocols) {
        this.screenings = screenings;
        this.rosters = rosters;
        this.consents = consents;
        this.facts = facts;
        this.halls = halls;
        this.settlements = settlements;
        this.protocols = protocols;
    }

    /**
     * An athlete in the queue.
     *
     * @param tests     what is to be done here with the athlete; a short screening asks for less than the station has
     * @param cleared   whether the roster lets the athlete take part
     * @param legLength from the roster, in centimetres; a helper hears it only where something is measured against it
     * @param film      whether filming was allowed, at check-in or beforehand
     * @param touch     whether touching was allowed beforehand, for whoever asks at check-in; others hear nothing of it
     * @param targets   where the athlete's feet stand and how deep it goes, where the school asks for more than one line for all
     */
    record Queued(
            UUID id,
            String shortName,
            Progress.State state,
            List<String> tests,
            boolean cleared,
            Optional<Double> legLength,
            PersonalTargets targets,
            boolean film,
            boolean touch) {}

    /** The retests of a family of faults in a test, best first; the last ones may be for experienced athletes only. */
    record Offer(String test, Family family, List<String> retests, List<String> experiencedOnly) {}

    /**
     * What a change must exceed to be more than noise.
     *
     * @param grades     of marks by eye
     * @param byMeasure  of values measured by hand, in their unit
     */
    record Noise(double grades, Map<String, Double> byMeasure) {}

    /** The largest conditions that are taken: kilograms, centimetres, degrees. */
    record Bounds(double kilograms, double aidHeight, double stance, double turnOut) {

        static final Bounds OF_CONDITIONS =
                new Bounds(Conditions.Load.HEAVIEST, Conditions.Aid.HIGHEST, Conditions.WIDEST, Conditions.MOST_TURNED);
    }

    /**
     * @param at            the station, where the screening has several and one was asked for
     * @param asks          whether athletes are asked here before anything else
     * @param tests         what is done here, in order
     * @param stoppingSigns signs that stop a screen at once, for a station without a network
     * @param mine          the account that writes here, to tell its trials from those of others
     */
    record StationView(
            Screenings.ScreeningView screening,
            Optional<HallSetup.StationSetup> at,
            List<HallSetup.StationSetup> stations,
            boolean asks,
            Protocol protocol,
            List<String> tests,
            List<Offer> offers,
            Noise noise,
            Bounds bounds,
            List<PainReport.Sign> stoppingSigns,
            List<Queued> queue,
            UUID mine) {}

    StationView of(UUID screening, Optional<String> asked) {
        Screenings.Open open = screenings.open(screening);
        Screenings.ScreeningView view = open.view();
        CurrentUser signed = CurrentUser.required();
        Protocol protocol = protocols.get(view.protocol(), view.protocolVersion());
        Asked wanted = screenings.asked(view);
        HallSetup hall = halls.of(open);
        Optional<String> name =
                signed.pass() == null ? asked : Optional.of(signed.pass().station());
        Optional<HallSetup.StationSetup> at =
                name.map(n -> hall.station(n).orElseThrow(() -> Problem.notFound("station in this hall")));
        List<String> tests = at.map(HallSetup.StationSetup::tests).orElseGet(() -> protocol.tests().stream()
                .filter(t -> t.role() != TestDefinition.Role.RETEST || wanted.named(t.id()))
                .map(TestDefinition::id)
                .toList());
        Map<UUID, Facts.AthleteBook> books = facts.books(screening);
        Set<String> here = Set.copyOf(tests);
        List<TestDefinition> toDo =
                protocol.tests().stream().filter(t -> here.contains(t.id())).toList();
        List<Rosters.Member> members = rosters.members(view.team());
        Map<UUID, Particulars> particulars = settlements.particulars(screening, members);
        Judge judge = new Judge(protocol);
        boolean legs = signed.pass() == null
                || FactChecks.Reach.of(hall, signed.pass().station(), protocol, signed.account())
                        .legs();
        Map<UUID, Consents.ConsentView> allowed = consents.holding(view.team());
        boolean door = at.filter(HallSetup.StationSetup::checkIn).isPresent();

        List<Queued> queue = members.stream()
                .filter(m -> wanted.anything(m.id()))
                .map(m -> {
                    Facts.AthleteBook kept = books.getOrDefault(m.id(), Facts.AthleteBook.EMPTY);
                    Book book = kept.book();
                    List<TestDefinition> own = wanted.of(m.id(), toDo);
                    return new Queued(
                            m.id(),
                            m.name().shortened(),
                            Progress.of(protocol, own, m.clearance(), book, door),
                            own.stream().map(TestDefinition::id).toList(),
                            m.clearance() != Clearance.NOT_CLEARED,
                            legs ? m.legLengthCentimetres() : Optional.empty(),
                            judge.targets(book, particulars.getOrDefault(m.id(), Particulars.NONE)),
                            StationFilms.mayBeFilmed(kept, Optional.ofNullable(allowed.get(m.id()))),
                            signed.role().leads()
                                    && Optional.ofNullable(allowed.get(m.id()))
                                            .filter(Consents.ConsentView::touch)
                                            .isPresent());
                })
                .toList();
        return new StationView(
                view,
                at,
                signed.pass() == null ? hall.stations() : at.stream().toList(),
                hall.asks(at),
                protocol,
                tests,
                offers(protocol),
                noise(protocol),
                Bounds.OF_CONDITIONS,
                PainReport.Sign.stopping(),
                queue,
                signed.account());
    }

    private List<Offer> offers(Protocol protocol) {
        List<Offer> offers = new ArrayList<>();
        for (TestDefinition test : protocol.tests()) {
            test.criteria().stream().map(Criterion::family).distinct().forEach(family -> {
                List<Retest> offered =
                        Retests.offered(protocol, protocols.linkRules(), protocols.certaintyRules(), test, family);
                if (!offered.isEmpty()) {
                    offers.add(new Offer(
                            test.id(),
                            family,
                            offered.stream().map(Retest::id).toList(),
                            offered.stream()
                                    .filter(r -> Retests.experiencedOnly(protocol, r))
                                    .map(Retest::id)
                                    .toList()));
                }
            });
        }
        return offers;
    }

    private static Noise noise(Protocol protocol) {
        double coverage = protocol.rules().coverage().value();
        Map<String, Double> byMeasure = new TreeMap<>();
        protocol.tests().stream()
                .flatMap(t -> t.criteria().stream())
                .filter(c -> c.gauge().isPresent())
                .flatMap(c -> c.anchors().stream())
                .forEach((Anchor a) ->
                        byMeasure.put(a.measure(), detectable(a.sem().value(), coverage)));
        return new Noise(detectable(protocol.rules().gradedMarkSem().value(), coverage), byMeasure);
    }

    private static double detectable(double sem, double coverage) {
        return new Estimate(0, sem).minimalDetectableChange(coverage);
    }
}
