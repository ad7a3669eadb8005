package rangordnung.core.link;

import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import rangordnung.core.certainty.Response;
import rangordnung.core.protocol.Battery;
import rangordnung.core.protocol.Criterion;
import rangordnung.core.protocol.Family;
import rangordnung.core.protocol.Grade;
import rangordnung.core.protocol.InvalidProtocol;
import rangordnung.core.protocol.Label;
import rangordnung.core.protocol.Retest;
import rangordnung.core.protocol.Threshold;

/**
 * What each fault may come from and what each retest says of it, as data.
 *
 * @param order       which link is treated first when several stand
 * @param standsFrom  the grade from which a fault is explained
 * @param confirmed   links that are likely only once some retests were seen
 * @param wallSeconds time that the wall test takes
 * @param faults      kinds of faults; the first that fits is the one
 * @param retests     what the outcome of a retest says
 */
public record LinkRules(
        int version,
        List<Link> order,
        Label orderLabel,
        Grade standsFrom,
        List<Confirmed> confirmed,
        Threshold wallSeconds,
        List<FaultKind> faults,
        List<RetestSays> retests) {

    /** A link that is likely only once each of these retests was seen. */
    public record Confirmed(Link link, List<String> retests) {}

    /**
     * A kind of fault and what it may come from.
     *
     * @param families   that it belongs to; any where empty
     * @param criteria   that it is; any of the families where empty
     * @param variants   ways of showing that it is; any where empty
     * @param painFirst  whether pain or an old injury comes before every other explanation
     * @param candidates the links that it may come from
     */
    public record FaultKind(
            String id,
            Set<Family> families,
            Set<String> criteria,
            Set<String> variants,
            boolean painFirst,
            List<Candidate> candidates,
            Label label) {

        public FaultKind {
            families = families == null ? Set.of() : Set.copyOf(families);
            criteria = criteria == null ? Set.of() : Set.copyOf(criteria);
            variants = variants == null ? Set.of() : Set.copyOf(variants);
            candidates = List.copyOf(candidates);
        }

        boolean fits(Criterion criterion, Optional<String> variant) {
            return (families.isEmpty() || families.contains(criterion.family()))
                    && (criteria.isEmpty() || criteria.contains(criterion.id()))
                    && (variants.isEmpty() || variant.filter(variants::contains).isPresent());
        }
    }

    /**
     * A link that a fault may come from.
     *
     * @param prior    chance before any trial was held against it, between 0 and 1
     * @param oneSided whether it is a candidate only where one side shows the fault more than the other
     */
    public record Candidate(Link link, double prior, boolean oneSided) {
        public Candidate {
            if (!(prior > 0 && prior < 1)) {
                throw new InvalidProtocol("The chance of " + link + " before any trial must lie between 0 and 1");
            }
        }
    }

    /**
     * What a retest says.
     *
     * @param families  of faults that it says it of; of all where empty
     * @param heelsDown whether it says nothing after a baseline in which the heels came up
     * @param seconds   that it takes at the station
     */
    public record RetestSays(
            String retest, Set<Family> families, boolean heelsDown, Threshold seconds, List<Says> says) {
        public RetestSays {
            families = families == null ? Set.of() : Set.copyOf(families);
            says = List.copyOf(says);
        }

        /** What it says of a link, where it says anything. */
        public Optional<Says> of(Link link) {
            return says.stream().filter(s -> s.link() == link).findFirst();
        }
    }

    /** How a fault responds where a link limits, and where it does not. */
    public record Says(Link link, Response with, Response without, Label label) {}

    public LinkRules {
        for (Link link : Link.values()) {
            if (!order.contains(link)) {
                throw new InvalidProtocol("The order of treatment misses " + link);
            }
        }
    }

    /** The same, once everything that it names is in the battery, and every fault of the battery has a kind. */
    public LinkRules checked(Battery battery) {
        Set<String> known = battery.retests().stream().map(Retest::id).collect(Collectors.toSet());
        Stream.concat(
                        retests.stream().map(RetestSays::retest),
                        confirmed.stream().flatMap(c -> c.retests().stream()))
                .filter(id -> !known.contains(id))
                .findFirst()
                .ifPresent(id -> {
                    throw new InvalidProtocol("The rules of links name the retest " + id + ", which the battery lacks");
                });
        Set<String> criteria = battery.criteria().stream().map(Criterion::id).collect(Collectors.toSet());
        faults.stream()
                .flatMap(f -> f.criteria().stream())
                .filter(id -> !criteria.contains(id))
                .findFirst()
                .ifPresent(id -> {
                    throw new InvalidProtocol(
                            "The rules of links name the criterion " + id + ", which the battery lacks");
                });
        return this;
    }

    /** The kind of a fault; empty where nothing is said of it. */
    Optional<FaultKind> kind(Criterion criterion, Optional<String> variant) {
        return faults.stream().filter(f -> f.fits(criterion, variant)).findFirst();
    }

    /** What a retest says of a family of faults. */
    public Optional<RetestSays> says(String retest, Family family) {
        return retests.stream()
                .filter(r -> r.retest().equals(retest)
                        && (r.families().isEmpty() || r.families().contains(family)))
                .findFirst();
    }

    /** The retests without which a link is not called likely. */
    List<String> confirming(Link link) {
        return confirmed.stream()
                .filter(c -> c.link() == link)
                .findFirst()
                .map(Confirmed::retests)
                .orElse(List.of());
    }
}
