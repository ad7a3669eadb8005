package rangordnung.server.results;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RestController;
import rangordnung.core.agreement.Comparison;
import rangordnung.core.agreement.IntraclassCorrelation;
import rangordnung.core.agreement.Kappa;
import rangordnung.core.agreement.LimitsOfAgreement;
import rangordnung.core.judgement.TestResult;
import rangordnung.core.protocol.Grade;
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
            Optional<Settlements.SettlementView> settled) {}

    /** A kappa with its word. */
    record Worded(double value, Kappa.Strength strength) {}

    /** Agreement on the grades of one criterion, or of all together where the criterion is empty. */
    record GradeAgreement(
            Optional<String> criterion, int pairs, double percent, Optional<Worded> kappa, Optional<Worded> weighted) {}

    /** Agreement on the values of one measure. */
    record ValueAgreement(
            String criterion,
            int pairs,
            Optional<Double> agreement,
            Optional<Double> consistency,
            Optional<LimitsOfAgreement> limits) {}

    record AgreementView(
            List<Pairing> pairings,
            Optional<GradeAgreement> all,
            List<GradeAgreement> grades,
            List<ValueAgreement> values) {}

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
        List<Comparison> all =
                pairings.stream().flatMap(p -> p.comparisons().stream()).toList();
        List<String> criteria =
                all.stream().map(Comparison::criterion).distinct().toList();
        double coverage = screen.protocol().rules().coverage().value();
        return new AgreementView(
                pairings,
                all.isEmpty() ? Optional.empty() : Optional.of(grades(Optional.empty(), all)),
                criteria.stream()
                        .map(c -> grades(
                                Optional.of(c),
                                all.stream()
                                        .filter(x -> x.criterion().equals(c))
                                        .toList()))
                        .toList(),
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

    private static GradeAgreement grades(Optional<String> criterion, List<Comparison> compared) {
        Kappa kappa = Kappa.of(
                compared.stream()
                        .map(c -> new Kappa.Pair(c.first().ordinal(), c.second().ordinal()))
                        .toList(),
                Grade.values().length);
        return new GradeAgreement(
                criterion,
                kappa.pairs(),
                100 * kappa.agreement(),
                kappa.kappa().map(AgreementController::worded),
                kappa.weighted().map(AgreementController::worded));
    }

    private static Worded worded(double kappa) {
        return new Worded(kappa, Kappa.strength(kappa));
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
