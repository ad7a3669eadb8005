package rangordnung.core.training;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.stream.IntStream;
import rangordnung.core.ladder.Exercise;

/** Sets times what is counted in each, in the unit of the exercise's dose. */
public record Amount(int sets, int each) {

    /** Repetitions, seconds or breaths of all sets. */
    public int volume() {
        return sets * each;
    }

    static Amount least(Exercise.Dose dose) {
        return new Amount(dose.setsFrom(), dose.amountFrom());
    }

    /** A sore tendon: markedly fewer sets, and nothing grows (common practice; the share is a house convention). */
    static Amount sore(Exercise.Dose dose, TrainingRules rules) {
        return new Amount(
                Math.max(1, (int) Math.floor(dose.setsFrom() * rules.soreShare().value())), dose.amountFrom());
    }

    /**
     * The dose of each week, from the least to the most that the exercise allows: each week as much as it can be without exceeding
     * the mean of the weeks before by more than the allowed rise; of two of the same volume the one with fewer sets.
     */
    static List<Amount> growing(Exercise.Dose dose, int weeks, TrainingRules rules) {
        List<Amount> possible = IntStream.rangeClosed(dose.setsFrom(), dose.setsTo())
                .boxed()
                .flatMap(sets -> IntStream.rangeClosed(dose.amountFrom(), dose.amountTo())
                        .mapToObj(each -> new Amount(sets, each)))
                .sorted(Comparator.comparingInt(Amount::volume).thenComparing(Amount::sets, Comparator.reverseOrder()))
                .toList();
        List<Amount> byWeek = new ArrayList<>(List.of(least(dose)));
        while (byWeek.size() < weeks) {
            double mean =
                    byWeek
                            .subList(
                                    Math.max(
                                            0,
                                            byWeek.size()
                                                    - (int) rules.meanWeeks().value()),
                                    byWeek.size())
                            .stream()
                            .mapToInt(Amount::volume)
                            .average()
                            .orElseThrow();
            double most = mean * (1 + rules.rise().value());
            byWeek.add(possible.stream()
                    .filter(a -> a.volume() <= most)
                    .reduce((a, b) -> b)
                    .orElse(byWeek.get(byWeek.size() - 1)));
        }
        return byWeek;
    }
}
