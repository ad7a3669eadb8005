package rangordnung.core.protocol;

import java.util.Optional;

/**
 * A number that decides something, with its unit and origin.
 *
 * @param value  the number, in {@code unit}
 * @param unit   for example {@code degrees}, {@code centimetres}, {@code percent}, {@code grades}
 * @param label  what kind of statement it is
 * @param source the publication, needed for {@link Label#PUB}; says "from memory" where that is so
 */
public record Threshold(double value, String unit, Label label, Optional<String> source) {

    public Threshold {
        if (!Double.isFinite(value)) {
            throw new InvalidProtocol("A threshold must be a finite number");
        }
        if (unit == null || unit.isBlank() || label == null) {
            throw new InvalidProtocol("The threshold " + value + " needs a unit and a label");
        }
        source = source == null ? Optional.empty() : source;
        if (label == Label.PUB && source.isEmpty()) {
            throw new InvalidProtocol("The published threshold " + value + " " + unit + " needs its source");
        }
    }
}
