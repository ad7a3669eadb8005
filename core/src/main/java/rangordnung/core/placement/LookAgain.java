package rangordnung.core.placement;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.EnumMap;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.function.ToDoubleFunction;
import java.util.stream.Stream;
import rangordnung.core.body.Side;
import rangordnung.core.certainty.CertaintyRules;
import rangordnung.core.certainty.Gain;
import rangordnung.core.certainty.GradeChances;
import rangordnung.core.certainty.Likelihood;
import rangordnung.core.certainty.Response;
import rangordnung.core.judgement.CriterionResult;
import rangordnung.core.judgement.Finding;
import rangordnung.core.judgement.ScreenResult;
import rangordnung.core.judgement.TestResult;
import rangordnung.core.ladder.Focus;
import rangordnung.core.link.Link;
import rangordnung.core.link.LinkReport;
import rangordnung.core.link.LinkRules;
import rangordnung.core.link.Links;
import rangordnung.core.protocol.Grade;
import rangordnung.core.protocol.Protocol;
import rangordnung.core.protocol.TestDefinition;
import rangordnung.core.record.Attendance;
import rangordnung.core.safety.Clearance;

/**
 * Which looks would change most while minutes are left: each is worth the expected drop in the chance that the athlete stands
 * in the wrong group, per minute that it takes.
 */
public final class LookAgain {

    private final Links links;
    private final LinkRules linkRules;
    private final CertaintyRules certainty;
    private final Indications indications;
    private final Protocol protocol;
    private final ToDoubleFunction<TestDefinition> seconds;

    /** @param seconds that one athlete takes at a test */
    public LookAgain(
            PlacementRules rules,
            LinkRules linkRules,
            CertaintyRules certainty,
            Protocol protocol,
            ToDoubleFunction<TestDefinition> seconds) {
        this.links = new Links(protocol, linkRules, certainty);
        this.linkRules = linkRules;
        this.certainty = certainty;
        this.indications = new Indications(rules, linkRules);
        this.protocol = protocol;
        this.seconds = seconds;
    }

    /** What kind of look it is. */
    public enum Kind {
        /** A test that was not seen whole, could not be told, or was only done with help. */
        FIRST_LOOK,
        /** Another rater looks at the same test. */
        SECOND_LOOK,
        /** One thing is changed to tell causes apart. */
        RETEST,
        /** A test that tells causes apart. */
        TEST,
        /** A test that was last seen before weeks of training. */
        SINCE_TRAINING
    }

    /**
     * A look.
     *
     * @param criterion that it is mostly about
     * @param retest    the retest that it is
     * @param drop      expected, of the chance that the athlete stands in the wrong group
     */
    public record Look(
            Kind kind,
            String test,
            Optional<String> criterion,
            Optional<Side> side,
            Optional<String> retest,
            double drop,
            double seconds) {

        public double perMinute() {
            return drop * 60 / seconds;
        }
    }

    /** A fault that stands or may stand, with the chances of its grade and of each link that it limits. */
    private record Suspect(
            String test,
            String criterion,
            Optional<Side> side,
            String kind,
            GradeChances seen,
            Map<Link, Double> links,
            boolean unseen) {

        Suspect graded(GradeChances other) {
            return new Suspect(test, criterion, side, kind, other, links, unseen);
        }

        Suspect linked(Map<Link, Double> other) {
            return new Suspect(test, criterion, side, kind, seen, other, unseen);
        }
    }

    /** A way in which a look may turn out. */
    private record Outcome(double chance, Suspect suspect) {}

