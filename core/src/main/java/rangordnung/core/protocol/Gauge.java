package rangordnung.core.protocol;

import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import rangordnung.core.Refusal;

/**
 * How a criterion is measured by hand at a station: with a watch, by counting, with a tape, on scales, on a clock
 * face or by choosing.
 *
 * @param instrument how the value is taken
 * @param measure    the name of the value that is judged
 * @param unit       the unit of the parts
 * @param practice   attempts before any is measured
 * @param attempts   measured attempts
 * @param aggregate  what is made of the attempts of one part
 * @param combine    what is made of the parts
 * @param parts      what is measured, at least one
 * @param cap        where an attempt ends by itself
 * @param highest    the largest value that can be, in {@code unit}
 * @param endings    why an attempt may end, and whether it counts then
 * @param choices    the answers of an instrument that offers some
 * @param passMark   a quick yes or no beside the value
 * @param figures    what is told beside the judged value
 * @param label      where the procedure comes from
 * @param finds      the athlete's own target that it finds; empty for most
 * @param kinds      of what is counted, told apart afterwards; empty where that is not asked
 */
public record Gauge(
        Instrument instrument,
        String measure,
        String unit,
        int practice,
        int attempts,
        Aggregate aggregate,
        Combine combine,
        List<Part> parts,
        Optional<Threshold> cap,
        double highest,
        List<Ending> endings,
        List<Choice> choices,
        Optional<PassMark> passMark,
        List<Figure> figures,
        Label label,
        Optional<Finds> finds,
        List<Part> kinds) {

    /** One of the athlete's own targets. */
    public enum Finds {
        /** Distance of the heels, centimetres. */
        STANCE,
        /** Degrees outward of a foot. */
        TURN_OUT,
        /** Directions in which the hip has the most room. */
        HIP_DIRECTIONS,
        /** Whether the hip runs out of room; 0 means that it does. */
        HIP_ROOM,
        /** Degrees of the thigh above parallel at which the tail tucks. */
        DEPTH_CEILING
    }

    /** How the value is taken. */
    public enum Instrument {
        TIMER,
        COUNTER,
        TAPE,
        SCALE,
        CLOCK,
        GRID,
        CHOICE
    }

    /** What is made of several attempts. */
    public enum Aggregate {
        MEAN,
        BEST,
        LAST
    }

    /** What is made of several parts. */
    public enum Combine {
        /** There is one part. */
        SINGLE,
        /** The sum of all parts. */
        SUM,
        /** The mean of all parts in percent of the leg length. */
        PERCENT_OF_LEG_LENGTH,
        /** The share of the first part in the sum of all, in percent. */
        SHARE_OF_FIRST,
        /** The share of the first part in percent points above one half. */
        LEAN_TO_FIRST
    }

    /** One thing that is measured. */
    public record Part(String id, Text name) {
        public Part {
            Refusal.present(id, "id");
            Refusal.present(name, "name");
        }
    }

    /** Why an attempt ended. */
    public record Ending(String id, Text name, boolean counts) {
        public Ending {
            Refusal.present(id, "id");
            Refusal.present(name, "name");
        }
    }

    /** An answer and the value that it stands for. */
    public record Choice(String id, Text name, double value) {
        public Choice {
            Refusal.present(id, "id");
            Refusal.present(name, "name");
        }
    }

    /** A yes or no, and the grade of a no. */
    public record PassMark(Text question, Grade missed, Label label) {
        public PassMark {
            Refusal.present(question, "question");
            Refusal.present(missed, "missed");
            Refusal.present(label, "label");
        }
    }

    /** What is told beside the judged value. */
    public enum FigureKind {
        /** Largest and mean of the attempts. */
        BEST_AND_MEAN,
        /** Each part in percent of the leg length. */
        PARTS_PER_LEG_LENGTH,
        /** Left minus right of one part. */
        SIDE_DIFFERENCE,
        /** The value times a factor. */
        CONVERTED,
        /** The shin angle that a toe-to-wall distance stands for, by the athlete’s own lengths. */
        WALL_ANGLE,
        /** The judged value against a limit below which it is flagged. */
        FLAGGED_BELOW
    }

    /**
     * A figure that is shown beside the judged value.
     *
     * @param part      the part it is about; empty for the judged value
     * @param unit      the unit of the figure
     * @param factor    for a conversion
     * @param flagFrom  where it is flagged
     * @param flagAtLimit whether the limit itself is flagged already
     */
    public record Figure(
            String id,
            Text name,
            FigureKind kind,
            Optional<String> part,
            String unit,
            Optional<Threshold> factor,
            Optional<Threshold> flagFrom,
            boolean flagAtLimit) {
        public Figure {
            Refusal.present(id, "id");
            Refusal.present(name, "name");
            Refusal.present(kind, "kind");
            Refusal.present(unit, "unit");
            part = part == null ? Optional.empty() : part;
            factor = factor == null ? Optional.empty() : factor;
            flagFrom = flagFrom == null ? Optional.empty() : flagFrom;
            if (kind == FigureKind.CONVERTED && factor.isEmpty()
                    || kind == FigureKind.FLAGGED_BELOW && flagFrom.isEmpty()) {
                throw new InvalidProtocol("The figure " + id + " needs its number");
            }
        }
    }

    public Gauge {
        finds = finds == null ? Optional.empty() : finds;
        kinds = kinds == null ? List.of() : List.copyOf(kinds);
        Refusal.present(instrument, "instrument");
        Refusal.present(measure, "measure");
        Refusal.present(unit, "unit");
        Refusal.present(aggregate, "aggregate");
        Refusal.present(combine, "combine");
        Refusal.present(label, "label");
        cap = cap == null ? Optional.empty() : cap;
        passMark = passMark == null ? Optional.empty() : passMark;
        parts = parts == null ? List.of() : List.copyOf(parts);
        endings = endings == null ? List.of() : List.copyOf(endings);
        choices = choices == null ? List.of() : List.copyOf(choices);
        figures = figures == null ? List.of() : List.copyOf(figures);
        if (parts.isEmpty() || attempts < 1 || practice < 0) {
            throw new InvalidProtocol("The gauge of " + measure + " needs at least one part and one attempt");
        }
        if (combine == Combine.SINGLE && parts.size() > 1 && instrument != Instrument.GRID) {
            throw new InvalidProtocol("The gauge of " + measure + " has several parts and must say how they combine");
        }
        boolean chooses = instrument == Instrument.CHOICE || instrument == Instrument.GRID;
        if (chooses == choices.isEmpty()) {
            throw new InvalidProtocol("The gauge of " + measure + " needs choices exactly if it offers some");
        }
        if (instrument == Instrument.TIMER && cap.isEmpty()) {
            throw new InvalidProtocol("The timer of " + measure + " needs a cap");
        }
        Set<String> ids = new HashSet<>();
        for (Part part : parts) {
            if (!ids.add(part.id())) {
                throw new InvalidProtocol("The part " + part.id() + " stands twice in the gauge of " + measure);
            }
        }
    }

    public Optional<Part> part(String id) {
        return parts.stream().filter(p -> p.id().equals(id)).findFirst();
    }

    /** The name under which it is kept how many of a kind were counted in a part. */
    public static String measure(Part part, Part kind) {
        return part.id() + "." + kind.id();
    }

    /** Whether a value under this name is taken by hand: that of a part, or of a kind in it. */
    public boolean takes(String measure) {
        return parts.stream()
                .anyMatch(p -> p.id().equals(measure)
                        || kinds.stream().anyMatch(k -> measure(p, k).equals(measure)));
    }

    public Optional<Ending> ending(String id) {
        return endings.stream().filter(e -> e.id().equals(id)).findFirst();
    }

    /** Whether a value can be at all: within the instrument's range, and one of the choices where it offers some. */
    public boolean possible(double value) {
        return choices.isEmpty()
                ? value >= 0 && value <= highest
                : choices.stream().anyMatch(c -> c.value() == value);
    }

    Gauge finding(Finds target) {
        return new Gauge(
                instrument,
                measure,
                unit,
                practice,
                attempts,
                aggregate,
                combine,
                parts,
                cap,
                highest,
                endings,
                choices,
                passMark,
                figures,
                label,
                Optional.of(target),
                kinds);
    }
}
