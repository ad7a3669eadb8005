package rangordnung.server.paper;

import java.util.EnumMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.stream.Stream;
import org.springframework.web.util.HtmlUtils;
import rangordnung.core.body.ArmPosition;
import rangordnung.core.body.BodyLoad;
import rangordnung.core.body.BodyModel;
import rangordnung.core.body.Build;
import rangordnung.core.body.Side;
import rangordnung.core.ladder.Exercise;
import rangordnung.core.motion.signal.Axis;
import rangordnung.core.motion.signal.Landmark;
import rangordnung.core.motion.signal.Landmark.Point;
import rangordnung.core.motion.signal.Motion;
import rangordnung.core.motion.simulated.Camera;
import rangordnung.core.motion.simulated.Faults;
import rangordnung.core.motion.simulated.PoseRules;
import rangordnung.core.motion.simulated.Script;
import rangordnung.core.motion.simulated.SimulatedAthlete;

/**
 * The line-drawn person doing an exercise, seen from the left, where the hip is lowest; as SVG in one ink. Posture, kit and widths
 * are those of the same figure on the screen, in metres and degrees (house convention).
 */
final class Figures {

    /** Frames a second in which the lowest moment is looked for (house convention). */
    private static final double RATE = 10;

    /** Metres of stature of the person that is drawn, and degrees that its ankle bends (house convention). */
    private static final double STATURE = 1.65;

    private static final double ANKLE = 40;

    /** Metres: depth of a seat, what the body adds behind the hip joint, how far a post is from the hand, head, margin (house convention). */
    private static final double SEAT = 0.4;

    private static final double BUTTOCK = 0.09;
    private static final double REACH = 0.03;
    private static final double HEAD = 0.1;
    private static final double MARGIN = 0.15;

    private static final List<List<Point>> LIMBS = List.of(
            List.of(Point.EAR, Point.SHOULDER),
            List.of(Point.SHOULDER, Point.ELBOW),
            List.of(Point.ELBOW, Point.WRIST),
            List.of(Point.SHOULDER, Point.HIP),
            List.of(Point.HIP, Point.KNEE),
            List.of(Point.KNEE, Point.ANKLE),
            List.of(Point.ANKLE, Point.HEEL),
            List.of(Point.HEEL, Point.SECOND_TOE),
            List.of(Point.ANKLE, Point.SECOND_TOE));

    /** Where in the picture, in metres to the right and down. */
    private record Spot(double x, double y) {}

    private final PoseRules poses;
    private final Map<Exercise.Figure, Motion> films = new EnumMap<>(Exercise.Figure.class);

    Figures(PoseRules poses) {
        this.poses = poses;
    }

    /** @param alternative what it shows, for whoever hears it read */
    String of(Exercise exercise, String alternative) {
        Motion film;
        synchronized (films) {
            film = films.computeIfAbsent(exercise.figure(), this::film);
        }
        return new Drawing(film, exercise).svg(alternative);
    }

    private Motion film(Exercise.Figure figure) {
        Build build = Build.ofStature(STATURE);
        Script script = new Script(
                switch (figure) {
                    case STANDING, SQUAT, CHAIR -> Script.Exercise.SQUAT;
                    case SPLIT -> Script.Exercise.SPLIT_SQUAT;
                    case ONE_LEG -> Script.Exercise.SINGLE_LEG_STANCE;
                },
                build,
                new BodyModel.Limits(ANKLE, BodyModel.Limits.HIP, BodyModel.Limits.TRUNK),
                ArmPosition.FORWARD,
                BodyLoad.NONE,
                Side.LEFT,
                1,
                Script.Tempo.CALM,
                switch (figure) {
                    case STANDING -> 78;
                    case SQUAT, ONE_LEG -> 0;
                    case CHAIR -> 8;
                    case SPLIT -> 10;
                },
                build.hipSpacing(),
                0,
                0.01,
                Faults.NONE);
        return Camera.exact(Motion.Plane.SIDE, RATE).film(new SimulatedAthlete(script, poses));
    }

    /** One frame of a film with the kit around it. */
    private static final class Drawing {

        private final Motion film;
        private final Exercise exercise;
        private final int frame;

        Drawing(Motion film, Exercise exercise) {
            this.film = film;
            this.exercise = exercise;
            int low = 0;
            for (int f = 1; f < film.frames(); f++) {
                if (hip(f) < hip(low)) {
                    low = f;
                }
            }
            this.frame = low;
        }

        private double hip(int at) {
            return film.at(Landmark.of(Point.HIP, Side.LEFT), Axis.Z, at);
        }

        private Spot spot(Point point, Side side) {
            Landmark landmark = Landmark.of(point, side);
            return new Spot(film.at(landmark, Axis.X, frame), -film.at(landmark, Axis.Z, frame));
        }

