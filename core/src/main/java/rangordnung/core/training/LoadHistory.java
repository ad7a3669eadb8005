package rangordnung.core.training;

import java.time.DayOfWeek;
import java.time.LocalDate;
import java.time.temporal.TemporalAdjusters;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import rangordnung.core.ladder.Exercise;
import rangordnung.core.ladder.Ladders;
import rangordnung.core.protocol.TestDefinition.Pattern;

/**
 * What was planned and done of each leg pattern, week by week: sets × repetitions × load (house convention). A load of kilograms
 * counts as the share by which it makes the body heavier; seconds and breaths count as the repetitions that they last.
 */
public final class LoadHistory {

    private final Ladders ladders;
    private final TrainingRules rules;
    private final double mass;

    /** @param kilograms of the athlete, where it is known */
    public LoadHistory(Ladders ladders, TrainingRules rules, Optional<Double> kilograms) {
        this.ladders = ladders;
        this.rules = rules;
        this.mass = kilograms.orElse(rules.usualMass().value());
    }

    /** Something that was planned, and perhaps done, on a day. */
    public record Entry(LocalDate day, String exercise, int plannedVolume, int doneVolume, double kilograms) {}

    /**
     * One week of one pattern.
     *
     * @param monday it begins on
     */
    public record Week(LocalDate monday, double planned, double done) {}

    /** Why a week is looked at twice. */
    public enum Sign {
        /** More than the mean of the weeks before allows. */
        RISE,
        /** Back at the old dose, or above, after weeks without training. */
        RETURN
    }

    /**
     * A week that is looked at twice.
     *
     * @param share of the load that it is held against, 0.25 for a quarter more
     */
    public record Flag(Pattern pattern, LocalDate monday, Sign sign, double share) {}

    /** A pattern with all weeks from its first to its last, also empty ones. */
    public record Line(Pattern pattern, List<Week> weeks) {}

    public List<Line> lines(List<Entry> entries) {
        Map<Pattern, Map<LocalDate, Week>> all = new TreeMap<>();
        for (Entry entry : entries) {
            Exercise exercise = ladders.exercise(entry.exercise()).orElse(null);
            if (exercise == null) {
                continue;
            }
            LocalDate monday = entry.day().with(TemporalAdjusters.previousOrSame(DayOfWeek.MONDAY));
            all.computeIfAbsent(exercise.pattern(), p -> new TreeMap<>())
                    .merge(
                            monday,
                            new Week(
                                    monday,
                                    load(exercise, entry.plannedVolume(), entry.kilograms()),
                                    load(exercise, entry.doneVolume(), entry.kilograms())),
                            (a, b) -> new Week(monday, a.planned() + b.planned(), a.done() + b.done()));
        }
        return all.entrySet().stream()
                .map(e -> new Line(e.getKey(), whole(e.getValue())))
                .toList();
    }

    private double load(Exercise exercise, int volume, double kilograms) {
        boolean held = exercise.dose().unit() == Exercise.Unit.SECONDS_A_SIDE;
        double repetitions = held ? volume / rules.secondsARepetition().value() : volume;
        return repetitions * (mass + kilograms) / mass;
    }

    private static List<Week> whole(Map<LocalDate, Week> weeks) {
        List<Week> whole = new ArrayList<>();
        LocalDate last = Collections.max(weeks.keySet());
        for (LocalDate monday = Collections.min(weeks.keySet()); !monday.isAfter(last); monday = monday.plusWeeks(1)) {
            whole.add(weeks.getOrDefault(monday, new Week(monday, 0, 0)));
        }
        return whole;
    }

    /** Weeks that rose by more than is allowed, or that came back at the old dose after a lay-off. */
    public List<Flag> flags(List<Line> lines) {
        List<Flag> flags = new ArrayList<>();
        for (Line line : lines) {
            for (int w = 0; w < line.weeks().size(); w++) {
                flag(line, w).ifPresent(flags::add);
            }
        }
        return flags;
    }

    private Optional<Flag> flag(Line line, int w) {
        Week now = line.weeks().get(w);
        List<Week> before = line.weeks().subList(0, w);
        List<Week> trained = before.stream().filter(b -> b.done() > 0).toList();
        if (now.done() == 0 || trained.isEmpty()) {
            return Optional.empty();
        }
        Week last = trained.get(trained.size() - 1);
        if (w - line.weeks().indexOf(last) > rules.layOff().value()) {
            return now.done() >= last.done()
                    ? Optional.of(new Flag(line.pattern(), now.monday(), Sign.RETURN, now.done() / last.done() - 1))
                    : Optional.empty();
        }
        // a week that was missed makes the next one no rise
        double mean = before.subList(Math.max(0, w - (int) rules.meanWeeks().value()), w).stream()
                .mapToDouble(Week::done)
                .filter(done -> done > 0)
                .average()
                .orElse(0);
        return mean > 0 && now.done() > mean * (1 + rules.rise().value()) + 1e-9
                ? Optional.of(new Flag(line.pattern(), now.monday(), Sign.RISE, now.done() / mean - 1))
                : Optional.empty();
    }
}
