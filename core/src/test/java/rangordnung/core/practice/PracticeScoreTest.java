package rangordnung.core.practice;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.function.Function;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import java.util.stream.LongStream;
import org.hipparchus.stat.descriptive.StreamingStatistics;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import rangordnung.core.Rater;
import rangordnung.core.StandardFloor;
import rangordnung.core.agreement.Comparison;
import rangordnung.core.body.Side;
import rangordnung.core.motion.simulated.Drill;
import rangordnung.core.protocol.Criterion;
import rangordnung.core.protocol.Extent;
import rangordnung.core.protocol.Grade;
import rangordnung.core.protocol.Protocol;
import rangordnung.core.protocol.View;
import rangordnung.core.record.Book;
import rangordnung.core.record.Fact;

/** Grades at simulated athletes against what these are known to show. */
class PracticeScoreTest {

    private static final Protocol PROTOCOL = StandardFloor.shipped("standard-floor.6");
    private static final String SQUAT = "overhead-squat";
    private static final double NOISE = PROTOCOL.rules().gradedMarkSem().value();

    private static Drill drill(long seed) {
        return Drill.of(PROTOCOL, StandardFloor.POSES, PROTOCOL.test(SQUAT).orElseThrow(), seed)
                .orElseThrow();
    }

    /** Everybody in a drill marked by the same eye, which is told the truth of each place. */
    private static List<Book> marked(Drill drill, Function<Drill.Known, Grade> eye) {
        return drill.athletes().stream().map(a -> marked(drill, a, eye)).toList();
    }

    /** Of what drifts to a side there is one mark, so the eye is told its worse direction. */
    private static Book marked(Drill drill, Drill.Performer athlete, Function<Drill.Known, Grade> eye) {
        Rater book = Rater.of(PROTOCOL, SQUAT);
        Map<String, List<Drill.Known>> byCriterion =
                athlete.known().stream().collect(Collectors.groupingBy(Drill.Known::criterion));
        byCriterion.forEach((id, places) -> {
            Criterion criterion = drill.test().criterion(id).orElseThrow();
            Drill.Known worst = places.stream()
                    .reduce((a, b) -> b.grade().ordinal() > a.grade().ordinal() ? b : a)
                    .orElseThrow();
            for (Drill.Known known : criterion.extent() == Extent.DIRECTED ? List.of(worst) : places) {
                Grade grade = eye.apply(known);
                boolean aside = criterion.extent() == Extent.DIRECTED && grade == Grade.NONE;
                book.add(Fact.Marked.of(book.trialId(), id, aside ? Optional.empty() : known.side(), grade));
            }
        });
        return book.close(View.FRONT).close(View.SIDE).book();
    }

    private static PracticeScore score(List<List<Comparison>> compared) {
        return PracticeScore.of(compared, NOISE).orElseThrow();
    }

    private static PracticeScore score(Drill drill, Function<Drill.Known, Grade> eye) {
        return score(PracticeScore.compared(drill, marked(drill, eye)));
    }

    @Test
    void whoever_sees_everything_agrees_wholly_and_has_nothing_to_watch() {
        PracticeScore score = score(drill(3), Drill.Known::grade);
        assertThat(score.agreement().percent()).isEqualTo(100);
        assertThat(score.agreement().weighted().orElseThrow().value()).isCloseTo(1, within(1e-12));
        assertThat(score.watch()).isEmpty();
        assertThat(score.missed() + score.added()).isZero();
        assertThat(score.noise().own()).isLessThan(NOISE);
    }

    /** Which way an eye errs is told, and which criterion to watch. */
    @ParameterizedTest
    @CsvSource({"NONE, OVERLOOKED", "SLIGHT, SEEN_TOO_OFTEN", "MILDER, TOO_MILD", "STRICTER, TOO_STRICT"})
    void the_way_an_eye_errs_is_told(String how, PracticeScore.Tendency expected) {
        PracticeScore score = score(drill(5), known -> {
            boolean fault = known.grade() != Grade.NONE;
            return switch (how) {
                case "NONE" -> Grade.NONE;
                case "SLIGHT" -> fault ? known.grade() : Grade.SLIGHT;
                case "MILDER" ->
                    known.grade().atLeast(Grade.MARKED) ? known.grade().lower() : known.grade();
                default ->
                    known.grade() == Grade.MARKED || known.grade() == Grade.SLIGHT ? Grade.SEVERE : known.grade();
            };
        });
        assertThat(score.watch().orElseThrow().tendency()).contains(expected);
        assertThat(score.missed() > 0).isEqualTo(expected == PracticeScore.Tendency.OVERLOOKED);
        assertThat(score.added() > 0).isEqualTo(expected == PracticeScore.Tendency.SEEN_TOO_OFTEN);
    }