    /**
     * The looks that are worth anything, the best for its time first; none at whoever is held back or not there.
     *
     * @param clearance whether the athlete may take part now
     */
    public List<Look> of(ScreenResult screen, Clearance clearance) {
        if (clearance == Clearance.NOT_CLEARED
                || holdsBack(screen, clearance)
                || screen.attendance().filter(a -> a != Attendance.PRESENT).isPresent()) {
            return List.of();
        }
        LinkReport report = links.report(screen);
        List<Suspect> before = Stream.concat(standing(report), unseen(screen)).toList();
        Focus trained = likeliest(before).focus();
        List<Suspect> suspects = before.stream()
                .map(s -> screen.carried().contains(s.test()) && !s.unseen() ? since(s, trained) : s)
                .toList();
        List<Look> looks = new ArrayList<>();
        looks.addAll(tests(screen, suspects, trained));
        for (LinkReport.Explanation explanation : report.explanations()) {
            suspects.stream()
                    .filter(s -> !s.unseen()
                            && s.test().equals(explanation.test())
                            && s.criterion().equals(explanation.criterion())
                            && s.side().equals(explanation.side()))
                    .findFirst()
                    .ifPresent(s -> explanation.offers().stream()
                            // a retest is held against a trial of the same day
                            .filter(offer ->
                                    !(offer.retest() && screen.carried().contains(s.test())))
                            .forEach(offer -> look(s, suspects, offer).ifPresent(looks::add)));
        }
        Map<String, Look> best = new HashMap<>();
        looks.stream()
                .filter(l -> l.drop() > 0)
                .forEach(l -> best.merge(
                        l.kind() + l.test() + l.retest(), l, (one, other) -> one.drop() >= other.drop() ? one : other));
        return best.values().stream()
                .sorted(Comparator.comparingDouble(Look::perMinute).reversed().thenComparing(Look::test))
                .toList();
    }

    /** Whether pain has stopped an athlete, or a clinician should see them first. */
    boolean holdsBack(ScreenResult screen, Clearance clearance) {
        return screen.stopped() || links.refers(screen, clearance);
    }

    /** A look at a test of which nothing counts yet. */
    Look firstLook(TestDefinition test) {
        return new Look(
                Kind.FIRST_LOOK,
                test.id(),
                Optional.empty(),
                Optional.empty(),
                Optional.empty(),
                0,
                seconds.applyAsDouble(test));
    }

    /** A fault as it may be by now. */
    private Suspect since(Suspect suspect, Focus trained) {
        return suspect.graded((callsFor(suspect, trained)
                        ? certainty.weeks().trained()
                        : certainty.weeks().untrained())
                .on(suspect.seen()));
    }

    private boolean callsFor(Suspect suspect, Focus focus) {
        return likeliest(List.of(suspect)).focus() == focus;
    }

    private static Stream<Suspect> standing(LinkReport report) {
        return report.explanations().stream()
                .filter(e -> !e.links().isEmpty())
                .map(e -> new Suspect(e.test(), e.criterion(), e.side(), e.kind(), e.seen(), e.limits(), false));
    }

    /** Main faults that nobody has seen in any test, where they would be seen first. */
    private Stream<Suspect> unseen(ScreenResult screen) {
        return screen.tests().stream().flatMap(test -> test.criteria().stream()
                .filter(c -> c.criterion().heading() && open(c) && nowhereElse(screen, c))
                .flatMap(c -> c.spots()
                        .filter(spot -> c.at(spot).isEmpty())
                        .flatMap(spot ->
                                links.unseen(c.criterion()).stream().map(kind -> suspect(test, c, spot, kind)))));
    }

    private Suspect suspect(TestResult test, CriterionResult result, Optional<Side> side, LinkRules.FaultKind kind) {
        Map<Link, Double> limits = new EnumMap<>(Link.class);
        kind.candidates().forEach(c -> limits.put(c.link(), c.prior()));
        return new Suspect(
                test.test().id(), result.criterion().id(), side, kind.id(), certainty.unseen(), limits, true);
    }

    private static boolean nowhereElse(ScreenResult screen, CriterionResult result) {
        return screen.criteria()
                .filter(c -> c.criterion().family() == result.criterion().family())
                .noneMatch(c -> c.worse().isPresent());
    }

