package rangordnung.core.link;

import java.util.ArrayList;
import java.util.EnumSet;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import java.util.Set;
import java.util.UUID;
import rangordnung.core.body.Side;
import rangordnung.core.certainty.Calibration;
import rangordnung.core.certainty.CertaintyRules;
import rangordnung.core.judgement.Judge;
import rangordnung.core.protocol.Conditions;
import rangordnung.core.protocol.Criterion;
import rangordnung.core.protocol.Grade;
import rangordnung.core.protocol.Protocol;
import rangordnung.core.protocol.Retest;
import rangordnung.core.protocol.TestDefinition;
import rangordnung.core.record.Book;
import rangordnung.core.record.Fact;

/**
 * Keeps the reasoning honest: simulated athletes whose limiting links are known show a fault, respond to retests as the data
 * say, and are marked by an eye with noise. Every further trial is the one that the report proposes. Told are how often a true
 * link is named first, and how well the chances hold.
 */
public final class KnownTruth {

    private static final int MOST_TRIALS = 6;
    /** Centimetres from what the ankle needs, either way (house convention). */
    private static final double USUALLY_AWAY = 3;

    private final Protocol protocol;
    private final LinkRules rules;
    private final CertaintyRules certainty;
    private final Links links;
    private final TestDefinition test;
    private final Criterion criterion;
    private final double noise;

    /**
     * @param test      in which the fault shows
     * @param criterion that is the fault
     */
    public KnownTruth(Protocol protocol, LinkRules rules, CertaintyRules certainty, String test, String criterion) {
        this.protocol = protocol;
        this.rules = rules;
        this.certainty = certainty;
        this.links = new Links(protocol, rules, certainty);
        this.test = protocol.test(test).orElseThrow();
        this.criterion = this.test.criterion(criterion).orElseThrow();
        this.noise = protocol.rules().gradedMarkSem().value();
    }

    /**
     * What came of it.
     *
     * @param athletes    in whom a link limited and the fault was seen
     * @param firstNamed  share in whom the link named first was a true one
     * @param priorsAlone the same for an examiner who always names the most usual link
     * @param calibration of all chances that were told
     * @param priors      of the chances before any trial
     */
    public record Report(
            int athletes, double firstNamed, double priorsAlone, Calibration calibration, Calibration priors) {}

    /** Simulates so many athletes; the same seed gives the same report. */
    public Report of(int athletes, long seed) {
        Random random = new Random(seed);
        LinkRules.FaultKind kind = rules.kind(criterion, Optional.empty()).orElseThrow();
        Link usual = kind.candidates().stream()
                .reduce((a, b) -> b.prior() > a.prior() ? b : a)
                .orElseThrow()
                .link();
        Calibration calibration = new Calibration();
        Calibration priors = new Calibration();
        int told = 0;
        int first = 0;
        int byPriors = 0;
        for (int i = 0; i < athletes; i++) {
            Set<Link> limits = EnumSet.noneOf(Link.class);
            kind.candidates().forEach(c -> {
                if (random.nextDouble() < c.prior()) {
                    limits.add(c.link());
                }
            });
            Optional<LinkReport.Explanation> explained = examined(limits, random);
            if (explained.isEmpty()) {
                continue; // the eye has missed the fault
            }
            explained.get().links().forEach(l -> {
                calibration.add(l.chance(), limits.contains(l.link()));
                priors.add(l.prior(), limits.contains(l.link()));
            });
            if (!limits.isEmpty()) {
                told++;
                first += limits.contains(explained.get().links().get(0).link()) ? 1 : 0;
                byPriors += limits.contains(usual) ? 1 : 0;
            }
        }
        return new Report(told, (double) first / told, (double) byPriors / told, calibration, priors);
    }