        private boolean needs(String... items) {
            return exercise.kit().stream().anyMatch(k -> List.of(items).contains(k.item()));
        }

        String svg(String alternative) {
            boolean carries = needs("RACK", "WEIGHT");
            String said = HtmlUtils.htmlEscape(alternative, "UTF-8");
            List<Spot> all = Stream.of(Side.values())
                    .flatMap(side -> LIMBS.stream().flatMap(List::stream).map(p -> spot(p, side)))
                    .toList();
            double left = all.stream().mapToDouble(Spot::x).min().orElseThrow() - MARGIN;
            double right = all.stream().mapToDouble(Spot::x).max().orElseThrow() + MARGIN;
            double top = all.stream().mapToDouble(Spot::y).min().orElseThrow() - MARGIN;
            StringBuilder svg = new StringBuilder(String.format(
                    Locale.ROOT,
                    "<svg class=\"figure\" xmlns=\"http://www.w3.org/2000/svg\" viewBox=\"%.3f %.3f %.3f %.3f\" role=\"img\" alt=\"%s\" aria-label=\"%s\">",
                    left,
                    top,
                    right - left,
                    0.06 - top,
                    said,
                    said));
            line(svg, new Spot(left, 0.02), new Spot(right, 0.02), 0.012, "#777777");
            if (needs("CHAIR", "BOX") && exercise.figure() == Exercise.Figure.CHAIR) {
                Spot hip = spot(Point.HIP, Side.LEFT);
                double seat = hip.y() + BUTTOCK;
                svg.append(String.format(
                        Locale.ROOT,
                        "<rect x=\"%.3f\" y=\"%.3f\" width=\"%.3f\" height=\"%.3f\" fill=\"#e4e4e4\" stroke=\"#777777\" stroke-width=\"0.012\"/>",
                        hip.x() - SEAT + BUTTOCK,
                        seat,
                        SEAT,
                        -seat));
            }
            if (needs("UPRIGHT")) {
                Spot wrist = spot(Point.WRIST, Side.LEFT);
                line(
                        svg,
                        new Spot(wrist.x() + REACH, 0),
                        new Spot(wrist.x() + REACH, wrist.y() - SEAT),
                        0.04,
                        "#777777");
            }
            for (Side side : List.of(Side.RIGHT, Side.LEFT)) {
                for (List<Point> limb : LIMBS) {
                    if (!(carries && limb.get(0) != Point.EAR && limb.contains(Point.ELBOW))) {
                        line(
                                svg,
                                spot(limb.get(0), side),
                                spot(limb.get(1), side),
                                0.045,
                                side == Side.LEFT ? "#111111" : "#aaaaaa");
                    }
                }
            }
            carried(svg, carries);
            circle(svg, spot(Point.EAR, Side.LEFT), HEAD, 0.04, "#ffffff");
            return svg.append("</svg>").toString();
        }

        /** A bar on the shoulder, or a weight at the chest, with the bent arms that hold it; metres from the shoulder (house convention). */
        private void carried(StringBuilder svg, boolean carries) {
            if (!carries) {
                return;
            }
            boolean bar = needs("RACK");
            Spot shoulder = spot(Point.SHOULDER, Side.LEFT);
            Spot at = bar ? shoulder : new Spot(shoulder.x() + 0.17, shoulder.y() + 0.13);
            Spot elbow = bar
                    ? new Spot(shoulder.x() + 0.08, shoulder.y() + 0.24)
                    : new Spot(shoulder.x() + 0.04, shoulder.y() + 0.27);
            Spot hand = bar
                    ? new Spot(shoulder.x() + 0.06, shoulder.y())
                    : new Spot(shoulder.x() + 0.15, shoulder.y() + 0.13);
            circle(svg, at, bar ? 0.12 : 0.08, 0.015, "#e4e4e4");
            line(svg, shoulder, elbow, 0.045, "#111111");
            line(svg, elbow, hand, 0.045, "#111111");
        }

        private static void line(StringBuilder svg, Spot from, Spot to, double width, String ink) {
            svg.append(String.format(
                    Locale.ROOT,
                    "<line x1=\"%.3f\" y1=\"%.3f\" x2=\"%.3f\" y2=\"%.3f\" stroke=\"%s\" stroke-width=\"%.3f\" stroke-linecap=\"round\"/>",
                    from.x(),
                    from.y(),
                    to.x(),
                    to.y(),
                    ink,
                    width));
        }

        private static void circle(StringBuilder svg, Spot at, double radius, double width, String fill) {
            svg.append(String.format(
                    Locale.ROOT,
                    "<circle cx=\"%.3f\" cy=\"%.3f\" r=\"%.3f\" fill=\"%s\" stroke=\"#111111\" stroke-width=\"%.3f\"/>",
                    at.x(),
                    at.y(),
                    radius,
                    fill,
                    width));
        }
    }
}
