package rangordnung.server.exchange;

import java.io.ByteArrayOutputStream;
import java.io.EOFException;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.io.UncheckedIOException;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.charset.Charset;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import rangordnung.core.motion.signal.Axis;
import rangordnung.core.motion.signal.Landmark;
import rangordnung.core.motion.signal.Motion;
import rangordnung.server.platform.Code;

/**
 * Points of a C3D file, after its published format description (The C3D File Format; from memory): blocks of 512 bytes,
 * a header, a parameter section, then frames of points as scaled integers or floats, in the byte order of the processor
 * that wrote it. Analog channels are passed over.
 */
final class C3dPoints {

    private static final int BLOCK = 512;
    private static final int KEY = 0x50;
    private static final Map<String, Double> METRES = Map.of("mm", 0.001, "cm", 0.01, "m", 1.0);

    private C3dPoints() {}

    static boolean recognises(byte[] head) {
        return head.length > 1 && head[1] == KEY && head[0] > 0;
    }

    /** How numbers are written. */
    private enum Processor {
        INTEL(84, ByteOrder.LITTLE_ENDIAN),
        DEC(85, ByteOrder.LITTLE_ENDIAN),
        MIPS(86, ByteOrder.BIG_ENDIAN);

        private final int code;
        private final ByteOrder order;

        Processor(int code, ByteOrder order) {
            this.code = code;
            this.order = order;
        }

        static Processor of(int code) {
            for (Processor processor : values()) {
                if (processor.code == code) {
                    return processor;
                }
            }
            throw FileProblems.at(
                    Code.FILE_HEADER,
                    "parameter section, byte 4",
                    "the processor " + code + " is none of 84, 85 and 86");
        }

        double real(ByteBuffer bytes, int at) {
            if (this != DEC) {
                return bytes.getFloat(at);
            }
            // The words of a DEC float are exchanged, and its exponent is larger by two.
            int bits = (bytes.getShort(at) & 0xFFFF) << 16 | bytes.getShort(at + 2) & 0xFFFF;
            return bits == 0 ? 0 : Float.intBitsToFloat(bits) / 4;
        }
    }

    /** A parameter with its values still as bytes. */
    private record Parameter(int type, int[] dimensions, int at) {}

    static LandmarkFile read(InputStream in, ReadOptions how) {
        Bytes source = new Bytes(in);
        ByteBuffer header = source.take(BLOCK, "header");
        int parametersAt = (header.get(0) & 0xFF) - 1;
        if ((header.get(1) & 0xFF) != KEY || parametersAt < 1) {
            throw FileProblems.at(Code.FILE_BROKEN, "header, byte 2", "this is not a C3D file");
        }
        source.skipTo((long) parametersAt * BLOCK, "parameter section");
        ByteBuffer first = source.take(BLOCK, "parameter section");
        int blocks = Math.max(1, first.get(2) & 0xFF);
        Processor processor = Processor.of(first.get(3) & 0xFF);
        ByteBuffer section = ByteBuffer.allocate(blocks * BLOCK).order(processor.order);
        section.put(first);
        for (int i = 1; i < blocks; i++) {
            section.put(source.take(BLOCK, "parameter section"));
        }
        header.order(processor.order);
        Parameters parameters = new Parameters(section, processor);
        int points = header.getShort(2) & 0xFFFF;
        int used = parameters
                .number("POINT", "USED")
                .map(u -> u.intValue() & 0xFFFF)
                .orElse(points);
        double scale = parameters.number("POINT", "SCALE").orElse(processor.real(header, 12));
        double rate = parameters.number("POINT", "RATE").orElse(processor.real(header, 20));
        int dataAt = parameters
                        .number("POINT", "DATA_START")
                        .map(d -> d.intValue() & 0xFFFF)
                        .orElse(header.getShort(16) & 0xFFFF)
                - 1;
        int frames = frames(header, parameters);
        String units = parameters.text("POINT", "UNITS").stream()
                .findFirst()
                .orElse("mm")
                .strip()
                .toLowerCase(Locale.ROOT);
        List<String> labels = labels(parameters, used);
        if (!Double.isFinite(scale) || scale == 0) {
            throw FileProblems.at(Code.FILE_VALUE, "POINT:SCALE", "it is " + scale);
        }
        FrameReader intake = new FrameReader(
                LandmarkFile.Format.C3D,
                how,
                FrameReader.Axes.ANY,
                labels,
                Optional.of(rate),
                Optional.of(METRES.getOrDefault(units, 0.001)));
        source.skipTo((long) dataAt * BLOCK, "point data");
        boolean real = scale < 0;
        int size = real ? 4 : 2;
        int analog = header.getShort(4) & 0xFFFF;
        for (int f = 0; f < frames; f++) {
            ByteBuffer frame = source.take((4 * used + analog) * size, "frame " + (f + 1) + " of " + frames)
                    .order(processor.order);
            intake.frame(Double.NaN);
            for (int i = 0; i < used; i++) {
                int at = 4 * i * size;
                double residual = real ? processor.real(frame, at + 12) : frame.getShort(at + 6);
                if (residual >= 0 && intake.takes(i)) {
                    intake.point(
                            i,
                            coordinate(frame, at, real, scale, processor),
                            coordinate(frame, at + size, real, scale, processor),
                            coordinate(frame, at + 2 * size, real, scale, processor),
                            1,
                            "frame " + (f + 1));
                }
            }
        }
        return intake.finish();
    }

