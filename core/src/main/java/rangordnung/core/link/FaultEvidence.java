package rangordnung.core.link;

import java.util.ArrayList;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import rangordnung.core.body.ArmPosition;
import rangordnung.core.body.BodyLoad;
import rangordnung.core.body.BodyModel;
import rangordnung.core.body.Side;
import rangordnung.core.judgement.CriterionResult;
import rangordnung.core.judgement.Finding;
import rangordnung.core.judgement.ScreenResult;
import rangordnung.core.judgement.TestResult;
import rangordnung.core.protocol.Family;
import rangordnung.core.protocol.Grade;
import rangordnung.core.protocol.Protocol;
import rangordnung.core.protocol.Retest;
import rangordnung.core.protocol.TestDefinition;
import rangordnung.core.record.Fact;
import rangordnung.core.safety.PainReport;

/** What a screen says for and against the links that a fault may come from. */
final class FaultEvidence {

    private final Protocol protocol;
    private final LinkRules rules;
    private final ScreenResult screen;
    private final List<Outcome> outcomes;
    private final Fault fault;
    private final Map<Link, List<LinkReport.Evidence>> all = new EnumMap<>(Link.class);

    FaultEvidence(Protocol protocol, LinkRules rules, ScreenResult screen, List<Outcome> outcomes, Fault fault) {
        this.protocol = protocol;
        this.rules = rules;
        this.screen = screen;
        this.outcomes = outcomes.stream().filter(fault::of).toList();
        this.fault = fault;
    }

    Map<Link, List<LinkReport.Evidence>> all() {
        outcomes.forEach(this::retest);
        AnkleTest.wall(screen, fault, rules.standsFrom()).ifPresent(this::wall);
        boolean heelTried = verdict(LinkRules.Rule.NEITHER_INNER_HEEL_NOR_FOREFOOT, 0)
                .filter(v -> v != Outcome.Verdict.HELPED)
                .isPresent();
        boolean forefootTried = verdict(LinkRules.Rule.NEITHER_INNER_HEEL_NOR_FOREFOOT, 1)
                .filter(v -> v != Outcome.Verdict.WORSE)
                .isPresent();
        if (heelTried && forefootTried) {
            add(LinkRules.Rule.NEITHER_INNER_HEEL_NOR_FOREFOOT, Optional.empty(), Optional.empty());
        }
        hipRoom().ifPresent(rule -> add(rule, Optional.empty(), fault.side()));
        if (stepping(fault.test().test())) {
            other(LinkRules.Rule.STATIC_CLEAN_STEPPING_FAULTY);
        }
        other(LinkRules.Rule.CHAIR_CLEAN_SQUAT_FAULTY);
        if (fault.family() == Family.SHIFT) {
            shift();
        }
        worseLeg().ifPresent(worse -> add(LinkRules.Rule.SIDES_DIFFER, worse.trial(), worse.side()));
        if (loadHistory(screen)) {
            add(LinkRules.Rule.KNEECAP_PAIN_AFTER_LOAD_CHANGE, Optional.empty(), Optional.empty());
        }
        bodyModel().ifPresent(rule -> add(rule, Optional.empty(), fault.side()));
        archSinks().ifPresent(trial -> add(LinkRules.Rule.ARCH_SINKS, Optional.of(trial), fault.side()));
        return all;
    }

    private void retest(Outcome outcome) {
        boolean doubtful = !outcome.doubts().isEmpty();
        double factor = doubtful ? rules.doubtfulFactor().value() : 1;
        outcome.of(fault.criterion(), fault.side())
                .ifPresent(change -> rules.retest(outcome.retest().id())
                        .map(r -> r.of(change.verdict()))
                        .orElse(List.of())
                        .forEach(says -> add(
                                says.link(),
                                new LinkReport.Evidence(
                                        new LinkReport.EvidenceSource.ByRetest(
                                                outcome.retest().id(), change.verdict()),
                                        says.weight() * factor,
                                        Optional.of(outcome.trial()),
                                        Optional.of(change.change().difference()),
                                        Optional.of(change.change().detectable()),
                                        doubtful,
                                        change.side()))));
    }

    private void wall(AnkleTest.Wall wall) {
        boolean helped = verdict(LinkRules.Rule.WALL_TEST_FINE_HEELS_UP_HELPS, 0)
                .filter(v -> v == Outcome.Verdict.HELPED)
                .isPresent();
        LinkRules.Rule rule = wall.limited()
                ? LinkRules.Rule.WALL_TEST_LIMITED
                : helped ? LinkRules.Rule.WALL_TEST_FINE_HEELS_UP_HELPS : LinkRules.Rule.WALL_TEST_FINE;
        add(rule, wall.trial(), wall.side());
    }

    private void shift() {
        boolean injured =
                !screen.pains().isEmpty() || screen.background().contains(Fact.Background.INJURY_IN_TWELVE_MONTHS);
        add(
                injured ? LinkRules.Rule.SHIFT_WITH_PAIN_OR_OLD_INJURY : LinkRules.Rule.SHIFT_WITHOUT_PAIN,
                fault.test().trial().map(TestResult.Trial::id),
                fault.result().direction());
    }

    /** What a retest that a rule rests on has shown. */
    private Optional<Outcome.Verdict> verdict(LinkRules.Rule rule, int which) {
        String retest = rules.says(rule).retests().get(which);
        return outcomes.stream()
                .filter(o -> o.retest().id().equals(retest))
                .flatMap(o -> o.of(fault.criterion(), fault.side()).stream())
                .map(Outcome.CriterionChange::verdict)
                .findFirst();
    }

