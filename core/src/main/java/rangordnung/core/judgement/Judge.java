package rangordnung.core.judgement;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.function.Function;
import rangordnung.core.body.Build;
import rangordnung.core.body.Sided;
import rangordnung.core.protocol.Protocol;
import rangordnung.core.protocol.School;
import rangordnung.core.protocol.TestDefinition;
import rangordnung.core.record.Attendance;
import rangordnung.core.record.Book;
import rangordnung.core.record.Entry;
import rangordnung.core.record.Fact;
import rangordnung.core.safety.PainReport;
import rangordnung.core.safety.StopRules;

/** Judges the facts of one athlete in one screening under one protocol version. */
public final class Judge {

    private final Protocol protocol;

    public Judge(Protocol protocol) {
        this.protocol = protocol;
    }

    /** The result of a screen of which nothing is known but its book. */
    public ScreenResult judge(Book book) {
        return judge(book, Particulars.NONE);
    }

    /** The result of a screen. */
    public ScreenResult judge(Book book, Particulars particulars) {
        Known known = Known.of(book, particulars, protocol);
        Spoken spoken = known.spoken();
        PersonalSetUp setUp = setUp(book, particulars, known);
        School school = protocol.school().withOwnDepth(setUp.depthCeiling());
        List<TestResult> counting = new ArrayList<>();
        List<TestResult> looks = new ArrayList<>();
        List<TestResult> retests = new ArrayList<>();
        for (TestDefinition test : protocol.tests()) {
            List<TrialBook> trials = TrialBook.of(test, book);
            List<TrialBook> baselines = baselines(test, trials);
            Function<TrialBook, TestResult> judged = t -> known.judged(protocol, school, test, t);
            Optional<TrialBook> counted = counted(test, baselines, particulars);
            switch (test.role()) {
                case SCREEN -> counting.add(counted.map(judged).orElseGet(() -> untested(test, known.absence())));
                case RETEST -> counted.map(judged).ifPresent(retests::add);
                case SET_UP -> {} // judged above, since the athlete's own targets come from there
            }
            trials.stream()
                    .filter(t -> t.retest().isPresent() && !t.empty())
                    .map(judged)
                    .forEach(retests::add);
            counted.filter(t -> test.counts()).ifPresent(chosen -> baselines.stream()
                    .filter(t -> t.complete(test) && !t.id().equals(chosen.id()))
                    .map(judged)
                    .forEach(looks::add));
        }
        return new ScreenResult(
                spoken.attendance(),
                spoken.background(),
                spoken.injury(),
                spoken.pains(),
                spoken.stop().isPresent(),
                StopRules.refer(spoken.pains()),
                counting,
                looks,
                retests,
                setUp,
                known.body(),
                Set.of(),
                MovementIndex.of(counting, protocol.rules()));
    }

    /** The targets that the school has for one athlete. */
    public PersonalTargets targets(Book book, Particulars particulars) {
        Known known = Known.of(book, particulars, protocol);
        return PersonalTargets.of(
                protocol.school(), setUp(book, particulars, known), particulars.stature(), known.build());
    }

    /** What the set-up tests have found and somebody has chosen. */
    private PersonalSetUp setUp(Book book, Particulars particulars, Known known) {
        return PersonalSetUp.of(
                protocol.tests().stream()
                        .filter(test -> test.role() == TestDefinition.Role.SET_UP)
                        .flatMap(test -> counted(test, baselines(test, TrialBook.of(test, book)), particulars).stream()
                                .map(t -> known.judged(protocol, protocol.school(), test, t)))
                        .toList(),
                book.last(Fact.StanceChosen.class));
    }

