package rangordnung.server.screening;

import jakarta.persistence.EntityManager;
import java.time.Clock;
import java.time.LocalDate;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.springframework.http.HttpStatus;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;
import rangordnung.core.Refusal;
import rangordnung.core.protocol.Protocol;
import rangordnung.server.accounts.Accounts;
import rangordnung.server.platform.Code;
import rangordnung.server.platform.CurrentUser;
import rangordnung.server.platform.Problem;
import rangordnung.server.protocols.Protocols;
import rangordnung.server.roster.Rosters;

/** Screenings and who may see them. */
@Service
@Transactional
public class Screenings {

    private final ScreeningRepository rows;
    private final ScreeningRaterRepository raters;
    private final StationPassRepository passes;
    private final AskedLookRepository asked;
    private final FactRepository facts;
    private final Rosters rosters;
    private final Protocols protocols;
    private final Accounts accounts;
    private final EntityManager entities;
    private final Clock clock;

    Screenings(
            ScreeningRepository rows,
            ScreeningRaterRepository raters,
            StationPassRepository passes,
            AskedLookRepository asked,
            FactRepository facts,
            Rosters rosters,
            Protocols protocols,
            Accounts accounts,
            EntityManager entities,
            Clock clock) {
        this.rows = rows;
        this.raters = raters;
        this.passes = passes;
        this.asked = asked;
        this.facts = facts;
        this.rosters = rosters;
        this.protocols = protocols;
        this.accounts = accounts;
        this.entities = entities;
        this.clock = clock;
    }

    /** Years in which a screening can be (house convention). */
    private static final int FIRST_YEAR = 1990;

    private static final int LAST_YEAR = 2200;

    /**
     * A screening.
     *
     * @param follows the screening that a short one follows; empty for a whole one
     */
    public record ScreeningView(
            UUID id,
            UUID team,
            String name,
            LocalDate heldOn,
            String protocol,
            int protocolVersion,
            Optional<UUID> follows) {}

    public ScreeningView add(UUID team, String name, LocalDate heldOn, String protocol, int version) {
        rosters.team(team);
        Refusal.within(heldOn.getYear(), FIRST_YEAR, LAST_YEAR, "", "heldOn");
        protocols.get(protocol, version);
        return rows.save(new Screening(
                        UUID.randomUUID(), team, name.strip(), heldOn, protocol, version, null, clock.instant()))
                .view();
    }

    /**
     * A short screening after another, under its protocol.
     *
     * @param tests what each athlete is asked to do, at least one test of one athlete
     */
    public ScreeningView follow(UUID before, String name, LocalDate heldOn, Map<UUID, Set<String>> tests) {
        ScreeningView whole = visible(before);
        Refusal.within(heldOn.getYear(), FIRST_YEAR, LAST_YEAR, "", "heldOn");
        if (!heldOn.isAfter(whole.heldOn())) {
            throw Problem.invalid(
                    Code.CONTRADICTION,
                    "A short screening is held after the one that it follows (%s). Choose a later day."
                            .formatted(whole.heldOn()),
                    "heldOn");
        }
        Protocol protocol = protocols.get(whole.protocol(), whole.protocolVersion());
        Set<UUID> members =
                rosters.members(whole.team()).stream().map(Rosters.Member::id).collect(Collectors.toSet());
        if (!members.containsAll(tests.keySet())) {
            throw Problem.invalid(Code.CONTRADICTION, "One of the athletes is not of this roster.", "asked");
        }
        tests.values().stream()
                .flatMap(Set::stream)
                .filter(test -> protocol.test(test).isEmpty())
                .findFirst()
                .ifPresent(test -> {
                    throw Problem.invalid(
                            Code.CONTRADICTION, "The protocol has no test “%s”.".formatted(test), "asked");
                });
        Screening made = rows.save(new Screening(
                UUID.randomUUID(),
                whole.team(),
                name.strip(),
                heldOn,
                whole.protocol(),
                whole.protocolVersion(),
                whole.id(),
                clock.instant()));
        tests.forEach((athlete, of) ->
                of.forEach(test -> entities.persist(new AskedLook(made.view().id(), athlete, test))));
        return made.view();
    }

