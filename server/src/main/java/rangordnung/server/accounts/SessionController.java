package rangordnung.server.accounts;

import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import org.springframework.http.HttpStatus;
import org.springframework.security.core.context.SecurityContextHolder;
import org.springframework.security.web.csrf.CsrfToken;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;
import rangordnung.server.platform.Code;
import rangordnung.server.platform.CurrentUser;
import rangordnung.server.platform.Problem;
import rangordnung.server.platform.Visible;

/** Signing in and out, the first account, and the accounts of the organisation. */
@RestController
class SessionController {

    /** The station that a helper's pass opens. */
    record Opened(UUID screening, String station) {}

    record Me(UUID id, String name, CurrentUser.Role role, String organisation, Optional<Opened> opened) {}

    record SessionState(boolean setupNeeded, boolean demo, Optional<Me> me) {}

    record SignIn(
            @NotBlank @Size(max = 80) String login,
            @NotBlank @Size(max = 200) String password,
            Optional<@Size(max = 40) String> code) {}

    record FirstAccount(
            @NotNull @Size(max = 80) String code,
            @Visible @Size(max = 120) String organisation,
            @Visible @Size(max = 120) String name,
            @Visible @Size(max = 80) String login,
            @NotBlank @Size(max = 200) String password) {}

    record NewAccount(
            @Visible @Size(max = 120) String name,
            @Visible @Size(max = 80) String login,
            @NotBlank @Size(max = 200) String password,
            @NotNull CurrentUser.Role role) {}

    private final Accounts accounts;
    private final LoginGuard guard;
    private final Setup setup;
    private final Sessions sessions;
    private final Devices devices;
    private final SecondFactor factor;
    private final Foundings foundings;

    SessionController(
            Accounts accounts,
            LoginGuard guard,
            Setup setup,
            Sessions sessions,
            Devices devices,
            SecondFactor factor,
            Foundings foundings) {
        this.accounts = accounts;
        this.guard = guard;
        this.setup = setup;
        this.sessions = sessions;
        this.devices = devices;
        this.factor = factor;
        this.foundings = foundings;
    }

    /** Who is signed in; also hands out the token against forged requests. */
    @GetMapping("/api/session")
    SessionState session(CsrfToken token) {
        token.getToken();
        Optional<Me> me = CurrentUser.current().map(this::me);
        return new SessionState(me.isEmpty() && accounts.setupNeeded(), setup.demo(), me);
    }

    @PostMapping("/api/session")
    Me signIn(@Valid @RequestBody SignIn signIn, HttpServletRequest request, HttpServletResponse response) {
        String login = signIn.login().strip().toLowerCase(java.util.Locale.ROOT);
        String address = request.getRemoteAddr();
        LoginGuard.Attempt attempt = guard.begin(devices.of(request)
                .filter(device -> devices.knows(device, login))
                .map(device -> List.of(LoginGuard.Caller.device(device + login)))
                .orElseGet(() -> List.of(LoginGuard.Caller.login(login), LoginGuard.Caller.address(address))));
        Optional<CurrentUser> signed;
        try {
            signed = accounts.check(login, signIn.password(), address);
        } catch (RuntimeException e) {
            guard.forgotten(attempt);
            throw e;
        }
        if (signed.isEmpty()) {
            guard.failed(attempt);
            throw new Problem(
                    HttpStatus.UNAUTHORIZED,
                    Code.WRONG_LOGIN,
                    "Login and password do not fit. Check both and try again.");
        }
        secondFactor(signed.get(), signIn.code().filter(c -> !c.isBlank()), attempt);
        guard.succeeded(attempt);
        devices.remember(
                devices.known(request, response),
                signed.get().account(),
                signed.get().organisation());
        return begin(signed.get(), request, response);
    }

    private void secondFactor(CurrentUser signed, Optional<String> code, LoginGuard.Attempt attempt) {
        if (!factor.on(signed.account())) {
            return;
        }
        if (code.isEmpty()) {
            guard.forgotten(attempt);
            throw new Problem(
                    HttpStatus.UNAUTHORIZED, Code.CODE_NEEDED, "This account asks for the code of its app as well.");
        }
        if (!factor.fits(signed.account(), code.get())) {
            guard.failed(attempt);
            throw new Problem(HttpStatus.UNAUTHORIZED, Code.WRONG_CODE, SecondFactor.NO_FIT);
        }
    }

    @DeleteMapping("/api/session")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void signOut(HttpServletRequest request) {
        var session = request.getSession(false);
        if (session != null) {
            session.invalidate();
        }
        SecurityContextHolder.clearContext();
    }

    /** The owner of a new installation, or of another organisation on it; needs the code that the launcher printed. */
    @PostMapping("/api/setup")
    Me setUp(@Valid @RequestBody FirstAccount first, HttpServletRequest request, HttpServletResponse response) {
        boolean another = !setup.setupCode().isBlank() && foundings.open(first.code());
        guard.tried(request.getRemoteAddr(), () -> {
            if (!another
                    && (setup.setupCode().isBlank()
                            || !MessageDigest.isEqual(
                                    setup.setupCode().getBytes(StandardCharsets.UTF_8),
                                    first.code().getBytes(StandardCharsets.UTF_8)))) {
                throw new Problem(
                        HttpStatus.FORBIDDEN,
                        Code.WRONG_SETUP_CODE,
                        "The address does not carry the code that the launcher printed. Copy it again.");
            }
        });
        CurrentUser lead = accounts.first(
                first.organisation(),
                first.login(),
                first.name(),
                first.password(),
                request.getRemoteAddr(),
                another ? () -> foundings.use(first.code()) : accounts::nobodyYet);
        devices.remember(devices.known(request, response), lead.account(), lead.organisation());
        return begin(lead, request, response);
    }

    @GetMapping("/api/accounts")
    List<Accounts.AccountView> all() {
        return accounts.all();
    }

    @PostMapping("/api/accounts")
    @ResponseStatus(HttpStatus.CREATED)
    Accounts.AccountView add(@Valid @RequestBody NewAccount account) {

        UUID id = accounts.add(account.login(), account.name(), account.role(), account.password());
        return accounts.all().stream()
                .filter(a -> a.id().equals(id))
                .findFirst()
                .orElseThrow();
    }

    private Me begin(CurrentUser signed, HttpServletRequest request, HttpServletResponse response) {
        sessions.begin(signed, request, response);
        return me(signed);
    }

    private Me me(CurrentUser signed) {
        return new Me(
                signed.account(),
                signed.name(),
                signed.role(),
                accounts.organisationName(signed.organisation()),
                Optional.ofNullable(signed.pass()).map(p -> new Opened(p.screening(), p.station())));
    }
}
