package rangordnung.core.protocol;

import java.util.EnumSet;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
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

        public static final Load NONE = new Load(Position.NONE, 0);

        public Load {
            position = position == null ? Position.NONE : position;
            if (kilograms < 0 || kilograms > 500 || !Double.isFinite(kilograms)) {
                throw new IllegalArgumentException("A load lies between 0 and 500 kg, not " + kilograms);
            }
        }
    }

    /** Where a load is held. */
    public enum Position { NONE, GOBLET, FRONT, BACK_HIGH, BACK_LOW, SHOULDERS }

    /** Where the arms are held. */
    public enum Arms { AS_IN_TEST, OVERHEAD, FORWARD, WAIST, CROSSED, HANGING, RUNNING, LOAD }

    /**
     * Something that changes a test.
     *
     * @param heightCentimetres how high it raises, where it does
     * @param side              under which foot, where only under one
     */
    public record Aid(Kind kind, Optional<Double> heightCentimetres, Optional<Side> side) {

        public Aid {
            heightCentimetres = heightCentimetres == null ? Optional.empty() : heightCentimetres;
            side = side == null ? Optional.empty() : side;
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
    public enum Dimension { LOAD, ARMS, SHOES, STANCE, TURN_OUT, AIDS, ARCH, TREATED_SIDE }

    /** Nothing carried, no aid, no shoes, nothing helped. */
    public static final Conditions STANDARD = new Conditions(
            Load.NONE, Arms.AS_IN_TEST, false, Optional.empty(), Sided.both(Optional.empty()), List.of(), false, Optional.empty());

    public Conditions {
        load = load == null ? Load.NONE : load;
        arms = arms == null ? Arms.AS_IN_TEST : arms;
        stanceCentimetres = stanceCentimetres == null ? Optional.empty() : stanceCentimetres;
        turnOut = turnOut == null ? Sided.both(Optional.empty()) : turnOut.map(t -> t == null ? Optional.<Double>empty() : t);
        aids = aids == null ? List.of() : List.copyOf(new LinkedHashSet<>(aids));
        treatedSide = treatedSide == null ? Optional.empty() : treatedSide;
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
        return kinds().equals(standard.kinds()) && load.position() == standard.load().position() && treatedSide.isEmpty();
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
        add(differ, Dimension.TURN_OUT, known(turnOut.left(), other.turnOut.left()) || known(turnOut.right(), other.turnOut.right()));
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
