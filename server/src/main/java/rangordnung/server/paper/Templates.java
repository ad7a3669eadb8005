package rangordnung.server.paper;

import com.samskivert.mustache.Mustache;
import com.samskivert.mustache.Template;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/** Sets a model in its template; what the model says is escaped, and what a template asks for and the model lacks is a mistake of ours. */
final class Templates {

    private static final String FOLDER = "/paper/";

    /** For the browser; PDF has its faces from {@link Press}. */
    private static final String FACES = "faces";

    private final Mustache.Compiler compiler = Mustache.compiler().escapeHTML(true);
    private final Map<String, Template> compiled = new ConcurrentHashMap<>();

    /** As a page that a browser shows and prints. */
    String forBrowser(String template, List<?> models, Catalogue words, String title, String sheet) {
        List<String> styles = Stream.of("paper", sheet, FACES)
                .map(s -> "/paper/" + s + ".css")
                .toList();
        return page(template, models, words, title, Map.of("styles", styles, "inked", false, "css", ""));
    }

    /** As it is set in PDF: with everything in it. */
    String forPress(String template, Object model, Catalogue words, String title, String sheet) {
        String css = Stream.of("paper", sheet)
                .map(s -> text("/static/paper/" + s + ".css"))
                .collect(Collectors.joining("\n"));
        return page(template, List.of(model), words, title, Map.of("styles", List.of(), "inked", true, "css", css));
    }

    private String page(String template, List<?> models, Catalogue words, String title, Map<String, ?> how) {
        Map<String, Object> page = new HashMap<>(how);
        page.put("title", title);
        page.put("language", words.language().code());
        page.put("content", template(template).execute(Map.of("it", models, "w", words.plain())));
        return template("page").execute(Map.of("it", page));
    }

    private Template template(String name) {
        return compiled.computeIfAbsent(name, n -> {
            // the model is what a template speaks of, and the words stand around it
            return compiler.compile("{{#it}}" + text(FOLDER + n + ".html") + "{{/it}}");
        });
    }

    private static String text(String path) {
        try (InputStream in = resource(path)) {
            return new String(in.readAllBytes(), StandardCharsets.UTF_8);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    private static InputStream resource(String path) {
        InputStream in = Templates.class.getResourceAsStream(path);
        if (in == null) {
            throw new IllegalStateException("There is no " + path);
        }
        return in;
    }
}
