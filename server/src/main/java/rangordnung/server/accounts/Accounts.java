package rangordnung.server.accounts;

import com.nulabinc.zxcvbn.Zxcvbn;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.time.Clock;
import java.time.Duration;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.springframework.boot.context.event.ApplicationReadyEvent;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.context.event.EventListener;
import org.springframework.http.HttpStatus;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.security.crypto.password.PasswordEncoder;
import org.springframework.stereotype.Service;
import org.springframework.transaction.support.TransactionTemplate;
import rangordnung.server.platform.Code;
import rangordnung.server.platform.CurrentUser;
import rangordnung.server.platform.Lane;
import rangordnung.server.platform.Problem;
import rangordnung.server.platform.Tenancy;

/** Accounts of the organisation, and how a new organisation begins. */
@Service
public class Accounts {

    static final int SHORTEST_PASSWORD = 12;
    private static final int LONGEST_PASSWORD_BYTES = 72;
    /** Lists of common passwords, names and words, with their usual changes; from 3 on a password is no easy guess (the library's own scale, 0 to 4). */
    private static final Zxcvbn GUESSES = new Zxcvbn();

    private static final int SAFE = 3;
    private static final List<String> COMMON = common();
    /** Hashing is slow on purpose, so only one is done at once; others wait in line (house convention). */
    private final Lane hashing = new Lane(1, 120, 40, Duration.ofSeconds(8));

    private final AccountRepository accounts;
    private final OrganisationRepository organisations;
    private final PasswordEncoder passwords;
    private final TransactionTemplate transaction;
    private final ApplicationEventPublisher events;
    private final SecondFactor factor;
    private final JdbcClient jdbc;
    private final Clock clock;

    Accounts(
            AccountRepository accounts,
            OrganisationRepository organisations,
            PasswordEncoder passwords,
            TransactionTemplate transaction,
            ApplicationEventPublisher events,
            SecondFactor factor,
            JdbcClient jdbc,
            Clock clock) {
        this.accounts = accounts;
        this.organisations = organisations;
        this.passwords = passwords;
        this.transaction = transaction;
        this.events = events;
        this.factor = factor;
        this.jdbc = jdbc;
        this.clock = clock;
    }

    /** Whether no account exists yet. */
    public boolean setupNeeded() {
        return Tenancy.acrossAll(() -> transaction.execute(t -> accounts.count() == 0));
    }

    /**
     * An organisation whose owner comes from outside.
     *
     * @param may refuses, in the same transaction, where this is one too many
     */
    CurrentUser first(
            String organisationName, String login, String name, String password, String address, Runnable may) {
        checkPassword(password, login, name, organisationName);
        free(login);
        String hash = hashing.run(address, () -> hashed(password));
        return found(organisationName, login, name, hash, may);
    }

    /** The first organisation of a new installation: one, however many ask at once. */
    void nobodyYet() {
        jdbc.sql("select pg_advisory_xact_lock(hashtextextended('setup', 0))")
                .query((row, n) -> 0)
                .single();
        if (jdbc.sql("select count(*) from account").query(Long.class).single() > 0) {
            throw Problem.conflict(Code.ALREADY_SET_UP, "The first account exists already. Sign in with it.");
        }
    }

    private void free(String login) {
        boolean taken = Tenancy.acrossAll(() ->
                transaction.execute(t -> accounts.findByLogin(normal(login)).isPresent()));
        if (taken) {
            throw new Problem(
                            HttpStatus.CONFLICT,
                            Code.LOGIN_TAKEN,
                            "The login “" + login + "” is taken. Choose another.")
                    .with("field", "login");
        }
    }

    /** Founds an organisation with its owner. */
    public CurrentUser found(String organisationName, String login, String name, String password) {
        checkPassword(password, login, name, organisationName);
        return found(organisationName, login, name, hashed(password), () -> {});
    }

    private String hashed(String password) {
        return Objects.requireNonNull(passwords.encode(password));
    }

    private CurrentUser found(String organisationName, String login, String name, String hash, Runnable before) {
        UUID organisation = UUID.randomUUID();
        return Tenancy.as(
                organisation,
                () -> transaction.execute(t -> {
                    before.run();
                    organisations.save(new Organisation(organisation, organisationName.strip(), clock.instant()));
                    Account owner = accounts.save(account(login, name, CurrentUser.Role.OWNER, hash));
                    events.publishEvent(new OrganisationFounded(organisation));
                    return owner.signed();
                }));
    }

