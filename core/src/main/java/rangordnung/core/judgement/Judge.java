package rangordnung.core.judgement;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import rangordnung.core.body.Sided;
import rangordnung.core.protocol.Family;
import rangordnung.core.protocol.Grade;
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

    /**
     * The result of a screen.
     *
     * @param book all entries of one athlete and screening, in any order, superseded ones among them
     */
    public ScreenResult judge(List<Entry> book) {
        List<Entry> entries = Entry.standing(book);
        Optional<Attendance> attendance = Optional.empty();
        List<PainReport> pains = new ArrayList<>();
        Optional<Entry> stop = Optional.empty();
        for (Entry entry : entries) {
            if (entry.fact() instanceof Fact.Attended attended) {
                attendance = Optional.of(attended.attendance());
            } else if (entry.fact() instanceof Fact.PainReported pain) {
                pains.add(pain.report());
                if (stop.isEmpty() && StopRules.action(pain.report(), protocol.rules()) == StopRules.Action.STOP) {
                    stop = Optional.of(entry);
                }
            }
        }
        Absence absence = new Absence(attendance, stop, protocol.rules().painStopsFrom());
        List<TestResult> tests = new ArrayList<>();
        for (TestDefinition test : protocol.tests()) {
            tests.add(judge(test, TrialBook.of(test, entries), absence));
        }
        return new ScreenResult(
                attendance, pains, stop.isPresent(), StopRules.refer(pains, shifts(tests)), tests,
                MovementIndex.of(tests, protocol.rules()));
    }

    private TestResult judge(TestDefinition test, List<TrialBook> trials, Absence absence) {
        // Only what was done under the standard's conditions is the baseline; unflagged before flagged, then the latest.
        return trials.stream()
                .filter(t -> t.conditions().baseline())
                .max(Comparator.<TrialBook, Boolean>comparing(t -> !t.empty())
                        .thenComparing(t -> t.flags().isEmpty())
                        .thenComparing(TrialBook::opened))
                .map(trial -> new TrialJudge(protocol, test, trial, absence).judge())
                .orElseGet(() -> untested(test, absence));
    }

    private static TestResult untested(TestDefinition test, Absence absence) {
        Finding nothing = absence.finding().orElse(new Finding.NotTested(Origin.of(Origin.Rule.NO_TRIAL)));
        return TestResult.of(test, Optional.empty(), Set.of(),
                test.criteria().stream()
                        .map(c -> new CriterionResult(c, Sided.both(nothing), Optional.empty()))
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
