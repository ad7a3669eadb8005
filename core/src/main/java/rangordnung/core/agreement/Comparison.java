package rangordnung.core.agreement;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import rangordnung.core.body.Side;
import rangordnung.core.judgement.CriterionResult;
import rangordnung.core.judgement.Finding;
import rangordnung.core.judgement.TestResult;
import rangordnung.core.protocol.Grade;

/**
 * One criterion as two raters saw it.
 *
 * @param side   of a criterion that has sides
 * @param apart  how many grades lie between them
 * @param values what each measured, where both did
 */
public record Comparison(
        String test,
        String criterion,
        Optional<Side> side,
        Grade first,
        Grade second,
        int apart,
        Optional<Values> values) {

    /** Two measured values. */
    public record Values(double first, double second) {

        Values turned() {
            return new Values(/* first= */ second, /* second= */ first);
        }
    }

    /** Every criterion that both could grade. */
    public static List<Comparison> of(TestResult first, TestResult second) {
        List<Comparison> all = new ArrayList<>();
        for (CriterionResult one : first.criteria()) {
            second.criterion(one.criterion().id())
                    .ifPresent(other -> one.spots().forEach(side -> {
                        Optional<Grade> a = one.at(side).map(Finding.Graded::grade);
                        Optional<Grade> b = other.at(side).map(Finding.Graded::grade);
                        if (a.isPresent() && b.isPresent()) {
                            all.add(new Comparison(
                                    first.test().id(),
                                    one.criterion().id(),
                                    side,
                                    a.get(),
                                    b.get(),
                                    Math.abs(a.get().ordinal() - b.get().ordinal()),
                                    values(one, other, side.orElse(Side.LEFT))));
                        }
                    }));
        }
        return all;
    }

    private static Optional<Values> values(CriterionResult one, CriterionResult other, Side side) {
        return one.readings()
                .get(side)
                .flatMap(r -> r.value())
                .flatMap(a -> other.readings().get(side).flatMap(r -> r.value()).map(b -> new Values(a, b)));
    }

    /** The same with the other rater first. */
    public Comparison turned() {
        return new Comparison(
                test, criterion, side, /* first= */ second, /* second= */ first, apart, values.map(Values::turned));
    }

    public boolean differs() {
        return apart > 0;
    }
}
