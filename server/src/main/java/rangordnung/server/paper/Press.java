package rangordnung.server.paper;

import com.openhtmltopdf.outputdevice.helper.BaseRendererBuilder.FontStyle;
import com.openhtmltopdf.pdfboxout.PdfRendererBuilder;
import com.openhtmltopdf.svgsupport.BatikSVGDrawer;
import com.openhtmltopdf.util.XRLog;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.util.ArrayList;
import java.util.List;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.multipdf.PDFMergerUtility;
import org.apache.pdfbox.pdmodel.PDDocument;

/** Makes tagged PDF of pages: with a text layer, its faces in it, and nothing fetched from anywhere. */
final class Press {

    /** A face of {@code static/paper}; a letter that one lacks is taken from the next. */
    private record Face(byte[] font, String family, int weight) {

        Face(String file, String family, int weight) {
            this(read(file), family, weight);
        }

        private static byte[] read(String file) {
            try (InputStream in = Press.class.getResourceAsStream("/static/paper/" + file + ".ttf")) {
                if (in == null) {
                    throw new IllegalStateException("The interface was built without the face " + file);
                }
                return in.readAllBytes();
            } catch (IOException e) {
                throw new UncheckedIOException(e);
            }
        }
    }

    private static final List<Face> FACES = List.of(
            new Face("text-400", "Text", 400),
            new Face("text-700", "Text", 700),
            new Face("text-more-400", "Text more", 400),
            new Face("text-more-700", "Text more", 700),
            new Face("sign-600", "Sign", 600),
            new Face("sign-more-600", "Sign more", 600),
            new Face("rest-400", "Rest", 400),
            new Face("rest-700", "Rest", 700));

    static {
        XRLog.setLoggingEnabled(false);
    }

    /** Hears how far the work is. */
    @FunctionalInterface
    interface Progress {

        void done(int parts, int of);
    }

    private Press() {}

    /**
     * One file of pages that are set one after the other.
     *
     * @param pages    each well formed, with its style in it
     * @param progress hears of each; what it throws ends the work
     */
    static byte[] pdf(List<String> pages, Progress progress) {
        List<byte[]> parts = new ArrayList<>();
        for (String page : pages) {
            parts.add(pdf(page));
            progress.done(parts.size(), pages.size());
        }
        return parts.size() == 1 ? parts.get(0) : together(parts);
    }

    private static byte[] pdf(String html) {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        PdfRendererBuilder builder = new PdfRendererBuilder();
        builder.usePdfUaAccessibility(true);
        builder.useSVGDrawer(new BatikSVGDrawer());
        for (Face face : FACES) {
            builder.useFont(
                    () -> new ByteArrayInputStream(face.font()), face.family(), face.weight(), FontStyle.NORMAL, true);
        }
        builder.useUriResolver((base, uri) -> null);
        builder.withHtmlContent(html, null);
        builder.toStream(out);
        try {
            builder.run();
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
        return out.toByteArray();
    }

    private static byte[] together(List<byte[]> parts) {
        PDFMergerUtility merger = new PDFMergerUtility();
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        try (PDDocument whole = Loader.loadPDF(parts.get(0))) {
            for (byte[] part : parts.subList(1, parts.size())) {
                try (PDDocument next = Loader.loadPDF(part)) {
                    merger.appendDocument(whole, next);
                }
            }
            whole.save(out);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
        return out.toByteArray();
    }
}
