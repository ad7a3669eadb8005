package rangordnung.server.paper;

import java.util.List;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import rangordnung.core.body.Side;
import rangordnung.core.motion.signal.Axis;
import rangordnung.core.motion.signal.Landmark;
import rangordnung.core.motion.signal.Landmark.Point;
import rangordnung.core.motion.signal.Motion;
import rangordnung.core.motion.simulated.Camera;
import rangordnung.core.motion.simulated.GradePictures;
import rangordnung.core.motion.simulated.PoseRules;
import rangordnung.core.motion.simulated.SimulatedAthlete;

/** The simulated athlete where the hip is lowest, drawn in lines; a side view shows the far leg faintly. Lengths in metres (house convention). */
final class Skeleton {

    private static final double RATE = 8;
    private static final double MARGIN = 0.12;
    private static final double LIMB = 0.045;
    private static final double THIN = 0.02;
    private static final double HEAD = 0.1;
    private static final double ABOVE_EARS = 0.03;

    private final Motion film;
    private final int frame;

    private Skeleton(Motion film) {
        this.film = film;
        this.frame = IntStream.range(0, film.frames())
                .reduce((low, f) -> hip(f) < hip(low) ? f : low)
                .orElse(0);
    }

    /** All grades of a criterion on one scale, with what each shows. */
    static List<String> of(GradePictures.Pictures pictures, PoseRules poses, List<String> alternatives) {
        List<Skeleton> all = pictures.grades().stream()
                .map(p -> new Skeleton(
                        Camera.exact(pictures.plane(), RATE).film(new SimulatedAthlete(p.script(), poses))))
                .toList();
        List<Ink.Spot> spots = all.stream().flatMap(Skeleton::spots).toList();
        double left = spots.stream().mapToDouble(Ink.Spot::x).min().orElse(0) - MARGIN;
        double right = spots.stream().mapToDouble(Ink.Spot::x).max().orElse(0) + MARGIN;
        double top = spots.stream().mapToDouble(Ink.Spot::y).min().orElse(0) - MARGIN;
        return IntStream.range(0, all.size())
                .mapToObj(i -> all.get(i)
                        .drawn(new Ink("grade", left, top, right - left, MARGIN / 2 - top, alternatives.get(i))
                                .line(new Ink.Spot(left, THIN), new Ink.Spot(right, THIN), THIN, Ink.GREY)))
                .toList();
    }

    private double hip(int at) {
        return film.at(Landmark.of(Point.HIP, Side.LEFT), Axis.Z, at);
    }

    private Stream<Ink.Spot> spots() {
        return Stream.of(Side.values())
                .flatMap(side -> Figures.LIMBS.stream().flatMap(List::stream).map(p -> spot(p, side)));
    }

    private Ink.Spot spot(Point point, Side side) {
        Landmark landmark = Landmark.of(point, side);
        Axis across = film.plane() == Motion.Plane.FRONT ? Axis.Y : Axis.X;
        return new Ink.Spot(film.at(landmark, across, frame), -film.at(landmark, Axis.Z, frame));
    }

    private String drawn(Ink ink) {
        boolean front = film.plane() == Motion.Plane.FRONT;
        for (Side side : List.of(Side.RIGHT, Side.LEFT)) {
            String tone = front || side == Side.LEFT ? Ink.BLACK : Ink.FAINT;
            Figures.LIMBS.forEach(limb -> ink.line(spot(limb.get(0), side), spot(limb.get(1), side), LIMB, tone));
            ink.line(spot(Point.REAR_HIP_BONE, side), spot(Point.FRONT_HIP_BONE, side), THIN, tone);
        }
        if (front) {
            Stream.of(Point.SHOULDER, Point.HIP)
                    .forEach(p -> ink.line(spot(p, Side.LEFT), spot(p, Side.RIGHT), LIMB, Ink.BLACK));
        }
        Ink.Spot left = spot(Point.EAR, Side.LEFT);
        Ink.Spot right = spot(Point.EAR, Side.RIGHT);
        return ink.circle(
                        new Ink.Spot((left.x() + right.x()) / 2, (left.y() + right.y()) / 2 - ABOVE_EARS),
                        HEAD,
                        LIMB,
                        Ink.PAPER)
                .svg();
    }
}
