package rangordnung.server.platform;

import java.util.ArrayList;
import java.util.List;
import java.util.stream.Stream;

/**
 * The core's sealed types on the wire: every record of a sealed family carries a {@code kind}, which is its
 * simple name with a small first letter. The core itself knows no JSON.
 */
final class CoreTypes {

    static final String DISCRIMINATOR = "kind";

    private CoreTypes() {}

    /** Whether a class is a sealed interface of the core. */
    static boolean family(Class<?> type) {
        return type.isSealed() && type.getName().startsWith("rangordnung.core.");
    }

    /** The sealed interface that a record of the core belongs to, or null. */
    static boolean member(Class<?> type) {
        return type.isRecord() && Stream.of(type.getInterfaces()).anyMatch(CoreTypes::family);
    }

    /** All records of a family. */
    static List<Class<?>> members(Class<?> family) {
        List<Class<?>> members = new ArrayList<>();
        for (Class<?> permitted : family.getPermittedSubclasses()) {
            if (permitted.isRecord()) {
                members.add(permitted);
            } else {
                members.addAll(members(permitted));
            }
        }
        return members;
    }

    static String kind(Class<?> member) {
        String name = member.getSimpleName();
        return Character.toLowerCase(name.charAt(0)) + name.substring(1);
    }

    /** Name in the API document: nested types carry the name of what they are nested in. */
    static String schemaName(Class<?> type) {
        Class<?> outer = type.getEnclosingClass();
        return outer == null ? type.getSimpleName() : schemaName(outer) + type.getSimpleName();
    }
}
