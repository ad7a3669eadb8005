package rangordnung.core.placement;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.EnumSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import rangordnung.core.body.Side;
import rangordnung.core.certainty.CertaintyRules;
import rangordnung.core.judgement.MovementIndex;
import rangordnung.core.judgement.ScreenResult;
import rangordnung.core.ladder.Aid;
import rangordnung.core.ladder.Exercise;
import rangordnung.core.ladder.Focus;
import rangordnung.core.ladder.Ladders;
import rangordnung.core.link.Link;
import rangordnung.core.link.LinkReport;
import rangordnung.core.link.LinkRules;
import rangordnung.core.link.Links;
import rangordnung.core.protocol.Grade;
import rangordnung.core.protocol.Protocol;
import rangordnung.core.protocol.TestDefinition;
import rangordnung.core.safety.Clearance;
import rangordnung.core.safety.PainReport;

/**
 * Proposes the four parts of a placement from what the screens can show: focus, rungs, aid and lasting work.
 *
 * <p>The focus follows from the limiting link in the order of treatment (common practice, no source), the rungs from the faults
 * of their own pattern and from the screen before.
 */
public final class Placer {

    private final Ladders ladders;
    private final PlacementRules rules;
    private final Protocol protocol;
    private final Links links;
    private final Indications indications;
    private final Rungs rungs;

    public Placer(
            Ladders ladders, PlacementRules rules, LinkRules linkRules, CertaintyRules certainty, Protocol protocol) {
        this.ladders = ladders;
        this.rules = rules;
        this.protocol = protocol;
        this.links = new Links(protocol, linkRules, certainty);
        this.indications = new Indications(rules, linkRules);
        this.rungs = new Rungs(ladders, rules, protocol);
    }

    /**
     * The proposal after the last of several screens.
     *
     * @param screens   results of the same athlete under one protocol, oldest first, at least one
     * @param clearance whether the athlete may take part now
     * @param profile   what else is known of the athlete
     */
    public Proposal propose(List<ScreenResult> screens, Clearance clearance, Profile profile) {
        Optional<Before> before = Optional.empty();
        for (ScreenResult screen : screens.subList(0, screens.size() - 1)) {
            Decision decision = decide(screen, Clearance.CLEARED, profile, before, false);
            before = decision.proposal() instanceof Proposal.Open ? before : decision.kept();
        }
        ScreenResult last = screens.get(screens.size() - 1);
        Optional<Before> then = before;
        Decision now = decide(last, clearance, profile, then, true);
        if (!(now.proposal() instanceof Proposal.Placed placed) || placed.focus() == Focus.PROTECT) {
            return now.proposal();
        }
        Movers movers = new Movers(rules, protocol.rules(), screen -> decide(screen, clearance, profile, then, false)
                .place());
        List<Proposal.Mover> all = movers.of(last, placed);
        return placed.with(Movers.shown(all), all.stream().anyMatch(m -> movers.decides(last, m, placed.focus())));
    }

    /** How high the box under the rear foot is for an athlete; empty where nothing is known of them. */
    public Optional<Proposal.Size> rearFootBox(ScreenResult screen, Profile profile) {
        TrainingDepth depth = TrainingDepth.of(rules, protocol.school(), screen.personal(), profile.aim());
        return new Sizes(rules, screen, profile, depth).of(Exercise.SizedBy.REAR_FOOT_BOX);
    }

    /** What the screen before led to. */
    private record Before(Focus focus, Rungs.At lasting, List<Rungs.At> stands, List<String> own) {}

    /**
     * What follows from one screen.
     *
     * @param kept what the next screen needs to know; empty where nothing was trained, so that the next one begins anew
     */
    private record Decision(Proposal proposal, Optional<Before> kept) {

        Optional<Proposal.Place> place() {
            return proposal instanceof Proposal.Placed placed ? Optional.of(placed.place()) : Optional.empty();
        }
    }

