package rangordnung.server.exchange;

import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import rangordnung.core.body.Side;
import rangordnung.core.motion.signal.Landmark;
import rangordnung.core.motion.signal.Landmark.Point;

/** Guesses which landmark a column or marker is, by how such names are commonly written. */
final class LandmarkNames {

    /** Keypoints of a body in the order of the COCO data set, then the six of the feet (Lin et al. 2014; from memory). */
    static final List<String> COCO = List.of(
            "nose",
            "left_eye",
            "right_eye",
            "left_ear",
            "right_ear",
            "left_shoulder",
            "right_shoulder",
            "left_elbow",
            "right_elbow",
            "left_wrist",
            "right_wrist",
            "left_hip",
            "right_hip",
            "left_knee",
            "right_knee",
            "left_ankle",
            "right_ankle");

    static final List<String> COCO_FEET =
            List.of("left_big_toe", "left_small_toe", "left_heel", "right_big_toe", "right_small_toe", "right_heel");

    /** The 33 landmarks of common body pose networks, in order (value from memory). */
    static final List<String> THIRTY_THREE = List.of(
            "nose",
            "left_eye_inner",
            "left_eye",
            "left_eye_outer",
            "right_eye_inner",
            "right_eye",
            "right_eye_outer",
            "left_ear",
            "right_ear",
            "mouth_left",
            "mouth_right",
            "left_shoulder",
            "right_shoulder",
            "left_elbow",
            "right_elbow",
            "left_wrist",
            "right_wrist",
            "left_pinky",
            "right_pinky",
            "left_index",
            "right_index",
            "left_thumb",
            "right_thumb",
            "left_hip",
            "right_hip",
            "left_knee",
            "right_knee",
            "left_ankle",
            "right_ankle",
            "left_heel",
            "right_heel",
            "left_foot_index",
            "right_foot_index");

    /** Stems of names, the more particular ones first. */
    private static final Map<String, Point> STEMS = new LinkedHashMap<>();

    static {
        stems(Point.HIP_CREASE, "hipcrease");
        stems(Point.FRONT_HIP_BONE, "fronthipbone", "asis", "asi");
        stems(Point.REAR_HIP_BONE, "rearhipbone", "psis", "psi");
        stems(Point.LOW_BACK, "lowback", "lowerback", "lumbar");
        stems(Point.BIG_TOE, "bigtoe", "hallux");
        stems(Point.LITTLE_TOE, "littletoe", "smalltoe");
        stems(Point.SECOND_TOE, "secondtoe", "footindex", "toe");
        stems(Point.HEEL, "heel", "hee", "calc");
        stems(Point.ANKLE, "ankle", "ank");
        stems(Point.KNEE, "knee", "kne", "patella");
        stems(Point.HIP, "hipjoint", "hip", "hjc");
        stems(Point.SHOULDER, "shoulder", "sho", "acrom");
        stems(Point.ELBOW, "elbow", "elb");
        stems(Point.WRIST, "wrist", "wri");
        stems(Point.EAR, "ear");
        stems(Point.HEAD, "head");
    }

    private LandmarkNames() {}

    private static void stems(Point point, String... names) {
        for (String name : names) {
            STEMS.put(name, point);
        }
    }

    /** Name of a landmark in files that are written. */
    static String of(Landmark landmark) {
        return landmark.name().toLowerCase(Locale.ROOT).replace('_', '-');
    }

    /** The landmark that a name stands for, as far as it can be told. */
    static Optional<Landmark> guess(String name) {
        String plain = name.toLowerCase(Locale.ROOT).replaceAll("[^a-z0-9]", "");
        Optional<Side> side = plain.startsWith("left") || plain.endsWith("left")
                ? Optional.of(Side.LEFT)
                : plain.startsWith("right") || plain.endsWith("right") ? Optional.of(Side.RIGHT) : Optional.empty();
        String rest = plain.replace("left", "").replace("right", "");
        Optional<Point> point = point(rest);
        if (side.isEmpty() && point.isEmpty() && rest.length() > 1) {
            side = sideLetter(rest.charAt(0));
            point = point(rest.substring(1));
        }
        if (side.isEmpty() && point.isPresent()) {
            side = sideLetter(rest.charAt(rest.length() - 1));
        }
        Optional<Side> known = side;
        return point.flatMap(p -> {
            boolean middle = Landmark.of(p, Side.LEFT) == Landmark.of(p, Side.RIGHT);
            return middle ? Optional.of(Landmark.of(p, Side.LEFT)) : known.map(s -> Landmark.of(p, s));
        });
    }

    private static Optional<Side> sideLetter(char letter) {
        return letter == 'l' ? Optional.of(Side.LEFT) : letter == 'r' ? Optional.of(Side.RIGHT) : Optional.empty();
    }

    private static Optional<Point> point(String rest) {
        return STEMS.entrySet().stream()
                .filter(e -> rest.startsWith(e.getKey()))
                .map(Map.Entry::getValue)
                .findFirst();
    }
}
