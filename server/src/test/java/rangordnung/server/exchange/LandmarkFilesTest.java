package rangordnung.server.exchange;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.charset.StandardCharsets;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.Arguments;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.EnumSource;
import org.junit.jupiter.params.provider.MethodSource;
import rangordnung.core.body.BodyModel;
import rangordnung.core.body.Build;
import rangordnung.core.body.Side;
import rangordnung.core.body.Sided;
import rangordnung.core.motion.measure.ClipAnalysis;
import rangordnung.core.motion.measure.ClipReport;
import rangordnung.core.motion.measure.Measure;
import rangordnung.core.motion.measure.Subject;
import rangordnung.core.motion.signal.Axis;
import rangordnung.core.motion.signal.Landmark;
import rangordnung.core.motion.signal.Motion;
import rangordnung.core.motion.signal.Repetition.Moment;
import rangordnung.core.motion.simulated.Camera;
import rangordnung.core.motion.simulated.Faults;
import rangordnung.core.motion.simulated.Faults.Phases;
import rangordnung.core.motion.simulated.Script;
import rangordnung.core.protocol.School.KneeReference;
import rangordnung.core.protocol.Source;
import rangordnung.core.protocol.TestDefinition.Pattern;
import rangordnung.server.platform.Problem;

class LandmarkFilesTest {

    private static final Build BUILD = Build.ofStature(1.75);
    private static final Script SCRIPT = Script.squat(BUILD, 1)
            .with(Faults.NONE
                    .withKneeIn(new Sided<>(new Phases(0, 10, 0), new Phases(0, 25, 0)))
                    .withHeelRise(new Sided<>(2.0, 2.0))
                    .withPelvis(6, -2));

    private static ReadOptions how(Motion.Plane plane) {
        return new ReadOptions(
                plane,
                plane == Motion.Plane.FRONT ? ReadOptions.Facing.TOWARD : ReadOptions.Facing.RIGHT,
                Map.of(),
                Optional.empty(),
                Shipped.MOTION);
    }

    private static byte[] written(Motion motion, LandmarkFile.Format format) throws IOException {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        LandmarkFiles.write(motion, format, out);
        return out.toByteArray();
    }

    private static LandmarkFile read(byte[] bytes, ReadOptions how) {
        return LandmarkFiles.read(new ByteArrayInputStream(bytes), Optional.empty(), how);
    }

    static Stream<Arguments> every_format_and_plane() {
        return Stream.of(Motion.Plane.values()).flatMap(plane -> Stream.of(LandmarkFile.Format.values())
                .filter(f -> plane != Motion.Plane.SPACE
                        || f != LandmarkFile.Format.COCO && f != LandmarkFile.Format.LANDMARKS_33)
                .map(f -> Arguments.of(f, plane)));
    }

    /**
     * A simulated athlete with known faults, filmed, written, read and measured: within 0.1 degrees and 1 mm of what it was
     * told; shin and thigh, which the faults move a little, of what the film says without a file.
     */
    @ParameterizedTest
    @MethodSource("every_format_and_plane")
    void what_is_written_is_read_and_measured_again(LandmarkFile.Format format, Motion.Plane plane) throws IOException {
        boolean picture = format == LandmarkFile.Format.COCO || format == LandmarkFile.Format.LANDMARKS_33;
        Motion film = (picture ? Camera.exact(plane, 60).withScale(300) : Camera.exact(plane, 60))
                .film(Shipped.athlete(SCRIPT));
        LandmarkFile file = read(written(film, format), how(plane));
        assertThat(file.format()).isEqualTo(format);
        assertThat(file.motion().rate()).isCloseTo(60, within(0.01));
        ClipReport report = report(file.motion());
        assertThat(report.repetitions()).hasSize(1);
        if (plane != Motion.Plane.FRONT) {
            for (Measure measure : List.of(Measure.THIGH_ANGLE, Measure.SHIN_ANGLE, Measure.TRUNK_LEAN)) {
                assertThat(value(report, measure, Optional.empty(), Moment.BOTTOM))
                        .isCloseTo(value(report(film), measure, Optional.empty(), Moment.BOTTOM), within(0.1));
            }
            assertThat(value(report, Measure.HEEL_RISE, Optional.of(Side.LEFT), Moment.BOTTOM_PHASE))
                    .isCloseTo(2, within(0.1));
        }
        if (plane != Motion.Plane.SIDE) {
            assertThat(value(report, Measure.PELVIC_OBLIQUITY, Optional.empty(), Moment.BOTTOM))
                    .isCloseTo(-2, within(0.1));
            assertThat(value(report, Measure.PELVIC_SHIFT, Optional.empty(), Moment.BOTTOM))
                    .isCloseTo(6, within(0.2));
            if (format != LandmarkFile.Format.COCO) {
                assertThat(value(report, Measure.KNEE_OFFSET, Optional.of(Side.RIGHT), Moment.BOTTOM))
                        .isCloseTo(25, within(picture ? 0.6 : 0.4));
            }
        }
    }

