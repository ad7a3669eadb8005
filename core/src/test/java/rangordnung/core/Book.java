package rangordnung.core;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import rangordnung.core.body.Side;
import rangordnung.core.judgement.Attendance;
import rangordnung.core.judgement.Conditions;
import rangordnung.core.judgement.Entry;
import rangordnung.core.judgement.Fact;
import rangordnung.core.judgement.Judge;
import rangordnung.core.judgement.ScreenResult;
import rangordnung.core.protocol.Grade;
import rangordnung.core.protocol.Protocol;
import rangordnung.core.protocol.View;
import rangordnung.core.safety.PainReport;

/** A book of facts, written the way a rater works; for tests. */
public final class Book {

    private final List<Entry> entries = new ArrayList<>();
    private UUID trial;

    /** A trial of the overhead squat under standard conditions. */
    public static Book squat() {
        return new Book().trial(Conditions.STANDARD);
    }

    /** A whole squat in which only the given marks were made, written {@code knee-line L MARKED}. */
    public static Book seen(String... marks) {
        Book book = squat();
        for (String mark : marks) {
            book.mark(mark);
        }
        return book.close(View.FRONT).close(View.SIDE);
    }

    public Book trial(Conditions conditions) {
        trial = UUID.randomUUID();
        return add(new Fact.TrialOpened(trial, "overhead-squat", conditions));
    }

    public Book mark(String text) {
        String[] part = text.split(" ");
        Optional<Side> side = switch (part[1]) {
            case "L" -> Optional.of(Side.LEFT);
            case "R" -> Optional.of(Side.RIGHT);
            default -> Optional.empty();
        };
        return add(new Fact.Marked(trial, part[0], side, Grade.valueOf(part[2]),
                part.length > 3 ? Optional.of(part[3]) : Optional.empty(), Optional.empty()));
    }

    public Book close(View view) {
        return add(new Fact.ViewClosed(trial, view, 5));
    }

    public Book measured(String criterion, Optional<Side> side, String measure, double confidence, double... values) {
        for (int i = 0; i < values.length; i++) {
            add(new Fact.Measured(trial, criterion, side, measure, i + 1, values[i], confidence));
        }
        return this;
    }

    public Book unclear(String criterion, Optional<Side> side) {
        return add(new Fact.CouldNotTell(trial, criterion, side));
    }

    public Book flag(Fact.Flag flag) {
        return add(new Fact.TrialFlagged(trial, flag));
    }

    public Book attends(Attendance attendance) {
        return add(new Fact.Attended(attendance));
    }

    public Book pain(int intensity, PainReport.Sign... signs) {
        return add(new Fact.PainReported(Optional.ofNullable(trial),
                new PainReport(PainReport.Region.KNEE, Optional.of(Side.LEFT), intensity, Set.of(signs))));
    }

    public Book worst(String criterion, Side side, Grade grade, Grade worst) {
        return add(new Fact.Marked(trial, criterion, Optional.of(side), grade, Optional.empty(), Optional.of(worst)));
    }

    /** Corrects or takes back what was written last. */
    public Book supersedeLast(Optional<Fact> correction) {
        UUID last = entries.get(entries.size() - 1).id();
        entries.add(new Entry(UUID.randomUUID(), entries.size(), Optional.of(last), correction.orElse(new Fact.Withdrawn())));
        return this;
    }

    private Book add(Fact fact) {
        entries.add(new Entry(UUID.randomUUID(), entries.size(), Optional.empty(), fact));
        return this;
    }

    public UUID trialId() {
        return trial;
    }

    public List<Entry> entries() {
        return entries;
    }

    public ScreenResult judged() {
        return judged(StandardFloor.PROTOCOL);
    }

    public ScreenResult judged(Protocol protocol) {
        return new Judge(protocol).judge(entries);
    }
}
