package rangordnung.core.link;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.EnumMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import rangordnung.core.body.ArmPosition;
import rangordnung.core.body.BodyModel;
import rangordnung.core.body.Load;
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
import rangordnung.core.protocol.Threshold;
import rangordnung.core.record.Fact;
import rangordnung.core.safety.PainReport;

/** Weighs what speaks for and against each link that may limit an athlete. */
public final class Links {

    private final Protocol protocol;
    private final LinkRules rules;

    public Links(Protocol protocol, LinkRules rules) {
        this.protocol = protocol;
        this.rules = rules;
    }

    /** The report of one screen. */
    public LinkReport report(ScreenResult screen) {
        List<Outcome> outcomes = outcomes(screen);
        List<LinkReport.Explanation> explanations = new ArrayList<>();
        for (TestResult test : screen.tests()) {
            for (CriterionResult result : test.criteria()) {
                result.spots().forEach(spot -> result.at(spot)
                        .filter(g -> g.grade().atLeast(rules.standsFrom()))
                        .map(g -> new Fault(test, result, spot, g))
                        .ifPresent(fault -> explain(screen, outcomes, fault).ifPresent(explanations::add)));
            }
        }
        List<LinkReport.Evidence> general = loadHistory(screen)
                ? evidence(LinkRules.Rule.KNEECAP_PAIN_AFTER_LOAD_CHANGE, Optional.empty(), Optional.empty())
                        .values()
                        .stream()
                        .flatMap(List::stream)
                        .toList()
                : List.of();
        List<Link> treated = rules.order().stream()
                .filter(link -> explanations.stream().anyMatch(e -> e.standing().contains(link)))
                .toList();
        return new LinkReport(outcomes, explanations, treated, general);
    }

    /** A fault that is explained. */
    private record Fault(TestResult test, CriterionResult result, Optional<Side> side, Finding.Graded graded) {

        Family family() {
            return result.criterion().family();
        }
    }

    private List<Outcome> outcomes(ScreenResult screen) {
        List<Outcome> outcomes = new ArrayList<>();
        List<TestResult> known = new ArrayList<>(screen.tests());
        known.addAll(screen.second());
        for (TestResult again : screen.retests()) {
            again.trial().flatMap(TestResult.Trial::retest).ifPresent(named -> protocol.retest(named.retest())
                    .ifPresent(retest -> known.stream()
                            .filter(t -> t.trial()
                                    .filter(x -> x.id().equals(named.baseline()))
                                    .isPresent())
                            .findFirst()
                            .ifPresent(baseline -> outcomes.add(Outcome.of(
                                    retest,
                                    baseline,
                                    again,
                                    protocol.rules().coverage().value())))));
        }
        return outcomes;
    }

    private Optional<LinkReport.Explanation> explain(ScreenResult screen, List<Outcome> outcomes, Fault fault) {
        List<Link> candidates = new ArrayList<>(rules.candidates(fault.family()));
        if (candidates.isEmpty()) {
            return Optional.empty();
        }
        if (loadHistory(screen)) {
            candidates.add(Link.LOAD_HISTORY);
        }
        Map<Link, List<LinkReport.Evidence>> evidence = new EnumMap<>(Link.class);
        merge(evidence, ofRetests(outcomes, fault));
        merge(evidence, ofRules(screen, outcomes, fault));
        List<LinkReport.RankedLink> ranked = candidates.stream()
                .map(link -> ranked(link, evidence.getOrDefault(link, List.of())))
                .sorted(Comparator.comparingDouble(LinkReport.RankedLink::score)
                        .reversed()
                        .thenComparingInt(l -> rules.order().indexOf(l.link())))
                .toList();
        return Optional.of(new LinkReport.Explanation(
                fault.test().test().id(),
                fault.result().criterion().id(),
                fault.side().or(fault.result()::direction),
                fault.graded().grade(),
                ranked,
                separator(ranked, screen, outcomes, fault)));
    }

    private LinkReport.RankedLink ranked(Link link, List<LinkReport.Evidence> evidence) {
        double score =
                evidence.stream().mapToDouble(LinkReport.Evidence::weight).sum();
        LinkReport.Standing standing = score >= rules.supportedFrom().value()
                ? LinkReport.Standing.SUPPORTED
                : score <= rules.againstFrom().value() ? LinkReport.Standing.AGAINST : LinkReport.Standing.OPEN;
        return new LinkReport.RankedLink(link, score, standing, evidence);
    }

