package rangordnung.server.exchange;

import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.io.UncheckedIOException;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Objects;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import rangordnung.core.motion.signal.Axis;
import rangordnung.core.motion.signal.Landmark;
import rangordnung.core.motion.signal.Motion;
import rangordnung.server.platform.Code;
import rangordnung.server.platform.Problem;
import tools.jackson.core.JacksonException;
import tools.jackson.core.JsonGenerator;
import tools.jackson.core.JsonParser;
import tools.jackson.core.JsonToken;
import tools.jackson.core.exc.JacksonIOException;
import tools.jackson.databind.json.JsonMapper;

/**
 * Keypoints of pictures as JSON, read piece by piece: annotations of the COCO data set with 17 keypoints or 23 with feet, or
 * frames with 33 landmarks, {@code {"rate": 30, "width": 1280, "height": 720, "frames": [{"landmarks": [{"x", "y", "visibility"}]}]}}
 * with x and y as shares of width and height.
 */
final class JsonKeypoints {

    private static final JsonMapper JSON = JsonMapper.builder().build();
    /** Most frames that a gap in the numbers of images may stand for (house convention). */
    private static final int LONGEST_GAP = 10_000;

    private JsonKeypoints() {}

    static LandmarkFile read(InputStream in, ReadOptions how, LandmarkFile.Format format) {
        try (JsonParser parser = JSON.createParser(in)) {
            return format == LandmarkFile.Format.COCO ? new Coco(how).read(parser) : new ThirtyThree(how).read(parser);
        } catch (Problem e) {
            throw e;
        } catch (JacksonIOException e) {
            throw new UncheckedIOException(e.getCause()); // the connection broke, not the file
        } catch (JacksonException e) {
            throw FileProblems.at(Code.FILE_BROKEN, place(e), "this is no complete JSON");
        }
    }

    private static String place(JacksonException e) {
        return e.getLocation() == null
                ? "JSON"
                : "line " + e.getLocation().getLineNr() + ", column "
                        + e.getLocation().getColumnNr();
    }

    private static String place(JsonParser parser) {
        return "line " + parser.currentTokenLocation().getLineNr() + ", column "
                + parser.currentTokenLocation().getColumnNr();
    }

    private static double number(JsonParser parser) {
        if (!parser.currentToken().isNumeric()) {
            throw FileProblems.at(Code.FILE_NOT_NUMBER, place(parser), "a number is needed here");
        }
        return parser.getDoubleValue();
    }

    private static void needs(JsonParser parser, JsonToken token, String what) {
        if (parser.currentToken() != token) {
            throw FileProblems.at(Code.FILE_BROKEN, place(parser), what);
        }
    }

    /** Annotations, a person in a picture each. */
    private static final class Coco {

        /** So many annotations are looked at before the first is taken. */
        private static final int LOOKED_AT = 64;

        private record Annotated(double image, List<Double> keypoints, String place) {}

        private final ReadOptions how;
        private final List<Annotated> waiting = new ArrayList<>();
        private @Nullable FrameReader intake;
        private int count;
        private double last = Double.NaN;
        private double step = Double.NaN;
        private Optional<Double> rate = Optional.empty();

        Coco(ReadOptions how) {
            this.how = how;
        }

        LandmarkFile read(JsonParser parser) {
            parser.nextToken();
            boolean bare = parser.currentToken() == JsonToken.START_ARRAY;
            if (bare) {
                annotations(parser);
            } else {
                needs(parser, JsonToken.START_OBJECT, "COCO keypoints begin with { or [");
                while (parser.nextToken() == JsonToken.PROPERTY_NAME) {
                    String name = parser.currentName();
                    parser.nextToken();
                    if (name.equals("annotations")) {
                        annotations(parser);
                    } else if (name.equals("fps") && parser.currentToken().isNumeric()) {
                        rate = Optional.of(parser.getDoubleValue());
                    } else {
                        parser.skipChildren();
                    }
                }
            }
            begin();
            if (intake == null) {
                throw FileProblems.at(Code.FILE_WITHOUT_FRAMES, "annotations", "there is none with keypoints");
            }
            return intake.finish();
        }

