package rangordnung.core.protocol;

import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import rangordnung.core.Ordered;
import rangordnung.core.Refusal;

/**
 * One thing that is looked at in a test.
 *
 * @param id               stable, unique in its test, for example {@code knee-line}
 * @param name             as shown
 * @param question         what the rater looks for, in one line
 * @param family           family of faults
 * @param views            from where it can be seen; one closed view suffices
 * @param extent           relation to left and right
 * @param weight           share in the test deviation, above zero
 * @param voidedByHeelLift whether an unplanned heel lift makes it not assessable
 * @param key              the key that marks it at a station
 * @param variants         ways of showing, the first is the usual one; may be empty
 * @param anchors          how measured values are graded, the first that was measured counts; may be empty
 * @param noted            measures that are told with it and never judged
 * @param gauge            how it is measured by hand at a station; empty for what is graded by eye
 * @param phases           in which of them it may show, in their order; empty where that is not asked
 */
public record Criterion(
        String id,
        Text name,
        Text question,
        Family family,
        Set<View> views,
        Extent extent,
        Threshold weight,
        boolean voidedByHeelLift,
        String key,
        List<Variant> variants,
        List<Anchor> anchors,
        Set<String> noted,
        Optional<Gauge> gauge,
        List<Phase> phases) {

    public Criterion {
        Refusal.present(name, "name");
        Refusal.present(question, "question");
        Refusal.present(family, "family");
        Refusal.present(extent, "extent");
        Refusal.present(weight, "weight");
        if (id == null || !id.matches("[a-z][a-z0-9-]*")) {
            throw new InvalidProtocol("A criterion's id has small letters, digits and hyphens: " + id);
        }
        if (views == null || views.isEmpty()) {
            throw new InvalidProtocol("The criterion " + id + " needs a view");
        }
        if (weight.value() <= 0) {
            throw new InvalidProtocol("The weight of " + id + " must be above zero");
        }
        if (key == null || !key.matches("[a-z]")) {
            throw new InvalidProtocol("The criterion " + id + " needs one letter as its key");
        }
        views = Ordered.copy(views);
        variants = variants == null ? List.of() : List.copyOf(variants);
        anchors = anchors == null ? List.of() : List.copyOf(anchors);
        noted = noted == null ? Set.of() : Ordered.copy(noted);
        gauge = gauge == null ? Optional.empty() : gauge;
        phases = phases == null ? List.of() : List.copyOf(phases);
    }

    public boolean heading() {
        return family.heading();
    }

    /** The variant of a mark; the usual one where none was said. */
    public Optional<Variant> variant(Optional<String> id) {
        return id.map(wanted ->
                        variants.stream().filter(v -> v.id().equals(wanted)).findFirst())
                .orElseGet(() -> variants.stream().findFirst());
    }

    /** Whether a station or a device may send a value under this name. */
    public boolean measures(String measure) {
        return anchor(measure).isPresent()
                || noted.contains(measure)
                || gauge.filter(g -> g.takes(measure)).isPresent();
    }

    /** The anchors that count under a school, the first that was measured first. */
    public List<Anchor> anchorsUnder(School school) {
        return anchors.stream()
                .filter(a -> a.under().isEmpty() || a.under().stream().anyMatch(school::holds))
                .toList();
    }

    /** The same without some of what is noted. */
    Criterion without(Set<String> measures) {
        return with(noted.stream().filter(m -> !measures.contains(m)).collect(Collectors.toSet()), gauge, phases);
    }

    /** The same with what its gauge finds. */
    Criterion finding(Gauge.Finds target) {
        return with(noted, gauge.map(g -> g.finding(target)), phases);
    }

    /** The same with the phases that are asked about. */
    Criterion asking(List<Phase> about) {
        return with(noted, gauge, about);
    }

    private Criterion with(Set<String> itsNoted, Optional<Gauge> itsGauge, List<Phase> itsPhases) {
        return new Criterion(
                id,
                name,
                question,
                family,
                views,
                extent,
                weight,
                voidedByHeelLift,
                key,
                variants,
                anchors,
                itsNoted,
                itsGauge,
                itsPhases);
    }

    public Optional<Anchor> anchor(String measure) {
        return anchors.stream().filter(a -> a.measure().equals(measure)).findFirst();
    }
}
