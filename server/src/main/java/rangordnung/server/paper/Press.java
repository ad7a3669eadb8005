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
import java.util.zip.ZipEntry;
import java.util.zip.ZipOutputStream;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.multipdf.PDFMergerUtility;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.PDPage;
import org.apache.pdfbox.pdmodel.common.PDRectangle;
import org.springframework.http.MediaType;

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
     * Objects of one PDF: all of them are in memory while it is put together, and each tag is one (house convention). Five
     * hundred cards have 47,000, the report of the demo's five hundred athletes 175,000 on 547 pages, for which a server's heap
     * of 192 MB is too small.
     */
    private static final int OBJECTS = 60_000;

    /** A file to be saved. */
    record Pressed(String name, String type, byte[] bytes) {}

    /**
     * Pages that are set one after the other, as one PDF; as a ZIP of numbered ones where one were too large.
     *
     * @param name     of the file, without its ending
     * @param pages    each well formed, with its style in it, a section to a sheet
     * @param progress hears of each sheet; what it throws ends the work
     */
    static Pressed pdf(String name, List<String> pages, Progress progress) {
        int all = pages.stream().mapToInt(Press::sections).sum();
        List<byte[]> files = new ArrayList<>();
        List<byte[]> parts = new ArrayList<>();
        int objects = 0;
        int before = 0;
        for (String page : pages) {
            int done = before;
            int here = sections(page);
            byte[] part = pdf(page, sheet -> progress.done(done + Math.min(sheet, here), all));
            int more = objects(part);
            if (!parts.isEmpty() && objects + more > OBJECTS) {
                files.add(together(parts));
                parts.clear();
                objects = 0;
            }
            parts.add(part);
            objects += more;
            before += here;
        }
        files.add(together(parts));
        return files.size() == 1
                ? new Pressed(name + ".pdf", MediaType.APPLICATION_PDF_VALUE, files.get(0))
                : new Pressed(name + ".zip", "application/zip", zip(name, files));
    }

    private static int objects(byte[] pdf) {
        try (PDDocument document = Loader.loadPDF(pdf)) {
            return document.getDocument().getXrefTable().size();
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    private static byte[] zip(String name, List<byte[]> files) {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        try (ZipOutputStream zip = new ZipOutputStream(out)) {
            for (int i = 0; i < files.size(); i++) {
                zip.putNextEntry(new ZipEntry(name + "-" + (i + 1) + ".pdf"));
                zip.write(files.get(i));
            }
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
        return out.toByteArray();
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
        if (parts.size() == 1) {
            return parts.get(0);
        }
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
