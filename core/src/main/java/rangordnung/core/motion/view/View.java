package rangordnung.core.motion.view;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.stream.Stream;
import org.hipparchus.stat.StatUtils;
import rangordnung.core.body.Build;
import rangordnung.core.body.Side;
import rangordnung.core.body.Sided;
import rangordnung.core.motion.signal.Axis;
import rangordnung.core.motion.signal.Landmark;
import rangordnung.core.motion.signal.Landmark.Point;
import rangordnung.core.motion.signal.Motion;
import rangordnung.core.motion.signal.MotionRules.CameraRules;
import rangordnung.core.motion.signal.Paths;
import rangordnung.core.motion.signal.Posture;
import rangordnung.core.protocol.TestDefinition.Pattern;

/**
 * From where a clip was taken, and what it would show from square.
 *
 * @param findings what is not as it should be
 */
public record View(List<ClipFinding> findings, Optional<Squaring> squaring) {

    /**
     * How a clip is squared.
     *
     * @param sight  from where it was taken, as far as that is known
     * @param doubts from where it may have been taken as well, each off by one standard error in one thing
     */
    record Squaring(StandingBody body, Sight sight, List<Sight> doubts) {}

    /**
     * Who is looked at, and what is known of the camera.
     *
     * @param working the leg that works, where one does
     * @param near    the side toward a camera beside the athlete
     * @param lens    nothing where the landmarks did not come through a lens
     * @param marks   by which a landmark may lie beside its place, in units of the source
     */
    public record Known(
            Pattern pattern,
            Optional<Side> working,
            Optional<Side> near,
            Optional<Build> build,
            Optional<Lens> lens,
            double marks) {}

    /** Of landmarks that no camera took. */
    public static final View SQUARE = new View(List.of(), Optional.empty());

    /**
     * Tells it from the body.
     *
     * @param paths   of the landmarks, filtered
     * @param stands  frames of standing
     * @param bottoms of the repetitions
     */
    public static View of(Motion motion, Paths paths, int[] stands, int[] bottoms, Known known, CameraRules rules) {
        if (motion.plane() == Motion.Plane.SPACE) {
            return SQUARE;
        }
        Axis across = motion.plane() == Motion.Plane.FRONT ? Axis.Y : Axis.X;
        Posture standing = median(paths, stands);
        Optional<StandingBody> body = StandingBody.of(standing, across, motion.metresPerUnit(), known.build());
        if (body.isEmpty()) {
            return SQUARE;
        }
        Optional<Posture> low = bottoms.length == 0 ? Optional.empty() : Optional.of(median(paths, bottoms));
        Optional<ClipFinding> wrong = wrongView(motion.plane(), body.get(), standing, low, known, rules);
        return wrong.map(finding -> new View(List.of(finding), Optional.empty()))
                .orElseGet(() -> fitted(motion.plane(), body.get(), standing, low, known, rules));
    }

    private static View fitted(
            Motion.Plane plane,
            StandingBody body,
            Posture standing,
            Optional<Posture> low,
            Known known,
            CameraRules rules) {
        Optional<Double> distance = known.lens().flatMap(Lens::distance);
        Optional<Double> height = known.lens().flatMap(Lens::height);
        boolean left = plane == Motion.Plane.SIDE && known.near().orElse(Side.LEFT) == Side.LEFT;
        boolean ahead =
                plane == Motion.Plane.FRONT && !known.lens().map(Lens::behind).orElse(false);
        Sight square = new Sight(
                plane,
                known.pattern(),
                known.working().orElse(Side.LEFT),
                left || ahead ? 1 : -1,
                0,
                0,
                known.lens().isPresent() ? distance.orElse(rules.distance().value()) : Double.POSITIVE_INFINITY,
                height.orElse(rules.height().value()));
        CameraFit fit = CameraFit.of(square, body, standing, low, known.marks() * body.metres(), rules);
        boolean told = Double.isFinite(fit.yaw().sem());
        double yawUnsure = told
                ? Math.hypot(
                        fit.yaw().sem(),
                        fit.yaw().value() * rules.correctionUnsure().value() / 100)
                : rules.unknownYaw().value();
        List<ClipFinding> findings = new ArrayList<>();
        turned(ClipFinding.Kind.YAW, told, fit.yaw().value(), yawUnsure, rules).ifPresent(findings::add);
        turned(ClipFinding.Kind.ROLL, true, fit.roll().value(), fit.roll().sem(), rules)
                .ifPresent(findings::add);
        Sight sight = fit.sight();
        List<Sight> doubts = new ArrayList<>();
        doubts.add(sight.turned(sight.yaw() + yawUnsure, sight.roll()));
        doubts.add(sight.turned(sight.yaw(), sight.roll() + fit.roll().sem()));
        if (known.lens().isPresent()) {
            double share = (distance.isPresent() ? rules.enteredUnsure() : rules.distanceUnsure()).value() / 100;
            double up = height.map(h -> h * rules.enteredUnsure().value() / 100)
                    .orElse(rules.heightUnsure().value());
            doubts.add(sight.at(sight.distance() * (1 + share), sight.height()));
            doubts.add(sight.at(sight.distance(), sight.height() + up));
            findings.add(new ClipFinding(
                    ClipFinding.Kind.PERSPECTIVE,
                    distance.isPresent() ? ClipFinding.Outcome.CORRECTED : ClipFinding.Outcome.WIDENED,
                    sight.distance(),
                    sight.distance() * share));
        }
        return new View(List.copyOf(findings), Optional.of(new Squaring(body, sight, List.copyOf(doubts))));
    }

