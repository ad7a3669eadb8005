package rangordnung.server.accounts;

import jakarta.servlet.http.HttpServletRequest;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;
import rangordnung.server.platform.Code;
import rangordnung.server.platform.CurrentUser;
import rangordnung.server.platform.Problem;

/** What becomes of an account: passwords, being let in, being signed out, being deleted. */
@RestController
class AccountController {

    record PasswordChange(@NotBlank @Size(max = 200) String current, @NotBlank @Size(max = 200) String next) {}

    record NewPassword(@NotBlank @Size(max = 80) String code, @NotBlank @Size(max = 200) String password) {}

    record Disabled(boolean disabled) {}

    record NewRole(@NotNull CurrentUser.Role role) {}

    record Password(@NotBlank @Size(max = 200) String password) {}

    record FactorCode(@NotBlank @Size(max = 40) String code) {}

    /** Codes for whoever has lost the app; told once. */
    record RecoveryCodes(List<String> codes) {}

    private final Accounts accounts;
    private final Resets resets;
    private final Sessions sessions;
    private final LoginGuard guard;
    private final SecondFactor factor;

    AccountController(Accounts accounts, Resets resets, Sessions sessions, LoginGuard guard, SecondFactor factor) {
        this.accounts = accounts;
        this.resets = resets;
        this.sessions = sessions;
        this.guard = guard;
        this.factor = factor;
    }

    /** Another password for whoever is signed in; all other devices are signed out. */
    @PutMapping("/api/account/password")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void password(@Valid @RequestBody PasswordChange change, HttpServletRequest request) {
        CurrentUser signed = isMe(change.current(), "current", request);
        accounts.setPassword(signed.account(), change.next());
        sessions.end(signed.login(), session(request));
    }

    private CurrentUser isMe(String password, String field, HttpServletRequest request) {
        CurrentUser signed = CurrentUser.required();
        guard.tried(request.getRemoteAddr(), () -> {
            if (!accounts.fits(signed.account(), password, request.getRemoteAddr())) {
                throw Problem.invalid(
                        Code.WRONG_PASSWORD, "The present password is another one. Check it and try again.", field);
            }
        });
        return signed;
    }

    /** How whoever is signed in signs in. */
    @GetMapping("/api/account")
    SecondFactor.State mine() {
        return factor.of(CurrentUser.required().account());
    }

    /** A key for an app that makes codes; it counts once a code of it has come back. */
    @PostMapping("/api/account/factor")
    SecondFactor.Key factorKey(@Valid @RequestBody Password password, HttpServletRequest request) {
        return factor.begin(isMe(password.password(), "password", request));
    }

    /** From now on signing in asks for a code of the app. */
    @PutMapping("/api/account/factor")
    RecoveryCodes confirmFactor(@Valid @RequestBody FactorCode code, HttpServletRequest request) {
        CurrentUser signed = CurrentUser.required();
        List<String> codes = guard.opened(request.getRemoteAddr(), () -> factor.confirm(signed, code.code()));
        sessions.end(signed.login(), session(request));
        return new RecoveryCodes(codes);
    }

    /** Signing in asks for the password only. */
    @PostMapping("/api/account/factor/off")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void factorOff(@Valid @RequestBody Password password, HttpServletRequest request) {
        factor.remove(isMe(password.password(), "password", request).account());
    }

    /** Takes the second factor from somebody who has lost it. */
    @DeleteMapping("/api/accounts/{id}/factor")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void removeFactor(@PathVariable UUID id) {
        factor.remove(accounts.toChange(id).id());
    }

    /** Gives an account another role; whoever is signed in with it signs in again. */
    @PutMapping("/api/accounts/{id}/role")
    Accounts.AccountView become(@PathVariable UUID id, @Valid @RequestBody NewRole role) {
        notMyself(id);

        Accounts.AccountView view = accounts.become(id, role.role());
        sessions.end(view.login(), Optional.empty());
        return view;
    }

    /** Signs whoever is signed in out on all other devices. */
    @DeleteMapping("/api/account/sessions")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void signOutElsewhere(HttpServletRequest request) {
        sessions.end(CurrentUser.required().login(), session(request));
    }

    /** A link with which somebody chooses a new password. */
    @PostMapping("/api/accounts/{id}/reset")
    @ResponseStatus(HttpStatus.CREATED)
    Resets.NewReset reset(@PathVariable UUID id) {
        return resets.make(id);
    }

    /** Chooses it. */
    @PostMapping("/api/reset")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void choose(@Valid @RequestBody NewPassword chosen, HttpServletRequest request) {
        guard.tried(request.getRemoteAddr(), () -> resets.use(chosen.code(), chosen.password()));
    }

    /** Lets an account sign in no more, at once, or again. */
    @PutMapping("/api/accounts/{id}/disabled")
    Accounts.AccountView disable(@PathVariable UUID id, @RequestBody Disabled state) {
        notMyself(id);
        Accounts.AccountView view = accounts.disable(id, state.disabled());
        if (state.disabled()) {
            sessions.end(view.login(), Optional.empty());
        }
        return view;
    }

    @DeleteMapping("/api/accounts/{id}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void delete(@PathVariable UUID id) {
        notMyself(id);
        String login = accounts.get(id).login();
        accounts.delete(id);
        sessions.end(login, Optional.empty());
    }

    private static void notMyself(UUID id) {
        if (CurrentUser.required().account().equals(id)) {
            throw Problem.conflict(Code.OWN_ACCOUNT, "Nobody locks themselves out. Another lead can do this.");
        }
    }

    private static Optional<String> session(HttpServletRequest request) {
        return Optional.ofNullable(request.getSession(false)).map(s -> s.getId());
    }
}
