package rangordnung.core.judgement;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.EnumSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.function.Function;
import rangordnung.core.body.Sided;
import rangordnung.core.protocol.Family;
import rangordnung.core.protocol.Grade;
import rangordnung.core.protocol.Policies;
import rangordnung.core.protocol.Protocol;
import rangordnung.core.protocol.TestDefinition;
import rangordnung.core.safety.PainReport;
import rangordnung.core.safety.StopRules;

/** Judges the facts of one athlete in one screening under one protocol version. */
public final class Judge {

    private final Protocol protocol;

    public Judge(Protocol protocol) {
        this.protocol = protocol;
    }

    /** The result of a screen of which nothing is known but its book. */
    public ScreenResult judge(List<Entry> book) {
        return judge(book, Particulars.NONE);
    }

    /**
     * The result of a screen.
     *
     * @param book all entries of one athlete and screening, in any order, superseded ones among them
     */
    public ScreenResult judge(List<Entry> book, Particulars particulars) {
        List<Entry> entries = Entry.standing(book);
        Spoken spoken = Spoken.of(entries, protocol);
        Absence absence = new Absence(spoken.attendance(), spoken.stop(), protocol.rules().painStopsFrom());
        Sided<Optional<Double>> legs = Sided.each(side -> spoken.legLength().get(side).or(particulars::legLengthCentimetres));
        PersonalSetUp setUp = PersonalSetUp.of(protocol.tests().stream()
                .filter(test -> test.role() == TestDefinition.Role.SET_UP)
                .flatMap(test -> counted(test, baselines(test, TrialBook.of(test, entries)), particulars).stream()
                        .map(t -> new TrialJudge(protocol.rules(), protocol.policies(), test, t, absence, legs).judge()))
                .toList());
        Policies policies = protocol.policies().withOwnDepth(setUp.depthCeiling());
        List<TestResult> counting = new ArrayList<>();
        List<TestResult> second = new ArrayList<>();
        List<TestResult> retests = new ArrayList<>();
        for (TestDefinition test : protocol.tests()) {
            List<TrialBook> trials = TrialBook.of(test, entries);
            List<TrialBook> baselines = baselines(test, trials);
            Function<TrialBook, TestResult> judged = t -> new TrialJudge(protocol.rules(), policies, test, t, absence, legs).judge();
            Optional<TrialBook> counted = counted(test, baselines, particulars);
            switch (test.role()) {
                case SCREEN -> counting.add(counted.map(judged).orElseGet(() -> untested(test, absence)));
                case RETEST -> counted.map(judged).ifPresent(retests::add);
                case SET_UP -> { } // judged above, since the athlete's own targets come from there
            }
            trials.stream().filter(t -> t.retest().isPresent() && !t.empty()).map(judged).forEach(retests::add);
            counted.filter(t -> test.counts()).ifPresent(chosen -> baselines.stream()
                    .filter(t -> t.complete(test) && t.flags().isEmpty() && t.rater().isPresent() && !t.rater().equals(chosen.rater()))
                    .map(judged).forEach(second::add));
        }
        return new ScreenResult(
                spoken.attendance(), spoken.background(), spoken.pains(), spoken.stop().isPresent(),
                StopRules.refer(spoken.pains(), spoken.background().contains(Fact.Background.INJURY_IN_TWELVE_MONTHS), shifts(counting)),
                counting, second, retests, setUp, KnownBody.of(particulars.stature(), spoken.body()), MovementIndex.of(counting, protocol.rules()));
    }

    /** The trials under the conditions of the standard. */
    private static List<TrialBook> baselines(TestDefinition test, List<TrialBook> trials) {
        return trials.stream().filter(t -> t.retest().isEmpty() && t.conditions().baseline(test.standard())).toList();
    }

    /** What was said outside trials. */
    private record Spoken(
            Optional<Attendance> attendance, Set<Fact.Background> background, List<PainReport> pains, Optional<Entry> stop, Sided<Optional<Double>> legLength,
            Optional<Fact.BodyMeasured> body) {

        static Spoken of(List<Entry> entries, Protocol protocol) {
            Optional<Attendance> attendance = Optional.empty();
            Set<Fact.Background> background = EnumSet.noneOf(Fact.Background.class);
            List<PainReport> pains = new ArrayList<>();
            Optional<Entry> stop = Optional.empty();
            Sided<Optional<Double>> legs = Sided.both(Optional.empty());
            Optional<Fact.BodyMeasured> body = Optional.empty();
            for (Entry entry : entries) {
                if (entry.fact() instanceof Fact.Attended attended) {
                    attendance = Optional.of(attended.attendance());
                } else if (entry.fact() instanceof Fact.Asked asked) {
                    background.clear();
                    background.addAll(asked.yes());
                } else if (entry.fact() instanceof Fact.LegMeasured leg) {
                    Sided<Optional<Double>> before = legs;
                    legs = Sided.each(side -> side == leg.side() ? Optional.of(leg.centimetres()) : before.get(side));
                } else if (entry.fact() instanceof Fact.BodyMeasured measured) {
                    body = Optional.of(measured);
                } else if (entry.fact() instanceof Fact.PainReported pain) {
                    pains.add(pain.report());
                    if (stop.isEmpty() && StopRules.action(pain.report(), protocol.rules()) == StopRules.Action.STOP) {
                        stop = Optional.of(entry);
                    }
                }
            }
            return new Spoken(attendance, background, pains, stop, legs, body);
        }
    }

    /**
     * The trial that counts of those under the standard's conditions: what the lead has settled, else what was seen
     * whole before what was not, unflagged before flagged, then the latest of the rater who looked first. Another rater's
     * look is a second one; which of the two counts, nobody but the lead decides.
     */
    private static Optional<TrialBook> counted(TestDefinition test, List<TrialBook> baselines, Particulars particulars) {
        Optional<UUID> settled = Optional.ofNullable(particulars.settled().get(test.id()));
        Comparator<TrialBook> usable = Comparator.<TrialBook, Boolean>comparing(t -> settled.filter(t.id()::equals).isPresent())
                .thenComparing(t -> !t.empty())
                .thenComparing(t -> t.flags().isEmpty())
                .thenComparing(t -> t.complete(test));
        Optional<UUID> first = baselines.stream().max(usable.thenComparing(TrialBook::opened, Comparator.reverseOrder())).flatMap(TrialBook::rater);
        return baselines.stream().max(usable.thenComparing(t -> t.rater().equals(first)).thenComparing(TrialBook::opened));
    }

    private static TestResult untested(TestDefinition test, Absence absence) {
        Finding nothing = absence.finding().orElse(new Finding.NotTested(Origin.of(Origin.Rule.NO_TRIAL)));
        return TestResult.of(test, Optional.empty(),
                test.criteria().stream()
                        .map(c -> new CriterionResult(c, Sided.both(nothing), Optional.empty(), CriterionResult.NO_READINGS, List.of()))
                        .toList(),
                Optional.empty(), false);
    }

    private static boolean shifts(List<TestResult> tests) {
        return tests.stream()
                .flatMap(t -> t.criteria().stream())
                .filter(c -> c.criterion().family() == Family.SHIFT)
                .flatMap(c -> c.worse().stream())
                .anyMatch(grade -> grade.atLeast(Grade.SLIGHT));
    }
}
