package rangordnung.core.body;

import java.util.function.BinaryOperator;
import java.util.function.Function;

/** A value for each side of the athlete. */
public record Sided<T>(T left, T right) {

    /** The same value on both sides, for what has no side of its own. */
    public static <T> Sided<T> both(T value) {
        return new Sided<>(value, value);
    }

    /** A value computed for each side. */
    public static <T> Sided<T> each(Function<Side, T> value) {
        return new Sided<>(value.apply(Side.LEFT), value.apply(Side.RIGHT));
    }

    public T get(Side side) {
        return side == Side.LEFT ? left : right;
    }

    /** The same with another value on one side. */
    public Sided<T> with(Side side, T value) {
        return side == Side.LEFT ? new Sided<>(value, right) : new Sided<>(left, value);
    }

    /** Left and right exchanged, as in a mirror. */
    public Sided<T> mirrored() {
        return new Sided<>(/* left= */ right, /* right= */ left);
    }

    public <R> Sided<R> map(Function<? super T, ? extends R> change) {
        return new Sided<>(change.apply(left), change.apply(right));
    }

    /** Both values made into one. */
    public T join(BinaryOperator<T> how) {
        return how.apply(left, right);
    }
}