        private void annotations(JsonParser parser) {
            needs(parser, JsonToken.START_ARRAY, "annotations are a list");
            while (parser.nextToken() == JsonToken.START_OBJECT) {
                annotation(parser);
            }
        }

        private void annotation(JsonParser parser) {
            double image = Double.NaN;
            List<Double> keypoints = new ArrayList<>();
            String place = place(parser);
            while (parser.nextToken() == JsonToken.PROPERTY_NAME) {
                String name = parser.currentName();
                parser.nextToken();
                if (name.equals("image_id") && parser.currentToken().isNumeric()) {
                    image = number(parser);
                } else if (name.equals("keypoints")) {
                    needs(parser, JsonToken.START_ARRAY, "keypoints are a list of numbers");
                    while (parser.nextToken() != JsonToken.END_ARRAY) {
                        if (parser.currentToken() == null || keypoints.size() > 3 * FrameReader.MOST_NAMES) {
                            throw FileProblems.at(
                                    Code.FILE_BROKEN, place(parser), "a list of keypoints is too long or does not end");
                        }
                        keypoints.add(number(parser));
                    }
                } else {
                    parser.skipChildren();
                }
            }
            if (!keypoints.isEmpty() && waiting.isEmpty() && intake != null) {
                take(image, keypoints, place);
            } else if (!keypoints.isEmpty()) {
                waiting.add(new Annotated(image, keypoints, place));
                if (waiting.size() == LOOKED_AT) {
                    begin();
                }
            }
        }

        /** The numbers of pictures rise by the smallest step that is seen in the first of them; a larger one is a gap. */
        private void begin() {
            double before = Double.NaN;
            for (Annotated annotated : waiting) {
                double rise = annotated.image() - before;
                step = rise > 0 && !(rise >= step) ? rise : step;
                before = annotated.image();
            }
            List<Annotated> first = List.copyOf(waiting);
            waiting.clear();
            first.forEach(a -> take(a.image(), a.keypoints(), a.place()));
        }

        private void take(double image, List<Double> keypoints, String place) {
            if (intake == null) {
                count = keypoints.size() / 3;
                if (keypoints.size() % 3 != 0 || count != 17 && count != 23) {
                    throw FileProblems.at(
                            Code.FILE_POINTS,
                            place,
                            "it has " + keypoints.size()
                                    + " numbers; 51 for 17 keypoints or 69 for 23 with feet are read");
                }
                List<String> names = new ArrayList<>(LandmarkNames.COCO);
                if (count == 23) {
                    names.addAll(LandmarkNames.COCO_FEET);
                }
                intake = new FrameReader(
                        LandmarkFile.Format.COCO, how, FrameReader.Axes.PICTURE, names, rate, Optional.empty());
            }
            if (keypoints.size() != 3 * count) {
                throw FileProblems.at(
                        Code.FILE_POINTS,
                        place,
                        "it has " + keypoints.size() / 3 + " keypoints, the ones before have " + count);
            }
            if (!Double.isNaN(image)) {
                // One athlete a picture: the first that stands there is taken.
                if (image <= last) {
                    return;
                }
                gap(image, place);
                last = image;
            }
            FrameReader into = Objects.requireNonNull(intake);
            into.frame(Double.NaN);
            for (int i = 0; i < count; i++) {
                double v = keypoints.get(3 * i + 2);
                // 0 not labelled, 1 hidden, 2 seen; what lies between is a confidence.
                double confidence =
                        v == 2 ? 1 : v == 1 ? how.rules().hiddenConfidence().value() : v;
                into.point(i, keypoints.get(3 * i), keypoints.get(3 * i + 1), 0, confidence, place);
            }
        }