    /** Who is asked to do what in a screening. */
    @Transactional(readOnly = true)
    public Asked asked(ScreeningView screening) {
        return screening.follows().isEmpty()
                ? Asked.EVERYTHING
                : new Asked(Optional.of(asked.findByScreening(screening.id()).stream()
                        .collect(Collectors.groupingBy(
                                AskedLook::athlete, Collectors.mapping(AskedLook::test, Collectors.toSet())))));
    }

    /** All screenings for a lead or a viewer, for a rater those they are invited to, but for what has been put away. Newest first. */
    @Transactional(readOnly = true)
    public List<ScreeningView> visible() {
        CurrentUser signed = CurrentUser.required();
        Set<UUID> away = rosters.archived();
        List<Screening> found = signed.role() == CurrentUser.Role.RATER
                ? rows.invitedTo(signed.account())
                : rows.findAllByOrderByHeldOnDescCreatedAtDesc();
        return found.stream()
                .filter(s -> !s.archived())
                .map(Screening::view)
                .filter(s -> !away.contains(s.team()))
                .toList();
    }

    /** What has been put away by itself, the newest first. */
    @Transactional(readOnly = true)
    public List<ScreeningView> archived() {
        return rows.findAllByOrderByHeldOnDescCreatedAtDesc().stream()
                .filter(Screening::archived)
                .map(Screening::view)
                .toList();
    }

    /** Puts a screening away, or brings it back. */
    public ScreeningView archive(UUID id, boolean archived) {
        visible(id);
        Screening screening = rows.findById(id).orElseThrow();
        screening.archive(archived ? Optional.of(clock.instant()) : Optional.empty());
        return screening.view();
    }

    /** A screening, if the one who asks may see it; else it does not exist. */
    @Transactional(readOnly = true)
    public ScreeningView visible(UUID id) {
        return open(id).view();
    }

    /**
     * A screening that the one who asks may see.
     *
     * @param hall   how its hall is set up, where the lead has said so
     * @param member whether the athlete that was asked for is of its roster
     */
    record Open(ScreeningView view, Optional<String> hall, boolean member) {}

    @Transactional(propagation = Propagation.SUPPORTS)
    Open open(UUID id) {
        return open(id, NOTHING);
    }

    /** The same, and whether an athlete is of its roster. One question, which needs no transaction of its own. */
    @Transactional(propagation = Propagation.SUPPORTS)
    Open open(UUID id, UUID athlete) {
        CurrentUser signed = CurrentUser.required();
        CurrentUser.Pass pass = signed.pass();
        Optional<ScreeningRepository.Gate> gate =
                rows.gate(id, signed.organisation(), pass == null ? NOTHING : pass.id(), athlete);
        boolean may =
                switch (signed.role()) {
                    case OWNER, LEAD, VIEWER -> true;
                    case RATER -> raters.existsByScreeningAndAccount(id, signed.account());
                    case HELPER -> pass != null && opens(pass, id, gate);
                };
        return gate.filter(g -> may)
                .map(g -> new Open(g.view(), Optional.ofNullable(g.hall()), g.member()))
                .orElseThrow(() -> Problem.notFound("screening"));
    }

    private static final UUID NOTHING = new UUID(0, 0);

    /** A pass opens its own screening, until it ends or is taken back. */
    private boolean opens(CurrentUser.Pass pass, UUID screening, Optional<ScreeningRepository.Gate> gate) {
        boolean open = gate.filter(g -> g.expiresAt() != null)
                .map(g -> StationPass.opens(g.expiresAt(), g.revokedAt(), clock.instant()))
                .orElseGet(() -> passes.findById(pass.id())
                        .filter(p -> p.opens(clock.instant()))
                        .isPresent());
        if (!open) {
            throw new Problem(
                    HttpStatus.UNAUTHORIZED,
                    Code.PASS_ENDED,
                    "This pass has ended or was taken back. Ask the lead for a new code; what waits to be saved is kept.");
        }
        return pass.screening().equals(screening);
    }

