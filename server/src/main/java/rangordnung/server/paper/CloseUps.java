package rangordnung.server.paper;

import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import tools.jackson.core.type.TypeReference;
import tools.jackson.databind.ObjectMapper;

/** What a skeleton does not show: the drawings of the interface, which the build lays beside the faces of paper. */
final class CloseUps {

    private static final double FIELD = 100;

    /** A line of a drawing in a field of 100 × 100; widths and tones are a house convention. */
    private record Stroke(List<double[]> points, Optional<String> kind, Optional<Boolean> closed) {

        void on(Ink ink) {
            String drawn = kind.orElse("body");
            ink.path(
                    points.stream().map(p -> new Ink.Spot(p[0], p[1])).toList(),
                    closed.orElse(false),
                    switch (drawn) {
                        case "mark" -> 5;
                        case "other" -> 1.2;
                        default -> 3;
                    },
                    switch (drawn) {
                        case "body" -> Ink.GREY;
                        case "ground", "other" -> Ink.FAINT;
                        default -> Ink.BLACK;
                    });
        }
    }

    private final Map<String, List<List<Stroke>>> drawings;

    CloseUps(ObjectMapper json) {
        try (InputStream in = CloseUps.class.getResourceAsStream("/static/paper/close-ups.json")) {
            if (in == null) {
                throw new IllegalStateException("The interface was built without the drawings of grades");
            }
            drawings = json.readValue(in, new TypeReference<>() {});
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    /**
     * The drawing of a criterion; empty where there is none.
     *
     * @param grade from 0, clean, to 3, severe
     */
    Optional<String> of(String criterion, int grade, String alternative) {
        return Optional.ofNullable(drawings.get(criterion)).map(grades -> {
            Ink ink = new Ink("grade", 0, 0, FIELD, FIELD, alternative);
            grades.get(grade).forEach(stroke -> stroke.on(ink));
            return ink.svg();
        });
    }
}
