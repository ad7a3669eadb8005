package rangordnung.server.screening;

import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import org.springframework.http.HttpStatus;
import rangordnung.core.protocol.Criterion;
import rangordnung.core.protocol.Extent;
import rangordnung.core.protocol.Gauge;
import rangordnung.core.protocol.Grade;
import rangordnung.core.protocol.Protocol;
import rangordnung.core.protocol.TestDefinition;
import rangordnung.core.record.Fact;
import rangordnung.server.platform.Code;
import rangordnung.server.platform.Problem;

/**
 * Refuses what the protocol does not know, so that a mark is never silently without effect, and what lies outside a
 * helper's station.
 *
 * @param reach the station of a helper; empty for those who may reach all
 * @param tests by trial, its test, as far as it is known
 * @param kept  facts that are kept and that some fact of the delivery supersedes
 * @param leads what is left to the lead
 */
record FactChecks(
        UUID screening,
        Protocol protocol,
        Optional<Reach> reach,
        Map<UUID, String> tests,
        Map<UUID, FactRepository.Stub> kept,
        Leads leads) {

    /**
     * What only a lead writes or takes back: answers at check-in, and what a lead has written.
     *
     * @param rater    whether a rater is writing
     * @param accounts leads who have written what the delivery corrects or takes back
     */
    record Leads(boolean rater, Set<UUID> accounts) {

        boolean alone(Facts.FactSent sent, Map<UUID, FactRepository.Stub> kept) {
            return rater
                    && (sent.fact() instanceof Fact.Asked
                            || sent.supersedes()
                                    .map(kept::get)
                                    .filter(k -> accounts.contains(k.author()))
                                    .isPresent());
        }
    }

    /**
     * What a helper may see and write: the tests of one station and those that only tell causes apart.
     *
     * @param account the helper's own
     */
    record Reach(Set<String> tests, boolean legs, UUID account) {

        static Reach of(HallSetup hall, String station, Protocol protocol, UUID account) {
            HallSetup.StationSetup at =
                    hall.station(station).orElseThrow(() -> Problem.notFound("station in this hall"));
            Set<String> tests = new HashSet<>(at.tests());
            protocol.tests().stream()
                    .filter(t -> t.role() == TestDefinition.Role.RETEST)
                    .map(TestDefinition::id)
                    .forEach(tests::add);
            boolean legs = protocol.tests().stream()
                    .filter(t -> tests.contains(t.id()))
                    .flatMap(t -> t.criteria().stream())
                    .flatMap(c -> c.gauge().stream())
                    .anyMatch(g -> g.combine() == Gauge.Combine.PERCENT_OF_LEG_LENGTH);
            return new Reach(tests, legs, account);
        }

        boolean sees(Fact fact, Map<UUID, String> trials) {
            return !(fact instanceof Fact.Asked || fact instanceof Fact.BodyMeasured)
                    && (legs || !(fact instanceof Fact.LegMeasured))
                    && fact.ofTrial().map(trials::get).map(tests::contains).orElse(true);
        }
    }

    void check(Facts.FactSent sent) {
        Fact fact = sent.fact();
        reach.ifPresent(r -> within(sent, r));
        if (leads.alone(sent, kept)) {
            throw new Problem(
                            HttpStatus.FORBIDDEN,
                            Code.LEADS_ONLY,
                            "Fact " + sent.id() + " is the lead's to write, to correct or to take back. Ask the lead.")
                    .with("fact", sent.id());
        }
        if (fact instanceof Fact.TrialOpened opened) {
            if (protocol.test(opened.test()).isEmpty()) {
                throw unknown(sent, "test", opened.test());
            }
            opened.retest().filter(r -> protocol.retest(r.retest()).isEmpty()).ifPresent(r -> {
                throw unknown(sent, "retest", r.retest());
            });
        } else if (fact instanceof Fact.Marked mark) {
            Criterion criterion = criterion(sent, mark.trial(), mark.criterion());
            needsSide(sent, criterion, mark.side().isPresent(), mark.grade() != Grade.NONE);
            if (mark.variant().isPresent()
                    && criterion.variants().stream()
                            .noneMatch(v -> v.id().equals(mark.variant().get()))) {
                throw unknown(sent, "variant", mark.variant().get());
            }
            mark.phase().filter(p -> !criterion.phases().contains(p)).ifPresent(p -> {
                throw unknown(sent, "phase", p.name());
            });
        } else if (fact instanceof Fact.CouldNotTell unclear) {
            needsSide(
                    sent,
                    criterion(sent, unclear.trial(), unclear.criterion()),
                    unclear.side().isPresent(),
                    false);
        } else if (fact instanceof Fact.Measured value) {
            measured(sent, value, criterion(sent, value.trial(), value.criterion()));
        } else if ((fact instanceof Fact.Withdrawn || fact instanceof Fact.Removed)
                && sent.supersedes().isEmpty()) {
            throw Problem.invalid(
                    Code.NOTHING_WITHDRAWN,
                    "Fact " + sent.id() + " takes something back but does not say what.",
                    "supersedes");
        }
        sent.supersedes()
                .map(kept::get)
                .filter(k ->
                        !k.athlete().equals(sent.athlete()) || !k.screening().equals(screening))
                .ifPresent(k -> {
                    throw Problem.invalid(
                            Code.UNKNOWN_FACT,
                            "Fact " + sent.id() + " corrects a fact that is not of this athlete and screening.",
                            "supersedes");
                });
    }

    private static void measured(Facts.FactSent sent, Fact.Measured value, Criterion criterion) {
        needsSide(sent, criterion, value.side().isPresent(), false);
        if (!criterion.measures(value.measure())) {
            throw unknown(sent, "measure", value.measure());
        }
        boolean byHand = criterion.gauge().filter(g -> g.takes(value.measure())).isPresent();
        if (byHand && !criterion.gauge().orElseThrow().possible(value.value())) {
            throw Problem.invalid(
                    Code.IMPOSSIBLE_VALUE,
                    "Fact " + sent.id() + " carries " + value.value() + ", which “" + criterion.id() + "” cannot be.",
                    "value");
        }
        if (byHand
                && value.ending()
                        .filter(e -> criterion.gauge().orElseThrow().ending(e).isEmpty())
                        .isPresent()) {
            throw unknown(sent, "ending", value.ending().get());
        }
    }

    /** A helper writes at their own station, takes back only what they wrote, and may always stop for pain. */
    private void within(Facts.FactSent sent, Reach reach) {
        Fact fact = sent.fact();
        boolean allowed;
        if (fact instanceof Fact.PainReported || fact instanceof Fact.Attended) {
            allowed = true;
        } else if (fact instanceof Fact.Asked) {
            // the questions are asked by whoever leads; a helper says who takes part, which is attendance
            allowed = false;
        } else if (fact instanceof Fact.LegMeasured) {
            allowed = reach.legs();
        } else if (fact instanceof Fact.TrialOpened opened) {
            allowed = reach.tests().contains(opened.test());
        } else if (fact instanceof Fact.Withdrawn || fact instanceof Fact.Removed) {
            allowed = true;
        } else {
            allowed = fact.ofTrial()
                    .map(tests::get)
                    .filter(reach.tests()::contains)
                    .isPresent();
        }
        boolean own = sent.supersedes()
                .map(kept::get)
                .map(k -> k.author().equals(reach.account()))
                .orElse(true);
        if (!allowed || !own) {
            throw new Problem(
                            HttpStatus.FORBIDDEN,
                            Code.OUTSIDE_PASS,
                            "Fact " + sent.id() + " lies outside the station of this pass.")
                    .with("fact", sent.id());
        }
    }

    /** The criterion of the trial's test; of a trial that is not known yet, any test's. */
    private Criterion criterion(Facts.FactSent sent, UUID trial, String id) {
        List<TestDefinition> asked = Optional.ofNullable(tests.get(trial))
                .flatMap(protocol::test)
                .map(List::of)
                .orElse(protocol.tests());
        return asked.stream()
                .map(t -> t.criterion(id))
                .flatMap(Optional::stream)
                .findFirst()
                .orElseThrow(() -> unknown(sent, "criterion", id));
    }

    private static void needsSide(Facts.FactSent sent, Criterion criterion, boolean hasSide, boolean faulty) {
        boolean needs = criterion.extent() == Extent.SIDED || criterion.extent() == Extent.DIRECTED && faulty;
        if (needs && !hasSide || criterion.extent() == Extent.WHOLE && hasSide) {
            throw Problem.invalid(
                    Code.SIDE_MISMATCH,
                    "Fact " + sent.id() + ": “" + criterion.id() + "” " + (needs ? "needs a side." : "has no sides."),
                    "side");
        }
    }

    private static Problem unknown(Facts.FactSent sent, String what, String id) {
        return Problem.invalid(
                        Code.valueOf("UNKNOWN_" + what.toUpperCase(Locale.ROOT)),
                        "Fact " + sent.id() + " names the " + what + " “" + id + "”, which the protocol does not know.",
                        what)
                .with("named", id);
    }
}
