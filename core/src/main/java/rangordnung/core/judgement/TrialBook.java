package rangordnung.core.judgement;

import java.util.ArrayList;
import java.util.EnumSet;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import rangordnung.core.body.Side;
import rangordnung.core.protocol.Conditions;
import rangordnung.core.protocol.Extent;
import rangordnung.core.protocol.TestDefinition;
import rangordnung.core.protocol.View;
import rangordnung.core.record.Book;
import rangordnung.core.record.Entry;
import rangordnung.core.record.Fact;

/** The standing facts of one trial, sorted for judging. Where two marks name the same spot, the later one stands. */
record TrialBook(
        UUID id,
        long opened,
        Conditions conditions,
        Set<Fact.Flag> flags,
        Optional<Fact.RetestOf> retest,
        Optional<UUID> rater,
        Set<Closed> closed,
        Map<Spot, Entry> marks,
        Map<Spot, List<Entry>> measured) {

    /** A criterion on a side; for the whole body the side is empty. */
    record Spot(String criterion, Optional<Side> side) {}

    /** A view that was seen to its end, of one working leg or of both. */
    record Closed(View view, Optional<Side> side) {}

    boolean seen(View view, Optional<Side> side) {
        for (Closed c : closed) {
            if (c.view() == view
                    && (c.side().isEmpty() || side.isEmpty() || c.side().equals(side))) {
                return true;
            }
        }
        return false;
    }

    /** Whether every required view of the test was seen, of each leg where legs work one after the other. */
    boolean complete(TestDefinition test) {
        List<Optional<Side>> sides = test.legs() == TestDefinition.Legs.EACH
                ? List.of(Optional.of(Side.LEFT), Optional.of(Side.RIGHT))
                : List.of(Optional.empty());
        return test.requiredViews().stream().allMatch(view -> sides.stream().allMatch(side -> seen(view, side)));
    }

    boolean empty() {
        return closed.isEmpty() && marks.isEmpty() && measured.isEmpty();
    }

    /** The trials of one test, each with its facts. Facts of a trial that was never opened wait for it. */
    static List<TrialBook> of(TestDefinition test, Book book) {
        Map<UUID, TrialBook> trials = new LinkedHashMap<>();
        for (Entry entry : book.standing()) {
            if (entry.fact() instanceof Fact.TrialOpened opened && opened.test().equals(test.id())) {
                trials.putIfAbsent(
                        opened.trial(),
                        new TrialBook(
                                opened.trial(),
                                entry.sequence(),
                                opened.conditions(),
                                EnumSet.noneOf(Fact.Flag.class),
                                opened.retest(),
                                entry.rater(),
                                new HashSet<>(),
                                new HashMap<>(),
                                new HashMap<>()));
            }
        }
        for (Entry entry : book.standing()) {
            entry.fact().ofTrial().map(trials::get).ifPresent(trial -> trial.take(test, entry));
        }
        return List.copyOf(trials.values());
    }

    private void take(TestDefinition test, Entry entry) {
        if (entry.fact() instanceof Fact.Marked mark) {
            marks.put(spot(test, mark.criterion(), mark.side()), entry);
        } else if (entry.fact() instanceof Fact.CouldNotTell unclear) {
            marks.put(spot(test, unclear.criterion(), unclear.side()), entry);
        } else if (entry.fact() instanceof Fact.Measured value) {
            write(
                    measured.computeIfAbsent(spot(test, value.criterion(), value.side()), s -> new ArrayList<>()),
                    entry,
                    value);
        } else if (entry.fact() instanceof Fact.ViewClosed view) {
            closed.add(new Closed(view.view(), view.side()));
        } else if (entry.fact() instanceof Fact.TrialFlagged flag) {
            flags.add(flag.flag());
        }
    }

    /** Of one repetition the value written last stands, in the place of the one before. */
    private static void write(List<Entry> values, Entry entry, Fact.Measured value) {
        for (int i = 0; i < values.size(); i++) {
            Fact.Measured before = (Fact.Measured) values.get(i).fact();
            if (before.measure().equals(value.measure()) && before.repetition() == value.repetition()) {
                values.set(i, entry);
                return;
            }
        }
        values.add(entry);
    }

    /** A directed criterion has one grade; its side is a direction, not a spot of its own. */
    private static Spot spot(TestDefinition test, String criterion, Optional<Side> side) {
        boolean sided =
                test.criterion(criterion).map(c -> c.extent() == Extent.SIDED).orElse(false);
        return new Spot(criterion, sided ? side : Optional.empty());
    }
}
