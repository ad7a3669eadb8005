package rangordnung.core.training;

import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import rangordnung.core.body.Side;
import rangordnung.core.kit.Allotment;
import rangordnung.core.kit.Inventory;
import rangordnung.core.kit.Need;
import rangordnung.core.ladder.Exercise;
import rangordnung.core.ladder.Focus;
import rangordnung.core.ladder.Ladders;
import rangordnung.core.placement.PlacementRules;
import rangordnung.core.placement.Proposal;
import rangordnung.core.placement.Reason;
import rangordnung.core.placement.Teaching;
import rangordnung.core.protocol.TestDefinition.Pattern;
import rangordnung.core.record.Book;

/**
 * Makes the block of groups: for each athlete the lasting work as preparation, the exercise of the group with today's aid, a second
 * pattern, single-leg work and a close (common practice), with a dose that grows no faster than load history allows.
 */
public final class BlockPlanner {

    /** A pattern and the ladder on which everybody stands for it. */
    private record Base(Pattern pattern, String ladder) {}

    private static final Base SQUAT = new Base(Pattern.SQUAT, "squat");
    /** In the order in which they are trained beside the main exercise. */
    private static final List<Base> BASES =
            List.of(SQUAT, new Base(Pattern.LUNGE, "lunge"), new Base(Pattern.BALANCE, "single-leg"));

    private final Ladders ladders;
    private final PlacementRules placement;
    private final TrainingRules rules;
    private final Teaching teaching;

    public BlockPlanner(Ladders ladders, PlacementRules placement, TrainingRules rules, Teaching teaching) {
        this.ladders = ladders;
        this.placement = placement;
        this.rules = rules;
        this.teaching = teaching;
    }

    /**
     * Somebody who trains in a group.
     *
     * @param rung on the ladder of the group's focus
     * @param book what is known of cues that were tried
     */
    public record Trainee(UUID athlete, Proposal.Placed proposal, Focus focus, String rung, Book book) {}

    /**
     * The block.
     *
     * @param groups    of trainees, each group together
     * @param inventory of the hall; without one nothing is missing
     */
    public Block plan(Season season, List<List<Trainee>> groups, Optional<Inventory> inventory) {
        boolean spotted = inventory.map(Inventory::spotter).orElse(true);
        Map<String, List<Amount>> growing = new HashMap<>();
        List<Block.Prescription> athletes = IntStream.range(0, groups.size())
                .boxed()
                .flatMap(g -> groups.get(g).stream().map(t -> prescription(t, g, season.weeks(), spotted, growing)))
                .toList();
        Turns turns = new Turns(athletes, groups.size(), inventory.map(i -> new Allotment(ladders, i)));
        return new Block(season.sessions(), season.retest(), turns.equipped(), turns.orders(), turns.shortages());
    }

    private Block.Prescription prescription(
            Trainee one, int group, int weeks, boolean spotted, Map<String, List<Amount>> growing) {
        boolean sore = one.proposal().pains().stream().anyMatch(p -> p.region().bearsWeight())
                || one.proposal().reasons().contains(new Reason.LoadHistory());
        List<Block.Work> work = new Working(one, weeks, spotted, sore, growing).work();
        List<Teaching.Cue> cues = teaching.cues(
                Stream.of(Part.MAIN, Part.PREPARATION, Part.SECOND, Part.SINGLE_LEG)
                        .flatMap(part -> work.stream().filter(w -> w.part() == part))
                        .map(Block.Work::exercise)
                        .toList(),
                one.book());
        return new Block.Prescription(
                one.athlete(),
                group,
                rules.drills()
                                .contains(ladders.ladderOf(one.focus())
                                        .orElseThrow()
                                        .id())
                        ? Part.PREPARATION
                        : Part.MAIN,
                work,
                IntStream.range(0, weeks)
                        .mapToObj(week -> cues.get(week % cues.size()))
                        .toList(),
                sore,
                one.proposal().pains());
    }

    /** The parts of one athlete. */
    private final class Working {

        private final Trainee one;
        private final int weeks;
        private final boolean spotted;
        private final boolean sore;
        /** The doses of each exercise that grows, which are the same for everybody. */
        private final Map<String, List<Amount>> growing;

        Working(Trainee one, int weeks, boolean spotted, boolean sore, Map<String, List<Amount>> growing) {
            this.one = one;
            this.weeks = weeks;
            this.spotted = spotted;
            this.sore = sore;
            this.growing = growing;
        }