    /** Whether looking once more would tell it: what the heels have voided only a retest does. */
    private static boolean open(CriterionResult result) {
        return Stream.of(result.findings().left(), result.findings().right())
                .anyMatch(f -> f instanceof Finding.NotTested
                        || f instanceof Finding.NotAssessable not && not.reason() != Finding.Reason.HEELS_UP);
    }

    /** One more look at each test: by whoever, where something was not seen; by another rater, where all was. */
    private List<Look> tests(ScreenResult screen, List<Suspect> suspects, Focus trained) {
        List<Look> looks = new ArrayList<>();
        for (TestResult test : screen.tests()) {
            String id = test.test().id();
            List<Suspect> here =
                    suspects.stream().filter(s -> s.test().equals(id)).toList();
            boolean first = here.stream().anyMatch(Suspect::unseen);
            boolean old = screen.carried().contains(id);
            boolean twice = screen.second().stream().anyMatch(l -> l.test().id().equals(id));
            if (here.isEmpty() || !first && twice && !old) {
                continue;
            }
            Suspect about = here.stream()
                    .max(Comparator.comparingDouble(suspect -> drop(suspects, suspect, lookedAt(suspect))))
                    .orElseThrow();
            looks.add(new Look(
                    first ? Kind.FIRST_LOOK : old ? Kind.SINCE_TRAINING : Kind.SECOND_LOOK,
                    id,
                    Optional.of(about.criterion()),
                    about.side(),
                    Optional.empty(),
                    Math.max(0, wrong(suspects) - together(suspects, here)) + (old ? rung(here, trained) : 0),
                    seconds.applyAsDouble(test.test())));
        }
        return looks;
    }

    /** How much less wrong the rung will be after a look at the fault that was trained. */
    private double rung(List<Suspect> here, Focus trained) {
        return here.stream()
                .filter(s -> callsFor(s, trained))
                .mapToDouble(s -> certainty.halfWrong().value()
                        * (s.seen().doubt()
                                - lookedAt(s).stream()
                                        .mapToDouble(o ->
                                                o.chance() * o.suspect().seen().doubt())
                                        .sum()))
                .max()
                .orElse(0);
    }

    /** The chance of the wrong group after one look at several faults at once, on average over drawn readings. */
    private double together(List<Suspect> suspects, List<Suspect> here) {
        Random random = new Random(SEED);
        double sum = 0;
        for (int draw = 0; draw < DRAWS; draw++) {
            Map<Suspect, Suspect> seen = new HashMap<>();
            for (Suspect suspect : here) {
                double at = random.nextDouble();
                List<Outcome> outcomes = lookedAt(suspect);
                int reading = 0;
                while (reading < outcomes.size() - 1
                        && at >= outcomes.get(reading).chance()) {
                    at -= outcomes.get(reading).chance();
                    reading++;
                }
                seen.put(suspect, outcomes.get(reading).suspect());
            }
            sum += wrong(suspects.stream().map(s -> seen.getOrDefault(s, s)).toList());
        }
        return sum / DRAWS;
    }

    /** Draws of what one look may show, and the seed that makes them the same each time (house convention). */
    private static final int DRAWS = 100;

    private static final long SEED = 1208;

    private Optional<Look> look(Suspect suspect, List<Suspect> suspects, LinkReport.NextTrial offer) {
        List<Outcome> outcomes = offer.retest() ? retested(suspect, offer.id()) : walled(suspect);
        return outcomes.isEmpty()
                ? Optional.empty()
                : Optional.of(new Look(
                        offer.retest() ? Kind.RETEST : Kind.TEST,
                        offer.retest() ? suspect.test() : offer.id(),
                        Optional.of(suspect.criterion()),
                        suspect.side(),
                        offer.retest() ? Optional.of(offer.id()) : Optional.empty(),
                        drop(suspects, suspect, outcomes),
                        offer.seconds()));
    }

    private double noise() {
        return protocol.rules().gradedMarkSem().value();
    }

