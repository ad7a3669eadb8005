package rangordnung.core.placement;

import java.time.LocalDate;
import java.util.List;
import java.util.Optional;
import rangordnung.core.body.Side;
import rangordnung.core.ladder.Exercise;
import rangordnung.core.ladder.Focus;
import rangordnung.core.link.Link;
import rangordnung.core.protocol.Grade;
import rangordnung.core.protocol.Label;
import rangordnung.core.protocol.Phase;

/** One step of the chain from finding to place: finding → rule → focus → rung. */
public sealed interface Reason {

    /** A fault that stands. */
    record FaultSeen(
            String test,
            String criterion,
            Optional<Side> side,
            Grade grade,
            Optional<String> variant,
            Optional<Phase> phase)
            implements Reason {}

    /** The sides differ by more than their noise, while neither shows a fault. */
    record SidesDiffer(String test, String criterion, Side weaker) implements Reason {}

    /** Pain stopped the screen. */
    record PainStopped() implements Reason {}

    /** Pain has stopped a training session since. */
    record TrainingStopped(LocalDate day) implements Reason {}

    /** Not cleared to take part. */
    record NotCleared() implements Reason {}

    /** A clinician should be seen before this pattern is trained. */
    record Refer() implements Reason {}

    /** Pain at the kneecap after a change of load: the load is cut, and the form is not blamed. */
    record LoadHistory() implements Reason {}

    /** No fault was seen. */
    record NoFault() implements Reason {}

    /** Training goes on along the ladder that the aim asks for. */
    record Leads(Profile.Aim aim, String ladder) implements Reason {}

    /** Several focuses stand; this one is treated first. */
    record FirstInOrder(Focus first, List<Focus> standing, Link link, Label label) implements Reason {}

    /** No trial tells apart what the fault comes from; its own first aid decides. */
    record NotTold(String fault) implements Reason {}

    /** A short screening did not do these tests; what the screening before it has seen in them still counts. */
    record CarriedOver(List<String> tests) implements Reason {}

    /** The criterion of the focus before was not seen again: it is kept until that is right. */
    record KeptUntilSeen(Focus focus, List<String> criteria) implements Reason {}

    /** The rung that the worst grade leads to. */
    record RungByGrade(Grade grade, String rung) implements Reason {}

    /** Nothing of the pattern was seen: the start of its ladder. */
    record Untested(String rung) implements Reason {}

    /** Owned at two screens in a row: one rung up from the last. */
    record OwnedTwice(String from, String to) implements Reason {}

    /** Better than last time: up, but one step at a time. */
    record OneStepUp(String from, String wanted, String to) implements Reason {}

    /** A marked fault once: stay; twice in a row leads down. */
    record HeldOnce(String at, String wanted) implements Reason {}

    /** The exercise must not be given with what was seen: the next easier one that may. */
    record Bound(String from, String to, Exercise.Contraindication why) implements Reason {}

    /** Pain that does not stop, or a change of load: no higher than this. */
    record Sore(String from, String to) implements Reason {}

    /** A marked fault twice in a row: down at once. */
    record DownAfterTwice(String from, String to) implements Reason {}
}
