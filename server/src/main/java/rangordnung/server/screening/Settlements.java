package rangordnung.server.screening;

import java.time.Clock;
import java.time.Instant;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import java.util.stream.Collectors;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import rangordnung.core.Words;
import rangordnung.core.judgement.Particulars;
import rangordnung.core.record.Entry;
import rangordnung.core.record.Fact;
import rangordnung.server.accounts.Accounts;
import rangordnung.server.platform.Code;
import rangordnung.server.platform.CurrentUser;
import rangordnung.server.platform.Problem;
import rangordnung.server.roster.Rosters;

/** What the lead has settled between two raters. The marks of both stay. */
@Service
@Transactional
public class Settlements {

    private final SettlementRepository rows;
    private final Screenings screenings;
    private final Facts facts;
    private final Accounts accounts;
    private final Clock clock;

    Settlements(SettlementRepository rows, Screenings screenings, Facts facts, Accounts accounts, Clock clock) {
        this.rows = rows;
        this.screenings = screenings;
        this.facts = facts;
        this.accounts = accounts;
        this.clock = clock;
    }

    /**
     * A settlement as it is sent.
     *
     * @param id made by the client; sending it twice changes nothing
     */
    public record NewSettlement(UUID id, UUID athlete, String test, UUID trial, String reason) {}

    /** A settlement as shown. */
    public record SettlementView(UUID athlete, String test, UUID trial, String reason, String author, Instant at) {}

    /** By athlete and test, the trial that counts. */
    private Map<UUID, Map<String, UUID>> of(UUID screening) {
        Map<UUID, Map<String, UUID>> settled = new HashMap<>();
        rows.findByScreeningOrderBySequence(screening)
                .forEach(s -> settled.computeIfAbsent(s.athlete(), a -> new HashMap<>())
                        .put(s.test(), s.trial()));
        return settled;
    }

    /** What judging needs beside the books, for some athletes. */
    @Transactional(readOnly = true)
    public Map<UUID, Particulars> particulars(UUID screening, List<Rosters.Member> athletes) {
        Map<UUID, Map<String, UUID>> settled = of(screening);
        return athletes.stream()
                .collect(Collectors.toMap(
                        Rosters.Member::id,
                        m -> new Particulars(
                                m.legLengthCentimetres(), m.stature(), settled.getOrDefault(m.id(), Map.of()))));
    }

    /** How many settlements each screening has; one without any is left out. */
    @Transactional(readOnly = true)
    public Map<UUID, Long> counts() {
        return rows.counts().stream().collect(Collectors.toMap(r -> (UUID) r[0], r -> (Long) r[1]));
    }

    /** The last settlement of each athlete and test, with its reason. */
    @Transactional(readOnly = true)
    public List<SettlementView> views(UUID screening) {
        screenings.visible(screening);
        Map<UUID, String> names = accounts.names();
        Map<String, SettlementView> last = new HashMap<>();
        rows.findByScreeningOrderBySequence(screening)
                .forEach(s -> last.put(
                        s.athlete() + s.test(),
                        new SettlementView(
                                s.athlete(),
                                s.test(),
                                s.trial(),
                                s.reason(),
                                names.getOrDefault(s.author(), "?"),
                                s.at())));
        return List.copyOf(last.values());
    }

    /** Records which of an athlete's trials of a test counts. */
    public void settle(UUID screening, NewSettlement settlement) {
        screenings.visible(screening);
        if (!Words.visible(settlement.reason())) {
            throw Problem.invalid(Code.REASON_MISSING, "Say why: a decision is kept with its reason.", "reason");
        }
        boolean there = facts.book(screening, settlement.athlete()).book().entries().stream()
                .map(Entry::fact)
                .anyMatch(f -> f instanceof Fact.TrialOpened opened
                        && opened.trial().equals(settlement.trial())
                        && opened.test().equals(settlement.test()));
        if (!there) {
            throw Problem.notFound("trial of this athlete");
        }
        if (!rows.existsById(settlement.id())) {
            rows.save(new Settlement(
                    settlement.id(),
                    screening,
                    settlement.athlete(),
                    settlement.test(),
                    settlement.trial(),
                    settlement.reason().strip(),
                    CurrentUser.required().account(),
                    clock.instant()));
        }
    }
}