    /** Seen from the side the hips lie behind each other, and only their noise tells one from the other. */
    @ParameterizedTest
    @EnumSource(names = {"CSV", "TRC", "C3D"})
    void a_body_filmed_from_its_side_keeps_its_side(LandmarkFile.Format format) throws IOException {
        Motion film = Camera.exact(Motion.Plane.SIDE, 60).withNoise(0.003, 4).film(Shipped.athlete(SCRIPT));
        Motion back = read(written(film, format), how(Motion.Plane.SIDE)).motion();
        assertThat(value(report(back), Measure.SHIN_ANGLE, Optional.empty(), Moment.BOTTOM))
                .isCloseTo(value(report(film), Measure.SHIN_ANGLE, Optional.empty(), Moment.BOTTOM), within(0.1));
    }

    private static ClipReport report(Motion motion) {
        return new ClipAnalysis(
                        motion,
                        new Subject(
                                Optional.of(BUILD),
                                Pattern.SQUAT,
                                Optional.empty(),
                                KneeReference.SECOND_THIRD_TOE,
                                0,
                                Optional.of(Side.LEFT),
                                Source.SIMULATED),
                        Shipped.MOTION)
                .report();
    }

    private static double value(ClipReport report, Measure measure, Optional<Side> side, Moment moment) {
        return report.repetitions()
                .get(0)
                .value(measure, side, moment)
                .orElseThrow(() -> new AssertionError("no " + measure + " in " + report))
                .value();
    }

    @ParameterizedTest
    @CsvSource({
        "LKNE, LEFT_KNEE", "RASI, RIGHT_FRONT_HIP_BONE", "left_big_toe, LEFT_BIG_TOE", "Right Hip, RIGHT_HIP",
                "hip_r, RIGHT_HIP", "left_foot_index, LEFT_SECOND_TOE",
        "RHEE, RIGHT_HEEL", "LPSI, LEFT_REAR_HIP_BONE", "right-shoulder, RIGHT_SHOULDER", "LowBack, LOW_BACK",
                "LeftSmallToe, LEFT_LITTLE_TOE", "ankleL, LEFT_ANKLE"
    })
    void names_are_guessed_as_they_are_commonly_written(String name, Landmark landmark) {
        assertThat(LandmarkNames.guess(name)).contains(landmark);
    }

    @ParameterizedTest
    @CsvSource({"left_eye", "mouth_left", "T10", "knee", "left_pinky"})
    void what_is_no_landmark_is_not_guessed(String name) {
        assertThat(LandmarkNames.guess(name)).isEmpty();
    }

    @Test
    void a_mapping_says_which_column_is_which_landmark() {
        String csv = "time,a.x,a.z,b.x,b.z\n" + "0,0,1,0,0.1\n0.02,0,1,0,0.1\n";
        ReadOptions how = new ReadOptions(
                Motion.Plane.SIDE,
                ReadOptions.Facing.RIGHT,
                Map.of("a", Landmark.LEFT_HIP, "b", Landmark.LEFT_ANKLE),
                Optional.empty(),
                Shipped.MOTION);
        LandmarkFile file = read(csv.getBytes(StandardCharsets.UTF_8), how);
        assertThat(file.names()).containsExactly("a", "b");
        assertThat(file.motion().landmarks()).containsExactly(Landmark.LEFT_HIP, Landmark.LEFT_ANKLE);
        assertThat(file.motion().at(Landmark.LEFT_HIP, Axis.Z, 1)).isEqualTo(1);
        assertThat(file.motion().rate()).isCloseTo(50, within(1e-9));
    }

