package rangordnung.server.paper;

import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.stream.Stream;
import rangordnung.core.body.ArmPosition;
import rangordnung.core.body.BodyLoad;
import rangordnung.core.body.BodyModel;
import rangordnung.core.body.Build;
import rangordnung.core.body.Side;
import rangordnung.core.body.Sided;
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
    private static final double FLOOR = 0.06;
    private static final double LIMB = 0.045;
    private static final double THIN = 0.012;

    static final List<List<Point>> LIMBS = List.of(
            List.of(Point.EAR, Point.SHOULDER),
            List.of(Point.SHOULDER, Point.ELBOW),
            List.of(Point.ELBOW, Point.WRIST),
            List.of(Point.SHOULDER, Point.HIP),
            List.of(Point.HIP, Point.KNEE),
            List.of(Point.KNEE, Point.ANKLE),
            List.of(Point.ANKLE, Point.HEEL),
            List.of(Point.HEEL, Point.SECOND_TOE),
            List.of(Point.ANKLE, Point.SECOND_TOE));

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
                Sided.both(0.0),
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

        private Ink.Spot spot(Point point, Side side) {
            Landmark landmark = Landmark.of(point, side);
            return new Ink.Spot(film.at(landmark, Axis.X, frame), -film.at(landmark, Axis.Z, frame));
        }

        private boolean needs(String... items) {
            return exercise.kit().stream().anyMatch(k -> List.of(items).contains(k.item()));
        }

        String svg(String alternative) {
            boolean carries = needs("RACK", "WEIGHT");
            List<Ink.Spot> all = Stream.of(Side.values())
                    .flatMap(side -> LIMBS.stream().flatMap(List::stream).map(p -> spot(p, side)))
                    .toList();
            double left = all.stream().mapToDouble(Ink.Spot::x).min().orElseThrow() - MARGIN;
            double right = all.stream().mapToDouble(Ink.Spot::x).max().orElseThrow() + MARGIN;
            double top = all.stream().mapToDouble(Ink.Spot::y).min().orElseThrow() - MARGIN;
            Ink ink = new Ink("figure", left, top, right - left, FLOOR - top, alternative)
                    .line(new Ink.Spot(left, 0.02), new Ink.Spot(right, 0.02), THIN, Ink.GREY);
            if (needs("CHAIR", "BOX") && exercise.figure() == Exercise.Figure.CHAIR) {
                Ink.Spot hip = spot(Point.HIP, Side.LEFT);
                double seat = hip.y() + BUTTOCK;
                ink.block(new Ink.Spot(hip.x() - SEAT + BUTTOCK, seat), SEAT, -seat, THIN);
            }
            if (needs("UPRIGHT")) {
                Ink.Spot wrist = spot(Point.WRIST, Side.LEFT);
                ink.line(
                        new Ink.Spot(wrist.x() + REACH, 0),
                        new Ink.Spot(wrist.x() + REACH, wrist.y() - SEAT),
                        0.04,
                        Ink.GREY);
            }
            for (Side side : List.of(Side.RIGHT, Side.LEFT)) {
                for (List<Point> limb : LIMBS) {
                    if (!(carries && limb.get(0) != Point.EAR && limb.contains(Point.ELBOW))) {
                        ink.line(
                                spot(limb.get(0), side),
                                spot(limb.get(1), side),
                                LIMB,
                                side == Side.LEFT ? Ink.BLACK : Ink.FAINT);
                    }
                }
            }
            if (carries) {
                carried(ink);
            }
            return ink.circle(spot(Point.EAR, Side.LEFT), HEAD, 0.04, Ink.PAPER).svg();
        }

        /** A bar on the shoulder, or a weight at the chest, with the bent arms that hold it; metres from the shoulder (house convention). */
        private void carried(Ink ink) {
            boolean bar = needs("RACK");
            Ink.Spot shoulder = spot(Point.SHOULDER, Side.LEFT);
            Ink.Spot at = bar ? shoulder : new Ink.Spot(shoulder.x() + 0.17, shoulder.y() + 0.13);
            Ink.Spot elbow = bar
                    ? new Ink.Spot(shoulder.x() + 0.08, shoulder.y() + 0.24)
                    : new Ink.Spot(shoulder.x() + 0.04, shoulder.y() + 0.27);
            Ink.Spot hand = bar
                    ? new Ink.Spot(shoulder.x() + 0.06, shoulder.y())
                    : new Ink.Spot(shoulder.x() + 0.15, shoulder.y() + 0.13);
            ink.circle(at, bar ? 0.12 : 0.08, 0.015, Ink.SHADE)
                    .line(shoulder, elbow, LIMB, Ink.BLACK)
                    .line(elbow, hand, LIMB, Ink.BLACK);
        }
    }
}
