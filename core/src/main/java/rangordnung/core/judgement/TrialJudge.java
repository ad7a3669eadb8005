package rangordnung.core.judgement;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import java.util.UUID;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import rangordnung.core.Ordered;
import rangordnung.core.body.Build;
import rangordnung.core.body.Side;
import rangordnung.core.body.Sided;
import rangordnung.core.motion.measure.Measure;
import rangordnung.core.protocol.Anchor;
import rangordnung.core.protocol.Conditions;
import rangordnung.core.protocol.Criterion;
import rangordnung.core.protocol.DepthStatus;
import rangordnung.core.protocol.Extent;
import rangordnung.core.protocol.Family;
import rangordnung.core.protocol.Grade;
import rangordnung.core.protocol.Rules;
import rangordnung.core.protocol.School;
import rangordnung.core.protocol.TestDefinition;
import rangordnung.core.protocol.Threshold;
import rangordnung.core.protocol.Variant;
import rangordnung.core.record.Entry;
import rangordnung.core.record.Fact;

/** Judges one trial: first each criterion as it was seen, then what heels and flags make of it. */
final class TrialJudge {

    private final School school;
    private final Rules rules;
    private final TestDefinition test;
    private final TrialBook trial;
    private final Absence absence;
    private final Sided<Optional<Double>> legLength;
    private final Optional<Build> build;

    /** @param school of the protocol, with the athlete's own targets where the school takes them */
    TrialJudge(
            Rules rules,
            School school,
            TestDefinition test,
            TrialBook trial,
            Absence absence,
            Sided<Optional<Double>> legLength,
            Optional<Build> build) {
        this.school = school;
        this.rules = rules;
        this.test = test;
        this.trial = trial;
        this.absence = absence;
        this.legLength = legLength;
        this.build = build;
    }

    TestResult judge() {
        List<CriterionResult> seen = test.criteria().stream().map(this::seen).toList();
        Grade lift = heelLift(seen);
        boolean voids = school.heelLift().voids() && lift.atLeast(rules.heelLiftVoidsFrom());
        List<CriterionResult> judged = new ArrayList<>();
        for (CriterionResult result : seen) {
            judged.add(new CriterionResult(
                    result.criterion(),
                    result.findings().map(f -> afterFlags(afterHeels(result.criterion(), f, lift, voids))),
                    result.direction(),
                    result.readings(),
                    result.told(),
                    result.byEye()));
        }
        TestResult.Trial judgedTrial = new TestResult.Trial(
                trial.id(),
                trial.conditions(),
                trial.retest(),
                trial.rater(),
                Ordered.copy(trial.flags()),
                trial.complete(test));
        return TestResult.of(test, Optional.of(judgedTrial), judged, depthStatus(judged, voids), voids);
    }

    private CriterionResult seen(Criterion criterion) {
        Sided<Optional<Reading>> readings = readings(criterion);
        if (criterion.extent() == Extent.SIDED) {
            return new CriterionResult(
                    criterion,
                    Sided.each(side -> seen(criterion, Optional.of(side), readings.get(side))),
                    Optional.empty(),
                    readings,
                    told(criterion),
                    Sided.each(side -> otherwiseByEye(criterion, Optional.of(side))));
        }
        Finding finding = seen(criterion, Optional.empty(), readings.left());
        Optional<Side> direction = finding.graded()
                .filter(g -> criterion.extent() == Extent.DIRECTED && g.grade() != Grade.NONE)
                .flatMap(g -> direction(criterion, readings.left()));
        return new CriterionResult(
                criterion,
                Sided.both(finding),
                direction,
                readings,
                told(criterion),
                Sided.both(otherwiseByEye(criterion, Optional.empty())));
    }

