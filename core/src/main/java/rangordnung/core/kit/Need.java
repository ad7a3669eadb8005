package rangordnung.core.kit;

import java.util.Optional;
import rangordnung.core.ladder.Exercise;
import rangordnung.core.ladder.Ladders;

/**
 * A piece of kit that an athlete needs.
 *
 * @param item what it is
 * @param span between which heights, in centimetres; any height where nothing is known or it can be set
 */
public record Need(String item, Optional<Span> span) {

    /** From the lowest to the highest height that will do, in centimetres. */
    public record Span(double from, double to) {

        boolean holds(double centimetres) {
            return centimetres >= from && centimetres <= to;
        }
    }

    /**
     * What an athlete needs of an item.
     *
     * @param by          what its size follows from
     * @param centimetres that this athlete needs
     */
    public static Need of(Ladders ladders, String item, Optional<Exercise.SizedBy> by, Optional<Double> centimetres) {
        return new Need(
                item,
                by.flatMap(ladders::tolerance)
                        .flatMap(t -> centimetres.map(c ->
                                new Span(c - t.below().value(), c + t.above().value()))));
    }

    /** Whether a piece will do; where the height matters, one that nobody has measured will not. */
    boolean met(Inventory.Piece piece) {
        return piece.item().equals(item)
                && span.map(s -> piece.centimetres().filter(s::holds).isPresent())
                        .orElse(true);
    }
}
