package rangordnung.core;

import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import java.util.stream.IntStream;
import rangordnung.core.protocol.Criterion;
import rangordnung.core.protocol.Extent;
import rangordnung.core.protocol.Grade;

/** Seeded screens for properties. */
public final class RandomScreens {

    private RandomScreens() {}

    /** Random marks, without a heel lift that voids; seeded. */
    public static List<List<String>> some() {
        Random random = new Random(11);
        return IntStream.range(0, 60)
                .mapToObj(i -> {
                    List<String> marks = new ArrayList<>();
                    for (Criterion criterion :
                            StandardFloor.PROTOCOL.tests().get(0).criteria()) {
                        Grade worst = criterion.id().equals("heels") ? Grade.SLIGHT : Grade.SEVERE;
                        for (String side : criterion.extent() == Extent.SIDED
                                ? List.of("L", "R")
                                : List.of(
                                        criterion.extent() == Extent.WHOLE ? "-" : "LR".substring(i % 2, i % 2 + 1))) {
                            marks.add(criterion.id() + " " + side + " "
                                    + Grade.values()[random.nextInt(worst.ordinal() + 1)]);
                        }
                    }
                    return marks;
                })
                .toList();
    }
}
