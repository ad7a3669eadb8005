package rangordnung.server.roster;

import java.text.Normalizer;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Optional;

/** What a column of an imported table can mean, with the headers that say so in English and German. */
enum Column {
    GIVEN_NAME("given name", "first name", "forename", "vorname", "rufname"),
    FAMILY_NAME("family name", "last name", "surname", "nachname", "familienname"),
    FULL_NAME(
            "name",
            "full name",
            "athlete",
            "pupil",
            "student",
            "schüler",
            "schülerin",
            "athlet",
            "athletin",
            "vor und nachname"),
    BIRTH_DATE(
            "birth date",
            "date of birth",
            "born",
            "birthday",
            "dob",
            "geburtsdatum",
            "geburtstag",
            "geboren",
            "geb",
            "geb datum"),
    HEIGHT_CM("height", "height cm", "stature", "größe", "körpergröße", "groesse", "größe cm"),
    MASS_KG("mass", "mass kg", "weight", "weight kg", "body mass", "gewicht", "gewicht kg", "masse", "körpermasse"),
    LEG_LENGTH_CM("leg length", "leg length cm", "beinlänge", "beinlänge cm"),
    SPORT("sport", "discipline", "sportart", "disziplin"),
    SIDE_PREFERENCE(
            "side",
            "side preference",
            "preferred side",
            "dominant side",
            "seite",
            "bevorzugte seite",
            "dominante seite"),
    EXPERIENCE("experience", "training experience", "erfahrung", "trainingserfahrung"),
    AIM("aim", "training aim", "goal", "ziel", "trainingsziel"),
    CLEARANCE("clearance", "cleared", "freigabe", "sportfreigabe"),
    IGNORED;

    private final List<String> headers;

    Column(String... headers) {
        this.headers = List.of(headers);
    }

    /** What a header most likely means. */
    static Column of(String header) {
        String plain = Normalizer.normalize(header, Normalizer.Form.NFC)
                .toLowerCase(Locale.ROOT)
                .replaceAll("[\\p{Punct}\\s]+", " ")
                .strip();
        Optional<Column> exact =
                Arrays.stream(values()).filter(c -> c.headers.contains(plain)).findFirst();
        return exact.orElse(IGNORED);
    }
}
