package rangordnung.server.paper;

import java.util.List;
import java.util.function.Function;
import java.util.stream.IntStream;

/** What is set a few at a time. */
final class Chunks {

    /** Sheets of athletes that are set at once (house convention): a set of five hundred takes more memory than a server has. */
    private static final int AT_ONCE = 30;

    private Chunks() {}

    static <T, R> List<R> of(List<T> all, Function<List<T>, R> set) {
        return IntStream.range(0, (all.size() + AT_ONCE - 1) / AT_ONCE)
                .mapToObj(i -> set.apply(all.subList(i * AT_ONCE, Math.min(all.size(), (i + 1) * AT_ONCE))))
                .toList();
    }
}