    /** Adds an account to the organisation of the one who is signed in; an owner is added by an owner. */
    public UUID add(String login, String name, CurrentUser.Role role, String password) {
        mayGive(role);
        checkPassword(password, login, name, "");
        free(login);
        String hash = hashed(password);
        return transaction.execute(
                t -> accounts.save(account(login, name, role, hash)).id());
    }

    /** An account that nobody can sign in to; it carries a helper's name through what they write. */
    public UUID addHelper(String name) {
        UUID id = UUID.randomUUID();
        return transaction.execute(t -> accounts.save(
                        new Account(id, "helper-" + id, name.strip(), CurrentUser.Role.HELPER, "-", clock.instant()))
                .id());
    }

    /** Tells the features that each organisation which exists has been opened. */
    @EventListener(ApplicationReadyEvent.class)
    void open() {
        List<UUID> all = Tenancy.acrossAll(() -> transaction.execute(
                t -> organisations.findAll().stream().map(Organisation::id).toList()));
        all.forEach(id -> Tenancy.as(
                id,
                () -> transaction.execute(t -> {
                    events.publishEvent(new OrganisationOpened(id));
                    return id;
                })));
    }

    /** The account of a login and password, if they fit. */
    Optional<CurrentUser> check(String login, String password, String address) {
        Optional<Account> found =
                Tenancy.acrossAll(() -> transaction.execute(t -> accounts.findByLogin(normal(login))));
        // An unknown login takes as long as a wrong password.
        String hash = found.map(Account::passwordHash).orElse(NOBODY);
        boolean fits = hashing.run(address, () -> passwords.matches(password, hash));
        return found.filter(a -> fits && !a.disabled()).map(Account::signed);
    }

    private static final String NOBODY = "$2a$10$7EqJtq98hPqEX7fNZaFWoOhi5BWX4Z6Zl5d1yMxIpO7g7sYw0iN0K";

    String organisationName(UUID organisation) {
        return transaction.execute(t ->
                organisations.findById(organisation).map(Organisation::name).orElse(""));
    }

    /** An account as others see it. */
    public record AccountView(
            UUID id, String name, String login, CurrentUser.Role role, boolean disabled, boolean factor) {}

    /** Everybody who can sign in. */
    public List<AccountView> all() {
        List<Account> all = everybody().stream()
                .filter(a -> a.role() != CurrentUser.Role.HELPER && !a.gone())
                .toList();
        Set<UUID> asked = factor.on(all.stream().map(Account::id).collect(Collectors.toSet()));
        return all.stream().map(a -> view(a, asked.contains(a.id()))).toList();
    }

    private List<Account> everybody() {
        return transaction.execute(t -> accounts.findAllByOrderByName());
    }

    private AccountView view(Account a) {
        return view(a, factor.on(a.id()));
    }

    private static AccountView view(Account a, boolean factor) {
        return new AccountView(a.id(), a.name(), a.login(), a.role(), a.disabled(), factor);
    }

    /** Whether a password is that of an account. */
    boolean fits(UUID account, String password, String address) {
        String hash = required(account).passwordHash();
        return hashing.run(address, () -> passwords.matches(password, hash));
    }

    /** Gives an account another password; whoever is signed in with it elsewhere is signed out by the caller. */
    void setPassword(UUID account, String password) {
        Account found = required(account);
        checkPassword(password, found.login(), found.name(), "");
        String hash = hashed(password);
        transaction.executeWithoutResult(t -> required(account).password(hash));
    }

    /** Lets an account sign in no more, or again. */
    AccountView disable(UUID account, boolean disabled) {
        return transaction.execute(t -> {
            Account found = changing(account);
            if (disabled) {
                ownersLeft(found);
            }
            found.disable(disabled ? Optional.of(clock.instant()) : Optional.empty());
            return view(found);
        });
    }

    /** Deletes an account: it signs in no more, and what was written with it stays without a name. */
    void delete(UUID account) {
        transaction.executeWithoutResult(t -> {
            Account found = changing(account);
            ownersLeft(found);
            found.forget(clock.instant());
            factor.remove(account);
        });
    }

