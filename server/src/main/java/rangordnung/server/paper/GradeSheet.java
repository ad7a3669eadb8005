package rangordnung.server.paper;

import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.stream.IntStream;
import rangordnung.core.motion.simulated.GradePictures;
import rangordnung.core.motion.simulated.PoseRules;
import rangordnung.core.protocol.Criterion;
import rangordnung.core.protocol.Grade;
import rangordnung.core.protocol.Protocol;
import rangordnung.core.protocol.TestDefinition;

/** What none, slight, marked and severe look like in a test under the protocol; a sheet lies beside the rater. */
record GradeSheet(String test, String protocol, List<Row> rows) {

    /** A criterion with its pictures, the clean one first. */
    record Row(String name, String question, List<Picture> pictures) {}

    /** @param value in the middle of the grade; none where a hand has drawn it */
    record Picture(String svg, String grade, String value) {}

    /** A sheet for each test that has something to show. */
    static List<GradeSheet> of(Protocol protocol, PoseRules poses, CloseUps closeUps, Catalogue words) {
        GradePictures films = new GradePictures(protocol, poses);
        return protocol.tests().parallelStream()
                .map(test -> new GradeSheet(
                        words.say(test.name()),
                        words.say(protocol.name()),
                        test.criteria().stream()
                                .filter(c -> c.gauge().isEmpty())
                                .flatMap(c -> row(test, c, films, poses, closeUps, words).stream())
                                .toList()))
                .filter(sheet -> !sheet.rows().isEmpty())
                .toList();
    }

    private static Optional<Row> row(
            TestDefinition test,
            Criterion criterion,
            GradePictures films,
            PoseRules poses,
            CloseUps closeUps,
            Catalogue words) {
        String name = words.say(criterion.name());
        List<String> grades = Arrays.stream(Grade.values())
                .map(g -> JudgementWords.grade(g, words))
                .toList();
        List<Picture> pictures = films.of(test, criterion)
                .map(found -> {
                    List<String> drawn = Skeleton.of(
                            found,
                            poses,
                            grades.stream().map(g -> name + ": " + g).toList());
                    return IntStream.range(0, grades.size())
                            .mapToObj(i -> new Picture(
                                    drawn.get(i),
                                    grades.get(i),
                                    i == 0
                                            ? ""
                                            : words.number(found.grades().get(i).value())
                                                    + unit(
                                                            found.anchor()
                                                                    .tolerance()
                                                                    .unit(),
                                                            words)))
                            .toList();
                })
                .orElseGet(() -> IntStream.range(0, grades.size())
                        .boxed()
                        .flatMap(i -> closeUps.of(criterion.id(), i, name + ": " + grades.get(i)).stream()
                                .map(svg -> new Picture(svg, grades.get(i), "")))
                        .toList());
        return pictures.isEmpty()
                ? Optional.empty()
                : Optional.of(new Row(name, words.say(criterion.question()), pictures));
    }

    private static String unit(String unit, Catalogue words) {
        return switch (unit) {
            case "degrees" -> "°";
            case "centimetres" -> " cm";
            case "percent of foot length" -> " " + words.say("unit_foot");
            case "percent of ankle distance" -> " " + words.say("unit_ankles");
            default -> "";
        };
    }
}