        private void gap(double image, String place) {
            if (Double.isNaN(last)) {
                return;
            }
            double missing = Math.rint((image - last) / step) - 1;
            if (missing > LONGEST_GAP) {
                throw FileProblems.at(
                        Code.FILE_TIMES,
                        place,
                        "the picture " + image + " comes " + missing + " pictures after the one before");
            }
            for (int i = 0; i < missing; i++) {
                Objects.requireNonNull(intake).frame(Double.NaN);
            }
        }
    }

    /** Frames with 33 landmarks. */
    private static final class ThirtyThree {

        private final ReadOptions how;
        private Optional<Double> rate = Optional.empty();
        private double width = 1;
        private double height = 1;
        private @Nullable FrameReader intake;

        ThirtyThree(ReadOptions how) {
            this.how = how;
        }

        LandmarkFile read(JsonParser parser) {
            parser.nextToken();
            if (parser.currentToken() == JsonToken.START_ARRAY) {
                frames(parser);
            } else {
                needs(parser, JsonToken.START_OBJECT, "frames of landmarks begin with { or [");
                while (parser.nextToken() == JsonToken.PROPERTY_NAME) {
                    String name = parser.currentName();
                    parser.nextToken();
                    switch (name) {
                        case "rate" -> rate = Optional.of(number(parser));
                        case "width" -> width = number(parser);
                        case "height" -> height = number(parser);
                        case "frames" -> frames(parser);
                        default -> parser.skipChildren();
                    }
                }
            }
            if (intake == null) {
                throw FileProblems.at(Code.FILE_WITHOUT_FRAMES, "frames", "there is none");
            }
            return intake.finish();
        }

        private void frames(JsonParser parser) {
            needs(parser, JsonToken.START_ARRAY, "frames are a list");
            if (!(width > 0 && height > 0)) {
                throw FileProblems.at(
                        Code.FILE_HEADER,
                        place(parser),
                        "width and height of the picture come before its frames, above zero");
            }
            FrameReader into = new FrameReader(
                    LandmarkFile.Format.LANDMARKS_33,
                    how,
                    FrameReader.Axes.PICTURE,
                    LandmarkNames.THIRTY_THREE,
                    rate,
                    Optional.empty());
            intake = into;
            while (parser.nextToken() == JsonToken.START_OBJECT || parser.currentToken() == JsonToken.START_ARRAY) {
                if (parser.currentToken() == JsonToken.START_ARRAY) {
                    into.frame(Double.NaN);
                    landmarks(parser, into);
                } else {
                    frame(parser, into);
                }
            }
        }

        private void frame(JsonParser parser, FrameReader into) {
            boolean begun = false;
            double time = Double.NaN;
            while (parser.nextToken() == JsonToken.PROPERTY_NAME) {
                String name = parser.currentName();
                parser.nextToken();
                if (name.equals("time") && !begun && parser.currentToken().isNumeric()) {
                    time = number(parser);
                } else if (name.equals("landmarks") && !begun && parser.currentToken() == JsonToken.START_ARRAY) {
                    into.frame(time);
                    begun = true;
                    landmarks(parser, into);
                } else {
                    parser.skipChildren();
                }
            }
            if (!begun) {
                into.frame(time);
            }
        }

        private void landmarks(JsonParser parser, FrameReader into) {
            int i = 0;
            while (parser.nextToken() == JsonToken.START_OBJECT) {
                String place = place(parser);
                if (i >= LandmarkNames.THIRTY_THREE.size()) {
                    throw FileProblems.at(Code.FILE_POINTS, place, "a frame has more than 33 landmarks");
                }
                double x = Double.NaN;
                double y = Double.NaN;
                double confidence = 1;
                while (parser.nextToken() == JsonToken.PROPERTY_NAME) {
                    String name = parser.currentName();
                    parser.nextToken();
                    switch (name) {
                        case "x" -> x = number(parser);
                        case "y" -> y = number(parser);
                        case "visibility" -> confidence = number(parser);
                        default -> parser.skipChildren();
                    }
                }
                if (!Double.isNaN(x) && !Double.isNaN(y)) {
                    into.point(i, x * width, y * height, 0, confidence, place);
                }
                i++;
            }
            needs(parser, JsonToken.END_ARRAY, "landmarks are a list of objects with x and y");
        }
    }

