package rangordnung.core.motion.signal;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;

/**
 * What the paths do where nothing moves: their variance about the mean of each stretch, and how long it lasts, pooled over all
 * coordinates. A mean over so few frames takes part of a slow wandering along; that is put back, as the fitted process says.
 */
final class QuietStanding {

    /** Correlation times that are tried in seconds, lags that are compared, and shares of white noise (house convention). */
    private static final double[] LASTING = {0.02, 0.04, 0.07, 0.1, 0.15, 0.2, 0.3, 0.45};

    private static final double LONGEST_LAG = 0.4;
    private static final int SHARES = 10;

    /** Stretches that are looked at: enough to know, and an hour of film costs no more than a minute (house convention). */
    private static final int STRETCHES = 40;

    private final Tracks tracks;
    private final List<Span> stretches;
    private final int length;
    private final Map<Landmark, double[]> scatter = new EnumMap<>(Landmark.class);
    private final double[] pooled;
    private int coordinates;

    /**
     * @param quiet stretches, which are cut to pieces of equal length
     */
    QuietStanding(Tracks tracks, List<Span> quiet) {
        this.tracks = tracks;
        int longest =
                (int) Math.round(tracks.rate() * tracks.rules().quietStretch().value());
        this.length = quiet.stream()
                .map(s -> Math.min(longest, s.frames()))
                .max(Comparator.comparingInt(l -> l * pieces(quiet, l).size()))
                .orElse(0);
        this.stretches = pieces(quiet, length);
        this.pooled = new double[Math.min(length, 1 + (int) Math.round(LONGEST_LAG * tracks.rate()))];
        if (told()) {
            tracks.landmarks().forEach(landmark -> {
                double[] each = new double[Axis.values().length];
                for (Axis axis : Axis.values()) {
                    each[axis.ordinal()] = look(landmark, axis);
                }
                scatter.put(landmark, each);
            });
        }
    }

    private static List<Span> pieces(List<Span> quiet, int length) {
        List<Span> pieces = new ArrayList<>();
        if (length < 1) {
            return pieces;
        }
        for (Span span : quiet) {
            for (int from = span.from(); from + length - 1 <= span.to() && pieces.size() < STRETCHES; from += length) {
                pieces.add(new Span(from, from + length - 1));
            }
        }
        return pieces;
    }

    /** Whether there is enough of it to tell anything. */
    boolean told() {
        return length >= 3
                && length * stretches.size()
                        >= tracks.rate() * tracks.rules().quietLeast().value();
    }

    /** Mean variance of a coordinate about the means of the stretches; adds its autocovariance, as a share of that, to the pool. */
    private double look(Landmark landmark, Axis axis) {
        double[] covariance = new double[pooled.length];
        int seen = 0;
        for (Span stretch : stretches) {
            double[] path = new double[length];
            double mean = 0;
            for (int i = 0; i < length; i++) {
                path[i] = tracks.raw(landmark, axis, stretch.from() + i);
                mean += path[i] / length;
            }
            if (Double.isNaN(mean)) {
                continue;
            }
            seen++;
            for (int lag = 0; lag < covariance.length; lag++) {
                double sum = 0;
                for (int i = 0; i + lag < length; i++) {
                    sum += (path[i] - mean) * (path[i + lag] - mean);
                }
                covariance[lag] += sum / (length - lag);
            }
        }
        if (seen == 0) {
            return Double.NaN;
        }
        if (covariance[0] > 0) {
            coordinates++;
            for (int lag = 0; lag < covariance.length; lag++) {
                pooled[lag] += covariance[lag] / covariance[0];
            }
        }
        return covariance[0] / seen;
    }

    /** The process whose autocovariance, seen through such stretches, is nearest to the pooled one. */
    Jitter jitter() {
        Jitter best = Jitter.WHITE;
        double least = Double.POSITIVE_INFINITY;
        for (double lasting : LASTING) {
            for (int white = 0; white <= SHARES; white++) {
                Jitter tried = new Jitter((double) white / SHARES, lasting);
                double[] expected = expected(tried);
                double off = 0;
                for (int lag = 1; lag < pooled.length; lag++) {
                    double difference = pooled[lag] / coordinates - expected[lag] / expected[0];
                    off += difference * difference;
                }
                if (off < least) {
                    least = off;
                    best = tried;
                }
            }
        }
        return best;
    }

    /** Expected autocovariance about the mean of a stretch, of a process with variance 1. */
    private double[] expected(Jitter jitter) {
        double[] upTo = new double[length];
        for (int lag = 0; lag < length; lag++) {
            upTo[lag] = jitter.correlation(lag, tracks.rate()) + (lag == 0 ? 0 : upTo[lag - 1]);
        }
        double[] withAll = new double[length];
        double mean = 0;
        for (int i = 0; i < length; i++) {
            withAll[i] = (upTo[i] + upTo[length - 1 - i] - 1) / length;
            mean += withAll[i] / length;
        }
        double[] expected = new double[pooled.length];
        for (int lag = 0; lag < expected.length; lag++) {
            double shared = 0;
            for (int i = 0; i + lag < length; i++) {
                shared += withAll[i] + withAll[i + lag];
            }
            expected[lag] = jitter.correlation(lag, tracks.rate()) - shared / (length - lag) + mean;
        }
        return expected;
    }

    /**
     * Variance of each coordinate before filtering, drawn toward the mean of all as far as there are few independent readings of
     * it (Smyth 2004, Stat Appl Genet Mol Biol 3, for the form; from memory); not a number where it was not seen.
     */
    Map<Landmark, double[]> variances(Jitter jitter) {
        double hidden = expected(jitter)[0];
        double own = stretches.size() * Math.max(1, independent(jitter) - 1);
        double prior = tracks.rules().pooledReadings().value();
        double mean = scatter.values().stream()
                .flatMapToDouble(Arrays::stream)
                .filter(v -> v > 0)
                .average()
                .orElse(0);
        Map<Landmark, double[]> variances = new EnumMap<>(Landmark.class);
        scatter.forEach((landmark, each) -> variances.put(
                landmark,
                Arrays.stream(each)
                        .map(v -> v == 0 ? 0 : (prior * mean + own * v) / (prior + own) / hidden)
                        .toArray()));
        return variances;
    }

    /** Readings of a stretch that say something of its variance by themselves. */
    private double independent(Jitter jitter) {
        double sum = 1;
        for (int lag = 1; lag < length; lag++) {
            double correlation = jitter.correlation(lag, tracks.rate());
            sum += 2 * (1 - (double) lag / length) * correlation * correlation;
        }
        return length / sum;
    }
}