    /** Points in space turned about the vertical and lying on other axes give the same angles. */
    @ParameterizedTest
    @CsvSource({"0, y", "70, z", "-130, y", "180, x"})
    void axes_are_told_from_the_body(double turned, String up) {
        Motion film = Camera.exact(Motion.Plane.SPACE, 60).film(Shipped.athlete(Script.squat(BUILD, 1)));
        double c = Math.cos(Math.toRadians(turned));
        double s = Math.sin(Math.toRadians(turned));
        StringBuilder trc = new StringBuilder("PathFileType\t4\t(X/Y/Z)\tx\nDataRate\tUnits\n60\tm\nFrame#\tTime");
        film.landmarks().forEach(l -> trc.append('\t').append(l.name()).append("\t\t"));
        trc.append("\n\t\n");
        for (int f = 0; f < film.frames(); f++) {
            trc.append(f + 1).append('\t').append(f / 60.0);
            for (Landmark l : film.landmarks()) {
                double x = c * film.at(l, Axis.X, f) - s * film.at(l, Axis.Y, f);
                double y = s * film.at(l, Axis.X, f) + c * film.at(l, Axis.Y, f);
                double z = film.at(l, Axis.Z, f);
                List<Double> places =
                        switch (up) {
                            case "x" -> List.of(z, x, y);
                            case "y" -> List.of(y, z, x);
                            default -> List.of(x, y, z);
                        };
                places.forEach(p -> trc.append('\t').append(p));
            }
            trc.append('\n');
        }
        LandmarkFile file = read(trc.toString().getBytes(StandardCharsets.UTF_8), how(Motion.Plane.SPACE));
        ClipReport report = report(file.motion());
        BodyModel.Pose told = Shipped.athlete(Script.squat(BUILD, 1)).bottom();
        assertThat(value(report, Measure.SHIN_ANGLE, Optional.empty(), Moment.BOTTOM))
                .isCloseTo(told.shin(), within(0.1));
        assertThat(value(report, Measure.PELVIC_OBLIQUITY, Optional.empty(), Moment.BOTTOM))
                .isCloseTo(0, within(0.1));
    }

    /** Bytes laid by hand after the published description of the format (The C3D File Format; from memory). */
    @ParameterizedTest
    @CsvSource({"84, true", "84, false", "86, true", "86, false", "85, true", "85, false"})
    void a_c3d_file_byte_by_byte(int processor, boolean real) {
        byte[] bytes = c3d(processor, real);
        LandmarkFile file = read(
                bytes,
                new ReadOptions(
                        Motion.Plane.SPACE,
                        ReadOptions.Facing.RIGHT,
                        Map.of("LHIP", Landmark.LEFT_HIP, "LANK", Landmark.LEFT_ANKLE),
                        Optional.empty(),
                        Shipped.MOTION));
        assertThat(file.names()).containsExactly("LHIP", "LANK");
        Motion motion = file.motion();
        assertThat(motion.frames()).isEqualTo(2);
        assertThat(motion.rate()).isEqualTo(50);
        assertThat(motion.metresPerUnit()).contains(0.001);
        assertThat(motion.at(Landmark.LEFT_HIP, Axis.Z, 0)).isCloseTo(900, within(1e-3));
        assertThat(motion.at(Landmark.LEFT_ANKLE, Axis.Z, 1)).isCloseTo(80, within(1e-3));
        assertThat(motion.confidence(Landmark.LEFT_HIP, 1))
                .as("its residual is below zero")
                .isZero();
    }