    private static double coordinate(ByteBuffer frame, int at, boolean real, double scale, Processor processor) {
        return real ? processor.real(frame, at) : scale * frame.getShort(at);
    }

    private static int frames(ByteBuffer header, Parameters parameters) {
        int inHeader = (header.getShort(8) & 0xFFFF) - (header.getShort(6) & 0xFFFF) + 1;
        int frames = parameters
                .number("POINT", "FRAMES")
                .map(f -> f.intValue() & 0xFFFF)
                .orElse(inHeader);
        int known = frames == 0xFFFF || frames == 0
                ? parameters
                        .number("POINT", "LONG_FRAMES")
                        .map(Double::intValue)
                        .orElse(inHeader)
                : frames;
        if (known < 1 || known > FrameReader.MOST_FRAMES) {
            throw FileProblems.at(
                    Code.FILE_TOO_LONG,
                    "header",
                    "it announces " + known + " frames; 1 to " + FrameReader.MOST_FRAMES + " are read");
        }
        return known;
    }

    private static List<String> labels(Parameters parameters, int used) {
        if (used < 1 || used > FrameReader.MOST_NAMES) {
            throw FileProblems.at(
                    Code.FILE_POINTS,
                    "POINT:USED",
                    "it has " + used + " points; 1 to " + FrameReader.MOST_NAMES + " are read");
        }
        List<String> labels = new ArrayList<>(parameters.text("POINT", "LABELS"));
        for (int more = 2;
                labels.size() < used
                        && !parameters.text("POINT", "LABELS" + more).isEmpty();
                more++) {
            labels.addAll(parameters.text("POINT", "LABELS" + more));
        }
        for (int i = 0; i < used; i++) {
            String name = i < labels.size() ? labels.get(i).strip() : "";
            // A label may carry the athlete's name in front of a colon; it is left where it is.
            String plain = name.substring(name.indexOf(':') + 1);
            if (i < labels.size()) {
                labels.set(i, plain.isEmpty() ? "point " + (i + 1) : plain);
            } else {
                labels.add("point " + (i + 1));
            }
        }
        return labels.subList(0, used);
    }

    /** The parameter section: groups and their parameters. */
    private static final class Parameters {

        private final ByteBuffer section;
        private final Processor processor;
        private final Map<Integer, String> groups = new HashMap<>();
        private final Map<String, Parameter> byName = new HashMap<>();

