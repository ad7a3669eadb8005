package rangordnung.bench;

import com.openhtmltopdf.outputdevice.helper.BaseRendererBuilder.FontStyle;
import com.openhtmltopdf.pdfboxout.PdfRendererBuilder;
import com.openhtmltopdf.svgsupport.BatikSVGDrawer;
import com.openhtmltopdf.util.XRLog;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.Comparator;
import java.util.Map;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import tools.jackson.databind.JsonNode;

/** Thirty athlete cards as PDF over HTTP, against the bare PDF library on the same pages with the same faces. */
final class CardsBenchmark {

    private static final int CARDS = 30;
    private static final int WARM = 4;
    private static final int MEASURED = 5;

    private static final Pattern STYLE = Pattern.compile("<link rel=\"stylesheet\" href=\"([^\"]+)\"/>");

    /** Files by the family and weight that the stylesheet names. */
    private static final Map<String, Integer> WEIGHTS = Map.of(
            "text-400",
            400,
            "text-700",
            700,
            "text-more-400",
            400,
            "text-more-700",
            700,
            "sign-600",
            600,
            "sign-more-600",
            600,
            "rest-400",
            400,
            "rest-700",
            700);

    private CardsBenchmark() {}

    static void measure(Demo demo) throws Exception {
        Demo.Visitor lead = demo.lead();
        JsonNode thirty = lead.json("api/today")
                .get("screenings")
                .valueStream()
                .min(Comparator.comparingInt(s -> Math.abs(s.get("athletes").intValue() - CARDS)))
                .orElseThrow();
        String path = "api/screenings/" + thirty.at("/screening/id").stringValue() + "/papers/cards";
        String query = "?language=EN&size=A4";
        String page = inked(new String(lead.get(path + query), StandardCharsets.UTF_8), lead);
        XRLog.setLoggingEnabled(false);
        for (int i = 0; i < WARM; i++) {
            bare(page);
            lead.get(path + "/pdf" + query);
        }
        Bench.rounds("cards-30-over-library", "milliseconds, least of some", 2, () -> {
            double product = Double.MAX_VALUE;
            double library = Double.MAX_VALUE;
            for (int i = 0; i < MEASURED; i++) {
                library = Math.min(library, milliseconds(() -> bare(page)));
                product = Math.min(product, milliseconds(() -> lead.get(path + "/pdf" + query)));
            }
            return new Bench.Round(product, library);
        });
    }

    private interface Work {
        void run() throws IOException;
    }

    private static double milliseconds(Work work) throws IOException {
        long from = System.nanoTime();
        work.run();
        return (System.nanoTime() - from) / 1e6;
    }

    /** The page of the browser with its stylesheets in it, as the library wants it; the faces are given to it by name. */
    private static String inked(String page, Demo.Visitor lead) throws IOException {
        Matcher style = STYLE.matcher(page);
        StringBuilder whole = new StringBuilder();
        while (style.find()) {
            String css = style.group(1).endsWith("faces.css")
                    ? ""
                    : new String(lead.get(style.group(1).substring(1)), StandardCharsets.UTF_8);
            style.appendReplacement(whole, Matcher.quoteReplacement("<style>" + css + "</style>"));
        }
        return style.appendTail(whole).toString();
    }

    private static void bare(String page) throws IOException {
        PdfRendererBuilder builder = new PdfRendererBuilder();
        builder.usePdfUaAccessibility(true);
        builder.useSVGDrawer(new BatikSVGDrawer());
        WEIGHTS.forEach((file, weight) -> builder.useFont(
                () -> CardsBenchmark.class.getResourceAsStream("/static/paper/" + file + ".ttf"),
                family(file),
                weight,
                FontStyle.NORMAL,
                true));
        builder.useUriResolver((base, uri) -> null);
        builder.withHtmlContent(page, null);
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        builder.toStream(out);
        builder.run();
    }

    /** {@code text-more-400} is of the family “Text more”. */
    private static String family(String file) {
        String name = file.replaceAll("-\\d+$", "").replace('-', ' ');
        return name.substring(0, 1).toUpperCase(java.util.Locale.ROOT) + name.substring(1);
    }
}
