package rangordnung.server.demo;

import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Random;
import rangordnung.server.roster.AthleteName;

/** Names from several languages, put together at random; whoever bears one is meant by nobody. */
final class InventedNames {

    private static final List<String> GIVEN = List.of(
            "Amara",
            "Bartosz",
            "Carlotta",
            "Dilan",
            "Eluned",
            "Farid",
            "Giulia",
            "Håkon",
            "Ilse",
            "Jiří",
            "Kwame",
            "Leila",
            "Mateo",
            "Nguyệt",
            "Oisín",
            "Paola",
            "Qamar",
            "Rasmus",
            "Şirin",
            "Taavi",
            "Uğur",
            "Vesna",
            "Wiebke",
            "Ximena",
            "Yusuf",
            "Zofia",
            "Aino",
            "Boris",
            "Chiara",
            "Deniz",
            "Emre",
            "Freja",
            "Goran",
            "Hanneke",
            "Imani",
            "Joon",
            "Katya",
            "Lorenz",
            "Mei",
            "Noor");
    private static final List<String> FAMILY = List.of(
            "Abendroth-Lin",
            "Bąkowicz",
            "Çelikbaş",
            "Dürrwang",
            "Eskilsdotter",
            "Fjellmo",
            "Grünspecht",
            "Hallaçoğlu",
            "Ivkovec",
            "Jääskerö",
            "Kobaladze-Orth",
            "Lindwurm",
            "Mbeki-Sauer",
            "Nyberström",
            "Okonmah",
            "Przybysk",
            "Quellmalz",
            "Rossignoli",
            "Świerkosz",
            "Tännwald",
            "Umlauff",
            "Vanterpoel",
            "Wüstenhagen",
            "Xanthopoulou",
            "Yıldızgil",
            "Zaroubi",
            "Ölmüller",
            "Øvrebråten");

    private InventedNames() {}

    /** So many different names, always the same ones. */
    static List<AthleteName> names(int count, long seed) {
        List<AthleteName> all = new ArrayList<>();
        GIVEN.forEach(given -> FAMILY.forEach(family -> all.add(new AthleteName(given, family))));
        Collections.shuffle(all, new Random(seed));
        return all.subList(0, count);
    }
}
