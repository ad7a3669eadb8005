package rangordnung.server.results;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import java.util.stream.Stream;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RestController;
import rangordnung.core.agreement.Comparison;
import rangordnung.core.agreement.HouseNoise;
import rangordnung.core.agreement.Interval;
import rangordnung.core.agreement.IntraclassCorrelation;
import rangordnung.core.agreement.Kappa;
import rangordnung.core.agreement.LimitsOfAgreement;
import rangordnung.core.agreement.Pooled;
import rangordnung.core.judgement.TestResult;
import rangordnung.server.accounts.Accounts;
import rangordnung.server.screening.Settlements;

/** Where two raters agree and where they do not. */
@RestController
class AgreementController {

    /** A trial and whose it is. */
    record Rated(UUID trial, UUID rater, String name) {}

    /**
     * A test of one athlete that two raters have judged.
     *
     * @param counting    the trial that counts now
     * @param other       the other one
     * @param comparisons every criterion that both could grade
     * @param settled     the lead's last word, where there is one
     */
    record Pairing(
            UUID athlete,
            String name,
            String test,
            Rated counting,
            Rated other,
            List<Comparison> comparisons,
            Optional<Settlements.SettlementView> settled) {

        /** Both raters in the order of their names, whoever's trial counts. */
        List<Rater> raters() {
            return Stream.of(counting, other)
                    .map(r -> new Rater(r.name(), r.rater()))
                    .sorted(Rater.BY_NAME)
                    .toList();
        }

        /** The comparisons with the first of both raters first. */
        List<Comparison> inOrder() {
            return counting.rater().equals(raters().get(0).account())
                    ? comparisons
                    : comparisons.stream().map(Comparison::turned).toList();
        }
    }

    /** Somebody who rated. */
    private record Rater(String name, UUID account) {

        static final Comparator<Rater> BY_NAME =
                Comparator.comparing(Rater::name).thenComparing(Rater::account);
    }

    /** A kappa with its interval and its word. */
    record Worded(double value, double low, double high, Kappa.Strength strength) {}

    /**
     * Agreement on the grades of one criterion.
     *
     * @param enough whether there are enough pairs to say anything
     */
    record GradeAgreement(String criterion, int pairs, boolean enough, double percent, Optional<Worded> weighted) {}

    /**
     * Agreement on the grades of all criteria: the mean of what each criterion says.
     *
     * @param enough whether there are enough pairs to say anything
     */
    record Overall(int pairs, boolean enough, double percent, Optional<Worded> weighted) {}

    /** Agreement on the values of one measure. */
    record ValueAgreement(
            String criterion,
            int pairs,
            Optional<Interval> agreement,
            Optional<Interval> consistency,
            Optional<LimitsOfAgreement> limits) {}

    /** Two raters, in the order of their names, whoever's trial counts. */
    record Raters(String first, String second, Overall all, List<GradeAgreement> grades, List<ValueAgreement> values) {}

    /** The noise of the house's own eyes on one criterion. */
    record CriterionNoise(String criterion, HouseNoise noise) {}

    /**
     * @param noise  of all criteria together, beside the protocol's
     * @param noises of each criterion
     */
    record AgreementView(
            List<Pairing> pairings, List<Raters> raters, Optional<HouseNoise> noise, List<CriterionNoise> noises) {}

    private final Results results;
    private final Settlements settlements;
    private final Accounts accounts;

    AgreementController(Results results, Settlements settlements, Accounts accounts) {
        this.results = results;
        this.settlements = settlements;
        this.accounts = accounts;
    }