    private static Optional<ClipFinding> turned(
            ClipFinding.Kind kind, boolean told, double degrees, double unsure, CameraRules rules) {
        double size = Math.abs(degrees);
        if (!told) {
            return Optional.of(new ClipFinding(kind, ClipFinding.Outcome.WIDENED, 0, unsure));
        }
        if (size + unsure > rules.beyond().value()) {
            return Optional.of(new ClipFinding(kind, ClipFinding.Outcome.REFUSED, degrees, unsure));
        }
        if (size <= Math.max(rules.square().value(), rules.surely().value() * unsure)) {
            return Optional.empty();
        }
        return Optional.of(new ClipFinding(
                kind,
                size <= rules.corrected().value() ? ClipFinding.Outcome.CORRECTED : ClipFinding.Outcome.WIDENED,
                degrees,
                unsure));
    }

    /** From the side a thigh keeps its length, and toes are in front of heels; from the front neither. */
    private static Optional<ClipFinding> wrongView(
            Motion.Plane plane,
            StandingBody body,
            Posture standing,
            Optional<Posture> low,
            Known known,
            CameraRules rules) {
        Axis across = plane == Motion.Plane.FRONT ? Axis.Y : Axis.X;
        double foot = StandingBody.mean(Sided.each(side -> standing.at(Landmark.of(Point.SECOND_TOE, side), across)
                        - standing.at(Landmark.of(Point.HEEL, side), across)))
                * body.metres()
                / body.build().foot();
        double share = rules.wrongView().value() / 100;
        double thigh = known.pattern() == Pattern.SQUAT
                ? low.map(l -> StandingBody.mean(seen(l, body, across))).orElse(Double.NaN)
                : Double.NaN;
        boolean along = plane == Motion.Plane.FRONT ? Math.abs(foot) > share : Math.abs(foot) < 1 - share;
        boolean shortened = plane == Motion.Plane.FRONT ? !(thigh < share) : !(thigh >= share);
        if (along && shortened) {
            return Optional.of(new ClipFinding(ClipFinding.Kind.WRONG_VIEW, ClipFinding.Outcome.REFUSED, 0, 0));
        }
        return plane == Motion.Plane.SIDE && foot < -share
                ? Optional.of(new ClipFinding(ClipFinding.Kind.LOOKS_BACK, ClipFinding.Outcome.REFUSED, 0, 0))
                : Optional.empty();
    }

    /** Share of its standing length that a thigh shows. */
    private static Sided<Double> seen(Posture low, StandingBody body, Axis across) {
        return Sided.each(side -> body.metres()
                * Math.hypot(
                        low.at(Landmark.of(Point.KNEE, side), across) - low.at(Landmark.of(Point.HIP, side), across),
                        low.z(Point.KNEE, side) - low.z(Point.HIP, side))
                / body.thigh().get(side));
    }

    /** Each coordinate's median over some frames; not a number where it is never seen. */
    private static Posture median(Paths paths, int[] frames) {
        Map<Landmark, double[]> medians = new EnumMap<>(Landmark.class);
        for (Landmark landmark : Landmark.values()) {
            medians.put(
                    landmark,
                    Stream.of(Axis.values())
                            .mapToDouble(axis -> median(Arrays.stream(frames)
                                    .mapToDouble(f -> paths.at(landmark, axis, f))
                                    .filter(Double::isFinite)
                                    .toArray()))
                            .toArray());
        }
        return (landmark, axis) -> Objects.requireNonNull(medians.get(landmark))[axis.ordinal()];
    }

    private static double median(double[] seen) {
        return seen.length == 0 ? Double.NaN : StatUtils.percentile(seen, 50);
    }

    /** Whether nothing can be measured. */
    public boolean refused() {
        return findings.stream().anyMatch(f -> f.outcome() == ClipFinding.Outcome.REFUSED);
    }

    /** Landmarks as they would be seen from square. */
    public Paths squared(Paths paths) {
        return squaring.<Paths>map(s -> new SquaredPaths(paths, s.sight(), s.body()))
                .orElse(paths);
    }

    /** Landmarks as they would be, each time with the camera a standard error away. */
    public List<Paths> doubts(Paths paths) {
        return squaring.map(s -> s.doubts().stream()
                        .<Paths>map(doubt -> new SquaredPaths(paths, doubt, s.body()))
                        .toList())
                .orElse(List.of());
    }
}
