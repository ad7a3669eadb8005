package rangordnung.server.roster;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import rangordnung.server.platform.Spreadsheet;

/** A roster as a table, in columns that the import reads again. */
final class RosterFiles {

    private static final List<String> HEADER = List.of(
            "Given name",
            "Family name",
            "Birth date",
            "Height cm",
            "Mass kg",
            "Leg length cm",
            "Sport",
            "Side preference",
            "Experience",
            "Aim",
            "Clearance");

    private RosterFiles() {}

    static Spreadsheet table(List<AthleteRecord> athletes) {
        return new Spreadsheet(
                "Roster",
                HEADER,
                athletes.stream().<List<?>>map(RosterFiles::row).toList());
    }

    private static List<String> row(AthleteRecord a) {
        List<String> row = new ArrayList<>(List.of(a.givenName(), a.familyName()));
        row.add(text(a.birthDate()));
        row.add(text(a.heightCm()));
        row.add(text(a.massKg()));
        row.add(text(a.legLengthCm()));
        row.add(a.sport().orElse(""));
        row.add(word(a.sidePreference()));
        row.add(word(a.experience()));
        row.add(word(a.aim()));
        row.add(
                switch (a.clearance()) {
                    case CLEARED -> "cleared";
                    case NOT_CLEARED -> "not cleared";
                    case NOT_ASKED -> "";
                });
        return row;
    }

    private static String word(Optional<? extends Enum<?>> value) {
        return value.map(v -> v.name().toLowerCase(Locale.ROOT).replace('_', ' '))
                .orElse("");
    }

    private static String text(Optional<?> value) {
        return value.map(Object::toString).orElse("");
    }
}
