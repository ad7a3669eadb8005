package rangordnung.server.paper;

import com.openhtmltopdf.outputdevice.helper.BaseRendererBuilder.FontStyle;
import com.openhtmltopdf.pdfboxout.PDFCreationListener;
import com.openhtmltopdf.pdfboxout.PdfBoxRenderer;
import com.openhtmltopdf.pdfboxout.PdfRendererBuilder;
import com.openhtmltopdf.svgsupport.BatikSVGDrawer;
import com.openhtmltopdf.util.XRLog;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.util.List;
import java.util.concurrent.atomic.AtomicInteger;
import org.apache.pdfbox.pdmodel.PDPage;

/** Makes tagged PDF of a page: with a text layer, its faces in it, and nothing fetched from anywhere. */
final class Press {

    /** A face of {@code static/paper}; a letter that one lacks is taken from the next. */
    private record Face(String file, String family, int weight) {}

    private static final List<Face> FACES = List.of(
            new Face("text-400", "Text", 400),
            new Face("text-700", "Text", 700),
            new Face("text-more-400", "Text more", 400),
            new Face("text-more-700", "Text more", 700),
            new Face("sign-600", "Sign", 600),
            new Face("sign-more-600", "Sign more", 600),
            new Face("rest-400", "Rest", 400),
            new Face("rest-700", "Rest", 700));

    /** Hears of each page that was set. */
    @FunctionalInterface
    interface Progress {

        void page(int done, int of);
    }

    private Press() {}

    /**
     * Sets a page.
     *
     * @param html     well formed, with its style in it
     * @param progress hears of each sheet; what it throws ends the work
     */
    static byte[] pdf(String html, Progress progress) {
        XRLog.setLoggingEnabled(false);
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        AtomicInteger sheets = new AtomicInteger();
        AtomicInteger done = new AtomicInteger();
        PdfRendererBuilder builder = new PdfRendererBuilder();
        builder.usePdfUaAccessibility(true);
        builder.useSVGDrawer(new BatikSVGDrawer());
        for (Face face : FACES) {
            builder.useFont(
                    () -> Press.class.getResourceAsStream("/static/paper/" + face.file() + ".ttf"),
                    face.family(),
                    face.weight(),
                    FontStyle.NORMAL,
                    true);
        }
        builder.useUriResolver((base, uri) -> null);
        builder.usePageSupplier((document, width, height, number, shadow) -> {
            PDPage page = new PDPage(new org.apache.pdfbox.pdmodel.common.PDRectangle(width, height));
            document.addPage(page);
            progress.page(done.incrementAndGet(), Math.max(sheets.get(), done.get()));
            return page;
        });
        builder.withHtmlContent(html, null);
        builder.toStream(out);
        try (PdfBoxRenderer renderer = builder.buildPdfRenderer()) {
            renderer.setListener(new PDFCreationListener() {
                @Override
                public void preOpen(PdfBoxRenderer r) {}

                @Override
                public void preWrite(PdfBoxRenderer r, int pages) {
                    sheets.set(pages);
                }

                @Override
                public void onClose(PdfBoxRenderer r) {}
            });
            renderer.layout();
            renderer.createPDF();
        } catch (IOException e) {
            throw new java.io.UncheckedIOException(e);
        }
        return out.toByteArray();
    }
}
