package rangordnung.server.paper;

import java.util.Locale;
import org.springframework.web.util.HtmlUtils;

/** Draws a picture as SVG in one ink, for the browser and for PDF. */
final class Ink {

    static final String BLACK = "#111111";
    static final String GREY = "#777777";
    static final String FAINT = "#aaaaaa";
    static final String SHADE = "#e4e4e4";
    static final String PAPER = "#ffffff";

    /** Where in the picture, to the right and down. */
    record Spot(double x, double y) {}

    private final StringBuilder svg;

    /**
     * @param kind        class of the picture, for its size on paper
     * @param alternative what it shows, for whoever hears it read
     */
    Ink(String kind, double left, double top, double width, double height, String alternative) {
        String said = HtmlUtils.htmlEscape(alternative, "UTF-8");
        svg = new StringBuilder(String.format(
                Locale.ROOT,
                "<svg class=\"%s\" xmlns=\"http://www.w3.org/2000/svg\" viewBox=\"%.3f %.3f %.3f %.3f\" role=\"img\" alt=\"%s\" aria-label=\"%s\">",
                kind,
                left,
                top,
                width,
                height,
                said,
                said));
    }

    Ink line(Spot from, Spot to, double width, String ink) {
        return add(
                "<line x1=\"%.3f\" y1=\"%.3f\" x2=\"%.3f\" y2=\"%.3f\" stroke=\"%s\" stroke-width=\"%.3f\" stroke-linecap=\"round\"/>",
                from.x(), from.y(), to.x(), to.y(), ink, width);
    }

    Ink circle(Spot at, double radius, double width, String fill) {
        return add(
                "<circle cx=\"%.3f\" cy=\"%.3f\" r=\"%.3f\" fill=\"%s\" stroke=\"%s\" stroke-width=\"%.3f\"/>",
                at.x(), at.y(), radius, fill, BLACK, width);
    }

    /** A piece of kit. */
    Ink block(Spot corner, double width, double height, double line) {
        return add(
                "<rect x=\"%.3f\" y=\"%.3f\" width=\"%.3f\" height=\"%.3f\" fill=\"%s\" stroke=\"%s\" stroke-width=\"%.3f\"/>",
                corner.x(), corner.y(), width, height, SHADE, GREY, line);
    }

    Ink path(Iterable<Spot> spots, boolean closed, double width, String ink) {
        StringBuilder points = new StringBuilder();
        spots.forEach(s -> points.append(String.format(Locale.ROOT, "%.2f,%.2f ", s.x(), s.y())));
        return add(
                "<%s points=\"%s\" fill=\"none\" stroke=\"%s\" stroke-width=\"%.3f\" stroke-linecap=\"round\" stroke-linejoin=\"round\"/>",
                closed ? "polygon" : "polyline", points.toString().strip(), ink, width);
    }

    private Ink add(String element, Object... with) {
        svg.append(String.format(Locale.ROOT, element, with));
        return this;
    }

    /** The picture. */
    String svg() {
        return svg + "</svg>";
    }
}
