package rangordnung.server.paper;

import com.openhtmltopdf.extend.FSCacheEx;
import com.openhtmltopdf.extend.FSCacheValue;
import com.openhtmltopdf.extend.impl.FSDefaultCacheStore;
import com.openhtmltopdf.outputdevice.helper.BaseRendererBuilder.FontStyle;
import com.openhtmltopdf.pdfboxout.PdfRendererBuilder;
import com.openhtmltopdf.pdfboxout.PdfRendererBuilder.CacheStore;
import com.openhtmltopdf.svgsupport.BatikSVGDrawer;
import com.openhtmltopdf.util.XRLog;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.util.ArrayList;
import java.util.List;
import java.util.function.IntConsumer;
import java.util.regex.Pattern;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.multipdf.PDFMergerUtility;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.PDPage;
import org.apache.pdfbox.pdmodel.common.PDRectangle;

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

    /** What is told of faces once, so that those of which a file uses nothing are not opened for it. */
    private static final FSCacheEx<String, FSCacheValue> METRICS = new FSDefaultCacheStore();

    /** Begins a sheet. */
    private static final Pattern SECTION = Pattern.compile("<section ");

    /** Hears how far the work is. */
    @FunctionalInterface
    interface Progress {

        void done(int sheets, int of);
    }

    private Press() {}

    /**
     * One file of pages that are set one after the other.
     *
     * @param pages    each well formed, with its style in it, a section to a sheet
     * @param progress hears of each sheet; what it throws ends the work
     */
    static byte[] pdf(List<String> pages, Progress progress) {
        List<Integer> sheets = pages.stream().map(Press::sections).toList();
        int all = sheets.stream().mapToInt(Integer::intValue).sum();
        List<byte[]> parts = new ArrayList<>();
        int before = 0;
        for (int i = 0; i < pages.size(); i++) {
            int done = before;
            int here = sheets.get(i);
            parts.add(pdf(pages.get(i), sheet -> progress.done(done + Math.min(sheet, here), all)));
            before += here;
        }
        return parts.size() == 1 ? parts.get(0) : together(parts);
    }

    private static int sections(String page) {
        return Math.toIntExact(SECTION.matcher(page).results().count());
    }

    private static byte[] pdf(String html, IntConsumer sheet) {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        PdfRendererBuilder builder = new PdfRendererBuilder();
        builder.usePdfUaAccessibility(true);
        builder.useSVGDrawer(new BatikSVGDrawer());
        builder.useCacheStore(CacheStore.PDF_FONT_METRICS, METRICS);
        for (Face face : FACES) {
            builder.useFont(
                    () -> new ByteArrayInputStream(face.font()), face.family(), face.weight(), FontStyle.NORMAL, true);
        }
        builder.useUriResolver((base, uri) -> null);
        builder.usePageSupplier((document, width, height, number, shadow) -> {
            PDPage page = new PDPage(new PDRectangle(width, height));
            document.addPage(page);
            sheet.accept(document.getNumberOfPages());
            return page;
        });
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