    private static byte[] c3d(int processor, boolean real) {
        ByteOrder order = processor == 86 ? ByteOrder.BIG_ENDIAN : ByteOrder.LITTLE_ENDIAN;
        ByteBuffer file = ByteBuffer.allocate(3 * 512).order(order);
        file.put(0, (byte) 2)
                .put(1, (byte) 0x50)
                .putShort(2, (short) 2)
                .putShort(6, (short) 1)
                .putShort(8, (short) 2)
                .putShort(16, (short) 3);
        real(file, 12, real ? -0.1 : 0.1, processor);
        real(file, 20, 50, processor);
        int at = 512;
        file.put(at, (byte) 1).put(at + 1, (byte) 0x50).put(at + 2, (byte) 1).put(at + 3, (byte) processor);
        at += 4;
        at = record(file, at, "POINT", -1, new byte[] {0});
        at = record(file, at, "LABELS", 1, new byte[] {-1, 2, 4, 2, 'L', 'H', 'I', 'P', 'L', 'A', 'N', 'K', 0});
        at = record(file, at, "UNITS", 1, new byte[] {-1, 1, 2, 'm', 'm', 0});
        file.put(at, (byte) 0);
        at = 1024;
        double[][] points = {{0, 0, 900, 0}, {0, 0, 80, 0}, {0, 0, 0, -1}, {0, 0, 80, 0}};
        for (double[] point : points) {
            for (int i = 0; i < 4; i++) {
                if (real) {
                    real(file, at, point[i], processor);
                    at += 4;
                } else {
                    file.putShort(at, (short) (i == 3 ? point[i] : Math.round(point[i] / 0.1)));
                    at += 2;
                }
            }
        }
        return file.array();
    }

    private static void real(ByteBuffer file, int at, double value, int processor) {
        if (processor != 85) {
            file.putFloat(at, (float) value);
        } else {
            int bits = Float.floatToIntBits((float) (value * 4));
            file.putShort(at, (short) (value == 0 ? 0 : bits >> 16)).putShort(at + 2, (short) (value == 0 ? 0 : bits));
        }
    }

    private static int record(ByteBuffer file, int at, String name, int group, byte[] body) {
        file.put(at, (byte) name.length()).put(at + 1, (byte) group);
        for (int i = 0; i < name.length(); i++) {
            file.put(at + 2 + i, (byte) name.charAt(i));
        }
        int offsetAt = at + 2 + name.length();
        file.putShort(offsetAt, (short) (2 + body.length));
        for (int i = 0; i < body.length; i++) {
            file.put(offsetAt + 2 + i, body[i]);
        }
        return offsetAt + 2 + body.length;
    }

    /** Pictures are numbered 10, 40, 50, 60: a step of ten, and two that are missing. */
    @Test
    void a_gap_at_the_beginning_is_not_taken_for_the_step() {
        String keypoints = IntStream.range(0, 17).mapToObj(i -> "1,2,2").collect(Collectors.joining(","));
        String pictures = IntStream.of(10, 40, 50, 60)
                .mapToObj(i -> "{\"image_id\":" + i + ",\"keypoints\":[" + keypoints + "]}")
                .collect(Collectors.joining(","));
        assertThat(read(
                                ("{\"annotations\":[" + pictures + "]}").getBytes(StandardCharsets.UTF_8),
                                how(Motion.Plane.FRONT))
                        .motion()
                        .frames())
                .isEqualTo(6);
    }

    static Stream<Arguments> broken_files_say_what_and_where() {
        return Stream.of(
                Arguments.of("time,left-hip.x,left-hip.z\n0,1,eins\n", "line 2, column 3", "is no number"),
                Arguments.of("time,left-hip.x,left-hip.z\n0.1,1,2\n0.1,1,2\n", "frame 2", "does not come after"),
                Arguments.of("name,height\nA,1\n", "line 1", "left-knee.x"),
                Arguments.of("time,left-hip.x,left-hip.z\n", "end of file", "no frame"),
                Arguments.of("time,left-hip.x,left-hip.z\n0,1,1e12\n", "line 2", "cannot be"),
                Arguments.of("PathFileType\t4\n", "line 2", "ends before"),
                Arguments.of("PathFileType\t4\nDataRate\tUnits\n60\tfurlong\n", "line 3", "furlong"),
                Arguments.of("{\"annotations\":[{\"image_id\":1,\"keypoints\":[1,2,3]}]}", "line 1", "17 keypoints"),
                Arguments.of("{\"annotations\":[{\"image_id\":1,\"keypoints\":[1,2", "line 1", "complete JSON"),
                Arguments.of("{\"frames\":[]}", "end of file", "no frame"),
                Arguments.of("{\"frames\":[{\"landmarks\":[{\"x\":\"a\",\"y\":1}]}]}", "line 1", "number"));
    }