    private Decision decide(
            ScreenResult screen, Clearance clearance, Profile profile, Optional<Before> before, boolean whole) {
        LinkReport report = whole ? links.report(screen) : links.sofar(screen);
        List<Reason> first = protecting(screen, clearance);
        if (!first.isEmpty()) {
            return new Decision(protect(first), Optional.empty());
        }
        Bounds bounds = Bounds.of(screen, profile, protocol.school(), rules.ownedBelow());
        List<PainReport> pains =
                screen.pains().stream().filter(p -> p.intensity() > 0).toList();
        boolean sore =
                report.loadHistory() || pains.stream().anyMatch(p -> p.region().bearsWeight());
        List<Rungs.Found> stands =
                rungs.patterns(screen, bounds, before.map(Before::stands).orElse(List.of()), sore);
        List<Indications.Indicated> standing = indications.of(screen, report);
        if (standing.isEmpty()) {
            Optional<Before> waiting = before.filter(b -> unseen(screen, b));
            if (waiting.isPresent()) {
                return new Working(screen, profile, bounds, report, pains, stands, before, whole).kept(waiting.get());
            }
            if (screen.index() instanceof MovementIndex.Unknown unknown) {
                return new Decision(new Proposal.Open(unknown.reason()), Optional.empty());
            }
        }
        return new Working(screen, profile, bounds, report, pains, stands, before, whole).placed(standing);
    }

    private List<Reason> protecting(ScreenResult screen, Clearance clearance) {
        List<Reason> reasons = new ArrayList<>();
        if (screen.stopped()) {
            reasons.add(new Reason.PainStopped());
        }
        if (clearance == Clearance.NOT_CLEARED) {
            reasons.add(new Reason.NotCleared());
        }
        if (links.refers(screen, clearance)) {
            reasons.add(new Reason.Refer());
        }
        return reasons;
    }

    /** The place of whoever is held back. */
    public static Proposal protect(List<Reason> reasons) {
        return new Proposal.Placed(
                Focus.PROTECT,
                Optional.empty(),
                Optional.of(Link.PAIN),
                true,
                Optional.empty(),
                Optional.empty(),
                List.of(),
                List.of(),
                Optional.empty(),
                Optional.empty(),
                List.of(),
                reasons,
                Optional.empty(),
                List.of(new Proposal.FocusChance(Focus.PROTECT, 1)),
                List.of(),
                false,
                Bounds.NONE,
                Map.of());
    }

    /** Whether the criterion that has to be seen right before a focus is left was not seen this time. */
    private static boolean unseen(ScreenResult screen, Before before) {
        return !before.own().isEmpty()
                && screen.criteria()
                        .filter(c -> before.own().contains(c.criterion().id()))
                        .noneMatch(c -> c.worse().isPresent());
    }

    /** Everything that one screen is placed with. */
    private final class Working {

        private final ScreenResult screen;
        private final Bounds bounds;
        private final LinkReport report;
        private final List<PainReport> pains;
        private final List<Rungs.Found> stands;
        private final Optional<Before> before;
        private final boolean whole;
        private final Profile profile;
        private final TrainingDepth depth;
        private final Sizes sizes;

        Working(
                ScreenResult screen,
                Profile profile,
                Bounds bounds,
                LinkReport report,
                List<PainReport> pains,
                List<Rungs.Found> stands,
                Optional<Before> before,
                boolean whole) {
            this.whole = whole;
            this.screen = screen;
            this.bounds = bounds;
            this.report = report;
            this.pains = pains;
            this.stands = stands;
            this.before = before;
            this.profile = profile;
            this.depth = TrainingDepth.of(rules, protocol.school(), screen.personal(), profile.aim());
            this.sizes = new Sizes(rules, screen, profile, depth);
        }

        Decision placed(List<Indications.Indicated> standing) {
            if (standing.isEmpty()) {
                return owned();
            }
            Indications.Indicated first = standing.get(0);
            PlacementRules.Treatment treatment = first.treatment();
            List<Reason> reasons = new ArrayList<>(first.evidence());
            if (!first.told()) {
                reasons.add(new Reason.NotTold(treatment.fault()));
            }
            Set<Focus> focuses = EnumSet.noneOf(Focus.class);
            standing.forEach(s -> focuses.add(s.treatment().focus()));
            reasons.add(new Reason.FirstInOrder(
                    treatment.focus(), List.copyOf(focuses), treatment.link(), treatment.label()));
            Rungs.At lasting = lasting(first, reasons);
            return new Decision(
                    proposal(
                            treatment.focus(),
                            lasting,
                            Optional.of(first),
                            aids(standing),
                            reasons,
                            second(standing, treatment.focus())),
                    Optional.of(before(treatment.focus(), lasting, standing)));
        }

