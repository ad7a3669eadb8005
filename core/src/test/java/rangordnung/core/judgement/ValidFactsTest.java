package rangordnung.core.judgement;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatCode;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.catchThrowable;

import java.lang.reflect.InvocationTargetException;
import java.lang.reflect.ParameterizedType;
import java.lang.reflect.RecordComponent;
import java.lang.reflect.Type;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashSet;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.MethodSource;
import rangordnung.core.Refusal;
import rangordnung.core.body.Side;
import rangordnung.core.body.Sided;
import rangordnung.core.record.Book;
import rangordnung.core.record.Entry;
import rangordnung.core.record.Fact;

/** Every kind of fact and every part of one, found from the records themselves, so that a new one cannot be forgotten. */
class ValidFactsTest {

    /** A number that a part may have, where 1 is none. */
    private static final Map<String, Double> POSSIBLE =
            Map.of("centimetres", 80.0, "intensity", 3.0, "shank", 40.0, "thigh", 40.0, "trunk", 50.0, "hip", 120.0);

    /** A part of a record and a value that it must refuse. */
    record Bad(Class<?> record, RecordComponent part, Object value) {
        @Override
        public String toString() {
            return record.getSimpleName() + "." + part.getName() + " = "
                    + (value instanceof String s
                            ? "“" + s.codePoints().limit(8).boxed().toList() + "”"
                            : value);
        }
    }

    static Stream<Bad> bad() {
        return records().flatMap(record -> Arrays.stream(record.getRecordComponents())
                .flatMap(part -> wrong(part.getGenericType()).stream().map(value -> new Bad(record, part, value))));
    }

    /** Each record that a fact is made of. */
    private static Stream<Class<?>> records() {
        Set<Class<?>> found = new LinkedHashSet<>();
        Arrays.stream(Fact.class.getPermittedSubclasses()).forEach(kind -> collect(kind, found));
        found.add(Entry.class);
        found.remove(Sided.class);
        return found.stream();
    }

    private static void collect(Type type, Set<Class<?>> found) {
        if (type instanceof ParameterizedType generic) {
            collect(generic.getRawType(), found);
            Arrays.stream(generic.getActualTypeArguments()).forEach(t -> collect(t, found));
        } else if (type instanceof Class<?> is && is.isRecord() && found.add(is)) {
            Arrays.stream(is.getRecordComponents()).forEach(c -> collect(c.getGenericType(), found));
        }
    }

    private static List<Object> wrong(Type type) {
        List<Object> wrong = new ArrayList<>();
        if (type == String.class) {
            wrong.addAll(List.of("", "a\0b", "half \uD800", "x".repeat(5000)));
        } else if (type == double.class) {
            wrong.addAll(List.of(Double.NaN, Double.POSITIVE_INFINITY, -1e12));
        } else if (type == int.class) {
            wrong.addAll(List.of(-1, Integer.MAX_VALUE));
        } else if (type instanceof ParameterizedType generic && generic.getRawType() == Optional.class) {
            wrong(generic.getActualTypeArguments()[0]).stream()
                    .filter(v -> v != null && !v.equals(""))
                    .map(Optional::of)
                    .forEach(wrong::add);
        } else if (type instanceof ParameterizedType generic && generic.getRawType() == Set.class) {
            wrong.add(new HashSet<>(Arrays.asList((Object) null)));
        } else if (type instanceof ParameterizedType generic && generic.getRawType() == List.class) {
            wrong.add(Arrays.asList((Object) null));
        }
        if (!(type instanceof Class<?> is && is.isPrimitive())) {
            wrong.add(null);
        }
        return wrong;
    }

    private static Object possible(String name, Type type) {
        if (type instanceof ParameterizedType generic) {
            Type raw = generic.getRawType();
            return raw == Optional.class
                    ? Optional.empty()
                    : raw == Set.class ? Set.of() : raw == List.class ? List.of() : Sided.both(Optional.empty());
        }
        Class<?> is = (Class<?>) type;
        if (is == Fact.class) {
            return new Fact.Withdrawn();
        }
        double number = POSSIBLE.getOrDefault(name, 1.0);
        return is == UUID.class
                ? UUID.randomUUID()
                : is == String.class
                        ? name
                        : is == double.class
                                ? (Object) number
                                : is == int.class
                                        ? (int) number
                                        : is == long.class
                                                ? (long) number
                                                : is == boolean.class
                                                        ? (Object) false
                                                        : is.isEnum() ? is.getEnumConstants()[0] : made(is, null, null);
    }

    private static Object made(Class<?> record, RecordComponent but, Object value) {
        RecordComponent[] parts = record.getRecordComponents();
        Object[] values = Arrays.stream(parts)
                .map(p -> but != null && p.getName().equals(but.getName())
                        ? value
                        : possible(p.getName(), p.getGenericType()))
                .toArray();
        try {
            var constructor = record.getDeclaredConstructor(
                    Arrays.stream(parts).map(RecordComponent::getType).toArray(Class[]::new));
            constructor.setAccessible(true);
            return constructor.newInstance(values);
        } catch (InvocationTargetException e) {
            throw (RuntimeException) e.getCause();
        } catch (ReflectiveOperationException e) {
            throw new AssertionError(e);
        }
    }

    @ParameterizedTest(name = "{0}")
    @MethodSource("bad")
    void what_cannot_be_is_refused_and_the_refusal_names_it(Bad bad) {
        assertThatCode(() -> made(bad.record(), null, null))
                .as("the example itself")
                .doesNotThrowAnyException();
        assertThat(catchThrowable(() -> made(bad.record(), bad.part(), bad.value())))
                .isInstanceOfSatisfying(Refusal.class, r -> assertThat(r.field())
                        .isEqualTo(bad.part().getName()));
    }

    private static final Optional<UUID> RATER = Optional.empty();

    /** 62 is written, corrected to 75, and then something happens: replace, remove and undo are three things. */
    @ParameterizedTest
    @CsvSource(
            nullValues = "nothing",
            value = {
                "replace, 80",
                "undo, 62",
                "remove, nothing",
                "remove undo, 75",
                "remove undo undo, nothing",
                "undo undo, 75",
                "remove replace, 80"
            })
    void replace_remove_and_undo(String steps, Double stands) {
        UUID last = UUID.randomUUID();
        Book book = Book.EMPTY.add(last, new Fact.LegMeasured(Side.LEFT, 62), RATER);
        for (String step : ("replace " + steps).split(" ")) {
            UUID next = UUID.randomUUID();
            book = switch (step) {
                case "replace" ->
                    book.replace(
                            next,
                            last,
                            new Fact.LegMeasured(Side.LEFT, book.entries().size() == 1 ? 75 : 80),
                            RATER);
                case "remove" -> book.remove(next, last, RATER);
                default -> book.undo(next, last, RATER);
            };
            last = next;
        }
        assertThat(book.facts(Fact.LegMeasured.class))
                .map(Fact.LegMeasured::centimetres)
                .isEqualTo(stands == null ? List.of() : List.of(stands));
        UUID nowhere = UUID.randomUUID();
        Book whole = book;
        assertThatThrownBy(() -> whole.undo(UUID.randomUUID(), nowhere, RATER))
                .isInstanceOf(Refusal.class)
                .hasMessageContaining(nowhere.toString());
    }

    @Test
    void there_are_many_kinds_and_each_has_parts_to_try() {
        assertThat(bad().map(Bad::record).distinct()).hasSizeGreaterThan(15);
    }
}