    private List<CriterionResult.Told> told(Criterion criterion) {
        List<CriterionResult.Told> all = new ArrayList<>();
        trial.measured().forEach((spot, entries) -> {
            Map<String, List<Fact.Measured>> byMeasure = entries.stream()
                    .map(e -> (Fact.Measured) e.fact())
                    .filter(m -> spot.criterion().equals(criterion.id())
                            && m.taken().isPresent()
                            && m.confidence() >= rules.landmarkConfidence().value())
                    .collect(Collectors.groupingBy(Fact.Measured::measure, TreeMap::new, Collectors.toList()));
            byMeasure.forEach((measure, values) -> all.add(new CriterionResult.Told(
                    measure,
                    spot.side(),
                    median(values.stream().map(Fact.Measured::value).toList()),
                    values.size(),
                    values.get(0).taken().orElseThrow().source())));
        });
        return all;
    }

    /** What was measured by hand; without a side of its own it stands on both. */
    Sided<Optional<Reading>> readings(Criterion criterion) {
        return criterion
                .gauge()
                .map(gauge -> new GaugeReader(gauge, legLength, build).read(Sided.each(side -> {
                    Optional<Side> at = criterion.extent() == Extent.SIDED ? Optional.of(side) : Optional.empty();
                    return trial.measured().getOrDefault(new TrialBook.Spot(criterion.id(), at), List.of()).stream()
                            .map(e -> (Fact.Measured) e.fact())
                            .filter(m -> gauge.takes(m.measure()))
                            .toList();
                })))
                .orElse(CriterionResult.NO_READINGS);
    }

    private Optional<Side> direction(Criterion criterion, Optional<Reading> reading) {
        Optional<Double> lean = reading.flatMap(Reading::value);
        if (lean.isPresent()) {
            return lean.map(TrialJudge::toward);
        }
        TrialBook.Spot spot = new TrialBook.Spot(criterion.id(), Optional.empty());
        List<Entry> values = trial.measured().getOrDefault(spot, List.of()).stream()
                .filter(e ->
                        criterion.anchor(((Fact.Measured) e.fact()).measure()).isPresent())
                .filter(this::sure)
                .toList();
        if (!values.isEmpty()) {
            double median = median(
                    values.stream().map(e -> ((Fact.Measured) e.fact()).value()).toList());
            boolean higher = tellsTheHigherSide(((Fact.Measured) values.get(0).fact()).measure());
            return Optional.of(toward(higher ? -median : median));
        }
        return Optional.ofNullable(trial.marks().get(spot))
                .flatMap(e -> e.fact() instanceof Fact.Marked mark ? mark.side() : Optional.empty());
    }

    /** The side that is higher is not the one that drops; and whichever it is, the pelvis is not level. */
    private static boolean tellsTheHigherSide(String measure) {
        return Measure.of(measure).filter(Measure::tellsTheHigherSide).isPresent();
    }

    /** Signed values point to the athlete's left when they are positive. */
    private static Side toward(double value) {
        return value > 0 ? Side.LEFT : Side.RIGHT;
    }

    /** A measured value counts before a mark, a mark before a closed view. */
    private Finding seen(Criterion criterion, Optional<Side> side, Optional<Reading> reading) {
        TrialBook.Spot spot = new TrialBook.Spot(criterion.id(), side);
        List<Entry> values = trial.measured().getOrDefault(spot, List.of());
        return measured(criterion, spot)
                .or(() -> reading.flatMap(r -> gauged(criterion, r, values)))
                .or(() -> marked(criterion, spot))
                .or(() -> reading.map(r -> unread(r, values)))
                .or(() -> clean(criterion, side))
                .or(absence::finding)
                .orElseGet(() -> trial.empty()
                        ? new Finding.NotTested(origin(Origin.Rule.NO_TRIAL, List.of()))
                        : notAssessable(
                                Finding.Reason.MISSING_VIEW, Origin.Rule.VIEW_MISSING, Optional.empty(), List.of()));
    }