    /**
     * Kappa with linear weights is 1 − Σ d/k over the mean distance of all pairs of grades that were and that could have been
     * drawn: computed here place by place without a table (Cohen 1968, formula from memory); the noise as the root of squared
     * distances by a general-purpose library.
     */
    @Test
    void agreement_equals_an_independent_computation() {
        Random random = new Random(11);
        for (long seed = 1; seed <= 5; seed++) {
            List<List<Comparison>> compared =
                    PracticeScore.compared(drill(seed), marked(drill(seed), known -> near(known.grade(), random)));
            List<Comparison> all = compared.stream().flatMap(List::stream).toList();
            List<Double> kappas = new ArrayList<>();
            double percent = 0;
            List<String> criteria =
                    all.stream().map(Comparison::criterion).distinct().toList();
            for (String id : criteria) {
                List<Comparison> own =
                        all.stream().filter(c -> c.criterion().equals(id)).toList();
                double seen = mean(own, own, true);
                double chance = mean(own, own, false);
                percent += 100.0 * own.stream().filter(c -> c.apart() == 0).count() / own.size() / criteria.size();
                if (chance > 0) {
                    kappas.add(1 - seen / chance);
                }
            }
            PracticeScore score = score(compared);
            assertThat(score.agreement().percent()).isCloseTo(percent, within(1e-9));
            assertThat(score.agreement().weighted().orElseThrow().value())
                    .isCloseTo(kappas.stream().mapToDouble(k -> k).average().orElseThrow(), within(1e-9));

            StreamingStatistics distances = new StreamingStatistics();
            all.forEach(c -> distances.addValue(c.apart()));
            double squares = distances.getSumOfSquares();
            assertThat(score.noise().own())
                    .isCloseTo(Math.sqrt((20 * NOISE * NOISE + squares) / (20 + all.size())), within(1e-9));
        }
    }

    /** The mean distance of grades of the same place, or of every place with every other. */
    private static double mean(List<Comparison> truths, List<Comparison> marks, boolean same) {
        double sum = 0;
        for (int i = 0; i < truths.size(); i++) {
            for (int j = 0; j < marks.size(); j++) {
                if (!same || i == j) {
                    sum += Math.abs(truths.get(i).first().ordinal()
                            - marks.get(j).second().ordinal());
                }
            }
        }
        return sum / (same ? truths.size() : truths.size() * marks.size());
    }

    private static Grade near(Grade grade, Random random) {
        int seen = grade.ordinal() + (random.nextInt(3) == 0 ? random.nextInt(3) - 1 : 0);
        return Grade.values()[Math.min(3, Math.max(0, seen))];
    }

    /** The mean of many guessers is no agreement beyond chance, and one who looks does far better. */
    @Test
    void a_rater_that_guesses_scores_at_chance() {
        Random random = new Random(20261127);
        List<Double> guessed = LongStream.range(0, 150)
                .mapToObj(seed -> score(drill(seed), known -> Grade.values()[random.nextInt(4)]))
                .flatMap(s -> s.agreement().weighted().stream())
                .map(k -> k.value())
                .toList();
        StreamingStatistics chance = new StreamingStatistics();
        guessed.forEach(chance::addValue);
        assertThat(chance.getMean())
                .as("mean of %d guessers", guessed.size())
                .isCloseTo(0, within(4 * chance.getStandardDeviation() / Math.sqrt(guessed.size())));
        assertThat(IntStream.range(0, 20)
                        .mapToObj(seed -> score(drill(seed), known -> near(known.grade(), random)))
                        .flatMap(s -> s.agreement().weighted().stream()))
                .allMatch(k -> k.value() > 0.3);
    }

    @Test
    void what_could_not_be_told_and_what_nobody_looked_at_is_left_out() {
        Drill drill = drill(2);
        int places = drill.athletes().get(0).known().size();
        List<Book> books = drill.athletes().stream()
                .map(a -> Rater.of(PROTOCOL, SQUAT).close(View.FRONT).book())
                .collect(Collectors.toCollection(ArrayList::new));
        books.set(0, Book.EMPTY);
        Rater unclear = Rater.of(PROTOCOL, SQUAT).close(View.FRONT);
        unclear.add(new Fact.CouldNotTell(unclear.trialId(), "knee-line", Optional.of(Side.LEFT)));
        books.set(1, unclear.book());
        List<List<Comparison>> compared = PracticeScore.compared(drill, books);

        assertThat(compared.get(0)).isEmpty();
        assertThat(compared.get(2)).hasSizeLessThan(places).noneMatch(c -> c.criterion()
                .equals("depth"));
        assertThat(compared.get(1)).hasSize(compared.get(2).size() - 1);
        assertThat(PracticeScore.of(List.of(List.of()), NOISE)).isEmpty();
    }
}