    @ParameterizedTest
    @MethodSource
    void broken_files_say_what_and_where(String text, String place, String what) {
        assertThatThrownBy(() -> read(text.getBytes(StandardCharsets.UTF_8), how(Motion.Plane.SIDE)))
                .isInstanceOf(Problem.class)
                .hasMessageContaining(place)
                .hasMessageContaining(what);
    }

    @ParameterizedTest
    @CsvSource({"300, header", "700, parameter section", "-4, frame 384 of 384", "-200, frame"})
    void a_truncated_c3d_file_says_where_it_ends(int length, String what) throws IOException {
        byte[] whole =
                written(Camera.exact(Motion.Plane.SPACE, 60).film(Shipped.athlete(SCRIPT)), LandmarkFile.Format.C3D);
        byte[] cut = Arrays.copyOf(whole, length > 0 ? length : whole.length + length);
        assertThatThrownBy(() -> read(cut, how(Motion.Plane.SPACE)))
                .isInstanceOf(Problem.class)
                .hasMessageContaining("ends in its " + what);
    }

    /** 10,000 mutated files of each kind: read or refused in words, none hangs, none takes more memory than its size allows. */
    @ParameterizedTest
    @EnumSource(LandmarkFile.Format.class)
    void mutated_files_are_read_or_refused(LandmarkFile.Format format) throws IOException {
        Motion.Plane plane = format == LandmarkFile.Format.TRC || format == LandmarkFile.Format.C3D
                ? Motion.Plane.SPACE
                : Motion.Plane.SIDE;
        Script quick = Script.squat(BUILD, 1).with(new Script.Tempo(0.3, 0.3, 0, 0.3));
        byte[] whole = written(legs(Camera.exact(plane, 6).film(Shipped.athlete(quick))), format);
        Random random = new Random(format.ordinal());
        int refused = 0;
        for (int i = 0; i < 10_000; i++) {
            byte[] mutated = mutated(whole, random);
            try {
                LandmarkFile file = LandmarkFiles.read(
                        new ByteArrayInputStream(mutated),
                        i % 2 == 0 ? Optional.of(format) : Optional.empty(),
                        how(plane));
                assertThat(file.motion().frames()).isLessThanOrEqualTo(FrameReader.MOST_FRAMES);
            } catch (Problem e) {
                refused++;
                assertThat(e.getMessage()).isNotBlank();
            }
        }
        assertThat(refused).isGreaterThan(500);
    }

    /** The same with hips, knees and ankles only: small enough to be read ten thousand times. */
    private static Motion legs(Motion motion) {
        Motion.Builder legs = Motion.builder(motion.plane(), motion.rate(), motion.metresPerUnit());
        for (int f = 0; f < motion.frames(); f++) {
            legs.frame();
            for (Landmark l : List.of(
                    Landmark.LEFT_HIP,
                    Landmark.RIGHT_HIP,
                    Landmark.LEFT_KNEE,
                    Landmark.LEFT_ANKLE,
                    Landmark.RIGHT_ANKLE)) {
                legs.set(
                        l,
                        motion.at(l, Axis.X, f),
                        motion.at(l, Axis.Y, f),
                        motion.at(l, Axis.Z, f),
                        motion.confidence(l, f));
            }
        }
        return legs.build();
    }

    private static byte[] mutated(byte[] whole, Random random) {
        byte[] bytes = random.nextInt(4) == 0 ? Arrays.copyOf(whole, random.nextInt(whole.length) + 1) : whole.clone();
        for (int i = random.nextInt(6); i >= 0; i--) {
            int at = random.nextInt(random.nextBoolean() ? Math.min(bytes.length, 1200) : bytes.length);
            switch (random.nextInt(4)) {
                case 0 -> bytes[at] = (byte) random.nextInt(256);
                case 1 -> bytes[at] ^= (byte) (1 << random.nextInt(8));
                case 2 -> bytes[at] = (byte) "0123456789-.,eE\t\n\"{}[]: ".charAt(random.nextInt(24));
                default -> {
                    int from = random.nextInt(bytes.length);
                    int length = Math.min(random.nextInt(40), Math.min(bytes.length - from, bytes.length - at));
                    System.arraycopy(whole, from, bytes, at, Math.min(length, whole.length - from));
                }
            }
        }
        return bytes;
    }
}