    private Optional<Finding> measured(Criterion criterion, TrialBook.Spot spot) {
        List<Entry> values = trial.measured().getOrDefault(spot, List.of());
        for (Anchor anchor : values.isEmpty() ? List.<Anchor>of() : criterion.anchorsUnder(school)) {
            if (criterion.gauge().flatMap(g -> g.part(anchor.measure())).isPresent()) {
                continue; // what is made of its attempts, the gauge says
            }
            List<Entry> ofAnchor = values.stream()
                    .filter(e -> ((Fact.Measured) e.fact()).measure().equals(anchor.measure()))
                    .toList();
            if (!ofAnchor.isEmpty()) {
                return Optional.of(measured(criterion, anchor, ofAnchor));
            }
        }
        return Optional.empty();
    }

    private Optional<Finding> marked(Criterion criterion, TrialBook.Spot spot) {
        return Optional.ofNullable(trial.marks().get(spot))
                .map(mark -> mark.fact() instanceof Fact.Marked marked
                        ? marked(criterion, mark, marked)
                        : notAssessable(
                                Finding.Reason.RATER_COULD_NOT_TELL,
                                Origin.Rule.RATER_COULD_NOT_TELL,
                                Optional.empty(),
                                List.of(mark.id())));
    }

    /** What was not marked in a view that was seen. */
    private Optional<Finding> clean(Criterion criterion, Optional<Side> side) {
        return criterion.gauge().isEmpty() && criterion.views().stream().anyMatch(view -> trial.seen(view, side))
                ? Optional.of(new Finding.Graded(
                        Grade.NONE,
                        0,
                        Optional.empty(),
                        rules.gradedDeviationSem(),
                        Grade.NONE,
                        Optional.empty(),
                        Optional.empty(),
                        origin(Origin.Rule.CLEAN_IN_CLOSED_VIEW, List.of(), rules.gradedMarkSem())))
                : Optional.empty();
    }

    /** The grade by eye of what was also measured, where their difference is more than the noise of both. */
    private Optional<Grade> otherwiseByEye(Criterion criterion, Optional<Side> side) {
        TrialBook.Spot spot = new TrialBook.Spot(criterion.id(), side);
        return measured(criterion, spot).flatMap(Finding::graded).flatMap(measured -> marked(criterion, spot)
                .or(() -> clean(criterion, side))
                .flatMap(Finding::graded)
                .filter(eye -> eye.grade() != measured.grade()
                        && Math.abs(eye.deviation() - measured.deviation())
                                > rules.coverage().value() * Math.hypot(eye.sem(), measured.sem()))
                .map(Finding.Graded::grade));
    }

    /** The judged value of what was measured by hand, once it is whole. */
    private Optional<Finding> gauged(Criterion criterion, Reading reading, List<Entry> entries) {
        Optional<Anchor> anchor = criterion.anchor(reading.measure());
        return reading.value()
                .flatMap(value -> anchor.map(a -> {
                    double size = criterion.extent() == Extent.DIRECTED ? Math.abs(value) : value;
                    Grade grade = grade(a.deviation(size), a.offset(size), new Noise(a.deviationSem(), 0));
                    return new Finding.Graded(
                            grade,
                            a.deviation(size),
                            Optional.of(a.offset(size)),
                            a.deviationSem(),
                            grade,
                            Optional.empty(),
                            Optional.empty(),
                            measuredAgainst(a, entries, a.deviationSem()));
                }));
    }

    private Finding unread(Reading reading, List<Entry> entries) {
        boolean whole = reading.parts().stream().allMatch(p -> p.best().isPresent());
        Finding.Reason reason = whole ? Finding.Reason.LEG_LENGTH_MISSING : Finding.Reason.PARTS_MISSING;
        Origin.Rule rule = whole ? Origin.Rule.LEG_LENGTH_MISSING : Origin.Rule.PARTS_MISSING;
        return notAssessable(
                reason, rule, Optional.empty(), entries.stream().map(Entry::id).toList());
    }

