package rangordnung.server.paper;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import java.util.zip.ZipEntry;
import java.util.zip.ZipInputStream;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.text.PDFTextStripper;
import org.junit.jupiter.api.Test;

/** A table whose cells are tags makes a file of many objects. */
class PressTest {

    private static String page(String name, int rows) {
        return "<html lang=\"en\"><head><title>Table</title><style>body { font-family: Text }</style></head><body><section ><h1>%s</h1><table>%s</table></section></body></html>"
                .formatted(
                        name,
                        IntStream.range(0, rows)
                                .mapToObj(i -> "<tr><td>" + i + "</td><td>" + name + "</td><td>sure</td></tr>")
                                .collect(Collectors.joining()));
    }

    private static String text(byte[] pdf) throws IOException {
        try (PDDocument document = Loader.loadPDF(pdf)) {
            assertThat(document.getDocumentCatalog().getStructureTreeRoot()).isNotNull();
            assertThat(document.getDocument().getXrefTable()).hasSizeLessThan(60_000);
            return new PDFTextStripper().getText(document);
        }
    }

    @Test
    void what_is_too_large_for_one_file_is_several_of_which_none_lacks_a_page() throws IOException {
        Press.Pressed pressed = Press.pdf(
                "report",
                List.of(page("Ada", 2000), page("Bo", 2000), page("Cem", 2000), page("Dua", 10)),
                (done, of) -> assertThat(of).isEqualTo(4));
        assertThat(pressed.name()).isEqualTo("report.zip");
        Map<String, String> files = new LinkedHashMap<>();
        try (ZipInputStream zip = new ZipInputStream(new ByteArrayInputStream(pressed.bytes()))) {
            for (ZipEntry entry = zip.getNextEntry(); entry != null; entry = zip.getNextEntry()) {
                files.put(entry.getName(), text(zip.readAllBytes()));
            }
        }
        assertThat(files.keySet()).containsExactly("report-1.pdf", "report-2.pdf");
        assertThat(files.get("report-1.pdf")).contains("Ada", "Bo").doesNotContain("Cem");
        assertThat(files.get("report-2.pdf")).contains("Cem", "Dua").doesNotContain("Bo");

        assertThat(Press.pdf("report", List.of(page("Ada", 10), page("Bo", 10)), (done, of) -> {})
                        .name())
                .isEqualTo("report.pdf");
    }
}
