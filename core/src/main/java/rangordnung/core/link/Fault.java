package rangordnung.core.link;

import java.util.List;
import java.util.Optional;
import rangordnung.core.body.Side;
import rangordnung.core.judgement.CriterionResult;
import rangordnung.core.judgement.Finding;
import rangordnung.core.judgement.TestResult;
import rangordnung.core.protocol.Family;

/** A fault that is explained. */
record Fault(TestResult test, CriterionResult result, Optional<Side> side, Finding.Graded graded) {

    Family family() {
        return result.criterion().family();
    }

    String criterion() {
        return result.criterion().id();
    }

    /** Whether an outcome speaks of it: a retest is held against its own baseline, also where another rater's trial counts. */
    boolean of(Outcome outcome) {
        return outcome.test().equals(test.test().id());
    }

    List<Side> sides() {
        return side.map(List::of).orElse(List.of(Side.values()));
    }
}
