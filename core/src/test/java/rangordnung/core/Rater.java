package rangordnung.core;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import rangordnung.core.body.Side;
import rangordnung.core.judgement.Judge;
import rangordnung.core.judgement.ScreenResult;
import rangordnung.core.protocol.Conditions;
import rangordnung.core.protocol.Grade;
import rangordnung.core.protocol.Phase;
import rangordnung.core.protocol.Protocol;
import rangordnung.core.protocol.Source;
import rangordnung.core.protocol.View;
import rangordnung.core.record.Attendance;
import rangordnung.core.record.Book;
import rangordnung.core.record.Entry;
import rangordnung.core.record.Fact;
import rangordnung.core.safety.PainReport;

/** A book of facts, written the way a rater works; for tests. */
public final class Rater {

    private final List<Entry> entries = new ArrayList<>();
    private UUID trial;
    private Optional<UUID> rater = Optional.empty();

    /** A trial of the overhead squat under standard conditions. */
    public static Rater squat() {
        return new Rater().trial(Conditions.STANDARD);
    }

    /** A whole squat in which only the given marks were made, written {@code knee-line L MARKED}. */
    public static Rater seen(String... marks) {
        Rater book = squat();
        for (String mark : marks) {
            book.mark(mark);
        }
        return book.close(View.FRONT).close(View.SIDE);
    }

    /** A trial of a test under its standard. */
    public static Rater of(Protocol protocol, String test) {
        return new Rater().trial(protocol, test);
    }

    public Rater trial(Protocol protocol, String test) {
        return trial(test, protocol.test(test).orElseThrow().standard(), Optional.empty());
    }

    /** One more test, seen whole from the front and the side, with its marks. */
    public Rater and(Protocol protocol, String test, String... marks) {
        trial(protocol, test);
        for (String mark : marks) {
            mark(mark);
        }
        return close(View.FRONT).close(View.SIDE);
    }

    public Rater trial(Conditions conditions) {
        return trial("overhead-squat", conditions, Optional.empty());
    }

    public Rater trial(String test, Conditions conditions, Optional<Fact.RetestOf> retest) {
        trial = UUID.randomUUID();
        return add(new Fact.TrialOpened(trial, test, conditions, retest));
    }

    /** Whoever writes from here on. */
    public Rater by(UUID rater) {
        this.rater = Optional.of(rater);
        return this;
    }

    public Rater asked(Fact.Background... yes) {
        return add(new Fact.Asked(Set.of(yes), Optional.empty(), true, false, false));
    }

    public Rater leg(Side side, double centimetres) {
        return add(new Fact.LegMeasured(side, centimetres));
    }

    /** Attempts measured by hand, one after the other. */
    public Rater gauged(String criterion, Optional<Side> side, String part, double... values) {
        return measured(criterion, side, part, 1, values);
    }

    /** An attempt that ended in a certain way. */
    public Rater ended(String criterion, Side side, String part, int attempt, double value, String ending) {
        return add(new Fact.Measured(
                trial, criterion, Optional.of(side), part, attempt, value, 1, Optional.of(ending), Optional.empty()));
    }

    public Rater painAt(PainReport.Region region, int intensity) {
        return add(new Fact.PainReported(
                Optional.ofNullable(trial), new PainReport(region, Optional.of(Side.LEFT), intensity, Set.of())));
    }

    public Rater mark(String text) {
        String[] part = text.split(" ");
        Optional<Side> side =
                switch (part[1]) {
                    case "L" -> Optional.of(Side.LEFT);
                    case "R" -> Optional.of(Side.RIGHT);
                    default -> Optional.empty();
                };
        return add(new Fact.Marked(
                trial,
                part[0],
                side,
                Grade.valueOf(part[2]),
                part.length > 3 ? Optional.of(part[3]) : Optional.empty(),
                Optional.empty(),
                Optional.empty()));
    }

    public Rater close(View view) {
        return add(new Fact.ViewClosed(trial, view, 5, Optional.empty()));
    }

    public Rater measured(String criterion, Optional<Side> side, String measure, double confidence, double... values) {
        for (int i = 0; i < values.length; i++) {
            add(new Fact.Measured(
                    trial, criterion, side, measure, i + 1, values[i], confidence, Optional.empty(), Optional.empty()));
        }
        return this;
    }

    /** Values that a device or landmarks gave, with their own noise. */
    public Rater taken(
            Source source, double sem, String criterion, Optional<Side> side, String measure, double... values) {
        for (int i = 0; i < values.length; i++) {
            add(new Fact.Measured(
                    trial,
                    criterion,
                    side,
                    measure,
                    i + 1,
                    values[i],
                    0.9,
                    Optional.empty(),
                    Optional.of(new Fact.Taken(source, sem))));
        }
        return this;
    }

    public Rater body(double shank, double thigh) {
        return add(new Fact.BodyMeasured(Optional.of(shank), Optional.of(thigh), Optional.empty(), Optional.empty()));
    }

    public Rater unclear(String criterion, Optional<Side> side) {
        return add(new Fact.CouldNotTell(trial, criterion, side));
    }

    public Rater flag(Fact.Flag flag) {
        return add(new Fact.TrialFlagged(trial, flag, Optional.empty()));
    }

    public Rater attends(Attendance attendance) {
        return add(new Fact.Attended(attendance));
    }

    public Rater pain(int intensity, PainReport.Sign... signs) {
        return add(new Fact.PainReported(
                Optional.ofNullable(trial),
                new PainReport(PainReport.Region.KNEE, Optional.of(Side.LEFT), intensity, Set.of(signs))));
    }

    /** A mark with its worst single repetition and the phase in which it shows most. */
    public Rater worst(String criterion, Side side, Grade grade, Grade worst, Phase phase) {
        return add(new Fact.Marked(
                trial, criterion, Optional.of(side), grade, Optional.empty(), Optional.of(worst), Optional.of(phase)));
    }

    /** Corrects or takes back what was written last. */
    public Rater supersedeLast(Optional<Fact> correction) {
        UUID last = entries.get(entries.size() - 1).id();
        entries.add(new Entry(
                UUID.randomUUID(), entries.size(), Optional.of(last), correction.orElse(new Fact.Withdrawn()), rater));
        return this;
    }

    public Rater add(Fact fact) {
        entries.add(new Entry(UUID.randomUUID(), entries.size(), Optional.empty(), fact, rater));
        return this;
    }

    public UUID trialId() {
        return trial;
    }

    public List<Entry> entries() {
        return entries;
    }

    public Book book() {
        return Book.of(entries);
    }

    public ScreenResult judged() {
        return judged(StandardFloor.PROTOCOL);
    }

    public ScreenResult judged(Protocol protocol) {
        return new Judge(protocol).judge(book());
    }
}
