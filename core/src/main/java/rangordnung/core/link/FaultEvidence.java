package rangordnung.core.link;

import java.util.ArrayList;
import java.util.EnumMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import rangordnung.core.body.Side;
import rangordnung.core.certainty.CertaintyRules;
import rangordnung.core.certainty.Evidence;
import rangordnung.core.certainty.GradeChances;
import rangordnung.core.certainty.Likelihood;
import rangordnung.core.judgement.CriterionResult;
import rangordnung.core.judgement.Finding;
import rangordnung.core.judgement.ScreenResult;
import rangordnung.core.judgement.TestResult;
import rangordnung.core.protocol.Extent;
import rangordnung.core.protocol.Family;
import rangordnung.core.protocol.Grade;
import rangordnung.core.protocol.Protocol;
import rangordnung.core.protocol.Retest;
import rangordnung.core.protocol.TestDefinition;

/** What a screen says for and against the links that a fault may come from. */
final class FaultEvidence {

    private final Protocol protocol;
    private final LinkRules rules;
    private final CertaintyRules certainty;
    private final ScreenResult screen;
    private final List<Outcome> outcomes;
    private final Fault fault;
    private final Looks looks;
    private final GradeChances before;
    private final Map<Link, List<LinkReport.Said>> all = new EnumMap<>(Link.class);

    FaultEvidence(
            Protocol protocol,
            LinkRules rules,
            CertaintyRules certainty,
            ScreenResult screen,
            List<Outcome> outcomes,
            Fault fault) {
        this.protocol = protocol;
        this.rules = rules;
        this.certainty = certainty;
        this.screen = screen;
        this.outcomes = outcomes.stream().filter(fault::of).toList();
        this.fault = fault;
        this.looks = new Looks(screen, certainty);
        this.before = looks.at(fault.test(), fault.criterion(), fault.side()).chances();
    }

    /** The chances of the fault's true grade, after every look at it. */
    GradeChances before() {
        return before;
    }

    Map<Link, List<LinkReport.Said>> all() {
        Map<String, List<Outcome>> byRetest = new LinkedHashMap<>();
        outcomes.forEach(o -> byRetest.computeIfAbsent(o.retest().id(), r -> new ArrayList<>())
                .add(o));
        byRetest.forEach(this::retest);
        protocol.retests().stream().filter(r -> !seen(r.id())).forEach(this::otherTest);
        BodyEvidence body = new BodyEvidence(protocol, certainty, screen, fault);
        Optional<AnkleTest.Wall> wall = AnkleTest.wall(screen, fault.sides());
        wall.ifPresent(w -> wall(w, body));
        body.model(wall)
                .forEach((link, evidence) -> add(
                        link,
                        evidence,
                        new LinkReport.Source.ByValue(LinkReport.Value.BODY_MODEL, Optional.empty(), Optional.empty()),
                        wall.flatMap(AnkleTest.Wall::trial)));
        hipRoom();
        sides().ifPresent(evidence -> add(
                Link.ASYMMETRY,
                evidence,
                new LinkReport.Source.ByValue(LinkReport.Value.SIDES, Optional.empty(), Optional.empty()),
                fault.test().trial().map(TestResult.Trial::id)));
        return all;
    }

    /** Whether a retest has told anything of this fault. */
    boolean seen(String retest) {
        return outcomes.stream()
                .filter(o -> o.retest().id().equals(retest))
                .anyMatch(o -> o.of(fault.criterion(), fault.side()).isPresent());
    }

    /** One retest, however often it was done. */
    private void retest(String id, List<Outcome> done) {
        Optional<LinkRules.RetestSays> says = says(id);
        List<Outcome.CriterionChange> changes = done.stream()
                .flatMap(o -> o.of(fault.criterion(), fault.side()).stream())
                .toList();
        if (says.isEmpty() || changes.isEmpty()) {
            return;
        }
        boolean doubtful = done.stream().anyMatch(o -> !o.doubts().isEmpty());
        Likelihood now = Likelihood.NOTHING;
        for (Outcome outcome : done) {
            Likelihood one = outcome.of(fault.criterion(), fault.side())
                    .map(Outcome.CriterionChange::seen)
                    .orElse(Likelihood.NOTHING);
            now = now.and(
                    outcome.doubts().isEmpty()
                            ? one
                            : one.weakened(certainty.doubtfulPower().value()));
        }
        Outcome.CriterionChange last = changes.get(changes.size() - 1);
        tell(
                says.get(),
                now,
                new LinkReport.Source.ByRetest(id, last.before(), last.now()),
                done.stream().map(Outcome::trial).toList(),
                doubtful);
    }

    /** What a retest says of this fault; some say nothing after a baseline in which the heels came up. */
    private Optional<LinkRules.RetestSays> says(String retest) {
        return rules.says(retest, fault.family()).filter(r -> !r.heelsDown() || heelsStayedDown());
    }

    private void tell(
            LinkRules.RetestSays says, Likelihood now, LinkReport.Source source, List<UUID> trials, boolean doubtful) {
        for (LinkRules.Says said : says.says()) {
            Evidence evidence = Evidence.ofRetest(before, now, said.with(), said.without(), certainty);
            add(said.link(), evidence, source, trials, doubtful);
        }
    }

    /** Another test of the screen that takes the place of a retest, where the retest itself was not done. */
    private void otherTest(Retest retest) {
        Optional<LinkRules.RetestSays> says = says(retest.id());
        if (says.isEmpty() || !Retests.fits(retest, fault.test().test(), fault.family())) {
            return;
        }
        retest.otherTest()
                .flatMap(id -> AnkleTest.tried(screen).stream()
                        .filter(t -> t.test().id().equals(id) && !t.equals(fault.test()))
                        .findFirst())
                .ifPresent(test -> test.criterion(fault.criterion())
                        .flatMap(c -> c.at(fault.side()))
                        .ifPresent(graded -> tell(
                                says.get(),
                                looks.at(test, fault.criterion(), fault.side()),
                                new LinkReport.Source.ByTest(test.test().id(), graded.grade()),
                                test.trial().map(TestResult.Trial::id).stream().toList(),
                                false)));
    }