    private Map<Link, List<LinkReport.Evidence>> ofRetests(List<Outcome> outcomes, Fault fault) {
        Map<Link, List<LinkReport.Evidence>> all = new EnumMap<>(Link.class);
        outcomes.stream().filter(o -> of(o, fault)).forEach(outcome -> outcome.of(
                        fault.result().criterion().id(), fault.side())
                .ifPresent(change -> rules.retest(outcome.retest().id())
                        .map(r -> r.of(change.verdict()))
                        .orElse(List.of())
                        .forEach(says -> {
                            boolean doubtful = !outcome.doubts().isEmpty();
                            add(
                                    all,
                                    says.link(),
                                    new LinkReport.Evidence(
                                            new LinkReport.Source.ByRetest(
                                                    outcome.retest().id(), change.verdict()),
                                            says.weight()
                                                    * (doubtful
                                                            ? rules.doubtfulFactor()
                                                                    .value()
                                                            : 1),
                                            Optional.of(outcome.trial()),
                                            Optional.of(change.change().difference()),
                                            Optional.of(change.change().detectable()),
                                            doubtful,
                                            change.side()));
                        })));
        return all;
    }

    /** A retest is held against its own baseline; it speaks of the test, also where another rater's trial counts. */
    private static boolean of(Outcome outcome, Fault fault) {
        return outcome.test().equals(fault.test().test().id());
    }

    private Map<Link, List<LinkReport.Evidence>> ofRules(ScreenResult screen, List<Outcome> outcomes, Fault fault) {
        Map<Link, List<LinkReport.Evidence>> all = new EnumMap<>(Link.class);
        wallTest(screen, fault.side()).ifPresent(wall -> {
            boolean helped = verdict(outcomes, fault, "heels-up")
                    .filter(v -> v == Outcome.Verdict.HELPED)
                    .isPresent();
            LinkRules.Rule rule = wall.limited()
                    ? LinkRules.Rule.WALL_TEST_LIMITED
                    : helped ? LinkRules.Rule.WALL_TEST_FINE_HEELS_UP_HELPS : LinkRules.Rule.WALL_TEST_FINE;
            merge(all, evidence(rule, wall.trial(), wall.side()));
        });
        boolean heelTried = verdict(outcomes, fault, "inner-heel-up")
                .filter(v -> v != Outcome.Verdict.HELPED)
                .isPresent();
        boolean forefootTried = verdict(outcomes, fault, "inner-forefoot-up")
                .filter(v -> v != Outcome.Verdict.WORSE)
                .isPresent();
        if (heelTried && forefootTried) {
            merge(all, evidence(LinkRules.Rule.NEITHER_INNER_HEEL_NOR_FOREFOOT, Optional.empty(), Optional.empty()));
        }
        hipRoom(screen, fault.side()).ifPresent(rule -> merge(all, evidence(rule, Optional.empty(), fault.side())));
        if (stepping(fault.test().test())) {
            other(screen, outcomes, fault, "static", LinkRules.Rule.STATIC_CLEAN_STEPPING_FAULTY, all);
        }
        other(screen, outcomes, fault, "chair", LinkRules.Rule.CHAIR_CLEAN_SQUAT_FAULTY, all);
        if (fault.family() == Family.SHIFT) {
            boolean injured =
                    !screen.pains().isEmpty() || screen.background().contains(Fact.Background.INJURY_IN_TWELVE_MONTHS);
            LinkRules.Rule rule =
                    injured ? LinkRules.Rule.SHIFT_WITH_PAIN_OR_OLD_INJURY : LinkRules.Rule.SHIFT_WITHOUT_PAIN;
            merge(
                    all,
                    evidence(
                            rule,
                            fault.test().trial().map(TestResult.Trial::id),
                            fault.result().direction()));
        }
        worseLeg(screen)
                .ifPresent(worse -> merge(all, evidence(LinkRules.Rule.SIDES_DIFFER, worse.trial(), worse.side())));
        if (loadHistory(screen)) {
            merge(all, evidence(LinkRules.Rule.KNEECAP_PAIN_AFTER_LOAD_CHANGE, Optional.empty(), Optional.empty()));
        }
        bodyModel(screen, fault).ifPresent(rule -> merge(all, evidence(rule, Optional.empty(), fault.side())));
        archSinks(fault)
                .ifPresent(trial -> merge(all, evidence(LinkRules.Rule.ARCH_SINKS, Optional.of(trial), fault.side())));
        return all;
    }

    private static Optional<Outcome.Verdict> verdict(List<Outcome> outcomes, Fault fault, String retest) {
        return outcomes.stream()
                .filter(o -> o.retest().id().equals(retest) && of(o, fault))
                .flatMap(o -> o.of(fault.result().criterion().id(), fault.side()).stream())
                .map(Outcome.CriterionChange::verdict)
                .findFirst();
    }

    /** What was seen at the wall, of one side or of the worse one. */
    private record Wall(boolean limited, Optional<UUID> trial, Optional<Side> side) {}

