package rangordnung.core.motion.measure;

import java.util.EnumSet;
import java.util.Set;
import java.util.function.Function;
import org.jspecify.annotations.Nullable;
import rangordnung.core.body.Side;
import rangordnung.core.motion.signal.Axis;
import rangordnung.core.motion.signal.Motion;
import rangordnung.core.motion.signal.Repetition.Moment;
import rangordnung.core.protocol.TestDefinition.Pattern;

/**
 * How a measure is taken: the view that shows it, its formula or event, the moment, and what its error comes from.
 *
 * @param patterns        tests in which it says something
 * @param formula         of a measure that a single frame gives
 * @param event           of a measure that takes a whole repetition
 * @param scale           from the formula's unit to the measure's
 * @param traits   what else is true of it
 */
record Declaration(
        Shown view,
        Set<Pattern> patterns,
        @Nullable ByLeg formula,
        @Nullable Event event,
        Way way,
        Moment told,
        Scale scale,
        Set<Trait> traits) {

    /** A formula for a leg, or for the legs that are read. */
    @FunctionalInterface
    interface ByLeg {
        Formula of(Side side, ReadLegs legs);
    }

    /** What a whole repetition gives. */
    @FunctionalInterface
    interface Event {
        Measurement of(RepetitionEvents events, Measure measure, Side side);
    }

    /** What has to be seen. */
    enum Shown {
        FRONT,
        SIDE,
        SPACE,
        ANY;

        boolean shows(Motion.Plane plane) {
            return switch (this) {
                case FRONT -> plane.has(Axis.Y);
                case SIDE -> plane.has(Axis.X);
                case SPACE -> plane == Motion.Plane.SPACE;
                case ANY -> true;
            };
        }
    }

    /** Which value stands for a repetition. */
    enum Way {
        /** At the lowest hip, in a held stance the median. */
        AT_THE_BOTTOM,
        /** Median of standing. */
        WHILE_STANDING,
        /** The largest value, less what noise adds to the largest of so many readings. */
        LARGEST,
        /** Median of the bottom phase; in a held stance the largest value. */
        MEDIAN_OF_THE_BOTTOM_PHASE,
        /** At the bottom, and the largest of each phase and of the whole. */
        LARGEST_OF_EACH_PHASE,
        /** What the whole repetition gives. */
        EVENT
    }

    enum Trait {
        /** It is told against its value in standing. */
        AGAINST_STANDING,
        /** It says nothing while thigh or shank points at the camera. */
        WHOLE_SEGMENTS,
        /** A held stance has it as well, though it takes a whole repetition. */
        WHILE_HELD,
        /** Its sign names the side that is higher, and not one that it goes to. */
        HIGHER_SIDE
    }

    enum Scale {
        NONE,
        CENTIMETRES,
        PERCENT_OF_FOOT
    }

    private static final Set<Pattern> ALL = EnumSet.allOf(Pattern.class);

    private static Declaration at(Shown view, ByLeg formula) {
        return new Declaration(
                view, ALL, formula, null, Way.AT_THE_BOTTOM, Moment.BOTTOM, Scale.NONE, EnumSet.noneOf(Trait.class));
    }

    /** From the front, for each leg. */
    static Declaration front(Function<Side, Formula> formula) {
        return at(Shown.FRONT, (side, legs) -> formula.apply(side));
    }

    /** From the front, of both legs together. */
    static Declaration both(Formula formula) {
        return at(Shown.FRONT, (side, legs) -> formula);
    }

    static Declaration front(ByLeg formula) {
        return at(Shown.FRONT, formula);
    }

    /** From the side, as the mean of the legs that are read. */
    static Declaration side(Function<Side, Formula> formula) {
        return at(Shown.SIDE, (side, legs) -> Formula.mean(legs.sides(), formula));
    }

    /** From the side, for each leg or of the whole body. */
    static Declaration side(ByLeg formula) {
        return at(Shown.SIDE, formula);
    }

    /** From points in space, for each leg. */
    static Declaration space(Function<Side, Formula> formula) {
        return at(Shown.SPACE, (side, legs) -> formula.apply(side));
    }

    /** Over a whole repetition. */
    static Declaration event(Shown view, Moment told, Event event) {
        return new Declaration(view, ALL, null, event, Way.EVENT, told, Scale.NONE, EnumSet.noneOf(Trait.class));
    }

    private Declaration with(
            Set<Pattern> itsPatterns, Way itsWay, Moment itsMoment, Scale itsScale, Set<Trait> itsTraits) {
        return new Declaration(view, itsPatterns, formula, event, itsWay, itsMoment, itsScale, itsTraits);
    }

    Declaration only(Pattern pattern) {
        return with(Set.of(pattern), way, told, scale, traits);
    }

    Declaration except(Pattern pattern) {
        return with(EnumSet.complementOf(EnumSet.of(pattern)), way, told, scale, traits);
    }

    Declaration whileStanding() {
        return with(patterns, Way.WHILE_STANDING, Moment.STANDING, scale, traits);
    }

    Declaration largest() {
        return with(patterns, Way.LARGEST, Moment.REPETITION, scale, traits);
    }

    Declaration medianOfTheBottomPhase() {
        return with(patterns, Way.MEDIAN_OF_THE_BOTTOM_PHASE, Moment.BOTTOM_PHASE, scale, traits);
    }

    Declaration largestOfEachPhase() {
        return with(patterns, Way.LARGEST_OF_EACH_PHASE, Moment.REPETITION, scale, traits);
    }

    Declaration inCentimetres() {
        return with(patterns, way, told, Scale.CENTIMETRES, traits);
    }

    Declaration inPercentOfFoot() {
        return with(patterns, way, told, Scale.PERCENT_OF_FOOT, traits);
    }

    private Declaration with(Trait trait) {
        Set<Trait> more = EnumSet.copyOf(traits);
        more.add(trait);
        return with(patterns, way, told, scale, more);
    }

    Declaration minusStanding() {
        return with(Trait.AGAINST_STANDING);
    }

    Declaration whileSegmentsAreWhole() {
        return with(Trait.WHOLE_SEGMENTS);
    }

    Declaration alsoWhileHeld() {
        return with(Trait.WHILE_HELD);
    }

    Declaration ofTheHigherSide() {
        return with(Trait.HIGHER_SIDE);
    }

    boolean has(Trait trait) {
        return traits.contains(trait);
    }

    /** Whether noise makes it larger on average, and not only less sure. */
    boolean growsWithNoise() {
        return way == Way.LARGEST || way == Way.LARGEST_OF_EACH_PHASE || way == Way.EVENT;
    }

    boolean in(Motion.Plane plane, Pattern pattern) {
        return view.shows(plane) && patterns.contains(pattern);
    }
}
