package rangordnung.server.exchange;

import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.mockito.ArgumentMatchers.any;
import static org.mockito.ArgumentMatchers.anyInt;
import static org.mockito.Mockito.CALLS_REAL_METHODS;
import static org.mockito.Mockito.doAnswer;
import static org.mockito.Mockito.mock;

import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.InputStream;
import java.util.Map;
import java.util.Optional;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;
import rangordnung.core.Refusal;
import rangordnung.core.body.Build;
import rangordnung.core.motion.signal.Motion;
import rangordnung.core.motion.simulated.Camera;
import rangordnung.core.motion.simulated.Script;
import rangordnung.server.platform.Problem;

/** A connection that breaks while a file is read is not the file's fault: nobody is sent to export it again. */
class BrokenStreamTest {

    @ParameterizedTest
    @EnumSource(LandmarkFile.Format.class)
    void a_stream_that_breaks_half_way_is_no_fault_of_the_file(LandmarkFile.Format format) throws IOException {
        Motion.Plane plane = format == LandmarkFile.Format.COCO || format == LandmarkFile.Format.LANDMARKS_33
                ? Motion.Plane.SIDE
                : Motion.Plane.SPACE;
        Motion clip = Camera.exact(plane, 30).film(Shipped.athlete(Script.squat(Build.ofStature(1.75), 1)));
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        LandmarkFiles.write(clip, format, out);
        byte[] half = new ByteArrayInputStream(out.toByteArray()).readNBytes(out.size() / 2);

        assertThatThrownBy(() -> LandmarkFiles.read(
                        breaking(half),
                        Optional.of(format),
                        new ReadOptions(plane, ReadOptions.Facing.RIGHT, Map.of(), Optional.of(30.0), Shipped.MOTION)))
                .isNotInstanceOf(Problem.class)
                .isNotInstanceOf(Refusal.class)
                .hasRootCauseMessage("Connection reset by peer");
    }

    /** Gives what there is, then breaks. */
    private static InputStream breaking(byte[] bytes) throws IOException {
        ByteArrayInputStream rest = new ByteArrayInputStream(bytes);
        InputStream stream = mock(InputStream.class, CALLS_REAL_METHODS);
        doAnswer(call -> {
                    int read = rest.read(call.getArgument(0), call.getArgument(1), call.getArgument(2));
                    if (read < 0) {
                        throw new IOException("Connection reset by peer");
                    }
                    return read;
                })
                .when(stream)
                .read(any(), anyInt(), anyInt());
        return stream;
    }
}
