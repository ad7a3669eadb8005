package rangordnung.core.protocol;

import java.util.List;
import java.util.Optional;
import rangordnung.core.Refusal;

/**
 * The numbers of judgement, each with its label.
 *
 * @param gradeCutPoints        three ascending deviations at which the next grade begins
 * @param heelLiftVoidsFrom     the grade of heel lift that voids what depends on it
 * @param slightHeelLiftNoise   factor on the noise of what depends on the heels when the lift is slight
 * @param gradedMarkSem         SEM of a grade chosen by eye, in grades
 * @param landmarkConfidence    below this a landmark is missing, 0 to 1
 * @param minimumCompleteness   below this share of assessable weight there is no index, percent
 * @param percentilesFrom       athletes needed before percentiles are shown
 * @param coverage              normal quantile of the interval and of the MDC
 * @param painStopsFrom         pain that stops the screen, 0 to 10
 * @param sourceNoise           factors on the noise of measured values, by how they were taken; 1 where none is given
 */
public record Rules(
        List<Threshold> gradeCutPoints,
        Grade heelLiftVoidsFrom,
        Threshold slightHeelLiftNoise,
        Threshold gradedMarkSem,
        Threshold landmarkConfidence,
        Threshold minimumCompleteness,
        Threshold percentilesFrom,
        Threshold coverage,
        Threshold painStopsFrom,
        List<SourceNoise> sourceNoise) {

    /** Below these no noise and no interval is one (house convention). */
    private static final double LEAST_SEM = 0.01;

    private static final double LEAST_COVERAGE = 0.1;

    /** A factor on the noise of what was taken in some way. */
    public record SourceNoise(Source source, Threshold factor) {
        public SourceNoise {
            Refusal.present(source, "source");
            Refusal.present(factor, "factor");
        }
    }

    public Rules {
        Refusal.present(gradeCutPoints, "gradeCutPoints");
        Refusal.present(heelLiftVoidsFrom, "heelLiftVoidsFrom");
        Refusal.present(slightHeelLiftNoise, "slightHeelLiftNoise");
        Refusal.present(gradedMarkSem, "gradedMarkSem");
        Refusal.present(landmarkConfidence, "landmarkConfidence");
        Refusal.present(minimumCompleteness, "minimumCompleteness");
        Refusal.present(percentilesFrom, "percentilesFrom");
        Refusal.present(coverage, "coverage");
        Refusal.present(painStopsFrom, "painStopsFrom");
        gradeCutPoints = List.copyOf(gradeCutPoints);
        if (gradeCutPoints.size() != 3) {
            throw new InvalidProtocol("Four grades need three cut-points");
        }
        for (int i = 1; i < gradeCutPoints.size(); i++) {
            if (gradeCutPoints.get(i).value() <= gradeCutPoints.get(i - 1).value()) {
                throw new InvalidProtocol("The cut-points of the grades must ascend");
            }
        }
        sourceNoise = sourceNoise == null ? List.of() : List.copyOf(sourceNoise);
        if (sourceNoise.stream().anyMatch(n -> n.factor().value() < 1)) {
            throw new InvalidProtocol("No source can make a value more certain than its measure is");
        }
        if (slightHeelLiftNoise.value() < 1) {
            throw new InvalidProtocol("A slight heel lift cannot make a reading more certain");
        }
        Refusal.within(gradeCutPoints.get(0).value(), 0, 1, "", "gradeCutPoints");
        Refusal.within(gradeCutPoints.get(2).value(), 0, 1, "", "gradeCutPoints");
        Refusal.within(gradedMarkSem.value(), LEAST_SEM, 3, "grades", "gradedMarkSem");
        Refusal.within(landmarkConfidence.value(), 0, 1, "", "landmarkConfidence");
        Refusal.within(minimumCompleteness.value(), 0, 100, "percent", "minimumCompleteness");
        Refusal.within(percentilesFrom.value(), 1, 1000, "athletes", "percentilesFrom");
        Refusal.within(coverage.value(), LEAST_COVERAGE, 5, "", "coverage");
        Refusal.within(painStopsFrom.value(), 1, 10, "", "painStopsFrom");
    }

    /** What the noise of a source is multiplied by, where the protocol says it. */
    public Optional<Threshold> noiseOf(Source source) {
        return sourceNoise.stream()
                .filter(n -> n.source() == source)
                .map(SourceNoise::factor)
                .findFirst();
    }

    /** SEM of the deviation of a grade chosen by eye: three grades span 0 to 1. */
    public double gradedDeviationSem() {
        return gradedMarkSem.value() / Grade.SEVERE.ordinal();
    }
}
