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
 * @param againstStanding whether it is told against its value in standing
 * @param wholeSegments   whether it says nothing while thigh or shank points at the camera
 * @param whileHeld       for an event: whether a held stance has it
 */
record Taken(
        View view,
        Set<Pattern> patterns,
        @Nullable ByLeg formula,
        @Nullable Event event,
        Way way,
        Moment told,
        Scale scale,
        boolean againstStanding,
        boolean wholeSegments,
        boolean whileHeld) {

    /** A formula for a leg, or for the legs that are read. */
    @FunctionalInterface
    interface ByLeg {
        Formula of(Side side, Legs legs);
    }

    /** What a whole repetition gives. */
    @FunctionalInterface
    interface Event {
        Measurement of(RepetitionEvents events, Measure measure, Side side);
    }

    /** What has to be seen. */
    enum View {
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

    /** Which value stands for a repetition, and what its standard error is. */
    enum Way {
        /** At the lowest hip, in a held stance the median; the error is that of the landmarks there. */
        AT_THE_BOTTOM,
        /** Median of standing, with the error of a median. */
        WHILE_STANDING,
        /** The largest value, less what noise alone adds to the largest of so many readings; the error is that of its frame. */
        LARGEST,
        /** At the bottom, and the largest of each phase and of the whole. */
        LARGEST_OF_EACH_PHASE,
        /** Taken over the whole repetition, which also tells its error. */
        EVENT
    }

    enum Scale {
        NONE,
        CENTIMETRES,
        PERCENT_OF_FOOT
    }

    private static Taken at(View view, ByLeg formula) {
        return new Taken(
                view,
                EnumSet.allOf(Pattern.class),
                formula,
                null,
                Way.AT_THE_BOTTOM,
                Moment.BOTTOM,
                Scale.NONE,
                false,
                false,
                false);
    }

    /** From the front, for each leg. */
    static Taken front(Function<Side, Formula> formula) {
        return at(View.FRONT, (side, legs) -> formula.apply(side));
    }

    /** From the front, of both legs together. */
    static Taken both(Formula formula) {
        return at(View.FRONT, (side, legs) -> formula);
    }

    static Taken front(ByLeg formula) {
        return at(View.FRONT, formula);
    }

    /** From the side, as the mean of the legs that are read. */
    static Taken side(Function<Side, Formula> formula) {
        return at(View.SIDE, (side, legs) -> Formula.mean(legs.sides(), formula));
    }

    /** From the side, for each leg or of the whole body. */
    static Taken side(ByLeg formula) {
        return at(View.SIDE, formula);
    }

    /** From points in space, for each leg. */
    static Taken space(Function<Side, Formula> formula) {
        return at(View.SPACE, (side, legs) -> formula.apply(side));
    }

    /** Over a whole repetition. */
    static Taken event(View view, Moment told, Event event) {
        return new Taken(
                view, EnumSet.allOf(Pattern.class), null, event, Way.EVENT, told, Scale.NONE, false, false, false);
    }

    Taken only(Pattern pattern) {
        return new Taken(
                view, Set.of(pattern), formula, event, way, told, scale, againstStanding, wholeSegments, whileHeld);
    }

    Taken except(Pattern pattern) {
        return new Taken(
                view,
                EnumSet.complementOf(EnumSet.of(pattern)),
                formula,
                event,
                way,
                told,
                scale,
                againstStanding,
                wholeSegments,
                whileHeld);
    }

    private Taken by(Way way, Moment told) {
        return new Taken(view, patterns, formula, event, way, told, scale, againstStanding, wholeSegments, whileHeld);
    }

    Taken whileStanding() {
        return by(Way.WHILE_STANDING, Moment.STANDING);
    }

    Taken largest() {
        return by(Way.LARGEST, Moment.REPETITION);
    }

    Taken largestOfEachPhase() {
        return by(Way.LARGEST_OF_EACH_PHASE, Moment.REPETITION);
    }

    private Taken scaled(Scale scale) {
        return new Taken(view, patterns, formula, event, way, told, scale, againstStanding, wholeSegments, whileHeld);
    }

    Taken inCentimetres() {
        return scaled(Scale.CENTIMETRES);
    }

    Taken inPercentOfFoot() {
        return scaled(Scale.PERCENT_OF_FOOT);
    }

    Taken minusStanding() {
        return new Taken(view, patterns, formula, event, way, told, scale, true, wholeSegments, whileHeld);
    }

    Taken whileSegmentsAreWhole() {
        return new Taken(view, patterns, formula, event, way, told, scale, againstStanding, true, whileHeld);
    }

    Taken alsoWhileHeld() {
        return new Taken(view, patterns, formula, event, way, told, scale, againstStanding, wholeSegments, true);
    }

    boolean in(Motion.Plane plane, Pattern pattern) {
        return view.shows(plane) && patterns.contains(pattern);
    }
}