        List<Block.Work> work() {
            Ladders.Ladder own = ladders.ladderOf(one.focus()).orElseThrow();
            boolean drill = rules.drills().contains(own.id());
            Given main = drill ? stand(SQUAT) : allowed(own, one.rung());
            List<Base> left = BASES.stream()
                    .filter(b -> b.pattern() != main.exercise().pattern())
                    .toList();
            Given second = stand(left.get(0));
            Given third = stand(left.get(1));
            boolean aidInSecond = main.exercise().pattern() != Pattern.SQUAT
                    && second.exercise().pattern() == Pattern.SQUAT;
            return List.of(
                    work(
                            Part.PREPARATION,
                            drill ? allowed(own, one.rung()) : preparation(own, List.of(main, second, third)),
                            false),
                    work(Part.MAIN, main, !aidInSecond),
                    work(Part.SECOND, second, aidInSecond),
                    work(Part.SINGLE_LEG, third, false),
                    work(Part.CLOSE, plain(rules.close()), false));
        }

        /** The lasting work, right before the patterns; where it is done anyway, the usual drill. */
        private Given preparation(Ladders.Ladder own, List<Given> patterns) {
            return one.proposal()
                    .lasting()
                    .filter(lasting -> BASES.stream().noneMatch(b -> b.ladder().equals(lasting.ladder())))
                    .filter(lasting -> !lasting.ladder().equals(own.id()))
                    .map(lasting -> allowed(ladders.required(lasting.ladder()), lasting.exercise()))
                    .filter(lasting -> patterns.stream()
                            .noneMatch(p ->
                                    p.exercise().id().equals(lasting.exercise().id())))
                    .orElseGet(() -> plain(rules.preparation()));
        }

        private Given plain(String exercise) {
            return new Given(ladders.exercise(exercise).orElseThrow(), Optional.empty());
        }

        /** Where the athlete stands on the ladder of a pattern; where one begins if nothing is known. */
        private Given stand(Base base) {
            String rung = one.proposal().rungs().stream()
                    .filter(s -> s.ladder().equals(base.ladder()))
                    .map(Proposal.Stand::rung)
                    .findFirst()
                    .orElseGet(() -> placement.untested(base.ladder()));
            return allowed(ladders.required(base.ladder()), rung);
        }

        /** The rung, or the next easier one that may be given in this hall. */
        private Given allowed(Ladders.Ladder ladder, String rung) {
            int at = ladder.position(rung).orElseThrow();
            while (at > 0 && barred(exercise(ladder, at))) {
                at--;
            }
            Exercise given = exercise(ladder, at);
            return new Given(given, given.id().equals(rung) ? Optional.empty() : Optional.of(rung));
        }

        private Exercise exercise(Ladders.Ladder ladder, int at) {
            return ladders.exercise(ladder.rungs().get(at)).orElseThrow();
        }

        private boolean barred(Exercise exercise) {
            return one.proposal().bounds().against(exercise).isPresent()
                    || !spotted && exercise.notFor().contains(Exercise.Contraindication.NO_SPOTTER);
        }

        private Block.Work work(Part part, Given given, boolean aided) {
            Exercise exercise = given.exercise();
            boolean cut = sore && part != Part.PREPARATION && part != Part.CLOSE;
            boolean sided = exercise.dose().unit() == Exercise.Unit.REPETITIONS_A_SIDE
                    || exercise.dose().unit() == Exercise.Unit.SECONDS_A_SIDE;
            Optional<Side> first = sided ? one.proposal().side() : Optional.empty();
            boolean uneven =
                    one.proposal().focus() == Focus.EVEN_SIDES || one.proposal().focus() == Focus.STEADY;
            return new Block.Work(
                    part,
                    exercise.id(),
                    cut
                            ? IntStream.range(0, weeks)
                                    .mapToObj(w -> Amount.sore(exercise.dose(), rules))
                                    .toList()
                            : growing.computeIfAbsent(
                                    exercise.id(), id -> Amount.growing(exercise.dose(), weeks, rules)),
                    first,
                    part == Part.SINGLE_LEG && uneven && !cut ? first : Optional.empty(),
                    aided ? one.proposal().aids() : List.of(),
                    kit(exercise, aided),
                    given.instead());
        }

        private List<Block.Kit> kit(Exercise exercise, boolean aided) {
            Stream<Block.Kit> own = exercise.kit().stream().map(k -> kit(k.item(), k.size()));
            Stream<Block.Kit> aids = aided
                    ? one.proposal().aids().stream()
                            .flatMap(a -> ladders.aid(a.aid()).stream())
                            .flatMap(a -> a.kit().stream().map(item -> kit(item, a.size())))
                    : Stream.of();
            return Stream.concat(own, aids).distinct().toList();
        }

        private Block.Kit kit(String item, Optional<Exercise.SizedBy> by) {
            Optional<Proposal.Size> size =
                    by.flatMap(b -> Optional.ofNullable(one.proposal().sizes().get(b)));
            return new Block.Kit(
                    Need.of(ladders, item, by, size.map(Proposal.Size::centimetres)), size, Optional.empty(), true);
        }
    }

    /** An exercise, and the rung that must not be given where it stands for one. */
    private record Given(Exercise exercise, Optional<String> instead) {}
}