    /**
     * Whether the body gets to the depth target with the ankle that the wall test has shown, with its own lengths and with
     * average ones.
     */
    private Optional<LinkRules.Rule> bodyModel() {
        if (fault.test().test().pattern() != TestDefinition.Pattern.SQUAT) {
            return Optional.empty();
        }
        Optional<Double> ankle = AnkleTest.angle(screen, fault);
        return screen.body()
                .flatMap(body -> ankle.map(degrees -> {
                    BodyModel own = new BodyModel(
                            body.build(),
                            new BodyModel.Limits(
                                    Math.max(0, Math.min(BodyModel.Limits.MOST_SHIN, degrees)),
                                    body.hip().orElse(BodyModel.Limits.HIP),
                                    BodyModel.Limits.TRUNK),
                            arms(fault.test().test()),
                            BodyLoad.NONE,
                            0);
                    double target = protocol.school()
                            .withOwnDepth(screen.personal().depthCeiling())
                            .targetThigh()
                            .orElse(0.0);
                    if (own.reaches(target)) {
                        return LinkRules.Rule.BODY_MODEL_IN_REACH;
                    }
                    return own.with(body.average()).reaches(target)
                            ? LinkRules.Rule.BODY_MODEL_LENGTHS
                            : LinkRules.Rule.BODY_MODEL_ANKLE;
                }));
    }

    private static ArmPosition arms(TestDefinition test) {
        return switch (test.standard().arms()) {
            case OVERHEAD, AS_IN_TEST -> ArmPosition.OVERHEAD;
            case FORWARD, LOAD -> ArmPosition.FORWARD;
            default -> ArmPosition.HANGING;
        };
    }

    private Optional<LinkRules.Rule> hipRoom() {
        List<Boolean> ends = fault.sides().stream()
                .flatMap(s -> screen.personal().hipRoomEnds().get(s).stream())
                .toList();
        Optional<Double> ceiling = screen.personal().depthCeiling();
        if (ends.contains(true) || ceiling.filter(c -> c >= 0).isPresent()) {
            return Optional.of(LinkRules.Rule.HIP_ROOM_ENDS_EARLY);
        }
        return ends.isEmpty() && ceiling.isEmpty() ? Optional.empty() : Optional.of(LinkRules.Rule.HIP_ROOM_FREE);
    }

    /** Another test of the screen that is clean where this one shows the fault, beyond the noise; unless the retest itself has told. */
    private void other(LinkRules.Rule rule) {
        protocol.retest(rules.says(rule).retests().get(0))
                .filter(r -> verdict(rule, 0).isEmpty())
                .filter(r -> r.patterns().contains(fault.test().test().pattern()))
                .flatMap(Retest::otherTest)
                .flatMap(id -> AnkleTest.tried(screen).stream()
                        .filter(t -> t.test().id().equals(id) && !t.equals(fault.test()))
                        .findFirst())
                .flatMap(t -> t.criterion(fault.criterion())
                        .flatMap(c -> c.at(fault.side()))
                        .filter(g -> g.grade() == Grade.NONE)
                        .filter(g -> beyondNoise(fault.graded(), g))
                        .flatMap(g -> t.trial()))
                .ifPresent(trial -> add(rule, Optional.of(trial.id()), fault.side()));
    }

    private static boolean stepping(TestDefinition test) {
        return test.criteria().stream().anyMatch(c -> c.family() == Family.TIMING);
    }

    private boolean beyondNoise(Finding.Graded one, Finding.Graded other) {
        return Math.abs(one.deviation() - other.deviation())
                >= one.estimate()
                        .detectableDifference(
                                other.estimate(), protocol.rules().coverage().value());
    }

    /** The worse leg of a single-leg test, where the legs differ beyond the noise. */
    private record WorseLeg(Optional<UUID> trial, Optional<Side> side) {}

    private Optional<WorseLeg> worseLeg() {
        for (TestResult test : screen.tests()) {
            if (test.test().legs() == TestDefinition.Legs.EACH) {
                for (CriterionResult result : test.criteria()) {
                    Optional<Finding.Graded> left = result.findings().left().graded();
                    Optional<Finding.Graded> right = result.findings().right().graded();
                    if (left.isPresent() && right.isPresent() && beyondNoise(left.get(), right.get())) {
                        Side worse = left.get().deviation() > right.get().deviation() ? Side.LEFT : Side.RIGHT;
                        return Optional.of(new WorseLeg(test.trial().map(TestResult.Trial::id), Optional.of(worse)));
                    }
                }
            }
        }
        return Optional.empty();
    }

    static boolean loadHistory(ScreenResult screen) {
        boolean kneecap = screen.pains().stream()
                .anyMatch(p ->
                        p.region() == PainReport.Region.ABOVE_KNEECAP || p.region() == PainReport.Region.BELOW_KNEECAP);
        return kneecap
                && (screen.background().contains(Fact.Background.LAY_OFF)
                        || screen.background().contains(Fact.Background.SHARP_RISE_IN_TRAINING));
    }

    /** The arch sinks in the same trial and on the same side: the foot is looked at before the knee. */
    private Optional<UUID> archSinks() {
        return fault.test().criteria().stream()
                .filter(c -> c.criterion().family() == Family.ARCH_AND_FOOT)
                .flatMap(c -> c.spots()
                        .filter(s -> fault.side().isEmpty() || s.equals(fault.side()))
                        .flatMap(s -> c.at(s).stream()))
                .filter(g -> g.grade().atLeast(rules.standsFrom()))
                .findFirst()
                .flatMap(g -> fault.test().trial().map(TestResult.Trial::id));
    }

    private void add(LinkRules.Rule rule, Optional<UUID> trial, Optional<Side> side) {
        rules.evidence(rule, trial, side).forEach(this::add);
    }

    private void add(Link link, LinkReport.Evidence evidence) {
        all.computeIfAbsent(link, l -> new ArrayList<>()).add(evidence);
    }
}
