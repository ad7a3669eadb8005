package rangordnung.core;

import java.util.Collections;
import java.util.Set;
import java.util.TreeSet;

/** Sets that are written in the same order whenever and wherever they are read. */
public final class Ordered {

    private Ordered() {}

    /** An unmodifiable copy in the natural order of its elements. */
    public static <T extends Comparable<T>> Set<T> copy(Set<T> elements) {
        return Collections.unmodifiableSortedSet(new TreeSet<>(elements));
    }
}