        Parameters(ByteBuffer section, Processor processor) {
            this.section = section;
            this.processor = processor;
            Map<Integer, Map<String, Parameter>> ofGroup = new HashMap<>();
            int at = 4;
            while (at + 2 <= section.capacity()) {
                int length = Math.abs(section.get(at));
                int group = section.get(at + 1);
                if (length == 0) {
                    break;
                }
                int offsetAt = at + 2 + length;
                need(offsetAt, 2);
                String name = text(at + 2, length, StandardCharsets.US_ASCII).toUpperCase(Locale.ROOT);
                int offset = section.getShort(offsetAt) & 0xFFFF;
                if (group < 0) {
                    groups.put(-group, name);
                } else {
                    ofGroup.computeIfAbsent(group, g -> new HashMap<>()).put(name, parameter(offsetAt + 2, name));
                }
                if (offset == 0) {
                    break;
                }
                at = offsetAt + offset;
            }
            ofGroup.forEach((group, parameters) ->
                    parameters.forEach((name, p) -> byName.put(groups.getOrDefault(group, "?") + ":" + name, p)));
        }

        private Parameter parameter(int at, String name) {
            need(at, 2);
            int type = section.get(at);
            int count = section.get(at + 1) & 0xFF;
            if (count > 7 || type != -1 && type != 1 && type != 2 && type != 4) {
                throw FileProblems.at(
                        Code.FILE_HEADER,
                        "parameter " + name,
                        "its kind " + type + " with " + count + " dimensions is not known");
            }
            need(at + 2, count);
            int[] dimensions = new int[count];
            long values = 1;
            for (int i = 0; i < count; i++) {
                dimensions[i] = section.get(at + 2 + i) & 0xFF;
                values *= dimensions[i];
            }
            if (values * Math.abs(type) > section.capacity()) {
                throw FileProblems.at(Code.FILE_CUT_OFF, "parameter " + name, "it is longer than its section");
            }
            need(at + 2 + count, (int) values * Math.abs(type));
            return new Parameter(type, dimensions, at + 2 + count);
        }

        private String text(int at, int length, Charset charset) {
            byte[] bytes = new byte[length];
            section.get(at, bytes);
            return new String(bytes, charset);
        }

        private void need(int at, int bytes) {
            if (at + bytes > section.capacity()) {
                throw FileProblems.at(
                        Code.FILE_CUT_OFF, "parameter section, byte " + at, "a parameter goes beyond its end");
            }
        }

        Optional<Double> number(String group, String name) {
            Parameter p = byName.get(group + ":" + name);
            if (p == null || p.type() == -1 || p.dimensions().length > 0 && p.dimensions()[0] == 0) {
                return Optional.empty();
            }
            return Optional.of(
                    switch (p.type()) {
                        case 1 -> (double) section.get(p.at());
                        case 2 -> (double) section.getShort(p.at());
                        default -> processor.real(section, p.at());
                    });
        }

        List<String> text(String group, String name) {
            Parameter p = byName.get(group + ":" + name);
            if (p == null || p.type() != -1 || p.dimensions().length == 0) {
                return List.of();
            }
            int length = p.dimensions()[0];
            int count = 1;
            for (int i = 1; i < p.dimensions().length; i++) {
                count *= p.dimensions()[i];
            }
            List<String> all = new ArrayList<>();
            for (int i = 0; i < count && i <= FrameReader.MOST_NAMES; i++) {
                all.add(text(p.at() + i * length, length, StandardCharsets.ISO_8859_1)
                        .strip());
            }
            return all;
        }
    }

    /** Bytes in order, with their place. */
    private static final class Bytes {

        private final InputStream in;
        private long at;

        Bytes(InputStream in) {
            this.in = in;
        }

        ByteBuffer take(int bytes, String what) {
            try {
                byte[] read = in.readNBytes(bytes);
                if (read.length < bytes) {
                    throw new EOFException();
                }
                at += bytes;
                return ByteBuffer.wrap(read).order(ByteOrder.LITTLE_ENDIAN);
            } catch (EOFException e) {
                throw FileProblems.at(Code.FILE_CUT_OFF, "byte " + at, "the file ends in its " + what);
            } catch (IOException e) {
                throw new UncheckedIOException(e);
            }
        }

        void skipTo(long byteAt, String what) {
            if (byteAt < at) {
                throw FileProblems.at(
                        Code.FILE_HEADER,
                        "header",
                        "its " + what + " would begin at byte " + byteAt + ", inside what came before");
            }
            try {
                in.skipNBytes(byteAt - at);
                at = byteAt;
            } catch (EOFException e) {
                throw FileProblems.at(Code.FILE_CUT_OFF, "byte " + byteAt, "the file ends before its " + what);
            } catch (IOException e) {
                throw new UncheckedIOException(e);
            }
        }
    }

