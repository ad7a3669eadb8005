package rangordnung.core.certainty;

import rangordnung.core.protocol.Threshold;

/**
 * The numbers of telling athletes apart, as data with their labels.
 *
 * @param draws            of every true index
 * @param seed             of the draws: the same facts give the same answer
 * @param shared           correlation of the errors of one rater's findings on one athlete
 * @param evenBelow        athletes, below which every true grade is equally likely beforehand
 * @param pseudoCount      athletes that are added to each grade of the roster's shares
 * @param leastReliability below it there are no bands and no order
 * @param mostBands        however much the data can tell
 * @param inBand           share of an athlete's draws that must lie in a band for standing in it
 * @param rangeTail        share of the draws that lies outside a range, at each end
 * @param tailOfRoster     share of the roster that is its lowest or highest part
 * @param sure             chance from which somebody surely needs attention
 */
public record RankingRules(
        Threshold draws,
        Threshold seed,
        Threshold shared,
        Threshold evenBelow,
        Threshold pseudoCount,
        Threshold leastReliability,
        Threshold mostBands,
        Threshold inBand,
        Threshold rangeTail,
        Threshold tailOfRoster,
        Threshold sure) {}
