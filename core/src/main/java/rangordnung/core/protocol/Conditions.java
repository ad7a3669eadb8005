package rangordnung.core.protocol;

import java.util.EnumSet;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import rangordnung.core.Refusal;
import rangordnung.core.body.Side;
import rangordnung.core.body.Sided;

/**
 * Under what a trial was done; only like is compared with like.
 *
 * @param load             what was carried and where
 * @param arms             where the arms were held
 * @param shoes            whether shoes were worn
 * @param stanceCentimetres distance of the heels, where it was taken
 * @param turnOut          degrees outward of each foot, where they were taken
 * @param aids             planned aids; an aid under the heels is a condition, not a heel lift
 * @param archAssisted     whether the arch was helped once in the set-up
 * @param treatedSide      the side that was treated since the baseline
 */
public record Conditions(
        Load load,
        Arms arms,
        boolean shoes,
        Optional<Double> stanceCentimetres,
        Sided<Optional<Double>> turnOut,
        List<Aid> aids,
        boolean archAssisted,
        Optional<Side> treatedSide) {

    /** Position and mass of what is carried; {@code kilograms} is 0 without any. */
    public record Load(Position position, double kilograms) {

        /** Heaviest load that is believed, in kilograms (house convention). */
        public static final double HEAVIEST = 500;

        public static final Load NONE = new Load(Position.NONE, 0);

        public Load {
            Refusal.present(position, "position");
            Refusal.within(kilograms, 0, HEAVIEST, "kg", "kilograms");
        }
    }

    /** Where a load is held. */
    public enum Position {
        NONE,
        GOBLET,
        FRONT,
        BACK_HIGH,
        BACK_LOW,
        SHOULDERS
    }

    /** Where the arms are held. */
    public enum Arms {
        AS_IN_TEST,
        OVERHEAD,
        FORWARD,
        WAIST,
        CROSSED,
        HANGING,
        RUNNING,
        LOAD
    }

    /**
     * Something that changes a test.
     *
     * @param heightCentimetres how high it raises, where it does
     * @param side              under which foot, where only under one
     */
    public record Aid(Kind kind, Optional<Double> heightCentimetres, Optional<Side> side) {

        /** Highest box that is believed, in centimetres (house convention). */
        public static final double HIGHEST = 100;

        public Aid {
            Refusal.present(kind, "kind");
            Refusal.within(heightCentimetres, 0, HIGHEST, "cm", "heightCentimetres");
            Refusal.present(side, "side");
        }

        public static Aid of(Kind kind) {
            return new Aid(kind, Optional.empty(), Optional.empty());
        }

        public static Aid of(Kind kind, double heightCentimetres) {
            return new Aid(kind, Optional.of(heightCentimetres), Optional.empty());
        }
    }

    /** Kinds of aid. */
    public enum Kind {
        HEEL_PLATE(true),
        HEELED_SHOE(true),
        INNER_HEEL_WEDGE(true),
        INNER_FOREFOOT_WEDGE(false),
        HANDHOLD(false),
        CHAIR(false),
        LIGHT_BAND(false),
        TARGET(false),
        BAND_INTO_SHIFT(false),
        PLATE_UNDER_FOOT(false),
        FRONT_FOOT_BOX(false),
        REAR_FOOT_BOX(false),
        FOAM(false);

        private final boolean raisesHeel;

        Kind(boolean raisesHeel) {
            this.raisesHeel = raisesHeel;
        }

        /** Whether a raised heel is planned under this aid. */
        public boolean raisesHeel() {
            return raisesHeel;
        }
    }

    /** What may differ between two trials. */
    public enum Dimension {
        LOAD,
        ARMS,
        SHOES,
        STANCE,
        TURN_OUT,
        AIDS,
        ARCH,
        TREATED_SIDE
    }

    /** Widest stance and most turned foot that are believed (house convention). */
    public static final double WIDEST = 250;

    public static final double MOST_TURNED = 90;

    /** Nothing carried, no aid, no shoes, nothing helped. */
    public static final Conditions STANDARD = new Conditions(
            Load.NONE,
            Arms.AS_IN_TEST,
            false,
            Optional.empty(),
            Sided.both(Optional.empty()),
            List.of(),
            false,
            Optional.empty());

    public Conditions {
        Refusal.present(load, "load");
        Refusal.present(arms, "arms");
        Refusal.within(stanceCentimetres, 0, WIDEST, "cm", "stanceCentimetres");
        Refusal.present(turnOut, "turnOut")
                .map(t -> Refusal.within(t, -MOST_TURNED, MOST_TURNED, "degrees", "turnOut"));
        aids = List.copyOf(new LinkedHashSet<>(Refusal.each(aids, "aids")));
        Refusal.present(treatedSide, "treatedSide");
    }

    public Conditions withAids(List<Aid> changed) {
        return new Conditions(load, arms, shoes, stanceCentimetres, turnOut, changed, archAssisted, treatedSide);
    }

    public Conditions withLoad(Load changed) {
        return new Conditions(changed, arms, shoes, stanceCentimetres, turnOut, aids, archAssisted, treatedSide);
    }

    public Conditions withStance(Optional<Double> centimetres, Sided<Optional<Double>> degrees) {
        return new Conditions(load, arms, shoes, centimetres, degrees, aids, archAssisted, treatedSide);
    }

    public Conditions withTreatedSide(Optional<Side> side) {
        return new Conditions(load, arms, shoes, stanceCentimetres, turnOut, aids, archAssisted, side);
    }

    /**
     * Whether a trial under these conditions can serve as the baseline of a test: what changes a test on purpose
     * is as in its standard, and no side was treated.
     */
    public boolean baseline(Conditions standard) {
        return kinds().equals(standard.kinds())
                && load.position() == standard.load().position()
                && treatedSide.isEmpty();
    }

    private Set<Kind> kinds() {
        Set<Kind> kinds = EnumSet.noneOf(Kind.class);
        aids.forEach(a -> kinds.add(a.kind()));
        return kinds;
    }

    /** Whether heels are raised on purpose. */
    public boolean heelsRaisedOnPurpose() {
        return kinds().stream().anyMatch(Kind::raisesHeel);
    }

    /**
     * In what two trials differ. A stance or turn-out that only one of them took is no difference: what was not
     * taken is not known.
     */
    public Set<Dimension> differences(Conditions other) {
        Set<Dimension> differ = EnumSet.noneOf(Dimension.class);
        add(differ, Dimension.LOAD, !load.equals(other.load));
        add(differ, Dimension.ARMS, arms != other.arms);
        add(differ, Dimension.SHOES, shoes != other.shoes);
        add(differ, Dimension.STANCE, known(stanceCentimetres, other.stanceCentimetres));
        add(
                differ,
                Dimension.TURN_OUT,
                known(turnOut.left(), other.turnOut.left()) || known(turnOut.right(), other.turnOut.right()));
        add(differ, Dimension.AIDS, !aids.equals(other.aids));
        add(differ, Dimension.ARCH, archAssisted != other.archAssisted);
        add(differ, Dimension.TREATED_SIDE, !treatedSide.equals(other.treatedSide));
        return differ;
    }

    private static boolean known(Optional<Double> one, Optional<Double> other) {
        return one.isPresent() && other.isPresent() && !one.equals(other);
    }

    private static void add(Set<Dimension> differ, Dimension dimension, boolean differs) {
        if (differs) {
            differ.add(dimension);
        }
    }
}