    /** Floats in millimetres, little-endian, z up. */
    static void write(Motion motion, OutputStream out) throws IOException {
        List<Landmark> landmarks = new ArrayList<>(motion.landmarks());
        int frames = Math.min(motion.frames(), 0xFFFF);
        byte[] parameters = parameters(landmarks, motion.rate(), frames);
        int blocks = (parameters.length + BLOCK - 1) / BLOCK;
        ByteBuffer header = ByteBuffer.allocate(BLOCK).order(ByteOrder.LITTLE_ENDIAN);
        header.put(0, (byte) 2)
                .put(1, (byte) KEY)
                .putShort(2, (short) landmarks.size())
                .putShort(6, (short) 1)
                .putShort(8, (short) frames);
        header.putFloat(12, -1).putShort(16, (short) (2 + blocks)).putFloat(20, (float) motion.rate());
        out.write(header.array());
        ByteBuffer section = ByteBuffer.allocate(blocks * BLOCK);
        section.put(parameters).put(2, (byte) blocks).put(3, (byte) Processor.INTEL.code);
        out.write(section.array());
        double millimetres = 1000 * motion.metresPerUnit().orElse(1.0);
        ByteBuffer frame = ByteBuffer.allocate(16 * landmarks.size()).order(ByteOrder.LITTLE_ENDIAN);
        for (int f = 0; f < frames; f++) {
            frame.clear();
            for (Landmark l : landmarks) {
                boolean seen = motion.confidence(l, f) > 0;
                for (Axis axis : Axis.values()) {
                    frame.putFloat(seen ? (float) (millimetres * TrcMarkers.known(motion, l, axis, f)) : 0);
                }
                frame.putFloat(seen ? 0 : -1);
            }
            out.write(frame.array());
        }
    }

    private static byte[] parameters(List<Landmark> landmarks, double rate, int frames) {
        ParameterWriter writer = new ParameterWriter();
        writer.group(1, "POINT");
        writer.integer(1, "USED", landmarks.size());
        writer.real(1, "SCALE", -1);
        writer.real(1, "RATE", rate);
        writer.integer(1, "FRAMES", frames);
        writer.text(1, "UNITS", List.of("mm"));
        writer.text(1, "LABELS", landmarks.stream().map(LandmarkNames::of).toList());
        return writer.done();
    }

    private static final class ParameterWriter {

        private final ByteArrayOutputStream out = new ByteArrayOutputStream();

        ParameterWriter() {
            out.writeBytes(new byte[] {1, KEY, 0, 0});
        }

        void group(int id, String name) {
            record(-id, name, new byte[] {0});
        }

        void integer(int group, String name, int value) {
            record(group, name, new byte[] {2, 0, (byte) value, (byte) (value >> 8), 0});
        }

        void real(int group, String name, double value) {
            ByteBuffer bytes = ByteBuffer.allocate(7)
                    .order(ByteOrder.LITTLE_ENDIAN)
                    .put((byte) 4)
                    .put((byte) 0)
                    .putFloat((float) value)
                    .put((byte) 0);
            record(group, name, bytes.array());
        }

        void text(int group, String name, List<String> values) {
            int longest = values.stream().mapToInt(String::length).max().orElse(0);
            ByteBuffer bytes = ByteBuffer.allocate(5 + longest * values.size())
                    .put((byte) -1)
                    .put((byte) 2)
                    .put((byte) longest)
                    .put((byte) values.size());
            for (String value : values) {
                bytes.put(String.format("%-" + longest + "s", value).getBytes(StandardCharsets.US_ASCII));
            }
            record(group, name, bytes.put((byte) 0).array());
        }

        private void record(int group, String name, byte[] body) {
            out.write(name.length());
            out.write(group);
            out.writeBytes(name.getBytes(StandardCharsets.US_ASCII));
            int offset = 2 + body.length;
            out.write(offset);
            out.write(offset >> 8);
            out.writeBytes(body);
        }

        byte[] done() {
            out.writeBytes(new byte[] {0, 0});
            return out.toByteArray();
        }
    }
}