    /** Picture coordinates of a landmark by a name of a data set; nothing where it was not seen. */
    private record Seen(double x, double y, double confidence) {}

    private static @Nullable Seen seen(Motion motion, String name, int frame) {
        Optional<Landmark> landmark = name.equals("nose") ? Optional.of(Landmark.HEAD) : LandmarkNames.guess(name);
        Axis across = motion.plane() == Motion.Plane.FRONT ? Axis.Y : Axis.X;
        return landmark.filter(l -> motion.confidence(l, frame) > 0)
                .map(l -> new Seen(
                        motion.at(l, across, frame), -motion.at(l, Axis.Z, frame), motion.confidence(l, frame)))
                .orElse(null);
    }

    static void write(Motion motion, LandmarkFile.Format format, OutputStream out) throws IOException {
        if (motion.plane() == Motion.Plane.SPACE) {
            throw Problem.invalid(
                    Code.NO_PICTURE, "A clip in space is no picture; write it as CSV, TRC or C3D.", "format");
        }
        try (JsonGenerator json = JSON.createGenerator(out)) {
            json.writeStartObject();
            if (format == LandmarkFile.Format.COCO) {
                coco(motion, json);
            } else {
                thirtyThree(motion, json);
            }
            json.writeEndObject();
        }
    }

    private static void coco(Motion motion, JsonGenerator json) {
        List<String> names = new ArrayList<>(LandmarkNames.COCO);
        names.addAll(LandmarkNames.COCO_FEET);
        json.writeNumberProperty("fps", motion.rate());
        json.writeName("annotations");
        json.writeStartArray();
        for (int f = 0; f < motion.frames(); f++) {
            json.writeStartObject();
            json.writeNumberProperty("image_id", f + 1);
            json.writeNumberProperty("category_id", 1);
            json.writeName("keypoints");
            json.writeStartArray();
            for (String name : names) {
                Seen seen = seen(motion, name, f);
                json.writeNumber(seen == null ? 0 : seen.x());
                json.writeNumber(seen == null ? 0 : seen.y());
                json.writeNumber(seen == null ? 0 : seen.confidence());
            }
            json.writeEndArray();
            json.writeEndObject();
        }
        json.writeEndArray();
    }

    private static void thirtyThree(Motion motion, JsonGenerator json) {
        json.writeNumberProperty("rate", motion.rate());
        json.writeNumberProperty("width", 1);
        json.writeNumberProperty("height", 1);
        json.writeName("frames");
        json.writeStartArray();
        for (int f = 0; f < motion.frames(); f++) {
            json.writeStartObject();
            json.writeNumberProperty("time", f / motion.rate());
            json.writeName("landmarks");
            json.writeStartArray();
            for (String name : LandmarkNames.THIRTY_THREE) {
                Seen seen = seen(motion, name, f);
                json.writeStartObject();
                json.writeNumberProperty("x", seen == null ? 0 : seen.x());
                json.writeNumberProperty("y", seen == null ? 0 : seen.y());
                json.writeNumberProperty("visibility", seen == null ? 0 : seen.confidence());
                json.writeEndObject();
            }
            json.writeEndArray();
            json.writeEndObject();
        }
        json.writeEndArray();
    }

    /** Which of both kinds a JSON is, by the names that stand at its beginning. */
    static LandmarkFile.Format kind(String head) {
        String lower = head.toLowerCase(Locale.ROOT);
        return lower.contains("\"annotations\"") || lower.contains("\"keypoints\"") || lower.contains("\"images\"")
                ? LandmarkFile.Format.COCO
                : LandmarkFile.Format.LANDMARKS_33;
    }
}
