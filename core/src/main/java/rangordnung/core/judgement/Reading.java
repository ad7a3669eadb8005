package rangordnung.core.judgement;

import java.util.List;
import java.util.Optional;

/**
 * What was measured by hand for one criterion on one side.
 *
 * @param measure the name of the judged value
 * @param value   the judged value, where all its parts are there
 * @param parts   every part with its attempts
 * @param figures what is told beside the judged value
 * @param kinds   of what was counted, those that were told apart
 */
public record Reading(
        String measure, Optional<Double> value, List<PartReading> parts, List<FigureValue> figures, List<Kind> kinds) {

    /**
     * The attempts of one part.
     *
     * @param counting   values of the attempts that count, in order
     * @param notCounted how many did not count
     * @param best       the largest that counts
     * @param mean       the mean of those that count
     */
    public record PartReading(
            String part, List<Double> counting, int notCounted, Optional<Double> best, Optional<Double> mean) {

        static PartReading of(String part, List<Double> counting, int notCounted) {
            return new PartReading(
                    part,
                    List.copyOf(counting),
                    notCounted,
                    counting.stream().max(Double::compare),
                    counting.isEmpty()
                            ? Optional.empty()
                            : Optional.of(counting.stream().mapToDouble(d -> d).sum() / counting.size()));
        }
    }

    /** How many of a kind were counted in all parts together. */
    public record Kind(String kind, int count) {}

    /** A figure beside the judged value, and whether it lies where it is flagged. */
    public record FigureValue(String figure, String unit, double value, boolean flagged) {}

    public Optional<PartReading> part(String id) {
        return parts.stream().filter(p -> p.part().equals(id)).findFirst();
    }
}
