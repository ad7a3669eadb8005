package rangordnung.server.screening;

import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import org.springframework.http.HttpStatus;
import org.springframework.stereotype.Service;
import org.springframework.transaction.support.TransactionTemplate;
import rangordnung.core.Refusal;
import rangordnung.server.accounts.Accounts;
import rangordnung.server.accounts.Devices;
import rangordnung.server.platform.Code;
import rangordnung.server.platform.CurrentUser;
import rangordnung.server.platform.Problem;
import rangordnung.server.platform.QrCode;
import rangordnung.server.platform.Tenancy;

/** Short-lived passes for helpers. A code opens one station, on one phone; the lead can take it back at once. */
@Service
class Passes {

    /** How long a pass opens at least and at most (house convention). */
    static final int SHORTEST_MINUTES = 5;

    static final int LONGEST_MINUTES = 12 * 60;

    private final StationPassRepository rows;
    private final Screenings screenings;
    private final Halls halls;
    private final Accounts accounts;
    private final Devices devices;
    private final TransactionTemplate transaction;
    private final Clock clock;

    Passes(
            StationPassRepository rows,
            Screenings screenings,
            Halls halls,
            Accounts accounts,
            Devices devices,
            TransactionTemplate transaction,
            Clock clock) {
        this.rows = rows;
        this.screenings = screenings;
        this.halls = halls;
        this.accounts = accounts;
        this.devices = devices;
        this.transaction = transaction;
        this.clock = clock;
    }

    /**
     * A pass as the lead sees it.
     *
     * @param account of the helper, once a phone has taken it
     */
    record PassView(UUID id, String station, String helper, Instant expiresAt, Optional<UUID> account, boolean opens) {}

    /**
     * A new pass with what nobody sees again.
     *
     * @param address what the helper's phone opens
     * @param code    the address as a picture of squares: rows of 0 and 1
     */
    record NewPass(PassView pass, String address, List<String> code) {}

    List<PassView> of(UUID screening) {
        screenings.visible(screening);
        return transaction.execute(t -> rows.findByScreeningOrderByCreatedAtDesc(screening).stream()
                .map(this::view)
                .toList());
    }

    /** Makes a pass; {@code origin} is where the phone reaches this server. */
    NewPass make(UUID screening, String station, String helper, int minutes, String origin) {
        if (halls.of(screening).station(station).isEmpty()) {
            throw Problem.notFound("station in this hall");
        }
        Duration lasting =
                Duration.ofMinutes(Refusal.within(minutes, SHORTEST_MINUTES, LONGEST_MINUTES, "minutes", "minutes"));
        String code = devices.secret();
        Instant now = clock.instant();
        StationPass pass = new StationPass(
                UUID.randomUUID(),
                screening,
                station,
                helper.strip(),
                Devices.hash(code),
                CurrentUser.required().account(),
                now,
                now.plus(lasting));
        transaction.executeWithoutResult(t -> rows.save(pass));
        String address = origin + "/#/join/" + code;
        return new NewPass(view(pass), address, QrCode.of(address));
    }

    void revoke(UUID screening, UUID id) {
        screenings.visible(screening);
        transaction.executeWithoutResult(t -> rows.findById(id)
                .filter(p -> p.screening().equals(screening))
                .orElseThrow(() -> Problem.notFound("pass"))
                .revoke(clock.instant()));
    }

    /** Who has joined, and until when. */
    record Joined(CurrentUser signed, Duration lasting) {}

    /**
     * Opens the station of a code. The first phone takes the pass; it opens no second one. A helper who had a pass of this
     * screening on the same phone goes on under the same account, and so may correct and still deliver what they wrote.
     *
     * @param device the phone
     */
    Joined join(String code, String device) {
        StationPass pass = Tenancy.acrossAll(() -> transaction.execute(t -> rows.findByCodeHash(Devices.hash(code))))
                .filter(p -> p.opens(clock.instant()))
                .orElseThrow(() -> new Problem(
                        HttpStatus.FORBIDDEN,
                        Code.PASS_CLOSED,
                        "This code opens nothing any more. Ask the lead for a new one."));
        return Tenancy.as(
                pass.organisation(),
                () -> transaction.execute(t -> {
                    StationPass mine = rows.findAndLockById(pass.id()).orElseThrow();
                    if (mine.account().isPresent()) {
                        throw new Problem(
                                HttpStatus.CONFLICT,
                                Code.PASS_TAKEN,
                                "Another phone has used this code already. Ask the lead for a new one.");
                    }
                    UUID account = rows.findByScreeningAndDeviceHash(mine.screening(), device).stream()
                            .filter(before -> before.helper().equalsIgnoreCase(mine.helper()))
                            .flatMap(before -> before.account().stream())
                            .findFirst()
                            .orElseGet(() -> accounts.addHelper(mine.helper()));
                    mine.taken(account, device);
                    CurrentUser signed = new CurrentUser(
                            account,
                            mine.organisation(),
                            "helper",
                            mine.helper(),
                            CurrentUser.Role.HELPER,
                            new CurrentUser.Pass(mine.id(), mine.screening(), mine.station()));
                    return new Joined(signed, Duration.between(clock.instant(), mine.expiresAt()));
                }));
    }

    private PassView view(StationPass pass) {
        return new PassView(
                pass.id(),
                pass.station(),
                pass.helper(),
                pass.expiresAt(),
                pass.account(),
                pass.opens(clock.instant()));
    }
}
