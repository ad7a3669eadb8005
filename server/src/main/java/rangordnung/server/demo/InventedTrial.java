package rangordnung.server.demo;

import java.nio.charset.StandardCharsets;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import rangordnung.core.body.Side;
import rangordnung.core.judgement.Attendance;
import rangordnung.core.judgement.Conditions;
import rangordnung.core.judgement.Fact;
import rangordnung.core.protocol.Grade;
import rangordnung.core.protocol.View;
import rangordnung.core.safety.PainReport;
import rangordnung.server.screening.Facts;

/**
 * The facts of one invented athlete, from words such as {@code knee-line L SLIGHT inward}, {@code front},
 * {@code side}, {@code pain 5}, {@code absent}. Ids follow from the words, so that the same facts come twice.
 */
final class InventedTrial {

    private final UUID athlete;
    private final String key;
    private final UUID trial;
    private final List<Facts.FactSent> facts = new ArrayList<>();
    private Instant at;

    private InventedTrial(UUID athlete, String key, Instant start) {
        this.athlete = athlete;
        this.key = key;
        this.at = start;
        this.trial = id("trial");
    }

    static List<Facts.FactSent> facts(UUID athlete, String key, Instant start, List<String> words) {
        InventedTrial trial = new InventedTrial(athlete, key, start);
        words.forEach(trial::add);
        return trial.facts;
    }

    private UUID id(String what) {
        return UUID.nameUUIDFromBytes((key + "/" + what).getBytes(StandardCharsets.UTF_8));
    }

    private void add(String words) {
        String[] word = words.split(" ");
        switch (word[0]) {
            case "present", "absent", "excused", "unwell" -> send(new Fact.Attended(Attendance.valueOf(word[0].toUpperCase(java.util.Locale.ROOT))), Optional.empty());
            case "front", "side", "back" -> inTrial(new Fact.ViewClosed(trial, View.valueOf(word[0].toUpperCase(java.util.Locale.ROOT)), 5));
            case "cued" -> inTrial(new Fact.TrialFlagged(trial, Fact.Flag.CUED));
            case "rehearsed" -> inTrial(new Fact.TrialFlagged(trial, Fact.Flag.REHEARSED));
            case "unclear" -> inTrial(new Fact.CouldNotTell(trial, word[1], side(word[2])));
            case "pain" -> inTrial(new Fact.PainReported(Optional.of(trial), new PainReport(PainReport.Region.valueOf(word[2]), side(word[3]),
                    Integer.parseInt(word[1]), word.length > 4 ? Set.of(PainReport.Sign.valueOf(word[4])) : Set.of())));
            case "undo" -> send(new Fact.Withdrawn(), Optional.of(facts.get(facts.size() - 1).id()));
            default -> inTrial(new Fact.Marked(trial, word[0], side(word[1]), Grade.valueOf(word[2]),
                    word.length > 3 ? Optional.of(word[3]) : Optional.empty(), word.length > 4 ? Optional.of(Grade.valueOf(word[4])) : Optional.empty()));
        }
    }

    private static Optional<Side> side(String letter) {
        return switch (letter) {
            case "L" -> Optional.of(Side.LEFT);
            case "R" -> Optional.of(Side.RIGHT);
            default -> Optional.empty();
        };
    }

    private void inTrial(Fact fact) {
        if (facts.stream().noneMatch(f -> f.fact() instanceof Fact.TrialOpened)) {
            send(new Fact.TrialOpened(trial, "overhead-squat", Conditions.STANDARD), Optional.empty());
        }
        send(fact, Optional.empty());
    }

    private void send(Fact fact, Optional<UUID> supersedes) {
        at = at.plusSeconds(6);
        facts.add(new Facts.FactSent(id("fact " + facts.size()), athlete, at, supersedes, fact));
    }
}
