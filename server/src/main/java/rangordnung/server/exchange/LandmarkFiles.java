package rangordnung.server.exchange;

import java.io.BufferedInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.Optional;
import rangordnung.core.motion.signal.Motion;

/** Reads and writes files of landmarks of every kind. */
public final class LandmarkFiles {

    private static final int HEAD = 4096;

    private LandmarkFiles() {}

    /**
     * Reads a file as it comes, without keeping it.
     *
     * @param kind what it is; told from its first bytes where nobody says
     */
    public static LandmarkFile read(InputStream in, Optional<LandmarkFile.Format> kind, ReadOptions how) {
        try {
            BufferedInputStream buffered = new BufferedInputStream(in, 1 << 16);
            buffered.mark(HEAD);
            byte[] head = buffered.readNBytes(HEAD);
            buffered.reset();
            return switch (kind.orElseGet(() -> kind(head))) {
                case CSV -> CsvLandmarks.read(buffered, how);
                case TRC -> TrcMarkers.read(buffered, how);
                case C3D -> C3dPoints.read(buffered, how);
                case COCO -> JsonKeypoints.read(buffered, how, LandmarkFile.Format.COCO);
                case LANDMARKS_33 -> JsonKeypoints.read(buffered, how, LandmarkFile.Format.LANDMARKS_33);
            };
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    private static LandmarkFile.Format kind(byte[] head) {
        if (C3dPoints.recognises(head)) {
            return LandmarkFile.Format.C3D;
        }
        String text =
                new String(head, StandardCharsets.UTF_8).replace("\uFEFF", "").stripLeading();
        if (TrcMarkers.recognises(text)) {
            return LandmarkFile.Format.TRC;
        }
        if (text.startsWith("{") || text.startsWith("[")) {
            return JsonKeypoints.kind(text);
        }
        if (text.isEmpty()
                || text.indexOf('\0') >= 0
                || text.lines().findFirst().filter(l -> l.contains(",")).isEmpty()) {
            throw FileProblems.unknown();
        }
        return LandmarkFile.Format.CSV;
    }

    public static void write(Motion motion, LandmarkFile.Format format, OutputStream out) throws IOException {
        switch (format) {
            case CSV -> CsvLandmarks.write(motion, out);
            case TRC -> TrcMarkers.write(motion, out);
            case C3D -> C3dPoints.write(motion, out);
            case COCO, LANDMARKS_33 -> JsonKeypoints.write(motion, format, out);
        }
    }
}