    /** Gives an account another role. */
    AccountView become(UUID account, CurrentUser.Role role) {
        mayGive(role);
        return transaction.execute(t -> {
            Account found = changing(account);
            if (role != CurrentUser.Role.OWNER) {
                ownersLeft(found);
            }
            found.become(role);
            return view(found);
        });
    }

    /** An account that whoever is signed in may change: an owner's is changed by an owner. */
    private Account changing(UUID account) {
        Account found = required(account);
        mayChange(found.role());
        return found;
    }

    private static void mayGive(CurrentUser.Role role) {
        if (role == CurrentUser.Role.HELPER) {
            throw Problem.invalid(Code.WRONG_ROLE, "A helper needs no account: make a code in the hall plan.", "role");
        }
        mayChange(role);
    }

    private static void mayChange(CurrentUser.Role role) {
        if (role == CurrentUser.Role.OWNER
                && CurrentUser.current()
                        .filter(c -> c.role() != CurrentUser.Role.OWNER)
                        .isPresent()) {
            throw new Problem(
                    HttpStatus.FORBIDDEN, Code.OWNERS_ONLY, "Only an owner changes the account of an owner. Ask one.");
        }
    }

    /** Somebody has to be left who may do everything; one after the other, so that two do not end each other. */
    private void ownersLeft(Account without) {
        if (without.role() != CurrentUser.Role.OWNER) {
            return;
        }
        jdbc.sql("select pg_advisory_xact_lock(hashtextextended(:key, 2))")
                .param("key", without.signed().organisation().toString())
                .query((row, n) -> 0)
                .single();
        boolean left = accounts.findAllByOrderByName().stream()
                .anyMatch(a -> a.role() == CurrentUser.Role.OWNER && !a.disabled() && !a.id().equals(without.id()));
        if (!left) {
            throw Problem.conflict(
                    Code.LAST_OWNER, "This is the only owner who can sign in. Make another account the owner's first.");
        }
    }

    /** An account of the organisation that has not been deleted. */
    AccountView get(UUID account) {
        return view(required(account));
    }

    /** The same, where whoever is signed in may change it. */
    AccountView toChange(UUID account) {
        return view(changing(account));
    }

    private Account required(UUID account) {
        return Objects.requireNonNull(transaction.execute(t -> accounts.findById(account)
                .filter(a -> !a.gone() && a.role() != CurrentUser.Role.HELPER)
                .orElseThrow(() -> Problem.notFound("account"))));
    }

    /** Which of some accounts are leads. */
    public Set<UUID> leading(Set<UUID> of) {
        return everybody().stream()
                .filter(a -> a.role().leads() && of.contains(a.id()))
                .map(Account::id)
                .collect(Collectors.toSet());
    }

    /** Names by account, for showing who did what. */
    public Map<UUID, String> names() {
        return everybody().stream().collect(Collectors.toMap(Account::id, Account::name));
    }

    private Account account(String login, String name, CurrentUser.Role role, String hash) {
        return new Account(UUID.randomUUID(), normal(login), name.strip(), role, hash, clock.instant());
    }

    private static String normal(String login) {
        return login.strip().toLowerCase(java.util.Locale.ROOT);
    }

    /** What is common in German, which the library's lists do not have (house convention). */
    private static List<String> common() {
        try (InputStream in = Accounts.class.getResourceAsStream("/accounts/common-words.de.txt")) {
            return new String(in.readAllBytes(), StandardCharsets.UTF_8)
                    .lines()
                    .map(String::strip)
                    .filter(l -> !l.isEmpty())
                    .toList();
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    private static void checkPassword(String password, String login, String name, String organisation) {
        if (password.length() < SHORTEST_PASSWORD
                || password.getBytes(StandardCharsets.UTF_8).length > LONGEST_PASSWORD_BYTES) {
            throw Problem.invalid(
                    Code.PASSWORD_LENGTH,
                    "A password has at least " + SHORTEST_PASSWORD + " characters and at most " + LONGEST_PASSWORD_BYTES
                            + " bytes. A short sentence is easy to keep.",
                    "password");
        }
        List<String> known = Stream.concat(COMMON.stream(), Stream.of(login, name, organisation))
                .filter(w -> !w.isBlank())
                .toList();
        if (GUESSES.measure(password, known).getScore() < SAFE) {
            throw Problem.invalid(
                    Code.PASSWORD_COMMON,
                    "This password is among the first that are guessed. Take a short sentence of your own.",
                    "password");
        }
    }
}
