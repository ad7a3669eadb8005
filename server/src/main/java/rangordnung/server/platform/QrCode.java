package rangordnung.server.platform;

import com.google.zxing.BarcodeFormat;
import com.google.zxing.EncodeHintType;
import com.google.zxing.WriterException;
import com.google.zxing.common.BitMatrix;
import com.google.zxing.qrcode.QRCodeWriter;
import com.google.zxing.qrcode.decoder.ErrorCorrectionLevel;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import java.util.stream.IntStream;

/** A text as a picture of squares that a phone's camera reads. */
public final class QrCode {

    private QrCode() {}

    /** Rows of 0 and 1 with a quiet border of two squares; 1 is dark. */
    public static List<String> of(String text) {
        try {
            BitMatrix matrix = new QRCodeWriter()
                    .encode(
                            text,
                            BarcodeFormat.QR_CODE,
                            0,
                            0,
                            Map.of(EncodeHintType.MARGIN, 2, EncodeHintType.ERROR_CORRECTION, ErrorCorrectionLevel.M));
            return IntStream.range(0, matrix.getHeight())
                    .mapToObj(y -> IntStream.range(0, matrix.getWidth())
                            .mapToObj(x -> matrix.get(x, y) ? "1" : "0")
                            .collect(Collectors.joining()))
                    .toList();
        } catch (WriterException e) {
            throw new IllegalArgumentException("This text does not fit into a code: " + text, e);
        }
    }
}