    private Finding marked(Criterion criterion, Entry entry, Fact.Marked mark) {
        Optional<Variant> variant = criterion.variant(mark.variant());
        List<UUID> facts = List.of(entry.id());
        Variant.Effect effect = variant.map(v -> v.effect(school)).orElse(Variant.Effect.FAULT);
        Optional<String> variantId = mark.grade() == Grade.NONE ? Optional.empty() : variant.map(Variant::id);
        Grade worst = mark.worst().map(w -> Grade.worse(w, mark.grade())).orElse(mark.grade());
        if (effect == Variant.Effect.NOTE) {
            return new Finding.Graded(
                    Grade.NONE,
                    0,
                    Optional.empty(),
                    rules.gradedDeviationSem(),
                    Grade.NONE,
                    variantId,
                    Optional.empty(),
                    origin(Origin.Rule.NOTED_NOT_JUDGED, facts, rules.gradedMarkSem()));
        }
        boolean tolerated = tolerated(criterion, variant);
        Grade grade = tolerated ? mark.grade().lower() : mark.grade();
        Finding.Graded graded = new Finding.Graded(
                grade,
                grade.deviation(),
                Optional.empty(),
                rules.gradedDeviationSem(),
                worst,
                variantId,
                mark.grade() == Grade.NONE ? Optional.empty() : mark.phase(),
                origin(
                        tolerated ? Origin.Rule.INWARD_KNEE_TOLERATED : Origin.Rule.GRADE_BY_EYE,
                        facts,
                        rules.gradedMarkSem()));
        return effect == Variant.Effect.ON_PURPOSE
                ? notAssessable(
                        Finding.Reason.PARTIAL_ON_PURPOSE, Origin.Rule.PARTIAL_ON_PURPOSE, Optional.of(graded), facts)
                : graded;
    }

    /** One school tolerates one grade of inward knee with the arms overhead; other directions stay as they are. */
    private boolean tolerated(Criterion criterion, Optional<Variant> variant) {
        Conditions.Arms arms = trial.conditions().arms() == Conditions.Arms.AS_IN_TEST
                ? test.standard().arms()
                : trial.conditions().arms();
        boolean overhead = arms == Conditions.Arms.OVERHEAD || arms == Conditions.Arms.AS_IN_TEST;
        boolean usual = variant.map(v -> v.equals(criterion.variants().get(0))).orElse(true);
        return criterion.family() == Family.KNEE_LINE
                && usual
                && overhead
                && test.pattern() == TestDefinition.Pattern.SQUAT
                && school.overheadKnee() == School.OverheadKnee.TOLERATE_ONE_GRADE;
    }

    /** Median over the repetitions that landmarks were sure enough of; the worst single one is kept. */
    private Finding measured(Criterion criterion, Anchor anchor, List<Entry> entries) {
        List<UUID> facts = entries.stream().map(Entry::id).toList();
        Optional<Double> target = anchor.target(school);
        if (target.isEmpty()) {
            return notAssessable(
                    Finding.Reason.PERSONAL_TARGET_MISSING,
                    Origin.Rule.PERSONAL_TARGET_MISSING,
                    Optional.empty(),
                    facts);
        }
        boolean either = criterion.extent() == Extent.DIRECTED || tellsTheHigherSide(anchor.measure());
        List<Entry> sure = entries.stream().filter(this::sure).toList();
        List<Double> sizes = sure.stream()
                .map(e -> (Fact.Measured) e.fact())
                .map(m -> (either ? Math.abs(m.value()) : m.value()) - target.get())
                .toList();
        List<Double> deviations = sizes.stream().map(anchor::deviation).toList();
        if (deviations.isEmpty()) {
            return notAssessable(
                    Finding.Reason.LOW_CONFIDENCE,
                    Origin.Rule.CONFIDENCE_TOO_LOW,
                    Optional.empty(),
                    facts,
                    rules.landmarkConfidence());
        }
        boolean tolerated = tolerated(criterion, Optional.empty());
        double allowed = tolerated ? Grade.SLIGHT.deviation() : 0;
        double deviation = Math.max(0, median(deviations) - allowed);
        double offset = median(sizes.stream().map(anchor::offset).toList()) - allowed;
        double worst =
                deviations.stream().mapToDouble(Double::doubleValue).max().orElse(deviation);
        Noise noise = noise(anchor, sure);
        return new Finding.Graded(
                grade(deviation, offset, noise),
                deviation,
                Optional.of(offset),
                noise.sem(),
                Grade.worse(grade(deviation, offset, noise), grade(worst, Math.max(worst, offset), noise)),
                Optional.empty(),
                Optional.empty(),
                tolerated
                        ? origin(Origin.Rule.INWARD_KNEE_TOLERATED, facts, thresholds(anchor))
                        : measuredAgainst(anchor, sure, noise.sem()));
    }