    /** Whether the heels stayed where they were in the baseline, so that the depth is the athlete's own. */
    private boolean heelsStayedDown() {
        return fault.test().criteria().stream()
                .filter(c -> c.criterion().family() == Family.HEEL_LIFT)
                .flatMap(c -> c.worse().stream())
                .noneMatch(g -> g.atLeast(rules.standsFrom()));
    }

    /** The wall speaks for or against the ankle; against proportions or for them, where heels up helped. */
    private void wall(AnkleTest.Wall wall, BodyEvidence body) {
        double need = body.wallNeed();
        double tooShort = wall.metres()
                .map(m -> certainty.shortOf(need, m * 100, certainty.wallSem().value()))
                .orElse(
                        wall.touched()
                                ? certainty.touches().value()
                                : certainty.notYet().value());
        Evidence evidence = Evidence.ofChance(tooShort, certainty);
        LinkReport.Source source = new LinkReport.Source.ByValue(
                LinkReport.Value.WALL_DISTANCE, wall.metres().map(m -> m * 100), Optional.of(need));
        add(Link.ANKLE, evidence, source, wall.trial());
        if (heelsUpHelped()) {
            add(Link.PROPORTIONS, evidence.ofTheOther(certainty), source, wall.trial());
        }
    }

    /** Heels up is the retest that speaks for both the ankle and proportions. */
    private boolean heelsUpHelped() {
        return Optional.ofNullable(all.get(Link.PROPORTIONS)).stream()
                .flatMap(List::stream)
                .anyMatch(said -> said.source() instanceof LinkReport.Source.ByRetest by
                        && said.ratio() > 1
                        && rules.says(by.retest(), fault.family())
                                .flatMap(r -> r.of(Link.ANKLE))
                                .isPresent());
    }

    private void hipRoom() {
        double target = protocol.school().targetThigh().orElse(0.0);
        screen.personal()
                .depthCeiling()
                .ifPresent(ceiling -> add(
                        Link.HIP_ROOM,
                        Evidence.ofChance(
                                certainty.shortOf(
                                        ceiling, target, certainty.ceilingSem().value()),
                                certainty),
                        new LinkReport.Source.ByValue(
                                LinkReport.Value.DEPTH_CEILING, Optional.of(ceiling), Optional.of(target)),
                        Optional.empty()));
        List<Boolean> ends = fault.sides().stream()
                .flatMap(s -> screen.personal().hipRoomEnds().get(s).stream())
                .toList();
        if (!ends.isEmpty()) {
            add(
                    Link.HIP_ROOM,
                    Evidence.ofChance(
                            ends.contains(true)
                                    ? certainty.armpitEnds().value()
                                    : certainty.armpitFree().value(),
                            certainty),
                    new LinkReport.Source.ByValue(LinkReport.Value.KNEE_TO_ARMPIT, Optional.empty(), Optional.empty()),
                    Optional.empty());
        }
    }

    /**
     * That the sides differ. Of a fault on one leg its own two sides say it; of a drift the legs one by one, and then only
     * where they do differ, since of many pairs one always differs most.
     */
    private Optional<Evidence> sides() {
        if (fault.result().criterion().extent() == Extent.SIDED) {
            boolean oneLeg = fault.test().test().legs() == TestDefinition.Legs.EACH;
            return Optional.of(fault.result())
                    .filter(r -> oneLeg && r.findings().left().graded().isPresent())
                    .filter(r -> r.findings().right().graded().isPresent())
                    .map(r -> Evidence.ofChance(differ(fault.test(), r), certainty));
        }
        return screen.tests().stream()
                .filter(t -> t.test().legs() == TestDefinition.Legs.EACH)
                .flatMap(t -> t.criteria().stream()
                        .filter(c -> c.criterion().extent() == Extent.SIDED)
                        .filter(c -> c.findings().left().graded().isPresent()
                                && c.findings().right().graded().isPresent())
                        .map(c -> differ(t, c)))
                .max(Double::compare)
                .filter(most -> fault.family() == Family.SHIFT)
                .map(most -> Evidence.ofChance(most, certainty))
                .filter(evidence -> evidence.ratio() > 1);
    }

    private double differ(TestResult test, CriterionResult result) {
        String id = result.criterion().id();
        return looks.at(test, id, Optional.of(Side.LEFT))
                .chances()
                .differs(looks.at(test, id, Optional.of(Side.RIGHT)).chances());
    }

    /** Whether one side shows the fault more than the other, or the fault has a direction. */
    boolean oneSided() {
        return fault.side()
                .map(side -> {
                    Optional<Grade> other = fault.result()
                            .findings()
                            .get(side.opposite())
                            .graded()
                            .map(Finding.Graded::grade);
                    return other.filter(g -> g.compareTo(fault.graded().grade()) < 0)
                            .isPresent();
                })
                .orElseGet(() -> fault.result().direction().isPresent());
    }

    private void add(Link link, Evidence evidence, LinkReport.Source source, Optional<UUID> trial) {
        add(link, evidence, source, trial.stream().toList(), false);
    }

    private void add(Link link, Evidence evidence, LinkReport.Source source, List<UUID> trials, boolean doubtful) {
        all.computeIfAbsent(link, l -> new ArrayList<>())
                .add(new LinkReport.Said(
                        source, evidence.ratio(), evidence.words(certainty), trials, doubtful, fault.side()));
    }
}