    private Optional<Wall> wallTest(ScreenResult screen, Optional<Side> side) {
        for (TestResult test : tried(screen)) {
            for (CriterionResult result : test.criteria()) {
                if (result.criterion().family() == Family.ANKLE) {
                    List<Side> sides = side.map(List::of).orElse(List.of(Side.values()));
                    List<Side> read = sides.stream()
                            .filter(s -> result.findings().get(s).graded().isPresent())
                            .toList();
                    Optional<Side> limited = read.stream()
                            .filter(s -> result.findings()
                                    .get(s)
                                    .graded()
                                    .orElseThrow()
                                    .grade()
                                    .atLeast(Grade.SLIGHT))
                            .findFirst();
                    if (!read.isEmpty()) {
                        return Optional.of(new Wall(
                                limited.isPresent(), test.trial().map(TestResult.Trial::id), limited.or(() -> side)));
                    }
                }
            }
        }
        return Optional.empty();
    }

    /**
     * Whether the body gets to the depth target with the ankle that the wall test has shown, with its own lengths and with
     * average ones.
     */
    private Optional<LinkRules.Rule> bodyModel(ScreenResult screen, Fault fault) {
        if (fault.test().test().pattern() != TestDefinition.Pattern.SQUAT) {
            return Optional.empty();
        }
        Optional<Double> ankle = ankle(screen, fault.side());
        return screen.body()
                .flatMap(body -> ankle.map(degrees -> {
                    BodyModel own = new BodyModel(
                            body.build(),
                            new BodyModel.Limits(
                                    Math.max(0, Math.min(60, degrees)),
                                    body.hip().orElse(BodyModel.Limits.HIP),
                                    BodyModel.Limits.TRUNK),
                            arms(fault.test().test()),
                            Load.NONE,
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

    /** Angle of the stiffer ankle, or of a side's, from the wall test by the factor that its gauge converts with. */
    private static Optional<Double> ankle(ScreenResult screen, Optional<Side> side) {
        for (TestResult test : tried(screen)) {
            for (CriterionResult result : test.criteria()) {
                Optional<Double> factor = result.criterion().family() != Family.ANKLE
                        ? Optional.empty()
                        : result.criterion().gauge().stream()
                                .flatMap(g -> g.figures().stream())
                                .flatMap(f -> f.factor().stream())
                                .map(Threshold::value)
                                .findFirst();
                Optional<Double> distance = side.map(List::of).orElse(List.of(Side.values())).stream()
                        .flatMap(s -> result.readings().get(s).stream())
                        .flatMap(r -> r.value().stream())
                        .min(Comparator.naturalOrder());
                if (factor.isPresent() && distance.isPresent()) {
                    return Optional.of(distance.get() * factor.get());
                }
            }
        }
        return Optional.empty();
    }

    /** All tests with a trial under standard conditions, whether they count or only tell causes apart. */
    private static List<TestResult> tried(ScreenResult screen) {
        List<TestResult> all = new ArrayList<>(screen.tests());
        screen.retests().stream()
                .filter(t -> t.trial().flatMap(TestResult.Trial::retest).isEmpty())
                .forEach(all::add);
        return all;
    }

    private static Optional<LinkRules.Rule> hipRoom(ScreenResult screen, Optional<Side> side) {
        List<Boolean> ends = side.map(List::of).orElse(List.of(Side.values())).stream()
                .flatMap(s -> screen.personal().hipRoomEnds().get(s).stream())
                .toList();
        Optional<Double> ceiling = screen.personal().depthCeiling();
        if (ends.contains(true) || ceiling.filter(c -> c >= 0).isPresent()) {
            return Optional.of(LinkRules.Rule.HIP_ROOM_ENDS_EARLY);
        }
        return ends.isEmpty() && ceiling.isEmpty() ? Optional.empty() : Optional.of(LinkRules.Rule.HIP_ROOM_FREE);
    }

    /** Another test of the screen that is clean where this one shows the fault, beyond the noise; unless the retest itself has told. */
    private void other(
            ScreenResult screen,
            List<Outcome> outcomes,
            Fault fault,
            String retestId,
            LinkRules.Rule rule,
            Map<Link, List<LinkReport.Evidence>> all) {
        Optional<Retest> retest = protocol.retest(retestId)
                .filter(r -> verdict(outcomes, fault, retestId).isEmpty())
                .filter(r -> r.patterns().contains(fault.test().test().pattern()));
        retest.flatMap(Retest::otherTest).ifPresent(id -> tried(screen).stream()
                .filter(t -> t.test().id().equals(id) && !t.equals(fault.test()))
                .findFirst()
                .flatMap(t -> t.criterion(fault.result().criterion().id())
                        .flatMap(c -> c.at(fault.side()))
                        .filter(g -> g.grade() == Grade.NONE)
                        .filter(g -> beyondNoise(fault.graded(), g))
                        .flatMap(g -> t.trial()))
                .ifPresent(trial -> merge(all, evidence(rule, Optional.of(trial.id()), fault.side()))));
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

    private Optional<WorseLeg> worseLeg(ScreenResult screen) {
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

    private static boolean loadHistory(ScreenResult screen) {
        boolean kneecap = screen.pains().stream()
                .anyMatch(p ->
                        p.region() == PainReport.Region.ABOVE_KNEECAP || p.region() == PainReport.Region.BELOW_KNEECAP);
        return kneecap
                && (screen.background().contains(Fact.Background.LAY_OFF)
                        || screen.background().contains(Fact.Background.SHARP_RISE_IN_TRAINING));
    }

    /** The arch sinks in the same trial and on the same side: the foot is looked at before the knee. */
    private Optional<UUID> archSinks(Fault fault) {
        return fault.test().criteria().stream()
                .filter(c -> c.criterion().family() == Family.ARCH_AND_FOOT)
                .flatMap(c -> c.spots()
                        .filter(s -> fault.side().isEmpty() || s.equals(fault.side()))
                        .flatMap(s -> c.at(s).stream()))
                .filter(g -> g.grade().atLeast(rules.standsFrom()))
                .findFirst()
                .flatMap(g -> fault.test().trial().map(TestResult.Trial::id));
    }

    private Map<Link, List<LinkReport.Evidence>> evidence(
            LinkRules.Rule rule, Optional<UUID> trial, Optional<Side> side) {
        Map<Link, List<LinkReport.Evidence>> all = new EnumMap<>(Link.class);
        rules.says(rule)
                .forEach(says -> add(
                        all,
                        says.link(),
                        new LinkReport.Evidence(
                                new LinkReport.Source.ByRule(rule),
                                says.weight(),
                                trial,
                                Optional.empty(),
                                Optional.empty(),
                                false,
                                side)));
        return all;
    }

    private static void add(Map<Link, List<LinkReport.Evidence>> all, Link link, LinkReport.Evidence evidence) {
        all.computeIfAbsent(link, l -> new ArrayList<>()).add(evidence);
    }

    private static void merge(Map<Link, List<LinkReport.Evidence>> into, Map<Link, List<LinkReport.Evidence>> more) {
        more.forEach((link, lines) -> lines.forEach(line -> add(into, link, line)));
    }

    /** The trial whose possible outcomes move the first two links apart the most. */
    private Optional<LinkReport.Separator> separator(
            List<LinkReport.RankedLink> ranked, ScreenResult screen, List<Outcome> outcomes, Fault fault) {
        List<Link> open = ranked.stream()
                .filter(l -> l.standing() != LinkReport.Standing.AGAINST)
                .map(LinkReport.RankedLink::link)
                .toList();
        if (open.size() < 2) {
            return Optional.empty();
        }
        Link one = open.get(0);
        Link other = open.get(1);
        Map<LinkReport.Separator, Double> power = new LinkedHashMap<>();
        wallTestToDo(screen, fault.side())
                .ifPresent(test -> power.put(
                        new LinkReport.Separator(false, test, one, other),
                        Math.max(
                                apart(rules.says(LinkRules.Rule.WALL_TEST_LIMITED), one, other),
                                apart(rules.says(LinkRules.Rule.WALL_TEST_FINE), one, other))));
        for (Retest retest : Retests.fitting(protocol, fault.test().test(), fault.family())) {
            boolean done = outcomes.stream()
                    .anyMatch(o -> o.retest().id().equals(retest.id())
                            && of(o, fault)
                            && o.doubts().isEmpty());
            if (!done) {
                rules.retest(retest.id())
                        .ifPresent(says -> power.put(
                                new LinkReport.Separator(true, retest.id(), one, other),
                                Math.max(
                                        apart(says.helped(), one, other),
                                        Math.max(
                                                apart(says.worse(), one, other),
                                                apart(says.unchanged(), one, other)))));
            }
        }
        return power.entrySet().stream()
                .filter(e -> e.getValue() > 0)
                .reduce((best, next) -> next.getValue() > best.getValue() ? next : best)
                .map(Map.Entry::getKey);
    }

    private Optional<String> wallTestToDo(ScreenResult screen, Optional<Side> side) {
        return wallTest(screen, side).isPresent()
                ? Optional.empty()
                : protocol.tests().stream()
                        .filter(t -> t.criteria().stream().anyMatch(c -> c.family() == Family.ANKLE))
                        .map(TestDefinition::id)
                        .findFirst();
    }

    private static double apart(List<LinkRules.Says> says, Link one, Link other) {
        return Math.abs(weight(says, one) - weight(says, other));
    }

    private static double weight(List<LinkRules.Says> says, Link link) {
        return says.stream()
                .filter(s -> s.link() == link)
                .mapToDouble(LinkRules.Says::weight)
                .sum();
    }
}