    private boolean sure(Entry measured) {
        return ((Fact.Measured) measured.fact()).confidence()
                >= rules.landmarkConfidence().value();
    }

    /**
     * Noise of a deviation.
     *
     * @param sem standard error: that of the measure, times the factor of the source; or the landmarks' own where that is larger
     * @param own what the noise of the landmarks makes of a repetition
     */
    private record Noise(double sem, double own) {}

    private Noise noise(Anchor anchor, List<Entry> entries) {
        List<Fact.Taken> taken = entries.stream()
                .flatMap(e -> ((Fact.Measured) e.fact()).taken().stream())
                .toList();
        double factor = taken.stream()
                .flatMap(t -> rules.noiseOf(t.source()).stream())
                .mapToDouble(Threshold::value)
                .max()
                .orElse(1);
        double own =
                taken.isEmpty() ? 0 : median(taken.stream().map(Fact.Taken::sem).toList()) / anchor.range();
        return new Noise(Math.max(anchor.deviationSem() * factor, own), own);
    }

    /**
     * The grade of a measured deviation. An anchor whose range is narrower than four standard errors cannot tell four grades: the
     * fault is then seen or not, seen only where it lies beyond what the landmarks' own noise may feign, and worse than slight only
     * as far as the noise leaves no doubt.
     */
    private Grade grade(double deviation, double offset, Noise noise) {
        Grade grade = Grade.of(deviation, rules.gradeCutPoints());
        if (!coarse(noise.sem()) || grade == Grade.NONE) {
            return grade;
        }
        if (offset < FEIGNED * noise.own()) {
            return Grade.NONE;
        }
        double atLeast = Math.min(1, Math.max(0, offset - SURE * noise.sem()));
        return Grade.worse(Grade.SLIGHT, Grade.of(atLeast, rules.gradeCutPoints()));
    }

    /** Four grades need a range of so many standard errors, and what is called worse lies this far from it (house convention). */
    private static final double FOUR_GRADES = 4;

    private static final double SURE = 1.645;

    /** Standard errors of a repetition that the median of three exceeds in less than one of a hundred still heels (house convention). */
    private static final double FEIGNED = 1.5;

    private static boolean coarse(double noise) {
        return noise > 1 / FOUR_GRADES;
    }

    private Origin measuredAgainst(Anchor anchor, List<Entry> entries, double noise) {
        List<Threshold> factors = entries.stream()
                .flatMap(e -> ((Fact.Measured) e.fact()).taken().stream())
                .map(Fact.Taken::source)
                .distinct()
                .flatMap(source -> rules.noiseOf(source).stream())
                .toList();
        return origin(
                coarse(noise) ? Origin.Rule.MEASURED_SEEN_OR_NOT : Origin.Rule.MEASURED_AGAINST_ANCHORS,
                entries.stream().map(Entry::id).toList(),
                Stream.concat(Stream.of(thresholds(anchor)), factors.stream()).toArray(Threshold[]::new));
    }

    private Threshold[] thresholds(Anchor anchor) {
        return Stream.concat(
                        Stream.of(anchor.tolerance(), anchor.limit(), anchor.sem()), rules.gradeCutPoints().stream())
                .toArray(Threshold[]::new);
    }