    private Optional<LinkReport.Explanation> examined(Set<Link> limits, Random random) {
        int grade = 1 + random.nextInt(3);
        UUID baseline = id(random);
        Book book = trial(Book.EMPTY, baseline, test.id(), test.standard(), Optional.empty(), grade, random);
        Optional<LinkReport.Explanation> explained = explanation(book);
        for (int i = 0; i < MOST_TRIALS; i++) {
            Optional<LinkReport.NextTrial> next = explained.flatMap(LinkReport.Explanation::next);
            if (next.isEmpty()) {
                break;
            }
            book = next.get().retest()
                    ? retested(book, baseline, protocol.retest(next.get().id()).orElseThrow(), grade, limits, random)
                    : atTheWall(book, protocol.test(next.get().id()).orElseThrow(), limits, random);
            explained = explanation(book);
        }
        return explained;
    }

    private Book retested(Book book, UUID baseline, Retest retest, int grade, Set<Link> limits, Random random) {
        Conditions conditions = retest.aid()
                .map(kind -> test.standard().withAids(List.of(Conditions.Aid.of(kind, 2))))
                .orElse(test.standard());
        return trial(
                book,
                id(random),
                retest.otherTest().orElse(test.id()),
                conditions,
                Optional.of(new Fact.RetestOf(retest.id(), baseline)),
                responded(retest, grade, limits, random),
                random);
    }

    /** An ankle that limits misses the need by some centimetres, another one passes it by some. */
    private Book atTheWall(Book book, TestDefinition wall, Set<Link> limits, Random random) {
        UUID trial = id(random);
        Criterion distance = wall.criteria().get(0);
        double away = Math.abs(USUALLY_AWAY + random.nextGaussian());
        double truth = certainty.wallNeed().value() + (limits.contains(Link.ANKLE) ? -away : away);
        Book written = book.add(
                id(random),
                new Fact.TrialOpened(trial, wall.id(), wall.standard(), Optional.empty()),
                Optional.empty());
        for (Side side : Side.values()) {
            double read = truth + certainty.wallSem().value() * random.nextGaussian();
            written = written.add(
                    id(random),
                    new Fact.Measured(
                            trial,
                            distance.id(),
                            Optional.of(side),
                            distance.gauge().orElseThrow().measure(),
                            1,
                            Math.max(0, read),
                            1,
                            Optional.empty(),
                            Optional.empty()),
                    Optional.empty());
        }
        return written;
    }

    private static UUID id(Random random) {
        return new UUID(random.nextLong(), random.nextLong());
    }

    private Optional<LinkReport.Explanation> explanation(Book book) {
        return links.report(new Judge(protocol).judge(book)).explanations().stream()
                .filter(e -> e.criterion().equals(criterion.id()))
                .findFirst();
    }

    /** The true grade in a retest: as the link that responds most says it. */
    private int responded(Retest retest, int grade, Set<Link> limits, Random random) {
        double helps = 0;
        double worsens = 0;
        for (LinkRules.Says says : rules.says(retest.id(), criterion.family())
                .map(LinkRules.RetestSays::says)
                .orElse(List.of())) {
            var response = limits.contains(says.link()) ? says.with() : says.without();
            helps = Math.max(helps, response.helps());
            worsens = Math.max(worsens, response.worsens());
        }
        double chance = random.nextDouble();
        if (chance < helps) {
            return random.nextInt(grade);
        }
        return chance < helps + worsens && grade < 3 ? grade + 1 + random.nextInt(3 - grade) : grade;
    }

    private Book trial(
            Book book,
            UUID trial,
            String ofTest,
            Conditions conditions,
            Optional<Fact.RetestOf> retest,
            int grade,
            Random random) {
        int mark = (int) Math.min(3, Math.max(0, Math.round(grade + noise * random.nextGaussian())));
        List<Fact> facts = new ArrayList<>();
        facts.add(new Fact.TrialOpened(trial, ofTest, conditions, retest));
        facts.add(Fact.Marked.of(trial, criterion.id(), Optional.of(Side.LEFT), Grade.values()[mark]));
        protocol.test(ofTest)
                .orElseThrow()
                .requiredViews()
                .forEach(view -> facts.add(new Fact.ViewClosed(trial, view, 5, Optional.empty())));
        Book written = book;
        for (Fact fact : facts) {
            written = written.add(id(random), fact, Optional.empty());
        }
        return written;
    }
}