    @GetMapping("/api/screenings/{id}/agreement")
    AgreementView agreement(@PathVariable UUID id) {
        Results.Screen screen = results.of(id);
        Map<UUID, String> names = accounts.names();
        List<Settlements.SettlementView> settled = settlements.views(id);
        List<Pairing> pairings = new ArrayList<>();
        for (Results.Screened screened : screen.athletes()) {
            for (TestResult other : screened.result().second()) {
                screened.result().tests().stream()
                        .filter(t -> t.test().id().equals(other.test().id()))
                        .findFirst()
                        .ifPresent(counting -> pairings.add(new Pairing(
                                screened.athlete().id(),
                                screened.athlete().name().full(),
                                other.test().id(),
                                rated(counting, names),
                                rated(other, names),
                                Comparison.of(counting, other),
                                settled.stream()
                                        .filter(s -> s.athlete()
                                                        .equals(screened.athlete()
                                                                .id())
                                                && s.test().equals(other.test().id()))
                                        .findFirst())));
            }
        }
        double coverage = screen.protocol().rules().coverage().value();
        double eyes = screen.protocol().rules().gradedMarkSem().value();
        Map<List<Rater>, List<List<Comparison>>> byRaters = new LinkedHashMap<>();
        pairings.forEach(p ->
                byRaters.computeIfAbsent(p.raters(), r -> new ArrayList<>()).add(p.inOrder()));
        List<Comparison> all =
                pairings.stream().flatMap(p -> p.comparisons().stream()).toList();
        return new AgreementView(
                pairings,
                byRaters.entrySet().stream()
                        .filter(e -> e.getValue().stream().anyMatch(c -> !c.isEmpty()))
                        .map(e -> raters(e.getKey(), e.getValue(), coverage))
                        .toList(),
                HouseNoise.of(all, eyes),
                criteria(all).stream()
                        .flatMap(c -> HouseNoise.of(of(c, all), eyes).stream().map(n -> new CriterionNoise(c, n)))
                        .toList());
    }

    private static List<String> criteria(List<Comparison> all) {
        return all.stream().map(Comparison::criterion).distinct().toList();
    }

    private static List<Comparison> of(String criterion, List<Comparison> all) {
        return all.stream().filter(c -> c.criterion().equals(criterion)).toList();
    }

    private static Raters raters(List<Rater> names, List<List<Comparison>> athletes, double coverage) {
        List<Comparison> all = athletes.stream().flatMap(List::stream).toList();
        List<String> criteria = criteria(all);
        Pooled pooled = Pooled.of(athletes);
        return new Raters(
                names.get(0).name(),
                names.get(1).name(),
                new Overall(
                        pooled.pairs(),
                        Kappa.enough(pooled.pairs()),
                        pooled.percent(),
                        pooled.weighted().map(AgreementController::worded)),
                criteria.stream().map(c -> grades(c, of(c, all))).toList(),
                criteria.stream()
                        .map(c -> values(c, all, coverage))
                        .filter(v -> v.pairs() > 0)
                        .toList());
    }

    private static Rated rated(TestResult test, Map<UUID, String> names) {
        TestResult.Trial trial = test.trial().orElseThrow();
        UUID rater = trial.rater().orElseThrow();
        return new Rated(trial.id(), rater, names.getOrDefault(rater, "?"));
    }

    private static GradeAgreement grades(String criterion, List<Comparison> compared) {
        Kappa kappa = Pooled.kappa(compared);
        return new GradeAgreement(
                criterion,
                kappa.pairs(),
                Kappa.enough(kappa.pairs()),
                100 * kappa.agreement(),
                kappa.weighted().map(AgreementController::worded));
    }

    private static Worded worded(Interval kappa) {
        return new Worded(kappa.value(), kappa.low(), kappa.high(), Kappa.strength(kappa.value()));
    }

    private static ValueAgreement values(String criterion, List<Comparison> all, double coverage) {
        List<double[]> pairs = all.stream()
                .filter(c -> c.criterion().equals(criterion))
                .flatMap(c -> c.values().stream())
                .map(v -> new double[] {v.first(), v.second()})
                .toList();
        boolean vary = pairs.stream().flatMapToDouble(Arrays::stream).distinct().count() > 1;
        Optional<IntraclassCorrelation> icc =
                pairs.size() > 1 && vary ? Optional.of(IntraclassCorrelation.of(pairs)) : Optional.empty();
        return new ValueAgreement(
                criterion,
                pairs.size(),
                icc.map(IntraclassCorrelation::agreement),
                icc.map(IntraclassCorrelation::consistency),
                pairs.size() > 1 ? Optional.of(LimitsOfAgreement.of(pairs, coverage)) : Optional.empty());
    }
}
