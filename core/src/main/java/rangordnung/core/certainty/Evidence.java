package rangordnung.core.certainty;

import java.util.Collection;

/**
 * What a trial says of a link: how much likelier what it showed is where the link limits than where it does not. Above 1 it
 * speaks for the link, below 1 against it.
 */
public record Evidence(double ratio) implements Comparable<Evidence> {

    /** How loudly, in words. */
    public enum Words {
        CLEARLY_FOR,
        FOR,
        LITTLE,
        AGAINST,
        CLEARLY_AGAINST
    }

    /** Of a retest, by how a fault responds where the link limits and where it does not. */
    public static Evidence ofRetest(
            GradeChances before, Likelihood retest, Response with, Response without, CertaintyRules rules) {
        return held(with.chance(before, retest) / without.chance(before, retest), rules);
    }

    /** Of a trial that leaves a chance that it has shown what the link would show. */
    public static Evidence ofChance(double chance, CertaintyRules rules) {
        return held(chance / (1 - chance), rules);
    }

    private static Evidence held(double ratio, CertaintyRules rules) {
        double most = rules.largestRatio().value();
        return new Evidence(Math.min(most, Math.max(1 / most, ratio)));
    }

    /** What it says of another link that would show the same: that this one is not it counts for the other only so far. */
    public Evidence ofTheOther(CertaintyRules rules) {
        return new Evidence(Math.min(rules.exclusion().value(), 1 / ratio));
    }

    /** How far it moves a chance, in either direction. */
    public double size() {
        return Math.abs(Math.log(ratio));
    }

    public Words words(CertaintyRules rules) {
        double size = Math.exp(size());
        if (size < rules.saysLittle().value()) {
            return Words.LITTLE;
        }
        boolean clearly = size > rules.clearly().value();
        return ratio > 1 ? clearly ? Words.CLEARLY_FOR : Words.FOR : clearly ? Words.CLEARLY_AGAINST : Words.AGAINST;
    }

    /** The chance of a link after some trials, which are taken as independent once it is known whether the link limits. */
    public static double chance(double prior, Collection<Evidence> trials) {
        double odds = Math.log(prior / (1 - prior));
        for (Evidence trial : trials) {
            odds += Math.log(trial.ratio);
        }
        return 1 / (1 + Math.exp(-odds));
    }

    /** The loudest first. */
    @Override
    public int compareTo(Evidence other) {
        return Double.compare(other.size(), size());
    }
}
