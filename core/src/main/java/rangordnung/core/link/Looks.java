package rangordnung.core.link;

import java.util.Optional;
import java.util.stream.Stream;
import rangordnung.core.body.Side;
import rangordnung.core.certainty.CertaintyRules;
import rangordnung.core.certainty.Likelihood;
import rangordnung.core.judgement.CriterionResult;
import rangordnung.core.judgement.Finding;
import rangordnung.core.judgement.ScreenResult;
import rangordnung.core.judgement.TestResult;

/** Everything that was seen of one criterion in one test: every whole look counts, and none replaces another. */
record Looks(ScreenResult screen, CertaintyRules rules) {

    /** Of the test's counting trial and every other look at it. */
    Likelihood at(TestResult test, String criterion, Optional<Side> side) {
        return Stream.concat(Stream.of(test), screen.looks().stream().filter(l -> l.test()
                        .id()
                        .equals(test.test().id())))
                .map(look -> one(look, criterion, side))
                .reduce(Likelihood.NOTHING, Likelihood::and);
    }

    /** Of one trial. A look under a cue, and one that the heels have voided, counts in part; what was not seen, not at all. */
    Likelihood one(TestResult test, String criterion, Optional<Side> side) {
        return test.criterion(criterion).map(c -> of(c, side)).orElse(Likelihood.NOTHING);
    }

    private Likelihood of(CriterionResult result, Optional<Side> side) {
        Finding finding = result.findings().get(side.orElse(Side.LEFT));
        return finding.graded()
                .map(Finding.Graded::likelihood)
                .or(() -> doubtful(finding)
                        .map(g -> g.likelihood().weakened(rules.doubtfulPower().value())))
                .orElse(Likelihood.NOTHING);
    }

    private static Optional<Finding.Graded> doubtful(Finding finding) {
        return finding instanceof Finding.NotAssessable not
                ? switch (not.reason()) {
                    case CUED, REHEARSED, HEELS_UP -> not.seen();
                    default -> Optional.empty();
                }
                : Optional.empty();
    }
}
