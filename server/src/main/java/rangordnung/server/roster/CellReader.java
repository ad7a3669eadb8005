package rangordnung.server.roster;

import java.time.DateTimeException;
import java.time.LocalDate;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import rangordnung.core.body.Side;
import rangordnung.core.placement.Profile;
import rangordnung.core.safety.Clearance;

/** Reads the text of single cells in the forms in which people write them. */
final class CellReader {

    /** A cell that cannot be read; the code says why. */
    static final class UnreadableCell extends RuntimeException {
        final String code;

        UnreadableCell(String code) {
            super(code, null, false, false);
            this.code = code;
        }
    }

    /** How a date with two small numbers is meant. */
    enum DateOrder {
        DAY_FIRST,
        MONTH_FIRST
    }

    private static final Pattern ISO = Pattern.compile("(\\d{4})[-/.](\\d{1,2})[-/.](\\d{1,2})(?:[T ].*)?");
    private static final Pattern LOCAL = Pattern.compile("(\\d{1,2})[-/. ]+(\\d{1,2})[-/. ]+(\\d{4}|\\d{2})");

    private CellReader() {}

    /**
     * How a column writes its dates: month first only where some second number can be no month and no first
     * one speaks against it; else day first (house convention).
     */
    static DateOrder order(List<String> cells) {
        boolean monthFirst = false;
        for (String cell : cells) {
            Matcher m = LOCAL.matcher(cell.strip());
            if (m.matches()) {
                if (Integer.parseInt(m.group(1)) > 12) {
                    return DateOrder.DAY_FIRST;
                }
                monthFirst |= Integer.parseInt(m.group(2)) > 12;
            }
        }
        return monthFirst ? DateOrder.MONTH_FIRST : DateOrder.DAY_FIRST;
    }

    /** A birth date; two-digit years mean the last hundred years. */
    static Optional<LocalDate> date(String cell, DateOrder order, LocalDate today) {
        if (cell.isEmpty()) {
            return Optional.empty();
        }
        try {
            Matcher iso = ISO.matcher(cell);
            LocalDate date;
            if (iso.matches()) {
                date = LocalDate.of(number(iso, 1), number(iso, 2), number(iso, 3));
            } else {
                Matcher local = LOCAL.matcher(cell);
                if (!local.matches()) {
                    throw new UnreadableCell("date-unreadable");
                }
                int day = number(local, order == DateOrder.DAY_FIRST ? 1 : 2);
                int month = number(local, order == DateOrder.DAY_FIRST ? 2 : 1);
                int year = number(local, 3);
                if (local.group(3).length() == 2) {
                    year += 100 * (today.getYear() / 100);
                    year = year > today.getYear() ? year - 100 : year;
                }
                date = LocalDate.of(year, month, day);
            }
            if (date.isAfter(today) || date.isBefore(today.minusYears(100))) {
                throw new UnreadableCell("date-out-of-range");
            }
            return Optional.of(date);
        } catch (DateTimeException e) {
            throw new UnreadableCell("date-impossible");
        }
    }

    private static int number(Matcher m, int group) {
        return Integer.parseInt(m.group(group));
    }

    /** A number with decimal point or comma, with or without its unit. */
    static Optional<Double> number(String cell, double from, double to) {
        if (cell.isEmpty()) {
            return Optional.empty();
        }
        String plain = cell.toLowerCase(Locale.ROOT)
                .replaceAll("\\s*(cm|kg|m)$", "")
                .strip()
                .replace(',', '.');
        try {
            double value = Double.parseDouble(plain);
            if (!(value >= from && value <= to)) {
                throw new UnreadableCell("number-out-of-range");
            }
            return Optional.of(value);
        } catch (NumberFormatException e) {
            throw new UnreadableCell("number-unreadable");
        }
    }

    /** A length in centimetres; what is given in metres is turned into centimetres. */
    static Optional<Double> centimetres(String cell, double from, double to) {
        Optional<Double> asWritten = number(cell, 0, 1000);
        return asWritten.map(v -> v <= 3 ? Math.round(v * 1000) / 10.0 : v).map(v -> {
            if (v < from || v > to) {
                throw new UnreadableCell("number-out-of-range");
            }
            return v;
        });
    }

    static Optional<Side> side(String cell) {
        return switch (cell.toLowerCase(Locale.ROOT)) {
            case "" -> Optional.empty();
            case "l", "left", "links", "li" -> Optional.of(Side.LEFT);
            case "r", "right", "rechts", "re" -> Optional.of(Side.RIGHT);
            default -> throw new UnreadableCell("side-unreadable");
        };
    }

    static Optional<Profile.Experience> experience(String cell) {
        return switch (cell.toLowerCase(Locale.ROOT)) {
            case "" -> Optional.empty();
            case "new", "neu", "beginner", "anfänger", "anfängerin" -> Optional.of(Profile.Experience.NEW);
            case "trained", "trainiert", "geübt" -> Optional.of(Profile.Experience.TRAINED);
            case "lifts", "hebt", "krafttraining" -> Optional.of(Profile.Experience.LIFTS);
            default -> throw new UnreadableCell("experience-unreadable");
        };
    }

    static Optional<Profile.Aim> aim(String cell) {
        return switch (cell.toLowerCase(Locale.ROOT)) {
            case "" -> Optional.empty();
            case "general", "allgemein" -> Optional.of(Profile.Aim.GENERAL);
            case "field sport", "spielsport", "feldsport" -> Optional.of(Profile.Aim.FIELD_SPORT);
            case "lifting", "kraft", "krafttraining" -> Optional.of(Profile.Aim.LIFTING);
            default -> throw new UnreadableCell("aim-unreadable");
        };
    }

    static Optional<Clearance> clearance(String cell) {
        return switch (cell.toLowerCase(Locale.ROOT)) {
            case "" -> Optional.empty();
            case "yes", "ja", "y", "j", "x", "cleared", "freigegeben", "true", "1" -> Optional.of(Clearance.CLEARED);
            case "no", "nein", "n", "not cleared", "gesperrt", "nicht freigegeben", "false", "0" ->
                Optional.of(Clearance.NOT_CLEARED);
            case "not asked", "nicht gefragt", "?" -> Optional.of(Clearance.NOT_ASKED);
            default -> throw new UnreadableCell("clearance-unreadable");
        };
    }
}