        private Decision owned() {
            List<Reason> reasons = new ArrayList<>(List.of(new Reason.NoFault()));
            Rungs.At lasting = leading();
            if (profile.aim() != Profile.UNKNOWN.aim()) {
                reasons.add(new Reason.Leads(profile.aim(), lasting.ladder()));
            }
            return new Decision(
                    proposal(Focus.LOAD, lasting, Optional.empty(), aids(List.of()), reasons, Optional.empty()),
                    Optional.of(new Before(Focus.LOAD, lasting, ats(), List.of())));
        }

        /** Where training goes on: on the ladder that the aim asks for, if its pattern was seen. */
        private Rungs.At leading() {
            String wanted = rules.approach(profile.aim()).leads();
            String load = ladders.ladderOf(Focus.LOAD).orElseThrow().id();
            return stands.stream()
                    .filter(found -> found.stand().seen() && found.at().ladder().equals(wanted))
                    .map(Rungs.Found::at)
                    .findFirst()
                    .or(() -> stand(load))
                    .orElseThrow();
        }

        /** The same focus as before, since what it is for was not seen again. */
        Decision kept(Before last) {
            List<Reason> reasons = new ArrayList<>(List.of(new Reason.KeptUntilSeen(last.focus(), last.own())));
            return new Decision(
                    proposal(
                            last.focus(), last.lasting(), Optional.empty(), aids(List.of()), reasons, Optional.empty()),
                    Optional.of(new Before(last.focus(), last.lasting(), ats(), last.own())));
        }

        private Before before(Focus focus, Rungs.At lasting, List<Indications.Indicated> standing) {
            List<String> own = ladders.definition(focus).map(Ladders.FocusDefinition::own).orElse(List.of()).stream()
                    .filter(criterion -> standing.stream()
                            .filter(s -> s.treatment().focus() == focus)
                            .flatMap(s -> s.evidence().stream())
                            .anyMatch(r -> r instanceof Reason.FaultSeen fault
                                    && fault.criterion().equals(criterion)))
                    .toList();
            return new Before(focus, lasting, ats(), own);
        }

        private List<Rungs.At> ats() {
            return stands.stream().map(Rungs.Found::at).toList();
        }

        private Optional<Rungs.At> stand(String ladder) {
            return stands.stream()
                    .map(Rungs.Found::at)
                    .filter(at -> at.ladder().equals(ladder))
                    .findFirst();
        }

        /** The lasting exercise of a treatment, in the light of the screen before. */
        private Rungs.At lasting(Indications.Indicated indicated, List<Reason> reasons) {
            PlacementRules.Lasting lasting = indicated.treatment().lasting();
            Ladders.Ladder ladder = ladders.required(lasting.ladder());
            Optional<String> wanted = lasting.rung(indicated.worst());
            if (wanted.isEmpty()) {
                return stand(ladder.id()).orElseThrow();
            }
            boolean marked = indicated.worst().atLeast(rules.ownedBelow());
            Rungs.At now = new Rungs.At(ladder.id(), wanted.get(), rungs.owned(indicated.seen()), marked);
            lasting.entry().ifPresent(e -> reasons.add(new Reason.RungByGrade(indicated.worst(), now.rung())));
            String moved = rungs.moved(
                    ladder,
                    now,
                    before.map(Before::lasting).filter(l -> l.ladder().equals(ladder.id())),
                    reasons);
            return new Rungs.At(ladder.id(), bounds.allowed(ladders, ladder, moved, reasons), now.owned(), marked);
        }

        private Optional<Proposal.Place> second(List<Indications.Indicated> standing, Focus first) {
            return standing.stream()
                    .filter(s -> s.treatment().focus() != first)
                    .findFirst()
                    .map(s -> place(s.treatment().focus(), lasting(s, new ArrayList<>())));
        }

        /** A focus at the rung where its group would work. */
        private Proposal.Place place(Focus focus, Rungs.At lasting) {
            Ladders.Ladder ladder = ladders.ladderOf(focus).orElseThrow();
            String rung = stand(ladder.id())
                    .map(Rungs.At::rung)
                    .orElseGet(() -> ladder.id().equals(lasting.ladder())
                            ? lasting.rung()
                            : ladder.rungs().get(0));
            return new Proposal.Place(focus, Optional.of(rung));
        }

