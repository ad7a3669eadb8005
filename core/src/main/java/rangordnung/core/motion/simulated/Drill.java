package rangordnung.core.motion.simulated;

import java.util.ArrayList;
import java.util.Collections;
import java.util.EnumSet;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import java.util.Set;
import rangordnung.core.body.Side;
import rangordnung.core.protocol.Anchor;
import rangordnung.core.protocol.Criterion;
import rangordnung.core.protocol.Extent;
import rangordnung.core.protocol.Family;
import rangordnung.core.protocol.Grade;
import rangordnung.core.protocol.Protocol;
import rangordnung.core.protocol.TestDefinition;

/**
 * Simulated athletes to practise on: each performs a test with faults whose grades are known.
 *
 * @param test     with only the criteria that a simulated athlete shows
 * @param athletes in the order in which they come
 */
public record Drill(TestDefinition test, List<Performer> athletes) {

    /** How many faults each athlete has, before they are shuffled: one is clean (house convention). */
    private static final List<Integer> FAULTS = List.of(0, 1, 2, 2, 3, 3);

    /** After so many draws an athlete keeps the faults that were drawn (house convention). */
    private static final int MOST_DRAWS = 60;

    private static final Grade[] FAULTY = {Grade.SLIGHT, Grade.MARKED, Grade.SEVERE};

    /** Of depth and heels first, since the lean that counts is held against what balance asks for then. */
    private static final List<Family> FIRST = List.of(Family.DEPTH, Family.HEEL_LIFT);

    /** Slower than a picture that is looked at again and again, as athletes squat (house convention). */
    private static final Script.Tempo TEMPO = new Script.Tempo(0.6, 1.6, 0.6, 1.2);

    /**
     * One athlete.
     *
     * @param scripts what is performed: once, or of each leg in turn
     * @param known   the grade at every place that can be seen, also where it is none
     */
    public record Performer(List<Script> scripts, List<Known> known) {}

    /** A place and its true grade; of a directed criterion the side it goes to, or drops on. */
    public record Known(String criterion, Optional<Side> side, Grade grade) {}

    /** A fault that an athlete is to have. */
    private record Fault(Criterion criterion, Anchor anchor, Side side, Grade grade) {

        int turn() {
            int first = FIRST.indexOf(criterion.family());
            return first < 0 ? FIRST.size() : first;
        }

        /** Whether one of both could not be told beside the other. */
        boolean hides(Fault other) {
            return criterion.family() == other.criterion.family() || pairs(other) || other.pairs(this);
        }

        /** A tail that tucks before a depth needs the depth, and a pelvis that is aside moves the line from hip to ankle. */
        private boolean pairs(Fault other) {
            return anchor.measure().equals("tuck-before-target") && other.criterion.family() == Family.DEPTH
                    || criterion.family() == Family.KNEE_LINE && other.criterion.family() == Family.SHIFT;
        }

        /** Whether it shows at a place of its criterion. */
        boolean at(Optional<Side> place) {
            return place.isEmpty() || place.get() == side || Amounts.BOTH.contains(anchor.measure());
        }
    }

    /**
     * A drill by its seed: the same seed, the same athletes.
     *
     * @return empty where the test has nothing that a simulated athlete can show
     */
    public static Optional<Drill> of(Protocol protocol, PoseRules poses, TestDefinition test, long seed) {
        Amounts amounts = new Amounts(poses);
        List<Criterion> shown = test.criteria().stream()
                .filter(c -> c.gauge().isEmpty()
                        && amounts.shown(test, c, protocol.school())
                                .flatMap(anchor -> anchor.target(protocol.school()))
                                .isPresent())
                .toList();
        Optional<Script> performed = GradePictures.performed(test);
        if (shown.isEmpty() || performed.isEmpty() || test.pattern() == TestDefinition.Pattern.BALANCE) {
            return Optional.empty();
        }
        Random random = new Random(seed);
        List<Integer> counts = new ArrayList<>(FAULTS);
        Collections.shuffle(counts, random);
        List<Criterion> deck = new ArrayList<>();
        List<Performer> athletes = new ArrayList<>();
        for (int count : counts) {
            List<Fault> faults = new ArrayList<>();
            for (int draws = 0; faults.size() < count && draws < MOST_DRAWS; draws++) {
                if (deck.isEmpty()) {
                    deck.addAll(shown);
                    Collections.shuffle(deck, random);
                }
                Criterion next = deck.remove(0);
                Fault fault = new Fault(
                        next,
                        amounts.shown(test, next, protocol.school()).orElseThrow(),
                        random.nextBoolean() ? Side.LEFT : Side.RIGHT,
                        FAULTY[random.nextInt(FAULTY.length)]);
                if (faults.stream().noneMatch(fault::hides)) {
                    faults.add(fault);
                }
            }
            athletes.add(performer(protocol, amounts, test, shown, performed.get(), readable(protocol, faults)));
        }
        return Optional.of(new Drill(test.of(shown), List.copyOf(athletes)));
    }

    /** Heels that void a trial leave nothing else to be graded in it. */
    private static List<Fault> readable(Protocol protocol, List<Fault> faults) {
        boolean voids = faults.stream()
                .anyMatch(f -> f.criterion().family() == Family.HEEL_LIFT
                        && f.grade().atLeast(protocol.rules().heelLiftVoidsFrom()));
        return faults.stream()
                .filter(f -> !voids || !f.criterion().voidedByHeelLift())
                .sorted((a, b) -> Integer.compare(a.turn(), b.turn()))
                .toList();
    }

    private static Performer performer(
            Protocol protocol,
            Amounts amounts,
            TestDefinition test,
            List<Criterion> shown,
            Script clean,
            List<Fault> faults) {
        boolean each = test.legs() == TestDefinition.Legs.EACH;
        Set<Side> legs = each ? EnumSet.allOf(Side.class) : EnumSet.of(Side.LEFT);
        List<Script> scripts = new ArrayList<>();
        for (Side leg : legs) {
            Script script = (each ? clean.with(clean.exercise(), leg) : clean).with(TEMPO);
            for (Fault fault : faults) {
                if (!each || fault.criterion().extent() != Extent.SIDED || fault.side() == leg) {
                    double target = fault.anchor().target(protocol.school()).orElse(0.0);
                    double value = GradePictures.value(protocol, fault.anchor(), fault.grade());
                    script = amounts.with(script, fault.anchor(), value + target, each ? leg : fault.side());
                }
            }
            scripts.add(script);
        }
        return new Performer(
                scripts,
                shown.stream()
                        .flatMap(c -> places(c).stream().map(side -> new Known(c.id(), side, grade(c, side, faults))))
                        .toList());
    }

    private static List<Optional<Side>> places(Criterion criterion) {
        return criterion.extent() == Extent.WHOLE
                ? List.of(Optional.empty())
                : List.of(Optional.of(Side.LEFT), Optional.of(Side.RIGHT));
    }

    private static Grade grade(Criterion criterion, Optional<Side> side, List<Fault> faults) {
        return faults.stream()
                .filter(f -> f.criterion().equals(criterion) && f.at(side))
                .map(Fault::grade)
                .findFirst()
                .orElse(Grade.NONE);
    }
}