    /** Unplanned heel lift of the worse side; none where heels are exempt or raised on purpose. */
    private Grade heelLift(List<CriterionResult> seen) {
        if (test.heels() != TestDefinition.Heels.JUDGED || trial.conditions().heelsRaisedOnPurpose()) {
            return Grade.NONE;
        }
        return seen.stream()
                .filter(c -> c.criterion().family() == Family.HEEL_LIFT)
                .flatMap(c -> c.worse().stream())
                .reduce(Grade.NONE, Grade::worse);
    }

    private Finding afterHeels(Criterion criterion, Finding finding, Grade lift, boolean voids) {
        Optional<Finding.Graded> graded = finding.graded();
        if (!criterion.voidedByHeelLift() || graded.isEmpty()) {
            return finding;
        }
        if (voids) {
            return notAssessable(
                    Finding.Reason.HEELS_UP,
                    Origin.Rule.HEELS_UP_VOIDS,
                    graded,
                    graded.get().origin().facts());
        }
        return lift == Grade.SLIGHT
                ? graded.get().withNoise(rules.slightHeelLiftNoise().value())
                : finding;
    }

    private Finding afterFlags(Finding finding) {
        if (trial.flags().isEmpty() || finding.graded().isEmpty()) {
            return finding;
        }
        Finding.Reason reason = trial.flags().contains(Fact.Flag.CUED) ? Finding.Reason.CUED : Finding.Reason.REHEARSED;
        return notAssessable(
                reason,
                Origin.Rule.TRIAL_FLAGGED,
                finding.graded(),
                finding.origin().facts());
    }

    private Optional<DepthStatus> depthStatus(List<CriterionResult> judged, boolean voids) {
        return judged.stream()
                .filter(c -> c.criterion().family() == Family.DEPTH)
                .findFirst()
                .map(result -> {
                    Finding finding = result.findings().left();
                    if (voids) {
                        return DepthStatus.ENDED_BY_HEEL_LIFT;
                    }
                    if (finding instanceof Finding.Stopped) {
                        return DepthStatus.LIMITED_BY_PAIN;
                    }
                    if (finding instanceof Finding.NotAssessable not
                            && not.reason() == Finding.Reason.PARTIAL_ON_PURPOSE) {
                        return DepthStatus.PARTIAL_ON_PURPOSE;
                    }
                    return finding.graded()
                            .map(g -> result.criterion()
                                    .variant(g.variant())
                                    .filter(v -> g.variant().isPresent())
                                    .flatMap(Variant::depthStatus)
                                    .orElseGet(() -> g.grade() == Grade.NONE ? reached() : DepthStatus.ABOVE_PARALLEL))
                            .orElse(DepthStatus.NOT_ASSESSABLE);
                });
    }

    /** What a depth without a fault has reached, by the school's target. */
    private DepthStatus reached() {
        return switch (school.depthTarget()) {
            case BELOW_PARALLEL -> DepthStatus.BELOW_PARALLEL;
            case PERSONAL_CEILING -> DepthStatus.PERSONAL_CEILING_REACHED;
            case PARALLEL, KNEE_HEIGHT -> DepthStatus.PARALLEL_REACHED;
        };
    }

    private Finding notAssessable(
            Finding.Reason reason,
            Origin.Rule rule,
            Optional<Finding.Graded> seen,
            List<UUID> facts,
            Threshold... thresholds) {
        return new Finding.NotAssessable(reason, seen, origin(rule, facts, thresholds));
    }

    private Origin origin(Origin.Rule rule, List<UUID> facts, Threshold... thresholds) {
        return Origin.of(rule, trial.id(), facts, thresholds);
    }

    static double median(List<Double> values) {
        List<Double> sorted = values.stream().sorted().toList();
        int middle = sorted.size() / 2;
        return sorted.size() % 2 == 1 ? sorted.get(middle) : (sorted.get(middle - 1) + sorted.get(middle)) / 2;
    }
}