    /** What every trial of an athlete is judged with. */
    private record Known(
            Spoken spoken,
            Absence absence,
            Sided<Optional<Double>> legs,
            Optional<KnownBody> body,
            Optional<Build> build) {

        static Known of(Book book, Particulars particulars, Protocol protocol) {
            Spoken spoken = Spoken.of(book, protocol);
            Optional<KnownBody> body = KnownBody.of(particulars.stature(), spoken.body());
            return new Known(
                    spoken,
                    new Absence(
                            spoken.attendance(), spoken.stop(), protocol.rules().painStopsFrom()),
                    Sided.each(side -> spoken.legLength().get(side).or(particulars::legLengthCentimetres)),
                    body,
                    KnownBody.build(body, particulars.stature()));
        }

        TestResult judged(Protocol protocol, School school, TestDefinition test, TrialBook trial) {
            return new TrialJudge(protocol.rules(), school, test, trial, absence, legs, build).judge();
        }
    }

    /** The trials under the conditions of the standard. */
    private static List<TrialBook> baselines(TestDefinition test, List<TrialBook> trials) {
        return trials.stream()
                .filter(t -> t.retest().isEmpty() && t.conditions().baseline(test.standard()))
                .toList();
    }

    /** What was said outside trials. */
    private record Spoken(
            Optional<Attendance> attendance,
            Set<Fact.Background> background,
            Optional<Fact.Injury> injury,
            List<PainReport> pains,
            Optional<Entry> stop,
            Sided<Optional<Double>> legLength,
            Optional<Fact.BodyMeasured> body) {

        static Spoken of(Book book, Protocol protocol) {
            List<PainReport> pains = book.facts(Fact.PainReported.class)
                    .map(Fact.PainReported::report)
                    .toList();
            Optional<Entry> stop = book.standing().stream()
                    .filter(e -> e.fact() instanceof Fact.PainReported pain
                            && StopRules.action(pain.report(), protocol.rules()) == StopRules.Consequence.STOP)
                    .findFirst();
            return new Spoken(
                    book.last(Fact.Attended.class).map(Fact.Attended::attendance),
                    book.last(Fact.Asked.class).map(Fact.Asked::yes).orElse(Set.of()),
                    book.last(Fact.Asked.class).flatMap(Fact.Asked::injury),
                    pains,
                    stop,
                    Sided.each(side -> book.facts(Fact.LegMeasured.class)
                            .filter(leg -> leg.side() == side)
                            .map(Fact.LegMeasured::centimetres)
                            .reduce((a, b) -> b)),
                    book.last(Fact.BodyMeasured.class));
        }
    }

    /**
     * The trial that counts of those under the standard's conditions: what the lead has settled, else what was seen
     * whole before what was not, unflagged before flagged, then the latest of the rater who looked first. Another rater's
     * look is a second one; which of the two counts, nobody but the lead decides.
     */
    private static Optional<TrialBook> counted(
            TestDefinition test, List<TrialBook> baselines, Particulars particulars) {
        Optional<UUID> settled = Optional.ofNullable(particulars.settled().get(test.id()));
        Comparator<TrialBook> usable = Comparator.<TrialBook, Boolean>comparing(
                        t -> settled.filter(t.id()::equals).isPresent())
                .thenComparing(t -> !t.empty())
                .thenComparing(t -> t.flags().isEmpty())
                .thenComparing(t -> t.complete(test));
        Optional<UUID> first = baselines.stream()
                .max(usable.thenComparing(TrialBook::opened, Comparator.reverseOrder()))
                .flatMap(TrialBook::rater);
        return baselines.stream()
                .max(usable.thenComparing(t -> t.rater().equals(first)).thenComparing(TrialBook::opened));
    }

    private static TestResult untested(TestDefinition test, Absence absence) {
        Finding nothing = absence.finding().orElse(new Finding.NotTested(Origin.of(Origin.Rule.NO_TRIAL)));
        return TestResult.of(
                test,
                Optional.empty(),
                test.criteria().stream()
                        .map(c -> new CriterionResult(
                                c,
                                Sided.both(nothing),
                                Optional.empty(),
                                CriterionResult.NO_READINGS,
                                List.of(),
                                CriterionResult.AS_MEASURED))
                        .toList(),
                Optional.empty(),
                false);
    }
}
