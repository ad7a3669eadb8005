package rangordnung.server.accounts;

import java.time.Clock;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import java.util.stream.Collectors;
import org.springframework.boot.context.event.ApplicationReadyEvent;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.context.event.EventListener;
import org.springframework.http.HttpStatus;
import org.springframework.security.crypto.password.PasswordEncoder;
import org.springframework.stereotype.Service;
import org.springframework.transaction.support.TransactionTemplate;
import rangordnung.server.platform.Code;
import rangordnung.server.platform.Problem;
import rangordnung.server.platform.Signed;
import rangordnung.server.platform.Tenancy;

/** Accounts of the organisation, and how a new organisation begins. */
@Service
public class Accounts {

    static final int SHORTEST_PASSWORD = 12;

    private final AccountRows accounts;
    private final OrganisationRows organisations;
    private final PasswordEncoder passwords;
    private final TransactionTemplate transaction;
    private final ApplicationEventPublisher events;
    private final Clock clock;

    Accounts(
            AccountRows accounts,
            OrganisationRows organisations,
            PasswordEncoder passwords,
            TransactionTemplate transaction,
            ApplicationEventPublisher events,
            Clock clock) {
        this.accounts = accounts;
        this.organisations = organisations;
        this.passwords = passwords;
        this.transaction = transaction;
        this.events = events;
        this.clock = clock;
    }

    /** Whether no account exists yet. */
    public boolean setupNeeded() {
        return Tenancy.acrossAll(() -> transaction.execute(t -> accounts.count() == 0));
    }

    /** Founds an organisation with its first lead. */
    public Signed found(String organisationName, String login, String name, String password) {
        checkPassword(password);
        UUID organisation = UUID.randomUUID();
        return Tenancy.as(organisation, () -> transaction.execute(t -> {
            organisations.save(new Organisation(organisation, organisationName.strip(), clock.instant()));
            Account lead = accounts.save(account(login, name, Signed.Role.LEAD, password));
            events.publishEvent(new OrganisationFounded(organisation));
            return new Signed(lead.id(), organisation, lead.login(), lead.name(), lead.role());
        }));
    }

    /** Adds an account to the organisation of the one who is signed in. */
    public UUID add(String login, String name, Signed.Role role, String password) {
        checkPassword(password);
        boolean taken = Tenancy.acrossAll(() -> transaction.execute(t -> accounts.findByLogin(normal(login)).isPresent()));
        if (taken) {
            throw new Problem(HttpStatus.CONFLICT, Code.LOGIN_TAKEN, "The login “" + login + "” is taken. Choose another.").with("field", "login");
        }
        return transaction.execute(t -> accounts.save(account(login, name, role, password)).id());
    }

    /** An account that nobody can sign in to; it carries a helper's name through what they write. */
    public UUID addHelper(String name) {
        UUID id = UUID.randomUUID();
        return transaction.execute(t -> accounts.save(new Account(id, "helper-" + id, name.strip(), Signed.Role.HELPER, "-", clock.instant())).id());
    }

    /** Tells the features that each organisation which exists has been opened. */
    @EventListener(ApplicationReadyEvent.class)
    void open() {
        List<UUID> all = Tenancy.acrossAll(() -> transaction.execute(t -> organisations.findAll().stream().map(Organisation::id).toList()));
        all.forEach(id -> Tenancy.as(id, () -> transaction.execute(t -> {
            events.publishEvent(new OrganisationOpened(id));
            return id;
        })));
    }

    /** The account of a login and password, if they fit. */
    Optional<Signed> check(String login, String password) {
        Optional<Account> found = Tenancy.acrossAll(() -> transaction.execute(t -> accounts.findByLogin(normal(login))));
        // An unknown login takes as long as a wrong password.
        String hash = found.map(Account::passwordHash).orElse(NOBODY);
        boolean fits = passwords.matches(password, hash);
        return found.filter(a -> fits).map(Account::signed);
    }

    private static final String NOBODY = "$2a$10$7EqJtq98hPqEX7fNZaFWoOhi5BWX4Z6Zl5d1yMxIpO7g7sYw0iN0K";

    String organisationName(UUID organisation) {
        return transaction.execute(t -> organisations.findById(organisation).map(Organisation::name).orElse(""));
    }

    /** An account as others see it. */
    public record AccountView(UUID id, String name, String login, Signed.Role role) {}

    /** Everybody who can sign in. */
    public List<AccountView> all() {
        return everybody().stream().filter(a -> a.role() != Signed.Role.HELPER).toList();
    }

    private List<AccountView> everybody() {
        return transaction.execute(t -> accounts.findAllByOrderByName().stream()
                .map(a -> new AccountView(a.id(), a.name(), a.login(), a.role()))
                .toList());
    }

    /** Names by account, for showing who did what. */
    public Map<UUID, String> names() {
        return everybody().stream().collect(Collectors.toMap(AccountView::id, AccountView::name));
    }

    private Account account(String login, String name, Signed.Role role, String password) {
        return new Account(UUID.randomUUID(), normal(login), name.strip(), role, passwords.encode(password), clock.instant());
    }

    private static String normal(String login) {
        return login.strip().toLowerCase(java.util.Locale.ROOT);
    }

    private static void checkPassword(String password) {
        if (password.length() < SHORTEST_PASSWORD || password.getBytes(java.nio.charset.StandardCharsets.UTF_8).length > 72) {
            throw Problem.invalid(Code.PASSWORD_LENGTH,
                    "A password has at least " + SHORTEST_PASSWORD + " characters and at most 72 bytes. A short sentence is easy to keep.", "password");
        }
    }
}