    /** Gives a screening another name or day; a short one stays after the one that it follows. */
    public ScreeningView change(UUID id, String name, LocalDate heldOn) {
        ScreeningView view = visible(id);
        Refusal.within(heldOn.getYear(), FIRST_YEAR, LAST_YEAR, "", "heldOn");
        boolean early = view.follows()
                .map(this::visible)
                .filter(b -> !heldOn.isAfter(b.heldOn()))
                .isPresent();
        boolean late =
                rows.findByFollows(id).stream().anyMatch(s -> !s.view().heldOn().isAfter(heldOn));
        if (early || late) {
            throw Problem.invalid(
                    Code.CONTRADICTION,
                    "A short screening is held after the one that it follows. Choose another day.",
                    "heldOn");
        }
        Screening screening = rows.findById(id).orElseThrow();
        screening.become(name.strip(), heldOn);
        return screening.view();
    }

    /** Deletes a screening with all that was seen, decided and trained under it. */
    public void delete(UUID id) {
        visible(id);
        if (!rows.findByFollows(id).isEmpty()) {
            throw Problem.conflict(
                    Code.FOLLOWED,
                    "A short screening follows this one and carries over from it. Delete that one first.");
        }
        rows.delete(rows.findById(id).orElseThrow());
    }

    /** Lets a screening be judged under another version from now on; its facts stay what they are. */
    public ScreeningView judgeUnder(UUID id, String protocol, int version) {
        visible(id);
        protocols.get(protocol, version);
        Screening screening = rows.findById(id).orElseThrow();
        screening.judgeUnder(protocol, version);
        return screening.view();
    }

    /** The screenings of a roster up to and including one, oldest first. */
    @Transactional(readOnly = true)
    public List<ScreeningView> upTo(ScreeningView last) {
        return rows.findByTeamOrderByHeldOnAscCreatedAtAsc(last.team()).stream()
                .map(Screening::view)
                .takeWhile(s -> !s.heldOn().isAfter(last.heldOn()))
                .filter(s -> s.heldOn().isBefore(last.heldOn()) || s.id().equals(last.id()))
                .toList();
    }

    /** Screenings of other rosters before this one, by the athletes who are in them since they were moved later. */
    @Transactional(readOnly = true)
    public Map<ScreeningView, Set<UUID>> elsewhere(ScreeningView last, Set<UUID> athletes) {
        Set<UUID> moved = rosters.moved(athletes);
        if (moved.isEmpty()) {
            return Map.of();
        }
        Map<UUID, Set<UUID>> written = facts.written(moved).stream()
                .collect(Collectors.groupingBy(
                        FactRepository.Written::screening,
                        Collectors.mapping(FactRepository.Written::athlete, Collectors.toSet())));
        return rows.findAllByOrderByHeldOnDescCreatedAtDesc().stream()
                .map(Screening::view)
                .filter(s -> written.containsKey(s.id())
                        && !s.team().equals(last.team())
                        && s.heldOn().isBefore(last.heldOn()))
                .collect(Collectors.toMap(Function.identity(), s -> written.getOrDefault(s.id(), Set.of())));
    }

    @Transactional(readOnly = true)
    public Set<UUID> raters(UUID screening) {
        visible(screening);
        return raters.findByScreening(screening).stream()
                .map(ScreeningRater::account)
                .collect(Collectors.toSet());
    }

    /** Sets who else may score in a screening. */
    public void invite(UUID screening, Set<UUID> invited) {
        visible(screening);
        Set<UUID> known = accounts.all().stream().map(Accounts.AccountView::id).collect(Collectors.toSet());
        if (!known.containsAll(invited)) {
            throw Problem.invalid(Code.UNKNOWN_ACCOUNT, "One of the accounts is not of this organisation.", "accounts");
        }
        List<ScreeningRater> present = raters.findByScreening(screening);
        raters.deleteAll(
                present.stream().filter(r -> !invited.contains(r.account())).toList());
        Set<UUID> kept = present.stream().map(ScreeningRater::account).collect(Collectors.toSet());
        invited.stream().filter(a -> !kept.contains(a)).forEach(a -> raters.save(new ScreeningRater(screening, a)));
    }
}