        private Proposal proposal(
                Focus focus,
                Rungs.At lasting,
                Optional<Indications.Indicated> first,
                List<Proposal.GivenAid> aids,
                List<Reason> reasons,
                Optional<Proposal.Place> second) {
            if (report.loadHistory()) {
                reasons.add(0, new Reason.LoadHistory());
            }
            if (!screen.carried().isEmpty()) {
                reasons.add(new Reason.CarriedOver(
                        screen.carried().stream().sorted().toList()));
            }
            Proposal.Place place = place(focus, lasting);
            return new Proposal.Placed(
                    focus,
                    place.rung(),
                    first.map(f -> f.treatment().link()),
                    first.map(Indications.Indicated::told).orElse(true),
                    first.filter(f -> !f.told()).flatMap(Indications.Indicated::next),
                    first.flatMap(Indications.Indicated::worse),
                    ordered(),
                    aids,
                    Optional.of(depth),
                    Optional.of(new Proposal.Work(lasting.ladder(), lasting.rung(), size(lasting.rung()))),
                    pains,
                    reasons,
                    second,
                    whole
                            ? FocusChances.of(indications.chances(report), first.isEmpty() ? focus : Focus.LOAD)
                            : List.of(),
                    List.of(),
                    false,
                    bounds,
                    whole ? sizes.all() : Map.of());
        }

        /** Where the athlete stands on each ladder, the one that the aim asks for first. */
        private List<Proposal.Stand> ordered() {
            String leads = rules.approach(profile.aim()).leads();
            return stands.stream()
                    .map(Rungs.Found::stand)
                    .sorted(Comparator.comparing(stand -> !stand.ladder().equals(leads)))
                    .toList();
        }

        private Optional<Proposal.Size> size(String exercise) {
            return ladders.exercise(exercise).stream()
                    .flatMap(e -> e.kit().stream())
                    .flatMap(k -> k.size().stream())
                    .flatMap(by -> sizes.of(by).stream())
                    .findFirst();
        }

        /**
         * What makes the pattern today: the aid of the focus, those of the other marked faults, those that are only noted, and the
         * one for pain that does not stop.
         */
        private List<Proposal.GivenAid> aids(List<Indications.Indicated> standing) {
            List<Proposal.GivenAid> given = new ArrayList<>();
            for (int i = 0; i < standing.size(); i++) {
                Indications.Indicated indicated = standing.get(i);
                if (i == 0 || indicated.worst().atLeast(Grade.MARKED)) {
                    first(indicated.treatment().aids()).ifPresent(aid -> give(given, aid, indicated.sides()));
                }
            }
            rules.noted().stream()
                    .filter(n -> screen.criteria()
                            .filter(c -> c.criterion().id().equals(n.criterion()))
                            .flatMap(c -> c.worse().stream())
                            .anyMatch(g -> g.atLeast(Grade.MARKED)))
                    .forEach(n -> first(List.of(n.aid())).ifPresent(aid -> give(given, aid, List.of())));
            if (report.loadHistory() || knees()) {
                first(rules.sore()).ifPresent(aid -> give(given, aid, List.of()));
            }
            return given;
        }

        private boolean knees() {
            return pains.stream().anyMatch(p -> switch (p.region()) {
                case KNEE, ABOVE_KNEECAP, BELOW_KNEECAP -> true;
                default -> false;
            });
        }

        private Optional<Aid> first(List<String> aids) {
            return aids.stream()
                    .flatMap(id -> ladders.aid(id).stream())
                    .filter(a -> a.under().isEmpty() || a.under().stream().anyMatch(protocol.school()::holds))
                    .filter(a -> bounds.against(a.notFor(), TestDefinition.Pattern.SQUAT)
                            .isEmpty())
                    .findFirst();
        }

        private void give(List<Proposal.GivenAid> given, Aid aid, List<Side> sides) {
            if (given.stream().noneMatch(g -> g.aid().equals(aid.id()))) {
                given.add(new Proposal.GivenAid(
                        aid.id(), aid.sided() ? sides : List.of(), aid.size().flatMap(sizes::of)));
            }
        }
    }
}
