package rangordnung.core.practice;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.function.Predicate;
import rangordnung.core.agreement.Comparison;
import rangordnung.core.agreement.HouseNoise;
import rangordnung.core.agreement.Kappa;
import rangordnung.core.agreement.Pooled;
import rangordnung.core.body.Side;
import rangordnung.core.motion.simulated.Drill;
import rangordnung.core.protocol.Criterion;
import rangordnung.core.protocol.Extent;
import rangordnung.core.protocol.Grade;
import rangordnung.core.record.Book;
import rangordnung.core.record.Fact;

/**
 * How a rater's grades hold against known ones.
 *
 * @param looks    places that were graded
 * @param faults   of them that show a fault
 * @param missed   faults that were not set at all
 * @param added    places without a fault where one was set
 * @param agreement with the truth, as between two raters
 * @param strength of it in a word; empty where chance alone would agree always
 * @param noise    of the rater's eyes beside the protocol's
 * @param criteria in the order of the test
 * @param watch    the criterion in which the grades lie furthest apart; empty where none is
 */
public record PracticeScore(
        int looks,
        int faults,
        int missed,
        int added,
        Pooled agreement,
        Optional<Kappa.Strength> strength,
        HouseNoise noise,
        List<OfCriterion> criteria,
        Optional<OfCriterion> watch) {

    /** Which way a rater errs on a criterion. */
    public enum Tendency {
        /** Faults are not seen. */
        OVERLOOKED,
        /** Faults are set where there are none. */
        SEEN_TOO_OFTEN,
        /** Faults are seen and graded too low. */
        TOO_MILD,
        /** Faults are seen and graded too high. */
        TOO_STRICT;

        private boolean is(Comparison c) {
            boolean stricter = c.second().ordinal() > c.first().ordinal();
            return c.differs()
                    && switch (this) {
                        case OVERLOOKED -> overlooked(c);
                        case SEEN_TOO_OFTEN -> invented(c);
                        case TOO_MILD -> !stricter && !overlooked(c);
                        case TOO_STRICT -> stricter && !invented(c);
                    };
        }
    }

    /**
     * One criterion.
     *
     * @param right    places whose grade is the true one
     * @param squares  sum of the squared distances in grades
     * @param tendency which way most of the distance goes; empty where there is none
     */
    public record OfCriterion(
            String criterion,
            int looks,
            int faults,
            int missed,
            int added,
            int right,
            double squares,
            Optional<Tendency> tendency) {

        private static OfCriterion of(String id, List<Comparison> compared) {
            return new OfCriterion(
                    id,
                    compared.size(),
                    count(compared, PracticeScore::faulty),
                    count(compared, PracticeScore::overlooked),
                    count(compared, PracticeScore::invented),
                    count(compared, c -> !c.differs()),
                    distance(compared),
                    tendency(compared));
        }

        private static Optional<Tendency> tendency(List<Comparison> compared) {
            return Arrays.stream(Tendency.values())
                    .filter(t -> compared.stream().anyMatch(t::is))
                    .max(Comparator.comparingDouble(
                            t -> distance(compared.stream().filter(t::is).toList())));
        }
    }

    /**
     * What was set at each athlete of a drill against what is known: the truth first, the rater second. What a closed view shows
     * and nobody marked was seen as none; what could not be told, and what nobody looked at, is left out.
     *
     * @param books of the athletes, in their order
     */
    public static List<List<Comparison>> compared(Drill drill, List<Book> books) {
        List<List<Comparison>> all = new ArrayList<>();
        for (int i = 0; i < drill.athletes().size(); i++) {
            Book book = books.get(i);
            List<Comparison> compared = new ArrayList<>();
            for (Drill.Known known : drill.athletes().get(i).known()) {
                Criterion criterion = drill.test().criterion(known.criterion()).orElseThrow();
                seen(book, criterion, known.side())
                        .ifPresent(grade -> compared.add(new Comparison(
                                drill.test().id(),
                                criterion.id(),
                                known.side(),
                                known.grade(),
                                grade,
                                Math.abs(known.grade().ordinal() - grade.ordinal()),
                                Optional.empty())));
            }
            all.add(compared);
        }
        return all;
    }

    private static Optional<Grade> seen(Book book, Criterion criterion, Optional<Side> side) {
        boolean sided = criterion.extent() == Extent.SIDED;
        Optional<Fact> last = book.facts(Fact.class)
                .filter(f -> f instanceof Fact.Marked mark
                                && mark.criterion().equals(criterion.id())
                                && (!sided || mark.side().equals(side))
                        || f instanceof Fact.CouldNotTell unclear
                                && unclear.criterion().equals(criterion.id())
                                && (!sided || unclear.side().equals(side)))
                .reduce((before, after) -> after);
        if (last.isPresent()) {
            return last.filter(f -> f instanceof Fact.Marked)
                    .map(f -> (Fact.Marked) f)
                    .map(m -> criterion.extent() == Extent.DIRECTED && !m.side().equals(side) ? Grade.NONE : m.grade());
        }
        return book.facts(Fact.ViewClosed.class)
                        .anyMatch(v -> criterion.views().contains(v.view())
                                && (v.side().isEmpty()
                                        || side.isEmpty()
                                        || v.side().equals(side)))
                ? Optional.of(Grade.NONE)
                : Optional.empty();
    }

    /**
     * The score of one practice or of several.
     *
     * @param athletes what was compared of each
     * @param protocol standard error of a grade by eye that the protocol takes, in grades
     * @return empty where nothing was graded
     */
    public static Optional<PracticeScore> of(List<List<Comparison>> athletes, double protocol) {
        List<Comparison> all = athletes.stream().flatMap(List::stream).toList();
        if (all.isEmpty()) {
            return Optional.empty();
        }
        List<OfCriterion> criteria = all.stream()
                .map(Comparison::criterion)
                .distinct()
                .map(id -> OfCriterion.of(
                        id, all.stream().filter(c -> c.criterion().equals(id)).toList()))
                .toList();
        Pooled agreement = Pooled.of(athletes);
        return Optional.of(new PracticeScore(
                all.size(),
                count(all, PracticeScore::faulty),
                count(all, PracticeScore::overlooked),
                count(all, PracticeScore::invented),
                agreement,
                agreement.weighted().map(kappa -> Kappa.strength(kappa.value())),
                HouseNoise.againstTruth(all, protocol),
                criteria,
                criteria.stream().filter(c -> c.squares() > 0).max(Comparator.comparingDouble(OfCriterion::squares))));
    }

    private static int count(List<Comparison> compared, Predicate<Comparison> which) {
        return (int) compared.stream().filter(which).count();
    }

    private static double distance(List<Comparison> compared) {
        return compared.stream().mapToDouble(c -> Math.pow(c.apart(), 2)).sum();
    }

    private static boolean faulty(Comparison c) {
        return c.first() != Grade.NONE;
    }

    private static boolean overlooked(Comparison c) {
        return faulty(c) && c.second() == Grade.NONE;
    }

    private static boolean invented(Comparison c) {
        return !faulty(c) && c.second() != Grade.NONE;
    }
}