    /** The four readings of one more look by eye. */
    private List<Outcome> lookedAt(Suspect suspect) {
        Response same = new Response(0, 0);
        double[] readings = Gain.readings(suspect.seen(), same, noise());
        List<Outcome> all = new ArrayList<>();
        for (Grade reading : Grade.values()) {
            Likelihood seen = Likelihood.byEye(reading, noise());
            all.add(new Outcome(
                    readings[reading.ordinal()], suspect.graded(suspect.seen().after(seen))));
        }
        return all;
    }

    /** The four readings of a retest, each with what it makes of the links. */
    private List<Outcome> retested(Suspect suspect, String retest) {
        Optional<LinkRules.RetestSays> says = protocol.test(suspect.test())
                .flatMap(t -> t.criterion(suspect.criterion()))
                .flatMap(c -> linkRules.says(retest, c.family()));
        if (says.isEmpty() || says.get().says().isEmpty()) {
            return List.of();
        }
        List<Outcome> all = new ArrayList<>();
        for (int m = 0; m < Grade.values().length; m++) {
            int reading = m;
            Map<Link, Odds> odds = new EnumMap<>(Link.class);
            says.get()
                    .says()
                    .forEach(s -> odds.put(
                            s.link(),
                            new Odds(
                                    Gain.readings(suspect.seen(), s.with(), noise())[reading],
                                    Gain.readings(suspect.seen(), s.without(), noise())[reading])));
            updated(suspect, odds).ifPresent(all::add);
        }
        return all;
    }

    /** The two outcomes of the wall test: it speaks for the ankle or against it. */
    private List<Outcome> walled(Suspect suspect) {
        double tooShort = certainty.notYet().value();
        double free = certainty.touches().value();
        return Stream.of(new Odds(tooShort, free), new Odds(1 - tooShort, 1 - free))
                .flatMap(odds -> updated(suspect, Map.of(Link.ANKLE, odds)).stream())
                .toList();
    }

    /** How likely a reading is where a link limits, and where it does not. */
    private record Odds(double with, double without) {

        double chance(double limits) {
            return limits * with + (1 - limits) * without;
        }

        double after(double limits) {
            double all = chance(limits);
            return all > 0 ? limits * with / all : limits;
        }
    }

    /** What a reading makes of the links; how likely it is follows from the likeliest of those that it speaks of. */
    private static Optional<Outcome> updated(Suspect suspect, Map<Link, Odds> odds) {
        Map<Link, Double> after = new EnumMap<>(suspect.links());
        odds.forEach((link, o) -> after.computeIfPresent(link, (l, limits) -> o.after(limits)));
        return odds.entrySet().stream()
                .filter(e -> suspect.links().containsKey(e.getKey()))
                .max(Comparator.comparingDouble(e -> suspect.links().getOrDefault(e.getKey(), 0.0)))
                .map(e -> new Outcome(
                        e.getValue().chance(suspect.links().getOrDefault(e.getKey(), 0.0)), suspect.linked(after)));
    }

    /** How much less likely the wrong group is after a look, on average over how it may turn out. */
    private double drop(List<Suspect> suspects, Suspect one, List<Outcome> outcomes) {
        double after = 0;
        for (Outcome outcome : outcomes) {
            List<Suspect> changed = suspects.stream()
                    .map(s -> s.equals(one) ? outcome.suspect() : s)
                    .toList();
            after += outcome.chance() * wrong(changed);
        }
        return Math.max(0, wrong(suspects) - after);
    }

    /** The chance that the likeliest focus is not the one to begin with. */
    private double wrong(List<Suspect> suspects) {
        return 1 - likeliest(suspects).chance();
    }

    private Proposal.FocusChance likeliest(List<Suspect> suspects) {
        return FocusChances.of(
                        suspects.stream()
                                .map(s -> indications.chances(s.kind(), s.seen(), s.links()))
                                .toList(),
                        Focus.LOAD)
                .get(0);
    }
}
